#pragma once
#include <optional>

#include "loads/load_case.h"

namespace clampet::loads {

/// One way in which a rig is used, as a person says it: it sets load cases, the required factor, and what to mind.
struct Card {
    std::string_view key, name;  ///< "carried", "Carried"
    std::string_view meaning;    ///< one line
    double required = 0;         ///< required factor; 0 where the card does not ask for one
    std::vector<std::string_view> cases;
    std::string_view caution;  ///< shown where the card is chosen; may be empty
};

/// All cards, from the mildest use to the hardest.
std::span<const Card> cards();
const Card* card_named(std::string_view key);

/// The rig used as these cards say.
/// Meaning  The required factor is the greatest that a card asks for. Cases that a chosen card sets and that say
///          something about the rig come in, those that only cards given up had set go out; what a person set of a case
///          stays, and so do cases that no card sets.
/// Errors   A Problem when there is no such card.
Result<rig::Rig> used(rig::Rig rig, const std::vector<std::string>& cards);

}  // namespace clampet::loads
