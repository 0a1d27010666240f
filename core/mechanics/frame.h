#pragma once
#include <Eigen/Dense>
#include <Eigen/Sparse>
#include <vector>

#include "quantity/result.h"

namespace clampet::mechanics {

/// A straight beam between two nodes, with shear deformation. Local x runs from a to b; local z is as near to `up` as
/// it can be, so that `inertia_y` resists bending in the plane of x and up.
struct FrameBeam {
    std::size_t a = 0, b = 0;
    double axial = 0;                     ///< E A [N]
    double bending_y = 0, bending_z = 0;  ///< E I about local y and z [N m^2]
    double torsion = 0;                   ///< G J [N m^2]
    double shear_y = 0, shear_z = 0;      ///< k G A along local y and z [N]; 0 leaves shear out
    double mass = 0, rotary = 0;          ///< per length [kg/m], polar inertia per length [kg m]
    Eigen::Vector3d up = Eigen::Vector3d::UnitZ();
    /// Its shear centre along local y, from the line between its nodes [m]: a force along z beside it twists the beam.
    double shear_centre = 0;
};

using Matrix6 = Eigen::Matrix<double, 6, 6>;
using Vector6 = Eigen::Matrix<double, 6, 1>;

/// A linear elastic 3-D frame: nodes with three displacements and three rotations each, beams, springs, masses.
/// Source  Przemieniecki, Theory of matrix structural analysis (beam with shear); consistent masses by lumping on the
///         nodes of many short elements.
class Frame {
 public:
    std::size_t add_node(const Eigen::Vector3d& at);
    void add_beam(const FrameBeam& beam) { beams_.push_back(beam); }
    /// A spring from a node to the ground, in world axes: translations, then rotations [N/m, N m/rad].
    void add_spring(std::size_t node, const Matrix6& stiffness) { springs_.push_back({node, stiffness}); }
    /// A body on a node: 6 by 6 inertia about the node, in world axes.
    void add_mass(std::size_t node, const Matrix6& inertia) { masses_.push_back({node, inertia}); }
    void fix(std::size_t node) { fixed_.push_back(node); }

    /// Assembles and factors. Errors: a Problem when something can move freely.
    Status prepare();
    /// Displacements of all nodes (6 numbers each) under loads on the nodes, in the same order. Linear.
    Eigen::VectorXd solve(const Eigen::VectorXd& loads) const;
    /// What its nodes do to a beam when they are displaced so: force and moment at a, then at b, along its own axes.
    Eigen::Matrix<double, 12, 1> end_forces(const FrameBeam& beam, const Eigen::VectorXd& displacements) const;
    /// Loads of the frame's own weight under an acceleration, for solve().
    Eigen::VectorXd weight(const Eigen::Vector3d& acceleration) const;
    /// Least natural frequency [Hz], by inverse iteration; infinity without mass.
    double least_frequency() const;
    std::size_t node_count() const { return nodes_.size(); }
    double distance(std::size_t a, std::size_t b) const { return (nodes_[b] - nodes_[a]).norm(); }

 private:
    struct Attached {
        std::size_t node;
        Matrix6 matrix;
    };
    using Triplets = std::vector<Eigen::Triplet<double>>;
    Status factor(const Triplets& stiffness);
    Eigen::Matrix<double, 12, 12> stiffness_of(const FrameBeam& beam) const;
    Eigen::Matrix<double, 12, 12> own_stiffness_of(const FrameBeam& beam) const;  ///< along its own axes
    Eigen::Matrix<double, 12, 12> beam_from_world(const FrameBeam& beam) const;
    Eigen::VectorXd respond(const Eigen::VectorXd& free_loads) const;
    double length_of(const FrameBeam& beam) const { return (nodes_[beam.b] - nodes_[beam.a]).norm(); }

    std::vector<Eigen::Vector3d> nodes_;
    std::vector<FrameBeam> beams_;
    std::vector<Attached> springs_, masses_;
    std::vector<std::size_t> fixed_;
    /// Of the stiffness scaled by scale_ on both sides; nodes that follow each other keep it banded.
    Eigen::SimplicialLDLT<Eigen::SparseMatrix<double>, Eigen::Lower, Eigen::NaturalOrdering<int>> factored_;
    Eigen::VectorXd scale_;
    Eigen::SparseMatrix<double> mass_;  ///< of all nodes
    std::vector<Eigen::Index> free_;
};

/// Inertia of a body of mass m about a node, its centre of gravity at `offset` from it, rotary inertia about that.
Matrix6 body_inertia(double mass, const Eigen::Vector3d& offset, double gyration);

}  // namespace clampet::mechanics
