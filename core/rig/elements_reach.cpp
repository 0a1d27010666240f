#include "rig/elements_reach.h"

#include <algorithm>

#include "rig/in_force.h"

namespace clampet::rig {

ElementsReach::ElementsReach(const Interface& interface) {
    const auto all = motion_of(interface).axes;
    for (const auto& element : interface.elements) {
        const auto* family = families::family_named(element.family);
        if (!family) continue;
        Element own{family, shape_values(element), {}};
        for (const auto& axis : family->motion(own.values).axes)
            own.axes.push_back(static_cast<std::size_t>(
                std::find_if(all.begin(), all.end(), [&](const auto& a) { return a.key == axis.key; }) - all.begin()));
        elements_.push_back(std::move(own));
    }
}

bool ElementsReach::operator()(std::span<const double> positions) const {
    return std::all_of(elements_.begin(), elements_.end(), [&](const Element& element) {
        std::array<double, 8> own{};
        const std::size_t count = std::min(own.size(), element.axes.size());
        for (std::size_t k = 0; k < count; ++k) own[k] = positions[element.axes[k]];
        return element.family->reaches(element.values, std::span(own).first(count));
    });
}

}  // namespace clampet::rig
