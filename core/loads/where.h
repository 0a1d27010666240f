#pragma once
#include "loads/load_case.h"

namespace clampet::loads {

/// Rows by which a case says where a force acts: on which part, how far from its centre of gravity.
std::vector<families::Parameter> where_rows(const char* what);

/// That place in the world. No part named: the payload.
/// Errors  A Problem at "part" when there is none of that name.
Result<rig::PointForce> point_of(const families::Values& values, const Situation& situation);

/// A force of any direction there, as large as the input "force": a hand that bumps, a cable that is caught.
/// `words`: "with a push"; `margin`: "this push".
Result<std::vector<rig::Action>> force_from_anywhere(const families::Values& values, const Situation& situation,
                                                     const char* words, const char* margin);

}  // namespace clampet::loads
