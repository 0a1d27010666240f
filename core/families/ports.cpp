#include "families/ports.h"

#include <array>
#include <map>

namespace clampet::families {
namespace {

using quantity::Dimension;

struct KindRow {
    PortKind kind;
    std::string_view name;
    std::vector<PortSize> sizes;
};

PortSize text(const char* key, const char* meaning) {
    return {key, meaning, true, Dimension::number};
}

const std::vector<KindRow>& rows() {
    static const std::vector<KindRow> all{
        {PortKind::unknown, "", {}},
        {PortKind::face,
         "face",
         {{"length", "along x"}, {"width", "along y"}, {"diameter", "of a round one"}, {"hole", "in its middle"}}},
        {PortKind::thread,
         "thread",
         {text("designation", "1/4-20 UNC, M6"),
          text("sex", "male or female"),
          {"length", "that stands out"},
          {"depth", "of a socket"}}},
        {PortKind::tube, "tube", {{"diameter", "outside"}, {"wall", "of the tube"}, {"length", "that is free"}}},
        {PortKind::bore, "bore", {{"diameter", "inside"}, {"length", "along the rod"}}},
        {PortKind::jaw,
         "jaw",
         {text("form", "flat, vee, collar, band, slit or slot"),
          {"length", "along the tube"},
          {"half_angle", "half of the V", false, Dimension::angle},
          {"flank", "of the V"},
          {"least", "thickness that it closes on"},
          {"most", "thickness that it opens to"},
          {"pad", "its width, across the tube"}}},
        {PortKind::ball, "ball", {{"diameter", "of the ball"}, {"stem", "its diameter"}}},
        {PortKind::socket, "socket", {{"opening", "diameter of its rim"}}},
        {PortKind::pivot, "pivot", {{"outer", "diameter of the face"}, {"inner", "diameter of its hole"}}},
        {PortKind::dovetail,
         "dovetail",
         {{"width", "of the wide side"},
          {"height", "of the flank"},
          {"angle", "of the flank", false, Dimension::angle}}},
        {PortKind::shoe,
         "shoe",
         {{"width", "between its walls"}, {"depth", "along the way out"}, {"gap", "under its lips"}}},
        {PortKind::plate,
         "plate",
         {{"width", "across"}, {"depth", "along the way out"}, {"thickness", "of the plate"}}},
        {PortKind::edge, "edge", {{"thickness", "of the board"}}},
        {PortKind::floor, "floor", {}},
        {PortKind::feet,
         "feet",
         {text("layout", "legs, ring or rectangle"),
          {"feet", "how many", false, Dimension::number},
          {"spread", "from the middle"},
          {"length", "of a rectangle"},
          {"width", "of a rectangle"}}}};
    return all;
}

const KindRow& row_of(PortKind kind) {
    for (const auto& row : rows())
        if (row.kind == kind) return row;
    return rows().front();
}

}  // namespace

std::string_view name_of(PortKind kind) {
    return row_of(kind).name;
}

std::optional<PortKind> port_kind_named(std::string_view name) {
    for (const auto& row : rows())
        if (row.name == name) return row.kind;
    return std::nullopt;
}

std::span<const PortKind> port_kinds() {
    static const std::vector<PortKind> all = [] {
        std::vector<PortKind> kinds;
        for (const auto& row : rows()) kinds.push_back(row.kind);
        return kinds;
    }();
    return all;
}

std::span<const PortSize> sizes_of(PortKind kind) {
    return row_of(kind).sizes;
}

}  // namespace clampet::families
