#pragma once
#include "project/fields.h"

namespace clampet::project {

/// Of what was seen of a rig, one kind of record each.
const Fields<rig::Tap>& tap_fields();
const Fields<rig::Hang::Reading>& reading_fields();
const Fields<rig::Hang>& hang_fields();
const Fields<rig::Measured>& measured_fields();
const Fields<rig::LogEntry>& log_fields();

/// Lists of them in a rig, left out where there are none.
std::vector<Field<rig::Rig>> record_lists();

}  // namespace clampet::project
