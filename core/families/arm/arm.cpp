#include "families/arm/arm.h"

#include <cmath>
#include <numbers>

#include "families/arm/arm_model.h"
#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/conventions.h"
#include "quantity/dimension.h"

namespace clampet::families {
namespace of_arm {
namespace {

constexpr double gravity = quantity::standard_gravity, pi = std::numbers::pi;

std::string buckling_formula(const Arm& g) {
    return g.legs > 1 ? "n π² E I/(4 L²), least section, each rod as if it stood alone"
                      : "π² E I/(4 L²), least section";
}

void add_modes(const std::shared_ptr<const Arm>& g, FormulaParts& parts) {
    parts.modes.push_back(
        dented(ratio({"breaks", ModeClass::ultimate, "breaks|break", "stress", Dimension::stress,
                      [g](const Wrench& w) { return g->stress(w); }, [g](const Wrench&) { return g->strength; },
                      "√(σ² + 3τ²) at the worst station, own weight included", "beam theory; Roark (torsion)"})));
    if (g->holed != ArmShape::Hole::none)
        parts.modes.push_back(
            ratio({"breaks_at_hole", ModeClass::ultimate, "breaks|break at its hole", "stress", Dimension::stress,
                   [g](const Wrench& w) { return g->stress_at_hole(w); }, [g](const Wrench&) { return g->strength; },
                   "√(σ² + 3τ²) on the net section at the hole", "beam theory, net section"}));
    parts.modes.push_back(ratio({"buckles", ModeClass::ultimate, "buckles|buckle", "push_along", Dimension::force,
                                 [g](const Wrench& w) { return g->push_along(w); },
                                 [g](const Wrench&) { return g->buckling; }, buckling_formula(*g), "Euler"}));
    parts.modes.push_back(
        ratio({"droops", ModeClass::service, "droops|droop", "drop", Dimension::length,
               [g](const Wrench& w) { return g->drop(w); }, [g](const Wrench&) { return g->drop_limit; },
               "frame with the root's spring, × creep", "Przemieniecki; EN 1995 (creep, from memory)"}));
    parts.modes.push_back(ratio({"tilts", ModeClass::service, "tilts|tilt the picture", "turn", Dimension::angle,
                                 [g](const Wrench& w) { return g->tilt(w); },
                                 [g](const Wrench&) { return g->tilt_limit; }, "turn of the tip", "Przemieniecki"}));
    FormulaMode sways;  // a ratio, whatever the load
    sways.mode = {"sways", ModeClass::service, "sways|sway too slowly", false, true};
    sways.utilisation = [g](const Wrench&) { return g->least_frequency / g->frequency; };
    sways.demand = [g](const Wrench&) {
        return std::vector<NamedValue>{{"frequency", g->frequency, Dimension::frequency}};
    };
    sways.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"least_frequency", g->least_frequency, Dimension::frequency}};
    };
    sways.formula = "first frequency of arm, root and payload [Hz] over what is wanted";
    sways.source = "inverse iteration; check Blevins";
    parts.modes.push_back(std::move(sways));
}

/// Stresses and deflections are norms of what grows in proportion, so that once over their limit they stay over it: no
/// second look below a root that was found.
void spare_second_looks(FormulaParts& parts) {
    for (auto& m : parts.modes) m.capacity_is_concave = true;
}

/// It stands out from its root, straight or bent; the load is taken at its tip, in the root's axes.
Motion motion(const Values& v) {
    const ArmShape g = arm_shape(v);
    Motion m;
    m.span.translation() = g.place(1);
    m.contact_moves = true;
    m.mass = g.mass();
    m.centre_of_gravity = g.centre();
    // Round sections say their diameter as their height.
    const bool round = g.root.kind == ArmSection::round || g.root.kind == ArmSection::tube;
    const auto bar = [&](double from, double to, const Eigen::Vector3d& beside) {
        const ArmStation a = g.at(from), b = g.at(to);
        const double width = round ? (a.height + b.height) / 2 : (a.width + b.width) / 2;
        m.limbs.push_back({g.place(from) + beside, g.place(to) + beside, a.height, b.height, width, g.drawn_as()});
    };
    const double knee = g.form == ArmForm::bent ? g.bend_at / g.length : 1;
    for (int i = 0; i < g.legs; ++i) bar(0, knee, g.leg(i));
    if (knee < 1) bar(knee, 1, Eigen::Vector3d::Zero());
    return m;
}

