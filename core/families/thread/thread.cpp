#include "families/thread/thread.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "catalogue/material.h"
#include "families/shared/meeting.h"
#include "families/shared/threaded_material.h"
#include "families/thread/stack_design.h"
#include "families/thread/thread_joint.h"
#include "mechanics/first_exit.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace {

using mechanics::tightening_share;
using quantity::infinite;

enum ModeIndex : std::size_t { clamps_not, strips, breaks, overtightens, bush };

std::string in_mm(double si) {
    return quantity::format(si, Dimension::length);
}

Result<catalogue::Thread> thread_of(const Values& v, const char* key) {
    auto found = catalogue::thread_named(text(v, key));
    if (!found) return found.problem().at(key);
    return found;
}

mechanics::TightenedScrew tightened(const Values& v, const catalogue::Thread& male) {
    const bool spun = text(v, "turned") == "payload";
    return {.pitch = male.lead(),
            .pitch_diameter = male.pitch_diameter,
            .flank_half_angle = male.flank_half_angle,
            .thread_friction = number(v, "thread_friction"),
            .bearing_friction = number(v, spun ? "face_friction" : "bearing_friction"),
            .bearing_outer_diameter = number(v, spun ? "face_outer" : "bearing_outer"),
            .bearing_inner_diameter = number(v, spun ? "face_inner" : "bearing_inner")};
}

/// The longest screw as sold that stays off the bottom of the socket by what a socket varies.
double screw_for(const catalogue::Thread& thread, double items, double depth) {
    constexpr double clear = 0.0003;  // what a bottom is measured to, as in "bottoms"
    double best = 0;
    for (const double length : screw_lengths_for(thread))
        if (length <= items + depth - clear) best = std::max(best, length);
    return best;
}

/// What a screw presses round it, and the screw that a plate and a socket ask for.
Values derived(const Meeting& meeting) {
    const PressedFace face = pressed_face(meeting);
    Values v;
    if (face.is_known()) {
        v["pivot"] = face.narrowest() / 2;
        v["face_outer"] = face.narrowest();
        if (face.hole < face.narrowest()) v["face_inner"] = face.hole;
    }
    if (const auto lining = lining_between(meeting)) v["kept"] = lining->retention;
    const double items = port_size(meeting.support, "thickness");
    if (port_text(meeting.support, "designation").empty() && items > 0) {
        v["items"] = items;
        const auto thread = catalogue::thread_named(port_text(meeting.payload, "designation"));
        const double length = thread ? screw_for(*thread, items, port_size(meeting.payload, "depth")) : 0;
        if (length > 0) v["screw_length"] = length;
    }
    return v;
}

/// A screw presses the face round it.
const Mating::Companion pressed{"face", "flat_face", {{"force", "preload"}}};

/// A stud in its hole: the payload side is spun on it.
Mating stud(PortSide male) {
    const PortSide female = male == PortSide::support ? PortSide::payload : PortSide::support;
    return {.support = PortKind::thread,
            .payload = PortKind::thread,
            .fills = {{"screw", male, "designation"},
                      {"screw_length", male, "length"},
                      {"socket", female, "designation"},
                      {"socket_depth", female, "depth"}},
            .support_sex = male == PortSide::support ? "male" : "female",
            .sets = {{"items", 0.0}},
            .materials = {{female, "material"}, {male, "faces"}, {female, "faces"}},
            .derived = &derived,
            .companions = {pressed}};
}

/// A screw through a plate. A stud through a hole wants a nut: only sockets are screwed on so.
Mating through_a_face() {
    return {.support = PortKind::face,
            .payload = PortKind::thread,
            .fills = {{"screw", PortSide::payload, "designation"},
                      {"socket", PortSide::payload, "designation"},
                      {"socket_depth", PortSide::payload, "depth"}},
            .materials = {{PortSide::support, "faces"}, {PortSide::payload, "faces"}},
            .needs = "hole",
            .derived = &derived,
            .companions = {pressed}};
}

