#pragma once
#include <memory>
#include <vector>

#include "project/document.h"

namespace clampet::desktop {

/// A part as it stands in the frame of the one that is shown.
struct Thing {
    const rig::Part* part = nullptr;
    Eigen::Isometry3d own_from_part = Eigen::Isometry3d::Identity();
};

/// Something that is held, on the rig or planned before there is one: what its card, its picture and its measuring
/// show and change.
class HeldThing {
 public:
    virtual ~HeldThing() = default;
    /// As it is in force; nothing where it is there no longer.
    virtual const rig::Part* part() const = 0;
    /// Itself first, then what is held by it.
    virtual std::vector<Thing> things() const = 0;
    virtual Status set_name(const std::string& name, project::Gesture gesture) = 0;
    virtual Status set_mass(double mass, project::Gesture gesture) = 0;
    virtual Status set_centre(const rig::Vector& at, project::Gesture gesture) = 0;
    /// Of a device: another class; what was measured of the one before is not this one's.
    virtual Status set_class(const std::string& device) = 0;
};
using HeldThingPtr = std::shared_ptr<HeldThing>;

/// Both live no longer than the document.
HeldThingPtr on_the_rig(project::Document& document, std::string part);
HeldThingPtr on_the_plan(project::Document& document, std::size_t index);

}  // namespace clampet::desktop
