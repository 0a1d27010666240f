#include "rig/rig.h"

#include <algorithm>
#include <cmath>

namespace clampet::rig {
namespace {

template <class Items>
auto* found(Items& items, std::string_view id) {
    const auto at = std::find_if(items.begin(), items.end(), [&](const auto& item) { return item.id == id; });
    return at == items.end() ? nullptr : &*at;
}

}  // namespace

Eigen::Isometry3d Port::frame() const {
    Eigen::Isometry3d f = Eigen::Isometry3d::Identity();
    f.linear().col(0) = x;
    f.linear().col(1) = z.cross(x);
    f.linear().col(2) = z;
    f.translation() = at;
    return f;
}

const Port* Part::port(std::string_view wanted) const {
    return found(ports, wanted);
}
const Part* Rig::part(std::string_view id) const {
    return found(parts, id);
}
Part* Rig::part(std::string_view id) {
    return found(parts, id);
}
const Interface* Rig::interface(std::string_view id) const {
    return found(interfaces, id);
}
Interface* Rig::interface(std::string_view id) {
    return found(interfaces, id);
}

const Part* payload_of(const Rig& rig) {
    const auto carries = [&](const Part& part) {
        return std::any_of(rig.interfaces.begin(), rig.interfaces.end(),
                           [&](const Interface& f) { return !f.closes_loop && f.support.part == part.id; });
    };
    const Part* best = nullptr;
    for (const auto& part : rig.parts)
        if (part.role == "payload" && (!best || part.mass > best->mass)) best = &part;
    for (const auto& part : rig.parts)
        if (!best && !carries(part) && part.role != "support") best = &part;
    return best ? best : rig.parts.empty() ? nullptr : &rig.parts.back();
}

}  // namespace clampet::rig
