#pragma once
#include <functional>
#include <string>

#include "rig/rig.h"

namespace clampet::desktop {

class InputRow;

/// Shows the sizes of a part of a kind on rows of its kind's parameters, those that count; and whether they are
/// assumed.
void show_sizes(const rig::Part& part, const std::function<InputRow*(const std::string& key)>& row_of);
/// What a row of a kind was given, as a size.
families::Value size_from(const rig::Input& input);

}  // namespace clampet::desktop
