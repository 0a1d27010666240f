#pragma once
#include <cstddef>

/// Allocations that this thread has made so far; the tests' own operator new counts them.
std::size_t allocations() noexcept;
