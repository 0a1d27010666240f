#include <cairo-pdf.h>
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <functional>
#include <numeric>

#include "drawing/press/pencil.h"
#include "drawing/press/press_room.h"

namespace clampet::drawing::press_room {
namespace {

constexpr double side = 0.018, top = 0.020, bottom = 0.018;  // margins [m]
constexpr double body = 3.4e-3, small = 2.7e-3;              // height of letters [m]
constexpr double leading = 1.45;                             // of their height
constexpr double rounding = 1e-6;
constexpr double gutter = 0.003, tick = 0.0035;
constexpr std::size_t most_pages = 200;

double size_of(unsigned level) {
    return level <= 1 ? 6e-3 : level == 2 ? 4.6e-3 : 3.8e-3;
}

/// A page after another, written from the top.
class Printer {
 public:
    /// `page_done` puts a page away, and leaves an empty one.
    Printer(cairo_t* context, const Document& document, const PaperSize& paper, std::function<void()> page_done)
        : context_(context),
          pencil_(context),
          document_(document),
          width_(paper.width),
          height_(paper.height),
          page_done_(std::move(page_done)) {
        begin();
    }

    void print() {
        for (const auto& block : document_.blocks) {
            if (pages_ > most_pages) return;
            std::visit([&](const auto& b) { put(b); }, block);
        }
        end();
    }
    std::size_t pages() const { return pages_; }

 private:
    double inner() const { return width_ - 2 * side; }

    void begin() {
        ++pages_;
        set_up(context_, height_ * document_.scale);
        cairo_scale(context_, document_.scale, document_.scale);
        y_ = height_ - top;
    }
    void end() {
        const double low = bottom / 2;
        pencil_.write({{side, low}, small, 0, Align::left, TextRole::quiet, document_.detail});
        pencil_.write({{width_ - side, low},
                       small,
                       0,
                       Align::right,
                       TextRole::quiet,
                       fmt::format("{} · page {}", document_.title, pages_)});
        page_done_();
    }
    /// Room for so much, on the next page where this has none.
    void need(double height) {
        if (y_ - height >= bottom || y_ >= height_ - top - 1e-9) return;
        end();
        begin();
    }

    std::vector<std::string> lines_of(const std::string& text, double size, double width) const {
        std::vector<std::string> lines{""};
        std::size_t at = 0;
        while (at < text.size()) {
            const auto end = std::min(text.find_first_of(" \n", at), text.size());
            const auto word = text.substr(at, end - at);
            auto& line = lines.back();
            const auto longer = line.empty() ? word : line + " " + word;
            if (line.empty() || pencil_.width_of(longer, size) <= width + rounding)
                line = longer;
            else
                lines.push_back(word);
            if (end < text.size() && text[end] == '\n') lines.emplace_back();
            at = end + 1;
        }
        return lines;
    }
    void line(double x, const std::string& text, double size) const {
        pencil_.write({{x, y_ - size * leading / 2}, size, 0, Align::left, TextRole::label, text});
    }
    void words(const std::string& text, double size) {
        for (const auto& l : lines_of(text, size, inner())) {
            need(size * leading);
            line(side, l, size);
            y_ -= size * leading;
        }
    }

    void put(const Heading& heading) {
        const double size = size_of(heading.level);
        if (y_ < height_ - top - 1e-9) y_ -= 0.6 * size;
        need(3 * size * leading);  // not alone at the foot of a page
        words(heading.text, size);
        y_ -= 0.3 * size;
    }
    void put(const Paragraph& paragraph) {
        words(paragraph.text, paragraph.is_quiet ? small : body);
        y_ -= 0.4 * body;
    }
    void put(const PageBreak&) {
        if (y_ >= height_ - top - 1e-9) return;
        end();
        begin();
    }
    void put(const Picture& picture) {
        const auto drawing = scaled_into(picture.drawing, inner(), picture.height);
        const Box box = drawing.extent();
        need(box.height() + body);
        cairo_save(context_);
        cairo_translate(context_, side + (inner() - box.width()) / 2 - box.low.x, y_ - box.high.y);
        pencil_.paint(drawing, small);
        cairo_restore(context_);
        y_ -= box.height() + body;
    }

