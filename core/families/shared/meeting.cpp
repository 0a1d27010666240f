#include "families/shared/meeting.h"

#include <algorithm>

#include "catalogue/thread.h"

namespace clampet::families {
namespace {

/// What one of them offers to be pressed on.
PressedFace face_of(const Values& sizes) {
    PressedFace face{port_size(sizes, "diameter"), port_size(sizes, "length"), port_size(sizes, "width"),
                     port_size(sizes, "hole")};
    if (const auto designation = port_text(sizes, "designation"); !designation.empty()) {
        face = {port_size(sizes, "face")};  // a thread's length is its screw's
        if (const auto thread = catalogue::thread_named(designation)) face.hole = thread->major;
    }
    return face;
}

}  // namespace

double port_size(const Values& sizes, std::string_view key) {
    const auto at = sizes.find(key);
    const auto* number = at == sizes.end() ? nullptr : std::get_if<double>(&at->second);
    return number ? *number : 0;
}

std::string_view port_text(const Values& sizes, std::string_view key) {
    const auto at = sizes.find(key);
    const auto* text = at == sizes.end() ? nullptr : std::get_if<std::string>(&at->second);
    return text ? std::string_view(*text) : std::string_view();
}

PressedFace pressed_face(const Meeting& meeting) {
    PressedFace one = face_of(meeting.support), other = face_of(meeting.payload);
    const double hole = std::max(one.hole, other.hole);
    if (!one.is_known()) std::swap(one, other);
    one.hole = hole;
    if (!other.is_known()) return one;
    if (one.diameter == 0) std::swap(one, other);  // a round one first
    if (one.diameter > 0 && other.diameter > 0) return {std::min(one.diameter, other.diameter), 0, 0, hole};
    if (one.diameter > 0 && one.diameter <= other.narrowest()) return {one.diameter, 0, 0, hole};
    const double across = one.diameter > 0 ? one.diameter : 1e9;
    const double length = one.diameter > 0 ? across : one.length, width = one.diameter > 0 ? across : one.width;
    return {0, std::min(length, other.length), std::min(width, other.width), hole};
}

std::optional<catalogue::Material> lining_between(const Meeting& meeting) {
    std::optional<catalogue::Material> softer;
    for (const auto surface : {meeting.support_surface, meeting.payload_surface})
        if (const auto lining = catalogue::material_meant(surface == "rubber" ? "rubber 60 Shore A" : surface);
            lining && lining->drawn_as == "rubber" && (!softer || lining->bearing < softer->bearing))
            softer = *lining;
    return softer;
}

Values squeezed_as(const Values& sizes) {
    if (!port_text(sizes, "screw").empty()) return {{"squeezed_by", "screw"}};
    if (port_size(sizes, "rate") > 0) return {{"squeezed_by", "spring"}};
    if (!port_text(sizes, "band").empty()) return {{"squeezed_by", "force"}};
    return {};
}

std::vector<Mating::Fill> squeezed_fills(PortSide side) {
    return {{"screw", side, "screw"}, {"torque", side, "tight", true}};
}

}  // namespace clampet::families
