#include "families/thread/stack_design.h"
#include "families/thread/thread_joint.h"

namespace clampet::families {

drawing::Drawing ThreadJoint::section(const Load&) const {
    return stack_section({n_.male,
                          n_.female,
                          n_.stack,
                          n_.verdict,
                          {},
                          n_.payload_turned ? 0 : n_.screw.bearing_outer_diameter / 2,
                          n_.countersunk});
}

}  // namespace clampet::families
