#pragma once
#include "catalogue/material.h"
#include "families/family.h"

namespace clampet::families {

// What ports that meet say together, for the matings of the families.

/// A size of a port [SI]; 0 where it does not say it.
double port_size(const Values& sizes, std::string_view key);
/// A text of a port; empty where it does not say it.
std::string_view port_text(const Values& sizes, std::string_view key);

/// Where two faces are pressed together, each of a plate or round a thread.
struct PressedFace {
    double diameter = 0;           ///< of a round one [m]; 0: it is a rectangle
    double length = 0, width = 0;  ///< of a rectangle [m]
    double hole = 0;               ///< in its middle, or the screw through it [m]
    bool is_known() const { return diameter > 0 || (length > 0 && width > 0); }
    double narrowest() const { return diameter > 0 ? diameter : length < width ? length : width; }
};
/// Both share the smaller one.
PressedFace pressed_face(const Meeting& meeting);

/// The soft lining between two surfaces, of the table of materials; of two the one that bears less. Often nothing.
std::optional<catalogue::Material> lining_between(const Meeting& meeting);

/// How a port says that it is squeezed: by its screw, by its spring.
Values squeezed_as(const Values& sizes);
/// The fills of a port that a screw squeezes: the screw, and how tight it is by name.
std::vector<Mating::Fill> squeezed_fills(PortSide side);

}  // namespace clampet::families
