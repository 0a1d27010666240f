#include "families/stance/stance.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "families/shared/points_text.h"
#include "families/shared/slip_shares.h"
#include "families/stance/stance_joint.h"
#include "mechanics/first_exit.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace {

using mechanics::Point;
using quantity::infinite;
constexpr std::size_t most_feet = 64;
enum ModeIndex : std::size_t { tips, slides, rocks };

std::vector<Foot> circle_of(int count, double radius, double turn) {
    std::vector<Foot> feet;
    for (int i = 0; i < count; ++i) {
        const double a = turn + 2 * std::numbers::pi * i / count;
        feet.push_back({radius * std::cos(a), radius * std::sin(a), 0});
    }
    return feet;
}

/// What stands on the floor; resistance of rolling from memory.
Rolling rolling_of(const Values& v) {
    Rolling rolling;
    const auto &on = text(v, "on"), &floor = text(v, "floor");
    if (on == "feet") return rolling;
    rolling.trail = number(v, "trail");
    if (on == "braked") return rolling;
    rolling.casters = true;
    rolling.resistance = floor == "hard" ? 0.01 : floor == "timber" ? 0.02 : 0.05;
    rolling.wheel_radius = number(v, "wheel_radius");
    rolling.step = number(v, "step");
    return rolling;
}

class Stance : public Family {
 public:
    std::string_view key() const override { return "stance"; }
    std::string_view name() const override { return "Feet on the floor"; }
    std::string_view purpose() const override { return "A stand or base on its feet: does it tip or slide?"; }
    std::span<const Mating> matings() const override {
        static const std::vector<Mating> all{{PortKind::floor,
                                              PortKind::feet,
                                              {{"layout", PortSide::payload, "layout"},
                                               {"feet", PortSide::payload, "feet"},
                                               {"spread", PortSide::payload, "spread"},
                                               {"length", PortSide::payload, "length"},
                                               {"width", PortSide::payload, "width"},
                                               {"on", PortSide::payload, "on"},
                                               {"trail", PortSide::payload, "trail"},
                                               {"wheel_radius", PortSide::payload, "wheel"}},
                                              "friction",
                                              ""}};
        return all;
    }
    std::span<const Parameter> parameters() const override { return stance_parameters(); }
    Result<std::shared_ptr<const Joint>> join(const Values& v) const override {
        const auto& layout = text(v, "layout");
        if (layout == "clamped") return std::shared_ptr<const Joint>(std::make_shared<StanceJoint>());
        std::vector<Foot> feet;
        if (layout == "legs") {
            feet = circle_of(static_cast<int>(number(v, "feet")), number(v, "spread"), number(v, "turn"));
        } else if (layout == "round") {
            feet = circle_of(36, number(v, "spread"), 0);
        } else if (layout == "rectangle") {
            const double a = number(v, "length") / 2, b = number(v, "width") / 2;
            feet = {{-a, -b, 0}, {a, -b, 0}, {a, b, 0}, {-a, b, 0}};
        } else {
            auto points = read_places(text(v, "points"), "points");
            if (!points) return points.problem();
            for (const auto& p : *points) feet.push_back({p[0], p[1], p[2]});
        }
        std::vector<Point> places;
        for (const auto& foot : feet) places.push_back({foot.x, foot.y});
        auto patch = mechanics::make_feet(places);
        if (!patch) return patch.problem();
        const bool rigid = layout != "round" && text(v, "feet_are") == "rigid";
        const Rolling rolling = layout == "round" ? Rolling{} : rolling_of(v);
        for (const auto& edge : patch->outline)
            if (!(std::hypot(edge.x, edge.y) > rolling.trail))
                return Problem{"stance.trail_too_long", "trail", "The casters swivel as far as the middle of the base.",
                               "Give the trail, from the swivel's axis to the wheel's: about 25 mm."};
        const double grip = rolling.casters ? rolling.resistance : number(v, "friction");
        return std::shared_ptr<const Joint>(
            std::make_shared<StanceJoint>(std::move(feet), *patch, grip, rigid, rolling));
    }
};

}  // namespace

const Family& stance() {
    static const Stance family;
    return family;
}

StanceJoint::StanceJoint() = default;
double Rolling::over_step(double weight) const noexcept {
    if (!(step < wheel_radius)) return infinite;
    return weight * std::sqrt(2 * wheel_radius * step - step * step) / (wheel_radius - step);
}

