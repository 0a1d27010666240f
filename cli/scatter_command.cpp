#include <fmt/format.h>

#include "commands.h"
#include "long_work.h"
#include "quantity/format.h"
#include "report.h"
#include "rig_file.h"
#include "study/scatter.h"

namespace clampet::cli {

using nlohmann::ordered_json;

int scatter_command(const ScatterRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    study::ScatterOptions options;
    options.draws = request.draws;
    options.seed = request.seed;
    options.over_shots = !request.as_posed;
    const auto result = [&] {
        const LongWork work("drawn", json);
        return study::scatter(*rig, options, work.job(request.threads));
    }();
    if (!result) return fail(result.problem(), wrong_usage);
    const int exit_code = result->verdict == study::Verdict::holds && !result->stopped ? done : not_all_hold;
    if (json) {
        ordered_json rows = ordered_json::array();
        for (const auto& seam : result->seams)
            rows.push_back({{"interface", seam.id},
                            {"name", seam.name},
                            {"scene", seam.scene.empty() ? ordered_json(nullptr) : ordered_json(seam.scene)},
                            {"verdict", std::string(study::name_of(seam.verdict))},
                            {"factor", number(seam.typical)},
                            {"factor_5_percent", number(seam.p5)},
                            {"factor_50_percent", number(seam.p50)},
                            {"required", seam.required},
                            {"chance", seam.chance},
                            {"chance_by_fit", seam.by_fit}});
        print({{"rig", rig->name},
               {"draws", result->draws},
               {"seed", request.seed},
               {"chance", result->chance},
               {"allowed", result->allowed},
               {"verdict", std::string(study::name_of(result->verdict))},
               {"stopped", result->stopped},
               {"interfaces", rows}});
        return exit_code;
    }
    fmt::print("{}: {} draws, seed {}\n\n{:<26} {:<9} {:>8} {:>8} {:>8}  {}\n", rig->name, result->draws, request.seed,
               "interface", "verdict", "typical", "5 %", "50 %", "lets go");
    for (const auto& seam : result->seams)
        fmt::print("{:<26} {:<9} {:>8} {:>8} {:>8}  {:.3g} %{}\n", seam.name, study::name_of(seam.verdict),
                   quantity::format_factor(seam.typical), quantity::format_factor(seam.p5),
                   quantity::format_factor(seam.p50), 100 * seam.chance,
                   std::string(seam.by_fit ? " (by a fit)" : "") + (seam.scene.empty() ? "" : ", in " + seam.scene));
    fmt::print("\nthe rig lets go in {:.3g} % of draws; {:.3g} % is allowed\n", 100 * result->chance,
               100 * result->allowed);
    if (result->stopped) fmt::print("stopped: {} of {} draws\n", result->draws, request.draws);
    return exit_code;
}

}  // namespace clampet::cli
