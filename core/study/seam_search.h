#pragma once
#include <optional>

#include "rig/pose_loads.h"
#include "study/prepared_rig.h"
#include "study/safe_set.h"
#include "study/verdict.h"

namespace clampet::study {

/// One interface of a rig in one pose after another: the least that it reaches of what is required.
/// Meaning  All ultimate modes under all actions, what comes from any side along few directions; but nothing is
/// computed
///          of a load that what it bore in other poses tells of.
/// Range    For one thread. What it is made of outlives it.
class SeamSearch {
 public:
    /// `required`: instead of the rig's and the actions'; 0 for theirs. `spans`: of the axes, in the order of the pose.
    SeamSearch(const PreparedRig& prepared, std::size_t seam, std::span<const rig::Action> actions, double required,
               std::span<const rig::Stops> spans);
    /// The least share in a pose if it is under `below`; else `below`. What is less by no more than `worth` of it may
    /// be passed over.
    double least(const rig::Placement& placement, double below, double worth = 5e-3);
    /// Whether an axis changes anything about the loads of this interface.
    const std::vector<bool>& matters() const noexcept { return matters_; }
    /// False when a safe set turned out to be none in the last pose: what was passed over till then must be looked at
    /// again. From then on nothing is passed over by it.
    bool is_trusted() const noexcept { return trusted_; }

 private:
    struct Acting {
        rig::PoseLoads loads;
        Requirement ask;
        std::vector<std::vector<rig::Vector>> directions;  ///< of each free load
        rig::PoseLoads::At now;
        const mechanics::Load& given() const { return now.given; }
        std::span<const std::array<mechanics::Wrench, 3>> columns() const {
            return {now.free.data(), directions.size()};
        }
    };
    /// Modes that answer to a load alike.
    struct Group {
        std::vector<std::pair<const families::Joint*, std::size_t>> modes;
        bool live_only = false;   ///< scaling the weight moves nothing
        bool stands = false;      ///< what is brief tips it not
        bool scale_free = false;  ///< a margin, not a factor
        bool dents = false;       ///< what they bear makes no convex set
        std::optional<SafeSet> safe;
    };
    void group_modes();
    void add(const Group& group);
    void part(std::size_t group);
    void take_up(const rig::Placement& placement) noexcept;
    void look_around(std::span<const rig::Stops> spans);
    static bool differs(const Acting& a, const Acting& b);
    void centre_set(Group& group) const;
    struct InSet;
    static InSet in_set(Group& group, const Acting& acting);
    bool bears_all(Group& group, const Acting& acting, const InSet& in, double factor);
    void lower(Group& group, const Acting& acting, double& best);
    void lower_along(const Group& group, const Requirement& ask, const mechanics::Load& load, double& best) const;

    const PreparedRig& prepared_;
    std::size_t seam_;
    std::vector<Acting> acting_;
    std::vector<Group> groups_;
    std::vector<bool> matters_;
    mechanics::Wrench mean_;               ///< of the weights
    std::vector<mechanics::Wrench> seen_;  ///< some of the loads that come
    double worth_ = 5e-3;
    std::size_t passed_ = 0;
    bool trusted_ = true;
    double always_ = std::numeric_limits<double>::infinity();  ///< a share that no load changes
};

}  // namespace clampet::study
