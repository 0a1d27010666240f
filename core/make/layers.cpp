#include "make/layers.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <tuple>

#include "catalogue/stock.h"
#include "quantity/format.h"

namespace clampet::make {
namespace {

using parts::Workpiece;
using quantity::mm;

constexpr double noise = 0.0005;                      // of thicknesses that are taken for the same [m]
constexpr double thinnest = 0.012, thickest = 0.025;  // sheets that blocks are glued of [m]
constexpr double everywhere = 0.018;                  // in every shop [m]
constexpr double most_off = 1.0 / 3;                  // of a sheet, planed off before another one is bought

/// What layers add up to: of a round one that is not much longer than it is wide, its length.
bool is_crosswise(const Workpiece& piece) {
    return piece.is_round && piece.length <= 3 * piece.width;
}
double across_layers(const Workpiece& piece) {
    return is_crosswise(piece) ? piece.length : piece.is_round ? piece.width : piece.thickness;
}

/// Those that blocks are glued of; of a material that is not in the table, as plywood's.
std::vector<Sheet> sold_sheets(const std::string& material) {
    auto sheets = sheets_of(material);
    return sheets.empty() ? sheets_of("birch plywood") : sheets;
}

double thickest_of(const std::vector<Sheet>& sheets) {
    double most = 0;
    for (const auto& sheet : sheets) most = std::max(most, sheet.called);
    return most;
}

Layers glued_of(const Sheet& sheet, const Workpiece& piece) {
    Layers layers;
    layers.wanted = across_layers(piece);
    layers.each = sheet.called;
    layers.measured = sheet.measured;
    layers.count = static_cast<unsigned>(std::ceil((layers.wanted - noise) / sheet.called));
    return layers;
}

/// Thicknesses that the rig is made of anyway, of one material.
std::vector<Sheet> used(const Made& made, const std::string& material) {
    std::vector<Sheet> all;
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) {
            if (piece.material != material || piece.is_round || is_layered(piece)) continue;
            Sheet sheet{"", piece.thickness, piece.thickness};
            for (const auto& row : sheets_of(material))
                if (std::abs(row.called - sheet.called) < noise) sheet.measured = row.measured;
            all.push_back(std::move(sheet));
        }
    return all;
}

/// The one that leaves least to plane off, of 18 mm before others, then of fewest layers.
std::optional<Layers> best_of(const std::vector<Sheet>& sheets, const Workpiece& piece, double most_surplus) {
    const auto rank = [](const Layers& layers) {
        return std::tuple{std::lround(layers.surplus() * 1e3), std::abs(layers.each - everywhere) > noise,
                          layers.count};
    };
    std::optional<Layers> best;
    for (const auto& sheet : sheets) {
        if (sheet.called < thinnest - noise || sheet.called > thickest + noise) continue;
        const auto layers = glued_of(sheet, piece);
        if (layers.surplus() > most_surplus * sheet.called + noise) continue;
        // Inch sheets measure less than they are called: they are meant where just so many of them are drawn.
        if (sheet.name.find(" in") != std::string::npos && std::abs(layers.surplus()) > noise) continue;
        if (!best || rank(layers) < rank(*best)) best = layers;
    }
    return best;
}

Layers layers_for(const Workpiece& piece, const Made& made) {
    if (const auto layers = best_of(used(made, piece.material), piece, most_off)) return *layers;
    // Some sheet between the thinnest and the thickest is in every table.
    return best_of(sold_sheets(piece.material), piece, 1).value();
}

std::string gluing_in_words(const Layers& layers) {
    const double sum = layers.count * layers.each;
    std::string words = fmt::format("glue {} to {}", layers.count, mm(sum));
    if (layers.surplus() > noise) words += fmt::format(", bring it to {}", mm(layers.wanted));
    return words;
}

SawnPiece layer_of(const std::string& part, std::string name, const Workpiece& whole, const Layers& layers) {
    Workpiece layer = whole;
    layer.bores.clear();
    layer.edges.clear();
    layer.openings.clear();
    layer.count = whole.count * layers.count;
    layer.thickness = layers.each;
    std::string then = gluing_in_words(layers);
    if (whole.is_round) {
        layer.is_round = false;
        layer.wall = 0;
        layer.outline.clear();
        if (is_crosswise(whole)) layer.length = whole.width;
        then += fmt::format(", make it round to {}", mm(whole.width));
        if (const double bored = bored_of(whole); bored > 0) then += fmt::format(", bore it to {}", mm(bored));
    }
    layer.note = whole.note.empty() ? then : then + "; " + whole.note;
    return {part, std::move(name) + ", layer", std::move(layer), layers};
}

/// A disc or bar of one sheet: a rectangle that is made round.
SawnPiece of_one_sheet(const std::string& part, std::string name, const Workpiece& round) {
    Workpiece flat = round;
    flat.is_round = false;
    flat.outline.clear();
    flat.thickness = across_layers(round);
    if (is_crosswise(round)) flat.length = round.width;
    flat.note = fmt::format("make it round to {}{}{}", mm(round.width), round.note.empty() ? "" : "; ", round.note);
    return {part, std::move(name), std::move(flat), std::nullopt};
}

}  // namespace

std::vector<Sheet> sheets_of(const std::string& material) {
    std::vector<Sheet> sheets;
    for (const auto* group : {"plywood", "board"})
        for (const auto* row : catalogue::stock_group(group)) {
            const auto of = row->texts.find("material");
            if (of == row->texts.end() || of->second != material) continue;
            const double measured = row->size("thickness"), nominal = row->size("nominal");
            sheets.push_back({row->name, nominal > 0 ? nominal : measured, measured, row->size("thickness_low"),
                              row->size("thickness_high")});
        }
    return sheets;
}

bool is_layered(const Workpiece& piece) {
    return is_of_sheets(piece) && across_layers(piece) > thickest_of(sold_sheets(piece.material)) + noise;
}

std::vector<SawnPiece> sawn_of(const Made& made) {
    std::vector<SawnPiece> all;
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) {
            auto name = name_of(part, piece);
            if (is_layered(piece))
                all.push_back(layer_of(part.part, std::move(name), piece, layers_for(piece, made)));
            else if (piece.is_round && is_of_sheets(piece))
                all.push_back(of_one_sheet(part.part, std::move(name), piece));
            else
                all.push_back({part.part, std::move(name), piece, std::nullopt});
        }
    return all;
}

}  // namespace clampet::make
