// Inputs that no interface can have are refused at the one that says them; just beside them it is joined.
#include <fmt/format.h>

#include "approved.h"
#include "families/bench.h"
#include "remedy_of.h"

using namespace clampet;
using namespace bench;

namespace {

struct Refused {
    const char *family, *id, *where;
    Values values;  ///< with them it cannot be
    families::Value just_right;
};

std::string repeated(const std::string& one, std::size_t times) {
    std::string all;
    for (std::size_t i = 0; i < times; ++i) all += (all.empty() ? "" : "; ") + one;
    return all;
}
/// So many places on a circle of 40 mm.
std::string round_about(int count) {
    std::string all;
    for (int i = 0; i < count; ++i)
        all += fmt::format("{}{:.2f} mm,{:.2f} mm", i ? "; " : "", 20 * std::cos(i), 20 * std::sin(i));
    return all;
}

}  // namespace

TEST_CASE("inputs that cannot be are refused where they are said", "[families][input]") {
    const std::vector<Refused> cases{
        {"arm",
         "arm.pocket_leaves_no_flanges",
         "pocket_height",
         {{"section", s("pocketed")}, {"root_height", 0.040}, {"pocket_height", 0.0381}},
         0.0379},
        {"counterweight",
         "counterweight.too_many_plates",
         "plates",
         {{"plates", repeated("1 kg", 15)}},
         repeated("1 kg", 14)},
        {"fastener_group",
         "fastener_group.impossible_count",
         "positions",
         {{"positions", round_about(25)}},
         round_about(24)},
        {"fastener_group", "fastener_group.impossible_count", "positions", {{"positions", s("")}}, round_about(1)},
        {"fastener_group",
         "fastener_group.outside_plate",
         "positions",
         {{"plate_length", 0.1}, {"positions", s("-50.1 mm,0 mm; 20 mm,0 mm")}},
         s("-49.9 mm,0 mm; 20 mm,0 mm")},
        {"fastener_group",
         "fastener_group.outside_plate",
         "positions",
         {{"plate_width", 0.08}, {"positions", s("20 mm,0 mm; 0 mm,40.1 mm")}},
         s("20 mm,0 mm; 0 mm,39.9 mm")},
    };
    for (const auto& c : cases) {
        CAPTURE(c.family, c.id);
        const auto refused = problem(c.family, c.values);
        CHECK(refused.id.text() == c.id);
        CHECK(refused.where == c.where);
        CHECK_FALSE(refused.remedy.empty());
        Values mended = c.values;
        mended[c.where] = c.just_right;
        const auto made = families::join(*families::family_named(c.family), mended);
        if (!made) FAIL_CHECK(made.problem().sentence());
    }
}

TEST_CASE("who does as a remedy says is not refused again", "[families][input][approved]") {
    struct Advised {
        const char *family, *id, *where;
        Values values;
    };
    // Sizes that are no whole tenths of a millimetre: rounded as they are shown, they would be refused again.
    const std::vector<Advised> cases{
        {"tether", "tether.slack_too_long", "slack", {{"length", 0.15568}, {"slack", 0.4}}},
        {"ball_chain", "ball_chain.core_all_wall", "wire_wall", {{"wire_diameter", 0.00316}, {"wire_wall", 0.002}}},
        {"edge_clamp", "edge_clamp.plate_too_long", "plate_length", {{"throat", 0.05128}, {"plate_length", 0.15}}},
        {"tube_grip", "grip.wall_too_thick", "wall", {{"diameter", 0.03356}, {"wall", 0.02}}},
        {"tube_grip", "grip.flank_too_short", "flank", {{"jaws", s("vee")}, {"diameter", 0.03373}, {"flank", 0.005}}},
        {"strap", "strap.bolts_inside_strap", "bolt_span", {{"strap_width", 0.05013}, {"bolt_span", 0.03}}},
        {"sheet_joint",
         "sheet_joint.rivets_too_near",
         "apart",
         {{"kind", s("rivets")}, {"rivet_diameter", 0.00412}, {"apart", 0.005}}},
        {"arm", "arm.wall_too_thick", "wall", {{"section", s("tube")}, {"root_height", 0.02538}, {"wall", 0.02}}},
        {"arm",
         "arm.pocket_leaves_no_flanges",
         "pocket_height",
         {{"section", s("pocketed")}, {"root_height", 0.04021}, {"pocket_height", 0.040}}},
        {"cam", "cam.pivot_outside_disc", "offset", {{"radius", 0.01236}, {"offset", 0.02}}},
    };
    std::string told;
    for (const auto& c : cases) {
        CAPTURE(c.family, c.id);
        const auto refused = problem(c.family, c.values);
        told += refused.sentence() + "\n";
        REQUIRE(refused.id.text() == c.id);
        CHECK(refused.where == c.where);
        CAPTURE(refused.remedy);
        const auto length = length_advised(refused.remedy);
        REQUIRE(length);
        Values followed = c.values;
        followed[c.where] = *length;
        const auto made = families::join(*families::family_named(c.family), followed);
        if (!made) FAIL_CHECK(made.problem().sentence());
        // As far as one may go: a fifth of a millimetre further it is refused.
        followed[c.where] = *length + (refused.remedy.find("at least") == std::string::npos &&
                                               refused.remedy.find("more than") == std::string::npos
                                           ? 2e-4
                                           : -2e-4);
        CHECK_FALSE(families::join(*families::family_named(c.family), followed));
    }
    is_approved("refused_inputs", told, {0, 0});
}
