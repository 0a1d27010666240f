#pragma once

namespace clampet::families {

enum class ArmSection { round, tube, rectangle, pocketed, box, profile };

/// One station of an arm, height along z and width along y [m].
struct ArmStation {
    ArmSection kind = ArmSection::rectangle;
    double height = 0, width = 0;          ///< of a round or tube: diameter in `height`
    double wall = 0;                       ///< of a tube, round or with corners
    double pocket = 0, pocket_length = 0;  ///< height and length of an opening through the width
    double floor = 0;        ///< what is left of the width in it: a web; 0 where the opening goes right through
    bool one_sided = false;  ///< the web lies on one face, not in the middle

    /// Of a profile as sold, from its table: area, inertias against bending up and down and sideways, torsion.
    struct Table {
        double area = 0, up = 0, side = 0, torsion = 0;
    };
    Table table = {};

    double area() const;
    double inertia_y() const;  ///< resists bending up and down
    double inertia_z() const;
    double torsion() const;  ///< torsion constant J [m^4]
    double shear_area() const;
    double web_offset() const { return one_sided ? (width - floor) / 2 : 0; }  ///< from the middle of the width
    /// Of a pocketed section, how far its centroid lies from the middle of the width, towards the web.
    double centroid_offset() const { return floor * pocket * web_offset() / area(); }
    /// Where a force up or down does not twist it, from the middle of the width: beyond the web of a channel, at
    /// 3 b² t_f/(6 b t_f + h t_w) from its middle (thin walls; Gere, Mechanics of materials).
    double shear_centre() const;
    /// Largest equivalent stress sqrt(sigma^2 + 3 tau^2) from a force along and two across, a twist and two moments.
    /// At a pocket the two flanges also bend on their own, as in an open frame: V l/4 in each; a web spares them that.
    double stress(double along, double across_y, double across_z, double twist, double my, double mz) const;
};

}  // namespace clampet::families
