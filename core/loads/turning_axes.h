#pragma once
#include "loads/load_case.h"

namespace clampet::loads {

/// An axis that is turned in a shot, where it stands in the world.
struct TurningAxis {
    std::size_t interface = 0;
    std::string label;  ///< "Pan of Head on its base"
    rig::Vector direction = rig::Vector::UnitZ(), at = rig::Vector::Zero();
    rig::Vector own_direction = rig::Vector::UnitZ();  ///< in the interface's frame
};

/// Those that a text names ("interface" or "interface.axis", separated by ;), or all that are turned against their
/// friction where it names none.
/// Errors  A Problem at "axis" when one is not there or does not turn.
Result<std::vector<TurningAxis>> turning_axes(const std::string& named, const Situation& situation);
/// Whether anything of the rig is turned in a shot.
bool has_turning_axis(const rig::Rig& rig);
/// The input that names them.
families::Parameter axis_row();

}  // namespace clampet::loads
