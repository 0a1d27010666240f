#include "study/movement.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "loads/load_case.h"
#include "quantity/format.h"
#include "rig/column.h"

namespace clampet::study {
namespace {

using rig::Vector;

/// What families with play that nothing takes up call it.
constexpr std::string_view wanders_by_play = "wanders_by_play";

double push_of(const rig::Rig& rig) {
    for (const auto& use : rig.cases) {
        const auto* kind = use.kind == "push" ? loads::case_named(use.kind) : nullptr;
        if (!kind) continue;
        const auto values = families::complete(kind->parameters(), kind->name(), use.inputs);
        if (values) return families::number(*values, "force");
    }
    return 15;  // N, common practice
}

/// Across the view.
double across(const Vector& moved, const Sightline& s) {
    return (moved - moved.dot(s.looks) * s.looks).norm();
}

/// How the subject seems to move when the payload side yields under a push at the eye.
double yields(const Eigen::Matrix<double, 6, 6>& compliance, const Eigen::Isometry3d& world_from_joint, double push,
              const Sightline& s) {
    const Vector place = world_from_joint.translation(), subject = s.eye + s.distance * s.looks;
    double worst = 0;
    for (const Vector& way : {Vector(s.looks.cross(s.up)), s.up}) {
        const Vector force = push * way, moment = (s.eye - place).cross(force);
        Eigen::Matrix<double, 6, 1> load;
        load << world_from_joint.linear().transpose() * force, world_from_joint.linear().transpose() * moment;
        const Eigen::Matrix<double, 6, 1> moved = compliance * load;
        const Vector shift = world_from_joint.linear() * moved.head<3>(),
                     turn = world_from_joint.linear() * moved.tail<3>();
        worst = std::max(worst, across(shift + turn.cross(subject - place), s));
    }
    return worst;
}

}  // namespace

std::vector<Movement> movements(const rig::Rig& rig, const rig::Placed& placed, const std::string& camera,
                                const Sightline& sight) {
    std::vector<Movement> all;
    const double push = push_of(rig);
    const Vector subject = sight.eye + sight.distance * sight.looks;
    for (const auto* f : rig::path_down(rig, camera)) {
        const auto joints = rig::prepare(*f, rig::End::typical);
        if (!joints) continue;
        const auto& world = placed.world_from_interface(f->id);
        const double reach = (subject - world.translation()).norm();
        for (const auto& joint : joints->joints) {
            if (const auto compliance = joint->compliance(); compliance && push > 0)
                all.push_back(
                    {f->id, fmt::format("bends under a push of {}", quantity::format(push, quantity::Dimension::force)),
                     yields(*compliance, world, push, sight)});
            for (const auto& result : joint->results({})) {
                if (result.name == wanders_by_play && result.value > 0)
                    all.push_back({f->id, "has play", std::tan(result.value) * reach});
            }
        }
    }
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.at_subject > b.at_subject; });
    return all;
}

}  // namespace clampet::study
