#include "make/pieces.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>

#include "catalogue/material.h"
#include "make/layers.h"
#include "parts/part_kind.h"
#include "quantity/format.h"

namespace clampet::make {

using quantity::Dimension;

std::size_t Made::pieces() const {
    std::size_t count = 0;
    for (const auto& part : parts)
        for (const auto& piece : part.pieces) count += piece.count;
    return count;
}

Problem at_part(Problem problem, std::size_t index, const rig::Part& part) {
    problem.where = fmt::format("/parts/{}{}{}", index, problem.where.empty() ? "" : "/values/", problem.where);
    problem.what = fmt::format("{}: {}", part.name, problem.what);
    return problem;
}

Result<Made> made_of(const rig::Rig& rig) {
    Made made;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        const auto& part = rig.parts[i];
        if (part.origin != parts::Origin::make) continue;
        const auto* kind = parts::kind_named(part.kind);
        auto pieces = kind ? parts::workpieces_of(*kind, part.values) : std::vector<parts::Workpiece>{};
        if (!pieces) return at_part(pieces.problem(), i, part);
        if (pieces->empty())
            made.otherwise.push_back(part.name);
        else
            made.parts.push_back({part.id, part.name, std::move(*pieces)});
    }
    return made;
}

std::string name_of(const MadePart& part, const parts::Workpiece& piece) {
    return part.pieces.size() == 1 ? part.name : part.name + ": " + piece.name;
}

bool is_of_sheets(const parts::Workpiece& piece) {
    const auto material = catalogue::material_named(piece.material);
    return material && material->group == "board";
}

bool comes_as_sheet(const parts::Workpiece& piece) {
    return !piece.is_round && is_of_sheets(piece);
}

double bored_of(const parts::Workpiece& piece) {
    const bool is_bored = piece.is_round && piece.wall > 0 && piece.stuff == parts::Stuff::wood;
    return is_bored ? piece.width - 2 * piece.wall : 0;
}

Blank blank_of(const parts::Workpiece& piece) {
    if (piece.is_round || comes_as_sheet(piece) || piece.thickness <= piece.width)
        return {piece.length, piece.width, piece.thickness, false};
    std::array<double, 3> sizes{piece.length, piece.width, piece.thickness};
    std::sort(sizes.begin(), sizes.end());
    return {sizes[2], sizes[1], sizes[0], true};
}

namespace {

std::string size_of(const parts::Workpiece& piece) {
    const auto mm = [](double size) { return quantity::format(size, Dimension::length); };
    if (const double bored = bored_of(piece); bored > 0)
        return fmt::format("{} Ø{}, bored Ø{}", piece.material, mm(piece.width), mm(bored));
    if (piece.is_round && piece.wall > 0)
        return fmt::format("{} tube Ø{}, wall {}", piece.material, mm(piece.width), mm(piece.wall));
    if (piece.is_round) return fmt::format("{} Ø{}", piece.material, mm(piece.width));
    return fmt::format("{} {}", piece.material, mm(blank_of(piece).thickness));
}

}  // namespace

std::string stock_of(const parts::Workpiece& piece) {
    return size_of(piece) + (is_layered(piece) ? ", in layers" : "");
}

}  // namespace clampet::make
