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
         {{"length", "along x"},
          {"width", "along y"},
          {"diameter", "of a round one"},
          {"hole", "in its middle"},
          {"thickness", "that a screw through the hole goes through"}}},
        {PortKind::thread,
         "thread",
         {text("designation", "1/4-20 UNC, M6"),
          text("sex", "male or female"),
          {"length", "that stands out"},
          {"depth", "of a socket"},
          {"face", "diameter of what is pressed round it"}}},
        {PortKind::tube, "tube", {{"diameter", "outside"}, {"wall", "of the tube"}, {"length", "that is free"}}},
        {PortKind::bore,
         "bore",
         {{"diameter", "inside"},
          {"length", "along the rod"},
          text("held", "loose, wedged, clamped, side_screw, pinned, glued; jams where it slides and jams"),
          text("screw", "that squeezes it"),
          text("tight", "how that is tightened: snug, Ø26 knob"),
          {"outside", "round the bore"}}},
        {PortKind::jaw,
         "jaw",
         {text("form", "flat, vee, collar, band, slit, slot or dovetail"),
          {"length", "along the tube"},
          {"half_angle", "half of the V", false, Dimension::angle},
          {"flank", "of the V"},
          {"least", "thickness that it closes on"},
          {"most", "thickness that it opens to"},
          {"pad", "its width, across the tube"},
          {"width", "of a flat one, across"},
          text("screw", "that squeezes it"),
          text("tight", "how that is tightened: snug, Ø26 knob"),
          {"closed", "force of its spring when it is closed", false, Dimension::force},
          {"rate", "of its spring", false, Dimension::stiffness},
          text("band", "tie, hose clamp or lashing that draws it together"),
          {"bands", "how many", false, Dimension::number},
          {"slit_wall", "of a slit tube"},
          {"slit_gap", "by which its slit closes"},
          {"throat", "from the screw to the back of its frame"},
          {"frame_depth", "of the frame, in the plane in which it bends"},
          {"frame_width", "of the frame, across that"}}},
        {PortKind::ball, "ball", {{"diameter", "of the ball"}, {"stem", "its diameter"}}},
        {PortKind::socket,
         "socket",
         {{"opening", "diameter of its rim"},
          text("screw", "that squeezes it"),
          text("tight", "how that is tightened: snug, Ø16 knob")}},
        {PortKind::pivot,
         "pivot",
         {{"outer", "diameter of the face"},
          {"inner", "diameter of its hole"},
          {"thickness", "of the plate beside it"},
          text("lap", "single or yoke"),
          text("screw", "that squeezes it"),
          text("tight", "how that is tightened: snug, Ø40 knob")}},
        {PortKind::dovetail,
         "dovetail",
         {{"width", "of the wide side"},
          {"height", "of the flank"},
          {"angle", "of the flank", false, Dimension::angle}}},
        {PortKind::shoe,
         "shoe",
         {{"width", "between its walls"},
          {"depth", "along the way out"},
          {"gap", "under its lips"},
          text("kept_by", "sprung, puck or latch"),
          {"catch_strength", "of its latch", false, Dimension::force}}},
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
          {"width", "of a rectangle"},
          text("on", "feet, casters or braked casters: feet, casters, braked"),
          {"trail", "of a caster"},
          {"wheel", "radius of a wheel"}}},
        {PortKind::spigot, "spigot", {{"diameter", "outside"}, {"length", "that may go in"}}},
        {PortKind::arm,
         "arm",
         {{"length", "from its root to its tip"},
          text("section", "rectangle, round, tube, box, profile or pocketed"),
          {"height", "or diameter, at the root"},
          {"width", "at the root"},
          {"wall", "of a tube"},
          text("taper", "straight or tapered"),
          {"tip_height", "at the tip"},
          {"tip_width", "at the tip"},
          {"pocket_height", "of the openings"},
          {"pocket_length", "of one opening, along the arm"}}},
        {PortKind::strap,
         "strap",
         {{"width", "of the webbing"},
          {"thickness", "free, with its padding"},
          text("worn", "yes or no"),
          {"length", "of the plates, along the strap"},
          {"span", "of the bolts, across"},
          {"bolts", "how many", false, Dimension::number},
          {"plate", "thickness of a plate"},
          text("screw", "of the bolts"),
          text("tight", "how they are tightened")}},
        {PortKind::cloth,
         "cloth",
         {text("cloth", "as sold: cotton canvas, 400 g/m²"), {"diameter", "of the flange"}, {"lever", "to its edge"}}},
        {PortKind::turntable,
         "turntable",
         {{"diameter", "of the bearing"},
          text("driven_by", "servo or hand"),
          {"motor_torque", "at stall", false, Dimension::torque},
          {"gear_ratio", "turns of the motor for one", false, Dimension::number}}},
        {PortKind::wedge,
         "wedge",
         {{"width", "where it is wide"},
          {"length", "in the way in"},
          {"angle", "between its sides", false, Dimension::angle},
          {"drive", "with which it is driven in", false, Dimension::force}}},
        {PortKind::ledge,
         "ledge",
         {{"rest_height", "of the rest above the foot"},
          {"rest_behind", "from the foot to the rest"},
          {"width", "across"},
          text("stop", "lip or none, before the foot")}}};
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

bool takes_many(PortKind kind) {
    return kind == PortKind::unknown || kind == PortKind::tube || kind == PortKind::edge || kind == PortKind::floor ||
           kind == PortKind::strap || kind == PortKind::cloth;
}

}  // namespace clampet::families
