#include "project/rig_advice.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "parts/part_kind.h"
#include "project/shelf.h"
#include "quantity/format.h"
#include "rig/in_force.h"
#include "rig/mechanism.h"
#include "study/balance.h"
#include "study/ranking.h"
#include "study/travel.h"

namespace clampet::project {
namespace {

using study::Effort;

/// What gains less is not worth a hand's turn: as a share, and of what is at 0; our judgement.
constexpr double least_gain = 1.02, least_more = 0.02;
/// A factor that changes by less is as it was.
constexpr double unchanged = 0.005;

bool gains(double before, double after) {
    return after >= std::max(least_gain * before, before + least_more);
}
constexpr double closer_than = 1e-6;

struct Candidate {
    Edit edit;
    std::string sentence;
    Effort effort = Effort::other_part;
    std::string needs = {};  ///< by its name, what is to be had for it; empty where nothing is
};

/// The size of a part's kind that says a size of one of its ports, and what it must be: found by trying.
std::optional<SetPartValue> part_value_for(const rig::Part& part, const std::string& port, const std::string& size,
                                           double wanted) {
    const auto* kind = parts::kind_named(part.kind);
    const auto* now = part.port(port);
    if (!kind || !now) return std::nullopt;
    for (const auto& row : kind->parameters()) {
        if (row.kind != families::Kind::quantity) continue;
        auto values = part.values;
        values[row.key] = wanted;
        const auto body = parts::built(*kind, values);
        if (!body) continue;
        for (const auto& p : body->ports) {
            const auto at = p.sizes.find(size);
            if (p.id != port || at == p.sizes.end() || at->second == now->sizes.at(size)) continue;
            const auto* si = std::get_if<double>(&at->second);
            if (si && std::abs(*si - wanted) < closer_than) return SetPartValue{part.id, row.key, wanted};
        }
    }
    return std::nullopt;
}

/// Candidates for one interface of a rig in the scene in which it is worst.
class Candidates {
 public:
    Candidates(const rig::Rig& rig, const rig::Interface& interface, const study::InterfaceResult& worst,
               const rig::Placed& placed)
        : rig_(rig), interface_(interface), worst_(worst), placed_(placed) {}
    std::vector<Candidate> take() {
        add_inputs();
        add_weights();
        add_places();
        add_other_parts();
        return std::move(all_);
    }