/// A nut drawn down on a stud that comes through a plate.
Mating stud_through_a_plate() {
    return {.support = PortKind::thread,
            .payload = PortKind::face,
            .fills = {{"screw", PortSide::support, "designation"},
                      {"socket", PortSide::support, "designation"},
                      {"screw_length", PortSide::support, "length"},
                      {"items", PortSide::payload, "thickness"}},
            .support_sex = "male",
            .sets = {{"socket_end", "nut"}, {"socket_material", "steel 8.8"}},
            .materials = {{PortSide::support, "faces"}, {PortSide::payload, "faces"}},
            .payload_needs = "thickness",
            .derived =
                [](const Meeting& meeting) {
                    Values v = derived(meeting);
                    const auto thread = catalogue::thread_named(port_text(meeting.support, "designation"));
                    // Heights of hexagon nuts, ISO 4032 and ASME B18.2.2: 0.8 to 0.9 of the thread's diameter.
                    if (thread) v["socket_depth"] = 0.85 * thread->major;
                    return v;
                },
            .companions = {pressed}};
}

class ThreadFamily : public Family {
 public:
    std::string_view key() const override { return "thread"; }
    std::string_view name() const override { return "Screw in its socket"; }
    std::string_view purpose() const override {
        return "A screw through a stack into a socket: does it bottom, strip or break, and what preload does it leave?";
    }
    std::span<const Mating> matings() const override {
        static const std::vector<Mating> all{stud(PortSide::support), stud(PortSide::payload), through_a_face(),
                                             stud_through_a_plate()};
        return all;
    }
    std::span<const Parameter> parameters() const override { return thread_parameters(); }
    std::span<const StockUse> own_stock() const override {
        static const std::vector<StockUse> uses{
            {"hand torque", "Knob or hand", {{"torque", "torque"}}, {}, {}, "tight"},
            {"material", "Socket of", {}, {}, {{"socket_material", "thread_that_holds"}}, "material"},
            {"screw grade", "Screw, by its mark", {}, {}, {{"screw_material", "thread_that_holds"}}, "grade"},
            {"pad",
             "Soft pad, as sold",
             {{"pad_free", "thickness"}, {"pad_modulus", "pad_modulus"}, {"kept", "retention"}},
             {{"soft", "yes"}},
             {},
             "pad"},
            {"material",
             "What is clamped, made of",
             {{"stack_modulus", "squeezed_modulus"}, {"kept", "retention"}},
             {{"tightened_by", "turn"}},
             {},
             "clamped"},
            {"material", "The faces it presses, of", {{"kept", "retention"}}, {}, {}, "faces"}};
        return uses;
    }
    std::vector<Fastener> fasteners(const Values& v, const Mating* mating) const override {
        const auto& screw = text(v, "screw");
        const auto thread = catalogue::thread_named(screw);
        if (mating && mating->support == PortKind::face && thread)
            return {{fmt::format("{} × {} screw", screw, sold_as(*thread, number(v, "screw_length")))}};
        if (mating && mating->payload == PortKind::face) return {{screw + " nut"}};
        return {};
    }
    Result<std::shared_ptr<const Joint>> join(const Values& v) const override;
};

/// Preload, and what is left of it: nothing when the screw bottoms, jams or runs out of thread.
void set_preload(ThreadNumbers& n, double pad_stiffness) {
    n.fresh_preload = n.torque / mechanics::torque_per_preload(n.screw) + n.turned_on;
    const bool jams = n.fit.fit == catalogue::Fit::jams;
    n.preload = n.kept * n.fresh_preload;
    if (n.verdict.state == mechanics::StackState::bottoms || n.verdict.state == mechanics::StackState::shank || jams ||
        n.verdict.engaged <= 0)
        n.preload = 0;
    if (!(pad_stiffness > 0) || !(n.preload > 0)) return;
    // Pads give way as the screw is tightened, until its tip meets the bottom of the socket.
    if (!n.stack.through) {
        const double before_bottom =
            pad_stiffness * ((n.stack.socket_depth - mechanics::bottom_clearance) - n.verdict.protrusion);
        n.stops = before_bottom < n.fresh_preload;
        n.preload = std::min(n.preload, n.kept * std::max(0.0, before_bottom));
        n.fresh_preload = std::min(n.fresh_preload, std::max(0.0, before_bottom));
    }
    n.stack.items = std::max(0.0, n.stack.items - n.fresh_preload / pad_stiffness);
    n.verdict = mechanics::judge_stack(n.stack);
    if (n.stops) n.verdict.state = mechanics::StackState::right;
}

