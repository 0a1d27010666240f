#include "drawing/paper.h"

#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <fmt/format.h>

#include <cstdlib>
#include <fstream>
#include <iterator>
#include <sstream>

#include "approximately.h"
#include "drawing/dxf.h"
#include "drawing/strokes.h"
#include "temporary_folder.h"

using namespace clampet;
using drawing::Drawing;
using drawing::Sheet;

namespace {

void save(const std::filesystem::path& path, const std::string& bytes) {
    std::ofstream(path, std::ios::binary) << bytes;
}

std::string told_by(const std::string& command, const std::filesystem::path& folder) {
    const auto out = folder / "told";
    REQUIRE(std::system((command + " > '" + out.string() + "' 2>/dev/null").c_str()) == 0);
    std::ifstream in(out);
    return {std::istreambuf_iterator<char>(in), {}};
}

/// The box of all dark pixels between two heights of a page, as poppler draws it with ten pixels a millimetre [m].
drawing::Box inked(const std::filesystem::path& pdf, const std::filesystem::path& folder, double from_top,
                   double to_top) {
    const auto stem = folder / "page";
    told_by(fmt::format("pdftoppm -r 254 -gray -singlefile '{}' '{}'", pdf.string(), stem.string()), folder);
    std::ifstream in(stem.string() + ".pgm", std::ios::binary);
    std::string kind;
    std::size_t width = 0, height = 0, most = 0;
    in >> kind >> width >> height >> most;
    in.get();
    REQUIRE(kind == "P5");
    std::string pixels(width * height, '\0');
    in.read(pixels.data(), static_cast<std::streamsize>(pixels.size()));
    std::size_t left = width, right = 0, top = height, low = 0;
    for (auto y = static_cast<std::size_t>(from_top * 1e4);
         y < std::min(height, static_cast<std::size_t>(to_top * 1e4)); ++y)
        for (std::size_t x = 0; x < width; ++x)
            if (static_cast<unsigned char>(pixels[y * width + x]) < 128) {
                left = std::min(left, x), right = std::max(right, x + 1);
                top = std::min(top, y), low = std::max(low, y + 1);
            }
    return {{1e-4 * static_cast<double>(left), -1e-4 * static_cast<double>(low)},
            {1e-4 * static_cast<double>(right), -1e-4 * static_cast<double>(top)}};
}

Sheet rectangle(double width, double height) {
    Sheet sheet{"A board", "Made up", {}};
    sheet.drawing.rectangle({0, 0}, {width, height}, drawing::Material::none);
    return sheet;
}

constexpr double outline = 0.35e-3;

}  // namespace

TEST_CASE("a PDF has the drawing at its real size", "[drawing][paper]") {
    // Measured by poppler, which is not ours.
    TemporaryFolder folder;
    const auto pdf = folder.path() / "sheet.pdf";
    const auto bytes = drawing::pdf_of({rectangle(0.100, 0.060)}, drawing::a4);
    REQUIRE(bytes);
    save(pdf, *bytes);
    const auto told = told_by(fmt::format("pdfinfo '{}'", pdf.string()), folder.path());
    CHECK_THAT(told, Catch::Contains("Pages:           1"));
    CHECK_THAT(told, Catch::Contains("595.276 x 841.89 pts (A4)"));
    const auto box = inked(pdf, folder.path(), 0.03, 0.26);
    CHECK(box.width() == absolute(0.100 + outline, 0.15e-3));
    CHECK(box.height() == absolute(0.060 + outline, 0.15e-3));
    // The ruler at its foot.
    const auto ruler = inked(pdf, folder.path(), 0.2905, 0.2915);
    CHECK(ruler.high.x - (0.210 - drawing::page_margin) == absolute(0, 0.3e-3));
    // Its long ticks, from 0 to 100 mm.
    const auto ticks = inked(pdf, folder.path(), 0.2885, 0.2890);
    CHECK(ticks.width() == absolute(0.100, 0.3e-3));
    CHECK(ticks.high.x - (0.210 - drawing::page_margin) == absolute(0, 0.3e-3));
}

TEST_CASE("what is larger than a page goes over several that overlap", "[drawing][paper]") {
    TemporaryFolder folder;
    const auto pdf = folder.path() / "sheet.pdf";
    const auto sheet = rectangle(0.500, 0.100);
    const auto tiling = drawing::tiling_of(sheet.drawing.extent(), drawing::a4);
    // 512 mm with what lies round it, on 273 mm of a page on its side, less 10 mm of overlap.
    CHECK(tiling.on_its_side);
    CHECK(tiling.across == 2);
    CHECK(tiling.up == 1);
    const auto bytes = drawing::pdf_of({sheet, rectangle(0.05, 0.05)}, drawing::a4);
    REQUIRE(bytes);
    save(pdf, *bytes);
    CHECK_THAT(told_by(fmt::format("pdfinfo '{}'", pdf.string()), folder.path()),
               Catch::Contains("Pages:           3"));
    CHECK_THAT(told_by(fmt::format("pdftotext -l 1 '{}' -", pdf.string()), folder.path()),
               Catch::Contains("row 1 of 1, column 1 of 2") && Catch::Contains("A board"));
    // Both pages show 10 mm of the drawing twice: together they are 500 mm and that, less what lies on their far sides.
    const auto first = inked(pdf, folder.path(), 0.05, 0.16);
    CHECK(first.high.x == absolute(0.297 - drawing::page_margin, 0.3e-3));
    CHECK(drawing::pdf_of({}, drawing::a4).problem().id == ProblemId("paper.nothing"));
    CHECK(drawing::pdf_of({rectangle(5, 5)}, drawing::a4).problem().id == ProblemId("paper.too_many_pages"));
}

