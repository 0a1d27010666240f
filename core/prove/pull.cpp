#include "prove/pull.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <limits>
#include <memory>

#include "prove/records.h"
#include "quantity/dimension.h"
#include "quantity/numbers.h"
#include "quantity/parse.h"
#include "rig/in_force.h"
#include "rig/learned.h"
#include "study/check.h"

namespace clampet::prove {
namespace {

using families::ModeClass;
using rig::Element;
using rig::Interface;
using rig::Outcome;
using rig::Vector;

using quantity::infinite;
using quantity::z95;
constexpr double least_scale = 0.02, most_scale = 50;  // of friction, over what is typical
constexpr double most_pulled = 1e5;                    // [N]

using Loaded = mechanics::Load;

/// An interface ready to be tried: in force, and the load on it.
struct Tried {
    Interface interface;
    Loaded load;  ///< weights, and the pull
};

std::optional<double> number_of(const Element& element, const std::string& key, rig::End end) {
    auto alone = element;
    std::erase_if(alone.inputs, [](const auto& i) { return std::holds_alternative<rig::Link>(i.second); });
    const auto values = rig::values_of(alone, end, {});
    if (!values) return std::nullopt;
    const auto at = values->find(key);
    const auto* value = at == values->end() ? nullptr : std::get_if<double>(&at->second);
    return value ? std::optional(*value) : std::nullopt;
}

bool is_linked(const Element& element, const std::string& key) {
    const auto given = element.inputs.find(key);
    return given != element.inputs.end() && std::holds_alternative<rig::Link>(given->second);
}

/// The interface with all its frictions so much larger.
Interface with_friction(Interface interface, double scale) {
    for (auto& element : interface.elements) {
        const auto* family = families::family_named(element.family);
        if (!family) continue;
        for (const auto& p : family->parameters())
            if (rig::is_friction(p) && !is_linked(element, p.key))
                if (const auto typical = number_of(element, p.key, rig::End::typical))
                    element.inputs[p.key] = std::clamp(scale * *typical, p.least, p.most);
    }
    return interface;
}

/// Factors of the pull, the weights kept, of every ultimate mode.
std::vector<double> factors_of(const rig::Prepared& prepared, const Loaded& load) {
    std::vector<double> all;
    for (const auto& joint : prepared.joints)
        for (std::size_t m = 0; m < joint->modes().size(); ++m)
            if (joint->modes()[m].mode_class == ModeClass::ultimate)
                all.push_back(families::factors(*joint, m, load).live);
    return all;
}

/// The same; empty where it cannot be built so.
std::vector<double> factors_of(const Interface& interface, const Loaded& load) {
    const auto prepared = rig::prepare(interface, rig::End::typical);
    return prepared ? factors_of(*prepared, load) : std::vector<double>{};
}

/// A mode goes by friction where half as much again holds more.
bool is_slide(double factor, double rougher) {
    return std::isfinite(factor) && rougher > factor * 1.001 + 1e-12;
}

/// Modes that go by friction.
std::vector<std::size_t> slides_of(const Interface& interface, const Loaded& load) {
    const auto now = factors_of(with_friction(interface, 1), load),
               more = factors_of(with_friction(interface, 1.5), load);
    std::vector<std::size_t> slides;
    if (now.size() != more.size()) return slides;
    for (std::size_t i = 0; i < now.size(); ++i)
        if (is_slide(now[i], more[i])) slides.push_back(i);
    return slides;
}

/// The least factor among the slides, with friction so much larger.
double slide_factor(const Interface& interface, const Loaded& load, const std::vector<std::size_t>& slides,
                    double scale) {
    const auto all = factors_of(with_friction(interface, scale), load);
    double least = infinite;
    for (const auto i : slides)
        if (i < all.size()) least = std::min(least, all[i]);
    return all.empty() ? 0 : least;
}

/// How much friction, over what is typical, just holds the load: 0 or infinity where it lies beyond what is tried.
double needed_scale(const Interface& interface, const Loaded& load, const std::vector<std::size_t>& slides,
                    double closeness = 1e-6) {
    double low = std::log(least_scale), high = std::log(most_scale);
    if (slide_factor(interface, load, slides, least_scale) >= 1) return 0;
    if (slide_factor(interface, load, slides, most_scale) < 1) return infinite;
    while (high - low > closeness) {
        const double middle = (low + high) / 2;
        (slide_factor(interface, load, slides, std::exp(middle)) < 1 ? low : high) = middle;
    }
    return std::exp((low + high) / 2);
}

Problem no_seam(const rig::Rig& rig, const std::string& name) {
    std::string known;
    for (const auto& f : rig.interfaces) known += (known.empty() ? "" : ", ") + f.id;
    return {"pull.no_seam", "seam", fmt::format("There is no interface “{}”.", name),
            fmt::format("Use one of: {}.", known)};
}

rig::Rig untaught(rig::Rig rig) {
    rig.learned = {};
    return rig;
}

Result<Tried> tried(const rig::Rig& rig, const Interface& seam, const Vector& at, const Vector& way, double force) {
    const auto prepared = study::prepare(rig, {});
    if (!prepared) return prepared.problem();
    const auto& placed = prepared->statics.placed();
    const auto part = placed.part(seam.payload.part);
    const Vector hook = placed.world_from_interface(seam.id).translation() + at;
    rig::Action action;
    action.forces = {{part, placed.world_from_part(seam.payload.part).inverse() * hook, force * way}};
    const auto load = prepared->statics.load(placed.interface(seam.id), action);
    return Tried{rig::in_force(rig, seam, &placed), {load.permanent(), load.fixed}};
}

/// How far an input's band moves what is needed to hold, in ln, as a standard deviation.
double spread_of(const Tried& t, const std::vector<std::size_t>& slides, std::size_t element,
                 const families::Parameter& p, double needed) {
    constexpr double close = 1e-3;
    const auto& e = t.interface.elements[element];
    const auto weak = number_of(e, p.key, rig::End::weak), strong = number_of(e, p.key, rig::End::strong);
    if (!weak || !strong || *weak == *strong) return 0;
    const auto with = [&](double value) {
        auto moved = t.interface;
        moved.elements[element].inputs[p.key] = value;
        return moved;
    };
    // Most inputs do not touch what slides: two looks say so.
    const auto is_moved = [&](double value) {
        return std::abs(slide_factor(with(value), t.load, slides, needed) - 1) > close;
    };
    if (!is_moved(*weak) && !is_moved(*strong)) return 0;
    const auto at = [&](double value) {
        const double scale = needed_scale(with(value), t.load, slides, close);
        return scale > 0 && std::isfinite(scale) ? scale : needed;
    };
    return std::abs(std::log(at(*weak) / at(*strong))) / (2 * z95);
}

/// What is known of it without tests: the friction that its slide goes by, the hand, all else.
void describe(const Tried& t, const std::vector<std::size_t>& slides, rig::Pull& pull) {
    double most = 0;
    for (std::size_t k = 0; k < t.interface.elements.size(); ++k) {
        const auto& e = t.interface.elements[k];
        const auto* family = families::family_named(e.family);
        if (!family) continue;
        const auto typical = rig::values_of(e, rig::End::typical, {});
        for (const auto& p : family->parameters()) {
            if (p.kind != families::Kind::quantity || is_linked(e, p.key)) continue;
            if (typical && !p.is_relevant(*typical)) continue;
            const double spread = spread_of(t, slides, k, p, pull.ratio);
            if (!(spread > 1e-4)) continue;
            if (rig::is_friction(p)) {
                // Of several frictions, the one that says most; its own band, not what it moves.
                if (spread <= most) continue;
                most = spread;
                pull.friction = rig::friction_name(t.interface, e, p);
                const double weak = *number_of(e, p.key, rig::End::weak),
                             strong = *number_of(e, p.key, rig::End::strong);
                pull.friction_spread = std::abs(std::log(strong / weak)) / (2 * z95);
            } else if (p.key == "torque") {
                pull.hand_spread = std::hypot(pull.hand_spread, spread);
            } else {
                pull.rest_spread = std::hypot(pull.rest_spread, spread);
            }
        }
    }
}

std::string fresh_id(const rig::Rig& rig) {
    for (std::size_t i = rig.pulls.size() + 1;; ++i) {
        const auto id = fmt::format("pull-{}", i);
        if (std::none_of(rig.pulls.begin(), rig.pulls.end(), [&](const auto& p) { return p.id == id; })) return id;
    }
}

Status check(const PullAsked& asked) {
    if (!(asked.force > 0 && asked.force <= most_pulled))
        return Problem{"pull.impossible_force", "force", "No scale shows that force.",
                       "Give more than 0 N, up to 100 kN."};
    if (asked.arm && !(*asked.arm >= 0 && *asked.arm <= 100))
        return Problem{"pull.impossible_arm", "arm", "Nothing is hooked so far out.", "Give 0 to 100 m."};
    if (!(asked.spread >= 0.01 && asked.spread <= 1))
        return Problem{"pull.impossible_spread", "spread", "A pull is not as sure, or as unsure, as that.",
                       "Give 0.01 to 1; 0.1 is usual."};
    if (!(std::abs(asked.way.norm() - 1) < 1e-6))
        return Problem{"pull.no_way", "direction", "It is not said which way it was pulled.", "Give for example down."};
    return Done{};
}

}  // namespace

Vector hook_of(const rig::Rig& rig, const std::string& seam, std::optional<double> arm) {
    const rig::Placed placed(rig);
    const auto& at = placed.world_from_interface(seam);
    const Vector away = placed.mass_beyond(seam).second - at.translation();
    if (!arm) return away;
    const Vector up = at.linear() * Vector::UnitZ();
    return *arm * (away.norm() > 1e-6 ? Vector(away.normalized()) : up);
}

Status check(const rig::Pull& pull) {
    const auto within = [](double value, double least, double most) { return value >= least && value <= most; };
    const auto wrong = [](const char* key) {
        return Problem{"pull.impossible", key, "That cannot have come out of a test.",
                       "Take it back and type the test again, or correct the file."};
    };
    if (!(pull.force > 0 && pull.force <= most_pulled)) return wrong("force");
    if (!(std::abs(pull.way.norm() - 1) < 1e-3)) return wrong("way");
    if (!(pull.at.norm() <= 100)) return wrong("at");
    if (!within(pull.ratio, 1e-3, 1e3)) return wrong("ratio");
    if (!within(pull.spread, 0.01, 1)) return wrong("spread");
    if (!within(pull.friction_spread, 1e-6, 5)) return wrong("friction_spread");
    if (!within(pull.hand_spread, 0, 5)) return wrong("hand_spread");
    if (!within(pull.rest_spread, 0, 5)) return wrong("rest_spread");
    if (pull.tightening < 1 || pull.tightening > 100000) return wrong("tightening");
    if (pull.seam.empty() || pull.friction.empty()) return wrong(pull.seam.empty() ? "interface" : "friction");
    return Done{};
}

Result<rig::Pull> explained(const rig::Rig& rig, const PullAsked& asked) {
    if (const auto ok = check(asked); !ok) return ok.problem();
    const auto* seam = seam_named(rig, asked.seam);
    if (!seam) return no_seam(rig, asked.seam);
    rig::Pull pull;
    pull.id = fresh_id(rig);
    pull.seam = seam->id;
    pull.date = asked.date;
    pull.note = asked.note;
    pull.outcome = asked.outcome;
    pull.force = asked.force;
    pull.way = asked.way;
    pull.at = hook_of(rig, seam->id, asked.arm);
    pull.spread = asked.spread;
    const auto now = rig.tightened.find(seam->id);
    pull.tightening = (now == rig.tightened.end() ? 1 : now->second) + (asked.anew ? 1 : 0);
    // What it says is told against what was thought before any test.
    const auto t = tried(untaught(rig), *seam, pull.at, pull.way, pull.force);
    if (!t) return t.problem();
    const auto slides = slides_of(t->interface, t->load);
    if (slides.empty())
        return Problem{"pull.drives_no_slide", "direction",
                       fmt::format("Pulled {} there, “{}” is not made to slide or turn by what rubs in it.",
                                   name_of_way(pull.way), seam->name),
                       "Pull across it or farther out, as the test to do shows."};
    pull.ratio = needed_scale(t->interface, t->load, slides);
    if (pull.ratio == 0)
        return Problem{"pull.holds_without_friction", "force",
                       fmt::format("“{}” would hold that pull with next to no friction.", seam->name),
                       "Check the force and how far out it was hooked; pull harder or farther out."};
    if (!std::isfinite(pull.ratio))
        return Problem{"pull.beyond_friction", "force",
                       fmt::format("No friction would hold that pull on “{}”.", seam->name),
                       "Check the force, its unit and how far out it was hooked."};
    describe(*t, slides, pull);
    return pull;
}

/// What of a rig does not change with where it is pulled.
struct PullBench::Ready {
    rig::Rig rig;
    std::optional<study::Prepared> statics;
    struct Seam {
        Interface interface;  ///< in force
        std::optional<rig::Prepared> typical, weak, rougher;
    };
    std::vector<Seam> seams;  ///< in the rig's order
};

Result<PullBench> PullBench::of(const rig::Rig& rig) {
    auto ready = std::make_shared<Ready>();
    ready->rig = rig;
    auto prepared = study::prepare(ready->rig, {});
    if (!prepared) return prepared.problem();
    ready->statics.emplace(std::move(*prepared));
    const auto built = [](const Interface& interface, rig::End end) -> std::optional<rig::Prepared> {
        auto joints = rig::prepare(interface, end);
        return joints ? std::optional(std::move(*joints)) : std::nullopt;
    };
    for (const auto& f : ready->rig.interfaces) {
        Ready::Seam seam{rig::in_force(ready->rig, f, &ready->statics->statics.placed()), {}, {}, {}};
        seam.typical = built(seam.interface, rig::End::typical);
        seam.weak = built(seam.interface, rig::End::weak);
        seam.rougher = built(with_friction(seam.interface, 1.5), rig::End::typical);
        ready->seams.push_back(std::move(seam));
    }
    PullBench bench;
    bench.ready_ = std::move(ready);
    return bench;
}

Result<Driven> PullBench::driven_by(const std::string& name, const Vector& at, const Vector& way) const {
    const auto& rig = ready_->rig;
    const auto* pulled = seam_named(rig, name);
    if (!pulled) return no_seam(rig, name);
    constexpr double unit = 10;  // [N]; factors are of it
    const auto& statics = ready_->statics->statics;
    const auto& placed = statics.placed();
    const Vector hook = placed.world_from_interface(pulled->id).translation() + at;
    rig::Action action;
    action.forces = {
        {placed.part(pulled->payload.part), placed.world_from_part(pulled->payload.part).inverse() * hook, unit * way}};
    Driven driven{infinite, infinite, infinite, {}};
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        const auto& f = rig.interfaces[i];
        const auto& seam = ready_->seams[i];
        if (!seam.typical) continue;
        const auto borne = statics.load(placed.interface(f.id), action);
        const Loaded load{borne.permanent(), borne.fixed};
        const auto typical = factors_of(*seam.typical, load);
        if (f.id != pulled->id) {  // what lies below must not let go before
            if (load.variable.is_zero()) continue;
            for (const double factor : typical)
                if (unit * factor < driven.tips_at) {
                    driven.tips_at = unit * factor;
                    driven.tips = f.name;
                }
            continue;
        }
        const auto rougher = seam.rougher ? factors_of(*seam.rougher, load) : std::vector<double>{},
                   weak = seam.weak ? factors_of(*seam.weak, load) : std::vector<double>{};
        for (std::size_t m = 0; m < typical.size(); ++m)
            if (m < rougher.size() && is_slide(typical[m], rougher[m]))
                driven.slides_at = std::min(driven.slides_at, unit * typical[m]);
            else if (m < weak.size())
                driven.harms_at = std::min(driven.harms_at, unit * weak[m]);
    }
    return driven;
}

