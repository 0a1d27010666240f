#include "drawing/press/font.h"

#include <cairo-ft.h>
#include <ft2build.h>
#include FT_FREETYPE_H

// The file itself, compiled in.
asm(".section .rodata\n"
    ".global clampet_font_begin\n"
    ".global clampet_font_end\n"
    "clampet_font_begin:\n"
    ".incbin \"" CLAMPET_FONT
    "\"\n"
    "clampet_font_end:\n"
    ".byte 0\n"
    ".previous\n");
extern "C" const unsigned char clampet_font_begin[], clampet_font_end[];

namespace clampet::drawing::press_room {
namespace {

cairo_font_face_t* read_font() {
    static FT_Library library;
    static FT_Face face;
    if (FT_Init_FreeType(&library) != 0)
        return cairo_toy_font_face_create("sans", CAIRO_FONT_SLANT_NORMAL, CAIRO_FONT_WEIGHT_NORMAL);
    if (FT_New_Memory_Face(library, clampet_font_begin, clampet_font_end - clampet_font_begin, 0, &face) != 0)
        return cairo_toy_font_face_create("sans", CAIRO_FONT_SLANT_NORMAL, CAIRO_FONT_WEIGHT_NORMAL);
    return cairo_ft_font_face_create_for_ft_face(face, 0);
}

}  // namespace

cairo_font_face_t* own_font() {
    static cairo_font_face_t* const font = read_font();
    return font;
}

}  // namespace clampet::drawing::press_room
