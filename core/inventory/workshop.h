#pragma once
#include <optional>
#include <string>
#include <vector>

#include "catalogue/adapters.h"
#include "families/family.h"
#include "quantity/conventions.h"
#include "rig/rig.h"

namespace clampet::inventory {

/// Of pieces, and of a price; and until what is ordered comes [s].
inline constexpr double most_counted = 1e7, longest_delivery = 366 * quantity::a_day;
/// One thing that is owned, by what it is called.
struct Item {
    std::string name;             ///< "stud, 1/4-20 both ends", "3/8-16 male to 1/4-20 female", "M6 wing nut"
    double count = 1;             ///< pieces, or metres of what is sold by the metre
    std::string kind;             ///< of parts::registry(), where it is one; empty otherwise
    families::Values values;      ///< sizes of its kind [SI]
    std::optional<double> price;  ///< of a pack, in the workshop's currency
    double pack = 1;              ///< pieces in a pack
    std::string note;
    bool by_metre = false;  ///< sold so: the count is of metres, the price of `pack` metres
    bool salvaged = false;  ///< found, or taken from something else: nothing is paid for it
    double delivery = 0;    ///< how long it takes to come when it is ordered [s]
    friend bool operator==(const Item&, const Item&) = default;
};

/// Somebody who tightens things, and how strong their hand is.
using Hand = rig::Hands;

/// How a test hole lies while it is printed, and how a pin went into it.
enum class HoleLies { upright, across };
enum class TriedFit { tight, right, loose };
/// A pin that was tried in a printed hole.
struct FitTried {
    std::string date;                        ///< "2026-11-29"; empty where nobody said
    std::string material = "PETG, printed";  ///< of the catalogue
    HoleLies lies = HoleLies::upright;
    double pin = 0;        ///< its diameter [m]
    double clearance = 0;  ///< how much wider the hole was drawn [m]
    TriedFit verdict = TriedFit::right;
    friend bool operator==(const FitTried&, const FitTried&) = default;
};

/// A printer, and how it is set.
struct Printer {
    std::string name;
    std::string material = "PETG, printed";  ///< of the catalogue
    double walls = 1.2e-3;                   ///< thickness [m]
    double infill = 0.2;                     ///< share of what is within
    std::vector<FitTried> fits = {};         ///< ladders of test holes
    friend bool operator==(const Printer&, const Printer&) = default;
};

/// What a person works with: shared by all of their rigs.
struct Workshop {
    std::string name = "My workshop";
    std::string currency = "EUR";
    std::vector<Item> items;         ///< the drawer
    std::vector<std::string> tools;  ///< by name
    std::vector<Hand> hands = {};
    std::vector<Printer> printers = {};
    friend bool operator==(const Workshop&, const Workshop&) = default;
};

/// What an item is, as far as it says itself.
struct Known {
    enum class As { nothing, adapter, part, stock, device, ballast, board };
    As as = As::nothing;
    std::string says;                           ///< "adapter, 1/4-20 UNC male to 3/8-16 UNC male", "V-jaw clamp"
    std::optional<catalogue::Adapter> adapter;  ///< with as many as there are
    bool is_known() const { return as != As::nothing; }
};
/// By its kind, else by its name: two ends of threads, an adapter, a stock row or a device by their names. What is not
/// known is kept all the same.
Known known(const Item& item);

/// Adapters that there are, for routes.
std::vector<catalogue::Adapter> adapters_of(const Workshop& workshop);
/// How many of that name there are.
double owned(const Workshop& workshop, std::string_view name);

/// Whether a workshop can be kept: names, counts and prices that are none are refused.
/// Errors  A Problem whose `where` is /items/N/KEY.
Status validate(const Workshop& workshop);

}  // namespace clampet::inventory

namespace clampet::parts {
template <>
std::span<const std::string_view> names<inventory::HoleLies>();
template <>
std::span<const std::string_view> names<inventory::TriedFit>();
}  // namespace clampet::parts
