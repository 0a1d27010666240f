#include "quantity/remedy.h"

#include <fmt/format.h>

#include <cmath>

namespace clampet::quantity {
namespace {

constexpr double tenths = 1e4, rounding = 1e-6;  // of a millimetre, in a metre; of a tenth

}  // namespace

std::string mm_up(double length) {
    return fmt::format("{:g} mm", std::ceil(length * tenths - rounding) / 10);
}

std::string mm_down(double length) {
    return fmt::format("{:g} mm", std::floor(length * tenths + rounding) / 10);
}

}  // namespace clampet::quantity
