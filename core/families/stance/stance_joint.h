#pragma once
#include <array>
#include <optional>

#include "families/stance/stance.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/friction_limit.h"

namespace clampet::families {

std::span<const Parameter> stance_parameters();

/// A foot on the floor, or higher: on a step, a kerb, a slope [m].
struct Foot {
    double x = 0, y = 0, z = 0;
};

/// What is between the stand and the floor.
struct Rolling {
    bool casters = false;   ///< free to roll
    double resistance = 0;  ///< of their rolling, as a share of the weight
    double trail = 0;       ///< the footprint's edges move in by it: swivels turned at their worst [m]
    double wheel_radius = 0, step = 0;
    /// Push at the axle that takes a weight over the step: W sqrt(2 r h - h^2)/(r - h); infinity from half a wheel on.
    double over_step(double weight) const noexcept;
};

/// Feet on the ground, origin between them on the floor, z up; or a support that is clamped or bolted down.
class StanceJoint : public Joint {
 public:
    StanceJoint();  ///< clamped: nothing can tip or slide
    /// `rigid`: four feet and more that neither give nor are levelled stand on three of them, and rock over a diagonal.
    StanceJoint(std::vector<Foot> feet, const mechanics::Patch& patch, double friction, bool rigid,
                const Rolling& rolling = {});
    std::span<const Mode> modes() const noexcept override;
    double utilisation(std::size_t mode, const Wrench& wrench) const noexcept override;
    double load_factor(std::size_t mode, const Ray& ray) const noexcept override;
    Phrase motion(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> results(const Load& load) const override;
    Working working(const Load& load) const override;
    drawing::Drawing section(const Load& load) const override;
    /// Corners of the support polygon, counter-clockwise; empty when clamped.
    std::vector<Eigen::Vector2d> stands_on() const override {
        std::vector<Eigen::Vector2d> corners;
        for (const auto& p : polygon_) corners.emplace_back(p.x, p.y);
        return corners;
    }

 private:
    mechanics::SlipLimit<3> slip(const Wrench& wrench) const noexcept;
    /// A line through two feet. Stable while the moment about it presses towards the middle.
    struct FootLine {
        Foot from;
        std::array<double, 3> along{};  ///< unit vector, counter-clockwise round the polygon
        double arm = 0;                 ///< of the weight about it, from the origin [m]
        /// Moment about the line that would turn the stand over it, less that of the force along z.
        double overturning(const Wrench& w) const noexcept;
        double room(const Wrench& w) const noexcept { return -w.fz * arm - overturning(w); }
    };
    static FootLine line(const Foot& from, const Foot& to) noexcept;
    double rocks_utilisation(const Wrench& wrench) const noexcept;
    std::vector<Foot> feet_;
    std::vector<mechanics::Point> polygon_;
    std::optional<mechanics::PressureSolver> solver_;
    std::vector<FootLine> edges_, diagonals_;
    std::vector<Mode> modes_;
    mechanics::PlanarContacts contacts_;
    double friction_ = 0;
    Rolling rolling_;
};

}  // namespace clampet::families
