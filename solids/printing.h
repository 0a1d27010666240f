#pragma once
#include <string>
#include <vector>

#include "solids/shop.h"

namespace clampet::solids {

/// How a printer is set.
struct PrintSettings {
    double walls = 1.2e-3;  ///< thickness of the shell: three lines of 0.4 mm [m]
    double infill = 0.2;    ///< share of what is within, 0 to 1
};
/// What a print weighs [kg]: its shell in full, what is within it by the infill.
double print_mass(double volume, double area, double density, const PrintSettings& settings);

/// How one piece is best laid on the bed.
struct PrintAdvice {
    parts::Vector up = parts::Vector::UnitZ();  ///< the part's own way that points up on the bed
    double bed = 0;                             ///< what lies on the bed [m^2]
    double supports = 0;   ///< what hangs over by more than 45 degrees from upright and is not on the bed [m^2]
    double height = 0;     ///< as it lies [m]
    bool is_weak = false;  ///< layers lie across what its seams pull or bend: they part before the plastic breaks
    double mass = 0;       ///< [kg]
    double time = 0;       ///< of the printer [s]
};
/// Meaning  Of the six ways to lay it the one with the least to support, ways in which its layers lie along what is
///          between its seams before those in which they lie across; common practice. Time by make::print_rate().
PrintAdvice advice_of(const PartModel& part, std::size_t piece, const PrintSettings& settings = {});
/// "Lay it with its left side down: …", sentences for people.
std::vector<std::string> sentences_of(const PrintAdvice& advice, const PrintSettings& settings);

}  // namespace clampet::solids
