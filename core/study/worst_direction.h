#pragma once
#include <functional>
#include <limits>
#include <optional>
#include <vector>

#include "families/family.h"
#include "rig/statics.h"
#include "study/verdict.h"

namespace clampet::study {

/// What one action of a load case does to one interface.
struct CaseLoad {
    std::size_t action = 0;  ///< index into the actions of the rig
    rig::SeamLoad load;
    mechanics::Wrench permanent;  ///< the weights, as they are counted
    struct Over {
        rig::Directions over = rig::Directions::sphere;
        Eigen::Vector3d about = Eigen::Vector3d::UnitZ();
    };
    std::vector<Over> over;  ///< of each of its free loads
    Requirement required;
    bool is_rest = false, is_brief = false;
    std::size_t same_weights_as = 0;  ///< index of the first case with the same weights
};

/// The worst of all cases and directions for one mode.
struct WorstFound {
    double mass = std::numeric_limits<double>::infinity(), live = std::numeric_limits<double>::infinity();
    double share = std::numeric_limits<double>::infinity();  ///< of what is required, the lesser of both
    std::size_t at = 0;                                      ///< index into the cases
    std::optional<Eigen::Vector3d> direction;                ///< of its first free load
    mechanics::Load load;
    bool too_tight = false;
    /// Worst directions of each case, for the same interface at other inputs.
    std::vector<std::vector<Eigen::Vector3d>> directions;
};

/// Where a search looks that has hints: over all directions too, or only along the slope from what the hints say.
enum class Around { everywhere, hints };

/// From one end of a band to the other a factor changes less than this many times.
constexpr double far_from_governing = 10;
/// How close two factors may be for a search to take the one for the other.
constexpr double factors_are_close = 0.03;

/// What is wanted of a search. Most directions are only shown not to be worse than the best so far: one evaluation of
/// the utilisation instead of a root search.
struct Wanted {
    double below = std::numeric_limits<double>::infinity();  ///< a share not under this is of no interest
    const WorstFound* hints = nullptr;                       ///< found for the same interface at other inputs
    Around around = Around::everywhere;
    /// A share not under this may be the search's own, which is good to a hundredth.
    double exact_below = std::numeric_limits<double>::infinity();
    bool both = true;  ///< both factors; otherwise the greater one only where it comes close to the lesser
};

/// Least factors of a mode over cases and directions.
WorstFound worst_of(const families::Joint& joint, std::size_t mode, const std::vector<CaseLoad>& cases,
                    const Wanted& wanted = {});

/// Takes out cases that another one contains, direction by direction: the same load, only smaller, from the same
/// directions and with the same weights. The heaviest come first then, rest last.
/// Meaning  Its factors are never less: of a push that is k times another the factor is 1/k times, and a weight with a
///          smaller push lies between the weight with the larger one and that push turned round.
void leave_out_the_mild(std::vector<CaseLoad>& cases,
                        const std::function<bool(std::size_t, std::size_t)>& same_weights);

}  // namespace clampet::study
