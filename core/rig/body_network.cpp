#include "rig/body_network.h"

#include <Eigen/Sparse>

namespace clampet::rig {
namespace {

using Matrix6 = BodyNetwork::Matrix6;

/// From a small motion about the world's origin (shift, turn) to the motion of the interface, in its frame.
Matrix6 seen_at(const Eigen::Isometry3d& frame) {
    const Eigen::Matrix3d turned = frame.linear().transpose();
    const Eigen::Vector3d o = frame.translation();
    Eigen::Matrix3d cross;  // omega x o = -[o]x omega
    cross << 0, o.z(), -o.y(), -o.z(), 0, o.x(), o.y(), -o.x(), 0;
    Matrix6 a = Matrix6::Zero();
    a.topLeftCorner<3, 3>() = turned;
    a.topRightCorner<3, 3>() = turned * cross;
    a.bottomRightCorner<3, 3>() = turned;
    return a;
}

constexpr double firm = 1e10, contact = 0.03;
/// Held by less than this it counts as loose [N/m, N m/rad]; the ground's own grip keeps the sum solvable.
constexpr double loose_below = 0.05, grip = 1e-3;

}  // namespace

JointSpring spring_of(const Prepared& interface) {
    JointSpring spring;
    spring.stiffness.setZero();
    spring.stiffness.diagonal() << firm, firm, firm, firm * contact * contact, firm * contact * contact,
        firm * contact * contact;
    for (const auto& joint : interface.joints) {
        if (joint->only_presses()) {
            spring.only_presses = true;
            spring.stiffness.bottomRightCorner<3, 3>().setZero();
            return spring;
        }
        if (const auto compliance = joint->compliance()) {
            spring.stiffness = compliance->inverse();
            return spring;
        }
    }
    return spring;
}

BodyNetwork::Answer BodyNetwork::influence() const {
    const auto n = static_cast<Eigen::Index>(6 * bodies_);
    std::vector<Eigen::Triplet<double>> triplets;
    std::vector<Matrix6> world(springs_.size());
    const auto add = [&](std::size_t row, std::size_t column, const Matrix6& k) {
        if (row == fixed_ || column == fixed_) return;
        for (int i = 0; i < 6; ++i)
            for (int j = 0; j < 6; ++j)
                triplets.emplace_back(static_cast<int>(6 * row) + i, static_cast<int>(6 * column) + j, k(i, j));
    };
    for (std::size_t s = 0; s < springs_.size(); ++s) {
        const Matrix6 a = seen_at(springs_[s].world_from_interface);
        world[s] = a.transpose() * springs_[s].stiffness * a;
        add(springs_[s].support, springs_[s].support, world[s]);
        add(springs_[s].payload, springs_[s].payload, world[s]);
        add(springs_[s].support, springs_[s].payload, -world[s]);
        add(springs_[s].payload, springs_[s].support, -world[s]);
    }
    for (Eigen::Index i = 0; i < n; ++i)
        triplets.emplace_back(static_cast<int>(i), static_cast<int>(i),
                              static_cast<std::size_t>(i) / 6 == fixed_ ? 1.0 : 0.0);
    Eigen::SparseMatrix<double> stiffness(n, n);
    stiffness.setFromTriplets(triplets.begin(), triplets.end());
    Eigen::SparseMatrix<double> gripped = stiffness;
    for (Eigen::Index i = 0; i < n; ++i) gripped.coeffRef(i, i) += grip;
    const Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>> factored(gripped);

    std::vector<std::vector<Matrix6>> influence(springs_.size(), std::vector<Matrix6>(bodies_, Matrix6::Zero()));
    for (std::size_t b = 0; b < bodies_; ++b) {
        if (b == fixed_) continue;
        Eigen::MatrixXd unit = Eigen::MatrixXd::Zero(n, 6);
        unit.block(static_cast<Eigen::Index>(6 * b), 0, 6, 6).setIdentity();
        Eigen::MatrixXd moved = factored.solve(unit);
        // The ground's grip is taken off again, and firm springs lie far above soft ones.
        for (int round = 0; round < 3; ++round) moved += factored.solve(unit - stiffness * moved);
        const auto own = moved.block(static_cast<Eigen::Index>(6 * b), 0, 6, 6);
        if (!own.allFinite() || own.diagonal().maxCoeff() > 1 / loose_below) return Loose{b};
        const auto of = [&](std::size_t body) -> Matrix6 {
            return body == fixed_ ? Matrix6(Matrix6::Zero())
                                  : Matrix6(moved.block(static_cast<Eigen::Index>(6 * body), 0, 6, 6));
        };
        for (std::size_t s = 0; s < springs_.size(); ++s)
            influence[s][b] = world[s] * (of(springs_[s].payload) - of(springs_[s].support));
    }
    return influence;
}

}  // namespace clampet::rig
