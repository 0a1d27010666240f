#pragma once
#include <optional>
#include <string>
#include <vector>

#include "quantity/conventions.h"
#include "rig/rig.h"

namespace clampet::prove {

using quantity::a_day;
inline constexpr double a_week = 7 * a_day, a_year = 365.25 * a_day;  ///< [s]

/// What readings of force over time say of what is kept of it.
struct Kept {
    double loss = 0;        ///< share that is lost with each tenfold of the time
    double deviation = 0;   ///< of that
    rig::Band after_a_day;  ///< share of the first force that is kept, 5, 50 and 95 %
    /// Share that is kept after a time [s].
    double after(double time) const;
    /// When no more than that share is kept [s]; infinity where that is later than a hundred years.
    double until(double share) const;
};
/// Meaning  Of a stack that is squeezed, force falls with the logarithm of time: F/F₀ = 1 − c·log₁₀(1 + t/60 s), fitted
///          by least squares through its first reading. One reading is known to no better than 5 %.
/// Range    A hang of forces that check() passes. Errors: a Problem: it grew.
/// Source   Logarithmic stress relaxation, as for bolted timber and gaskets: common practice.
Result<Kept> kept_by(const rig::Hang& hang);

/// What a mark says that moves.
struct Crept {
    bool settles = true;                       ///< slower and slower; false: it goes on as fast
    double now = 0;                            ///< where it is at the last reading [m]
    double after_a_day = 0, after_a_week = 0;  ///< [m]
    double rate = 0;                           ///< at the last reading [m/s]
    double noise = 0;                          ///< what the better curve leaves [m]
};
/// Meaning  Fitted by a line in the logarithm of time, and by one in time: what fits better is how it goes on; with two
///          readings it is taken to settle.
/// Range    A hang of marks that check() passes.
Crept crept_by(const rig::Hang& hang);

/// Readings as people write them: "0 = 0 mm, 10 min = 0.2 mm, 8 h = 0.5 mm"; of forces "0 = 42 N, 1 d = 35 N": any
/// unit, kept as shares of the first. Errors  A Problem that says which.
Result<std::vector<rig::Hang::Reading>> readings_of(std::string_view text, rig::HangOf of);

/// A time under load as a person tells it.
struct HangAsked {
    std::string seam;  ///< id or name
    rig::HangOf of = rig::HangOf::mark;
    std::vector<rig::Hang::Reading> readings;
    std::string date, note;
};
/// Errors  A Problem: no such interface, readings that are none.
Result<rig::Hang> recorded(const rig::Rig& rig, const HangAsked& asked);

/// Whether, and when, an interface is to be tightened again.
struct Retighten {
    std::optional<double> after = {};  ///< [s]; nothing where it need not be within a year
    std::string says;                  ///< "Tighten it again every 9 days: by then …"
};
/// Meaning  When so little force is kept that the factor, which counts what is kept after a day, falls to what is
///          required; half of that time, to be early. Where that is within a day: before every use.
/// Range    `factor`: of the interface where it is worst, typically.
Retighten retightening(const rig::Rig& rig, const rig::Interface& seam, double factor, double required);

}  // namespace clampet::prove