/// Force per squeeze of what is soft in the stack: measured, or of a pad that bulges freely at its sides, E A/t, which
/// is no stiffer than it is; 0 where all is hard.
Result<double> pads_of(const Values& v) {
    if (const double measured = number(v, "pad_stiffness"); measured > 0) return measured;
    if (text(v, "soft") != "yes") return 0.0;
    const double outer = number(v, "pad_outer"),
                 hole = number(v, text(v, "turned") == "payload" ? "face_inner" : "bearing_inner");
    if (!(outer > hole))
        return Problem{"thread.pad_too_small", "pad_outer",
                       fmt::format("A pad of {} leaves nothing round a hole of {}.", in_mm(outer), in_mm(hole)),
                       "Give the pad's outside diameter."};
    const double area = std::numbers::pi / 4 * (outer * outer - hole * hole);
    return number(v, "pad_modulus") * area / number(v, "pad_free");
}

/// What turning on past snug adds [N]: its pitches, over what screw, stack and pads give, in series; no more than what
/// stretches the screw for good.
double turned_past_snug(const ThreadNumbers& n, const Values& v, double pad_stiffness) {
    if (text(v, "tightened_by") != "turn") return 0;
    constexpr double thinnest = 1e-3, tan_30 = std::numbers::inv_sqrt3;
    const double clamped = std::max(number(v, "items"), thinnest), hole = n.male.major,
                 head = std::max(n.screw.bearing_outer_diameter, 1.5 * hole);
    // Frusta of 30 degrees from head and thread, by their mean diameter (Shigley, members in a bolted joint).
    const double mean = head + clamped / 2 * tan_30, area = std::numbers::pi / 4 * (mean * mean - hole * hole);
    const double gives = clamped / (catalogue::steel_modulus * n.male.stress_area) +
                         clamped / (number(v, "stack_modulus") * area) + (pad_stiffness > 0 ? 1 / pad_stiffness : 0);
    // Past its yield a screw stretches without pressing more.
    return std::min(number(v, "past_snug") * n.male.lead() / gives, n.male.stress_area * n.proof_stress);
}

/// A bush between screw and socket: its thin wall, and whether it stays when the screw comes out.
Status set_bush(ThreadNumbers& n, const Values& v) {
    if (text(v, "held_in") != "bush") return Done{};
    const auto outside = thread_of(v, "bush_thread");
    if (!outside) return outside.problem();
    if (!(outside->minor_external > n.female.major))
        return Problem{"thread.bush_without_wall", "bush_thread",
                       fmt::format("{} inside leaves no wall in {}.", n.female.designation, outside->designation),
                       "Give the bush's outside thread, for example 3/8-16."};
    const double d_o = outside->minor_external, d_i = n.female.major;
    n.bush_torque = n.socket_shear * std::numbers::pi * (std::pow(d_o, 4) - std::pow(d_i, 4)) / (16 * d_o);
    auto bush = n.screw;
    bush.pitch = outside->lead();
    bush.pitch_diameter = outside->pitch_diameter;
    bush.flank_half_angle = outside->flank_half_angle;
    bush.bearing_outer_diameter = bush.bearing_inner_diameter = 0;
    // Its shoulder, or the bottom that it was screwed against, is not counted: both turn back more easily than they
    // tighten.
    n.bush_holds = number(v, "bush_tightened") * std::max(0.0, mechanics::loosening_torque_per_preload(bush)) /
                   mechanics::torque_per_preload(bush);
    return Done{};
}

