#pragma once
#include "drawing/press.h"

/// What the press does, in its module: the functions of the room's headers, by the libraries themselves.
namespace clampet::drawing::press_room {

Result<std::string> pdf_of(const std::vector<Sheet>& sheets, const PaperSize& paper);
Result<std::string> pdf_of(const Document& document, const PaperSize& paper);
Result<std::string> svg_of(const Sheet& sheet);
Result<std::string> picture_svg_of(const Drawing& drawing);
Result<std::vector<PageImage>> images_of(const Document& document, const PaperSize& paper, double fineness);
Result<std::string> png_of(const PageImage& page);
Result<std::string> dxf_of(const Sheet& sheet);
Result<Drawing> qr_code(const std::string& text, double width);

}  // namespace clampet::drawing::press_room
