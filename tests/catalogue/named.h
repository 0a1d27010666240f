#pragma once
#include <catch2/catch.hpp>

#include "catalogue/thread.h"

/// A thread that there is.
inline clampet::catalogue::Thread named(const char* name) {
    const auto thread = clampet::catalogue::thread_named(name);
    REQUIRE(thread);
    return *thread;
}
