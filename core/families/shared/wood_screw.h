#pragma once
#include "mechanics/wood.h"

namespace clampet::families {

/// The lower 5 % of withdrawal tests, and wood under a load that stays: both belong to the capacity (Wood Handbook,
/// from memory).
inline constexpr double lower_withdrawal = 0.7, lasting_wood = 0.6;

/// A screw through a side member into wood, all lengths [m].
struct WoodScrew {
    bool lag = false;
    double shank = 0, in_wood = 0;  ///< diameter; thread that lies in the wood
    double gravity = 0;             ///< oven-dry specific gravity of the wood
    double side = 0;                ///< thickness of what it holds
    double side_gravity = 0;        ///< of wood; 0 where it is metal
    double head = 0;                ///< diameter of head or washer; 0 where nothing is drawn through
    bool end_grain = false, lasting = true;
};

/// Where its thread crosses the joint a screw bends on its root: 0.8 of a wood screw's shank, 0.7 of a lag's.
/// Source  NDS appendix L, from memory.
double bends_on(const WoodScrew& screw) noexcept;
/// Mean withdrawal from the wood there is [N].
double mean_withdrawal(const WoodScrew& screw) noexcept;
/// What counts of it: × 0.7, and × 0.6 where the load stays [N].
double withdrawal(const WoodScrew& screw) noexcept;
/// Yield modes of a load across it, which bends on `across` [m] (NDS, R_d = 1).
mechanics::YieldModes yields(const WoodScrew& screw, double across) noexcept;
/// Pull that draws its head through a wooden side, × 0.7 and × 0.6 as above [N]; infinite where the side is metal.
double head_through(const WoodScrew& screw) noexcept;

}  // namespace clampet::families
