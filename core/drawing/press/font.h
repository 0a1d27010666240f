#pragma once
#include <cairo.h>

namespace clampet::drawing::press_room {

/// The font that comes with the application, whatever fonts a machine has.
cairo_font_face_t* own_font();

}  // namespace clampet::drawing::press_room
