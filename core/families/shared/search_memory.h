#pragma once
#include "mechanics/contact_pressure.h"
#include "mechanics/friction_limit.h"

namespace clampet::families {

/// The last answer of a search along one ray, from which its next one starts: what a pressed patch and its slip cost is
/// mostly finding the neighbourhood.
struct SearchMemory {
    mechanics::ContactPressure pressure;
    mechanics::SlipLimit<3> slip;
    bool known = false;
};

}  // namespace clampet::families
