#include "drawing/press.h"

namespace clampet::drawing {
namespace {

/// What the press makes of it, or why there is no press.
template <class Make>
auto pressed(const Make& make) -> decltype(make(std::declval<const Press&>())) {
    const auto loaded = press();
    if (!loaded) return loaded.problem();
    return make(**loaded);
}

}  // namespace

const Module& press_module() {
    static const Module module{"What prints and writes drawings", "libclampet-press.so", "clampet_press",
                               CLAMPET_BUILT_PRESS};
    return module;
}

Result<const Press*> press() {
    static const auto loaded = load<Press>(press_module());
    return loaded;
}

Result<std::string> pdf_of(const std::vector<Sheet>& sheets, const PaperSize& paper) {
    return pressed([&](const Press& press) { return press.pdf_of(sheets, paper); });
}
Result<std::string> pdf_of(const Document& document, const PaperSize& paper) {
    return pressed([&](const Press& press) { return press.pdf_of(document, paper); });
}
Result<std::string> svg_of(const Sheet& sheet) {
    return pressed([&](const Press& press) { return press.svg_of(sheet); });
}
Result<std::string> picture_svg_of(const Drawing& drawing) {
    return pressed([&](const Press& press) { return press.picture_svg_of(drawing); });
}
Result<std::vector<PageImage>> images_of(const Document& document, const PaperSize& paper, double fineness) {
    return pressed([&](const Press& press) { return press.images_of(document, paper, fineness); });
}
Result<std::string> png_of(const PageImage& page) {
    return pressed([&](const Press& press) { return press.png_of(page); });
}
Result<std::string> dxf_of(const Sheet& sheet) {
    return pressed([&](const Press& press) { return press.dxf_of(sheet); });
}
Result<Drawing> qr_code(const std::string& text, double width) {
    return pressed([&](const Press& press) { return press.qr_code(text, width); });
}

}  // namespace clampet::drawing
