#include "loads/cards.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>

namespace clampet::loads {
namespace {

std::set<std::string_view> set_by(const std::vector<std::string>& chosen) {
    std::set<std::string_view> kinds;
    for (const auto& key : chosen)
        if (const auto* card = card_named(key)) kinds.insert(card->cases.begin(), card->cases.end());
    return kinds;
}

}  // namespace

// Required factors: common practice, our judgement.
std::span<const Card> cards() {
    static const std::vector<Card> all{
        {"bench",
         "On the bench",
         "It stands where you can watch it, over a table or floor.",
         1.5,
         {"push", "turning", "payload_off"},
         ""},
        {"carried",
         "Carried",
         "It is picked up, handed over and set down with the camera on.",
         2,
         {"push", "tug", "bump", "turning", "turn_start", "payload_off"},
         "Carry it by its support, not by the camera. Mind your fingers where parts close."},
        {"worn",
         "Worn",
         "It hangs on a person who walks, turns and bends.",
         2,
         {"worn", "tug"},
         "Edges and plates lie against the body: pad them. It must come off at once, with one hand."},
        {"moving",
         "Moving",
         "On a cart, a slider or a dolly.",
         2,
         {"moving", "push", "tug"},
         "Road vehicles, drones and lifting people are beyond this tool: ask people who are licensed for it."},
        {"people",
         "Over people or equipment",
         "Somebody, or something dear, is below it.",
         3,
         {"push", "tug", "bump", "turning", "turn_start", "payload_off"},
         "A second, independent catch always. A competent person checks it; local rules and those of the house come "
         "first."},
        {"outdoors",
         "Outdoors",
         "Wind blows on it.",
         0,
         {"push", "wind"},
         "Hold or weigh down stands, never leave them alone, and take them down before it gusts."},
    };
    return all;
}

const Card* card_named(std::string_view key) {
    for (const auto& card : cards())
        if (card.key == key) return &card;
    return nullptr;
}

Result<rig::Rig> used(rig::Rig rig, const std::vector<std::string>& chosen) {
    for (const auto& key : chosen) {
        if (card_named(key)) continue;
        std::string known;
        for (const auto& card : cards()) known += (known.empty() ? "" : ", ") + std::string(card.key);
        return Problem{"card.unknown", "use", fmt::format("There is no card “{}”.", key),
                       fmt::format("Use: {}.", known)};
    }
    const auto before = set_by(rig.use), now = set_by(chosen);
    std::erase_if(rig.cases, [&](const rig::CaseUse& use) {
        // What was changed by hand is the person's own.
        return before.contains(use.kind) && !now.contains(use.kind) && use.inputs.empty();
    });
    for (const auto* kind : registry()) {
        if (!now.contains(kind->key()) || !kind->is_useful(rig)) continue;
        const bool there = std::any_of(rig.cases.begin(), rig.cases.end(),
                                       [&](const rig::CaseUse& use) { return use.kind == kind->key(); });
        if (!there) rig.cases.push_back({std::string(kind->key()), std::string(kind->key()), {}});
    }
    double required = 0;
    rig.use.clear();
    for (const auto& card : cards())
        if (std::find(chosen.begin(), chosen.end(), card.key) != chosen.end()) {
            rig.use.emplace_back(card.key);
            required = std::max(required, card.required);
        }
    if (required > 0) rig.required = required;
    return rig;
}

}  // namespace clampet::loads