Result<std::shared_ptr<const Joint>> ThreadFamily::join(const Values& v) const {
    ThreadNumbers n;
    auto male = thread_of(v, "screw"), female = thread_of(v, "socket");
    if (!male) return male.problem();
    if (!female) return female.problem();
    n.male = *male;
    n.female = *female;
    const auto screw_material = threaded_material(v, "screw_material");
    if (!screw_material) return screw_material.problem();
    const auto socket_material = threaded_material(v, "socket_material");
    if (!socket_material) return socket_material.problem();
    n.socket_material = socket_material->name;
    n.soft_socket = socket_material->soft_thread;
    n.screw_strength = screw_material->ultimate;
    n.proof_stress = screw_material->yield;
    n.screw_shear = mechanics::thread_shear(*screw_material);
    n.socket_shear = mechanics::thread_shear(*socket_material);
    n.sizes = text(v, "limits") == "worst" ? mechanics::worst_sizes(n.male, n.female)
                                           : mechanics::basic_sizes(n.male, n.female);
    n.torque = number(v, "torque");
    n.kept = number(v, "kept");
    n.load_share = number(v, "load_share");
    n.pivot = number(v, "pivot");
    n.payload_turned = text(v, "turned") == "payload";
    n.screw = tightened(v, n.male);
    if (const auto ok = mechanics::check_screw(n.screw); !ok) return ok.problem();
    const auto pads = pads_of(v);
    if (!pads) return pads.problem();
    n.turned_on = turned_past_snug(n, v, *pads);
    n.highest_preload = mechanics::highest_preload(n.screw, n.torque) + n.turned_on;

    const double per_length = std::min(mechanics::external_shear_area_per_length(n.sizes) * n.screw_shear,
                                       mechanics::internal_shear_area_per_length(n.sizes) * n.socket_shear);
    n.countersunk = text(v, "head") == "countersunk";
    const bool padded = text(v, "soft") == "yes";
    n.stack = {.screw_length = number(v, "screw_length"),
               .items = number(v, "items") + (padded ? number(v, "pad_free") : 0),
               .sink = n.countersunk ? number(v, "sink") : 0,
               .socket_depth = number(v, "socket_depth"),
               .through = text(v, "socket_end") != "blind",
               .pitch = n.male.pitch,
               .plain_length = number(v, "plain_length"),
               .needed = per_length > 0 ? n.highest_preload / (tightening_share * per_length) : 0,
               .least_turns = n.soft_socket ? 3.0 : 2.0,
               .least_tail = text(v, "socket_end") == "nut" ? mechanics::nut_tail_turns * n.male.pitch : 0};
    n.verdict = mechanics::judge_stack(n.stack);
    n.fit = catalogue::fit(n.male, n.female, n.verdict.turns);
    if (n.fit.fit == catalogue::Fit::too_big || n.fit.fit == catalogue::Fit::no_contact)
        return Problem{
            "thread.does_not_fit", "socket",
            fmt::format("{} does not go into {}: {}", n.male.designation, n.female.designation, n.fit.reason),
            "Use an adapter or a bush between them."};
    const double neck = number(v, "neck_diameter");
    n.weakest_section =
        neck > 0 ? std::min(n.male.stress_area, std::numbers::pi / 4 * neck * neck) : n.male.stress_area;
    if (const auto bush = set_bush(n, v); !bush) return bush.problem();
    set_preload(n, *pads);
    return std::shared_ptr<const Joint>(std::make_shared<ThreadJoint>(std::move(n)));
}

}  // namespace

const Family& thread() {
    static const ThreadFamily family;
    return family;
}

ThreadJoint::ThreadJoint(ThreadNumbers numbers) : n_(std::move(numbers)) {
    Mode first{"bottoms", ModeClass::ultimate, "bottoms|bottom before it clamps", false};
    if (n_.fit.fit == catalogue::Fit::jams)
        first = {"jams", ModeClass::ultimate, "jams|jam before it clamps", false};
    else if (n_.verdict.state == mechanics::StackState::shank)
        first = {"shank", ModeClass::ultimate, "runs|run out of thread before it clamps", false};
    modes_ = {first,
              {"strips", ModeClass::ultimate, "strips|strip its thread", false},
              {"breaks", ModeClass::ultimate, "breaks|break its screw", false},
              {"overtightens", ModeClass::service, "may| strip or yield while it is tightened", false, true}};
    if (n_.bush_torque > 0)
        modes_.push_back({"bush", ModeClass::ultimate, "twists|twist its bush off while it is tightened", false, true});
    // A pipe joint has no face that could take a twist: the thread itself must.
    if (is_pipe()) {
        unscrews_ = modes_.size();
        modes_.push_back({"unscrews", ModeClass::ultimate, "is|be unscrewed by its load", false, false});
    }
}

