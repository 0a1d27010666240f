#pragma once
#include <catch2/catch.hpp>

/// Within a relative tolerance, and nothing else.
inline Approx relative(double value, double tolerance) {
    return Approx(value).epsilon(tolerance).margin(0);
}
/// Within an absolute tolerance, and nothing else.
inline Approx absolute(double value, double tolerance) {
    return Approx(value).epsilon(0).margin(tolerance);
}
