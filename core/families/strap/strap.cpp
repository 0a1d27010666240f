#include "families/strap/strap.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/search_memory.h"
#include "families/shared/slip_shares.h"
#include "families/shared/squeeze.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/cut_face.h"
#include "mechanics/friction_limit.h"
#include "quantity/format.h"
#include "quantity/numbers.h"
#include "quantity/remedy.h"

namespace clampet::families {
namespace of_strap {
namespace {

using quantity::infinite;
constexpr std::size_t most_points = 512;

struct Sandwich {
    double bolts = 2, bolt_force = 0, friction = 0;
    double length = 0, width = 0, span = 0;  ///< plate along the strap, strap across, between bolts [m]
    double thickness = 0, strength = 0, webbing = 0, modulus = 0;
    mechanics::CutFacePtr surface;

    double force() const { return bolts * bolt_force; }
    /// What one face loses to a pull the other gains, until one is empty: the sum stays.
    double normal_sum() const { return 2 * force(); }
    mechanics::SlipLimit<3> slip(const Wrench& w, SearchMemory* near = nullptr) const {
        // Both faces carry alike, half of a moment each; it moves their pressure towards an edge.
        std::array<double, most_points + mechanics::sum_block> limit{};
        const bool warm = near && near->known;
        const auto p = surface->points.solve(force(), w.my / 2, -w.mx / 2, warm ? &near->pressure : nullptr);
        if (!p.in_balance) {
            mechanics::SlipLimit<3> none;
            none.multiplier = 0;
            return none;
        }
        surface->points.forces(p, 2 * friction, limit.data());
        const auto found = mechanics::slip_limit(
            surface->contacts, std::span<const double>(limit.data(), surface->contacts.padded()),
            {w.fx, w.fy, w.mz / surface->points.patch().size}, {}, 0.01, warm ? &near->slip : nullptr);
        if (near) *near = {p, found, std::isfinite(found.multiplier) && found.multiplier > 0};
        return found;
    }
    /// 1 where one face's resultant reaches its edge.
    double rocked(const Wrench& w) const {
        return std::max(std::abs(w.my) / length, std::abs(w.mx) / width) / (force() / 2);
    }
    /// Plate as a beam on its bolts, the strap's even pressure between them.
    double bending(double across) const {
        const double moment = across * (span / 4 - width / 8);
        return 6 * moment / (length * thickness * thickness);
    }
    /// How far the middle of a plate bows away from the strap: W/(384 E I)(8 s³ − 4 s w² + w³).
    double bow() const {
        const double inertia = length * std::pow(thickness, 3) / 12;
        return force() / (384 * modulus * inertia) *
               (8 * std::pow(span, 3) - 4 * span * width * width + std::pow(width, 3));
    }
    double stress(const Wrench& w) const { return bending(force() + std::abs(w.fz) / 2); }
};

drawing::Drawing section(const Sandwich& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double half = g.span / 2 + 0.12 * g.span, t = g.thickness, web = std::max(0.002, 0.25 * t);
    const double stress = g.stress(load.whole()), bow = std::min(0.25, stress / g.strength * 0.08) * g.span;
    // Seen along the strap: two plates, the webbing between, bolts outside it. The bow is drawn larger than it is.
    const auto plate = [&](double low, double sign) {
        std::vector<Point> p;
        for (int i = 0; i <= 12; ++i) {
            const double x = -half + 2 * half * i / 12;
            p.push_back({x, low + sign * bow * std::max(0.0, 1 - 4 * x * x / (g.span * g.span))});
        }
        for (int i = 12; i >= 0; --i)
            p.push_back({p[static_cast<std::size_t>(i)].x, p[static_cast<std::size_t>(i)].y + t});
        d.path(std::move(p), Material::wood);
    };
    plate(web / 2, 1);
    plate(-web / 2 - t, -1);
    d.rectangle({-g.width / 2, -web / 2 - bow * 0.5}, {g.width / 2, web / 2 + bow * 0.5}, Material::rubber);
    for (const double side : {-1.0, 1.0}) {
        const double x = side * g.span / 2, r = 0.03 * g.span;
        d.rectangle({x - r, -1.6 * t}, {x + r, 1.8 * t}, Material::metal);
        d.arrow({x, 3 * t + 1.4 * r}, {x, 1.8 * t}, side > 0 ? quantity::format(g.bolt_force, Dimension::force) : "");
    }
    d.dimension({-g.span / 2, -1.6 * t}, {g.span / 2, -1.6 * t}, -1.2 * t, quantity::format(g.span, Dimension::length));
    d.dimension({-g.width / 2, -2.9 * t}, {g.width / 2, -2.9 * t}, -1.2 * t,
                fmt::format("strap {}", quantity::format(g.width, Dimension::length)));
    d.summary = fmt::format("Two plates on a strap {} wide with bolts {} apart.",
                            quantity::format(g.width, Dimension::length), quantity::format(g.span, Dimension::length));
    return d;
}

FormulaMode slips(const Sandwich& g) {
    FormulaMode m;
    m.mode = {"slips", ModeClass::ultimate, "slides|slide or twists|twist on the strap", false, false};
    const auto used = [g](const Wrench& w, SearchMemory* near) {
        if (!(g.bolt_force > 0) || g.rocked(w) >= 1) return infinite;
        const double multiplier = g.slip(w, near).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    };
    m.utilisation = [used](const Wrench& w) { return used(w, nullptr); };
    m.searching = [used](const Wrench& w, SearchMemory& near) { return used(w, &near); };
    m.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"along", std::hypot(w.fx, w.fy), Dimension::force},
                                       {"twist", std::abs(w.mz), Dimension::torque}};
    };
    m.capacity = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"along", g.friction * g.normal_sum(), Dimension::force},
                                       {"twist", g.slip({0, 0, w.fz, 0, 0, 1}).multiplier, Dimension::torque}};
    };
    m.motion = [g](const Wrench& w) -> Phrase {
        const auto at = g.slip(w);
        return SlipShares(at, w, g.surface->points.patch().size).turns() ? "twists|twist" : "slides|slide";
    };
    m.ends_with = [g](const Wrench& w) { return g.bolt_force > 0 ? g.rocked(w) : infinite; };
    m.tolerance = 2e-4;
    m.formula = "μ · 2N over both faces, with the twist on the same friction";
    m.source = "derived, upper-bound theorem";
    return m;
}

