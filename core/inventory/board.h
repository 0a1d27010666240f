#pragma once
#include <optional>
#include <string>

#include "inventory/workshop.h"

namespace clampet::inventory {

/// A board, bar or tube that is owned.
struct Board {
    std::string material;           ///< of the table of materials
    double length = 0, width = 0;   ///< the grain runs along the length; by the metre it has none [m]
    double thickness = 0;           ///< as it measures, whatever it is called [m]
    double diameter = 0, wall = 0;  ///< of a round one; wall 0: it is solid [m]
    bool is_round() const { return diameter > 0; }
    friend bool operator==(const Board&, const Board&) = default;
};
/// Meaning  What an item's name says of one: material, then sizes, the length first: "birch plywood, 600 × 300 × 17.5
///          mm", "beech, Ø30 × 900 mm", "aluminium 6060-T6, Ø25 × 2 × 1000 mm" (outside, wall, length). Sold by the
///          metre it has no length: "spruce, 95 × 45 mm". A tube of the drawer is one too. Nothing where it is none.
/// Frame    A length without a unit has that of the last one, mm where there is none.
std::optional<Board> board_of(const Item& item);
/// As board_of() reads it.
std::string name_of(const Board& board);

}  // namespace clampet::inventory
