#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <fmt/format.h>
#include <unistd.h>

#include <array>
#include <cstdlib>
#include <filesystem>
#include <fstream>
#include <iterator>
#include <memory>

#include "drawing/press/press_room.h"
#include "drawing/strokes.h"

namespace clampet::drawing::press_room {
namespace {

constexpr double mm = 1000;
constexpr const char* layer_names[] = {"outline", "thin", "hidden", "centre", "words"};

/// The layer of a line, and how it is drawn there.
struct Layer {
    const char *name, *linetype;
    int colour;  ///< of the index: 7 is the paper's opposite
};
Layer layer_of(Line line) {
    switch (line) {
        case Line::thin:
            return {layer_names[1], "CONTINUOUS", 8};
        case Line::hidden:
            return {layer_names[2], "DASHED", 3};
        case Line::centre:
            return {layer_names[3], "CENTER", 1};
        default:
            return {layer_names[0], "CONTINUOUS", 7};
    }
}

/// R12 knows no UTF-8: what is beyond ASCII is written as \U+00D8.
std::string in_ascii(const std::string& text) {
    std::string all;
    for (std::size_t i = 0; i < text.size();) {
        const auto first = static_cast<unsigned char>(text[i]);
        const int more = first < 0x80 ? 0 : first < 0xE0 ? 1 : first < 0xF0 ? 2 : 3;
        unsigned code = more == 0 ? first : first & (0x3Fu >> more);
        for (int k = 1; k <= more && i + static_cast<std::size_t>(k) < text.size(); ++k)
            code = code << 6 | (static_cast<unsigned char>(text[i + static_cast<std::size_t>(k)]) & 0x3Fu);
        i += static_cast<std::size_t>(more) + 1;
        all += code < 0x20   ? " "
               : code < 0x80 ? std::string(1, static_cast<char>(code))
                             : fmt::format("\\U+{:04X}", code);
    }
    return all;
}

/// A file that nobody else has, gone when this goes.
struct OwnFile {
    std::string path = (std::filesystem::temp_directory_path() / "clampet-dxf-XXXXXX").string();
    bool is_there = false;
    OwnFile() {
        const int opened = ::mkstemp(path.data());
        is_there = opened >= 0;
        if (is_there) ::close(opened);
    }
    ~OwnFile() {
        std::error_code ignored;
        if (is_there) std::filesystem::remove(path, ignored);
    }
    OwnFile(const OwnFile&) = delete;
    OwnFile& operator=(const OwnFile&) = delete;
};

/// Head and tables, as readers of R12 want them.
void tables(DL_Dxf& dxf, DL_WriterA& to) {
    dxf.writeHeader(to);
    to.dxfString(9, "$INSUNITS");
    to.dxfInt(70, 4);  // millimetres
    to.sectionEnd();
    to.sectionTables();
    dxf.writeVPort(to);
    to.tableLinetypes(3);
    std::array<double, 2> dashed{2, -1};
    std::array<double, 4> centre{6, -1, 1, -1};
    dxf.writeLinetype(to, DL_LinetypeData("CONTINUOUS", "", 0, 0, 0));
    dxf.writeLinetype(to, DL_LinetypeData("DASHED", "", 0, 2, 3, dashed.data()));
    dxf.writeLinetype(to, DL_LinetypeData("CENTER", "", 0, 4, 9, centre.data()));
    to.tableEnd();
    to.tableLayers(static_cast<int>(std::size(layer_names)) + 1);
    dxf.writeLayer(to, DL_LayerData("0", 0), DL_Attributes("", 7, 0, "CONTINUOUS", 1));
    for (const Line line : {Line::outline, Line::thin, Line::hidden, Line::centre}) {
        const Layer layer = layer_of(line);
        dxf.writeLayer(to, DL_LayerData(layer.name, 0), DL_Attributes("", layer.colour, 0, layer.linetype, 1));
    }
    dxf.writeLayer(to, DL_LayerData("words", 0), DL_Attributes("", 8, 0, "CONTINUOUS", 1));
    to.tableEnd();
    to.sectionEnd();
}

void draw(DL_Dxf& dxf, DL_WriterA& to, const Strokes& all) {
    for (const auto& stroke : all.strokes) {
        const DL_Attributes as(layer_of(stroke.line).name, 256, -1, "BYLAYER", 1);
        if (stroke.points.size() == 2) {
            const auto &a = stroke.points[0], &b = stroke.points[1];
            dxf.writeLine(to, DL_LineData(mm * a.x, mm * a.y, 0, mm * b.x, mm * b.y, 0), as);
            continue;
        }
        dxf.writePolyline(to, DL_PolylineData(static_cast<int>(stroke.points.size()), 0, 0, stroke.closed ? 1 : 0), as);
        for (const auto& p : stroke.points) dxf.writeVertex(to, DL_VertexData(mm * p.x, mm * p.y, 0, 0));
        dxf.writePolylineEnd(to);
    }
    for (const auto& ring : all.rings)
        dxf.writeCircle(to, DL_CircleData(mm * ring.centre.x, mm * ring.centre.y, 0, mm * ring.radius),
                        DL_Attributes(layer_of(ring.line).name, 256, -1, "BYLAYER", 1));
    for (const auto& word : all.words) {
        const int across = word.align == Align::left ? 0 : word.align == Align::centre ? 1 : 2;
        dxf.writeText(
            to,
            DL_TextData(mm * word.at.x, mm * word.at.y, 0, mm * word.at.x, mm * word.at.y, 0, mm * word.height * 0.75,
                        1, 0, across, 2, in_ascii(word.text), "STANDARD", word.angle),
            DL_Attributes("words", 256, -1, "BYLAYER", 1));
    }
}

}  // namespace

Result<std::string> dxf_of(const Sheet& sheet) {
    const Strokes all = strokes_of(sheet.drawing);
    if (all.strokes.empty() && all.rings.empty())
        return Problem{"dxf.nothing", "", "There is nothing to draw.", "Choose a part that is made."};
    const Problem no_room{"dxf.no_room", "", "There is no room for the file that is written on the way.",
                          "Free some space in the folder for temporary files."};
    const OwnFile file;
    if (!file.is_there) return no_room;
    DL_Dxf dxf;
    const std::unique_ptr<DL_WriterA> to(dxf.out(file.path.c_str(), DL_Codes::AC1009));
    if (!to) return no_room;
    tables(dxf, *to);
    to->sectionEntities();
    draw(dxf, *to, all);
    to->sectionEnd();
    to->dxfEOF();
    const bool failed = to->openFailed();
    to->close();
    std::ifstream in(file.path, std::ios::binary);
    std::string text{std::istreambuf_iterator<char>(in), {}};
    // A disk that fills cuts it short.
    if (failed || text.find("EOF") == std::string::npos) return no_room;
    return text;
}

}  // namespace clampet::drawing::press_room
