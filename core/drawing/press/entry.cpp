#include "drawing/press/press_room.h"

namespace clampet::drawing::press_room {
namespace {

class Libraries final : public Press {
 public:
    Result<std::string> pdf_of(const std::vector<Sheet>& sheets, const PaperSize& paper) const override {
        return press_room::pdf_of(sheets, paper);
    }
    Result<std::string> pdf_of(const Document& document, const PaperSize& paper) const override {
        return press_room::pdf_of(document, paper);
    }
    Result<std::string> svg_of(const Sheet& sheet) const override { return press_room::svg_of(sheet); }
    Result<std::string> picture_svg_of(const Drawing& drawing) const override {
        return press_room::picture_svg_of(drawing);
    }
    Result<std::vector<PageImage>> images_of(const Document& document, const PaperSize& paper,
                                             double fineness) const override {
        return press_room::images_of(document, paper, fineness);
    }
    Result<std::string> png_of(const PageImage& page) const override { return press_room::png_of(page); }
    Result<std::string> dxf_of(const Sheet& sheet) const override { return press_room::dxf_of(sheet); }
    Result<Drawing> qr_code(const std::string& text, double width) const override {
        return press_room::qr_code(text, width);
    }
};

}  // namespace
}  // namespace clampet::drawing::press_room

extern "C" __attribute__((visibility("default"))) const clampet::drawing::Press* clampet_press() {
    static const clampet::drawing::press_room::Libraries libraries;
    return &libraries;
}
