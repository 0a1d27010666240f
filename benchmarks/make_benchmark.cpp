// Making, against the targets of the project; the ratio to the target is a counter (under 1 is within it).
#include <benchmark/benchmark.h>

#include "make/export.h"
#include "make/sheet_nesting.h"
#include "parts/part_kind.h"
#include "project/starting_points.h"
#include "solids/export.h"

using namespace clampet;

namespace {

void against(benchmark::State& state, double target_seconds) {
    state.counters["of_target"] =
        benchmark::Counter(target_seconds, benchmark::Counter::kIsIterationInvariantRate | benchmark::Counter::kInvert);
}

study::Job two_workers() {
    study::Job job;
    job.workers = 2;
    return job;
}

/// Twelve parts to make, of as many kinds.
rig::Rig twelve_parts() {
    rig::Rig rig;
    for (const char* kind : {"vee_clamp", "collar", "yoke", "tongue", "block", "plate", "dovetail_clamp", "segment",
                             "end_clamp", "knob", "arm", "post_socket"}) {
        rig::Part part;
        part.id = part.name = part.kind = kind;
        part.origin = rig::Origin::make;
        rig.parts.push_back(*rig::made(part));
    }
    return rig;
}

void solids_of_twelve_parts(benchmark::State& state) {
    const auto rig = twelve_parts();
    for (auto _ : state) {
        solids::ModelShop shop;
        benchmark::DoNotOptimize(static_cast<bool>(shop.models_of(rig, {}, two_workers())));
    }
    against(state, 2);
}
BENCHMARK(solids_of_twelve_parts)->Unit(benchmark::kMillisecond)->UseRealTime();

void solids_after_a_change(benchmark::State& state) {
    auto rig = twelve_parts();
    solids::ModelShop shop;
    (void)shop.models_of(rig, {}, two_workers());
    double cheek = 0.010;
    for (auto _ : state) {
        rig.parts[2].values["cheek"] = cheek += 1e-5;
        benchmark::DoNotOptimize(static_cast<bool>(shop.models_of(rig, {}, two_workers())));
    }
    against(state, 0.3);
}
BENCHMARK(solids_after_a_change)->Unit(benchmark::kMillisecond)->UseRealTime();

std::vector<double> sixty_lengths() {
    std::vector<double> lengths;
    unsigned seed = 11;
    for (int i = 0; i < 60; ++i) lengths.push_back(0.08 + 0.9 * (seed = seed * 1664525u + 1013904223u) / 4294967296.0);
    return lengths;
}

void nesting_of_sixty_pieces(benchmark::State& state) {
    const auto lengths = sixty_lengths();
    for (auto _ : state) benchmark::DoNotOptimize(make::nest(lengths, 2.4, 0.003).bars.size());
    against(state, 1);
}
BENCHMARK(nesting_of_sixty_pieces)->Unit(benchmark::kMillisecond);

void nesting_of_sixty_on_sheets(benchmark::State& state) {
    std::vector<make::Cut> cuts;
    for (const double length : sixty_lengths()) cuts.push_back({length, 0.03 + 0.1 * length});
    for (auto _ : state) benchmark::DoNotOptimize(make::nest_on_sheets(cuts, 2.4, 0.6, 0.003).sheets.size());
    against(state, 1);
}
BENCHMARK(nesting_of_sixty_on_sheets)->Unit(benchmark::kMillisecond);

/// Templates in three formats, lists, plan, calendar and both reports of the rig with the most parts to make.
void all_sheets_of_a_rig(benchmark::State& state) {
    const auto rig = *project::starting_rig("k01");
    make::Wish wish;
    for (auto _ : state)
        for (const auto what : {make::What::templates, make::What::cut_list, make::What::drills, make::What::hardware,
                                make::What::cost, make::What::steps, make::What::schedule, make::What::report})
            for (const auto format : make::formats_of(what)) {
                wish.what = what;
                wish.format = format;
                benchmark::DoNotOptimize(static_cast<bool>(make::exported(rig, wish, two_workers())));
            }
    against(state, 3);
}
BENCHMARK(all_sheets_of_a_rig)->Unit(benchmark::kMillisecond)->UseRealTime();

}  // namespace

BENCHMARK_MAIN();
