#include "parts/body.h"

#include <array>

namespace clampet::parts {

using namespace std::string_view_literals;

template <>
std::span<const std::string_view> names<Stuff>() {
    static constexpr std::array all{"metal"sv, "wood"sv, "plastic"sv, "rubber"sv, "tube"sv, "payload"sv, "glass"sv};
    return all;
}
template <>
std::span<const std::string_view> names<Role>() {
    static constexpr std::array all{"payload"sv, "part"sv, "support"sv};
    return all;
}
template <>
std::span<const std::string_view> names<Origin>() {
    static constexpr std::array all{"have"sv, "buy"sv, "make"sv, "site"sv};
    return all;
}
template <>
std::span<const std::string_view> names<ShapeKind>() {
    static constexpr std::array all{"box"sv, "cylinder"sv, "sphere"sv, "prism"sv, "hull"sv};
    return all;
}

Eigen::Isometry3d Port::frame() const {
    Eigen::Isometry3d f = Eigen::Isometry3d::Identity();
    f.linear().col(0) = x;
    f.linear().col(1) = z.cross(x);
    f.linear().col(2) = z;
    f.translation() = at;
    return f;
}

}  // namespace clampet::parts
