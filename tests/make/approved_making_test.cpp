// What is made of the demonstration and the project's rigs, and how each kind's pieces are marked and drawn, as it was
// approved (tests/reference/making.txt, sheets.txt): nothing moves unnoticed. Parts of it are worked by hand elsewhere.
#include <algorithm>
#include <catch2/catch.hpp>

#include "approved.h"
#include "drawing_told.h"
#include "drawn.h"
#include "make/drawing_sheet.h"
#include "make/export.h"
#include "make/layouts.h"
#include "make/rig_picture.h"
#include "make/template_sheet.h"
#include "parts/part_kind.h"
#include "project/starting_points.h"
#include "project/workshop_file.h"

using namespace clampet;

namespace {

std::string sheet_told(const drawing::Sheet& sheet) {
    std::string all = "# " + sheet.title + "\n" + sheet.detail + "\n";
    for (const auto& e : sheet.drawing.elements) all += std::visit(DrawingInShort{}, e) + "\n";
    return all;
}

/// Row by row, without the padding of a page.
std::string rows_told(const make::Table& table) {
    std::string all = fmt::format("{}\n", fmt::join(table.columns, " | "));
    for (const auto& row : table.rows) all += fmt::format("{}\n", fmt::join(row, " | "));
    for (const auto& note : table.notes) all += "note: " + note + "\n";
    return all;
}

std::string lists_of(const rig::Rig& rig, const inventory::Workshop& workshop) {
    make::Wish wish{.workshop = &workshop, .own_rate = 18};
    const auto planning = make::planning_of(rig.making, *make::wall_time_of("2026-05-04 09:00"));
    REQUIRE(planning);
    wish.planning = *planning;
    std::string all;
    for (const auto what : {make::What::cut_list, make::What::drills, make::What::hardware, make::What::cost,
                            make::What::steps, make::What::schedule}) {
        wish.what = what;
        const auto list = make::list_of(rig, wish);
        all += "# " + rig.name + ": " + std::string(make::name_of(what)) + "\n";
        all += list ? *list ? rows_told(**list) : "" : list.problem().sentence() + "\n";
    }
    return all;
}

}  // namespace

TEST_CASE("what is made of the project's rigs is told as it was approved", "[make][approved]") {
    const auto workshop = project::demo_workshop();
    std::string all;
    for (const auto points : {project::demo_rigs(), project::starting_points()})
        for (const auto& point : points) all += lists_of(*project::starting_rig(point.key), workshop);
    is_approved("making", all, {1e-3, 1e-9});
}

TEST_CASE("a rig and what its pieces are sawn from are drawn as it was approved", "[make][drawing][approved]") {
    std::string all;
    const auto workshop = project::demo_workshop();
    for (const auto points : {project::demo_rigs(), project::starting_points()})
        for (const auto& point : points) {
            const auto rig = *project::starting_rig(point.key);
            all += told_in_short(point.key, make::picture_of(rig));
            if (const auto made = make::made_of(rig))
                all += told_in_short(std::string(point.key) + ", sawn",
                                     make::drawing_of(make::layouts_of(*made, {}, &workshop), {}));
        }
    is_approved("pictures_made", all);
}

TEST_CASE("every kind's pieces are marked and drawn as it was approved", "[make][approved]") {
    std::string all;
    const auto tell = [&](const parts::PartKind& kind, const families::Values& values) {
        const auto pieces = parts::workpieces_of(kind, values);
        if (!pieces) return;
        const make::MadePart part{"it", std::string(kind.name()), *pieces};
        for (const auto& piece : *pieces) {
            all += sheet_told(make::template_of(part, piece, "Rig"));
            all += sheet_told(make::drawing_of(part, piece, {"Rig", "2026-05-04", 1}));
        }
    };
    for (const auto* kind : parts::registry()) tell(*kind, {});
    // What no kind has by itself: a sunk hole, two holes, something behind, a taper, a slit, flanks.
    tell(*parts::kind_named("plate"), {{"sink", 0.012}, {"top_ahead", 0.015}});
    tell(*parts::kind_named("plate"), {{"held_as", std::string("dovetail")}});
    tell(*parts::kind_named("arm"), {{"behind", 0.2}, {"taper", std::string("tapered")}});
    tell(*parts::kind_named("arm"), {{"section", std::string("tube")}, {"hole", 0.0066}});
    tell(*parts::kind_named("arm"), {{"section", std::string("pocketed")}});
    tell(*parts::kind_named("post_socket"), {{"held", std::string("clamped")}});
    is_approved("sheets", all);
}

TEST_CASE("pieces of whatever sizes are drawn for a part are marked and drawn as it was approved", "[make][approved]") {
    constexpr int draws = 10;
    std::string all;
    for (const auto* kind : parts::registry()) {
        Draw draw(23);
        for (int i = 0; i < draws; ++i) {
            const auto values = drawn_values(kind->parameters(), draw);
            const auto pieces = parts::workpieces_of(*kind, values);
            if (!pieces) continue;
            const make::MadePart part{"it", std::string(kind->name()), *pieces};
            for (const auto& piece : *pieces) {
                const auto sheet = make::template_of(part, piece, "Rig");
                const auto drawn = make::drawing_of(part, piece, {"Rig", "2026-05-04", 1});
                all += fmt::format("{} {} : {}{} | {}{}\n", kind->key(), i, sheet.detail, ink_of(sheet.drawing),
                                   drawn.detail, ink_of(drawn.drawing));
            }
        }
    }
    is_approved("sheets_drawn", all, {1e-4, 0.02});
}