StanceJoint::StanceJoint(std::vector<Foot> feet, const mechanics::Patch& patch, double friction, bool rigid,
                         const Rolling& rolling)
    : feet_(std::move(feet)), polygon_(patch.outline), solver_(patch), friction_(friction), rolling_(rolling) {
    contacts_ = mechanics::PlanarContacts(patch.x, patch.y, patch.size);
    std::vector<Foot> corners;
    for (const Point& p : polygon_)
        corners.push_back(
            *std::find_if(feet_.begin(), feet_.end(), [&](const Foot& f) { return f.x == p.x && f.y == p.y; }));
    const std::size_t n = corners.size();
    for (std::size_t i = 0; i < n; ++i) {
        edges_.push_back(line(corners[i], corners[(i + 1) % n]));
        edges_.back().arm -= rolling_.trail;
    }
    modes_ = {{"tips", ModeClass::ultimate, "tips|tip over", true},
              {"slides", ModeClass::ultimate, "slides|slide on its feet", true}};
    // What rolls is not lost: it is pushed about on purpose, or braked.
    if (rolling_.casters) modes_.back() = {"rolls", ModeClass::service, "rolls|roll on its casters", true};
    if (!rigid || n < 4) return;
    for (std::size_t i = 0; i < n; ++i)
        for (std::size_t k = i + 2; k < n; ++k)
            if (i > 0 || k + 1 < n) diagonals_.push_back(line(corners[i], corners[k]));
    modes_.push_back({"rocks", ModeClass::service, "rocks|rock over two of its feet", true});
}

StanceJoint::FootLine StanceJoint::line(const Foot& from, const Foot& to) noexcept {
    const double x = to.x - from.x, y = to.y - from.y, z = to.z - from.z, length = std::hypot(x, y, z);
    FootLine l{from, {x / length, y / length, z / length}, 0};
    l.arm = l.along[1] * from.x - l.along[0] * from.y;
    return l;
}

/// along · (M − from × F), without what Fz at the origin does.
double StanceJoint::FootLine::overturning(const Wrench& w) const noexcept {
    const double mx = w.mx + from.z * w.fy, my = w.my - from.z * w.fx, mz = w.mz - from.x * w.fy + from.y * w.fx;
    return along[0] * mx + along[1] * my + along[2] * mz;
}

/// How near the resultant is to a diagonal: 1 on it, where one of the two feet beside it lifts and the other comes
/// down.
double StanceJoint::rocks_utilisation(const Wrench& w) const noexcept {
    const double scale = std::max(std::abs(w.fz), 1e-9) * solver_->patch().size;
    double nearest = infinite;
    for (const auto& d : diagonals_) nearest = std::min(nearest, std::abs(d.room(w)) / scale);
    return std::max(0.0, 1 - nearest);
}

std::span<const Mode> StanceJoint::modes() const noexcept {
    return modes_;
}

mechanics::SlipLimit<3> StanceJoint::slip(const Wrench& w) const noexcept {
    mechanics::SlipLimit<3> none;
    none.multiplier = 0;
    // Each foot carries by the plane that balances the load, none pulling: stated sharing, exact for three feet.
    const auto p = solver_->solve(-w.fz, w.my, -w.mx);
    if (!p.in_balance) return none;
    std::array<double, most_feet + mechanics::sum_block> limit{};
    const auto& patch = solver_->patch();
    for (std::size_t i = 0; i < patch.count(); ++i) limit[i] = friction_ * std::max(0.0, p.at(patch.x[i], patch.y[i]));
    return mechanics::slip_limit(contacts_, std::span<const double>(limit.data(), contacts_.padded()),
                                 {w.fx, w.fy, w.mz / patch.size});
}

double StanceJoint::utilisation(std::size_t mode, const Wrench& w) const noexcept {
    const double N = -w.fz;
    if (w.is_zero()) return 0;
    if (mode == tips) {
        double worst = 0;
        for (const auto& e : edges_) {
            const double room = N * e.arm, overturning = e.overturning(w);
            if (N <= 0 || overturning >= room) return infinite;
            if (overturning > 0) worst = std::max(worst, overturning / room);
        }
        return worst;
    }
    if (mode == rocks) return rocks_utilisation(w);
    const double multiplier = slip(w).multiplier;
    return multiplier > 0 ? 1 / multiplier : infinite;
}

