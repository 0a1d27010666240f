#include "study/evaluate.h"

#include <random>

#include "allocations.h"
#include "approximately.h"
#include "column_rig.h"
#include "loads/cards.h"
#include "loads/load_case.h"
#include "project/starting_points.h"
#include "rig/in_force.h"

using namespace clampet;
using Eigen::Vector3d;

namespace {

struct Fixture {
    explicit Fixture(rig::Rig r) : rig(std::move(r)) {}
    rig::Rig rig;
    std::mt19937 random{7};
    std::normal_distribution<double> normal;
    Vector3d any_direction() { return Vector3d(normal(random), normal(random), normal(random)).normalized(); }
    /// Every way in which the rig's cases act where it stands now, from a direction each.
    std::vector<study::CaseInForce> cases() {
        std::vector<study::CaseInForce> all;
        auto actions = *loads::actions_of(rig, rig::Placed(rig), {});
        for (auto& action : actions) all.push_back({std::move(action), {any_direction(), any_direction()}, 0});
        return all;
    }
    /// The slow way: statics of the placed rig, joints built anew, every factor.
    double least_of(const std::string& id, const std::vector<study::CaseInForce>& cases) const {
        const auto placed = std::make_shared<const rig::Placed>(rig);
        const auto statics = *rig::Statics::of(rig, placed);
        const auto prepared = *rig::prepare(rig::in_force(rig, *rig.interface(id), placed.get()), rig::End::typical);
        double least = std::numeric_limits<double>::infinity();
        for (const auto& c : cases) {
            const auto load = statics.load(placed->interface(id), c.action);
            auto variable = load.fixed;
            for (std::size_t k = 0; k < load.free_count; ++k) variable = variable + load.free[k].along(c.along[k]);
            const double required = c.action.required > 0 ? c.action.required : rig.required;
            for (const auto& joint : prepared.joints)
                for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                    const auto& mode = joint->modes()[m];
                    if (mode.mode_class != families::ModeClass::ultimate) continue;
                    if (mode.live_only && !joint->stands_on().empty() && c.action.is_brief) continue;
                    least =
                        std::min(least, families::factors(*joint, m, {load.permanent(), variable}).least() / required);
                }
        }
        return least;
    }
};

rig::Rig clamping_demo() {
    auto rig = project::demo_rig();
    // The screw that bottoms would make its seam trivial: with one that clamps.
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    return rig;
}

}  // namespace

TEST_CASE("one pose under every case is what statics and joints built anew give", "[study][law]") {
    Fixture f(*loads::used(clamping_demo(), {"carried", "moving", "outdoors"}));
    const auto prepared = *study::PreparedRig::of(f.rig);
    study::Workspace workspace(prepared);
    for (const double forward : {0.0, 0.4, -0.7}) {
        for (const double turned : {0.0, 1.1}) {
            f.rig.interface("ball")->pose = {{"forward", forward}, {"spin", turned}};
            const auto cases = f.cases();
            REQUIRE(cases.size() >= 6);
            const rig::Mechanism posed(f.rig);
            std::vector<study::SeamFactor> least(f.rig.interfaces.size());
            study::evaluate(prepared, posed.pose_of(f.rig), cases, workspace, least);
            for (std::size_t i = 0; i < least.size(); ++i) {
                CAPTURE(f.rig.interfaces[i].id, forward, turned, least[i].at_case);
                CHECK(least[i].share == relative(f.least_of(f.rig.interfaces[i].id, cases), 1e-6));
            }
        }
    }
}

TEST_CASE("what is taken off weighs nothing and is pushed by nobody", "[study]") {
    Fixture f(clamping_demo());
    const auto prepared = *study::PreparedRig::of(f.rig);
    study::Workspace workspace(prepared);
    const std::size_t camera = rig::Placed(f.rig).part("camera");
    std::vector<study::CaseInForce> cases(1);
    cases[0].action.absent = {camera};
    cases[0].action.forces = {{camera, {0, 0, 0}, {40, 0, 0}}};
    cases[0].action.free = {{rig::Directions::sphere, Vector3d::UnitZ(), {{camera, {0, 0, 0}, {0, 0, 40}}}, 0, 0}};
    std::vector<study::SeamFactor> least(f.rig.interfaces.size());
    study::evaluate(prepared, prepared.own_pose(), cases, workspace, least);
    for (std::size_t i = 0; i < least.size(); ++i) {
        CAPTURE(f.rig.interfaces[i].id);
        CHECK(least[i].load.variable.is_zero());
        const double slow = f.least_of(f.rig.interfaces[i].id, cases);
        if (std::isfinite(slow)) CHECK(least[i].share == relative(slow, 1e-6));
    }
}

