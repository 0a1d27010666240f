#pragma once

namespace clampet::families {

enum class ArmSection { round, tube, rectangle, pocketed, box };

/// One station of an arm, height along z and width along y [m].
struct ArmStation {
    ArmSection kind = ArmSection::rectangle;
    double height = 0, width = 0;          ///< of a round or tube: diameter in `height`
    double wall = 0;                       ///< of a tube, round or with corners
    double pocket = 0, pocket_length = 0;  ///< height and length of an opening through the width

    double area() const;
    double inertia_y() const;  ///< resists bending up and down
    double inertia_z() const;
    double torsion() const;  ///< torsion constant J [m^4]
    double shear_area() const;
    /// Largest equivalent stress sqrt(sigma^2 + 3 tau^2) from a force along and two across, a twist and two moments.
    /// At a pocket the two flanges also bend on their own, as in an open frame: V l/4 in each.
    double stress(double along, double across_y, double across_z, double twist, double my, double mz) const;
};

}  // namespace clampet::families
