#include <fmt/format.h>

#include "commands.h"
#include "quantity/parse.h"
#include "report.h"
#include "rig_file.h"
#include "study/sight.h"

namespace clampet::cli {
namespace {

/// "0, -0.6 m, 1.6 m".
Result<rig::Vector> place_of(const std::string& text) {
    rig::Vector place;
    std::size_t from = 0;
    for (int k = 0; k < 3; ++k) {
        const std::size_t to = k < 2 ? text.find(';', from) : text.size();
        if (to == std::string::npos)
            return Problem{"sight.no_place", "--eye", fmt::format("“{}” is not a place.", text),
                           "Write three lengths: ahead; to the left; up. For example \"-60 cm; 0; 1.6 m\"."};
        const auto length = quantity::parse(text.substr(from, to - from), quantity::Dimension::length);
        if (!length) return length.problem().at("--eye");
        place[k] = *length;
        from = to + 1;
    }
    return place;
}

}  // namespace

int sight_command(const SightRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto eye = place_of(request.eye);
    if (!eye) return fail(eye.problem(), wrong_usage);
    const study::SightQuestion question{request.screen, request.mirror, *eye};
    const auto found = study::sight(*rig, question);
    if (!found) return fail(found.problem(), wrong_usage);
    const auto says = study::sentence_of(*rig, question, *found);
    if (!json)
        fmt::print("{}\n", says);
    else
        print({{"rig", rig->name},
               {"seen", found->is_seen()},
               {"off_screen", found->off_screen},
               {"distance", found->distance},
               {"turn", found->turn},
               {"half_angle", found->half_angle},
               {"least_width", found->least_width},
               {"least_height", found->least_height},
               {"in_the_way", found->in_the_way},
               {"says", says}});
    return found->is_seen() ? done : not_all_hold;
}

}  // namespace clampet::cli
