// Sizes that a part cannot have are refused at the row that says them; just beside them it is built.
#include <catch2/catch.hpp>
#include <cctype>
#include <optional>
#include <string>
#include <vector>

#include "approved.h"
#include "parts/part_kind.h"
#include "quantity/dimension.h"
#include "remedy_of.h"

using namespace clampet;
using families::Values;
using quantity::degree;

namespace {

struct Refused {
    std::string kind, id, where;
    Values values;               ///< with them it cannot be
    std::string key;             ///< what mends it
    families::Value just_right;  ///< so that it can
};

std::string s(const char* text) {
    return text;
}

const std::vector<Refused>& cases() {
    static const std::vector<Refused> all{
        {"adapter",
         "adapter.no_wall",
         "across",
         {{"below", s("socket")}, {"below_thread", s("M8")}, {"across", 0.0079}},
         "across",
         0.0081},
        {"arm", "arm_part.hole_too_wide", "hole", {{"width", 0.020}, {"hole", 0.020}}, "hole", 0.0199},
        {"arm", "arm_part.hole_too_wide", "hole", {{"width", 0.08}, {"held", 0.06}, {"hole", 0.06}}, "hole", 0.0599},
        {"arm",
         "arm_part.wall_too_thick",
         "wall",
         {{"section", s("tube")}, {"height", 0.045}, {"wall", 0.0225}},
         "wall",
         0.0224},
        {"arm",
         "arm_part.pocket_too_high",
         "pocket_height",
         {{"section", s("pocketed")}, {"height", 0.045}, {"pocket_height", 0.045}},
         "pocket_height",
         0.0449},
        {"ball_tip", "ball_tip.stem_too_thick", "stem", {{"ball", 0.02}, {"stem", 0.02}}, "stem", 0.0199},
        {"ball_tip",
         "ball_tip.plate_in_ball",
         "reach",
         {{"ball", 0.02}, {"thickness", 0.005}, {"reach", 0.015}},
         "reach",
         0.0151},
        {"plate_carrier",
         "plate_carrier.narrower_than_rod",
         "across",
         {{"rod", 0.012}, {"across", 0.012}},
         "across",
         0.0121},
        {"plate_carrier",
         "plate_carrier.rod_too_short",
         "length",
         {{"plates", 7.0}, {"thickness", 0.015}, {"length", 0.104}},
         "length",
         0.1051},
        {"cart", "cart.bar_below_shelf", "bar_height", {{"shelf", 0.35}, {"bar_height", 0.35}}, "bar_height", 0.351},
        {"cart",
         "cart.shelf_in_wheels",
         "shelf",
         {{"wheel", 0.1}, {"thickness", 0.018}, {"shelf", 0.1179}},
         "shelf",
         0.1181},
        {"cart",
         "cart.wheels_meet",
         "wheel",
         {{"width", 0.2}, {"shelf", 0.4}, {"bar_height", 0.95}, {"wheel", 0.2}},
         "wheel",
         0.199},
        {"cart",
         "cart.wheels_meet",
         "wheel",
         {{"length", 0.4}, {"width", 1.0}, {"shelf", 0.4}, {"bar_height", 0.95}, {"wheel", 0.2}},
         "wheel",
         0.199},
        {"casters", "casters.meet", "inset", {{"width", 0.45}, {"length", 0.5}, {"inset", 0.225}}, "inset", 0.2249},
        {"casters", "casters.meet", "inset", {{"width", 0.5}, {"length", 0.45}, {"inset", 0.225}}, "inset", 0.2249},
        {"dovetail_clamp",
         "dovetail_clamp.jaws_meet",
         "height",
         {{"width", 0.038}, {"flank_angle", 45 * degree}, {"height", 0.0191}},
         "height",
         0.0189},
        {"drop_collar", "drop_collar.hole_too_wide", "bore", {{"width", 0.06}, {"bore", 0.06}}, "bore", 0.0599},
        {"handle", "handle.all_grip", "grip", {{"length", 0.25}, {"grip", 0.25}}, "grip", 0.249},
        {"knob", "knob.boss_too_small", "boss", {{"below_thread", s("M8")}, {"boss", 0.0079}}, "boss", 0.0081},
        {"knob", "knob.boss_too_wide", "boss", {{"diameter", 0.05}, {"boss", 0.0501}}, "boss", 0.05},
        // An M8 nut is 6.5 mm thick and 13 mm across flats, 15.01 over its corners: ISO 4032 allows 6.8 at most.
        {"knob",
         "knob.too_thin_for_nut",
         "thickness",
         {{"below_thread", s("M8")}, {"thickness", 0.0064}},
         "thickness",
         0.0069},
        {"knob",
         "knob.too_small_for_nut",
         "diameter",
         {{"below_thread", s("M8")}, {"boss", 0.010}, {"diameter", 0.0150}},
         "diameter",
         0.0151},
        {"ledge",
         "ledge.rest_off_board",
         "rest_behind",
         {{"length", 0.10}, {"rest_behind", 0.0801}},
         "rest_behind",
         0.0799},
        {"link", "link.face_wider_than_board", "face", {{"width", 0.05}, {"face", 0.0501}}, "face", 0.05},
        {"plate",
         "plate.flanks_meet",
         "thickness",
         {{"held_as", s("dovetail")}, {"width", 0.038}, {"flank_angle", 45 * degree}, {"thickness", 0.0191}},
         "thickness",
         0.0189},
        {"plate",
         "plate.washer_in_hole",
         "washer",
         {{"top", s("raised")}, {"hole", 0.00703}, {"washer", 0.00703}},
         "washer",
         0.0071},
        {"plate", "plate.top_beside_it", "top_ahead", {{"length", 0.05}, {"top_ahead", -0.0251}}, "top_ahead", -0.0249},
        {"plate", "plate.top_beside_it", "top_ahead", {{"width", 0.038}, {"top_aside", 0.0191}}, "top_aside", 0.0189},
        {"screw_clamp", "screw_clamp.does_not_open", "opening", {{"opening", 0.05}, {"on", 0.0501}}, "on", 0.05},
        {"segment", "segment.ball_falls_out", "opening", {{"ball", 0.02}, {"opening", 0.02}}, "opening", 0.0199},
        {"segment", "segment.stem_too_thick", "stem", {{"opening", 0.0192}, {"stem", 0.0192}}, "stem", 0.0191},
        {"segment", "segment.too_short", "pitch", {{"ball", 0.02}, {"pitch", 0.02}}, "pitch", 0.0201},
        {"slit_tube", "slit_tube.slit_too_long", "slit", {{"length", 0.5}, {"slit", 0.501}}, "slit", 0.5},
        {"spring_clamp", "spring_clamp.does_not_open", "on", {{"most", 0.05}, {"on", 0.0501}}, "on", 0.05},
        {"strap_plates",
         "strap_plates.bolts_miss",
         "span",
         {{"width", 0.084}, {"screw", s("M6")}, {"span", 0.0781}},
         "span",
         0.0779},
        {"tongue",
         "tongue.plate_in_pivot",
         "reach",
         {{"face", 0.04}, {"plate", 0.01}, {"reach", 0.03}},
         "reach",
         0.0301},
        {"trestle",
         "trestle.rail_too_deep",
         "rail_depth",
         {{"height", 0.75}, {"leg", 0.035}, {"rail_depth", 0.7151}},
         "rail_depth",
         0.7149},
        {"trestle",
         "trestle.feet_too_near",
         "spread",
         {{"rail", 0.045}, {"leg", 0.035}, {"spread", 0.1149}},
         "spread",
         0.1151},
        {"pan_base",
         "pan_base.bearing_too_wide",
         "bearing",
         {{"length", 0.12}, {"width", 0.14}, {"bearing", 0.1201}},
         "bearing",
         0.12},
        {"pan_base",
         "pan_base.bearing_too_wide",
         "bearing",
         {{"length", 0.14}, {"width", 0.12}, {"bearing", 0.1201}},
         "bearing",
         0.12},
        {"slot_clamp",
         "slot_clamp.slot_too_narrow",
         "slot",
         {{"on", 0.03215}, {"pad", 0.003}, {"slot", 0.0381}},
         "slot",
         0.0382},
        {"turntable", "turntable.hole_too_wide", "hole", {{"diameter", 0.1}, {"hole", 0.1}}, "hole", 0.0999},
        // Both cheeks narrow the mouth, each by the length times the tangent of half the angle: 50 = 2 · 60 ·
        // tan(22.62°).
        {"wedge_seat",
         "wedge_release.closes",
         "angle",
         {{"width", 0.05}, {"length", 0.06}, {"angle", 45.3 * degree}},
         "angle",
         45.2 * degree},
        {"weighted_base",
         "weighted_base.feet_meet",
         "inset",
         {{"length", 0.26}, {"width", 0.2}, {"inset", 0.1}},
         "inset",
         0.0999},
        {"weighted_base",
         "weighted_base.bore_too_wide",
         "bore",
         {{"carries", s("post")}, {"length", 0.26}, {"width", 0.2}, {"bore", 0.2}},
         "bore",
         0.1999},
        {"weighted_base",
         "weighted_base.bore_too_deep",
         "depth",
         {{"carries", s("post")}, {"thickness", 0.04}, {"depth", 0.0401}},
         "depth",
         0.04},
        {"yoke",
         "yoke.pivot_in_base",
         "height",
         {{"base", 0.012}, {"face", 0.04}, {"height", 0.032}},
         "height",
         0.0321},
    };
    return all;
}

}  // namespace

TEST_CASE("sizes that a part cannot have are refused where they are said", "[parts][input][approved]") {
    int advised = 0;
    std::string told;
    for (const auto& c : cases()) {
        CAPTURE(c.kind, c.id, c.key);
        const auto* kind = parts::kind_named(c.kind);
        REQUIRE(kind);
        const auto refused = parts::built(*kind, c.values);
        REQUIRE_FALSE(refused);
        told += refused.problem().sentence() + "\n";
        CHECK(refused.problem().id.text() == c.id);
        CHECK(refused.problem().where == c.where);
        CHECK_FALSE(refused.problem().remedy.empty());
        Values mended = c.values;
        mended[c.key] = c.just_right;
        const auto body = parts::built(*kind, mended);
        if (!body) FAIL_CHECK(body.problem().sentence());
        // Whoever does as the remedy says is not refused again.
        if (const auto length = length_advised(refused.problem().remedy)) {
            ++advised;
            CAPTURE(refused.problem().remedy, *length);
            mended[c.where] = *length;
            const auto followed = parts::built(*kind, mended);
            if (!followed) FAIL_CHECK(followed.problem().sentence());
        }
    }
    CHECK(advised > 5);
    is_approved("refused_sizes", told, {0, 0});
}