/// A soft strap between plates that are drawn to a gap: what each bolt bears of its squeeze.
Result<Squeeze> drawn_to_gap(const Values& v) {
    const double free = number(v, "strap_thickness"), gap = number(v, "plates_apart");
    if (gap >= free)
        return Problem{
            "strap.gap_wider_than_strap", "plates_apart",
            fmt::format("Plates {:.3g} mm apart do not touch a strap {:.3g} mm thick.", gap * 1e3, free * 1e3),
            fmt::format("Draw them closer than {:.3g} mm.", free * 1e3)};
    const double area = number(v, "strap_width") * number(v, "plate_length"), kept = number(v, "kept");
    const double all = number(v, "strap_modulus") * area * (free - gap) / free;
    Squeeze s;
    s.fresh = all / std::round(number(v, "bolts"));
    s.force = kept * s.fresh;
    s.working = [=, fresh = s.fresh, force = s.force] {
        return Working{
            {"squeeze_force", "E A (t₀ − g)/t₀", fmt::format("{:.2f} mm of {:.2f} mm", (free - gap) * 1e3, free * 1e3),
             all, Dimension::force, "elastic layer"},
            {"force_fresh", "of each bolt", "", fresh, Dimension::force, "statics"},
            {"force_kept", "F′ = kept · F", fmt::format("{:.2f} · {:.1f} N", kept, fresh), force, Dimension::force,
             "retention from memory"}};
    };
    return s;
}

