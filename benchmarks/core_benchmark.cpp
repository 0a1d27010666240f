// Times against the targets of the project; the ratio to the target is a counter (under 1 is within it).
#include <benchmark/benchmark.h>

#include "families/family.h"
#include "project/document.h"
#include "project/starting_points.h"
#include "study/check.h"

using namespace clampet;

namespace {

std::shared_ptr<const families::Joint> joint(const char* family, const families::Values& values) {
    return *families::join(*families::family_named(family), values);
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

void modes_of(benchmark::State& state, const char* family) {
    const auto j = joint(family, {});
    const families::Load load{{2, 1, -14, 0.4, 1.2, 0.1}, {5, 9, 3, 0.8, 0.9, 0.4}};
    for (auto _ : state)
        for (std::size_t m = 0; m < j->modes().size(); ++m) benchmark::DoNotOptimize(families::factors(*j, m, load));
}
BENCHMARK_CAPTURE(modes_of, thread, "thread")->Unit(benchmark::kMicrosecond);
BENCHMARK_CAPTURE(modes_of, flat_face, "flat_face")->Unit(benchmark::kMicrosecond);
BENCHMARK_CAPTURE(modes_of, tube_grip, "tube_grip")->Unit(benchmark::kMicrosecond);
BENCHMARK_CAPTURE(modes_of, ball, "ball")->Unit(benchmark::kMicrosecond);
BENCHMARK_CAPTURE(modes_of, stance, "stance")->Unit(benchmark::kMicrosecond);

}  // namespace

BENCHMARK_MAIN();
