#include <qrencode.h>

#include <memory>

#include "drawing/press/press_room.h"

namespace clampet::drawing::press_room {
namespace {

constexpr std::size_t most_bytes = 1200;
constexpr int quiet = 4;  // modules

}  // namespace

Result<Drawing> qr_code(const std::string& text, double width) {
    if (text.empty() || text.size() > most_bytes)
        return Problem{"qr.length", "text", "So much does not go into a code that phones read, or there is nothing.",
                       "Give 1 to 1200 letters."};
    const std::unique_ptr<QRcode, void (*)(QRcode*)> code(
        QRcode_encodeData(static_cast<int>(text.size()), reinterpret_cast<const unsigned char*>(text.data()), 0,
                          QR_ECLEVEL_M),
        QRcode_free);
    if (!code) return Problem{"qr.not_drawn", "text", "The code could not be made.", "Shorten the text."};
    Drawing drawing;
    drawing.summary = "A square code for phones: " + text;
    const int modules = code->width;
    const double step = width / (modules + 2 * quiet);
    drawing.rectangle({0, 0}, {width, width}, Material::none, Line::none);
    for (int row = 0; row < modules; ++row)
        for (int from = 0; from < modules;) {
            const auto is_dark = [&](int column) { return (code->data[row * modules + column] & 1) != 0; };
            int to = from;
            while (to < modules && is_dark(to)) ++to;
            // Runs are drawn whole: no seams between their modules.
            if (to > from)
                drawing.rectangle({step * (quiet + from), width - step * (quiet + row + 1)},
                                  {step * (quiet + to), width - step * (quiet + row)}, Material::ink, Line::none);
            from = std::max(to, from + 1);
        }
    return drawing;
}

}  // namespace clampet::drawing::press_room
