#include "drawing/paper.h"

#include <cairo-ft.h>
#include <cairo-pdf.h>
#include <cairo-svg.h>
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <memory>
#include <numbers>

#include "drawing/font.h"
#include "drawing/strokes.h"

namespace clampet::drawing {
namespace {

constexpr double points_per_metre = 72 / 0.0254;
constexpr double small_words = 2.4e-3;  // in the margin [m]
constexpr double round_the_drawing = 0.006;
constexpr double ruler = 0.100;
constexpr double cross = 0.004;
constexpr std::size_t most_pages = 100;
constexpr double descent_share = 0.25;  // of the height of words

using Surface = std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)>;
using Context = std::unique_ptr<cairo_t, decltype(&cairo_destroy)>;

cairo_status_t append(void* to, const unsigned char* bytes, unsigned int count) {
    static_cast<std::string*>(to)->append(reinterpret_cast<const char*>(bytes), count);
    return CAIRO_STATUS_SUCCESS;
}

/// Draws in metres, y up.
class Pencil {
 public:
    explicit Pencil(cairo_t* to) : to_(to) {}
    void draw(const Strokes& all) const {
        for (const auto& stroke : all.strokes) {
            if (stroke.points.empty()) continue;
            cairo_new_path(to_);
            for (const auto& p : stroke.points) cairo_line_to(to_, p.x, p.y);
            if (stroke.closed) cairo_close_path(to_);
            if (stroke.filled)
                cairo_fill(to_);
            else
                ink(stroke.line);
        }
        for (const auto& ring : all.rings) {
            cairo_new_path(to_);
            cairo_arc(to_, ring.centre.x, ring.centre.y, ring.radius, 0, 2 * std::numbers::pi);
            ink(ring.line);
        }
        for (const auto& word : all.words) write(word);
    }
    void write(const Word& word) const {
        cairo_save(to_);
        cairo_translate(to_, word.at.x, word.at.y);
        cairo_rotate(to_, word.angle);
        cairo_scale(to_, 1, -1);  // letters stand upright
        cairo_set_font_size(to_, word.height);
        cairo_text_extents_t size;
        cairo_text_extents(to_, word.text.c_str(), &size);
        const double back = word.align == Align::left ? 0 : word.align == Align::centre ? 0.5 : 1;
        cairo_move_to(to_, -back * size.x_advance, (0.5 - descent_share) * word.height);
        cairo_show_text(to_, word.text.c_str());
        cairo_restore(to_);
    }

 private:
    void ink(Line line) const {
        const Pen pen = pen_of(line);
        cairo_set_line_width(to_, pen.width);
        cairo_set_dash(to_, pen.dashes.data(), static_cast<int>(pen.dashes.size()), 0);
        cairo_stroke(to_);
    }
    cairo_t* to_;
};

/// Metres, y up, with its origin at the lower left corner of a page so high.
void set_up(cairo_t* context, double height) {
    cairo_identity_matrix(context);
    cairo_scale(context, points_per_metre, -points_per_metre);
    cairo_translate(context, 0, -height);
    cairo_set_source_rgb(context, 0, 0, 0);
    cairo_set_line_cap(context, CAIRO_LINE_CAP_ROUND);
    cairo_set_font_face(context, own_font());
}

struct Page {
    double width = 0, height = 0;  ///< as it lies [m]
    double shown_wide() const { return width - 2 * page_margin; }
    double shown_high() const { return height - 2 * page_margin; }
};
Page page_of(const PaperSize& paper, bool on_its_side) {
    return on_its_side ? Page{paper.height, paper.width} : Page{paper.width, paper.height};
}
Box wider(const Box& box) {
    return {{box.low.x - round_the_drawing, box.low.y - round_the_drawing},
            {box.high.x + round_the_drawing, box.high.y + round_the_drawing}};
}

std::size_t pages_for(double size, double shown) {
    if (size <= shown) return 1;
    return static_cast<std::size_t>(std::ceil((size - page_overlap) / (shown - page_overlap) - 1e-9));
}

/// What goes into the margin: what it is, which page, and a ruler to measure whether the printer kept the size.
void margin(cairo_t* context, const Page& page, const Sheet& sheet, const std::string& which) {
    const Pencil pencil(context);
    Strokes all;
    const double low = page_margin / 2, left = page_margin, right = page.width - page_margin;
    all.strokes.push_back({{{right - ruler, low}, {right, low}}, false, false, Line::outline});
    for (int i = 0; i <= 10; ++i) {
        const double x = right - ruler + 0.01 * i, up = i % 5 == 0 ? 0.003 : 0.0018;
        all.strokes.push_back({{{x, low}, {x, low + up}}, false, false, Line::thin});
    }
    all.words.push_back(
        {{right, low + 0.0045}, small_words, 0, Align::right, TextRole::quiet, "100 mm: measure it; print at 100 %"});
    all.words.push_back({{left, low}, small_words, 0, Align::left, TextRole::quiet, sheet.detail});
    const double top = page.height - page_margin / 2;
    all.words.push_back({{left, top}, 1.2 * small_words, 0, Align::left, TextRole::label, sheet.title});
    all.words.push_back({{right, top}, small_words, 0, Align::right, TextRole::quiet, which});
    pencil.draw(all);
}

/// Crosses where four pages meet.
void crosses(cairo_t* context, const Page& page, const Tiling& tiling) {
    Strokes all;
    if (tiling.pages() < 2) return;
    const double inset = page_margin + page_overlap / 2;
    for (const double x : {inset, page.width - inset})
        for (const double y : {inset, page.height - inset}) {
            all.strokes.push_back({{{x - cross, y}, {x + cross, y}}, false, false, Line::thin});
            all.strokes.push_back({{{x, y - cross}, {x, y + cross}}, false, false, Line::thin});
        }
    Pencil(context).draw(all);
}

void print(cairo_t* context, const Page& page, const Sheet& sheet, const Tiling& tiling) {
    const Box box = wider(sheet.drawing.extent());
    const Strokes strokes = strokes_of(sheet.drawing);
    const double step_x = page.shown_wide() - page_overlap, step_y = page.shown_high() - page_overlap;
    // One page holds it in its middle; several begin at its upper left.
    const double spare_x = tiling.across == 1 ? (page.shown_wide() - box.width()) / 2 : 0,
                 spare_y = tiling.up == 1 ? (page.shown_high() - box.height()) / 2 : 0;
    for (std::size_t row = 0; row < tiling.up; ++row)
        for (std::size_t column = 0; column < tiling.across; ++column) {
            set_up(context, page.height);
            cairo_save(context);
            cairo_rectangle(context, page_margin, page_margin, page.shown_wide(), page.shown_high());
            cairo_clip(context);
            cairo_translate(context, page_margin + spare_x - box.low.x - static_cast<double>(column) * step_x,
                            page.height - page_margin - spare_y - box.high.y + static_cast<double>(row) * step_y);
            Pencil(context).draw(strokes);
            cairo_restore(context);
            crosses(context, page, tiling);
            margin(context, page, sheet,
                   tiling.pages() == 1 ? std::string("1:1")
                                       : fmt::format("1:1, row {} of {}, column {} of {}", row + 1, tiling.up,
                                                     column + 1, tiling.across));
            cairo_show_page(context);
        }
}

Problem not_drawn(cairo_status_t status) {
    return {"paper.not_drawn", "", fmt::format("The sheet could not be drawn: {}.", cairo_status_to_string(status)),
            "Try another format."};
}

}  // namespace

