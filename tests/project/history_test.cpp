#include "project/history.h"

#include <catch2/catch.hpp>

using clampet::project::Gesture;
using clampet::project::History;
using clampet::project::single;

namespace {
struct Typed {
    History<int> history;
    int now = 0;
    bool set(int next, Gesture gesture = single) {
        const bool changed = history.record(now, next, "to " + std::to_string(next), gesture);
        if (changed) now = next;
        return changed;
    }
};
}  // namespace

TEST_CASE("steps go back and forth, with their names", "[project][history]") {
    Typed t;
    CHECK(t.set(1));
    CHECK(t.set(2));
    CHECK(t.history.undo_label() == "to 2");
    CHECK(t.history.undo(t.now));
    CHECK(t.now == 1);
    CHECK(t.history.redo_label() == "to 2");
    CHECK(t.history.redo(t.now));
    CHECK(t.now == 2);
    CHECK(t.history.undo(t.now));
    CHECK(t.history.undo(t.now));
    CHECK(t.now == 0);
    CHECK_FALSE(t.history.undo(t.now));
    CHECK(t.now == 0);
}

TEST_CASE("what changes nothing is no step, and loses nothing to redo", "[project][history]") {
    Typed t;
    t.set(1);
    t.history.undo(t.now);
    CHECK_FALSE(t.set(0));
    CHECK_FALSE(t.history.can_undo());
    CHECK(t.history.can_redo());
    CHECK_FALSE(t.set(0, 7));
    CHECK(t.history.can_redo());
}

TEST_CASE("one gesture is one step; two are two; one that ends where it began is none", "[project][history]") {
    Typed t;
    t.set(1, 7);
    t.set(2, 7);
    t.set(3, 8);
    t.history.undo(t.now);
    CHECK(t.now == 2);
    t.history.undo(t.now);
    CHECK(t.now == 0);
    t.set(5, 9);
    t.set(0, 9);
    CHECK_FALSE(t.history.can_undo());
    // An undone step does not swallow what the same gesture does next.
    t.set(1, 10);
    t.history.undo(t.now);
    t.set(2, 10);
    t.history.undo(t.now);
    CHECK(t.now == 0);
}

TEST_CASE("nothing merges across a seal, and five hundred steps are kept", "[project][history]") {
    Typed t;
    t.set(1, 7);
    t.history.seal();
    t.set(2, 7);
    t.history.undo(t.now);
    CHECK(t.now == 1);
    for (int i = 10; i < 1000; ++i) t.set(i);
    int steps = 0;
    while (t.history.undo(t.now)) ++steps;
    CHECK(steps == 500);
    t.history.forget();
    CHECK_FALSE(t.history.can_redo());
}
