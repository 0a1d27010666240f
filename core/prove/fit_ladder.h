#pragma once
#include <string>
#include <vector>

#include "inventory/workshop.h"
#include "parts/workpiece.h"

namespace clampet::prove {

using inventory::FitTried;
using inventory::HoleLies;
using inventory::TriedFit;

/// What test holes say of how much wider than its pin a printed hole must be.
struct FitLearned {
    double clearance = 0;  ///< with which it is right, over the pin's diameter [m]
    double deviation = 0;  ///< of that [m]
    double sure = 0;       ///< how likely a hole with it is right, 0 to 1
    std::size_t tries = 0;
    bool is_settled() const { return tries > 0 && deviation <= settled_deviation; }
    static constexpr double settled_deviation = 30e-6;  ///< finer than a nozzle places its lines; our judgement [m]
};
/// Meaning  A hole is too tight with the chance 1/(1 + e^((c − m + w)/s)), too loose with 1/(1 + e^((m + w − c)/s)),
///          else right: an ordered logistic model of the clearance c. Its middle m, half-width w and steepness s by
///          Bayes on a grid; before any test m is 0.25 ± 0.15 mm, w about 0.06 mm, s about 0.02 mm (0.1 to 0.4 mm are
///          common practice). The answer is m's mean and deviation; `sure` is averaged over all three.
/// Range    Any number of tries of one printer, material and way to lie; `pin` to 0.1 m.
/// Source   McCullagh, Regression Models for Ordinal Data, 1980.
FitLearned learned_from(const std::vector<FitTried>& tries);

/// How likely a hole so much wider is too tight, right and too loose, by all that is thought.
struct FitChances {
    double tight = 0, right = 0, loose = 0;
};
std::vector<FitChances> chances_over(const std::vector<FitTried>& tries, const std::vector<double>& clearances);

/// Of a printer's tries those of its material with holes that lie so.
std::vector<FitTried> tries_of(const inventory::Printer& printer, HoleLies lies);
/// The clearance that printed holes of it take: of its upright ladder, else of its lying one; nothing without tries.
std::optional<FitLearned> learned_by(const inventory::Printer& printer);

/// The clearances to print next: about what is thought right now, half a deviation apart, 0.02 mm at least; to 0.01 mm.
std::vector<double> next_rung(const FitLearned& now);
inline constexpr std::size_t holes_of_a_rung = 5;

/// A try may come from a file. Errors: a Problem whose `where` is the key.
Status check(const FitTried& tried);

/// The piece to print: a bar with one hole for each clearance, notched at the end where the tightest is.
/// Frame   The origin in the middle of its lower face; holes along x, the tightest at -x; upright or lying across.
/// Range   Pin 1 to 60 mm, 1 to 12 clearances of -1 to 3 mm. Errors: a Problem.
Result<parts::Body> test_piece(double pin, const std::vector<double>& clearances, HoleLies lies,
                               const std::string& material);
/// The same as a board to drill, for a paper template: a hole each, with its size beside it.
/// Errors  As test_piece().
Result<parts::Workpiece> test_board(double pin, const std::vector<double>& clearances, const std::string& material,
                                    double thickness);

}  // namespace clampet::prove
