#pragma once
#include "quantity/result.h"

namespace clampet::study {

/// What a job that was cancelled answers with, whatever it was about.
inline Problem was_stopped() {
    return Problem{"job.stopped", "", "It was stopped.", "Start it again."};
}

}  // namespace clampet::study
