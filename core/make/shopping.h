#pragma once
#include <optional>
#include <string>
#include <vector>

#include "inventory/board.h"
#include "make/cut_list.h"
#include "make/plan.h"
#include "quantity/conventions.h"

namespace clampet::make {

/// What has to be had: a part that is bought, a screw, a board, a tin.
struct Need {
    std::string what;  ///< "M8 × 60 screw", "birch plywood 18 mm, strip of 60 mm, 2.40 m long"
    std::string kind;  ///< "part", "screw", "fastener" of a seam, "insert", "board", "consumable", "other"
    double count = 1;  ///< pieces
    std::vector<std::string> parts;    ///< of the rig that want it, by name
    double owned = 0;                  ///< in the drawer, of those that are wanted
    std::optional<double> price = {};  ///< of a pack, in the workshop's currency
    double pack = 1;                   ///< pieces in a pack
    double metres = 0;                 ///< of a board or bar, cut to length in the shop; 0: not sold so [m]
    double shortest = 0;               ///< of one bar, strip or sheet that does as well; 0: all of it is wanted [m]
    double narrowest = 0;              ///< of such a sheet, its width [m]
    bool by_metre = false;             ///< the price is of `pack` metres
    bool salvaged = false;             ///< nothing is paid for it
    double delivery = 0;               ///< how long it takes to come [s]
    /// A board or bar as board_of() knows it; empty otherwise.
    std::optional<inventory::Board> board = {};
    double to_buy() const { return count > owned ? count - owned : 0; }
    /// Of packs of pieces, or of metres to a decimetre where it is sold so.
    double packs() const;
    /// Of the packs that must be bought; nothing where no price is known.
    std::optional<double> cost() const;
    /// What is used of them: the rest stays in the drawer.
    std::optional<double> used_cost() const;
};

/// Meaning  Parts that are bought; of the parts that are made screws with what turns them, pads, ballast, inserts and
///          nuts of their threads; what joins them to others; boards and bars of the cut list, glue, finish and paper;
///          the drawer first. Prices are the workshop's own.
/// Errors   As plan_of().
Result<std::vector<Need>> needs_of(const rig::Rig& rig, const Work& work = {}, const Sawing& sawing = {},
                                   const inventory::Workshop* workshop = nullptr);
/// A screw by its thread and the least length that is sold and no shorter: "M8 × 60 mm screw".
std::string sold_screw(const std::string& thread, double length);

/// A sum of money, against what it is compared with.
struct Cost {
    double bought = 0;                      ///< packs, whole
    double used = 0;                        ///< what of them goes into the rig
    double own_hours = 0;                   ///< hands-on [s]
    double own_rate = 0;                    ///< of an hour
    std::size_t unpriced = 0;               ///< needs whose price is not known
    std::optional<double> ready_made = {};  ///< what it would cost to buy
    double delivery = 0;                    ///< of what comes last of all that must be bought [s]
    std::string comes_last = {};            ///< what that is
    std::vector<std::string> salvaged = {};
    double made() const { return bought + own_hours / quantity::an_hour * own_rate; }
    std::optional<double> saved() const;
};
Cost cost_of(const std::vector<Need>& needs, double hands_on, double own_rate = 0,
             std::optional<double> ready_made = std::nullopt);
/// How long it takes one way and the other, in words: what is ordered, then the work, against what is bought.
/// `work`: from its start to its end; `ready_delivery`: until what is ready-made would be here; 0: not known [s].
std::string time_in_words(const Cost& cost, double work, double ready_delivery);

/// As lists. `currency`: "EUR".
Table shopping_list(const std::vector<Need>& needs, const std::string& currency);
Table cost_list(const std::vector<Need>& needs, const Cost& cost, const std::string& currency);

}  // namespace clampet::make
