#pragma once
#include <cairo.h>

#include <memory>
#include <string>

#include "drawing/strokes.h"
#include "quantity/dimension.h"
#include "quantity/result.h"

namespace clampet::drawing::press_room {

// What sheets and documents share of cairo.
inline constexpr double points_per_metre = 72 / quantity::inch;
using Surface = std::unique_ptr<cairo_surface_t, decltype(&cairo_surface_destroy)>;
using Context = std::unique_ptr<cairo_t, decltype(&cairo_destroy)>;

/// Writes a surface's bytes to the end of the std::string that `to` is.
cairo_status_t append(void* to, const unsigned char* bytes, unsigned int count);
/// Metres, y up, with its origin at the lower left corner of a page so high; the own font, ink black.
void set_up(cairo_t* context, double height);
Problem not_drawn(cairo_status_t status);

/// Draws in metres, y up.
class Pencil {
 public:
    explicit Pencil(cairo_t* to) : to_(to) {}
    void draw(const Strokes& all) const;
    void write(const Word& word) const;
    /// Areas in light tones of what they are made of, what comes later over what came before.
    void paint(const Drawing& drawing, double text_height) const;
    /// How wide words are, so high [m].
    double width_of(const std::string& text, double height) const;

 private:
    void ink(Line line) const;
    cairo_t* to_;
};

}  // namespace clampet::drawing::press_room
