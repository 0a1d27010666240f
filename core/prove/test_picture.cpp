#include "prove/test_picture.h"

#include <cmath>

#include "make/rig_picture.h"
#include "rig/mechanism.h"

namespace clampet::prove {

drawing::Drawing picture_of(const rig::Rig& rig, const std::string& seam, const rig::Vector& at,
                            const rig::Vector& way) {
    using drawing::Line;
    using drawing::Material;
    auto picture = make::picture_of(rig);
    const rig::Placed placed(rig);
    if (!placed.has_interface(seam)) return picture;
    const rig::Vector middle = placed.world_from_interface(seam).translation(), hook = middle + at;
    const drawing::Point seam_at{middle.x(), middle.z()}, hook_at{hook.x(), hook.z()};
    const auto box = picture.extent();
    const double size = std::max(0.05, 0.14 * std::max(box.width(), box.height()));
    picture.circle(seam_at, 0.12 * size, Material::none, Line::outline);
    picture.line(seam_at, hook_at, Line::centre);
    const double level = std::hypot(way.x(), way.z());
    if (level > 0.5) {
        picture.arrow(hook_at, {hook_at.x + size * way.x() / level, hook_at.y + size * way.z() / level}, "pull",
                      Line::outline);
    } else {
        const double r = 0.16 * size, cross = 0.7 * r;
        picture.circle(hook_at, r, Material::none, Line::outline);
        if (way.y() > 0) {  // away from who looks from the right
            picture.line({hook_at.x - cross, hook_at.y - cross}, {hook_at.x + cross, hook_at.y + cross}, Line::outline);
            picture.line({hook_at.x - cross, hook_at.y + cross}, {hook_at.x + cross, hook_at.y - cross}, Line::outline);
        } else {
            picture.circle(hook_at, 0.2 * r, Material::none, Line::outline);
        }
        picture.text({hook_at.x + 1.4 * r, hook_at.y}, way.y() > 0 ? "pull away from you" : "pull towards you",
                     drawing::Align::left);
    }
    return picture;
}

}  // namespace clampet::prove
