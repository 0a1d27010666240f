#include "families/shared/squeeze.h"

#include <fmt/format.h>

#include <algorithm>

#include "catalogue/stock.h"
#include "families/shared/parameter_rows.h"
#include "mechanics/disc_spring.h"
#include "quantity/dimension.h"

namespace clampet::families {

namespace {

/// The first disc spring of the stock that goes over a thread.
const catalogue::StockRow& disc_over(const std::string& screw) {
    const auto thread = catalogue::thread_named(screw);
    const auto& rows = catalogue::stock_group("disc spring");
    const auto found = std::find_if(rows.begin(), rows.end(),
                                    [&](const auto* row) { return thread && row->size("bore") > thread->major; });
    return **(found == rows.end() ? rows.begin() : found);
}

std::vector<Parameter> disc_rows(const catalogue::StockRow& disc) {
    Parameter thickness = length_row("disc_thickness", "Disc spring, thickness", disc.size("thickness"), 0.05,
                                     "Of the sheet that it is pressed from.", "EN 16983, from memory");
    // Its force may be a fifth more or 7.5 % less (EN 16983, from memory) and goes by more than the third power of t.
    thickness.spread = {0.98, 1.05, true, {}};
    std::vector<Parameter> rows{
        length_row("disc_outer", "Disc spring, outside", disc.size("outer"), 0.5, "Its outer diameter.",
                   "EN 16983, from memory"),
        length_row("disc_bore", "Disc spring, hole", disc.size("bore"), 0.5, "Its hole: it goes over the screw.",
                   "EN 16983, from memory"),
        thickness,
        length_row("disc_cone", "Disc spring, cone", disc.size("free_cone"), 0.05,
                   "How much higher than its thickness it stands on a table.", "EN 16983, from memory"),
        count_row("discs_in_row", "Discs turned against each other", 2, {1, 40},
                  "Two back to back are twice as soft: they follow twice as far."),
        count_row("discs_nested", "Discs laid into each other", 1, {1, 10},
                  "Two in each other press twice as hard over the same way."),
        quantity_row("nut_turns", "Nut turned on by", Dimension::number, 0.35, {0, 100, false},
                     "Turns from where the springs are just held: a third, a half; mark the nut.", "input"),
        described(
            gap_row("gives", "What it squeezes gives", 0.00005, 0.02,
                    "Thickness lost in a season: metal 0, printed 0.05 mm, wood across the grain 0.1 mm and more.",
                    "from memory")),
    };
    for (auto& row : rows) {
        // A spring is another one as a whole, by its name in the stock; nobody makes one.
        row.described = row.described || row.dimension == Dimension::length;
        row = shown_for(std::move(row), "squeezed_by", {"disc_spring"});
    }
    return rows;
}

}  // namespace

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
    std::vector<Parameter> rows{
        described(choice_row(
            "squeezed_by", "Squeezed by",
            {{"force", "a known force"}, {"screw", "a screw or knob"}, {"disc_spring", "disc springs under a nut"}},
            "force",
            "A measured force, a screw that is turned by hand, or disc springs, which go on pressing "
            "when what they squeeze gives.")),
        shown_for(force, "squeezed_by", {"force"}),
        shown_for(text_row("screw", "Screw", d.screw, "Its thread, for example M5 or 1/4-20.", "catalogue"),
                  "squeezed_by", {"screw", "disc_spring"}),
        by_screw(torque),
        by_screw(thread_friction),
        by_screw(bearing_friction),
        by_screw(gap_row("bearing_outer", "Rubbing face, outside", d.bearing_outer, 0.3,
                         "Outer diameter of what rubs when it is turned; 0 for a ball tip.")),
        by_screw(gap_row("bearing_inner", "Rubbing face, hole", d.bearing_inner, 0.3,
                         "Diameter of the hole in what rubs; 0 for a solid pad.")),
        // A spring follows what creeps: it loses what its law says.
        shown_for(described(quantity_row(
                      "kept", "Kept after a day", Dimension::number, d.kept, {0, 1, false},
                      "Share of the force that is left after a day: steel stack 0.95, hardwood 0.75, plywood 0.7, "
                      "rubber 0.7, printed PLA 0.6.",
                      "from memory")),
                  "squeezed_by", {"force", "screw"}),
    };
    const auto discs = disc_rows(disc_over(d.screw));
    rows.insert(rows.end() - 1, discs.begin(), discs.end());
    return rows;
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

mechanics::DiscColumn column_of(const Values& values) {
    return {.outer = number(values, "disc_outer"),
            .bore = number(values, "disc_bore"),
            .thickness = number(values, "disc_thickness"),
            .cone = number(values, "disc_cone"),
            .in_row = static_cast<int>(number(values, "discs_in_row")),
            .nested = static_cast<int>(number(values, "discs_nested"))};
}

Working disc_working(const mechanics::DiscColumn& column, double way, double gives, double fresh, double left) {
    Working lines{{"disc_way", "s = turns · P/n", fmt::format("{:.3f} mm/{}", way * 1e3, column.in_row),
                   way / column.in_row, Dimension::length, "a nut's way"},
                  {"force_fresh", "4E/(1−ν²) · t⁴/(K₁D²) · (s/t)[(h₀/t − s/t)(h₀/t − s/2t) + 1]",
                   fmt::format("D {:.3g}, t {:.3g}, h₀ {:.3g} mm, {} laid into each other", column.outer * 1e3,
                               column.thickness * 1e3, column.cone * 1e3, column.nested),
                   fresh, Dimension::force, "EN 16984 (Almen and Laszlo)"}};
    if (gives > 0)
        lines.push_back({"force_kept", "F′ = F(s − what gives/n)",
                         fmt::format("F({:.3f} mm)", std::max(0.0, way - gives) / column.in_row * 1e3), left,
                         Dimension::force, "EN 16984"});
    return lines;
}

/// Disc springs under a nut: pressed by its way, less what gives under them.
Result<Squeeze> pressed_by_discs(const Values& values) {
    const auto thread = catalogue::thread_named(text(values, "screw"));
    if (!thread) return thread.problem().at("screw");
    const auto column = column_of(values);
    if (const auto ok = mechanics::check_column(column); !ok) return ok.problem();
    if (column.bore < thread->major)
        return Problem{"disc_spring.too_small", "disc_bore",
                       fmt::format("A disc with a hole of {:.3g} mm does not go over {}, {:.3g} mm.", column.bore * 1e3,
                                   thread->designation, thread->major * 1e3),
                       "Take a disc with a larger hole, or a thinner screw."};
    const double way = number(values, "nut_turns") * thread->lead(), gives = number(values, "gives");
    if (way > column.way())
        return Problem{"disc_spring.flat", "nut_turns",
                       fmt::format("{:.3g} turns of {} press the springs by {:.3g} mm; they lie flat at {:.3g} mm.",
                                   number(values, "nut_turns"), thread->designation, way * 1e3, column.way() * 1e3),
                       fmt::format("Turn the nut on by at most {:.2g} of a turn, or put more discs in the row.",
                                   column.way() / thread->lead())};
    Squeeze s;
    s.fresh = mechanics::disc_force(column, way);
    s.force = mechanics::disc_force(column, std::max(0.0, way - gives));
    s.working = [=, fresh = s.fresh, left = s.force] { return disc_working(column, way, gives, fresh, left); };
    return s;
}

}  // namespace

Result<Squeeze> squeeze(const Values& values) {
    if (text(values, "squeezed_by") == "disc_spring") return pressed_by_discs(values);
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

bool jaw_is_locked(const Values& values) {
    const auto& by = text(values, "squeezed_by");
    return by != "spring" && by != "disc_spring" && text(values, "jaw_law") == "locked";
}

}  // namespace clampet::families
