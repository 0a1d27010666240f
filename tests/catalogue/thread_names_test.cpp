#include "catalogue/thread_names.h"

#include "approximately.h"
#include "catalogue/thread_identify.h"

using namespace clampet;
using catalogue::thread_named;

namespace {

const catalogue::Thread* carried(const std::string& name) {
    for (const auto& thread : catalogue::threads())
        if (thread.designation == name) return &thread;
    FAIL("not carried: " << name);
    return nullptr;
}

std::string first(const catalogue::ThreadEvidence& evidence) {
    const auto found = catalogue::identify_thread(evidence);
    REQUIRE(found);
    return found->front().thread->designation;
}

}  // namespace

TEST_CASE("a thread is found as people call it", "[catalogue][thread]") {
    const auto is = [](const char* name, const char* designation) {
        CAPTURE(name);
        const auto thread = thread_named(name);
        REQUIRE(thread);
        CHECK(thread->designation == designation);
    };
    is("1/4 20", "1/4-20 UNC");
    is("quarter twenty", "1/4-20 UNC");
    is("¼ UNC", "1/4-20 UNC");
    is("10-32", "#10-32 UNF");
    is("ten thirty-two", "#10-32 UNF");
    is("M6x1.0", "M6");
    is("m6 x 0.75", "M6x0.75");
    is("the small camera screw", "1/4-20 UNC");
    is("the big one", "3/8-16 UNC");
    is("half thirteen", "1/2-13 UNC");
    is("three eighths sixteen", "3/8-16 UNC");
    is("1/4-20 inch", "1/4-20 UNC");
}

TEST_CASE("a name with several meanings offers them with their odds", "[catalogue][thread]") {
    const auto size = thread_named("3/8");
    REQUIRE_FALSE(size);
    CHECK(size.problem().id == ProblemId("thread.several"));
    CHECK_THAT(size.problem().remedy, Catch::StartsWith("Say which: 3/8-16 UNC (") && Catch::Contains("3/8-24 UNF"));
    CHECK_THAT(thread_named("microphone thread").problem().remedy,
               Catch::Contains("5/8-27 UNS (70 %: stands and clips)"));
    for (const char* name : {"3/8", "#8", "1/2", "M8", "camera screw"}) {
        CAPTURE(name);
        double sum = 0, last = 1;
        for (const auto& candidate : catalogue::thread_candidates(name)) {
            sum += candidate.odds;
            CHECK(candidate.odds <= last);
            last = candidate.odds;
        }
        CHECK(sum == relative(1, 1e-9));
    }
    for (const char* nothing : {"", "cheese", "M", "Tr11x9", "5/8 NPT", "M6x3", "7/3"}) {
        CAPTURE(nothing);
        CHECK(catalogue::thread_candidates(nothing).empty());
        CHECK(thread_named(nothing).problem().id == ProblemId("thread.unknown"));
    }
}

TEST_CASE("class suffixes are understood, or refused by name", "[catalogue][thread]") {
    CHECK(thread_named("1/4-20 UNC-2A")->designation == "1/4-20 UNC");
    CHECK(thread_named("1/4-20 2B")->designation == "1/4-20 UNC");
    CHECK(thread_named("M6-6g")->designation == "M6");
    CHECK(thread_named("M6 6H")->designation == "M6");
    CHECK(thread_named("quarter twenty 2A")->designation == "1/4-20 UNC");
    const auto refused = thread_named("M6-4g");
    REQUIRE_FALSE(refused);
    CHECK(refused.problem().what == "Class 4g of M6 is not carried.");
    CHECK(refused.problem().remedy == "Its classes here are 6g and 6H.");
    CHECK_FALSE(thread_named("1/4-20 UNC-3A"));
    CHECK(catalogue::without_class("1/4-20").thread_class.empty());
    CHECK(catalogue::without_class("M6-6g5g").thread_class == "6g5g");
}

TEST_CASE("every thread that is carried is identified by its own sizes", "[catalogue][thread]") {
    for (const auto& thread : catalogue::threads()) {
        CAPTURE(thread.designation);
        const double measured = (thread.external_major.low + thread.external_major.high) / 2;
        const auto found = catalogue::identify_thread({measured, thread.pitch, {}, {}});
        REQUIRE(found);
        bool there = false;
        double sum = 0;
        for (const auto& candidate : *found) {
            there |= candidate.thread->designation == thread.designation;
            sum += candidate.odds;
        }
        CHECK(there);
        CHECK(sum <= 1 + 1e-9);
    }
}

TEST_CASE("a screw is identified by a caliper and by what it goes into", "[catalogue][thread]") {
    CHECK(first({0.0063, 0.00127, {}, {}}) == "1/4-20 UNC");
    CHECK(first({0.0059, 0.00100, {}, {}}) == "M6");
    CHECK(first({0.0059, {}, {}, {carried("M6")}}) != "M6");
    CHECK(first({0.0063, {}, {carried("1/4-20 UNC")}, {}}) == "1/4-20 UNC");
    CHECK(first({0.0094, {}, {}, {carried("3/8-16 UNC")}}) != "3/8-16 UNC");
    CHECK(first({0.0157, {}, {}, {carried("5/8-11 UNC")}}) == "5/8-27 UNS");
    for (const catalogue::ThreadEvidence& wrong : {catalogue::ThreadEvidence{},
                                                   {0.3, {}, {}, {}},
                                                   {-0.006, {}, {}, {}},
                                                   {std::nan(""), {}, {}, {}},
                                                   {0.006, 0.01, {}, {}}})
        CHECK_FALSE(catalogue::identify_thread(wrong));
    // A count of threads to the inch is one of 1 to 200.
    const auto counted = [](const char* pitch) { return catalogue::read_evidence({"6.3 mm", pitch, {}, {}}); };
    CHECK(counted("20 per inch")->pitch == relative(0.0254 / 20, 1e-12));
    CHECK(counted("1 per inch")->pitch == relative(0.0254, 1e-12));
    CHECK(counted("200 tpi")->pitch == relative(0.0254 / 200, 1e-12));
    CHECK(counted(" 4.5 to the inch")->pitch == relative(0.0254 / 4.5, 1e-12));
    CHECK_FALSE(counted("1 to 1.2 mm"));  // no pitch of an inch
    for (const char* none : {"0.9 per inch", "201 per inch", "many per inch", "-20 tpi"}) {
        CHECK(counted(none).problem().id == ProblemId("thread.impossible_count"));
        CHECK(counted(none).problem().where == "pitch");
    }
}
