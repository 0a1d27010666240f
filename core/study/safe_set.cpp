#include "study/safe_set.h"

#include <algorithm>
#include <cmath>
#include <Eigen/LU>
#include <limits>

#include "mechanics/first_exit.h"
#include "quantity/numbers.h"

namespace clampet::study {
namespace {

using Wrench = mechanics::Wrench;
using quantity::infinite;
constexpr double on_the_safe_side = 0.995;  ///< what was found by a search for a root counts so much
constexpr double search_is_good_to = 2e-3;
constexpr double far_out = 1e6;           ///< corners further out than so many loads are as good as at infinity
constexpr double tight = 1.08;            ///< a simplex whose corners tell that well is not parted for its own sake
constexpr double worth_a_corner = 1.002;  ///< further out than the simplex that it parts
constexpr double shallow = 0.97;          ///< a dent that bears to this share what is taken to be borne
constexpr std::size_t most_nodes = 20000, verified_of = 61;

}  // namespace

SafeSet::Coordinates SafeSet::entries_of(const Wrench& w) noexcept {
    Coordinates e;
    e << w.fx, w.fy, w.fz, w.mx, w.my, w.mz, w.gx, w.gy, w.gz;
    return e;
}

SafeSet::SafeSet(const Wrench& centre, Used used, const Basis& basis)
    : middle_(centre), used_(std::move(used)), basis_(basis), inverse_(basis.inverse()) {
    centre_ = coordinates_of(centre);
    octants_.fill(open_leaf);
    for (int k = 0; k < dimensions; ++k) {
        ahead_[k] = 1 / reach(Coordinates::Unit(k));
        back_[k] = 1 / reach(-Coordinates::Unit(k));
    }
}

SafeSet::Coordinates SafeSet::coordinates_of(const Wrench& wrench) const noexcept {
    return inverse_ * entries_of(wrench);
}

Wrench SafeSet::wrench_of(const Coordinates& from_centre) const noexcept {
    const Coordinates e = basis_ * from_centre;
    return {e[0], e[1], e[2], e[3], e[4], e[5], e[6], e[7], e[8]};
}

double SafeSet::reach(const Coordinates& from_centre) const {
    const Wrench way = wrench_of(from_centre);
    return on_the_safe_side *
           mechanics::first_exit([&](double share) { return used_(middle_ + share * way); }, search_is_good_to);
}

double SafeSet::borne_along(int axis) {
    return 1 / std::max(ahead_[axis], back_[axis]);
}

double SafeSet::looseness_along(const Coordinates& load) {
    const Coordinates from_centre = load - centre_;
    const auto place = place_of(from_centre);
    const double out = std::min(reach(from_centre), far_out);
    if (!(place.sum > 0) || !std::isfinite(place.sum)) return 1;
    if (place.sum * out < shallow) trusted_ = false;
    return std::max(1.0, place.sum * out);
}

bool SafeSet::is_true(const Coordinates& load) {
    const Coordinates from_centre = load - centre_;
    return verified(from_centre, place_of(from_centre));
}

double SafeSet::share_of_push(const Eigen::Matrix<double, dimensions, 3>& columns) {
    double squares = 0;
    for (int k = 0; k < 3; ++k) {
        const double most = std::max(learnt_share(columns.col(k)), learnt_share(-columns.col(k)));
        squares += most * most;
    }
    return std::sqrt(squares);  // Cauchy and Schwarz, for a vector of length 1
}

double SafeSet::share_of(const Coordinates& load) {
    return learnt_share(load - centre_);
}

double SafeSet::learnt_share(const Coordinates& from_centre) {
    if (!trusted_) return infinite;
    const auto place = place_of(from_centre);
    if (*place.leaf == tight_leaf || eager_ == 0 || !(place.sum > 0) || !std::isfinite(place.sum)) return place.sum;
    --eager_;
    const double out = std::min(reach(from_centre), far_out);
    if (place.sum * out > tight)
        add_corner(place, out);
    else
        *place.leaf = tight_leaf;
    return out > 0 ? 1 / out : infinite;
}

SafeSet::Place SafeSet::place_of(const Coordinates& from_centre) {
    Place place;
    std::size_t octant = 0;
    for (int k = 0; k < dimensions; ++k) {
        const double w = from_centre[k];
        octant |= static_cast<std::size_t>(w < 0) << k;
        place.at[k] = w == 0 ? 0 : w < 0 ? -w * back_[k] : w * ahead_[k];
    }
    place.leaf = &octants_[octant];
    while (*place.leaf >= 0) {
        auto& node = nodes_[static_cast<std::size_t>(*place.leaf)];
        double least = infinite;
        int out = dimensions;
        for (int k = 0; k < dimensions; ++k) {
            const double share = place.at[k] * node.inverse[k];  // NaN where neither has a part
            if (share < least) {
                least = share;
                out = k;
            }
        }
        if (out == dimensions) break;
        place.at -= least * node.corner;
        place.at[out] = least;
        place.leaf = &node.children[static_cast<std::size_t>(out)];
    }
    place.sum = place.at.sum();
    return place;
}

void SafeSet::add_corner(const Place& place, double out) {
    if (nodes_.size() >= most_nodes) return;
    Node node;
    node.corner = out * place.at.cwiseMax(0);
    const double largest = node.corner.maxCoeff();
    for (int k = 0; k < dimensions; ++k)
        if (node.corner[k] < 1e-12 * largest) node.corner[k] = 0;
    node.inverse = node.corner.cwiseInverse();
    node.children.fill(open_leaf);
    *place.leaf = static_cast<std::int32_t>(nodes_.size());
    nodes_.push_back(node);
}

/// Whether the interface bears what the set says that it does. A shallow dent is taken into the set.
bool SafeSet::verified(const Coordinates& from_centre, const Place& place) {
    if (used_(middle_ + wrench_of(from_centre)) < 1) return true;
    const double share = reach(from_centre);
    if (share < shallow) trusted_ = false;
    if (place.sum > 0) add_corner(place, share);
    return false;
}

bool SafeSet::bears(const Coordinates& load) {
    const Coordinates from_centre = load - centre_;
    if (!trusted_) return reach(from_centre) >= 1;
    const auto place = place_of(from_centre);
    if (place.sum <= 1) return ++told_ % verified_of != 0 || verified(from_centre, place);
    const double share = reach(from_centre), out = std::min(share, far_out);
    if (std::isfinite(place.sum) && place.sum * out > worth_a_corner) add_corner(place, out);
    return share >= 1;
}

}  // namespace clampet::study
