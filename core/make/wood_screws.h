#pragma once
#include <optional>

#include "catalogue/stock.h"
#include "make/pieces.h"

namespace clampet::make {

/// Screws that hold a glued piece while it sets, and after.
struct WoodScrews {
    const catalogue::StockRow* row = nullptr;  ///< "#8 wood screw"
    double length = 0;                         ///< as sold, under the head [m]
    unsigned count = 0;                        ///< of all pieces alike
};
/// Meaning  Of a piece that is glued and screwed: #6 in boards under 12 mm, #8 under 20 mm, #10 above; two and a half
///          times the thinnest board, as sold; one to 60 mm of the joint, two at least. Nothing of other pieces.
/// Source   Common practice.
std::optional<WoodScrews> wood_screws_of(const MadePart& part, const parts::Workpiece& piece);
/// Rivets or small screws of a piece that is not of wood and fixed for good: as many as wood screws would be; 0 where
/// it is not fixed so. Source  Common practice.
unsigned rivets_of(const parts::Workpiece& piece);
/// "#8 wood screw, 38 mm".
std::string name_of(const WoodScrews& screws);
/// Its pilot in a material, by how hard that is, and the hole through the first board [m].
double pilot_of(const WoodScrews& screws, const std::string& material);

}  // namespace clampet::make
