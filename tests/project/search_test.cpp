#include "project/search.h"

#include <set>

#include "approximately.h"
#include "parts/part_kind.h"
#include "project/starting_points.h"

using namespace clampet;
using catalogue::LeadsTo;

namespace {

const project::Found* answer(const std::vector<project::Found>& found, LeadsTo leads_to, std::string_view key) {
    for (const auto& f : found)
        if (f.leads_to == leads_to && f.key == key) return &f;
    return nullptr;
}

}  // namespace

TEST_CASE("every word of the index finds what it stands for, among the first", "[project][search]") {
    for (const auto& entry : catalogue::word_entries())
        for (const auto& word : entry.words) {
            CAPTURE(word, entry.key);
            const auto found = project::search(word);
            const auto* there = answer(found, entry.leads_to, entry.key);
            REQUIRE(there);
            CHECK(there - found.data() < 3);
            CHECK_FALSE(there->says.empty());
        }
}

TEST_CASE("every place that words lead to is there, and its preset can be built", "[project][search]") {
    for (const auto& entry : catalogue::word_entries()) {
        CAPTURE(entry.key, entry.says);
        CHECK(entry.says.size() > 10);
        switch (entry.leads_to) {
            case LeadsTo::bench: {
                const auto* family = families::family_named(entry.key);
                REQUIRE(family);
                families::Values preset;
                for (const auto& [input, choice] : entry.set) preset[input] = choice;
                CHECK(families::join(*family, preset));
                break;
            }
            case LeadsTo::part:
                CHECK(parts::kind_named(entry.key));
                break;
            case LeadsTo::start:
                CHECK(project::starting_rig(entry.key));
                break;
            default:
                CHECK(entry.set.empty());
        }
    }
}

TEST_CASE("what is beyond the tool is told by a rig's name", "[project][search]") {
    CHECK(project::beyond_the_tool("Boom over the bells").empty());
    CHECK(project::beyond_the_tool("Carried on a carpet").empty());
    CHECK(project::beyond_the_tool("Suction mount on the windscreen").size() == 1);
    CHECK(project::beyond_the_tool("harness for a person, climbing").size() == 1);  // one sentence, told once
    CHECK(project::beyond_the_tool("drone in a crowd").size() == 2);
    CHECK(project::beyond_the_tool("").empty());
}

TEST_CASE("what people type is answered", "[project][search]") {
    // What people call things: common practice, no source.
    const auto first = [](const char* words) {
        const auto found = project::search(words);
        return found.empty() ? std::string("nothing") : found.front().key;
    };
    CHECK(first("quick release") == "shoe");
    CHECK(first("cold shoe") == "shoe");
    CHECK(first("pipe") == "tube_grip");
    CHECK(first("caster") == "stance");
    CHECK(first("zip tie") == "tube_grip");
    CHECK(first("backpack") == "strap");
    CHECK(first("T-nut") == "insert");
    CHECK(first("servo") == "pan_drive");
    CHECK(first("hinge") == "friction_pivot");
    CHECK(first("it droops") == "arm");
    CHECK(first("wing nut") == "screw_drive");
    CHECK(first("drone") == "flight");
    CHECK(first("mount on a car") == "vehicle");
    CHECK(first("M6") == "M6");
    CHECK(first("qwertz") == "nothing");
    for (const char* words : {"tripod",      "monopod",       "post",
                              "monitor",     "phone",         "claw",
                              "bracket",     "clip",          "spacer",
                              "box joint",   "dowel",         "knuckle",
                              "overhead",    "ceiling",       "adapter",
                              "PVC",         "light",         "microphone",
                              "mirror",      "counterweight", "glue",
                              "tape",        "hook-and-loop", "insert",
                              "lock nut",    "it spins",      "slips down",
                              "too long",    "too short",     "wobbles",
                              "rocks",       "falls forward", "too tight to move",
                              "came loose",  "cracked",       "won't come off",
                              "doesn't fit", "stripped"}) {
        CAPTURE(words);
        CHECK_FALSE(project::search(words).empty());
    }
}

TEST_CASE("a word of a choice presets it, and each place is told once", "[project][search]") {
    const auto found = project::search("zip tie");
    REQUIRE_FALSE(found.empty());
    CHECK(std::get<std::string>(found.front().inputs.at("jaws")) == "band");
    std::set<std::pair<LeadsTo, std::string>> places;
    for (const auto& f : project::search("clamp")) {
        CAPTURE(f.key);
        CHECK(places.emplace(f.leads_to, f.key).second);
    }
    // Half-typed words and those with a slip find it too; words that do not go together still find something.
    CHECK(answer(project::search("countrweight"), LeadsTo::bench, "counterweight"));
    CHECK(answer(project::search("monit"), LeadsTo::help, "devices"));
    CHECK_FALSE(project::search("purple webbing").empty());
    CHECK(project::search("").empty());
}