bool ThreadJoint::is_pipe() const noexcept {
    return n_.male.form == catalogue::ThreadForm::taper_pipe || n_.male.series.find("pipe") != std::string::npos;
}

bool ThreadJoint::clamps() const noexcept {
    return n_.preload > 0;
}

double ThreadJoint::strip_force() const noexcept {
    double engaged = n_.verdict.engaged;
    if (n_.fit.fit == catalogue::Fit::jams)
        engaged = std::min(engaged, std::max(0.0, n_.fit.turns_low) * n_.male.pitch);
    return engaged * std::min(mechanics::external_shear_area_per_length(n_.sizes) * n_.screw_shear,
                              mechanics::internal_shear_area_per_length(n_.sizes) * n_.socket_shear);
}
double ThreadJoint::tension_force() const noexcept {
    return n_.weakest_section * n_.screw_strength;
}

double ThreadJoint::screw_force(const Wrench& w) const noexcept {
    const double pull = w.fz + std::sqrt(w.mx * w.mx + w.my * w.my) / n_.pivot;
    return std::max({0.0, n_.preload + n_.load_share * w.fz, pull});
}

double ThreadJoint::utilisation(std::size_t mode, const Wrench& w) const noexcept {
    const auto ratio = [](double demand, double capacity) {
        return capacity > 0 ? demand / capacity : demand > 0 ? infinite : 0.0;
    };
    if (mode == unscrews_) return ratio(std::max(0.0, w.mz), loosening_torque());  // right-hand: z's turn loosens
    switch (mode) {
        case clamps_not:
            return clamps() ? 0 : infinite;
        case strips:
            return strip_force() > 0 ? screw_force(w) / strip_force() : infinite;
        case breaks:
            return ratio(screw_force(w), tension_force());
        case bush:
            return ratio(mechanics::high_torque_share * n_.torque, n_.bush_torque);
        default:  // tightening does not depend on the load: a ratio
            return ratio(n_.highest_preload, preload_allowed());
    }
}

double ThreadJoint::preload_allowed() const noexcept {
    return std::min(tightening_share * strip_force(),
                    mechanics::largest_preload(n_.screw, n_.weakest_section, n_.proof_stress));
}

double ThreadJoint::loosening_torque() const noexcept {
    return n_.preload * mechanics::loosening_torque_per_preload(n_.screw);
}

std::vector<NamedValue> ThreadJoint::demand(std::size_t mode, const Wrench& w) const {
    if (mode == clamps_not) return {{"protrusion", n_.verdict.protrusion, Dimension::length}};
    if (mode == unscrews_) return {{"twist", std::max(0.0, w.mz), Dimension::torque}};
    if (mode == bush) return {{"torque", mechanics::high_torque_share * n_.torque, Dimension::torque}};
    if (mode == overtightens) return {{"highest_preload", n_.highest_preload, Dimension::force}};
    return {{"screw_force", screw_force(w), Dimension::force}};
}

std::vector<NamedValue> ThreadJoint::capacity(std::size_t mode, const Wrench&) const {
    if (mode == unscrews_) return {{"twist", loosening_torque(), Dimension::torque}};
    switch (mode) {
        case clamps_not:
            return {{"socket_depth", n_.stack.socket_depth, Dimension::length}};
        case strips:
            return {{"strip_force", strip_force(), Dimension::force}};
        case breaks:
            return {{"tension_force", tension_force(), Dimension::force}};
        case bush:
            return {{"bush_torque", n_.bush_torque, Dimension::torque}};
        default:
            return {{"preload_allowed", preload_allowed(), Dimension::force}};
    }
}

