#include "study/scenes.h"

#include <fmt/format.h>

#include <algorithm>

#include "rig/mechanism.h"
#include "study/ranking.h"
#include "study/sentences.h"

namespace clampet::study {
namespace {

const rig::Shot* shot_named(const rig::Rig& rig, const std::string& name) {
    for (const auto& shot : rig.shots)
        if (shot.id == name || shot.name == name) return &shot;
    return nullptr;
}
const rig::PayloadSet* set_named(const rig::Rig& rig, const std::string& name) {
    for (const auto& set : rig.sets)
        if (set.id == name || set.name == name) return &set;
    return nullptr;
}

template <class List>
std::string names_in(const List& list, const char* none) {
    std::string all;
    for (const auto& item : list) all += (all.empty() ? "" : ", ") + (item.name.empty() ? item.id : item.name);
    return all.empty() ? none : "It has: " + all + ".";
}

Scene scene_of(const rig::Shot* shot, const rig::PayloadSet* set) {
    Scene scene;
    if (shot) scene.shot = shot->id, scene.name = shot->name.empty() ? shot->id : shot->name;
    if (!shot) scene.name = "as posed";
    if (set) scene.set = set->id, scene.name += ", " + (set->name.empty() ? set->id : set->name);
    return scene;
}

bool is_worse(const InterfaceResult& a, const InterfaceResult& b) {
    const auto standing = [](const InterfaceResult& r) {
        return Standing{r.verdict, r.typical / std::max(r.required, 1e-9)};
    };
    return standing(a).is_worse_than(standing(b));
}

const InterfaceResult* result_named(const RigCheck& check, const std::string& id) {
    for (const auto& result : check.interfaces)
        if (result.id == id) return &result;
    return nullptr;
}

}  // namespace

std::vector<Scene> scenes_of(const rig::Rig& rig) {
    return *scenes_of(rig, {}, {});
}

Result<std::vector<Scene>> scenes_of(const rig::Rig& rig, const std::vector<std::string>& shots,
                                     const std::vector<std::string>& sets) {
    std::vector<const rig::Shot*> poses;
    std::vector<const rig::PayloadSet*> loads;
    for (const auto& name : shots) {
        const auto* shot = shot_named(rig, name);
        if (!shot)
            return Problem{"scene.unknown_shot", "shot", fmt::format("There is no shot “{}”.", name),
                           names_in(rig.shots, "This rig has none: leave it out.")};
        poses.push_back(shot);
    }
    for (const auto& name : sets) {
        const auto* set = set_named(rig, name);
        if (!set)
            return Problem{"scene.unknown_set", "payload", fmt::format("There is no payload set “{}”.", name),
                           names_in(rig.sets, "This rig has none: leave it out.")};
        loads.push_back(set);
    }
    if (poses.empty())
        for (const auto& shot : rig.shots) poses.push_back(&shot);
    if (poses.empty()) poses.push_back(nullptr);
    if (loads.empty()) {
        loads.push_back(nullptr);
        for (const auto& set : rig.sets) loads.push_back(&set);
    }
    std::vector<Scene> scenes;
    for (const auto* shot : poses)
        for (const auto* set : loads) scenes.push_back(scene_of(shot, set));
    return scenes;
}

rig::Rig staged(const rig::Rig& rig, const Scene& scene) {
    rig::Rig now = rig;
    if (const auto* shot = shot_named(rig, scene.shot)) now = rig::posed(std::move(now), *shot);
    if (const auto* set = set_named(rig, scene.set)) now = rig::loaded(std::move(now), *set);
    return now;
}

std::vector<std::string> beyond_stops(const rig::Rig& staged) {
    std::vector<std::string> names;
    for (const auto& f : staged.interfaces)
        if (!f.pose.empty() && !rig::is_within_stops(f)) names.push_back(f.name);
    return names;
}

const InterfaceResult& ScenesCheck::result_of(const Worst& w) const {
    return *result_named(checks[w.scene], w.id);
}

namespace {

/// Each second catch where it is nearest to breaking, and what is said of them first.
void add_catches(const Catches& here, Catches& all) {
    if (all.each.size() != here.each.size()) all.each = here.each;
    for (std::size_t i = 0; i < here.each.size(); ++i)
        if (here.each[i].factors.typical < all.each[i].factors.typical || here.each[i].verdict > all.each[i].verdict)
            all.each[i] = here.each[i];
    all.asked = here.asked;
    if (all.uncovered.empty()) all.uncovered = here.uncovered;
    if (all.sentence.empty()) all.sentence = here.sentence;
    all.verdict = std::max(all.verdict, here.verdict);
}

}  // namespace

Result<ScenesCheck> check_scenes(const rig::Rig& rig, const std::vector<Scene>& scenes, const CheckOptions& options,
                                 const Job& job) {
    ScenesCheck all;
    for (std::size_t i = 0; i < scenes.size(); ++i) {
        const auto now = staged(rig, scenes[i]);
        Job part = job;
        if (job.progress)
            part.progress = [&](std::size_t done, std::size_t total) {
                job.progress(i * total + done, scenes.size() * total);
            };
        auto checked = check(now, options, part);
        if (!checked) return checked.problem();
        const bool stopped = checked->stopped;
        all.scenes.push_back(scenes[i]);
        all.checks.push_back(std::move(*checked));
        all.beyond.push_back(beyond_stops(now));
        if (stopped) {
            all.stopped = true;
            break;
        }
    }
    if (all.checks.empty()) return all;
    for (const auto& first : all.checks.front().interfaces) {
        ScenesCheck::Worst worst{first.id, first.name, 0};
        for (std::size_t i = 1; i < all.checks.size(); ++i)
            if (const auto* result = result_named(all.checks[i], first.id);
                result && is_worse(*result, all.result_of(worst)))
                worst.scene = i;
        if (!all.worst_scene || is_worse(all.result_of(worst),
                                         all.checks[*all.worst_scene].interfaces[*all.checks[*all.worst_scene].worst]))
            if (all.checks[worst.scene].worst) all.worst_scene = worst.scene;
        all.verdict = std::max(all.verdict, all.result_of(worst).verdict);
        all.worst.push_back(std::move(worst));
    }
    for (const auto& check : all.checks) add_catches(check.catches, all.catches);
    all.verdict = std::max(all.verdict, all.catches.verdict);
    return all;
}

std::string tally(const ScenesCheck& all) {
    RigCheck each;
    for (const auto& worst : all.worst) each.interfaces.push_back(all.result_of(worst));
    each.catches = all.catches;
    return tally(each);
}

std::string headline(const ScenesCheck& all) {
    if (!all.worst_scene) return all.checks.empty() ? std::string() : headline(all.checks.front());
    const auto& worst = all.checks[*all.worst_scene];
    const std::string says = headline(worst);
    if (all.scenes.size() == 1) return says;
    return fmt::format("{}: {}", all.scenes[*all.worst_scene].name, says);
}

}  // namespace clampet::study
