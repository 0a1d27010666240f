// Libraries of ours that are loaded when they are first needed.
#include "quantity/module.h"

#include <catch2/catch.hpp>
#include <fstream>

#include "rig/convex.h"
#include "temporary_folder.h"

using namespace clampet;

namespace {
/// What is wrong with that module at this place.
Problem wrong_with(const Module& module, const std::filesystem::path& place) {
    const auto entry = entry_of(module, {place});
    REQUIRE_FALSE(entry);
    return entry.problem();
}
}  // namespace

TEST_CASE("a module that is missing, broken or another one is told by its purpose, its file and why", "[module]") {
    const auto& module = rig::convex_module();
    const auto built = module.built;
    const auto missing = wrong_with(module, "/nowhere/libclampet-fcl.so");
    CHECK(missing.id == ProblemId("module.not_loaded"));
    CHECK(missing.what ==
          "What finds parts that touch, libclampet-fcl.so, could not be loaded: it is not at "
          "/nowhere/libclampet-fcl.so.");
    CHECK_THAT(entry_of(module, {"/nowhere/a.so", "/nowhere/b.so"}).problem().what,
               Catch::Contains("it is not beside the program"));
    CHECK_THAT(missing.sentence(), Catch::Contains("Build or install Clampet anew"));

    TemporaryFolder folder;
    const auto broken = folder / "libclampet-fcl.so";
    std::ofstream(broken) << "no library";
    CHECK_THAT(wrong_with(module, broken).what, Catch::Contains(broken.string()));

    auto other = module;
    other.entry = "clampet_no_such_entry";
    CHECK_THAT(wrong_with(other, built).what, Catch::Contains("clampet_no_such_entry"));

    // The first place that has one: a broken one does not hide a good one behind it.
    const auto loaded = load<rig::ConvexLibrary>(module, {broken, built});
    REQUIRE(loaded);
    CHECK((*loaded)->sphere(0.02)->box().max().isApproxToConstant(0.02));
    // Where it is looked for: beside the program first, where it was built last.
    const auto places = places_of(module);
    REQUIRE(places.size() == 3);
    CHECK(places[0] == std::filesystem::canonical("/proc/self/exe").parent_path() / "libclampet-fcl.so");
    CHECK(places[1].parent_path().filename() == "clampet");
    CHECK(places[2] == built);
    CHECK(rig::convex_library());
}