    /// What each column would like, less where all together are too wide: the widest give most.
    std::vector<double> widths_of(const Grid& grid, double room) const {
        std::vector<double> widths;
        for (std::size_t c = 0; c < grid.columns.size(); ++c) {
            double wide = pencil_.width_of(grid.columns[c], small);
            for (const auto& row : grid.rows)
                if (c < row.size()) wide = std::max(wide, pencil_.width_of(row[c], small));
            widths.push_back(wide + gutter);
        }
        double most = *std::max_element(widths.begin(), widths.end());
        const auto all = [&] {
            return std::accumulate(widths.begin(), widths.end(), 0.0,
                                   [&](double sum, double w) { return sum + std::min(w, most); });
        };
        while (all() > room && most > 0.012) most *= 0.97;
        for (auto& w : widths) w = std::min(w, most);
        return widths;
    }
    void row_of(const Grid& grid, const std::vector<std::string>& cells, const std::vector<double>& widths,
                bool is_head) {
        std::vector<std::vector<std::string>> lines;
        std::size_t deep = 1;
        for (std::size_t c = 0; c < cells.size() && c < widths.size(); ++c) {
            lines.push_back(lines_of(cells[c], small, widths[c] - gutter));
            deep = std::max(deep, lines.back().size());
        }
        const double high = static_cast<double>(deep) * small * leading + 0.0012;
        if (!is_head && y_ - high < bottom) {
            need(height_);
            row_of(grid, grid.columns, widths, true);
        }
        double x = side + (grid.has_boxes ? tick + gutter : 0);
        const double start = y_;
        for (std::size_t c = 0; c < lines.size(); ++c) {
            y_ = start;
            for (const auto& l : lines[c]) {
                line(x, l, small);
                y_ -= small * leading;
            }
            x += widths[c];
        }
        y_ = start - high;
        Strokes rules;
        rules.strokes.push_back(
            {{{side, y_ + 0.0006}, {width_ - side, y_ + 0.0006}}, false, false, is_head ? Line::outline : Line::thin});
        if (grid.has_boxes && !is_head)
            rules.strokes.push_back({{{side, start - 0.0005},
                                      {side + tick, start - 0.0005},
                                      {side + tick, start - 0.0005 - tick},
                                      {side, start - 0.0005 - tick}},
                                     true,
                                     false,
                                     Line::thin});
        pencil_.draw(rules);
    }
    void put(const Grid& grid) {
        if (grid.columns.empty()) return;
        const auto widths = widths_of(grid, inner() - (grid.has_boxes ? tick + gutter : 0));
        need(4 * small * leading);
        row_of(grid, grid.columns, widths, true);
        for (const auto& row : grid.rows) {
            if (pages_ > most_pages) return;
            row_of(grid, row, widths, false);
        }
        y_ -= body;
    }

    cairo_t* context_;
    Pencil pencil_;
    const Document& document_;
    double width_, height_, y_ = 0;
    std::function<void()> page_done_;
    std::size_t pages_ = 0;
};

/// Prints all of it. Errors: nothing in it, too many pages, or the context's own.
Status print(cairo_t* context, const Document& document, const PaperSize& paper, std::function<void()> page_done) {
    if (document.blocks.empty())
        return Problem{"document.nothing", "", "There is nothing to print.", "Choose a rig with parts that are made."};
    Printer printer(context, document, {paper.name, paper.width / document.scale, paper.height / document.scale},
                    std::move(page_done));
    printer.print();
    if (printer.pages() > most_pages)
        return Problem{"document.too_long", "", fmt::format("This would be more than {} pages.", most_pages),
                       "Ask for less of it, or for CSV."};
    if (const auto status = cairo_status(context); status != CAIRO_STATUS_SUCCESS) return not_drawn(status);
    return Done{};
}

}  // namespace

Result<std::vector<PageImage>> images_of(const Document& document, const PaperSize& paper, double fineness) {
    const int width = static_cast<int>(std::lround(paper.width * fineness)),
              height = static_cast<int>(std::lround(paper.height * fineness));
    const Surface surface(cairo_image_surface_create(CAIRO_FORMAT_RGB24, width, height), cairo_surface_destroy);
    cairo_surface_set_device_scale(surface.get(), fineness / points_per_metre, fineness / points_per_metre);
    std::vector<PageImage> pages;
    const Context context(cairo_create(surface.get()), cairo_destroy);
    const auto clear = [&] {
        cairo_save(context.get());
        cairo_identity_matrix(context.get());
        cairo_set_source_rgb(context.get(), 1, 1, 1);
        cairo_paint(context.get());
        cairo_restore(context.get());
    };
    clear();
    const auto ok = print(context.get(), document, paper, [&] {
        cairo_surface_flush(surface.get());
        const auto stride = static_cast<std::size_t>(cairo_image_surface_get_stride(surface.get()));
        const auto* from = reinterpret_cast<const char*>(cairo_image_surface_get_data(surface.get()));
        PageImage& page = pages.emplace_back(PageImage{width, height, {}});
        for (int y = 0; y < height; ++y)
            page.pixels.append(from + static_cast<std::size_t>(y) * stride, static_cast<std::size_t>(width) * 4);
        clear();
    });
    if (!ok) return ok.problem();
    return pages;
}

Result<std::string> png_of(const PageImage& page) {
    auto pixels = page.pixels;
    const Surface surface(
        cairo_image_surface_create_for_data(reinterpret_cast<unsigned char*>(pixels.data()), CAIRO_FORMAT_RGB24,
                                            page.width, page.height, page.width * 4),
        cairo_surface_destroy);
    std::string bytes;
    const auto status = cairo_surface_write_to_png_stream(surface.get(), append, &bytes);
    if (status != CAIRO_STATUS_SUCCESS) return not_drawn(status);
    return bytes;
}

Result<std::string> pdf_of(const Document& document, const PaperSize& paper) {
    std::string bytes;
    const Surface surface(cairo_pdf_surface_create_for_stream(append, &bytes, paper.width * points_per_metre,
                                                              paper.height * points_per_metre),
                          cairo_surface_destroy);
    cairo_pdf_surface_set_metadata(surface.get(), CAIRO_PDF_METADATA_TITLE, document.title.c_str());
    {
        const Context context(cairo_create(surface.get()), cairo_destroy);
        if (const auto ok = print(context.get(), document, paper, [&] { cairo_show_page(context.get()); }); !ok)
            return ok.problem();
    }
    cairo_surface_finish(surface.get());
    if (const auto status = cairo_surface_status(surface.get()); status != CAIRO_STATUS_SUCCESS)
        return not_drawn(status);
    return bytes;
}

}  // namespace clampet::drawing::press_room