 private:
    void add_inputs() {
        const auto now = rig::in_force(rig_, interface_, &placed_);
        std::map<std::string, double> linked;
        const auto prepared = rig::prepare(now, rig::End::typical);
        if (!prepared) return;
        for (std::size_t i = 0; i < now.elements.size(); ++i) {
            const auto& element = now.elements[i];
            add_element(element, linked);
            for (const auto& value : prepared->joints[i]->results({}))
                linked[element.id + "." + value.name] = value.value;
        }
    }
    void add_element(const rig::Element& element, const std::map<std::string, double>& linked) {
        const study::ModeResult* mode = nullptr;
        for (const auto& m : worst_.modes)
            if (m.element == element.id && m.mode_class == families::ModeClass::ultimate &&
                (!mode || m.share() < mode->share()))
                mode = &m;
        const auto values = rig::values_of(element, rig::End::typical, linked);
        const auto* family = families::family_named(element.family);
        if (!mode || !values || !family) return;
        study::PairsInForce pairs;
        for (const auto& [key, input] : element.inputs)
            if (const auto* pair = std::get_if<rig::FrictionOf>(&input)) pairs[key] = pair->pair;
        const auto found = study::advice(*family, *values, mode->load, mode->required, pairs);
        if (!found) return;
        for (const auto& a : *found) {
            if (is_linked(element, a) || (is_a_size(a) && !can_be_made(element, a.key))) continue;
            all_.push_back(
                {edit_for(element, a), interface_.name + ": " + study::sentence_of(*family, a), a.effort, a.with});
        }
    }
    /// What another element of the interface gives is changed there.
    static bool is_linked(const rig::Element& element, const study::Advice& a) {
        const auto at = element.inputs.find(a.key);
        return at != element.inputs.end() && std::holds_alternative<rig::Link>(at->second);
    }
    /// A size of what is bought or at hand cannot be changed.
    static bool is_a_size(const study::Advice& a) { return a.effort == Effort::other_part && a.with.empty(); }
    bool can_be_made(const rig::Element& element, const std::string& key) const {
        if (const auto* part = said_by(element, key).part) return part->origin == rig::Origin::make;
        // A screw and what lies under its head are bought by the piece.
        if (key == "screw_length" || key == "items") return true;
        const auto is_made = [&](const rig::PortName& port) {
            const auto* part = rig_.part(port.part);
            return part && part->origin == rig::Origin::make;
        };
        return is_made(interface_.support) && is_made(interface_.payload);
    }
    Edit edit_for(const rig::Element& element, const study::Advice& a) const {
        if (const auto* si = std::get_if<double>(&a.value); si && a.inputs.size() == 1 && a.with.empty())
            if (const auto part = at_its_part(element, a.key, *si)) return *part;
        SetInputs edit{interface_.id, element.id, {}};
        for (const auto& own : interface_.elements)
            if (own.id == element.id) edit.inputs = own.inputs;
        for (const auto& [key, input] : a.inputs) edit.inputs[key] = input;
        return edit;
    }
    struct SaidBy {
        const rig::Part* part = nullptr;
        const rig::Port* port = nullptr;
        std::string size;
    };
    /// The part that says an input through its port; none where it is typed at the seam.
    SaidBy said_by(const rig::Element& element, const std::string& key) const {
        for (const auto& own : interface_.elements)
            if (own.id == element.id && own.inputs.contains(key)) return {};
        const auto *below = rig_.part(interface_.support.part), *above = rig_.part(interface_.payload.part);
        const auto *support = below->port(interface_.support.port), *payload = above->port(interface_.payload.port);
        const auto* family = families::family_named(element.family);
        const auto* mating = support && payload && family ? rig::mating_of(*family, *support, *payload) : nullptr;
        if (!mating) return {};
        for (const auto& fill : mating->fills) {
            if (fill.input != key || fill.by_name) continue;
            const bool from_support = fill.from == families::PortSide::support;
            const auto* port = from_support ? support : payload;
            if (port->sizes.contains(fill.size)) return {from_support ? below : above, port, fill.size};
        }
        return {};
    }
    /// The size of the part that says an input through its port.
    std::optional<SetPartValue> at_its_part(const rig::Element& element, const std::string& key, double wanted) const {
        const auto by = said_by(element, key);
        return by.part ? part_value_for(*by.part, by.port->id, by.size, wanted) : std::nullopt;
    }
    /// Weights that a person chooses, lighter and heavier.
    void add_weights() {
        for (const auto& part : rig_.parts) {
            if (!study::is_chosen_weight(part) || part.weighed) continue;
            for (const double times : {0.35, 0.5, 0.7, 1.4, 2.0, 3.0}) {
                const double mass = std::round(part.mass * times * 20) / 20;  // to 50 g, as plates go
                if (!(mass > 0)) continue;
                all_.push_back(
                    {SetPartValue{part.id, "mass", mass},
                     fmt::format("{}: {} instead of {}", part.name, quantity::format(mass, quantity::Dimension::mass),
                                 quantity::format(part.mass, quantity::Dimension::mass)),
                     Effort::other_part});
            }
        }
    }
    /// Where something stands along its tube or rail, where no shot needs it elsewhere.
    void add_places() {
        for (const auto& f : rig_.interfaces) {
            if (f.closes_loop) continue;
            for (const auto& axis : rig::motion_of(f).axes) {
                const bool shot_needs_it = std::any_of(rig_.shots.begin(), rig_.shots.end(), [&](const auto& shot) {
                    const auto named = shot.pose.find(f.id);
                    return named != shot.pose.end() && named->second.contains(axis.key);
                });
                if (!axis.slides || shot_needs_it) continue;
                const auto span = study::looked_along(f, axis);
                for (int i = 0; i <= 8; ++i) {
                    const double to = std::lerp(span.least, span.most, i / 8.0);
                    if (std::abs(to - rig::position_of(f, axis.key)) < 0.005) continue;
                    all_.push_back({SetPose{f.id, axis.key, to},
                                    fmt::format("{}: {} at {}", f.name, axis.label,
                                                quantity::format(to, quantity::Dimension::length)),
                                    Effort::tighten});
                }
            }
        }
    }
    /// Other kinds of part in the place of the two that meet, which move as they do.
    void add_other_parts() {
        for (const auto* id : {&interface_.payload.part, &interface_.support.part}) {
            const auto* part = rig_.part(*id);
            if (!part || part->kind.empty() || part->role != rig::Role::part) continue;
            const ShelfPlace place{.replaces = *id};
            for (const auto& item : shelf(rig_, place)) {
                if (!item.can_go() || item.adapters() > 0 || item.kind->key() == part->kind ||
                    item.kind->role() != part->role)
                    continue;
                all_.push_back({project::edit_for(item, place),
                                fmt::format("{} instead of {}", item.kind->name(), part->name), Effort::other_part});
            }
        }
    }
    const rig::Rig& rig_;
    const rig::Interface& interface_;
    const study::InterfaceResult& worst_;
    const rig::Placed& placed_;
    std::vector<Candidate> all_;
};

std::size_t axes_of(const rig::Rig& rig) {
    std::size_t count = 0;
    for (const auto& f : rig.interfaces) count += rig::motion_of(f).axes.size();
    return count;
}

/// Whether it helps the interface where that is worst: spares looking at all else.
bool helps(const rig::Rig& changed, const study::Scene& scene, const std::string& target, double before) {
    const auto now = study::staged(changed, scene);
    const auto* f = now.interface(target);
    if (!f) return false;
    const auto prepared = study::prepare(now, {.detail = study::Detail::factor});
    if (!prepared) return false;
    const auto result = study::check_interface(*prepared, *f);
    return result && gains(before, result->typical);
}

/// What a candidate makes of the whole rig; nothing where it is no better, or makes something else worse.
std::optional<RigAdvice> tried(const rig::Rig& rig, const Candidate& candidate, const study::ScenesCheck& before,
                               const std::string& target) {
    const auto changed = edited(rig, candidate.edit);
    if (!changed || axes_of(*changed) != axes_of(rig)) return std::nullopt;
    for (const auto& was : before.worst)
        if (was.id == target && !helps(*changed, before.scenes[was.scene], target, before.result_of(was).typical))
            return std::nullopt;
    const auto after = study::check_scenes(*changed, before.scenes, {.detail = study::Detail::verdict});
    if (!after) return std::nullopt;
    RigAdvice advice{candidate.edit, target, candidate.sentence, candidate.effort};
    bool found = false;
    for (const auto& was : before.worst) {
        const auto at =
            std::find_if(after->worst.begin(), after->worst.end(), [&](const auto& w) { return w.id == was.id; });
        if (at == after->worst.end()) return std::nullopt;
        const auto &then = after->result_of(*at), &now = before.result_of(was);
        if (then.verdict != now.verdict || !(std::abs(then.typical / now.typical - 1) < unchanged))
            advice.all.push_back({was.id, then.typical, then.verdict});
        if (was.id == target) {
            found = true;
            advice.before = now.typical;
            advice.after = then.typical;
            advice.required = then.required > 0 ? then.required : rig.required;
            advice.then = then.verdict;
        } else if (then.verdict > now.verdict ||
                   (then.verdict == study::Verdict::slips && then.typical < 0.98 * now.typical)) {
            return std::nullopt;
        }
    }
    for (std::size_t s = 0; s < after->beyond.size(); ++s)
        if (after->beyond[s].size() > before.beyond[s].size()) return std::nullopt;
    if (!found || !gains(advice.before, advice.after)) return std::nullopt;
    advice.rig = after->verdict;
    return advice;
}

bool is_better(const RigAdvice& a, const RigAdvice& b) {
    if (a.then != b.then) return a.then < b.then;
    if (a.rig != b.rig) return a.rig < b.rig;
    if ((a.owned > 0) != (b.owned > 0)) return a.owned > 0;
    if (a.effort != b.effort) return a.effort < b.effort;
    return a.then == study::Verdict::holds ? false : a.after > b.after;
}

/// Of places and weights that are alike but for a number, the first is enough.
std::string subject_of(const RigAdvice& a) {
    if (const auto* pose = std::get_if<SetPose>(&a.edit)) return "pose " + pose->interface + pose->axis;
    if (const auto* value = std::get_if<SetPartValue>(&a.edit); value && value->key == "mass")
        return "mass " + value->part;
    return a.sentence;
}

}  // namespace

Result<std::vector<RigAdvice>> rig_advice(const rig::Rig& rig, const RigAdviceOptions& options, const study::Job& job) {
    if (!options.seam.empty() && !rig.interface(options.seam))
        return Problem{"advice.no_interface", "seam", fmt::format("There is no interface “{}”.", options.seam),
                       "Name one of those that clampet-cli check lists."};
    const auto before = study::check_scenes(rig, study::scenes_of(rig), {.detail = study::Detail::verdict});
    if (!before) return before.problem();
    std::vector<std::pair<std::string, Candidate>> all;
    for (const auto& worst : before->worst) {
        const auto& result = before->result_of(worst);
        const bool wanted = options.seam.empty() ? result.verdict != study::Verdict::holds : worst.id == options.seam;
        if (!wanted) continue;
        const auto now = study::staged(rig, before->scenes[worst.scene]);
        const rig::Placed placed(now);
        for (auto& candidate : Candidates(now, *now.interface(worst.id), result, placed).take())
            all.emplace_back(worst.id, std::move(candidate));
    }
    std::vector<std::optional<RigAdvice>> kept(all.size());
    study::run(job, all.size(), [&](std::size_t i) {
        kept[i] = tried(rig, all[i].second, *before, all[i].first);
        if (kept[i] && options.workshop && !all[i].second.needs.empty())
            kept[i]->owned = inventory::owned(*options.workshop, all[i].second.needs);
    });
    // What is nearest to letting go is mended first.
    auto seams = before->worst;
    std::stable_sort(seams.begin(), seams.end(), [&](const auto& a, const auto& b) {
        const auto standing = [&](const auto& w) {
            const auto& r = before->result_of(w);
            return study::Standing{r.verdict, r.typical / (r.required > 0 ? r.required : rig.required)};
        };
        return standing(a).is_worse_than(standing(b));
    });
    std::vector<RigAdvice> answer;
    for (const auto& worst : seams) {
        std::vector<RigAdvice> of_seam;
        for (auto& advice : kept)
            if (advice && advice->interface == worst.id) of_seam.push_back(std::move(*advice));
        std::stable_sort(of_seam.begin(), of_seam.end(), is_better);
        std::set<std::string> subjects;
        std::size_t count = 0;
        for (auto& advice : of_seam)
            if (count < options.most && subjects.insert(subject_of(advice)).second) {
                answer.push_back(std::move(advice));
                ++count;
            }
    }
    return answer;
}

}  // namespace clampet::project
