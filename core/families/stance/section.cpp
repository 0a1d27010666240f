#include <fmt/format.h>

#include <cmath>

#include "families/stance/stance_joint.h"
#include "quantity/format.h"

namespace clampet::families {

drawing::Drawing StanceJoint::section(const Load& load) const {
    using namespace drawing;
    Drawing d;
    if (!solver_) {
        d.rectangle({-1, -0.4}, {1, 0}, Material::site);
        d.rectangle({-0.25, 0}, {0.25, 0.6}, Material::metal);
        d.text({0, 0.75}, "clamped or bolted: cannot tip", Align::centre);
        d.summary = "A support that is clamped or bolted: it cannot tip or slide.";
        return d;
    }
    std::vector<Point> outline;
    for (const auto& p : polygon_) outline.push_back({p.x, p.y});
    const double size = solver_->patch().size;
    d.path(outline, Material::site);
    for (const auto& foot : feet_) d.circle({foot.x, foot.y}, 0.03 * size, Material::rubber);
    const Wrench w = load.whole(), g = load.permanent;
    d.line({-0.08 * size, 0}, {0.08 * size, 0}, Line::thin);
    d.line({0, -0.08 * size}, {0, 0.08 * size}, Line::thin);
    if (g.fz < 0) {
        const Point at{g.my / -g.fz, -g.mx / -g.fz};
        d.circle(at, 0.04 * size, Material::none, Line::force);
        d.text({at.x + 0.06 * size, at.y + 0.05 * size}, "weight", Align::left, TextRole::number);
    }
    if (w.fz < 0 && !load.variable.is_zero()) {
        const Point from{g.fz < 0 ? g.my / -g.fz : 0, g.fz < 0 ? g.mx / g.fz : 0}, to{w.my / -w.fz, w.mx / w.fz};
        const double reach = std::hypot(to.x, to.y), most = 1.5 * size;
        const double shrink = reach > most ? most / reach : 1;
        d.arrow(from, {to.x * shrink, to.y * shrink}, "with the push");
    }
    d.text({0, -1.15 * size}, "seen from above", Align::centre, TextRole::quiet);
    d.summary = fmt::format("Support polygon with {} feet, {} across.", feet_.size(),
                            quantity::format(2 * size, Dimension::length));
    return d;
}

}  // namespace clampet::families
