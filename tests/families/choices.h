#pragma once
#include <string>

/// Choices that many families have, as values of inputs.
namespace choices {

inline const std::string force = "force";

}  // namespace choices
