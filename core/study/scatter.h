#pragma once
#include "study/check.h"

namespace clampet::study {

/// How often a rig would let go, over what nobody knows exactly: frictions, hands, stiffnesses within their bands.
struct Scatter {
    struct Seam {
        std::string id, name;
        std::string scene;       ///< the shot and payload set in which it is worst; empty where there is but one
        double p5 = 0, p50 = 0;  ///< percentiles of its factor; infinity where nothing drives it
        double typical = 0;      ///< as check() has it
        double required = 0;
        double chance = 0;    ///< of letting go, under 1
        bool by_fit = false;  ///< too rare to count: from a log-normal through the 5 % and 50 % points
        Verdict verdict = Verdict::holds;
        std::vector<float> sample;  ///< the first few hundred factors, for a picture
    };
    std::vector<Seam> seams;  ///< from the payload down
    double chance = 0;        ///< that any of them lets go
    double allowed = 0;       ///< what may be, by what is required
    Verdict verdict = Verdict::holds;
    std::size_t draws = 0;  ///< done
    bool stopped = false;
};
struct ScatterOptions {
    bool over_shots = true;  ///< each interface in the shot and payload set in which it is worst; else as it is posed
    std::size_t draws = 20000;
    std::uint64_t seed = 1;
    CheckOptions check = {};
};
/// Seeded draws of all that scatters.
/// Meaning  Two-piece log-normal through the 5 %, typical and 95 % values of each input [mechanics 14]. One friction of
/// a
///          pair of surfaces and one strength of hand are drawn once for the whole rig; all else on its own. Each mode
///          is looked at under the load that is its worst at typical inputs. Generator: std::mt19937_64, seeded with
///          the seed and the number of the draw; percentiles by the nearest rank; what nothing drives counts as more
///          than any factor. The same answer for any number of workers.
/// Range    1 to 1 000 000 draws.
/// Errors   As check().
Result<Scatter> scatter(const rig::Rig& rig, const ScatterOptions& options = {}, const Job& job = {});
/// What may let go, of what a required factor stands for: 5 % at 1.5, 1 % at 2, 0.1 % at 3 (our judgement).
double allowed_chance(double required);

}  // namespace clampet::study