std::vector<NamedValue> ThreadJoint::results(const Load&) const {
    const auto& v = n_.verdict;
    std::vector<NamedValue> values{{"preload", n_.preload, Dimension::force},
                                   {"preload_fresh", n_.fresh_preload, Dimension::force},
                                   {"protrusion", v.protrusion, Dimension::length},
                                   {"engaged", v.engaged, Dimension::length},
                                   {"turns", v.turns, Dimension::number},
                                   {"strip_force", strip_force(), Dimension::force},
                                   {"tension_force", tension_force(), Dimension::force},
                                   {"loosening_torque", loosening_torque(), Dimension::torque},
                                   {"preload_allowed_tightening", preload_allowed(), Dimension::force}};
    const double per_length = n_.verdict.engaged > 0 ? strip_force() / n_.verdict.engaged : 0;
    if (per_length > 0) values.push_back({"equal_length", tension_force() / per_length, Dimension::length});
    if (!v.extra_items.is_empty()) {
        values.push_back({"extra_items_low", v.extra_items.low, Dimension::length});
        values.push_back({"extra_items_high", v.extra_items.high, Dimension::length});
    }
    if (!v.screw_lengths.is_empty()) {
        values.push_back({"screw_length_low", v.screw_lengths.low, Dimension::length});
        if (std::isfinite(v.screw_lengths.high))
            values.push_back({"screw_length_high", v.screw_lengths.high, Dimension::length});
    }
    return values;
}

Working ThreadJoint::working(const Load& load) const {
    Working lines;
    const auto& v = n_.verdict;
    const Wrench w = load.whole();
    const std::string sunk = n_.stack.sink > 0 ? " + " + in_mm(n_.stack.sink) : "";
    lines.push_back({"protrusion", sunk.empty() ? "p = L_s − Σt" : "p = L − Σt + sink",
                     fmt::format("{} − {}{}", in_mm(n_.stack.screw_length), in_mm(n_.stack.items), sunk), v.protrusion,
                     Dimension::length, "geometry"});
    lines.push_back(
        {"engaged", "e = min(p, D_s) − lead-in",
         fmt::format("min({}, {}) − {}", in_mm(v.protrusion), in_mm(n_.stack.socket_depth), in_mm(v.lead_in)),
         v.engaged, Dimension::length, "lead-in of one pitch: common practice"});
    lines.push_back({"turns", "e/P", fmt::format("{} / {}", in_mm(v.engaged), in_mm(n_.male.pitch)), v.turns,
                     Dimension::number, "geometry"});
    const double arm = mechanics::torque_per_preload(n_.screw);
    lines.push_back({"bearing_radius", "r_b = 2/3 (R_o³ − R_i³)/(R_o² − R_i²)",
                     n_.payload_turned ? "of the face that is spun" : "under the head",
                     mechanics::bearing_radius(n_.screw), Dimension::length, "Shigley, uniform pressure"});
    lines.push_back({"torque_per_preload", "T/N = (d₂/2) tan(ψ + ρ′) + μ_b r_b",
                     fmt::format("({}/2) tan({:.2f}° + ρ′) + {:.2f} · {}", in_mm(n_.male.pitch_diameter),
                                 n_.male.lead_angle() / quantity::degree, n_.screw.bearing_friction,
                                 in_mm(mechanics::bearing_radius(n_.screw))),
                     arm, Dimension::length, "VDI 2230 part 1"});
    lines.push_back({"preload_fresh",
                     n_.stops           ? "as far as the pads give way until its tip meets the bottom"
                     : n_.turned_on > 0 ? "N = T/(T/N) + what turning past snug adds"
                                        : "N = T/(T/N)",
                     n_.stops           ? ""
                     : n_.turned_on > 0 ? fmt::format("{:.3g} N·m / {} + {:.1f} N", n_.torque, in_mm(arm), n_.turned_on)
                                        : fmt::format("{:.3g} N·m / {}", n_.torque, in_mm(arm)),
                     n_.fresh_preload, Dimension::force, "VDI 2230 part 1"});
    lines.push_back({"preload", clamps() ? "N′ = kept · N" : "0: it does not clamp",
                     clamps() ? fmt::format("{:.2f} · {:.1f} N", n_.kept, n_.fresh_preload) : state_sentence(),
                     n_.preload, Dimension::force, "retention from memory"});
    lines.push_back({"external_shear_area", "π n e D₁ [P/2 + (d₂ − D₁) tan α]", "",
                     v.engaged * mechanics::external_shear_area_per_length(n_.sizes), Dimension::area,
                     "FED-STD-H28/2"});
    lines.push_back({"internal_shear_area", "π n e d [P/2 + (d − D₂) tan α]", "",
                     v.engaged * mechanics::internal_shear_area_per_length(n_.sizes), Dimension::area,
                     "FED-STD-H28/2"});
    lines.push_back({"strip_force", "min(A τ) of screw and socket",
                     fmt::format("τ {} and {}", quantity::format(n_.screw_shear, Dimension::stress),
                                 quantity::format(n_.socket_shear, Dimension::stress)),
                     strip_force(), Dimension::force, "metal 0.577 σ_u; plastic 0.4 σ_u; wood 34.5 G² × 0.7 × 0.6"});
    lines.push_back({"tension_force", "A_t σ_u",
                     fmt::format("{:.2f} mm² · {}", n_.weakest_section * 1e6,
                                 quantity::format(n_.screw_strength, Dimension::stress)),
                     tension_force(), Dimension::force,
                     n_.male.form == catalogue::ThreadForm::iso ? "ISO 898-1" : "ASME B1.1"});
    lines.push_back({"screw_force", "max(N′ + φ Fz, Fz + M/pivot)",
                     fmt::format("max({:.1f} + {:.2f} · {:.2f}, {:.2f} + {:.3f}/{:.4f})", n_.preload, n_.load_share,
                                 w.fz, w.fz, std::hypot(w.mx, w.my), n_.pivot),
                     screw_force(w), Dimension::force, "joint stiffness, VDI 2230"});
    if (n_.bush_torque > 0)
        lines.push_back({"bush_torque", "τ π (d_o⁴ − d_i⁴)/(16 d_o)", "", n_.bush_torque, Dimension::torque,
                         "torsion of its wall"});
    if (n_.turned_on > 0)
        lines.push_back({"turned_on", "turns · lead/(1/k_screw + 1/k_stack + 1/k_pad)", "", n_.turned_on,
                         Dimension::force, "Shigley, stiffness of a bolted joint"});
    lines.push_back({"highest_preload", "at 1.5 T and 0.7 μ", "", n_.highest_preload, Dimension::force,
                     "hand torque scatter from memory"});
    return lines;
}

