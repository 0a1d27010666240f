#pragma once
#include <variant>

#include "drawing/paper.h"

namespace clampet::drawing {

struct Heading {
    std::string text;
    unsigned level = 1;  ///< 1 to 3
};
struct Paragraph {
    std::string text;
    bool is_quiet = false;  ///< smaller: sources, notes
};
/// Rows of words; columns as wide as what stands in them, wrapped where that is too much.
struct Grid {
    std::vector<std::string> columns;
    std::vector<std::vector<std::string>> rows;
    bool has_boxes = false;  ///< a box before each row, to tick
};
/// As wide as the page, at most so high.
struct Picture {
    Drawing drawing;
    double height = 0.10;  ///< [m]
};
struct PageBreak {};
using Block = std::variant<Heading, Paragraph, Grid, Picture, PageBreak>;

/// What is read on paper or in a browser: a report, a checklist.
struct Document {
    std::string title, detail;  ///< in the margin of each page; `detail`: rig and day
    std::vector<Block> blocks;
    double scale = 1;  ///< of letters and margins: a card is printed smaller than a page
};

/// Pages of that paper, upright, numbered; a row of a grid stands on one page, its columns' names on each.
/// Errors  A Problem: nothing in it, or more than 200 pages.
Result<std::string> pdf_of(const Document& document, const PaperSize& paper);
/// A page as it is printed: rows of pixels from the top, blue, green, red and alpha a byte each.
struct PageImage {
    int width = 0, height = 0;
    std::string pixels;
};
/// The same pages as pdf_of(), so fine [pixels a metre]. Range: 500 to 20000. Errors: as pdf_of().
Result<std::vector<PageImage>> images_of(const Document& document, const PaperSize& paper, double fineness);
/// Such a page as a PNG. Errors: a Problem: it could not be drawn.
Result<std::string> png_of(const PageImage& page);
/// One file without links to others: pictures are in it.
/// Errors  A Problem: a picture that could not be drawn.
Result<std::string> html_of(const Document& document);

}  // namespace clampet::drawing
