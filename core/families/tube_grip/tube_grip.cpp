#include "families/tube_grip/tube_grip.h"

#include <fmt/format.h>

#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/tube_grip/grip_joint.h"
#include "families/tube_grip/other_grips.h"
#include "quantity/remedy.h"

namespace clampet::families {

double other_friction(const Values& v) {
    const auto& jaws = text(v, "jaws");
    const bool may_differ = jaws == "flat" || jaws == "vee" || jaws == "slot";
    return number(v, may_differ && text(v, "faces") == "unlike" ? "other_friction" : "friction");
}

Result<Squeeze> grip_squeeze(const Values& v) {
    if (text(v, "squeezed_by") != "spring") return squeeze(v);
    const double opening = number(v, "diameter"), most = number(v, "spring_most");
    if (opening > most)
        return Problem{"grip.tube_too_thick", "spring_most",
                       fmt::format("A tube of {:.3g} mm does not go into a clamp that opens {:.3g} mm.", opening * 1e3,
                                   most * 1e3),
                       "Use a larger clamp, or grip a thinner tube."};
    Squeeze s;
    const double closed = number(v, "spring_closed"), rate = number(v, "spring_rate");
    s.fresh = closed + rate * opening;
    s.force = s.fresh;
    s.working = [=, force = s.force] {
        return Working{{"force", "F₀ + k · opening",
                        fmt::format("{:.1f} N + {:.3g} N/mm · {:.2f} mm", closed, rate * 1e-3, opening * 1e3), force,
                        Dimension::force, "spring law"}};
    };
    return s;
}

namespace of_tube_grip {
namespace {

Result<std::shared_ptr<const Joint>> join_jaws(const Values& v) {
    GripNumbers n;
    const auto& jaws = text(v, "jaws");
    n.jaws = jaws == "flat" ? Jaws::flat : jaws == "vee" ? Jaws::vee : Jaws::collar;
    n.radius = number(v, "diameter") / 2;
    n.wall = number(v, "wall");
    n.solid = n.wall == 0;
    if (n.wall > n.radius)
        return Problem{"grip.wall_too_thick", "wall",
                       fmt::format("A wall of {:.3g} mm is thicker than the tube's radius.", n.wall * 1e3),
                       fmt::format("Give at most {}, or 0 for a solid bar.", quantity::mm_down(n.radius))};
    n.length = number(v, "length");
    n.friction = number(v, "friction");
    n.other_friction = other_friction(v);
    n.half_angle = number(v, "half_angle");
    n.flank = number(v, "flank");
    const double touch = n.radius / std::tan(n.half_angle);
    if (n.jaws == Jaws::vee && touch > n.flank)
        return Problem{
            "grip.flank_too_short", "flank",
            fmt::format("The tube would touch {:.3g} mm from the bottom of the V, and the flank is {:.3g} mm long.",
                        touch * 1e3, n.flank * 1e3),
            fmt::format("Use a flank of at least {}, or a wider V.", quantity::mm_up(touch))};
    n.locked = jaw_is_locked(v);
    n.seated = text(v, "seating") == "as_tightened";
    n.two_rigid = text(v, "rigid_jaws") == "two";
    // The fixed jaw lies on the holder's own side, unless it hooks round the tube: then the same load pulls on it.
    const bool own_side = text(v, "fixed_side") == "own";
    n.into_body = own_side ? -1 : 1;
    n.fixed_on_top = own_side == (text(v, "held_by") == "payload");
    n.vee_moves = text(v, "vee_on") == "moving";
    n.vee_sign = own_side == !n.vee_moves ? 1 : -1;
    const auto& fit = text(v, "collar_fit");
    n.collar_fit = fit == "cosine" ? CollarFit::close : fit == "loose" ? CollarFit::loose : CollarFit::lapped;
    n.tube_strength = number(v, "tube_strength");
    n.pad_width = number(v, "pad_width");
    n.pad_strength = number(v, "pad_strength");
    n.soft_pads = text(v, "pads") == "soft";
    auto squeezed = grip_squeeze(v);
    if (!squeezed) return squeezed.problem();
    n.squeeze = *squeezed;
    return std::shared_ptr<const Joint>(std::make_shared<GripJoint>(std::move(n)));
}

/// A tube that is the support or the payload, and a jaw on it.
Mating mating(PortSide tube) {
    const bool below = tube == PortSide::support;
    const PortSide jaw = below ? PortSide::payload : PortSide::support;
    Mating m{.support = below ? PortKind::tube : PortKind::jaw,
             .payload = below ? PortKind::jaw : PortKind::tube,
             .fills = {{"diameter", tube, "diameter"},
                       {"wall", tube, "wall"},
                       {"jaws", jaw, "form"},
                       {"length", jaw, "length"},
                       {"half_angle", jaw, "half_angle"},
                       {"flank", jaw, "flank"},
                       {"pad_width", jaw, "pad"},
                       {"spring_closed", jaw, "closed"},
                       {"spring_rate", jaw, "rate"},
                       {"spring_most", jaw, "most"},
                       {"force", jaw, "band", true},
                       {"band_strength", jaw, "band", true},
                       {"band_turns", jaw, "bands"},
                       {"slit_wall", jaw, "slit_wall"},
                       {"slit_gap", jaw, "slit_gap"}},
             .friction = "friction",
             .sets = {{"held_by", below ? "payload" : "support"}},
             .materials = {{tube, "tube_material"}, {jaw, "material"}, {jaw, "slit"}},
             .forms = {"flat", "vee", "collar", "band", "slit"}};
    for (auto& fill : squeezed_fills(jaw)) m.fills.push_back(std::move(fill));
    m.derived = below ? +[](const Meeting& meeting) { return squeezed_as(meeting.payload); }
                      : +[](const Meeting& meeting) { return squeezed_as(meeting.support); };
    return m;
}

/// A slot over the edge of a board, or over a rail.
Mating slot_on_edge() {
    Mating m{.support = PortKind::edge,
             .payload = PortKind::jaw,
             .fills = {{"diameter", PortSide::support, "thickness"},
                       {"jaws", PortSide::payload, "form"},
                       {"length", PortSide::payload, "length"},
                       {"slot_width", PortSide::payload, "width"}},
             .friction = "friction",
             .materials = {{PortSide::support, "material"}, {PortSide::payload, "material"}},
             .forms = {"slot"}};
    for (auto& fill : squeezed_fills(PortSide::payload)) m.fills.push_back(std::move(fill));
    m.derived = [](const Meeting& meeting) {
        Values v = squeezed_as(meeting.payload);
        if (const auto lining = lining_between(meeting)) {
            v["pads"] = "soft";
            v["pad_strength"] = lining->bearing;
            v["kept"] = lining->retention;
        }
        return v;
    };
    return m;
}

class TubeGrip : public Family {
 public:
    std::string_view key() const override { return "tube_grip"; }
    std::string_view name() const override { return "Grip round a tube"; }
    std::string_view purpose() const override {
        return "Jaws or a collar on a tube: does it slide, turn, part, rock or crush?";
    }
    std::span<const StockUse> own_stock() const override {
        static const std::vector<StockUse> uses{
            {"tube",
             "Tube or rod",
             {{"diameter", "outer"}, {"wall", "wall"}},
             {},
             {},
             "tube",
             {{"tube_strength", "yield"}}},
            {"spring clamp",
             "Spring clamp, by size",
             {{"spring_closed", "closed"}, {"spring_rate", "rate"}, {"spring_most", "most"}},
             {{"squeezed_by", "spring"}},
             {},
             "clamp",
             {{"pad_width", "pad"}}},
            {"band",
             "Tie, lashing or hose clamp",
             {{"force", "tension"}, {"band_strength", "strength"}},
             {{"jaws", "band"}, {"squeezed_by", "force"}},
             {},
             "band"},
            {"material",
             "Jaws or pads",
             {{"pad_strength", "bearing"}, {"kept", "retention"}},
             {},
             {{"pads", "gives_way"}},
             "material",
             {},
             {{.input = "friction", .second = true}}},
            {"material", "Slit tube", {{"slit_modulus", "youngs_modulus"}}, {}, {}, "slit"},
            {"material", "Material of the tube", {{"tube_strength", "yield"}}, {}, {}, "tube_material"}};
        return uses;
    }
    std::span<const Mating> matings() const override {
        static const std::vector<Mating> all{mating(PortSide::support), mating(PortSide::payload), slot_on_edge()};
        return all;
    }
    std::span<const Parameter> parameters() const override { return grip_parameters(); }
    bool moves() const override { return true; }
    /// Loosened it slides along its tube and turns about it. How far along, only the rig can say.
    Motion motion(const Values& v) const override {
        if (text(v, "jaws") == "slot") return {};  // neither round it, nor known which way the bar runs
        Motion m{{{"slide", "Along the tube", Eigen::Vector3d::UnitX(), true, -longest_slide, longest_slide},
                  {"turn", "Round the tube", Eigen::Vector3d::UnitX(), false, -half_turn, half_turn}}};
        m.contact_moves = text(v, "held_by") == "payload";
        return m;
    }
    Result<std::shared_ptr<const Joint>> join(const Values& v) const override {
        auto first = single(v);
        if (!first || text(v, "tubes") == "one") return first;
        auto other = v;
        for (const auto& [key, second] : {std::pair{"diameter", "second_diameter"}, {"wall", "second_wall"}})
            other.insert_or_assign(key, v.find(second)->second);
        auto second = single(other);
        if (!second) return second.problem().at("second_diameter");
        return right_angle_pair(*first, *second, number(v, "axes_apart"));
    }

 private:
    static Result<std::shared_ptr<const Joint>> single(const Values& v) {
        const auto& jaws = text(v, "jaws");
        if (jaws == "band" || jaws == "slit") return join_band(v);
        if (jaws == "slot") return join_slot(v);
        return join_jaws(v);
    }
};

}  // namespace
}  // namespace of_tube_grip

const Family& tube_grip() {
    using namespace of_tube_grip;
    static const TubeGrip family;
    return family;
}

}  // namespace clampet::families
