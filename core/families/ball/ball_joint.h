#pragma once
#include "families/ball/ball.h"
#include "families/shared/squeeze.h"
#include "mechanics/friction_limit.h"

namespace clampet::families {

std::span<const Parameter> ball_parameters();

enum class BallSeats { two_rings, one_ring, plunger };

/// The numbers of one ball joint. Angles are polar, from the clamp axis (z).
struct BallNumbers {
    double radius = 0, stem_radius = 0, seat_angle = 0, cap_angle = 0, friction = 0, swing_limit = 0;
    BallSeats seats = BallSeats::two_rings;
    bool locked = false;  ///< a screw-locked cap shares forces half and half; a spring cap keeps its force
    bool seated = false;  ///< tightened and never jogged: the wedge keeps part of the force
    Squeeze squeeze;
};

class BallJoint : public Joint {
 public:
    explicit BallJoint(BallNumbers numbers);
    std::span<const Mode> modes() const noexcept override;
    double utilisation(std::size_t mode, const Wrench& wrench) const noexcept override;
    double load_factor(std::size_t mode, const Ray& ray) const noexcept override;
    const Joint& for_search() const noexcept override { return search_ ? *search_ : *this; }
    bool surely_holds(std::size_t mode, const Wrench& wrench) const noexcept override;
    Phrase motion(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> results(const Load& load) const override;
    Working working(const Load& load) const override;
    std::vector<Advisory> advisories() const override;
    drawing::Drawing section(const Load& load) const override;

 private:
    struct Seating {
        double seat = 0, cap = 0;            ///< axial force on each ring [N]
        double seat_side = 0, cap_side = 0;  ///< side force each takes [N]
        Eigen::Vector2d towards;             ///< the way in which the ball is pushed aside
        bool in_place = false;
    };
    /// How a sprung cap stands under a side force: free to move aside, or guided, so that it takes half.
    enum class CapSide { free, guided };
    Seating seating(const Wrench& wrench, CapSide side = CapSide::free) const noexcept;
    /// A sprung cap may be either: the lesser counts.
    bool may_be_guided() const noexcept { return !n_.locked && n_.seats == BallSeats::two_rings; }
    bool drives_slip(const Wrench& wrench) const noexcept;
    double normal_sum(double axial, double angle) const noexcept;
    mechanics::SlipLimit<3> slip(const Wrench& wrench, const mechanics::KnownEnough& enough = {},
                                 const mechanics::SlipLimit<3>* near = nullptr) const noexcept;
    mechanics::SlipLimit<3> slip_seated(const Wrench& wrench, const Seating& seated,
                                        const mechanics::KnownEnough& enough,
                                        const mechanics::SlipLimit<3>* near) const noexcept;
    double riding_out(const Seating& s) const noexcept;
    BallJoint(BallNumbers numbers, int ring_points, double finest);

    BallNumbers n_;
    double tan_seat_, tan_cap_, finest_;
    double wedging_seat_ = 0, wedging_cap_ = 0;  ///< normal force of a ring by the force along the axis
    mechanics::SphereContacts contacts_;
    std::unique_ptr<const BallJoint> search_;  ///< the same with fewer points
    std::vector<double> cosines_;              ///< of the ring's points; the sine is the cosine a quarter turn before
};

}  // namespace clampet::families
