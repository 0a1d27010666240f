// Documents as they are read: pages, words and boxes by poppler, HTML by its tags.
#include "drawing/document.h"

#include <catch2/catch.hpp>
#include <fstream>

#include "approximately.h"
#include "said_by.h"
#include "temporary_folder.h"

using namespace clampet;
using namespace clampet::drawing;

namespace {

struct Printed {
    explicit Printed(const Document& document, const PaperSize& paper = a4) {
        const auto pdf = pdf_of(document, paper);
        if (!pdf) FAIL(pdf.problem().what);
        std::ofstream(folder.path() / "it.pdf", std::ios::binary) << *pdf;
        info = said_by("pdfinfo " + path());
        words = said_by("pdftotext -layout " + path() + " -");
    }
    std::string path() const { return (folder.path() / "it.pdf").string(); }
    TemporaryFolder folder;
    std::string info, words;
};

Grid of_rows(std::size_t count) {
    Grid grid{{"step", "what"}, {}, true};
    for (std::size_t i = 0; i < count; ++i) grid.rows.push_back({std::to_string(i + 1), "Saw the piece with care"});
    return grid;
}

}  // namespace

TEST_CASE("a document has its words, and as many pages as it takes", "[drawing][document]") {
    Document document{"Boom", "Half-Muffled, 2026-11-29", {}};
    document.blocks.emplace_back(Heading{"It holds", 1});
    document.blocks.emplace_back(
        Paragraph{"A paragraph that is long enough to go over the edge of the page, and must be "
                  "broken into lines between its words so that all of it can be read."});
    document.blocks.emplace_back(of_rows(120));
    const Printed printed(document);
    CHECK_THAT(printed.info, Catch::Contains("Page size:       595.276 x 841.89 pts (A4)"));
    CHECK_THAT(printed.info, Catch::Contains("Title:           Boom"));
    CHECK_THAT(printed.words, Catch::Contains("It holds") && Catch::Contains("can be read.") &&
                                  Catch::Contains("Half-Muffled, 2026-11-29") && Catch::Contains("Boom · page 3"));
    // Every row once; the columns' names on each page.
    const auto count = [&](const std::string& word) {
        std::size_t n = 0;
        for (auto at = printed.words.find(word); at != std::string::npos; at = printed.words.find(word, at + 1)) ++n;
        return n;
    };
    CHECK(count("Saw the piece with care") == 120);
    const auto pages = std::stoul(printed.info.substr(printed.info.find("Pages:") + 6));
    CHECK(pages >= 3);
    CHECK(count("what") == pages);
}

TEST_CASE("cells wrap, and what they hold stays on the page", "[drawing][document]") {
    Document document{"Wide", "", {}};
    Grid grid{{"a", "b", "c"}, {}, false};
    const std::string long_words =
        "many words that no column of a page could hold in one line of its own however hard one tried";
    grid.rows.push_back({long_words, long_words, long_words});
    document.blocks.emplace_back(grid);
    const Printed printed(document);
    const auto boxes = said_by("pdftotext -bbox " + printed.path() + " -");
    double right = 0;
    for (auto at = boxes.find("xMax=\""); at != std::string::npos; at = boxes.find("xMax=\"", at + 1))
        right = std::max(right, std::stod(boxes.substr(at + 6)));
    CHECK(right < 595.3 - 36);  // within the margin
    CHECK(right > 300);
}

TEST_CASE("a picture is as large as it may be and keeps its shape", "[drawing][document]") {
    Drawing drawing;
    drawing.rectangle({0, 0}, {2, 1}, Material::wood);
    const auto wide = scaled_into(drawing, 0.1, 0.1).extent();
    CHECK(wide.width() == absolute(0.1, 1e-12));
    CHECK(wide.height() == absolute(0.05, 1e-12));
    CHECK(scaled_into(drawing, 1, 0.02).extent().width() == absolute(0.04, 1e-12));
}

TEST_CASE("HTML says the same, and what looks like a tag is words", "[drawing][document]") {
    Document document{"<b>Boom</b> & co", "day", {}};
    document.blocks.emplace_back(Heading{"a < b", 2});
    document.blocks.emplace_back(of_rows(2));
    Drawing drawing;
    drawing.summary = "a box";
    drawing.rectangle({0, 0}, {2, 1}, Material::wood);
    document.blocks.emplace_back(Picture{drawing, 0.05});
    const auto html = html_of(document);
    REQUIRE(html);
    CHECK_THAT(*html, Catch::StartsWith("<!DOCTYPE html>") &&
                          Catch::Contains("<title>&lt;b&gt;Boom&lt;/b&gt; &amp; co</title>") &&
                          Catch::Contains("<h2>a &lt; b</h2>") && Catch::Contains("<svg") && Catch::Contains("a box") &&
                          !Catch::Contains("http-equiv") && !Catch::Contains("src="));
    const TemporaryFolder folder;
    std::ofstream(folder.path() / "it.html") << *html;
    const std::string script =
        "import sys,html.parser\n"
        "class P(html.parser.HTMLParser):\n"
        "    depth=[]\n"
        "    def handle_starttag(s,t,a):\n"
        "        if t not in('meta','br','path','use'): s.depth.append(t)\n"
        "    def handle_endtag(s,t):\n"
        "        if s.depth and s.depth[-1]==t: s.depth.pop()\n"
        "p=P();p.feed(open(sys.argv[1]).read());print(len(p.depth))\n";
    std::ofstream(folder.path() / "read.py") << script;
    CHECK(said_by("/usr/bin/python3 " + (folder.path() / "read.py").string() + " " +
                  (folder.path() / "it.html").string()) == "0\n");
}

TEST_CASE("a document of nothing and one without end are refused", "[drawing][document][errors]") {
    CHECK((pdf_of(Document{}, a4).problem().id == "document.nothing"));
    Document document{"x", "", {}};
    document.blocks.emplace_back(of_rows(20000));
    CHECK((pdf_of(document, a4).problem().id == "document.too_long"));
}

TEST_CASE("the pages on screen are those that are printed", "[drawing][document]") {
    Document document{"Boom", "Rig", {Heading{"It holds", 1}, of_rows(60)}};
    const auto images = images_of(document, a4, 2000);
    REQUIRE(images);
    CHECK_THAT(Printed(document).info, Catch::Contains("Pages:           " + std::to_string(images->size())));
    const auto& page = images->front();
    CHECK(page.width == 420);
    CHECK(page.height == 594);
    REQUIRE(page.pixels.size() == 420u * 594u * 4u);
    // White at its edge, ink where its heading stands, black on white only.
    const auto dark = [&](int from, int to) {
        std::size_t count = 0;
        for (int y = from; y < to; ++y)
            for (int x = 0; x < page.width; ++x)
                count +=
                    static_cast<unsigned char>(page.pixels[4u * static_cast<std::size_t>(y * page.width + x)]) < 128;
        return count;
    };
    CHECK(dark(0, 30) == 0);
    CHECK(dark(36, 56) > 50);
    CHECK((images_of({"", "", {}}, a4, 2000).problem().id == "document.nothing"));
}
