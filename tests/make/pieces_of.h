#pragma once
#include <catch2/catch.hpp>
#include <vector>

#include "parts/part_kind.h"
#include "parts/workpiece.h"

/// What is made of a part of that kind.
inline std::vector<clampet::parts::Workpiece> pieces(const char* kind, const clampet::families::Values& values = {}) {
    const auto made = clampet::parts::workpieces_of(*clampet::parts::kind_named(kind), values);
    if (!made) FAIL(made.problem().sentence());
    return *made;
}
