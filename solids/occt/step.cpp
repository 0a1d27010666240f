#include <fmt/format.h>
#include <unistd.h>

#include <filesystem>
#include <fstream>
#include <Interface_Static.hxx>
#include <iterator>
#include <Quantity_Color.hxx>
#include <Standard_Failure.hxx>
#include <STEPCAFControl_Writer.hxx>
#include <STEPControl_Controller.hxx>
#include <TCollection_ExtendedString.hxx>
#include <TDataStd_Name.hxx>
#include <TDF_Label.hxx>
#include <TDocStd_Document.hxx>
#include <XCAFDoc_ColorTool.hxx>
#include <XCAFDoc_DocumentTool.hxx>
#include <XCAFDoc_ShapeTool.hxx>

#include "solids/colours.h"
#include "solids/occt/occt.h"
#include "solids/occt/solid.h"

namespace clampet::solids {
namespace {

namespace fs = std::filesystem;

/// A file that is gone when it is out of scope: OCCT writes to names only.
class Scratch {
 public:
    Scratch() : path_(fs::temp_directory_path() / fmt::format("clampet-{}-{}.step", getpid(), fmt::ptr(this))) {}
    ~Scratch() {
        std::error_code ignored;
        fs::remove(path_, ignored);
    }
    Scratch(const Scratch&) = delete;
    Scratch& operator=(const Scratch&) = delete;
    const fs::path& path() const { return path_; }

 private:
    fs::path path_;
};

Handle(TDocStd_Document) document_of(const std::vector<SolidToWrite>& solids) {
    Handle(TDocStd_Document) document = new TDocStd_Document("MDTV-XCAF");
    const auto shapes = XCAFDoc_DocumentTool::ShapeTool(document->Main());
    const auto colours = XCAFDoc_DocumentTool::ColorTool(document->Main());
    for (const auto& [piece, solid] : solids) {
        const TDF_Label label = shapes->AddShape(shape_of(*solid), false);
        TDataStd_Name::Set(label, TCollection_ExtendedString(piece->name.c_str(), true));
        const auto c = colour_of(piece->stuff);
        colours->SetColor(label, Quantity_Color(c.red / 255.0, c.green / 255.0, c.blue / 255.0, Quantity_TOC_sRGB),
                          XCAFDoc_ColorSurf);
    }
    return document;
}

}  // namespace

std::optional<std::string> as_step(const std::vector<SolidToWrite>& solids) {
    const Silence silence;
    try {
        const Scratch scratch;
        STEPCAFControl_Writer writer;
        writer.SetNameMode(true);
        writer.SetColorMode(true);
        if (!writer.Transfer(document_of(solids), STEPControl_AsIs)) return std::nullopt;
        if (writer.Write(scratch.path().c_str()) != IFSelect_RetDone) return std::nullopt;
        std::ifstream file(scratch.path(), std::ios::binary);
        std::string bytes{std::istreambuf_iterator<char>(file), {}};
        if (!file || bytes.find("END-ISO-10303-21;") == std::string::npos) return std::nullopt;
        return bytes;
    } catch (const Standard_Failure&) {
        return std::nullopt;
    }
}

}  // namespace clampet::solids
