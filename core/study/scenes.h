#pragma once
#include "study/check.h"

namespace clampet::study {

/// One shot with one payload set: what a rig is checked in.
struct Scene {
    std::string shot, set;  ///< ids; an empty shot is the pose that the rig is in, an empty set all that is on it
    std::string name;       ///< "Top-down", "Top-down, long lens", "as posed"
    friend bool operator==(const Scene&, const Scene&) = default;
};
/// Every shot with every payload set, the pose that the rig is in where it has no shot. All that is on it is a set too.
std::vector<Scene> scenes_of(const rig::Rig& rig);
/// The scenes of these shots and sets only, by id or name; all where none are named.
/// Errors  A Problem when one is not there.
Result<std::vector<Scene>> scenes_of(const rig::Rig& rig, const std::vector<std::string>& shots,
                                     const std::vector<std::string>& sets);
/// The rig in a scene.
rig::Rig staged(const rig::Rig& rig, const Scene& scene);
/// Axes that stand beyond their stops in it: names of the interfaces.
std::vector<std::string> beyond_stops(const rig::Rig& staged);

/// A rig in all of its scenes.
struct ScenesCheck {
    struct Worst {
        std::string id, name;   ///< of the interface
        std::size_t scene = 0;  ///< where it is nearest to letting go
    };
    std::vector<Scene> scenes;
    std::vector<RigCheck> checks;                  ///< of each scene; of a stopped one only the first are there
    std::vector<std::vector<std::string>> beyond;  ///< of each scene, interfaces that cannot stand so
    std::vector<Worst> worst;                      ///< of each interface, as the first check has them
    std::optional<std::size_t> worst_scene;
    Catches catches;  ///< each where it is worst
    Verdict verdict = Verdict::holds;
    bool stopped = false;
    const InterfaceResult& result_of(const Worst& worst) const;
};
/// Meaning  The scenes one after another, each by check()'s rules; the same for any number of workers.
/// Errors   As check().
Result<ScenesCheck> check_scenes(const rig::Rig& rig, const std::vector<Scene>& scenes,
                                 const CheckOptions& options = {}, const Job& job = {});
/// "1 slips · 1 doubtful", each interface where it is worst.
std::string tally(const ScenesCheck& check);
/// "worst in Top-down: Ball in its cup tilts at 0.68× this push".
std::string headline(const ScenesCheck& check);

}  // namespace clampet::study