Result<FormulaParts> build(const Values& v) {
    auto squeezed = text(v, "squeezed_by") == "gap" ? drawn_to_gap(v) : squeeze(v);
    if (!squeezed) return squeezed.problem();
    Sandwich g;
    g.bolts = std::round(number(v, "bolts"));
    g.bolt_force = squeezed->force;
    g.friction = number(v, "friction");
    g.length = number(v, "plate_length");
    g.width = number(v, "strap_width");
    g.span = number(v, "bolt_span");
    g.thickness = number(v, "plate_thickness");
    g.strength = number(v, "plate_strength");
    g.webbing = number(v, "strap_strength");
    g.modulus = number(v, "plate_modulus");
    if (g.span <= g.width)
        return Problem{
            "strap.bolts_inside_strap", "bolt_span",
            fmt::format("Bolts {:.3g} mm apart would go through a strap {:.3g} mm wide.", g.span * 1e3, g.width * 1e3),
            fmt::format("Set them outside the strap: more than {} apart.", quantity::mm_up(g.width))};
    const auto face =
        mechanics::cut_face({mechanics::rectangle(g.length, g.width), mechanics::Bedding::even, 5, 28, 1e-6, false});
    if (!face) return face.problem();
    g.surface = *face;
    FormulaParts parts;
    parts.working.push_back(squeezed->working);
    parts.working.push_back([=] {
        return Working{{"plate_force", "N = n F", fmt::format("{:.0f} · {:.1f} N", g.bolts, g.bolt_force), g.force(),
                        Dimension::force, "statics"}};
    });
    parts.working.push_back([=] {
        return Working{{"plate_moment", "N (s/4 − w/8)", "", g.force() * (g.span / 4 - g.width / 8), Dimension::torque,
                        "beam on two bolts, even load between"}};
    });
    parts.modes.push_back(slips(g));
    parts.modes.push_back(ratio(
        {"rocks", ModeClass::ultimate, "rocks|rock off the strap", "moment", Dimension::torque,
         [g](const Wrench& w) { return std::max(std::abs(w.my) / g.length, std::abs(w.mx) / g.width); },
         [g](const Wrench&) { return g.force() / 2; }, "max(|My|/a, |Mx|/b) = N/2", "statics, one face at its edge"}));
    parts.modes.back().demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::hypot(w.mx, w.my), Dimension::torque}};
    };
    parts.modes.back().capacity = [g](const Wrench& w) {
        const double moment = std::hypot(w.mx, w.my),
                     share = std::max(std::abs(w.my) / g.length, std::abs(w.mx) / g.width);
        const double reach = moment > 0 ? moment / share : std::min(g.length, g.width);
        return std::vector<NamedValue>{{"moment", g.force() * reach / 2, Dimension::torque}};
    };
    parts.modes.push_back(
        ratio({"breaks", ModeClass::ultimate, "bends|bend its plate until it breaks", "stress", Dimension::stress,
               [g](const Wrench& w) { return g.stress(w); }, [g](const Wrench&) { return g.strength; },
               "6 M/(a t²), M = N (s/4 − w/8)", "beam theory"}));
    parts.modes.push_back(ratio({"tears", ModeClass::ultimate, "tears|tear the strap", "pull", Dimension::force,
                                 [](const Wrench& w) { return std::hypot(w.fx, w.fy, w.fz); },
                                 [g](const Wrench&) { return g.webbing; }, "strap strength", "input"}));
    FormulaMode bows;  // by its bolts alone, whatever the load
    bows.mode = {"bows", ModeClass::service, "bows|bow away from the strap between its bolts", false, true};
    const double allowed = number(v, "bow_limit");
    bows.utilisation = [bow = g.bow(), allowed](const Wrench&) { return bow / allowed; };
    bows.demand = [bow = g.bow()](const Wrench&) { return std::vector<NamedValue>{{"bow", bow, Dimension::length}}; };
    bows.capacity = [allowed](const Wrench&) { return std::vector<NamedValue>{{"bow", allowed, Dimension::length}}; };
    bows.formula = "W/(384 E I)(8 s³ − 4 s w² + w³)";
    bows.source = "Roark, beam with an even load on its middle";
    parts.modes.push_back(std::move(bows));
    parts.results = {{"plate_force", g.force(), Dimension::force},
                     {"holding_force", g.friction * 2 * g.force(), Dimension::force},
                     {"plate_stress", g.bending(g.force()), Dimension::stress},
                     {"plate_bow", g.bow(), Dimension::length}};
    parts.section = [g](const Load& load) { return section(g, load); };
    if (text(v, "edges") == "sharp")
        parts.advisories.push_back({"Sharp plate edges cut the strap: round them over.", true});
    if (text(v, "worn") == "yes")
        parts.advisories.push_back(
            {text(v, "edges") == "sharp"
                 ? "Somebody wears it: sharp edges and screw ends towards a body hurt in a fall. "
                   "Round them over, sink the heads, pad the back."
                 : "Somebody wears it: sink screw ends and nuts on that side and pad the back.",
             text(v, "edges") == "sharp"});
    if (text(v, "inner_nuts") == "free")
        parts.advisories.push_back(
            {"Lock the inner nuts, so that the wing nuts can come off without the bolts.", false});
    return parts;
}

/// A thick strap is drawn to a gap; webbing is squeezed by the screws.
Mating plates_on_strap() {
    Mating m;
    m.support = m.payload = PortKind::strap;
    m.fills = {{"strap_width", PortSide::support, "width"},
               {"strap_thickness", PortSide::support, "thickness"},
               {"worn", PortSide::support, "worn"},
               {"plate_length", PortSide::payload, "length"},
               {"bolt_span", PortSide::payload, "span"},
               {"bolts", PortSide::payload, "bolts"},
               {"plate_thickness", PortSide::payload, "plate"}};
    for (auto& fill : squeezed_fills(PortSide::payload)) m.fills.push_back(std::move(fill));
    m.friction = "friction";
    m.materials = {{PortSide::payload, "material"}};
    m.derived = [](const Meeting& meeting) { return squeezed_as(meeting.payload); };
    return m;
}

}  // namespace
}  // namespace of_strap

