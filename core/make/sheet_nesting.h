#pragma once
#include <cstddef>
#include <Eigen/Core>
#include <vector>

namespace clampet::make {

/// A rectangle that is sawn from a sheet; `length` lies along the grain [m].
struct Cut {
    double length = 0, width = 0;
    bool may_turn = false;                      ///< its grain may run across
    std::vector<Eigen::Vector2d> outline = {};  ///< of what is no rectangle, about its middle [m]
};
/// Where it lies: its lower left corner from the sheet's, x along the grain [m].
struct Laid {
    std::size_t cut = 0;
    double x = 0, y = 0;
    bool is_turned = false;
    bool is_half_turned = false;  ///< an outline, by half a turn
};
/// How far along a sheet it is used [m].
double reach_of(const std::vector<Laid>& sheet, const std::vector<Cut>& cuts);
/// How far across it is used [m].
double width_of(const std::vector<Laid>& sheet, const std::vector<Cut>& cuts);
struct NestedSheets {
    std::vector<std::vector<Laid>> sheets;
    std::vector<std::size_t> too_large;  ///< for any sheet: on none
    bool fewest = false;                 ///< shown to be as few as can be, by their area
};
/// Rectangles laid out on sheets of one size, each with the saw's kerf about it.
/// Meaning  The fewest sheets, then the shortest last one, that laying them by best short side into maximal free
///          rectangles finds in several orders, of up to seven in every order; the same for the same rectangles.
///          `fewest` where their area asks for as many.
/// Range    sizes above 0, kerf from 0 [m].
/// Source   Jylänki, A Thousand Ways to Pack the Bin, 2010 (MaxRects, best short side fit), from memory.
NestedSheets nest_on_sheets(const std::vector<Cut>& cuts, double sheet_length, double sheet_width, double kerf);

}  // namespace clampet::make
