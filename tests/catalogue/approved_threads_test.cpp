// Every thread's sizes, limits, drills and holes, and what every screw makes of every socket, as it was approved
// (tests/reference/threads.txt). ISO 724, ASME B1.1 and ISO 965 are checked in thread_test.cpp.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "approved.h"
#include "catalogue/thread.h"

using namespace clampet;

namespace {

std::string told(const catalogue::Limits& l) {
    return fmt::format(" {:.4f} {:.4f}", l.low * 1e3, l.high * 1e3);
}

}  // namespace

TEST_CASE("threads and their fits are those that were approved", "[catalogue][thread][approved]") {
    std::string all;
    for (const auto& t : catalogue::threads()) {
        const auto holes = catalogue::clearance_holes(t);
        all += fmt::format("# {} {} {}\n", t.designation, t.series, static_cast<int>(t.form));
        all += fmt::format("{:.4f} {:.5f} {:.4f} {:.4f} {:.4f} {:.3f} {:.4f} {:.4f}\n", t.major * 1e3, t.pitch * 1e3,
                           t.pitch_diameter * 1e3, t.minor_internal * 1e3, t.minor_external * 1e3, t.stress_area * 1e6,
                           t.lead_angle(), t.depth_per_side() * 1e3);
        all += t.external_class + told(t.external_major) + told(t.external_pitch) + " " + t.internal_class +
               told(t.internal_pitch) + told(t.internal_minor) + "\n";
        all +=
            fmt::format("drills {:.3f} {:.3f} holes {:.2f} {:.2f} {:.2f}\n", catalogue::tap_drill(t) * 1e3,
                        catalogue::tap_drill(t, 0.6) * 1e3, holes.close * 1e3, holes.normal * 1e3, holes.loose * 1e3);
        for (const auto& socket : catalogue::threads()) {
            const auto fit = catalogue::fit(t, socket);
            if (fit.fit == catalogue::Fit::too_big || fit.fit == catalogue::Fit::no_contact) continue;
            all += fmt::format("in {} : {} {:.3g} {:.3g}\n", socket.designation, catalogue::name_of(fit.fit),
                               fit.turns_low, fit.turns_high);
        }
    }
    is_approved("threads", all, {1e-4, 2e-4});
}
