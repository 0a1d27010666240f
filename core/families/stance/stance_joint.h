#pragma once
#include <optional>

#include "families/stance/stance.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/friction_limit.h"

namespace clampet::families {

std::span<const Parameter> stance_parameters();

/// Feet on the ground, origin between them on the floor, z up; or a support that is clamped or bolted down.
class StanceJoint : public Joint {
 public:
    StanceJoint();  ///< clamped: nothing can tip or slide
    StanceJoint(std::vector<mechanics::Point> feet, const mechanics::Patch& patch, double friction);
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
    const std::vector<mechanics::Point>& polygon() const { return polygon_; }

 private:
    mechanics::SlipLimit<3> slip(const Wrench& wrench) const noexcept;
    std::vector<mechanics::Point> feet_, polygon_;
    std::optional<mechanics::PressureSolver> solver_;
    std::vector<mechanics::HullEdge> edges_;
    mechanics::PlanarContacts contacts_;
    double friction_ = 0;
};

}  // namespace clampet::families
