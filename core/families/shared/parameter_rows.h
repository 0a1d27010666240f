#pragma once
#include <initializer_list>

#include "families/family.h"

namespace clampet::families {

/// Rows of a parameter table. Bounds and defaults are SI.
struct Bounds {
    double least = 0, most = 0;
    bool least_allowed = true;
};
Parameter quantity_row(std::string key, std::string label, Dimension dimension, double standard, Bounds bounds,
                       std::string help, std::string source);
/// A length that must be more than zero, up to `most`.
Parameter length_row(std::string key, std::string label, double standard, double most, std::string help,
                     std::string source = "input");
/// A length that may be zero.
Parameter gap_row(std::string key, std::string label, double standard, double most, std::string help,
                  std::string source = "input");
/// A count, of faces or bolts.
Parameter count_row(std::string key, std::string label, double standard, Bounds bounds, std::string help);
/// Dry friction of a pair: more friction holds more.
Parameter friction_row(std::string key, std::string label, std::string pair, std::string help);
Parameter choice_row(std::string key, std::string label, std::vector<Choice> choices, std::string standard,
                     std::string help);
Parameter text_row(std::string key, std::string label, std::string standard, std::string help,
                   std::string source = "input");
Parameter shown_for(Parameter parameter, std::string key, std::vector<std::string> choices);
/// A second condition, beside shown_for's.
Parameter also_shown_for(Parameter parameter, std::string key, std::vector<std::string> choices);

/// Friction of a screw as bought: 0.10 to 0.20 about 0.14 (VDI 2230 classes B to D, from memory). Less tightens more.
inline const Spread screw_friction_spread{0.7, 1.43, false, {}};

/// An input that says how a thing is known, lies, bears or is used, or what site and payload give.
Parameter described(Parameter parameter);

/// An input that the rig fills: what an interface carries.
Parameter from_rig(Parameter parameter, RigFact fact);

std::vector<Parameter> joined(std::initializer_list<std::vector<Parameter>> groups);

}  // namespace clampet::families