const Family& strap() {
    using namespace of_strap;
    auto squeezed = squeeze_parameters(
        {.force = 250, .torque = 0.6, .screw = "M5", .bearing_outer = 0.012, .bearing_inner = 0.0055, .kept = 0.7});
    squeezed.front().choices.push_back({"gap", "drawing the plates to a gap"});
    for (auto& row : squeezed)
        if (row.key == "kept") row = shown_for(std::move(row), "squeezed_by", {"force", "screw", "gap"});
    const auto by_gap = [](Parameter p) { return shown_for(std::move(p), "squeezed_by", {"gap"}); };
    static const FormulaFamily family(
        "strap", "Plates on a strap",
        "Two plates over webbing or cloth: do they slide, twist, or bend between their bolts?",
        joined({
            {
                length_row("strap_width", "Strap", 0.050, 0.5, "Width of the webbing or of the cloth that is clamped."),
                length_row("plate_length", "Plate, along the strap", 0.070, 1, "How much of the strap it covers."),
                length_row("bolt_span", "Bolts apart", 0.066, 1, "Across the strap, outside it."),
                count_row("bolts", "Bolts", 4, {2, 40}, "All of them; half on each side."),
                friction_row("friction", "Friction", "cloth on plywood", "Webbing on plate, each side."),
            },
            squeezed,
            {
                length_row("plate_thickness", "Plate thickness", 0.009, 0.1, "Each plate; the bolts bend it."),
                quantity_row("plate_strength", "Plate may bend to", Dimension::stress, 30e6, {1e5, 1e10},
                             "Birch plywood 30 MPa, aluminium 150 MPa, printed PLA 40 MPa.", "from memory"),
                quantity_row("strap_strength", "Strap holds", Dimension::force, 5000, {0, 1e7, false},
                             "25 mm polyester webbing 5 kN and more; cloth by its seam.", "from memory"),
                by_gap(length_row("strap_thickness", "Strap, free thickness", 0.008, 0.1,
                                  "With its padding, before it is squeezed.")),
                by_gap(
                    length_row("plates_apart", "Plates end up apart", 0.006, 0.1, "Where the nuts stop, or a spacer.")),
                by_gap(quantity_row("strap_modulus", "Strap, stiffness", Dimension::stress, 2e6, {1e3, 1e10},
                                    "Padded strap 0.5 to 2 MPa, bare webbing 20, felt 5.", "from memory")),
                quantity_row("plate_modulus", "Plate stiffness, E", Dimension::stress, 9e9, {1e6, 1e12},
                             "Birch plywood 9 GPa, aluminium 69, printed PLA 2.3.", "Wood Handbook, from memory"),
                described(length_row("bow_limit", "May bow by", 0.0005, 0.05,
                                     "In the middle of a plate, away from the strap.", "common practice")),
                described(choice_row("worn", "Somebody wears it", {{"no", "no"}, {"yes", "yes"}}, "no",
                                     "Then nothing sharp may face the body.")),
                choice_row("edges", "Plate edges", {{"round", "rounded over"}, {"sharp", "sharp"}}, "round",
                           "What the strap bends round."),
                choice_row("inner_nuts", "Inner nuts", {{"locked", "locked"}, {"free", "free"}}, "locked",
                           "Locked ones keep the bolts while the wing nuts come off."),
            },
        }),
        &build, true,
        {{"material",
          "Plates",
          {{"plate_strength", "bending"}, {"plate_modulus", "youngs_modulus"}, {"kept", "retention"}},
          {},
          {},
          "material",
          {},
          {{.input = "friction", .second = true}}},
         {"material",
          "What the strap is padded with",
          {{"strap_modulus", "pad_modulus"}},
          {{"squeezed_by", "gap"}},
          {},
          "padding"},
         {"webbing", "Webbing", {{"strap_width", "width"}, {"strap_strength", "breaking"}}, {}, {}, "webbing"},
         {"plywood", "Plywood, real thickness", {{"plate_thickness", "thickness"}}, {}},
         {"board", "Board, as sold", {{"plate_thickness", "thickness"}}, {}}},
        nullptr, {plates_on_strap()});
    return family;
}

}  // namespace clampet::families
