// Every drawing against the one that was looked at and approved, primitive by primitive, in tests/reference/drawings/.
#include <catch2/catch.hpp>

#include "approved.h"
#include "drawing_told.h"
#include "families/family.h"
#include "families/thread/fit_section.h"
#include "families/thread/stack_design.h"

using namespace clampet;
using families::Values;

namespace {

const families::Load load{{3, 2, -13, 0.4, 1.1, 0.2, 0, 0, -9.8}, {5, 0, 0, 0, 0.5, 0}};

/// The family as it stands, and with each choice in turn; of what cannot be built so, nothing.
std::string drawings_of(const families::Family& family) {
    std::string all = told("as it stands", (*families::join(family, {}))->section(load));
    for (const auto& p : family.parameters()) {
        if (p.kind != families::Kind::choice) continue;
        for (const auto& choice : p.choices) {
            if (choice.key == p.standard_text) continue;
            const auto joint = families::join(family, {{p.key, choice.key}});
            if (joint) all += told(p.key + " " + choice.key, (*joint)->section(load));
        }
    }
    return all;
}

}  // namespace

TEST_CASE("every family is drawn as it was approved", "[families][drawing][approved]") {
    for (const auto* family : families::registry())
        is_approved("drawings/" + std::string(family->key()), drawings_of(*family));
}

TEST_CASE("threads and stacks are drawn as they were approved", "[thread][drawing][approved]") {
    std::string all;
    const auto thread = [](const char* name) { return *catalogue::thread_named(name); };
    for (const auto& [male, female] :
         {std::pair{"1/4-20", "1/4-20"}, std::pair{"M6", "1/4-20"}, std::pair{"1/4 BSW", "1/4-20"},
          std::pair{"3/8-16", "M10"}, std::pair{"M5", "M6"}, std::pair{"M8", "M6"}})
        all += told(fmt::format("{} in {}", male, female), families::fit_section(thread(male), thread(female)));
    using Item = families::StackItem;
    families::StackDesign design;
    design.screw = design.socket = thread("1/4-20");
    design.screw_length = 0.016;
    const auto add = [&](const char* name) {
        all += told(name, families::stack_section(families::picture_of(design)));
    };
    add("a bare screw that bottoms");
    design.items = {{Item::Kind::washer, "1/4 in", 0.00165, 0.0159},
                    {Item::Kind::board, "plywood 6", 0.0061, 0},
                    {Item::Kind::pad, "cork", 0.002, 0}};
    add("washer, board and pad");
    design.plain_length = 0.004;
    design.through = true;
    add("a shank, through");
    design.plain_length = 0.012;
    add("a shank that is too long");
    design.plain_length = 0;
    design.through = false;
    design.items = {{Item::Kind::board, "plywood 6", 0.0061, 0}};
    design.countersunk = true;
    design.sink = 0.0008;
    add("a head let in below the surface");
    design.nut = true;
    design.screw_length = 0.03;
    add("the same into a nut");
    is_approved("drawings/threads", all);
}
