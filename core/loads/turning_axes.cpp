#include "loads/turning_axes.h"

#include <fmt/format.h>

#include <algorithm>

#include "rig/axis_in_world.h"

namespace clampet::loads {
namespace {

std::vector<std::string> separated(const std::string& text) {
    std::vector<std::string> items;
    for (std::size_t from = 0; from <= text.size();) {
        const std::size_t to = std::min(text.find(';', from), text.size());
        std::string item = text.substr(from, to - from);
        item.erase(0, item.find_first_not_of(' '));
        item.erase(item.find_last_not_of(' ') + 1);
        if (!item.empty()) items.push_back(item);
        from = to + 1;
    }
    return items;
}

TurningAxis in_the_world(const Situation& s, std::size_t interface, std::size_t k) {
    const auto [direction, at] = rig::axis_in_world(s.rig, s.placed, interface, k);
    return {interface,
            fmt::format("{} of {}", s.placed.mechanism().seams()[interface].motion.axes[k].label,
                        s.rig.interfaces[interface].name),
            direction, at, s.placed.placement().world_from_interface[interface].linear().transpose() * direction};
}

}  // namespace

bool names_axes_of(const rig::Rig& rig, const std::string& named) {
    const auto names = separated(named);
    return std::all_of(names.begin(), names.end(),
                       [&](const auto& name) { return rig.interface(name.substr(0, name.find('.'))) != nullptr; });
}

families::Parameter axis_row() {
    return families::text_row("axis", "Which joints", "",
                              "An interface, or interface.axis, several separated by ;. All that are turned against "
                              "their friction (pans, pivots) if none is named.");
}

bool has_turning_axis(const rig::Rig& rig) {
    return std::any_of(rig.interfaces.begin(), rig.interfaces.end(), [](const rig::Interface& f) {
        const auto axes = rig::motion_of(f).axes;
        return std::any_of(axes.begin(), axes.end(), [](const auto& a) { return a.moved_in_use && !a.slides; });
    });
}

Result<std::vector<TurningAxis>> turning_axes(const std::string& named, const Situation& s) {
    std::vector<TurningAxis> found;
    const auto& seams = s.placed.mechanism().seams();
    const auto names = separated(named);
    for (std::size_t i = 0; names.empty() && i < seams.size(); ++i)
        for (std::size_t k = 0; k < seams[i].motion.axes.size(); ++k)
            if (const auto& a = seams[i].motion.axes[k]; a.moved_in_use && !a.slides && !seams[i].closes_loop)
                found.push_back(in_the_world(s, i, k));
    for (const auto& name : names) {
        const std::size_t before = found.size();
        for (std::size_t i = 0; i < seams.size(); ++i)
            for (std::size_t k = 0; k < seams[i].motion.axes.size(); ++k) {
                const auto& axis = seams[i].motion.axes[k];
                const auto& id = s.rig.interfaces[i].id;
                if (!axis.slides && (name == id || name == id + "." + axis.key)) found.push_back(in_the_world(s, i, k));
            }
        if (found.size() == before)
            return Problem{"case.nothing_turns_there", "axis", fmt::format("Nothing turns at “{}”.", name),
                           "Name an interface that turns, or interface.axis, for example ball.pan."};
    }
    return found;
}

}  // namespace clampet::loads
