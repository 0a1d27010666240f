// Drawings of pieces, pictures of rigs and the report.
#include "make/report.h"

#include <algorithm>
#include <catch2/catch.hpp>

#include "approximately.h"
#include "make/drawing_sheet.h"
#include "make/pieces_of.h"
#include "make/rig_picture.h"
#include "parts/part_kind.h"
#include "project/starting_points.h"
#include "quantity/format.h"
#include "study/payload_limit.h"
#include "study/sentences.h"

using namespace clampet;

namespace {

drawing::Sheet sheet_of(const parts::Workpiece& piece) {
    return make::drawing_of({"it", "It", {piece}}, piece, {"Boom", "2026-11-29", 3});
}

std::string words_of(const drawing::Drawing& drawing) {
    std::string all;
    for (const auto& element : drawing.elements) {
        if (const auto* text = std::get_if<drawing::Text>(&element)) all += text->text + "\n";
        if (const auto* d = std::get_if<drawing::Dimension>(&element)) all += d->label + "\n";
    }
    return all;
}

std::string words_of(const drawing::Document& document) {
    std::string all;
    for (const auto& block : document.blocks) {
        if (const auto* h = std::get_if<drawing::Heading>(&block)) all += h->text + "\n";
        if (const auto* p = std::get_if<drawing::Paragraph>(&block)) all += p->text + "\n";
        if (const auto* g = std::get_if<drawing::Grid>(&block))
            for (const auto& row : g->rows)
                for (const auto& cell : row) all += cell + "\n";
    }
    return all;
}

}  // namespace

TEST_CASE("a drawing has the piece's sizes, its holes and its title", "[make][drawings]") {
    const auto piece = pieces("block", {{"hole", 0.0},
                                        {"length", 0.1},
                                        {"width", 0.04},
                                        {"height", 0.03},
                                        {"top", std::string("thread")},
                                        {"top_thread", std::string("M8")},
                                        {"top_depth", 0.012},
                                        {"material", std::string("aluminium 6061-T6")}})[0];
    const auto sheet = sheet_of(piece);
    const auto words = words_of(sheet.drawing);
    for (const char* label : {"100 mm", "40 mm", "30 mm", "A  50 mm, 20 mm", "A  drill 6.8 mm, 12 mm deep", "scale 1:1",
                              "Boom", "revision 3, 2026-11-29"})
        CHECK_THAT(words, Catch::Contains(label));
    // To its scale, on the sheet.
    CHECK(make::scale_of(piece) == 1);
    const auto extent = sheet.drawing.extent();
    CHECK(extent.width() <= 0.26 + 1e-9);
    CHECK(extent.height() <= 0.172 + 1e-9);
}

TEST_CASE("what is larger than the sheet is drawn smaller, to a usual scale", "[make][drawings]") {
    for (const auto& [length, scale] : {std::pair{0.10, 1u}, {0.25, 2u}, {0.70, 5u}, {1.50, 10u}, {3.0, 20u}}) {
        const auto piece = pieces("link", {{"length", length}})[0];
        CHECK(make::scale_of(piece) == scale);
        CHECK(sheet_of(piece).is_real_size == (scale == 1));  // or the margin would say 1:1
        const auto extent = sheet_of(piece).drawing.extent();
        CHECK(extent.width() <= 0.26 + 1e-9);
        CHECK(extent.height() <= 0.172 + 1e-9);
    }
}

TEST_CASE("the picture of a rig is as high as it stands", "[make][report]") {
    rig::Rig rig;
    rig.name = "post";
    rig::Part part;
    part.id = part.name = "post";
    part.shapes = {parts::Shape{}};
    part.shapes[0].size = {0.1, 0.2, 1.5};
    rig.parts = {part};
    const auto picture = make::picture_of(rig);
    double low = 1e9, high = -1e9, left = 1e9, right = -1e9;
    const auto* outline = std::get_if<drawing::Path>(&picture.elements.front());
    REQUIRE(outline);
    for (const auto& p : outline->points) {
        low = std::min(low, p.y);
        high = std::max(high, p.y);
        left = std::min(left, p.x);
        right = std::max(right, p.x);
    }
    CHECK(high - low == absolute(1.5, 1e-9));
    CHECK(right - left == absolute(0.2, 1e-9));  // from ahead: it is wider there
    CHECK(make::picture_of(rig::Rig{}).elements.empty());
}

