#include "mechanics/frame.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clampet::mechanics {

std::size_t Frame::add_node(const Eigen::Vector3d& at) {
    nodes_.push_back(at);
    return nodes_.size() - 1;
}

Eigen::Matrix<double, 12, 12> Frame::own_stiffness_of(const FrameBeam& beam) const {
    const double L = length_of(beam);
    Eigen::Matrix<double, 12, 12> k = Eigen::Matrix<double, 12, 12>::Zero();
    const auto pair = [&](int i, int j, double stiffness) {
        k(i, i) += stiffness;
        k(j, j) += stiffness;
        k(i, j) -= stiffness;
        k(j, i) -= stiffness;
    };
    pair(0, 6, beam.axial / L);
    pair(3, 9, beam.torsion / L);
    // Bending in a plane: v and its slope; the slope about y is the negative derivative of w.
    const auto bend = [&](int v, int turn, double EI, double shear, double sign) {
        const double phi = shear > 0 ? 12 * EI / (shear * L * L) : 0, c = EI / ((1 + phi) * L * L * L);
        const int at[4] = {v, turn, v + 6, turn + 6};
        const double s = sign * L;
        const double m[4][4] = {{12, 6 * s, -12, 6 * s},
                                {6 * s, (4 + phi) * L * L, -6 * s, (2 - phi) * L * L},
                                {-12, -6 * s, 12, -6 * s},
                                {6 * s, (2 - phi) * L * L, -6 * s, (4 + phi) * L * L}};
        for (int i = 0; i < 4; ++i)
            for (int j = 0; j < 4; ++j) k(at[i], at[j]) += c * m[i][j];
    };
    bend(1, 5, beam.bending_z, beam.shear_y, 1);
    bend(2, 4, beam.bending_y, beam.shear_z, -1);
    if (beam.shear_centre == 0) return k;
    // Bent and twisted about the shear centre, which a turn of the nodes lifts.
    Eigen::Matrix<double, 12, 12> lifted = Eigen::Matrix<double, 12, 12>::Identity();
    lifted(2, 3) = lifted(8, 9) = beam.shear_centre;
    return lifted.transpose() * k * lifted;
}

Eigen::Matrix<double, 12, 12> Frame::beam_from_world(const FrameBeam& beam) const {
    const Eigen::Vector3d x = (nodes_[beam.b] - nodes_[beam.a]) / length_of(beam);
    Eigen::Vector3d up = beam.up - beam.up.dot(x) * x;
    if (up.norm() < 1e-6) up = Eigen::Vector3d::UnitX() - x.x() * x;
    Eigen::Matrix3d R;
    R.row(0) = x;
    R.row(2) = up.normalized();
    R.row(1) = R.row(2).cross(R.row(0));
    Eigen::Matrix<double, 12, 12> T = Eigen::Matrix<double, 12, 12>::Zero();
    for (int i = 0; i < 4; ++i) T.block<3, 3>(3 * i, 3 * i) = R;
    return T;
}

Eigen::Matrix<double, 12, 12> Frame::stiffness_of(const FrameBeam& beam) const {
    const Eigen::Matrix<double, 12, 12> T = beam_from_world(beam);
    return T.transpose() * own_stiffness_of(beam) * T;
}

Eigen::Matrix<double, 12, 1> Frame::end_forces(const FrameBeam& beam, const Eigen::VectorXd& displacements) const {
    Eigen::Matrix<double, 12, 1> ends;
    ends << displacements.segment<6>(static_cast<Eigen::Index>(6 * beam.a)),
        displacements.segment<6>(static_cast<Eigen::Index>(6 * beam.b));
    return own_stiffness_of(beam) * (beam_from_world(beam) * ends);
}

Status Frame::prepare() {
    const auto count = static_cast<Eigen::Index>(6 * nodes_.size());
    std::vector<bool> held(nodes_.size(), false);
    for (const auto n : fixed_) held[n] = true;
    free_.clear();
    std::vector<int> place(static_cast<std::size_t>(count), -1);  // among the free ones
    for (std::size_t n = 0; n < nodes_.size(); ++n)
        for (std::size_t i = 6 * n; i < 6 * n + 6 && !held[n]; ++i) {
            place[i] = static_cast<int>(free_.size());
            free_.push_back(static_cast<Eigen::Index>(i));
        }
    Triplets stiffness, inertia;
    const auto join = [&](std::size_t row, std::size_t column, const Matrix6& k) {
        for (std::size_t i = 0; i < 6; ++i)
            for (std::size_t j = 0; j < 6; ++j) {
                const int r = place[6 * row + i], c = place[6 * column + j];
                const double value = k(static_cast<Eigen::Index>(i), static_cast<Eigen::Index>(j));
                if (r >= 0 && c >= 0 && value != 0) stiffness.emplace_back(r, c, value);
            }
    };
    const auto weigh = [&](std::size_t node, const Matrix6& m) {
        const auto first = static_cast<int>(6 * node);
        for (int i = 0; i < 6; ++i)
            for (int j = 0; j < 6; ++j)
                if (m(i, j) != 0) inertia.emplace_back(first + i, first + j, m(i, j));
    };
    for (const auto& beam : beams_) {
        const auto k = stiffness_of(beam);
        join(beam.a, beam.a, k.topLeftCorner<6, 6>());
        join(beam.a, beam.b, k.topRightCorner<6, 6>());
        join(beam.b, beam.a, k.bottomLeftCorner<6, 6>());
        join(beam.b, beam.b, k.bottomRightCorner<6, 6>());
        const double half = length_of(beam) / 2;
        Matrix6 lump = Matrix6::Zero();
        lump.diagonal() << beam.mass, beam.mass, beam.mass, beam.rotary, beam.rotary, beam.rotary;
        for (const auto node : {beam.a, beam.b}) weigh(node, half * lump);
    }
    for (const auto& s : springs_) join(s.node, s.node, s.matrix);
    for (const auto& m : masses_) weigh(m.node, m.matrix);
    mass_.resize(count, count);
    mass_.setFromTriplets(inertia.begin(), inertia.end());
    return factor(stiffness);
}

