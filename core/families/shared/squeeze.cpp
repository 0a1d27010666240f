#include "families/shared/squeeze.h"

#include <fmt/format.h>

#include "families/shared/parameter_rows.h"
#include "quantity/dimension.h"

namespace clampet::families {

std::vector<Parameter> squeeze_parameters(const SqueezeDefaults& d) {
    const auto by_screw = [](Parameter p) { return shown_for(std::move(p), "squeezed_by", {"screw"}); };
    Parameter force = quantity_row("force", "Clamping force", Dimension::force, d.force, {0, 1e6},
                                   "The force that presses the parts together, along the clamp axis.", "input");
    force.spread = {1 / 1.5, 1.5, true, {}};
    Parameter torque =
        quantity_row("torque", "Hand torque", Dimension::torque, d.torque, {0, 1e3},
                     "What the hand puts on the knob or screw: Ø20 knob 0.8 N·m, star Ø40 3 N·m.", "from memory");
    torque.spread = {1 / 1.5, 1.5, true, {}};
    Parameter thread_friction = quantity_row("thread_friction", "Friction in the thread", Dimension::number, 0.15,
                                             {0, 2}, "Dry steel 0.15; oiled 0.10.", "from memory");
    thread_friction.spread = screw_friction_spread;
    Parameter bearing_friction = quantity_row("bearing_friction", "Friction under the head", Dimension::number, 0.15,
                                              {0, 2}, "Where the head, knob or tip rubs.", "from memory");
    bearing_friction.spread = screw_friction_spread;
    return {
        described(choice_row("squeezed_by", "Squeezed by", {{"force", "a known force"}, {"screw", "a screw or knob"}},
                             "force", "A spring or a measured force, or a screw that is turned by hand.")),
        shown_for(force, "squeezed_by", {"force"}),
        by_screw(text_row("screw", "Screw", d.screw, "Its thread, for example M5 or 1/4-20.", "catalogue")),
        by_screw(torque),
        by_screw(thread_friction),
        by_screw(bearing_friction),
        by_screw(gap_row("bearing_outer", "Rubbing face, outside", d.bearing_outer, 0.3,
                         "Outer diameter of what rubs when it is turned; 0 for a ball tip.")),
        by_screw(gap_row("bearing_inner", "Rubbing face, hole", d.bearing_inner, 0.3,
                         "Diameter of the hole in what rubs; 0 for a solid pad.")),
        described(
            quantity_row("kept", "Kept after a day", Dimension::number, d.kept, {0, 1, false},
                         "Share of the force that is left after a day: steel stack 0.95, hardwood 0.75, plywood 0.7, "
                         "rubber 0.7, printed PLA 0.6.",
                         "from memory")),
    };
}

namespace {

struct Turned {
    mechanics::TightenedScrew screw;
    double torque = 0, lead_angle = 0;
};

Working working_of(double fresh, double kept, const std::optional<Turned>& turned) {
    Working lines;
    if (!turned) {
        lines.push_back({"force", "F", "", fresh, Dimension::force, "input"});
    } else {
        const auto& screw = turned->screw;
        const double arm = mechanics::torque_per_preload(screw), radius = mechanics::bearing_radius(screw);
        lines.push_back({"bearing_radius", "r_b = 2/3 (R_o³ − R_i³)/(R_o² − R_i²)", "", radius, Dimension::length,
                         "Shigley, uniform pressure"});
        lines.push_back({"torque_per_preload", "T/N = (d₂/2) tan(ψ + ρ′) + μ_b r_b",
                         fmt::format("({:.3f} mm/2) tan({:.2f}° + ρ′) + {:.2f} · {:.2f} mm", screw.pitch_diameter * 1e3,
                                     turned->lead_angle / quantity::degree, screw.bearing_friction, radius * 1e3),
                         arm, Dimension::length, "VDI 2230 part 1"});
        lines.push_back({"force_fresh", "F = T/(T/N)", fmt::format("{:.3g} N·m / {:.3f} mm", turned->torque, arm * 1e3),
                         fresh, Dimension::force, "VDI 2230 part 1"});
    }
    if (kept < 1)
        lines.push_back({"force_kept", "F′ = kept · F", fmt::format("{:.2f} · {:.1f} N", kept, fresh), kept * fresh,
                         Dimension::force, "retention from memory"});
    return lines;
}

}  // namespace

Result<Squeeze> squeeze(const Values& values) {
    Squeeze s;
    std::optional<Turned> turned;
    const double kept = number(values, "kept");
    if (text(values, "squeezed_by") == "force") {
        s.fresh = number(values, "force");
    } else {
        const auto thread = catalogue::thread_named(text(values, "screw"));
        if (!thread) return thread.problem().at("screw");
        s.thread = *thread;
        s.screw = {.pitch = thread->lead(),
                   .pitch_diameter = thread->pitch_diameter,
                   .flank_half_angle = thread->flank_half_angle,
                   .thread_friction = number(values, "thread_friction"),
                   .bearing_friction = number(values, "bearing_friction"),
                   .bearing_outer_diameter = number(values, "bearing_outer"),
                   .bearing_inner_diameter = number(values, "bearing_inner")};
        if (const auto ok = mechanics::check_screw(s.screw); !ok) return ok.problem();
        turned = Turned{s.screw, number(values, "torque"), thread->lead_angle()};
        s.fresh = turned->torque / mechanics::torque_per_preload(s.screw);
    }
    s.force = kept * s.fresh;
    s.working = [fresh = s.fresh, kept, turned] { return working_of(fresh, kept, turned); };
    return s;
}

}  // namespace clampet::families
