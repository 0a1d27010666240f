#pragma once
#include <string>
#include <vector>

#include "drawing/drawing.h"
#include "inventory/board.h"
#include "make/nesting.h"
#include "make/pieces.h"
#include "make/sheet_nesting.h"

namespace clampet::make {

/// How it is sawn.
struct Sawing {
    double kerf = 0.003;       ///< width of the saw's cut; hand and circular saws 1.5 to 3.2 mm, common practice [m]
    double allowance = 0.002;  ///< left on each end for trimming, common practice [m]
    double bar = 2.4;          ///< length of a board, bar or sheet as it is bought [m]
    double sheet = 0.6;        ///< width of a sheet of plywood or board as it is bought [m]
};
/// Range  kerf and allowance from 0 to 20 mm, bar from 0.1 to 20 m, sheet from 0.05 to 5 m. Errors: a Problem at the
/// one that is not.
Status check(const Sawing& sawing);

/// A board or bar of the drawer that something is sawn from.
struct OwnBoard {
    inventory::Board board;
    std::string item;                ///< as the drawer calls it
    std::vector<std::string> names;  ///< of the pieces, in the order of `cuts`
    std::vector<Cut> cuts;
    std::vector<Laid> laid;
    double reach = 0;  ///< how far along it is used [m]
};
/// A piece longer than a bar, or larger than a sheet.
struct TooLarge {
    std::string name;
    double length = 0, width = 0;  ///< as it is sawn; of a bar or strip no width [m]
};
/// Boards or bars of one kind, and what is sawn from each.
struct Layout {
    std::string stock;               ///< "birch plywood 18 mm, strip of 60 mm"
    double width = 0;                ///< of the strip or the bar, as it is drawn [m]
    double bar = 0;                  ///< length of each [m]
    std::vector<std::string> names;  ///< of the pieces
    std::vector<double> lengths;     ///< as they are sawn [m]
    Nested nested;
    std::vector<TooLarge> too_large;  ///< on none
    std::vector<Cut> cuts = {};       ///< of a sheet, as they are sawn
    NestedSheets sheets = {};         ///< of plywood and other boards that come as sheets
    std::vector<OwnBoard> own = {};   ///< of the drawer, which comes first
    inventory::Board bought = {};     ///< what each is that is bought: its material and section
    bool is_sheet() const { return !cuts.empty(); }
    std::size_t count() const { return is_sheet() ? sheets.sheets.size() : nested.bars.size(); }
    /// Length of what must be bought if it is cut to length in the shop, kerfs included [m].
    double metres(double kerf) const;
};
/// How all pieces lie on boards of the drawer, and on bought ones of that length. Timber strips of like thickness are
/// ripped from one wider board as it is sold, where that takes no more wood. The sawing is in range.
std::vector<Layout> layouts_of(const Made& made, const Sawing& sawing, const inventory::Workshop* drawer = nullptr);
/// They, to scale: a bar a line, its pieces in the order in which they are sawn.
drawing::Drawing drawing_of(const std::vector<Layout>& layouts, const Sawing& sawing);

/// What is left over of the boards, by what the drawer would call it; what is shorter than 100 mm is not kept.
std::vector<inventory::Item> left_overs_of(const std::vector<Layout>& layouts, const Sawing& sawing);
/// The drawer after all of it is sawn: what was used is out, the left-overs are in.
inventory::Workshop sawn_out(inventory::Workshop drawer, const std::vector<Layout>& layouts, const Sawing& sawing);

}  // namespace clampet::make
