// Inputs that no interface can have are refused at the one that says them; just beside them it is joined.
#include <fmt/format.h>

#include "families/bench.h"

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