namespace {

constexpr std::array<std::pair<std::string_view, std::array<double, 3>>, 6> named_ways{{{"down", {0, 0, -1}},
                                                                                        {"up", {0, 0, 1}},
                                                                                        {"ahead", {1, 0, 0}},
                                                                                        {"back", {-1, 0, 0}},
                                                                                        {"left", {0, 1, 0}},
                                                                                        {"right", {0, -1, 0}}}};
constexpr std::array<std::string_view, 5> outcomes{"slid", "held", "tipped", "opened", "broke"};

}  // namespace

Result<Vector> way_named(std::string_view text) {
    for (const auto& [name, way] : named_ways)
        if (name == text) return Vector(way[0], way[1], way[2]);
    Vector way = Vector::Zero();
    std::string rest(text);
    int i = 0;
    bool is_number = true;
    for (std::size_t from = 0; is_number && from <= rest.size(); ++i) {
        const auto comma = std::min(rest.find(',', from), rest.size());
        const auto value = quantity::parse(rest.substr(from, comma - from), quantity::Dimension::number);
        is_number = value && i < 3;
        if (is_number) way[i] = *value;
        from = comma + 1;
    }
    if (!is_number || i != 3 || !(way.norm() > 1e-9))
        return Problem{"pull.unknown_way", "direction", fmt::format("“{}” is no direction.", text),
                       "Use down, up, ahead, back, left or right, or three numbers such as 1,0,-1."};
    return Vector(way.normalized());
}

std::string name_of_way(const Vector& way) {
    for (const auto& [name, unit] : named_ways)
        if (way.dot(Vector(unit[0], unit[1], unit[2])) > 0.9962) return std::string(name);  // within 5 degrees
    return fmt::format("{:.2f},{:.2f},{:.2f}", way.x(), way.y(), way.z());
}

Result<Outcome> outcome_named(std::string_view text) {
    for (std::size_t i = 0; i < outcomes.size(); ++i)
        if (outcomes[i] == text) return static_cast<Outcome>(i);
    return Problem{"pull.unknown_outcome", "outcome", fmt::format("“{}” is not what a pull comes to.", text),
                   "Use slid, held, tipped, opened or broke."};
}

std::string_view name_of(Outcome outcome) {
    return outcomes[static_cast<std::size_t>(outcome)];
}

}  // namespace clampet::prove
