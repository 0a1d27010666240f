#include "make/wood_screws.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "catalogue/material.h"
#include "quantity/dimension.h"

namespace clampet::make {
namespace {

// Inches that wood screws are sold in; common practice.
constexpr std::array<double, 8> sold{0.5, 0.75, 1, 1.25, 1.5, 2, 2.5, 3};
constexpr double to_a_screw = 0.060;  // of the joint [m]

const catalogue::StockRow* row_named(std::string_view name) {
    for (const auto* row : catalogue::stock_group("wood screw"))
        if (row->name == name) return row;
    return nullptr;
}

/// So many hold a piece and all that are like it: an end over its width, an edge over its length.
unsigned along_joint(const parts::Workpiece& piece) {
    const double joint = piece.note.find("end") != std::string::npos ? piece.width : piece.length;
    return std::clamp(static_cast<unsigned>(std::lround(joint / to_a_screw)), 2u, 8u) * piece.count;
}

}  // namespace

std::optional<WoodScrews> wood_screws_of(const MadePart& part, const parts::Workpiece& piece) {
    if (piece.stuff != parts::Stuff::wood || piece.note.find(parts::fixed_how(piece.stuff)) == std::string::npos)
        return std::nullopt;
    double thinnest = blank_of(piece).thickness;
    for (const auto& other : part.pieces)
        if (!other.is_round) thinnest = std::min(thinnest, blank_of(other).thickness);
    const auto* row = row_named(thinnest < 0.012   ? "#6 wood screw"
                                : thinnest < 0.020 ? "#8 wood screw"
                                                   : "#10 wood screw");
    if (!row) return std::nullopt;
    const double wanted = 2.5 * thinnest;
    double length = sold.back() * quantity::inch;
    for (const double inches : sold)
        if (inches * quantity::inch >= wanted - 1e-6) {
            length = inches * quantity::inch;
            break;
        }
    return WoodScrews{row, length, along_joint(piece)};
}

unsigned rivets_of(const parts::Workpiece& piece) {
    const bool is_fixed = piece.note.find(parts::fixed_how(piece.stuff)) != std::string::npos;
    return is_fixed && piece.stuff != parts::Stuff::wood ? along_joint(piece) : 0;
}

std::string name_of(const WoodScrews& screws) {
    return fmt::format("{}, {:.0f} mm", screws.row->name, screws.length * 1e3);
}

double pilot_of(const WoodScrews& screws, const std::string& material) {
    // Specific gravity by which the pilots of the table are told apart (NDS, from memory).
    const auto known = catalogue::material_named(material);
    const double density = known ? known->density : 500;
    return screws.row->size(density >= 600 ? "pilot_hard" : density >= 500 ? "pilot_medium" : "pilot_soft");
}

}  // namespace clampet::make
