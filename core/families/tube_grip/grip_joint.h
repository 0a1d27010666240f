#pragma once
#include <array>

#include "families/squeeze.h"
#include "families/tube_grip/tube_grip.h"
#include "mechanics/friction_limit.h"
#include "mechanics/line_contact.h"

namespace clampet::families {

std::span<const Parameter> grip_parameters();

enum class Jaws { flat, vee, collar };

/// The numbers of one grip [SI]. x runs along the tube, z is the jaw normal.
struct GripNumbers {
    Jaws jaws = Jaws::vee;
    double radius = 0, wall = 0, length = 0, friction = 0, half_angle = 0, flank = 0;
    bool locked = true;        ///< screw: both sides share by stiffness; false: a spring keeps its force
    bool seated = false;       ///< V tightened and never jogged
    bool two_rigid = false;    ///< both flat jaws are rigid
    double into_fixed = -1;    ///< sign that turns Fz into a push into the V or fixed jaw
    bool fixed_on_top = true;  ///< that jaw lies on the payload's side of the tube, +z
    double collar_share = 0;   ///< sum of normal forces over F: 8/pi, 2 or pi
    double tube_strength = 0, pad_width = 0, pad_strength = 0;
    bool solid = false;
    Squeeze squeeze;
};

class GripJoint : public Joint {
 public:
    explicit GripJoint(GripNumbers numbers);
    std::span<const Mode> modes() const noexcept override;
    double utilisation(std::size_t mode, const Wrench& wrench) const noexcept override;
    double load_factor(std::size_t mode, const Ray& ray) const noexcept override;
    std::string motion(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> results(const Load& load) const override;
    Working working(const Load& load) const override;
    std::vector<Advisory> advisories() const override;
    drawing::Drawing section(const Load& load) const override;

 private:
    /// Forces with which the two sides press on the tube under a load.
    struct Sides {
        double fixed = 0, moving = 0;  ///< along z [N]; `fixed` is the V or the jaw on the holder's body
    };
    Sides sides(const Wrench& wrench) const noexcept;
    struct Flanks {
        mechanics::LineContact a, b;
    };
    Flanks flanks(const Wrench& wrench) const noexcept;
    double normal_sum(const Wrench& wrench) const noexcept;
    double slips_utilisation(const Wrench& wrench) const noexcept;
    double rocks_utilisation(const Wrench& wrench, double lost_at) const noexcept;
    double parts_utilisation(const Wrench& wrench) const noexcept;
    double ring_stress(const Wrench& wrench) const noexcept;
    double pad_pressure(const Wrench& wrench) const noexcept;
    /// `near`: the answer for a load close by, from which to start.
    mechanics::SlipLimit<4> flat_slip(const Wrench& wrench,
                                      const mechanics::SlipLimit<4>* near = nullptr) const noexcept;

    GripNumbers n_;
    mechanics::LineContacts lines_;  ///< flat jaws only: points along the two lines
    std::vector<double> stations_, weights_;
    double ring_coefficient_ = 0;                    ///< m of flat jaws or a collar: moment per F and radius
    std::vector<std::array<double, 3>> ring_table_;  ///< V jaw: influence of both flanks and the pad round the ring
    void set_ring();
};

}  // namespace clampet::families
