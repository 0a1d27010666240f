#include "families/thread/uncertain_stack.h"

#include <fmt/format.h>

#include <algorithm>

#include "families/thread/stack_design.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_uncertain_stack {
namespace {

constexpr double micrometre = 1e-6;

mechanics::Interval right_for(mechanics::StackUp stack, double thickness) {
    stack.items = thickness;
    return mechanics::judge_stack(stack).screw_lengths;
}

std::string length(double si) {
    return quantity::format(si, quantity::Dimension::length);
}

std::string listed(const catalogue::Thread& screw, const std::vector<double>& lengths) {
    std::string text;
    for (std::size_t i = 0; i < lengths.size(); ++i)
        text += (i == 0 ? "" : i + 1 == lengths.size() ? " and " : ", ") + sold_as(screw, lengths[i]);
    return text;
}

/// From the thin end: of the lengths that are right there, the longest reaches furthest.
void cover(ScrewsForRange& answer, const std::vector<double>& standard, double from_thickness, double shallowest,
           double deepest, const mechanics::Interval& thickness) {
    double thick = from_thickness;
    while (thick < thickness.high - micrometre || answer.to_buy.empty()) {
        const double* longest = nullptr;
        for (const double& s : standard)
            if (s - deepest <= thick + micrometre && s - shallowest >= thick - micrometre) longest = &s;
        const bool at_one = thickness.high - thickness.low < micrometre;
        if (longest && (at_one || *longest - shallowest > thick + micrometre)) {
            answer.to_buy.push_back(*longest);
            const double reached = *longest - shallowest;
            if (reached <= thick + micrometre) return;
            thick = reached;
            continue;
        }
        const auto next = std::find_if(standard.begin(), standard.end(), [&](double s) { return s - deepest > thick; });
        const double begins = next == standard.end() ? thickness.high : *next - deepest;
        answer.gaps.push_back({thick, std::min(begins, thickness.high)});
        if (next == standard.end() || begins >= thickness.high) return;
        thick = begins;
    }
}

}  // namespace
}  // namespace of_uncertain_stack

ScrewsForRange screws_for_range(mechanics::StackUp stack, const mechanics::Interval& thickness,
                                const catalogue::Thread& screw) {
    using namespace of_uncertain_stack;
    ScrewsForRange answer;
    const auto thin = right_for(stack, thickness.low), thick = right_for(stack, thickness.high);
    answer.always = {std::max(thin.low, thick.low), std::min(thin.high, thick.high)};
    if (thin.is_empty()) return answer;
    const auto standard = screw_lengths_for(screw);
    if (const auto one = within(standard, answer.always); !one.empty()) {
        answer.to_buy = {one.front()};
        return answer;
    }
    if (!answer.always.is_empty()) {
        const double middle = (answer.always.low + answer.always.high) / 2;
        const auto longer = std::upper_bound(standard.begin(), standard.end(), middle);
        if (longer != standard.end()) answer.to_saw = *longer;
    }
    const double shallowest = thin.low - thickness.low, deepest = thin.high - thickness.low;
    cover(answer, standard, thickness.low, shallowest, deepest, thickness);
    return answer;
}

std::string ScrewsForRange::sentence(const catalogue::Thread& screw) const {
    using namespace of_uncertain_stack;
    if (to_buy.size() == 1 && gaps.empty())
        return fmt::format("One length is right wherever in the range the stack lies: {}.", sold_as(screw, to_buy[0]));
    std::string text;
    if (!to_buy.empty())
        text = fmt::format("Buy {}, and use the one that is right when it is built.", listed(screw, to_buy));
    if (to_saw > 0)
        text += fmt::format("{}Or saw a {} screw to {}: that is always right.", text.empty() ? "" : " ",
                            sold_as(screw, to_saw), length((always.low + always.high) / 2));
    for (const auto& gap : gaps)
        text += fmt::format("{}No standard length is right from {} to {} of stack: saw, or add a washer.",
                            text.empty() ? "" : " ", length(gap.low), length(gap.high));
    return text.empty() ? "No length is right: the socket is too shallow." : text;
}

}  // namespace clampet::families