Result<FormulaParts> build(const Values& v) {
    const auto made = arm_model(v);
    if (!made) return made.problem();
    const auto g = std::make_shared<const Arm>(*made);
    FormulaParts parts;
    const double settle = 3 / (g->damping * 2 * pi * g->frequency);
    parts.working.push_back([=] {
        return Working{{"stiffness_root", "E I at the root", "", g->modulus * g->root.inertia_y(), Dimension::number,
                        "beam theory, N m²"},
                       {"tip_compliance", "drop per newton, frame of beams with shear and the root's spring", "",
                        1 / g->compliance(2, 2), Dimension::stiffness, "Przemieniecki"},
                       {"own_sag", "by its own weight, level", "", g->own_sag(), Dimension::length, "Przemieniecki"},
                       {"first_frequency", "f₁", "", g->frequency, Dimension::frequency, "inverse iteration"},
                       {"settles_in", "3/(ζ ω)", "", settle, Dimension::time, "Blevins; ζ from memory"},
                       {"buckles_at", buckling_formula(*g), "", g->buckling, Dimension::force, "Euler"}};
    });
    parts.results = {{"tip_stiffness", 1 / g->compliance(2, 2), Dimension::stiffness},
                     {"own_sag", g->own_sag(), Dimension::length},
                     {"frequency", g->frequency, Dimension::frequency},
                     {"settle_time", settle, Dimension::time},
                     {"buckling_load", g->buckling, Dimension::force}};
    const double subject = number(v, "subject"), frame = number(v, "frame");
    parts.loaded_results = [g, subject, frame](const Load& load) {
        const Wrench w = load.whole();
        std::vector<NamedValue> found{{"drop", g->drop(w), Dimension::length},
                                      {"tilt", g->tilt(w), Dimension::angle},
                                      {"stress", g->stress(w), Dimension::stress}};
        if (subject > 0) {
            // What stays is framed once; what a push adds is seen: the camera moves, and turns by theta s.
            const auto moved = (g->moved(w) - g->moved(load.permanent)).eval();
            const double seen = moved.head<3>().norm() + std::tan(moved.tail<3>().norm()) * subject;
            found.push_back({"push_at_subject", seen, Dimension::length});
            if (frame > 0)
                found.push_back({"push_in_pixels", seen / frame * quantity::picture_pixels, Dimension::number});
        }
        return found;
    };
    parts.compliance = g->compliance;
    parts.settles = [g](const Wrench& w) { return g->moved(w); };
    add_modes(g, parts);
    spare_second_looks(parts);
    parts.section = [g](const Load& load) { return arm_section(*g, load); };
    const double sunk = g->drop({0, 0, -number(v, "payload_mass") * gravity, 0, 0, 0, 0, 0, -gravity});
    if (sunk > 0.2 * g->length)
        parts.advisories.push_back({"It bends so far that small-deflection theory is wrong: use a stiffer arm.", true});
    if (g->root.kind == ArmSection::pocketed)
        parts.advisories.push_back(
            {g->root.one_sided ? "Pockets from one side let the arm twist under its load, which is counted: turn "
                                 "them to the sides in turn."
                               : "Pockets cost far more stiffness in torsion than in bending.",
             false});
    return parts;
}

/// What holds an arm says what it is; what is put on its tip says nothing of it.
Mating two_ends() {
    Mating m;
    m.support = m.payload = PortKind::arm;
    for (const auto& [input, size] : {std::pair{"length", "length"},
                                      {"section", "section"},
                                      {"root_height", "height"},
                                      {"root_width", "width"},
                                      {"wall", "wall"},
                                      {"taper", "taper"},
                                      {"tip_height", "tip_height"},
                                      {"tip_width", "tip_width"},
                                      {"pocket_height", "pocket_height"},
                                      {"pocket_length", "pocket_length"}})
        m.fills.push_back({input, PortSide::support, size});
    m.materials = {{PortSide::support, "material"}};
    return m;
}

}  // namespace
}  // namespace of_arm

