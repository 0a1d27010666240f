#pragma once
#include <Eigen/Geometry>
#include <variant>
#include <vector>

#include "rig/rig.h"

namespace clampet::rig {

/// How an interface yields, in its frame [N/m, N m/rad].
struct JointSpring {
    Eigen::Matrix<double, 6, 6> stiffness;
    bool only_presses = false;
};
/// The first of its elements that yields or only presses decides; firm otherwise.
/// Source  Firm: 10 GN/m, and as much on a contact 30 mm wide; our judgement, far above arms (1 kN/m to 10 MN/m).
JointSpring spring_of(const Prepared& interface);

/// Rigid bodies joined by springs, one of them held fast: the frame of mechanics 20.
class BodyNetwork {
 public:
    using Matrix6 = Eigen::Matrix<double, 6, 6>;
    struct Spring {
        std::size_t support = 0, payload = 0;  ///< bodies
        Eigen::Isometry3d world_from_interface;
        Matrix6 stiffness;  ///< in that frame
    };
    /// A body that nothing holds.
    struct Loose {
        std::size_t part = 0;
    };
    BodyNetwork(std::size_t bodies, std::size_t fixed) : bodies_(bodies), fixed_(fixed) {}
    void join(const Spring& spring) { springs_.push_back(spring); }
    void release(std::size_t spring) { springs_[spring].stiffness.setZero(); }

    class Answer {
     public:
        Answer(std::vector<std::vector<Matrix6>> value) : state_(std::move(value)) {}
        Answer(Loose loose) : state_(loose) {}
        explicit operator bool() const { return state_.index() == 0; }
        std::vector<std::vector<Matrix6>>& operator*() { return std::get<0>(state_); }
        const Loose& problem() const { return std::get<1>(state_); }

     private:
        std::variant<std::vector<std::vector<Matrix6>>, Loose> state_;
    };
    /// The wrench that each spring passes from payload to support for a unit wrench on each body, both about the
    /// world's origin: [spring][body].
    Answer influence() const;

 private:
    std::size_t bodies_, fixed_;
    std::vector<Spring> springs_;
};

}  // namespace clampet::rig
