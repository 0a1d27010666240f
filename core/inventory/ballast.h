#pragma once
#include <span>

#include "inventory/workshop.h"

namespace clampet::inventory {

/// Something that is heavy and is nothing else: a weight plate, a full bottle, a sandbag.
struct Ballast {
    std::string name;
    double mass = 0;     ///< of a piece [kg]
    unsigned count = 1;  ///< so many pieces there are
    bool is_owned = true;
};
/// Its mass [kg], where it is called so.
std::optional<double> ballast_mass(const Item& item);
/// What of a drawer is: called a weight, a plate, a bottle, a bag or ballast, and with its mass in its name; a litre is
/// a kilogram.
std::vector<Ballast> ballast_of(const Workshop& workshop);
/// As sold: weight plates from 0.25 to 10 kg; common practice.
std::vector<Ballast> ballast_sold();

/// Pieces that weigh so much together.
struct Heap {
    struct Pieces {
        std::string name;
        unsigned count = 1;
        friend bool operator==(const Pieces&, const Pieces&) = default;
    };
    std::vector<Pieces> pieces;
    double mass = 0;       ///< [kg]
    bool is_owned = true;  ///< all of it
};
/// The fewest pieces that weigh from `least` to `most` [kg], six at the most; of as few those nearest to the middle.
/// Nothing where none do.
std::optional<Heap> heap_within(std::span<const Ballast> ballast, double least, double most);
/// From the drawer alone where that does, else as sold.
std::optional<Heap> heap_within(const Workshop& workshop, double least, double most);
/// "from the drawer: 2 × weight plate 0.5 kg, 1 kg" or "as sold: weight plate 1.25 kg".
std::string words_of(const Heap& heap);

}  // namespace clampet::inventory
