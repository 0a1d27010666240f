#include "study/verdict.h"

#include <fmt/format.h>

#include <algorithm>

#include "families/thread/stack_design.h"
#include "quantity/format.h"

namespace clampet::study {
namespace {

Verdict verdict_of(mechanics::StackState state) {
    switch (state) {
        case mechanics::StackState::right:
            return Verdict::holds;
        case mechanics::StackState::too_short:
        case mechanics::StackState::flush:
        case mechanics::StackState::too_long:
            return Verdict::doubtful;
        default:
            return Verdict::slips;
    }
}

const char* words_of(mechanics::StackState state) {
    switch (state) {
        case mechanics::StackState::right:
            return "It is right";
        case mechanics::StackState::bottoms:
            return "It bottoms";
        case mechanics::StackState::shank:
            return "It runs out of thread";
        case mechanics::StackState::too_long:
            return "It sticks out too far";
        case mechanics::StackState::flush:
            return "It ends in its nut";
        default:
            return "It engages too little";
    }
}

}  // namespace

std::string_view name_of(Verdict verdict) {
    switch (verdict) {
        case Verdict::holds:
            return "Holds";
        case Verdict::doubtful:
            return "Doubtful";
        case Verdict::slips:
            return "Slips";
    }
    return "";
}

Verdict judge(const FactorBand& factors, double required, std::span<const families::Advisory> advisories) {
    if (!(factors.typical >= 1)) return Verdict::slips;
    const bool forbidden = std::any_of(advisories.begin(), advisories.end(), [](const auto& a) { return a.doubtful; });
    return factors.typical >= required && factors.low >= 1 && !forbidden ? Verdict::holds : Verdict::doubtful;
}

Verdict judge(double factor, families::ModeClass mode_class, double required) {
    return judge({factor, factor}, mode_class == families::ModeClass::service ? 1 : required);
}

Verdict judge(catalogue::Fit fit) {
    if (fit == catalogue::Fit::fits) return Verdict::holds;
    return fit == catalogue::Fit::by_luck ? Verdict::doubtful : Verdict::slips;
}

StackJudgement judge(const mechanics::StackUp& stack, const mechanics::StackVerdict& found,
                     const catalogue::FitVerdict& fit) {
    StackJudgement j{verdict_of(found.state), words_of(found.state), families::stack_sentence(stack, found)};
    if (j.sentence.empty())
        j.sentence = fmt::format("It stands out {} and {:.1f} turns carry.",
                                 quantity::format(found.protrusion, quantity::Dimension::length), found.turns);
    const Verdict threads = judge(fit.fit);
    if (threads == Verdict::slips) return {threads, "The threads do not fit", fit.reason};
    if (threads == Verdict::doubtful) {
        if (j.verdict == Verdict::holds) j.state = "It goes in by luck";
        j.verdict = std::max(j.verdict, threads);
        j.sentence = fit.reason + " " + j.sentence;
    }
    return j;
}

}  // namespace clampet::study