Tiling tiling_of(const Box& extent, const PaperSize& paper) {
    const Box box = wider(extent);
    const auto lying = [&](bool on_its_side) {
        const Page page = page_of(paper, on_its_side);
        return Tiling{pages_for(box.width(), page.shown_wide()), pages_for(box.height(), page.shown_high()),
                      on_its_side};
    };
    const Tiling upright = lying(false), side = lying(true);
    return side.pages() < upright.pages() ? side : upright;
}

Result<std::string> pdf_of(const std::vector<Sheet>& sheets, const PaperSize& paper) {
    std::size_t pages = 0;
    for (const auto& sheet : sheets) pages += tiling_of(sheet.drawing.extent(), paper).pages();
    if (pages == 0)
        return Problem{"paper.nothing", "", "There is nothing to print.", "Choose a rig with parts that are made."};
    if (pages > most_pages)
        return Problem{"paper.too_many_pages", "",
                       fmt::format("This would be {} pages of {} at real size.", pages, paper.name),
                       "Take larger paper, or SVG or DXF for a plotter."};
    std::string bytes;
    const Surface surface(cairo_pdf_surface_create_for_stream(append, &bytes, 1, 1), cairo_surface_destroy);
    {
        const Context context(cairo_create(surface.get()), cairo_destroy);
        for (const auto& sheet : sheets) {
            const auto tiling = tiling_of(sheet.drawing.extent(), paper);
            const Page page = page_of(paper, tiling.on_its_side);
            cairo_pdf_surface_set_size(surface.get(), page.width * points_per_metre, page.height * points_per_metre);
            print(context.get(), page, sheet, tiling);
        }
        if (const auto status = cairo_status(context.get()); status != CAIRO_STATUS_SUCCESS) return not_drawn(status);
    }
    cairo_surface_finish(surface.get());
    if (const auto status = cairo_surface_status(surface.get()); status != CAIRO_STATUS_SUCCESS)
        return not_drawn(status);
    return bytes;
}

Result<std::string> svg_of(const Sheet& sheet) {
    const Box box = wider(sheet.drawing.extent());
    // The words above it.
    const double height = box.height() + page_margin;
    std::string bytes;
    const Surface surface(cairo_svg_surface_create_for_stream(append, &bytes, box.width() * 1000, height * 1000),
                          cairo_surface_destroy);
    cairo_svg_surface_set_document_unit(surface.get(), CAIRO_SVG_UNIT_MM);
    {
        const Context context(cairo_create(surface.get()), cairo_destroy);
        cairo_scale(context.get(), 1000, -1000);
        cairo_translate(context.get(), -box.low.x, -box.low.y - height);
        cairo_set_line_cap(context.get(), CAIRO_LINE_CAP_ROUND);
        cairo_set_font_face(context.get(), own_font());
        const Pencil pencil(context.get());
        pencil.draw(strokes_of(sheet.drawing));
        pencil.write({{box.low.x + round_the_drawing, box.high.y + page_margin / 2},
                      1.2 * small_words,
                      0,
                      Align::left,
                      TextRole::label,
                      sheet.title});
        if (const auto status = cairo_status(context.get()); status != CAIRO_STATUS_SUCCESS) return not_drawn(status);
    }
    cairo_surface_finish(surface.get());
    if (const auto status = cairo_surface_status(surface.get()); status != CAIRO_STATUS_SUCCESS)
        return not_drawn(status);
    return bytes;
}

}  // namespace clampet::drawing
