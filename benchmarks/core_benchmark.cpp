// Times against the targets of the project; the ratio to the target is a counter (under 1 is within it).
#include <benchmark/benchmark.h>

#include <algorithm>
#include <boost/math/special_functions/erf.hpp>
#include <cmath>

#include "families/family.h"
#include "loads/cards.h"
#include "project/document.h"
#include "project/starting_points.h"
#include "rig/statics.h"
#include "study/check.h"
#include "study/room.h"
#include "study/scenes.h"
#include "study/solve.h"
#include "study/worst_pose.h"
#include "tests/column_rig.h"

using namespace clampet;

namespace {

std::shared_ptr<const families::Joint> joint(const char* family, const families::Values& values) {
    return *families::join(*families::family_named(family), values);
}

/// Twelve interfaces with six axes, a ball's and three pivots', under a camera that leans out.
rig::Rig turned_column() {
    auto rig = column(12);
    rig.parts.back().mass = 1.3;
    rig.parts.back().centre_of_gravity = {0.03, 0.01, 0.06};
    for (const std::size_t pivot : {2, 5, 8}) {
        rig.interfaces[pivot].elements = {{"hold", "friction_pivot", {}}};
        rig.parts[pivot].ports[1].at = {0.02, 0, 0.08};
        rig.parts[pivot].ports[1].z = rig::Vector(0, 0.8, 0.6);
        rig.parts[pivot].ports[1].x = rig::Vector::UnitX();
    }
    rig.interfaces[10].elements = {{"hold", "ball", {}}};
    return *loads::used(std::move(rig), {"carried"});
}

/// Seconds per iteration over the target, measured by the library itself.
void against(benchmark::State& state, double target_seconds) {
    state.counters["of_target"] =
        benchmark::Counter(target_seconds, benchmark::Counter::kIsIterationInvariantRate | benchmark::Counter::kInvert);
}

void face_limit_surface(benchmark::State& state) {
    const auto face = joint("flat_face", {{"bears", std::string("whole")}});
    const families::Wrench w{30, 12, -20, 0.3, 0.5, 0.6};
    for (auto _ : state) benchmark::DoNotOptimize(face->utilisation(0, w));
    against(state, 50e-6);
}
BENCHMARK(face_limit_surface)->Unit(benchmark::kMicrosecond);

void face_limit_surface_opened(benchmark::State& state) {
    const auto face = joint("flat_face", {{"bears", std::string("whole")}});
    const families::Wrench w{30, 12, -20, 3, 5, 0.6};
    for (auto _ : state) benchmark::DoNotOptimize(face->utilisation(0, w));
    against(state, 50e-6);
}
BENCHMARK(face_limit_surface_opened)->Unit(benchmark::kMicrosecond);

void ball_general_axis(benchmark::State& state) {
    const auto ball = joint("ball", {});
    const families::Wrench w{5, 3, -14, 0.8, 1.1, 0.5};
    for (auto _ : state) benchmark::DoNotOptimize(ball->utilisation(0, w));
    against(state, 20e-6);
}
BENCHMARK(ball_general_axis)->Unit(benchmark::kMicrosecond);

void check_demo_rig(benchmark::State& state) {
    auto rig = project::demo_rig();
    // The screw that bottoms would make its seam trivial: measured with one that clamps.
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    for (auto _ : state) benchmark::DoNotOptimize(study::check(rig)->worst);
    against(state, 20e-3);
}
BENCHMARK(check_demo_rig)->Unit(benchmark::kMillisecond);

/// Every load case that carrying sets: push, tug and bump beside rest.
void check_demo_rig_carried(benchmark::State& state) {
    auto rig = *loads::used(project::demo_rig(), {"carried"});
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    for (auto _ : state) benchmark::DoNotOptimize(study::check(rig, {.detail = study::Detail::verdict})->worst);
    against(state, 5e-3);
}
BENCHMARK(check_demo_rig_carried)->Unit(benchmark::kMillisecond);

/// Where everything stands and what every seam of a column of twelve bears, for one pose and one case.
void twelve_seams_placed_and_loaded(benchmark::State& state) {
    const auto rig = column(12);
    const auto placed = std::make_shared<const rig::Placed>(rig);
    const auto statics = *rig::Statics::of(rig, placed);
    auto placement = placed->placement();
    const auto pose = placed->mechanism().pose_of(rig);
    for (auto _ : state) {
        placed->mechanism().place(pose, placement);
        for (std::size_t i = 0; i < 12; ++i) benchmark::DoNotOptimize(statics.load(i, {}).permanent());
    }
    against(state, 60e-6);
}
BENCHMARK(twelve_seams_placed_and_loaded)->Unit(benchmark::kMicrosecond);

/// What touches what: positions of the boom's eleven parts a second, on the machine's cores. Target: 1000 poses of 30
/// parts in a second, which is 30·29/2 pairs; the boom's pairs are counted against it.
void room_of_the_boom(benchmark::State& state) {
    const auto rig = *project::starting_rig("boom");
    study::RoomOptions options;
    options.with_spacers = false;
    study::Job job;
    job.workers = study::all_cores();
    std::size_t poses = 0;
    for (auto _ : state) poses += study::room(rig, options, job)->poses;
    const double pairs = static_cast<double>(rig.parts.size() * (rig.parts.size() - 1)) / 2;
    state.counters["pairs_per_s"] = benchmark::Counter(static_cast<double>(poses) * pairs, benchmark::Counter::kIsRate);
    state.counters["of_target"] = benchmark::Counter(static_cast<double>(poses) * pairs / (1000 * 435.0),
                                                     benchmark::Counter::kIsRate | benchmark::Counter::kInvert);
}
BENCHMARK(room_of_the_boom)->Unit(benchmark::kMillisecond)->UseRealTime();

/// The slowest of the eighteen rigs, read and checked.
void open_a_rig(benchmark::State& state) {
    for (auto _ : state) {
        project::Document document;
        benchmark::DoNotOptimize(static_cast<bool>(document.adopt(*project::starting_rig("k05"))));
    }
    against(state, 0.3);
}
BENCHMARK(open_a_rig)->Unit(benchmark::kMillisecond);

/// The worst pose of twelve seams on six axes, 46,656 poses and three cases, on the machine's cores.
void worst_pose_of_twelve_seams(benchmark::State& state) {
    const auto rig = turned_column();
    study::Job job;
    job.workers = study::all_cores();
    study::WorstPoseOptions options;
    options.check.cases = {"push", "tug"};  // and rest
    for (auto _ : state) benchmark::DoNotOptimize(study::worst_pose(rig, options, job)->poses);
    against(state, 1.0);
}
BENCHMARK(worst_pose_of_twelve_seams)->Unit(benchmark::kMillisecond)->UseRealTime();

/// The same of the demonstration's rigs: eleven axes and ten seams, five axes and seven.
void worst_pose_of(benchmark::State& state, const char* key) {
    const auto rig = *project::starting_rig(key);
    study::Job job;
    job.workers = study::all_cores();
    for (auto _ : state) benchmark::DoNotOptimize(study::worst_pose(rig, {}, job)->poses);
    against(state, 1.0);
}
BENCHMARK_CAPTURE(worst_pose_of, boom, "boom")->Unit(benchmark::kMillisecond)->UseRealTime();
BENCHMARK_CAPTURE(worst_pose_of, post, "castered-post")->Unit(benchmark::kMillisecond)->UseRealTime();

void edit_one_input(benchmark::State& state) {
    project::Document document;
    (void)document.adopt(project::demo_rig());
    double torque = 0.5;
    for (auto _ : state) {
        torque = torque > 1 ? 0.5 : torque + 0.01;
        benchmark::DoNotOptimize(
            static_cast<bool>(document.perform(project::SetInput{"ball", "ball", "torque", torque}, 1)));
    }
    against(state, 16e-3);
}
BENCHMARK(edit_one_input)->Unit(benchmark::kMillisecond);

/// The castered post under all of its cases in eight shots.
rig::Rig in_eight_shots() {
    auto rig = *loads::used(*project::starting_rig("castered-post"), {"carried", "outdoors"});
    rig.shots.clear();
    for (int i = 0; i < 8; ++i)
        rig.shots.push_back({"shot" + std::to_string(i),
                             "Shot " + std::to_string(i),
                             {{"ball", {{"forward", 0.1 * i}, {"pan", 0.3 * i}}}},
                             0,
                             0});
    return rig;
}

/// A keystroke with eight shots: the shot that is shown within a frame.
void keystroke_shown_shot(benchmark::State& state) {
    project::Document document;
    (void)document.adopt(in_eight_shots());
    double torque = 2;
    for (auto _ : state) {
        torque = torque > 3 ? 2 : torque + 0.01;
        benchmark::DoNotOptimize(
            static_cast<bool>(document.perform(project::SetInput{"ball", "ball", "torque", torque}, 1)));
    }
    against(state, 16e-3);
}
BENCHMARK(keystroke_shown_shot)->Unit(benchmark::kMillisecond);

/// And all eight of them on the machine's cores within a fifth of a second.
void keystroke_all_shots(benchmark::State& state) {
    const auto rig = in_eight_shots();
    const auto scenes = study::scenes_of(rig);
    study::Job job;
    job.workers = study::all_cores();
    for (auto _ : state) {
        benchmark::DoNotOptimize(study::check_scenes(rig, scenes, {}, job)->scenes.size());
    }
    against(state, 0.2);
}
BENCHMARK(keystroke_all_shots)->Unit(benchmark::kMillisecond)->UseRealTime();

/// Every mode's two factors under a general load. Chains and arms may take a millisecond, the others a tenth of one.
void modes_of(benchmark::State& state, const families::Family* family) {
    const auto j = *families::join(*family, {});
    const families::Load load{{2, 1, -14, 0.4, 1.2, 0.1}, {5, 9, 3, 0.8, 0.9, 0.4}};
    for (auto _ : state)
        for (std::size_t m = 0; m < j->modes().size(); ++m) benchmark::DoNotOptimize(families::factors(*j, m, load));
    against(state, family->key() == "ball_chain" || family->key() == "arm" ? 1e-3 : 100e-6);
}

/// The factor at which each of 2000 draws of friction and force slips; scatter_numpy.py, beside this, does the same.
void scatter_of(benchmark::State& state, const families::Family* family, families::Values values) {
    constexpr unsigned count = 2000;
    const families::Load load{{}, {6, 9, -14, 0.5, 1.4, 0.6}};
    const auto draw = [](unsigned i, double step, double typical, double low, double high) {
        const double u = std::fmod(0.5 + (i + 1) * step, 1.0);
        const double z = -std::sqrt(2.0) * boost::math::erfc_inv(2 * u);
        return typical * std::exp(z * (z < 0 ? std::log(typical / low) : std::log(high / typical)) / 1.645);
    };
    std::vector<double> factors(count);
    for (auto _ : state)
        for (unsigned i = 0; i < count; ++i) {
            values["friction"] = draw(i, 0.7548776662466927, 0.25, 0.18, 0.35);
            values["force"] = draw(i, 0.5698402909980532, 1000, 700, 1500);
            const auto j = *families::join(*family, values);
            factors[i] = families::factors(*j, 0, load).mass;
        }
    std::sort(factors.begin(), factors.end());
    state.counters["fifth"] = factors[count / 20];
}

/// The input that a person would ask for first.
std::string asked_of(const families::Family& family) {
    for (const char* key : {"force", "torque", "friction", "length"})
        if (const auto* p = families::find_parameter(family, key); p && p->is_relevant(*families::complete(family, {})))
            return key;
    for (const auto& p : family.parameters())
        if (p.kind == families::Kind::quantity) return p.key;
    return {};
}

void solve_for(benchmark::State& state, const families::Family* family) {
    const families::Load load{{2, 1, -14, 0.4, 1.2, 0.1}, {5, 9, 3, 0.8, 0.9, 0.4}};
    const auto key = asked_of(*family);
    for (auto _ : state) benchmark::DoNotOptimize(static_cast<bool>(study::solve(*family, {}, key, load, 2)));
    against(state, 20e-3);
}

}  // namespace

int main(int argc, char** argv) {
    for (const auto* family : families::registry()) {
        const std::string key(family->key());
        benchmark::RegisterBenchmark(("modes_of/" + key).c_str(), modes_of, family)->Unit(benchmark::kMicrosecond);
        benchmark::RegisterBenchmark(("solve/" + key + "/" + asked_of(*family)).c_str(), solve_for, family)
            ->Unit(benchmark::kMillisecond);
    }
    const auto scatter = [](const char* family, families::Values values) {
        benchmark::RegisterBenchmark((std::string("scatter/") + family).c_str(), scatter_of,
                                     families::family_named(family), std::move(values))
            ->Unit(benchmark::kMicrosecond);
    };
    scatter("flat_face", {{"bears", std::string("whole")}});
    scatter("tube_grip", {{"jaws", std::string("flat")}});
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