TEST_CASE("what is known already is lowered only where a pose is worse", "[study]") {
    Fixture f(clamping_demo());
    const auto prepared = *study::PreparedRig::of(f.rig);
    study::Workspace workspace(prepared);
    const std::size_t ball = static_cast<std::size_t>(
        std::find_if(f.rig.interfaces.begin(), f.rig.interfaces.end(), [](const auto& i) { return i.id == "ball"; }) -
        f.rig.interfaces.begin());
    const auto at = [&](double forward) {
        f.rig.interface("ball")->pose = {{"forward", forward}};
        return rig::Mechanism(f.rig).pose_of(f.rig);
    };
    const auto cases = f.cases();
    std::vector<study::SeamFactor> upright(f.rig.interfaces.size()), leaning = upright, both = upright;
    study::evaluate(prepared, at(0), cases, workspace, upright);
    study::evaluate(prepared, at(0.9), cases, workspace, leaning);
    CHECK(leaning[ball].share < upright[ball].share);  // its camera hangs over
    for (const auto& pose : {at(0.9), at(0)}) study::evaluate(prepared, pose, cases, workspace, both);
    for (std::size_t i = 0; i < both.size(); ++i)
        CHECK(both[i].share == relative(std::min(upright[i].share, leaning[i].share), 3e-3));
    // A factor that no pose reaches stays as it was given.
    std::vector<study::SeamFactor> none(f.rig.interfaces.size());
    for (auto& n : none) n.share = 1e-3;
    study::evaluate(prepared, at(0.9), cases, workspace, none);
    for (const auto& n : none) CHECK(n.share == 1e-3);
}

TEST_CASE("a pose asks for no memory", "[study][allocations]") {
    Fixture f(*loads::used(clamping_demo(), {"carried", "outdoors"}));
    const auto prepared = *study::PreparedRig::of(f.rig);
    study::Workspace workspace(prepared);
    const auto cases = f.cases();
    auto pose = prepared.own_pose();
    std::vector<study::SeamFactor> least(f.rig.interfaces.size());
    const auto before = allocations();
    for (int i = 0; i < 5; ++i) {
        pose[0] = 0.1 * i;
        study::evaluate(prepared, pose, cases, workspace, least);
    }
    CHECK(allocations() == before);
}

TEST_CASE("a rig that closes a loop is not for one pose after another, a wrong one for none", "[study]") {
    auto rig = column(3);
    auto loop = rig.interfaces.back();
    loop.id = "again";
    loop.closes_loop = true;
    rig.interfaces.push_back(loop);
    const auto refused = study::PreparedRig::of(rig);
    REQUIRE_FALSE(refused);
    CHECK(refused.problem().remedy == "Check it pose by pose instead.");
    rig.interfaces.back().support.part = "nobody";
    CHECK_FALSE(study::PreparedRig::of(rig));
}

TEST_CASE("poses that are spared are none that were worse", "[study][law]") {
    const auto key = GENERATE("castered-post", "boom", "k16", "k15");
    CAPTURE(key);
    Fixture f(*project::starting_rig(key));
    const auto prepared = study::PreparedRig::of(f.rig);
    REQUIRE(prepared);
    const auto& axes = prepared->mechanism().axes();
    study::Workspace one(*prepared), other(*prepared);
    const auto cases = f.cases();
    std::vector<study::SeamFactor> least(f.rig.interfaces.size()), brute(f.rig.interfaces.size());
    for (int i = 0; i < 60; ++i) {
        std::vector<double> pose = prepared->own_pose();
        for (std::size_t k = 0; k < pose.size(); ++k) pose[k] += (axes[k].axis.slides ? 0.1 : 0.6) * f.normal(f.random);
        study::evaluate(*prepared, pose, cases, one, least);  // each knows the worst of those before
        std::vector<study::SeamFactor> anew(least.size());
        study::evaluate(*prepared, pose, cases, other, anew);
        for (std::size_t s = 0; s < brute.size(); ++s)
            if (anew[s].share < brute[s].share) brute[s] = anew[s];
    }
    for (std::size_t s = 0; s < brute.size(); ++s) CHECK(least[s].share == relative(brute[s].share, 3e-3));
}
