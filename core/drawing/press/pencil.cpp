#include "drawing/press/pencil.h"

#include <fmt/format.h>

#include <array>
#include <numbers>

#include "drawing/press/font.h"

namespace clampet::drawing::press_room {
namespace {

constexpr double descent_share = 0.25;  // of the height of words

/// Light enough for black lines on it, told apart in grey.
std::array<double, 3> tone_of(Material material) {
    switch (material) {
        case Material::wood:
            return {0.93, 0.86, 0.74};
        case Material::plastic:
            return {0.80, 0.86, 0.88};
        case Material::rubber:
            return {0.62, 0.61, 0.60};
        case Material::payload:
            return {0.78, 0.80, 0.86};
        case Material::site:
            return {0.92, 0.92, 0.90};
        case Material::ink:
            return {0, 0, 0};
        case Material::metal:
        case Material::tube:
        case Material::none:
        case Material::air:
            break;
    }
    return {0.85, 0.86, 0.86};
}

}  // namespace

cairo_status_t append(void* to, const unsigned char* bytes, unsigned int count) {
    static_cast<std::string*>(to)->append(reinterpret_cast<const char*>(bytes), count);
    return CAIRO_STATUS_SUCCESS;
}

void set_up(cairo_t* context, double height) {
    cairo_identity_matrix(context);
    cairo_scale(context, points_per_metre, -points_per_metre);
    cairo_translate(context, 0, -height);
    cairo_set_source_rgb(context, 0, 0, 0);
    cairo_set_line_cap(context, CAIRO_LINE_CAP_ROUND);
    cairo_set_font_face(context, own_font());
}

Problem not_drawn(cairo_status_t status) {
    return {"paper.not_drawn", "", fmt::format("The sheet could not be drawn: {}.", cairo_status_to_string(status)),
            "Try another format."};
}

void Pencil::draw(const Strokes& all) const {
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

void Pencil::write(const Word& word) const {
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

void Pencil::paint(const Drawing& drawing, double text_height) const {
    for (const auto& element : drawing.elements) {
        if (const auto* path = std::get_if<Path>(&element); path && path->closed && path->material != Material::none) {
            cairo_new_path(to_);
            for (const auto& p : path->points) cairo_line_to(to_, p.x, p.y);
            cairo_close_path(to_);
            const auto tone = tone_of(path->material);
            cairo_set_source_rgb(to_, tone[0], tone[1], tone[2]);
            cairo_fill(to_);
            cairo_set_source_rgb(to_, 0, 0, 0);
        }
        Drawing one;
        one.elements.push_back(element);
        draw(strokes_of(one, text_height));
    }
}

double Pencil::width_of(const std::string& text, double height) const {
    cairo_set_font_size(to_, height);
    cairo_text_extents_t size;
    cairo_text_extents(to_, text.c_str(), &size);
    return size.x_advance;
}

void Pencil::ink(Line line) const {
    const Pen pen = pen_of(line);
    cairo_set_line_width(to_, pen.width);
    cairo_set_dash(to_, pen.dashes.data(), static_cast<int>(pen.dashes.size()), 0);
    cairo_stroke(to_);
}

}  // namespace clampet::drawing::press_room