double StanceJoint::load_factor(std::size_t mode, const Ray& ray) const noexcept {
    if (mode == slides)
        return mechanics::first_exit_below(
            load_factor(tips, ray), [&](double lambda) { return utilisation(slides, ray.at(lambda)); }, 1e-6);
    // The moment about a line through two feet is linear in lambda: restoring less overturning.
    double least = mechanics::not_driven;
    for (const auto& l : mode == tips ? edges_ : diagonals_) {
        const auto size = [&](const Wrench& w) {
            return std::abs(w.fz) * solver_->patch().size + std::abs(l.overturning(w));
        };
        double now = l.room(ray.start), change = l.room(ray.direction);
        if (mode == rocks && now < 0) {  // on either side of a diagonal it stands
            now = -now;
            change = -change;
        }
        const bool on_it = std::abs(now) <= 1e-9 * size(ray.start) && size(ray.start) > 0;
        if ((mode == tips && now < 0) || ((mode == rocks ? on_it : now == 0) && change < -1e-9 * size(ray.direction)))
            return 0;
        if (change < 0 && now > 0 && now / -change < mechanics::largest_factor) least = std::min(least, now / -change);
    }
    return least;
}

Phrase StanceJoint::motion(std::size_t mode, const Wrench& w) const {
    if (mode != slides || rolling_.casters) return {};
    return SlipShares(slip(w), w, solver_->patch().size).turns() ? "twists|twist" : "slides|slide";
}

std::vector<NamedValue> StanceJoint::demand(std::size_t mode, const Wrench& w) const {
    if (mode != slides) return {{"overturning_moment", std::hypot(w.mx, w.my), Dimension::torque}};
    return {{"shear", std::hypot(w.fx, w.fy), Dimension::force}, {"twist", std::abs(w.mz), Dimension::torque}};
}

std::vector<NamedValue> StanceJoint::capacity(std::size_t mode, const Wrench& w) const {
    const double N = std::max(0.0, -w.fz);
    if (mode == slides) return {{"shear_alone", friction_ * N, Dimension::force}};
    double arm = infinite;
    for (const auto& e : edges_) arm = std::min(arm, e.arm);
    return {{"restoring_moment", N * std::max(0.0, arm), Dimension::torque}};
}

std::vector<NamedValue> StanceJoint::results(const Load& load) const {
    if (!solver_) return {};
    double arm = infinite;
    for (const auto& e : edges_) arm = std::min(arm, e.arm);
    std::vector<NamedValue> all{{"least_arm", arm, Dimension::length},
                                {"weight_on_feet", -load.permanent.fz, Dimension::force}};
    if (!rolling_.casters) return all;
    const double weight = std::max(0.0, -load.permanent.fz);
    all.push_back({"rolling_resistance", rolling_.resistance * weight, Dimension::force});
    if (const double push = rolling_.over_step(weight); std::isfinite(push))
        all.push_back({"push_over_threshold", push, Dimension::force});
    return all;
}

Working StanceJoint::working(const Load& load) const {
    if (!solver_)
        return {{"support", "clamped or bolted: it cannot tip or slide here", "", 0, Dimension::number, "input"}};
    Working lines;
    const Wrench w = load.whole();
    double arm = infinite;
    for (const auto& e : edges_) arm = std::min(arm, e.arm);
    lines.push_back({"weight", "N = −Fz", "", -w.fz, Dimension::force, "rig statics"});
    lines.push_back({"least_arm", "distance from the middle to the nearest side of the polygon", "", arm,
                     Dimension::length, "geometry"});
    if (w.fz < 0) {
        lines.push_back({"resultant_x", "My/N", fmt::format("{:.3f} / {:.2f}", w.my, -w.fz), w.my / -w.fz,
                         Dimension::length, "statics"});
        lines.push_back({"resultant_y", "−Mx/N", fmt::format("{:.3f} / {:.2f}", -w.mx, -w.fz), -w.mx / -w.fz,
                         Dimension::length, "statics"});
    }
    lines.push_back({rolling_.casters ? "rolling_resistance" : "hold_of_feet", rolling_.casters ? "c_r N" : "μ N",
                     fmt::format("{:.3f} · {:.1f} N", friction_, std::max(0.0, -w.fz)),
                     friction_ * std::max(0.0, -w.fz), Dimension::force,
                     rolling_.casters ? "rolling resistance, from memory" : "Coulomb friction"});
    return lines;
}

}  // namespace clampet::families