std::string ThreadJoint::state_sentence() const {
    if (n_.fit.fit == catalogue::Fit::jams) return n_.fit.reason;
    if (auto sentence = stack_sentence(n_.stack, n_.verdict); !sentence.empty()) return sentence;
    if (n_.preload <= 0 && n_.torque > 0) return "The pads give way until the screw bottoms: it clamps nothing.";
    return {};
}

std::vector<Advisory> ThreadJoint::advisories() const {
    std::vector<Advisory> list;
    // What only sticks out too far, or too little, holds.
    using State = mechanics::StackState;
    const bool holds = n_.verdict.state == State::too_long || n_.verdict.state == State::flush;
    if (const auto sentence = state_sentence(); !sentence.empty()) list.push_back({sentence, !holds});
    if (is_pipe())
        list.push_back(
            {"A load that turns it can unscrew a pipe joint, overhead most of all: a set screw, a pin across "
             "or a lock nut keeps it; tape and sealant do not.",
             false});
    if (n_.stops && clamps())
        list.push_back({fmt::format("The screw stops on the bottom of its socket; the pad holds with {}.",
                                    quantity::format(n_.preload, Dimension::force)),
                        true});
    if (n_.bush_torque > 0 && loosening_torque() > n_.bush_holds)
        list.push_back(
            {fmt::format("The bush comes out with its screw: it turns back at {}, the screw at {}. Tighten or "
                         "lock the bush.",
                         quantity::format(n_.bush_holds, Dimension::torque),
                         quantity::format(loosening_torque(), Dimension::torque)),
             false});
    if (n_.fit.fit == catalogue::Fit::by_luck)
        list.push_back({fmt::format("It goes in by luck: {}", n_.fit.reason), true});
    if (!mechanics::is_self_locking(n_.screw))
        list.push_back({"The screw is not self-locking: it turns back by itself.", true});
    const double allowed = preload_allowed();
    if (clamps() && n_.highest_preload > allowed)
        list.push_back({fmt::format("A strong hand could overtighten it: {} against {} allowed.",
                                    quantity::format(n_.highest_preload, Dimension::force),
                                    quantity::format(allowed, Dimension::force)),
                        false});
    return list;
}

}  // namespace clampet::families
