#include "mechanics/quadrature.h"

#include <boost/math/special_functions/legendre.hpp>

namespace clampet::mechanics {

std::vector<QuadratureNode> gauss_nodes(unsigned n, double from, double to) {
    std::vector<QuadratureNode> nodes;
    nodes.reserve(n);
    const double centre = (from + to) / 2, half = (to - from) / 2;
    const int order = static_cast<int>(n);
    for (const double zero : boost::math::legendre_p_zeros<double>(order)) {
        const double slope = boost::math::legendre_p_prime(order, zero);
        const double weight = 2 / ((1 - zero * zero) * slope * slope);
        nodes.push_back({centre + half * zero, half * weight});
        if (zero != 0) nodes.push_back({centre - half * zero, half * weight});
    }
    return nodes;
}

}  // namespace clampet::mechanics