TEST_CASE("what is made of a part is seen along its bores, with them", "[make][report]") {
    // A board of 80 by 50 by 12 mm with a hole of 7 mm through each of its thicknesses in turn.
    const parts::Vector size(0.08, 0.05, 0.012);
    for (int axis = 0; axis < 3; ++axis) {
        CAPTURE(axis);
        parts::MadeSolid board;
        parts::Shape box;
        box.size = size;
        parts::Shape bore;
        bore.kind = parts::ShapeKind::cylinder;
        bore.axis = parts::Vector::Unit(axis);
        bore.at = {0.01, 0.002, 0.001};
        bore.diameter = 0.007;
        bore.length = 0.1;
        board.joined = {box};
        board.cut = {bore};
        const auto picture = make::picture_of(std::vector{board});
        const auto extent = picture.extent();
        CHECK(extent.width() == absolute(axis == 0 ? size.y() : size.x(), 1e-9));
        CHECK(extent.height() == absolute(axis == 2 ? size.y() : size.z(), 1e-9));
        REQUIRE(std::holds_alternative<drawing::Circle>(picture.elements.back()));
        const auto& circle = std::get<drawing::Circle>(picture.elements.back());
        CHECK(circle.radius == absolute(0.0035, 1e-12));
        CHECK(std::abs(circle.centre.x) == absolute(axis == 0 ? 0.002 : 0.01, 1e-12));
        CHECK(std::abs(circle.centre.y) == absolute(axis == 2 ? 0.002 : 0.001, 1e-12));
    }
    CHECK(make::picture_of(std::vector<parts::MadeSolid>{}).elements.empty());
}

TEST_CASE("the report says what the check says", "[make][report]") {
    const auto rig = project::demo_rig();
    const auto check = study::check_scenes(rig, study::scenes_of(rig));
    REQUIRE(check);
    const auto report = make::report_of(rig, "day");
    REQUIRE(report);
    const auto words = words_of(*report);
    CHECK_THAT(words, Catch::Contains(study::tally(*check)) && Catch::Contains(study::headline(*check)));
    for (const auto& worst : check->worst) {
        CHECK_THAT(words, Catch::Contains(worst.name));
        CHECK_THAT(words, Catch::Contains(std::string(study::name_of(check->result_of(worst).verdict))));
    }
    CHECK_THAT(words, Catch::Contains("Working of the worst") && Catch::Contains("What was assumed") &&
                          Catch::Contains("licensed practice"));
    // A page of summary first: what follows the break are the seams.
    const auto page = std::find_if(report->blocks.begin(), report->blocks.end(),
                                   [](const auto& b) { return std::holds_alternative<drawing::PageBreak>(b); });
    REQUIRE(page != report->blocks.end());
    CHECK(std::get<drawing::Heading>(*(page + 1)).text == "Seams, each where it is worst");
    // Where nothing is joined yet there is nothing to work out.
    rig::Rig alone;
    alone.parts = {*rig.part("camera")};
    const auto of_one = make::report_of(alone, "day");
    REQUIRE(of_one);
    CHECK_THAT(words_of(*of_one), !Catch::Contains("Working of the worst"));
    const std::atomic<bool> cancelled = true;
    study::Job job;
    job.cancelled = &cancelled;
    CHECK((make::report_of(rig, "", job).problem().id == "job.stopped"));
}

TEST_CASE("each shot has a row of the report, with its verdict and its worst seam", "[make][report]") {
    const auto rig = *project::starting_rig("boom");
    const auto check = *study::check_scenes(rig, study::scenes_of(rig), {.detail = study::Detail::verdict});
    REQUIRE(check.scenes.size() > 1);
    const auto report = *make::report_of(rig, "day");
    std::vector<std::vector<std::string>> rows;
    for (const auto& block : report.blocks)
        if (const auto* grid = std::get_if<drawing::Grid>(&block); grid && grid->columns.front() == "shot")
            rows = grid->rows;
    REQUIRE(rows.size() == check.scenes.size());
    for (std::size_t i = 0; i < rows.size(); ++i) {
        CHECK(rows[i][0] == check.scenes[i].name);
        CHECK(rows[i][1] == study::name_of(check.checks[i].verdict));
        CHECK(rows[i][2] == study::headline(check.checks[i]));
    }
}

TEST_CASE("the report says how much may go on the rig, as the study does", "[make][report]") {
    for (const auto& point : project::starting_points()) {
        const auto rig = project::starting_rig(point.key);
        if (!rig || !rig::payload_of(*rig)) continue;
        const auto limit = study::largest_payload(*rig, rig::payload_of(*rig)->centre_of_gravity.x());
        const auto report = make::report_of(*rig, "x");
        REQUIRE((limit && report));
        const auto words = words_of(*report);
        CHECK_THAT(words, Catch::Contains("How much may go on it"));
        CHECK_THAT(words, Catch::Contains("by typical inputs: " +
                                          (limit->limit.mass > 0
                                               ? quantity::format(limit->limit.mass, quantity::Dimension::mass,
                                                                  quantity::System::metric, 3)
                                               : std::string("nothing"))));
        return;
    }
}
