// Rectangles on sheets: nothing overlaps, small cases whose optimum is seen at once, and the grain.
#include "make/sheet_nesting.h"

#include <algorithm>
#include <catch2/catch.hpp>

#include "approximately.h"

using clampet::make::Cut;
using clampet::make::nest_on_sheets;
using clampet::make::NestedSheets;

namespace {

struct Box {
    double x, y, right, up;
};
Box box_of(const std::vector<Cut>& cuts, const clampet::make::Laid& laid) {
    const auto& cut = cuts[laid.cut];
    const double l = laid.is_turned ? cut.width : cut.length, w = laid.is_turned ? cut.length : cut.width;
    return {laid.x, laid.y, laid.x + l, laid.y + w};
}

/// Each on one sheet, inside it, a kerf apart.
void check_laid(const std::vector<Cut>& cuts, const NestedSheets& nested, double length, double width, double kerf) {
    std::vector<int> seen(cuts.size(), 0);
    for (const auto& sheet : nested.sheets)
        for (std::size_t i = 0; i < sheet.size(); ++i) {
            ++seen[sheet[i].cut];
            const auto a = box_of(cuts, sheet[i]);
            CHECK(a.x >= -1e-9);
            CHECK(a.y >= -1e-9);
            CHECK(a.right <= length + 1e-9);
            CHECK(a.up <= width + 1e-9);
            for (std::size_t k = 0; k < i; ++k) {
                const auto b = box_of(cuts, sheet[k]);
                const bool apart = a.x >= b.right + kerf - 1e-9 || b.x >= a.right + kerf - 1e-9 ||
                                   a.y >= b.up + kerf - 1e-9 || b.y >= a.up + kerf - 1e-9;
                CHECK(apart);
            }
        }
    for (const auto i : nested.too_large) ++seen[i];
    CHECK(std::all_of(seen.begin(), seen.end(), [](int n) { return n == 1; }));
}

}  // namespace

TEST_CASE("what tiles a sheet lies on one", "[make][sheets]") {
    // Four quarters; the same with a saw's cut between them that just fits.
    const std::vector<Cut> quarters(4, Cut{0.5, 0.25});
    const auto nested = nest_on_sheets(quarters, 1.0, 0.5, 0);
    check_laid(quarters, nested, 1.0, 0.5, 0);
    CHECK(nested.sheets.size() == 1);
    CHECK(nested.fewest);
    const auto sawn = nest_on_sheets(quarters, 1.003, 0.503, 0.003);
    check_laid(quarters, sawn, 1.003, 0.503, 0.003);
    CHECK(sawn.sheets.size() == 1);
    CHECK(nest_on_sheets(quarters, 1.0, 0.5, 0.003).sheets.size() == 4);  // a cut too much each way
}

TEST_CASE("the five pieces of the pinwheel lie on one sheet", "[make][sheets]") {
    // Four of 2 × 1 about one of 1 × 1 fill 3 × 3; no straight cut through all of it lays them.
    std::vector<Cut> cuts{{2, 1, false}, {2, 1, false}, {1, 2, false}, {1, 2, false}, {1, 1, false}};
    const auto nested = nest_on_sheets(cuts, 3, 3, 0);
    check_laid(cuts, nested, 3, 3, 0);
    CHECK(nested.sheets.size() == 1);
    CHECK(nested.fewest);
}

TEST_CASE("the grain runs along the sheet unless a piece may turn", "[make][sheets]") {
    const std::vector<Cut> along{{0.7, 0.2}};
    CHECK(nest_on_sheets(along, 0.6, 1.2, 0.003).too_large.size() == 1);
    const std::vector<Cut> turns{{0.7, 0.2, true}};
    const auto nested = nest_on_sheets(turns, 0.6, 1.2, 0.003);
    REQUIRE(nested.sheets.size() == 1);
    CHECK(nested.sheets[0][0].is_turned);
}

TEST_CASE("many pieces overlap nowhere and take little more than their area", "[make][sheets]") {
    std::vector<Cut> cuts;
    unsigned seed = 7;
    const auto next = [&] { return (seed = seed * 1664525u + 1013904223u) / 4294967296.0; };
    for (int i = 0; i < 60; ++i) cuts.push_back({0.05 + 0.4 * next(), 0.03 + 0.15 * next(), i % 3 == 0});
    const auto nested = nest_on_sheets(cuts, 1.2, 0.6, 0.003);
    check_laid(cuts, nested, 1.2, 0.6, 0.003);
    double area = 0;
    for (const auto& cut : cuts) area += cut.length * cut.width;
    CHECK(area / (1.2 * 0.6 * static_cast<double>(nested.sheets.size())) > 0.7);
    std::reverse(cuts.begin(), cuts.end());
    CHECK(nest_on_sheets(cuts, 1.2, 0.6, 0.003).sheets.size() == nested.sheets.size());
}

TEST_CASE("nothing lies on no sheet", "[make][sheets]") {
    const auto nested = nest_on_sheets({}, 1, 1, 0);
    CHECK(nested.sheets.empty());
    CHECK(nested.too_large.empty());
}