Status Frame::factor(const Triplets& stiffness) {
    const auto count = static_cast<Eigen::Index>(free_.size());
    Eigen::SparseMatrix<double> K(count, count);
    K.setFromTriplets(stiffness.begin(), stiffness.end());
    // Scaled to a unit diagonal, so that metres and radians, stiff and soft parts, are judged alike.
    const Eigen::VectorXd diagonal = K.diagonal();
    bool moves = count == 0 || !(diagonal.minCoeff() > 0);
    if (!moves) {
        scale_ = diagonal.cwiseSqrt().cwiseInverse();
        const Eigen::SparseMatrix<double> scaled = scale_.asDiagonal() * K * scale_.asDiagonal();
        factored_.compute(scaled);
        moves = factored_.info() != Eigen::Success || !(factored_.vectorD().minCoeff() > 5e-15);
    }
    if (moves)
        return Problem{"frame.can_move", "frame", "Something in this frame can move freely.",
                       "Hold it, or join its parts."};
    return Done{};
}

Eigen::VectorXd Frame::respond(const Eigen::VectorXd& free_loads) const {
    const Eigen::VectorXd scaled = scale_.cwiseProduct(free_loads);
    return scale_.cwiseProduct(factored_.solve(scaled));
}

Eigen::VectorXd Frame::solve(const Eigen::VectorXd& loads) const {
    Eigen::VectorXd all = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(6 * nodes_.size()));
    const Eigen::VectorXd inner = loads(free_);
    const Eigen::VectorXd moved = respond(inner);
    all(free_) = moved;
    return all;
}

Eigen::VectorXd Frame::weight(const Eigen::Vector3d& acceleration) const {
    Eigen::VectorXd field = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(6 * nodes_.size()));
    for (std::size_t n = 0; n < nodes_.size(); ++n) field.segment<3>(static_cast<Eigen::Index>(6 * n)) = acceleration;
    return mass_ * field;
}

double Frame::least_frequency() const {
    // M of the free numbers times a shape of theirs.
    const auto weighed = [this](const Eigen::VectorXd& shape) -> Eigen::VectorXd {
        Eigen::VectorXd all = Eigen::VectorXd::Zero(mass_.rows());
        all(free_) = shape;
        const Eigen::VectorXd pushed = mass_ * all;
        return pushed(free_);
    };
    // Started from a shape without any symmetry, so that no plane of vibration is missed.
    Eigen::VectorXd shape(static_cast<Eigen::Index>(free_.size()));
    for (Eigen::Index i = 0; i < shape.size(); ++i) shape[i] = 1 + 0.37 * std::sin(1.7 * static_cast<double>(i));
    Eigen::VectorXd pushed = weighed(shape);
    double omega2 = 0;
    for (int i = 0; i < 60; ++i) {
        const Eigen::VectorXd next = respond(pushed), next_pushed = weighed(next);
        const double kinetic = next.dot(next_pushed);
        if (!(kinetic > 0)) return std::numeric_limits<double>::infinity();
        const double now = next.dot(pushed) / kinetic;
        pushed = next_pushed / std::sqrt(kinetic);
        const bool settled = std::abs(now - omega2) < 1e-10 * now;
        omega2 = now;
        if (settled) break;
    }
    return std::sqrt(omega2) / (2 * std::numbers::pi);
}

Matrix6 body_inertia(double mass, const Eigen::Vector3d& offset, double gyration) {
    Matrix6 m = Matrix6::Zero();
    Eigen::Matrix3d cross;
    cross << 0, -offset.z(), offset.y(), offset.z(), 0, -offset.x(), -offset.y(), offset.x(), 0;
    m.topLeftCorner<3, 3>() = mass * Eigen::Matrix3d::Identity();
    m.topRightCorner<3, 3>() = -mass * cross;
    m.bottomLeftCorner<3, 3>() = mass * cross;
    m.bottomRightCorner<3, 3>() = mass * (gyration * gyration * Eigen::Matrix3d::Identity() - cross * cross);
    return m;
}

}  // namespace clampet::mechanics
