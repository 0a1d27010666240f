#include "prove/revisions.h"

#include <fmt/format.h>

#include <algorithm>

#include "drawing/document.h"

namespace clampet::prove {
namespace {

using drawing::Line;
using drawing::Material;
constexpr double step = 0.040, between = 0.022, dot = 0.0035;  // of the picture [m]
constexpr double rig_width = 0.032, rig_height = 0.026, over_dot = 0.014;

/// The last before it that has that name.
std::optional<std::size_t> before(const std::vector<Revision>& all, std::size_t end, const std::string& name) {
    for (std::size_t i = end; i-- > 0;)
        if (all[i].name == name) return i;
    return std::nullopt;
}

/// The bodies of a rig's picture alone, over a dot: its ruler's words would be too small to read.
void add_small(drawing::Drawing& picture, const drawing::Drawing& rig, drawing::Point over) {
    const auto small_one = drawing::scaled_into(rig, rig_width, rig_height);
    const auto box = small_one.extent();
    const auto moved = [&](drawing::Point p) {
        return drawing::Point{p.x - box.low.x - box.width() / 2 + over.x, p.y - box.low.y + over.y};
    };
    for (const auto& element : small_one.elements) {
        if (const auto* path = std::get_if<drawing::Path>(&element); path && path->closed) {
            auto p = *path;
            for (auto& corner : p.points) corner = moved(corner);
            picture.elements.emplace_back(std::move(p));
        } else if (const auto* circle = std::get_if<drawing::Circle>(&element)) {
            picture.circle(moved(circle->centre), circle->radius, circle->material, circle->line);
        }
    }
}

void lay_out(std::vector<Revision>& all) {
    std::vector<bool> is_main(all.size(), false);
    for (std::optional<std::size_t> at = all.size() - 1; at; at = all[*at].from) is_main[*at] = true;
    std::vector<bool> is_continued(all.size(), false);
    std::size_t lanes = 0;
    for (std::size_t i = 0; i < all.size(); ++i) {
        if (is_main[i]) continue;
        const auto from = all[i].from;
        if (from && !is_main[*from] && !is_continued[*from]) {
            is_continued[*from] = true;
            all[i].lane = all[*from].lane;
        } else {
            all[i].lane = ++lanes;
        }
    }
}

}  // namespace

std::vector<Revision> revisions_of(const rig::Rig& rig) {
    std::vector<Revision> all;
    for (std::size_t i = 0; i < rig.variants.size(); ++i) {
        const auto& v = rig.variants[i];
        all.push_back({v.name, v.date, v.why, v.learned, v.has_failed, i, before(all, i, v.from)});
    }
    Revision now{"now", "", "", "", false, std::nullopt, before(all, all.size(), rig.stands_on)};
    all.push_back(std::move(now));
    lay_out(all);
    return all;
}

drawing::Drawing picture_of(const std::vector<Revision>& revisions, const std::vector<drawing::Drawing>& pictures) {
    drawing::Drawing picture;
    const double lane = between + (pictures.empty() ? 0 : rig_height);
    const auto at = [&](std::size_t i) {
        return drawing::Point{step * static_cast<double>(i), -lane * static_cast<double>(revisions[i].lane)};
    };
    std::string names;
    for (std::size_t i = 0; i < revisions.size(); ++i) {
        const auto& r = revisions[i];
        const auto to = at(i);
        if (r.from) {
            const auto from = at(*r.from);
            // Beside the name under its dot, then down to its lane.
            const double beside = from.x + step / 2;
            picture.path({from, {beside, from.y}, {beside, to.y}, to}, Material::none, Line::outline, false);
        }
        names += fmt::format("{}{}{}", names.empty() ? "" : ", ", r.name, r.has_failed ? " (given up)" : "");
    }
    for (std::size_t i = 0; i < revisions.size(); ++i) {
        const auto& r = revisions[i];
        const auto to = at(i);
        if (i < pictures.size() && !pictures[i].elements.empty())
            add_small(picture, pictures[i], {to.x, to.y + over_dot});
        picture.circle(to, dot, r.variant ? Material::site : Material::payload,
                       r.variant ? Line::outline : Line::accent);
        if (r.has_failed) {
            picture.line({to.x - dot, to.y - dot}, {to.x + dot, to.y + dot}, Line::outline);
            picture.line({to.x - dot, to.y + dot}, {to.x + dot, to.y - dot}, Line::outline);
        }
        picture.text({to.x, to.y - 2.2 * dot}, r.name, drawing::Align::centre);
        if (!r.date.empty())
            picture.text({to.x, to.y + 2.2 * dot}, r.date, drawing::Align::centre, drawing::TextRole::quiet);
    }
    picture.summary = "Revisions: " + names;
    return picture;
}

}  // namespace clampet::prove