TEST_CASE("an SVG has the drawing at its real size", "[drawing][paper]") {
    // Drawn by librsvg, measured by poppler.
    TemporaryFolder folder;
    const auto svg = folder.path() / "sheet.svg", pdf = folder.path() / "sheet.pdf";
    const auto bytes = drawing::svg_of(rectangle(0.100, 0.060));
    REQUIRE(bytes);
    save(svg, *bytes);
    CHECK_THAT(*bytes, Catch::Contains("width=\"112mm\""));
    told_by(fmt::format("rsvg-convert -f pdf -o '{}' '{}'", pdf.string(), svg.string()), folder.path());
    const auto box = inked(pdf, folder.path(), 0.013, 1);
    CHECK(box.width() == absolute(0.100 + outline, 0.2e-3));
    CHECK(box.height() == absolute(0.060 + outline, 0.2e-3));
}

namespace {

/// What a reader of DXF finds.
struct Found : DL_CreationAdapter {
    std::vector<DL_LineData> lines;
    std::vector<DL_CircleData> circles;
    std::vector<DL_VertexData> vertices;
    std::vector<int> closed;  ///< of each polyline
    std::vector<DL_TextData> words;
    std::vector<std::string> layers;
    void addLine(const DL_LineData& d) override { lines.push_back(d); }
    void addCircle(const DL_CircleData& d) override {
        circles.push_back(d);
        layers.push_back(getAttributes().getLayer());
    }
    void addPolyline(const DL_PolylineData& d) override { closed.push_back(d.flags); }
    void addVertex(const DL_VertexData& d) override { vertices.push_back(d); }
    void addText(const DL_TextData& d) override { words.push_back(d); }
};

}  // namespace

TEST_CASE("a DXF is read back in millimetres, by layers", "[drawing][dxf]") {
    TemporaryFolder folder;
    auto sheet = rectangle(0.100, 0.060);
    sheet.drawing.circle({0.03, 0.02}, 0.0042, drawing::Material::none, drawing::Line::hidden);
    sheet.drawing.line({0.005, 0.007}, {0.1, 0.06}, drawing::Line::centre);
    sheet.drawing.text({0.01, 0.013}, "Ø8.4 through", drawing::Align::right);
    sheet.drawing.path({{0, 0}, {0.02, 0.03}, {0.04, 0}}, drawing::Material::none, drawing::Line::thin, false);
    const auto bytes = drawing::dxf_of(sheet);
    REQUIRE(bytes);
    save(folder.path() / "sheet.dxf", *bytes);
    Found found;
    DL_Dxf dxf;
    REQUIRE(dxf.in((folder.path() / "sheet.dxf").string(), &found));
    REQUIRE(found.circles.size() == 1);
    CHECK(found.circles[0].cx == absolute(30, 1e-6));
    CHECK(found.circles[0].cy == absolute(20, 1e-6));
    CHECK(found.circles[0].radius == absolute(4.2, 1e-6));
    CHECK(found.layers[0] == "hidden");
    REQUIRE(found.lines.size() == 1);
    CHECK(found.lines[0].x1 == absolute(5, 1e-6));
    CHECK(found.lines[0].y1 == absolute(7, 1e-6));
    CHECK(found.lines[0].x2 == absolute(100, 1e-6));
    CHECK(found.lines[0].y2 == absolute(60, 1e-6));
    REQUIRE(found.vertices.size() == 7);
    CHECK(found.closed == std::vector<int>{1, 0});
    CHECK(found.vertices[2].x == absolute(100, 1e-6));
    CHECK(found.vertices[2].y == absolute(60, 1e-6));
    REQUIRE(found.words.size() == 1);
    const auto& word = found.words[0];
    CHECK(word.text == "\\U+00D88.4 through");
    for (const auto& [x, y] : {std::pair{word.ipx, word.ipy}, {word.apx, word.apy}}) {
        CHECK(x == absolute(10, 1e-6));
        CHECK(y == absolute(13, 1e-6));
    }
    CHECK(word.hJustification == 2);  // its right end lies there
    CHECK(word.height > 1);
    CHECK(word.height < 5);
    CHECK(drawing::dxf_of({}).problem().id == ProblemId("dxf.nothing"));
}

TEST_CASE("a dimension is its two witness lines, its line with two heads, and its words", "[drawing][paper]") {
    Drawing d;
    d.dimension({0, 0}, {0.05, 0}, 0.008, "50 mm");
    const auto strokes = drawing::strokes_of(d);
    REQUIRE(strokes.strokes.size() == 5);
    const auto& line = strokes.strokes[2];
    CHECK(line.points[0].y == absolute(0.008, 1e-9));
    CHECK(line.points[1].x == absolute(0.05, 1e-9));
    REQUIRE(strokes.words.size() == 1);
    CHECK(strokes.words[0].at.x == absolute(0.025, 1e-9));
    CHECK(strokes.words[0].at.y > 0.008);
    // Upright ones are read from the right, on either side of what they measure.
    Drawing up;
    up.dimension({0, 0}, {0, 0.05}, 0.008, "50 mm");
    up.dimension({0, 0.05}, {0, 0}, 0.008, "50 mm");
    for (const auto& word : drawing::strokes_of(up).words) CHECK(word.angle == absolute(M_PI / 2, 1e-9));
}
