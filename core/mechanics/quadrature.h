#pragma once
#include <vector>

namespace clampet::mechanics {

struct QuadratureNode {
    double at, weight;
};
/// Gauss-Legendre nodes and weights on [from, to]; n >= 1. Nodes from Boost.Math.
std::vector<QuadratureNode> gauss_nodes(unsigned n, double from, double to);

}  // namespace clampet::mechanics
