#include <fmt/format.h>

#include "commands.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"
#include "study/fit.h"

namespace clampet::cli {

using quantity::Dimension;

namespace {

Result<double> read_length(const std::string& text, double otherwise, const char* option) {
    if (text.empty()) return otherwise;
    const auto value = quantity::parse(text, Dimension::length);
    if (!value) return value.problem().at(option);
    if (!(*value > 0 && *value <= 50))
        return Problem{"fit.impossible_length", option, fmt::format("“{}” is no length for this.", text),
                       "Give more than 0 and at most 50 m."};
    return *value;
}

}  // namespace

int fit_command(const FitRequest& request, bool json) {
    // Two threads are asked at the thread desk.
    if (catalogue::thread_named(request.one) && catalogue::thread_named(request.other))
        return thread_fit_command(request.one, request.other, json);
    const auto one = study::read_fit_end(request.one), other = study::read_fit_end(request.other);
    if (!one) return fail(one.problem(), wrong_usage);
    if (!other) return fail(other.problem(), wrong_usage);
    const auto depth = read_length(request.depth, 0, "--depth"), height = read_length(request.height, 0, "--height");
    if (!depth) return fail(depth.problem(), wrong_usage);
    if (!height) return fail(height.problem(), wrong_usage);
    if (*height > 0 && !(*depth > 0))
        return fail(
            {"fit.height_without_depth", "--height", "How far the play leans depends on how far one is in the other.",
             "Add --depth, for example 60mm."},
            wrong_usage);
    if (*depth > 0 && !(one->is_round && other->is_round))
        return fail({"fit.depth_of_flat", "--depth", "Only what is round leans in its bore by its depth.",
                     "Leave --depth out."},
                    wrong_usage);
    const auto answer = study::go_together(*one, *other, *depth, *height);
    if (!answer) return fail(answer.problem(), wrong_usage);
    const bool good = answer->together == study::Together::fits;
    if (json) {
        print({{"together", study::name_of(answer->together)},
               {"play", {{"low", answer->play.low}, {"typical", answer->play.typical}, {"high", answer->play.high}}},
               {"lean", answer->lean},
               {"movement", answer->movement},
               {"says", answer->says},
               {"cures", answer->cures}});
        return good ? done : not_all_hold;
    }
    fmt::print("{}\n", answer->says);
    if (answer->movement > 0)
        fmt::print("It leans by {} to either side, and moves by {} at the camera.\n",
                   quantity::format(answer->lean, Dimension::angle),
                   quantity::format(answer->movement, Dimension::length));
    for (const auto& cure : answer->cures) fmt::print("  {}\n", cure);
    return good ? done : not_all_hold;
}

}  // namespace clampet::cli
