#include <cairo-pdf.h>
#include <cairo-svg.h>
#include <fmt/format.h>

#include "drawing/press/font.h"
#include "drawing/press/pencil.h"
#include "drawing/press/press_room.h"

namespace clampet::drawing::press_room {
namespace {

constexpr double small_words = 2.4e-3;  // in the margin [m]
constexpr double ruler = 0.100;
constexpr double cross = 0.004;
constexpr std::size_t most_sheets = 100;

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
    const Box box = with_white(sheet.drawing.extent());
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
                   !sheet.is_real_size   ? std::string()
                   : tiling.pages() == 1 ? std::string("1:1")
                                         : fmt::format("1:1, row {} of {}, column {} of {}", row + 1, tiling.up,
                                                       column + 1, tiling.across));
            cairo_show_page(context);
        }
}

}  // namespace

Result<std::string> pdf_of(const std::vector<Sheet>& sheets, const PaperSize& paper) {
    std::size_t pages = 0;
    for (const auto& sheet : sheets) pages += tiling_of(sheet.drawing.extent(), paper).pages();
    if (pages == 0)
        return Problem{"paper.nothing", "", "There is nothing to print.", "Choose a rig with parts that are made."};
    if (pages > most_sheets)
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

namespace {

/// An SVG in millimetres of what lies in a box, and so much above it.
template <class Draw>
Result<std::string> svg_in(const Box& box, double above, const Draw& draw) {
    const double height = box.height() + above;
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
        draw(Pencil(context.get()));
        if (const auto status = cairo_status(context.get()); status != CAIRO_STATUS_SUCCESS) return not_drawn(status);
    }
    cairo_surface_finish(surface.get());
    if (const auto status = cairo_surface_status(surface.get()); status != CAIRO_STATUS_SUCCESS)
        return not_drawn(status);
    return bytes;
}

}  // namespace

Result<std::string> svg_of(const Sheet& sheet) {
    const Box box = with_white(sheet.drawing.extent());
    return svg_in(box, page_margin, [&](const Pencil& pencil) {
        pencil.draw(strokes_of(sheet.drawing));
        pencil.write({{box.low.x + white_about, box.high.y + page_margin / 2},
                      1.2 * small_words,
                      0,
                      Align::left,
                      TextRole::label,
                      sheet.title});
    });
}

Result<std::string> picture_svg_of(const Drawing& drawing) {
    return svg_in(with_white(drawing.extent()), 0, [&](const Pencil& pencil) { pencil.paint(drawing, small_words); });
}

}  // namespace clampet::drawing::press_room
