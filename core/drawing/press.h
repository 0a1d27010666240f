#pragma once
#include "drawing/document.h"
#include "drawing/dxf.h"
#include "drawing/qr_code.h"
#include "quantity/module.h"

namespace clampet::drawing {

/// What the libraries of paper and of plotters do for this room: each as the function of the same name promises it.
class Press : public Uncopied {
 public:
    virtual Result<std::string> pdf_of(const std::vector<Sheet>& sheets, const PaperSize& paper) const = 0;
    virtual Result<std::string> pdf_of(const Document& document, const PaperSize& paper) const = 0;
    virtual Result<std::string> svg_of(const Sheet& sheet) const = 0;
    virtual Result<std::string> picture_svg_of(const Drawing& drawing) const = 0;
    virtual Result<std::vector<PageImage>> images_of(const Document& document, const PaperSize& paper,
                                                     double fineness) const = 0;
    virtual Result<std::string> png_of(const PageImage& page) const = 0;
    virtual Result<std::string> dxf_of(const Sheet& sheet) const = 0;
    virtual Result<Drawing> qr_code(const std::string& text, double width) const = 0;
};

/// Meaning  The press, which is a module of its own: Cairo, dxflib and libqrencode bring eight libraries, and nothing
///          but what is exported or printed needs them.
/// Errors   A Problem: the module is not beside the program, nor where it was built, or its libraries are missing.
Result<const Press*> press();
/// Where it is looked for.
const Module& press_module();

}  // namespace clampet::drawing
