#include "rig/records.h"

#include <array>

namespace clampet::parts {

using namespace std::string_view_literals;

template <>
std::span<const std::string_view> names<rig::HangOf>() {
    static constexpr std::array all{"mark"sv, "force"sv};
    return all;
}
template <>
std::span<const std::string_view> names<rig::Event>() {
    static constexpr std::array all{"tightened"sv, "shoot"sv, "incident"sv, "attempt"sv, "note"sv};
    return all;
}

}  // namespace clampet::parts
