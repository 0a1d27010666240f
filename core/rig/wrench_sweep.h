#pragma once
#include <span>

#include "rig/statics.h"

namespace clampet::rig {

/// Loads of all interfaces of a tree at once, from tips to root: for many poses. Asks for memory when it is made only.
/// Range  A mechanism without closed loops, which outlives it.
class WrenchSweep {
 public:
    explicit WrenchSweep(const Mechanism& mechanism);
    /// What an action does to each interface, in its frame. `along`: where its free loads come from, unit vectors.
    void operator()(const Placement& placement, const Action& action, std::span<const Vector> along,
                    std::span<mechanics::Load> loads) noexcept;

 private:
    void mark_absent(const Action& action) noexcept;
    void weigh(const Placement& placement, const Action& action, std::span<const Vector> along) noexcept;
    void push(const Placement& placement, const Action& action, std::span<const Vector> along) noexcept;

    const Mechanism* mechanism_;
    std::vector<std::size_t> row_;                   ///< of each body; behind all where nothing carries it
    std::vector<bool> absent_;                       ///< bodies
    std::vector<WorldWrench> permanent_, variable_;  ///< of each row, then summed up to it
    WorldWrench turned_;                             ///< of what speeds up beyond the joint that is turned
};

}  // namespace clampet::rig
