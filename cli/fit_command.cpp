#include <fmt/format.h>

#include "commands.h"
#include "report.h"
#include "study/fit.h"

namespace clampet::cli {

int fit_command(const study::FitQuestion& question, bool json) {
    // Two threads are asked at the thread desk.
    if (catalogue::thread_named(question.one) && catalogue::thread_named(question.other))
        return thread_fit_command(question.one, question.other, json);
    const auto answer = study::answer(question);
    if (!answer) return fail(answer.problem(), wrong_usage);
    const bool good = answer->together == study::Together::fits;
    if (json) {
        nlohmann::json season;
        if (answer->season) season = {{"dry", answer->season->dry}, {"damp", answer->season->damp}};
        print({{"season", season},
               {"notes", answer->notes},
               {"together", study::name_of(answer->together)},
               {"play", {{"low", answer->play.low}, {"typical", answer->play.typical}, {"high", answer->play.high}}},
               {"lean", answer->lean},
               {"movement", answer->movement},
               {"at_subject", answer->at_subject},
               {"pixels", answer->pixels},
               {"says", answer->says},
               {"cures", answer->cures}});
        return good ? done : not_all_hold;
    }
    for (const auto& line : study::in_words(*answer)) fmt::print("{}\n", line);
    return good ? done : not_all_hold;
}

}  // namespace clampet::cli
