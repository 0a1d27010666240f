#pragma once
#include <array>

#include "families/shared/squeeze.h"
#include "families/tube_grip/tube_grip.h"
#include "mechanics/friction_limit.h"
#include "mechanics/line_contact.h"

namespace clampet::families {

std::span<const Parameter> grip_parameters();

enum class Jaws { flat, vee, collar };
/// How a collar's pressure is spread: as a cosine from close halves, on two lines from loose ones, evenly from lapped.
enum class CollarFit { close, loose, lapped };

/// The numbers of one grip [SI]. x runs along the tube, z is the jaw normal.
struct GripNumbers {
    Jaws jaws = Jaws::vee;
    double radius = 0, wall = 0, length = 0, half_angle = 0, flank = 0;
    double friction = 0, other_friction = 0;  ///< on the fixed jaw or V; on the other jaw or pad
    bool locked = true;                       ///< screw: both sides share by stiffness; false: a spring keeps its force
    bool seated = false;                      ///< V tightened and never jogged
    bool two_rigid = false;                   ///< both flat jaws are rigid
    double into_body = -1;                    ///< sign that turns Fz into a push into the jaw that is fixed to the body
    bool fixed_on_top = true;                 ///< that jaw lies on the payload's side of the tube, +z
    bool vee_moves = false;                   ///< the V is the moving jaw, its pad the fixed one
    double vee_sign = 1;  ///< of My in the V's flanks: 1 when the V lies on the side of what holds the tube
    CollarFit collar_fit = CollarFit::close;
    double tube_strength = 0, pad_width = 0, pad_strength = 0;
    bool soft_pads = false;  ///< rubber, cork, felt, leather: squashed, not crushed
    bool solid = false;
    Squeeze squeeze;
};

class GripJoint : public Joint {
 public:
    explicit GripJoint(GripNumbers numbers);
    std::span<const Mode> modes() const noexcept override;
    double utilisation(std::size_t mode, const Wrench& wrench) const noexcept override;
    double load_factor(std::size_t mode, const Ray& ray) const noexcept override;
    Phrase motion(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> results(const Load& load) const override;
    Working working(const Load& load) const override;
    std::vector<Advisory> advisories() const override;
    drawing::Drawing section(const Load& load) const override;

 private:
    /// Forces with which the two sides press on the tube under a load.
    struct Sides {
        double fixed = 0, moving = 0;  ///< along z [N]; `fixed` is the jaw on the holder's body
    };
    Sides sides(const Wrench& wrench) const noexcept;
    double vee_force(const Sides& s) const noexcept { return n_.vee_moves ? s.moving : s.fixed; }
    double pad_force(const Sides& s) const noexcept { return n_.vee_moves ? s.fixed : s.moving; }
    /// Flat jaws and collars: line pressures of both sides. Two rigid ones share a moment as they share the force.
    struct Lines {
        mechanics::LineContact fixed, moving;
    };
    Lines lines(const Wrench& wrench) const noexcept;
    struct Flanks {
        mechanics::LineContact a, b;
    };
    /// What the V's flanks take by their normals: less what friction on V and pad, which press unlike under a load
    /// along z, makes of a force across and of a nod.
    struct Normals {
        double vee = 0, fy = 0, my = 0;
    };
    Normals vee_normals(const Wrench& wrench) const noexcept;
    Flanks flanks(const Wrench& wrench) const noexcept;
    double normal_sum(const Wrench& wrench) const noexcept;
    /// What friction holds along or round the tube: the sum of both sides' own [N].
    double holding(const Wrench& wrench) const noexcept;
    /// Force on the flanks of the V, both together, less what seating and turning take.
    double flank_sum(const Wrench& wrench) const noexcept;
    double slips_utilisation(const Wrench& wrench) const noexcept;
    double rocks_utilisation(const Wrench& wrench, double lost_at) const noexcept;
    double parts_utilisation(const Wrench& wrench) const noexcept;
    double ring_stress(const Wrench& wrench) const noexcept;
    double pad_pressure(const Wrench& wrench) const noexcept;
    /// Share of what folds the tube or crushes hard pads; of what marks the tube or squashes soft ones.
    double crush_utilisation(const Wrench& wrench) const noexcept;
    double marks_utilisation(const Wrench& wrench) const noexcept;
    /// Stress of the elastic ring at which the tube folds.
    double folding_stress() const noexcept;
    std::vector<NamedValue> crushing(const Wrench& wrench) const;
    bool drives_slip(const Wrench& wrench) const noexcept;
    /// Sum of a collar's normal forces over F.
    double collar_share() const noexcept;
    /// `near`: the answer for a load close by, from which to start.
    mechanics::SlipLimit<4> flat_slip(const Wrench& wrench,
                                      const mechanics::SlipLimit<4>* near = nullptr) const noexcept;

    GripNumbers n_;
    double sine_, cosine_;           ///< of the half angle of a V
    mechanics::LineContacts lines_;  ///< flat jaws only: points along the two lines
    std::vector<double> cells_;      ///< ends of the cells along a line
    Eigen::Array33d ring_table_;     ///< V jaw: what the ring bends at both flanks and the pad, for a force at each
    void set_ring();
};

}  // namespace clampet::families
