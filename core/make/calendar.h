#pragma once
#include "make/schedule.h"

namespace clampet::make {

/// Meaning  An iCalendar (RFC 5545): an event a step, in floating local time as it hangs on the wall, with what to have
///          at hand, what to mind and until when it dries. `stamp`: when it was written. What is done is left out.
/// Errors   A Problem: nothing is left to do.
Result<std::string> calendar_of(const Plan& plan, const Schedule& schedule, const std::string& rig, WallTime stamp);

}  // namespace clampet::make