const Family& arm() {
    using namespace of_arm;
    const auto bored = [](Parameter p) {
        return also_shown_for(shown_for(std::move(p), "form", {"straight"}), "section", {"rectangle"});
    };
    const auto flat = [](Parameter p) {
        return shown_for(std::move(p), "section", {"rectangle", "pocketed", "box", "profile"});
    };
    const auto bent = [](Parameter p) { return shown_for(std::move(p), "form", {"bent"}); };
    const auto of_rods = [](Parameter p) { return shown_for(std::move(p), "form", {"legs"}); };
    const auto profiled = [](Parameter p) { return shown_for(std::move(p), "section", {"profile"}); };
    const std::vector<std::string> tapers{"rectangle", "round", "tube", "box", "pocketed"};
    const auto tapered = [](Parameter p) { return shown_for(std::move(p), "taper", {"tapered"}); };
    const std::vector<std::pair<std::string, std::string>> its_material{{"modulus", "youngs_modulus"},
                                                                        {"modulus_ratio", "modulus_ratio"},
                                                                        {"density", "density"},
                                                                        {"strength", "bending"},
                                                                        {"creep", "creep"},
                                                                        {"damping", "damping"}};
    static const FormulaFamily family(
        "arm", "Arm or post", "A boom, arm or post: does it break, droop, tilt the picture or sway?",
        {
            length_row("length", "Length", 0.8, 20, "From its root to where the payload sits, along the arm."),
            choice_row("form", "It runs",
                       {{"straight", "straight"}, {"bent", "bent once"}, {"legs", "as several rods"}}, "straight",
                       "A bent one goes up or down from its bend; rods are held together at the tip by a stiff piece."),
            bent(length_row("bend_at", "Bent at", 0.3, 20, "From its root to the bend, along the arm.")),
            bent(quantity_row("bend", "Bends by", Dimension::angle, 0.785, {-2.8, 2.8},
                              "Up from where it started; below zero it goes down.", "input")),
            of_rods(count_row("legs", "Rods", 2, {2, 6}, "Alike and parallel.")),
            of_rods(length_row("leg_spacing", "Rods apart", 0.06, 2, "From middle to middle of two neighbours.")),
            of_rods(choice_row("legs_lie", "They lie", {{"above", "one above the other"}, {"beside", "side by side"}},
                               "above", "One above the other they resist a droop together; side by side a swing.")),
            choice_row("section", "Section",
                       {{"rectangle", "rectangle"},
                        {"round", "round"},
                        {"tube", "tube"},
                        {"box", "square or rectangular tube"},
                        {"profile", "a profile as sold"},
                        {"pocketed", "rectangle with pockets"}},
                       "rectangle", "Its cross-section."),
            length_row("root_height", "Height or diameter", 0.045, 1, "At the root, up and down."),
            flat(length_row("root_width", "Width", 0.020, 1, "At the root, sideways.")),
            shown_for(length_row("wall", "Wall", 0.002, 0.2, "Of the tube."), "section", {"tube", "box"}),
            shown_for(length_row("pocket_height", "Pocket, height", 0.025, 1, "Of the openings through the arm."),
                      "section", {"pocketed"}),
            shown_for(length_row("pocket_length", "Pocket, length", 0.060, 1, "Of one opening, along the arm."),
                      "section", {"pocketed"}),
            shown_for(
                choice_row("pockets", "Pockets go",
                           {{"through", "right through"}, {"both", "in from both sides"}, {"one", "in from one side"}},
                           "through", "A floor left in a pocket carries the shear, and much of the twist."),
                "section", {"pocketed"}),
            also_shown_for(shown_for(length_row("pocket_floor", "Floor left in it", 0.005, 0.5,
                                                "What is left of the width at the bottom of a pocket."),
                                     "pockets", {"both", "one"}),
                           "section", {"pocketed"}),
            profiled(quantity_row("profile_area", "Profile, area", Dimension::area, 160e-6, {1e-8, 1},
                                  "Of metal, as its table says.", "common practice, from memory")),
            profiled(quantity_row("inertia_up", "Profile, inertia up and down", Dimension::number, 7e-9, {1e-15, 1},
                                  "Second moment of area in m⁴: 1 cm⁴ is 1e-8.", "common practice, from memory")),
            profiled(quantity_row("inertia_side", "Profile, inertia sideways", Dimension::number, 7e-9, {1e-15, 1},
                                  "Second moment of area in m⁴.", "common practice, from memory")),
            profiled(quantity_row("profile_torsion", "Profile, torsion", Dimension::number, 1.4e-9, {1e-15, 1},
                                  "Torsion constant in m⁴.", "from memory")),
            shown_for(choice_row("taper", "It is", {{"straight", "as thick all along"}, {"tapered", "tapered"}},
                                 "straight", "A taper saves weight at the tip."),
                      "section", tapers),
            also_shown_for(tapered(length_row("tip_height", "Tip, height or diameter", 0.025, 1, "At the tip.")),
                           "section", tapers),
            also_shown_for(tapered(length_row("tip_width", "Tip, width", 0.020, 1, "At the tip.")), "section",
                           {"rectangle", "pocketed", "box"}),
            bored(choice_row("holed", "Hole through it",
                             {{"no", "none"}, {"across", "from side to side"}, {"down", "from top to bottom"}}, "no",
                             "A bolt's or a post's hole: what it leaves must bear.")),
            also_shown_for(shown_for(length_row("hole_diameter", "Hole", 0.010, 0.5, "As it is, enlarged too."),
                                     "holed", {"across", "down"}),
                           "section", {"rectangle"}),
            also_shown_for(shown_for(gap_row("hole_at", "Hole, from the root", 0.020, 20, "To its middle."), "holed",
                                     {"across", "down"}),
                           "section", {"rectangle"}),
            quantity_row(
                "modulus", "Stiffness, E", Dimension::stress, 10e9, {1e6, 1e12},
                "Along the grain: pine 9 GPa, beech 12, birch plywood 8; aluminium 69, steel 205, printed PLA 2.3 GPa.",
                "Wood Handbook, from memory"),
            described(quantity_row("modulus_ratio", "E over G", Dimension::number, 16, {2, 40},
                                   "Timber 16, metals and plastics 2.6.", "Wood Handbook, from memory")),
            described(quantity_row("density", "Density", Dimension::density, 500, {1, 20000},
                                   "Pine 450, beech 720, birch plywood 680, aluminium 2700, steel 7850.",
                                   "from memory")),
            quantity_row(
                "strength", "It may be stressed to", Dimension::stress, 25e6, {1e5, 1e10},
                "Clear pine 25 MPa with knots derated, beech 40, birch plywood 30, aluminium 160, mild steel 235.",
                "from memory"),
            from_rig(quantity_row("payload_mass", "Payload at the tip", Dimension::mass, 2, {0, 1000},
                                  "For the frequency; its weight comes with the load.", "input"),
                     RigFact::mass),
            from_rig(gap_row("payload_offset", "Payload, above the tip", 0.06, 5, "Its centre of gravity."),
                     RigFact::distance),
            from_rig(length_row("payload_gyration", "Payload, radius of gyration", 0.05, 5, "About its own centre."),
                     RigFact::gyration),
            quantity_row("root_stiffness", "Root turns by", Dimension::rotary_stiffness, 0, {0, 1e9},
                         "Stiffness of the joint at the root; 0 is rigid. A soft pad can matter more than the arm.",
                         "input"),
            described(choice_row("duration", "The load", {{"short", "is short"}, {"lasting", "stays"}}, "short",
                                 "Timber and plastics creep.")),
            shown_for(described(quantity_row("creep", "Creep adds", Dimension::number, 0.6, {0, 20},
                                             "Share of the elastic drop: timber 0.6, printed 1 to 3, metal 0.",
                                             "EN 1995, from memory")),
                      "duration", {"lasting"}),
            length_row("drop_limit", "It may droop by", 0.010, 5, "At the tip."),
            quantity_row("tilt_limit", "It may turn by", Dimension::angle, 0.0175, {1e-6, 3},
                         "What the picture may tilt.", "common practice"),
            quantity_row("frequency_limit", "Least frequency", Dimension::frequency, 3, {0.01, 1000},
                         "Slower ones are seen as sway.", "common practice"),
            described(
                gap_row("subject", "Subject away", 0, 1000,
                        "From the camera to what is filmed, to say what a push does to the picture; 0: not asked.")),
            described(gap_row("frame", "Width seen there", 0, 1000,
                              "How much the picture's width shows at that distance, for pixels; 0: not asked.")),
            from_rig(
                described(quantity_row("damping", "Damping ratio", Dimension::number, 0.01, {0.0001, 1},
                                       "Timber and bolted metal 0.01, with rubber or on a clamp 0.05.", "from memory")),
                RigFact::damping),
        },
        &build, true,
        {{"tube",
          "Tube, bar or timber, as sold",
          {{"root_height", "outer"}, {"wall", "wall"}},
          {{"section", "tube"}},
          {},
          "stock",
          its_material},
         {"box profile",
          "Square or rectangular tube",
          {{"root_height", "height"}, {"root_width", "width"}, {"wall", "wall"}},
          {{"section", "box"}},
          {},
          "stock",
          its_material},
         {"profile",
          "Angle or slotted profile",
          {{"root_height", "height"},
           {"root_width", "width"},
           {"profile_area", "area"},
           {"inertia_up", "inertia_up"},
           {"inertia_side", "inertia_side"},
           {"profile_torsion", "torsion"}},
          {{"section", "profile"}},
          {},
          "stock",
          its_material},
         {"flat bar",
          "Flat bar, on edge",
          {{"root_height", "width"}, {"root_width", "height"}},
          {{"section", "rectangle"}},
          {},
          "stock",
          its_material},
         {"timber",
          "Timber on edge",
          {{"root_height", "width"}, {"root_width", "thickness"}},
          {{"section", "rectangle"}}},
         {"material", "Material of the arm", its_material, {}, {}, "material"}},
        &motion, {two_ends()});
    return family;
}

}  // namespace clampet::families
