#pragma once
#include <Eigen/Dense>
#include <vector>

#include "families/arm/section_properties.h"
#include "families/family.h"

namespace clampet::families {

enum class ArmForm { straight, bent, legs };

/// What an arm looks like. It runs along x from its root; bent, it goes on in the plane of x and z. Several legs are
/// alike and parallel, a stiff piece holds them at the tip.
struct ArmShape {
    ArmForm form = ArmForm::straight;
    double length = 0;             ///< along itself, bend included [m]
    double bend_at = 0, bend = 0;  ///< from the root [m]; up from x [rad]
    int legs = 1;
    double spacing = 0;             ///< between neighbours' middles [m]
    bool above_each_other = false;  ///< along z; else side by side along y
    double density = 0;
    ArmStation root, tip;  ///< of one leg
    /// A hole through a straight rectangle: from side to side, or from top to bottom.
    enum class Hole { none, across, down };
    Hole holed = Hole::none;
    double hole = 0, hole_at = 0;  ///< its diameter, and how far from the root [m]

    ArmStation at(double share) const;
    Eigen::Vector3d place(double share) const;      ///< of its axis, in the root's frame
    Eigen::Vector3d direction(double share) const;  ///< unit vector along it there
    Eigen::Vector3d leg(int i) const;               ///< from the axis to a leg's own
    /// Where its beams end, as shares of the length: of a taper so that each narrows alike; a bend is one of them.
    std::vector<double> element_ends() const;
    double mass() const;
    /// As catalogue::Material::drawn_as. Timber is under 1100 kg/m^3, plastic under 1600, from memory.
    const char* drawn_as() const { return density < 1100 ? "wood" : density < 1600 ? "plastic" : "metal"; }
    Eigen::Vector3d centre() const;  ///< of gravity
    bool is_tapered() const { return tip.height != root.height || tip.width != root.width; }
};
/// What complete values say of it.
ArmShape arm_shape(const Values& values);

/// Its answers to loads on the tip, in the root's axes.
struct Arm : ArmShape {
    double modulus = 0, shear_modulus = 0, strength = 0, creep = 1;
    double drop_limit = 0, tilt_limit = 0, least_frequency = 0, damping = 0;
    Eigen::Matrix<double, 6, 6> compliance;  ///< tip displacement and turn for unit loads on the tip
    Eigen::Matrix<double, 6, 3> sag;         ///< of its own weight, for a unit acceleration along each axis
    double own_mass = 0, frequency = 0, buckling = 0;
    /// Of an arm that is bent or has legs: what lies beyond does to a station for unit loads on the tip and for unit
    /// accelerations, along the leg's own axes.
    struct Station {
        ArmStation section;
        Eigen::Matrix<double, 6, 9> beyond = Eigen::Matrix<double, 6, 9>::Zero();
    };
    std::vector<Station> stations;

    /// Sway grows as the arm nears buckling under a push along it.
    /// Own weight along it counts 0.315 of its size at the tip (Greenhill: w L = 7.837 E I/L² against 2.467).
    double push_along(const Wrench& w) const;
    double amplified(const Wrench& w) const;
    Eigen::Matrix<double, 6, 1> moved(const Wrench& w) const;
    double own_sag() const;                ///< level, by its own weight alone [m]
    double drop(const Wrench& w) const;    ///< of the tip, across the root's direction [m]
    double tilt(const Wrench& w) const;    ///< turn of the picture: roll, nod and swing together [rad]
    double stress(const Wrench& w) const;  ///< greatest over its length
    /// At its hole, on what the hole leaves; 0 where it has none.
    double stress_at_hole(const Wrench& w) const;

 private:
    double stress_at(double share, const Wrench& w) const { return stress_in(at(share), share, w); }
    double stress_in(const ArmStation& here, double share, const Wrench& w) const;
};
/// Errors  A Problem naming the input that cannot be built.
Result<Arm> arm_model(const Values& values);

drawing::Drawing arm_section(const Arm& arm, const Load& load);

}  // namespace clampet::families
