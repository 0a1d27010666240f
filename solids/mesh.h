#pragma once
#include <array>
#include <cstddef>
#include <vector>

#include "parts/body.h"

namespace clampet::solids {

/// A surface of triangles, counter-clockwise from outside where it is right [m].
struct Mesh {
    std::vector<parts::Vector> corners;
    std::vector<std::array<std::size_t, 3>> triangles;
};
/// The same with corners that coincide made one: files often write each triangle's own.
Mesh welded(const Mesh& mesh);

/// The same coarser: corners that share a cell of a grid made one, in the finest grid that leaves at most so many
/// triangles. For pictures: thin walls may fall together. Of a welded mesh.
Mesh coarsened(const Mesh& mesh, std::size_t most_triangles);

/// Meaning  What is enclosed, by the divergence theorem: tetrahedra from the origin to each triangle.
/// Frame    That of the mesh; `inertia` about the centroid, for a density of 1 [m^5].
/// Range    A closed surface. Of an open one the numbers mean nothing; of one that is inside out the volume is less
///          than 0 and so is the inertia.
/// Source   Statics; the second moments of a tetrahedron, Tonon 2004.
struct MeshProperties {
    double volume = 0, area = 0;
    parts::Vector centroid = parts::Vector::Zero();
    Eigen::Matrix3d inertia = Eigen::Matrix3d::Zero();
};
MeshProperties properties_of(const Mesh& mesh);
/// Edges that do not have one triangle on each side, running opposite ways: 0 for a closed surface. Of a welded mesh.
std::size_t open_edges_of(const Mesh& mesh);

}  // namespace clampet::solids
