#pragma once
#include "study/verdict.h"

namespace clampet::study {

/// How near something is to letting go: what may not be trusted outranks a number.
struct Standing {
    Verdict verdict = Verdict::holds;
    double share = 0;  ///< of what is required
    /// The worse verdict first, then the lower share.
    bool is_worse_than(const Standing& other) const {
        return verdict != other.verdict ? verdict > other.verdict : share < other.share;
    }
};

}  // namespace clampet::study
