#pragma once
#include "project/fields.h"

namespace clampet::project {

const Fields<rig::Shape>& shape_fields();
const Fields<rig::Port>& port_fields();
const Fields<rig::Part>& part_fields();
/// Each kind of shape has its own keys; what else it has is refused.
nlohmann::ordered_json shape_schema();

/// Values by their rows: a quantity may be a text with its unit. What no row has is read as it is, for others to
/// refuse.
families::Values read_values(const Node& node, std::span<const families::Parameter> rows);
/// Null for none.
nlohmann::ordered_json write_values(const families::Values& values);

}  // namespace clampet::project
