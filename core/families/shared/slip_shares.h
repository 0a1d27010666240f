#pragma once
#include <cmath>

#include "mechanics/friction_limit.h"
#include "mechanics/wrench.h"

namespace clampet::families {

/// How much of the power of a planar slip goes into sliding, and how much into turning: its larger share names it.
/// Frame   The wrench's; `size` is the length [m] by which the limit's rotation was scaled.
struct SlipShares {
    double sliding, turning;
    SlipShares(const mechanics::SlipLimit<3>& limit, const mechanics::Wrench& w, double size) noexcept
        : sliding(std::abs(limit.motion[0] * w.fx + limit.motion[1] * w.fy)),
          turning(std::abs(limit.motion[2] * w.mz / size)) {}
    bool turns() const noexcept { return turning > sliding; }
};

}  // namespace clampet::families
