#pragma once
#include "loads/load_case.h"

namespace clampet::loads {

const LoadCase& push();
const LoadCase& tug();
const LoadCase& bump();
const LoadCase& turn_start();
const LoadCase& turning();
const LoadCase& worn();
const LoadCase& moving();
const LoadCase& wind();
const LoadCase& inverted();
const LoadCase& payload_off();
const LoadCase& own_force();

}  // namespace clampet::loads
