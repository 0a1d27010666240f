#pragma once
#include <string>
#include <vector>

#include "rig/rig.h"

namespace clampet::prove {

/// Something of a part that can be measured, with what it is meant to be.
struct Measurable {
    std::string of;    ///< "mass", "balance_x" to "balance_z", or a key of its kind's sizes
    std::string name;  ///< "It weighs", "Jaw length"
    quantity::Dimension dimension = quantity::Dimension::length;
    double intended = 0;  ///< [SI]
};
/// Its weight and its lengths that are in force.
std::vector<Measurable> measurables_of(const rig::Part& part);

/// What to make of a difference.
struct Judged {
    enum class What { as_intended, accept, shim, take_off };
    What what = What::as_intended;
    double by = 0;     ///< how much larger it is than intended [SI]
    std::string says;  ///< a sentence
};
/// Meaning  A length that is short is shimmed, one that is long is taken off, where it lies on something else: a
///          thickness, a height, a width; else it is accepted. Weights are taken as they are.
/// Range    `tolerance`: what hand work does not see, 0.2 mm, common practice [m]; a fiftieth of a weight, 2 mm of
///          where something balances.
Judged judged(const Measurable& what, double value, double tolerance = 2e-4);

/// By how much a frame of two sides leans by its diagonals: 0 where they are equal [rad].
/// Errors  A Problem: they are no diagonals of that frame.
Result<double> lean_of(double side, double other, double diagonal, double other_diagonal);

/// A measurement as a person tells it.
struct MeasureAsked {
    std::string part;  ///< id or name
    std::string of;    ///< key or name
    double value = 0;  ///< [SI]
    std::string date;
};
/// With what was intended and what is to be made of it.
/// Errors  A Problem: no such part, nothing of that name is measured on it.
Result<rig::Measured> recorded(const rig::Rig& rig, const MeasureAsked& asked);

/// A frame's two sides and its two diagonals, as a person measures them.
struct FrameAsked {
    std::string part;                                              ///< id or name
    double side = 0, other = 0, diagonal = 0, other_diagonal = 0;  ///< [m]
    std::string date;
};
/// How far that frame leans, as a measurement of that part.
/// Errors  A Problem: no such part, or lean_of()'s.
Result<rig::Measured> recorded(const rig::Rig& rig, const FrameAsked& asked);

}  // namespace clampet::prove
