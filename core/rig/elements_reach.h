#pragma once
#include <vector>

#include "rig/mechanism.h"

namespace clampet::rig {

/// How far an interface's elements let it go, beside the stops of each axis for itself: a ball leans so far to any
/// side. Made ready once for many poses; outlives what it was made of.
class ElementsReach {
 public:
    explicit ElementsReach(const Interface& interface);
    /// `positions`: of motion_of()'s axes, in their order.
    bool operator()(std::span<const double> positions) const;

 private:
    struct Element {
        const families::Family* family = nullptr;
        families::Values values;
        std::vector<std::size_t> axes;  ///< its own, among the interface's
    };
    std::vector<Element> elements_;
};

}  // namespace clampet::rig
