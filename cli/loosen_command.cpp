#include <fmt/format.h>

#include "commands.h"
#include "report.h"
#include "rig_file.h"
#include "study/while_loose.h"

namespace clampet::cli {

int loosen_command(const std::string& file, bool json) {
    const auto rig = load_rig(file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto all = study::while_loose(*rig);
    if (!all) return fail(all.problem(), wrong_usage);
    if (!json) {
        if (all->empty()) fmt::print("Nothing of {} is loosened to be set.\n", rig->name);
        for (const auto& loose : *all) {
            fmt::print("{}{}\n", study::sentence_of(loose),
                       loose.axis.empty() ? "" : fmt::format(" Most in {}.", loose.shot));
            if (const auto tight = study::tightening_sentence(*rig, loose); !tight.empty())
                fmt::print("    {}\n", tight);
        }
        return done;
    }
    auto rows = nlohmann::ordered_json::array();
    for (const auto& loose : *all) {
        auto gives_way = nlohmann::ordered_json::array();
        for (const auto& g : loose.gives_way) gives_way.push_back({{"interface", g.interface}, {"factor", g.factor}});
        rows.push_back({{"interface", loose.interface},
                        {"held", loose.held},
                        {"mass", loose.mass},
                        {"force", loose.force},
                        {"axis", loose.axis},
                        {"shot", loose.shot},
                        {"more_than_a_hand", loose.is_more_than_a_hand()},
                        {"torque", loose.torque},
                        {"gives_way", gives_way},
                        {"says", study::sentence_of(loose)}});
    }
    print({{"rig", rig->name}, {"loosened", rows}});
    return done;
}

}  // namespace clampet::cli
