#pragma once
#include <array>
#include <cstdint>
#include <Eigen/Core>
#include <functional>
#include <vector>

#include "mechanics/wrench.h"

namespace clampet::study {

/// Wrenches under which an interface is known to hold: a set that grows with what is asked of it.
/// Meaning  The loads that a contact bears at a given preload make a convex set, so that all between loads that it
/// bears
///          is borne too. The set is a fan of simplices about a centre: at first between the axes of a basis, each
///          parted where a load was asked about that lies beyond. What is in the set needs no look at the interface.
/// Range    For one thread. Convexity is watched, not assumed: see is_trusted().
class SafeSet {
 public:
    using Wrench = mechanics::Wrench;
    static constexpr int dimensions = 9;
    using Coordinates = Eigen::Matrix<double, dimensions, 1>;
    using Basis = Eigen::Matrix<double, dimensions, dimensions>;
    /// Utilisation of what lets go first: under 1 the interface holds.
    using Used = std::function<double(const Wrench&)>;
    /// `basis`: its columns are wrenches, and no load's part along one says much about that along another.
    /// Range  The interface holds at `centre`; the basis can be inverted.
    SafeSet(const Wrench& centre, Used used, const Basis& basis = Basis::Identity());
    /// Forces, moments and accelerations in a row.
    static Coordinates entries_of(const Wrench& wrench) noexcept;
    /// In which loads are asked about. Linear.
    Coordinates coordinates_of(const Wrench& wrench) const noexcept;
    /// How far the basis reaches along one of its axes, to the nearer side.
    double borne_along(int axis);
    /// How much sooner than the interface the set lets go along a load, at least 1; it has learnt nothing yet. No
    /// longer to be trusted where it lets go later.
    double looseness_along(const Coordinates& load);
    /// Whether a load that the set says is borne is; is_trusted() says whether it is far off.
    bool is_true(const Coordinates& load);

    /// The most that a push along these columns, of length 1 in all, adds to the share of what is borne.
    /// Meaning  Shares of sums are never more than sums of shares: base + factor * push is borne where
    ///          share_of(base) + factor * share_of_push() <= 1, from whatever side it comes.
    double share_of_push(const Eigen::Matrix<double, dimensions, 3>& columns);
    /// How much of what is borne in its direction a load is, to three hundredths; 1 or less is borne.
    double share_of(const Coordinates& load);
    /// Whether the interface holds under it. Where the set does not say, the interface is asked, and the set grows.
    /// Errors  Within half a hundredth of letting go it may be told to let go.
    bool bears(const Coordinates& load);
    /// False once a load in the set was seen to be one that the interface does not bear, by more than a few hundredths:
    /// the set is of no use then, and what it said before neither. Every so often one is looked at.
    bool is_trusted() const noexcept { return trusted_; }

 private:
    struct Node {
        Coordinates corner;   ///< the new corner, in those of the simplex that it parts
        Coordinates inverse;  ///< one over each; infinite for those that it has no part of
        std::array<std::int32_t, dimensions> children;
    };
    struct Place {
        Coordinates at;                ///< in the corners of the simplex
        std::int32_t* leaf = nullptr;  ///< where a new corner of it goes
        double sum = 0;                ///< at most 1 within the set
    };
    static constexpr std::int32_t open_leaf = -1, tight_leaf = -2;
    Place place_of(const Coordinates& from_centre);
    Wrench wrench_of(const Coordinates& from_centre) const noexcept;
    double reach(const Coordinates& from_centre) const;
    double learnt_share(const Coordinates& from_centre);
    void add_corner(const Place& place, double out);
    bool verified(const Coordinates& from_centre, const Place& place);

    Wrench middle_;
    Used used_;
    Basis basis_, inverse_;
    Coordinates centre_;
    Coordinates ahead_, back_;  ///< one over how far each axis reaches, either way
    std::array<std::int32_t, 1 << dimensions> octants_;
    std::vector<Node> nodes_;
    int eager_ = 400;  ///< how often more corners are looked for that nobody has asked about
    bool trusted_ = true;
    std::size_t told_ = 0;  ///< how often it was not asked
};

}  // namespace clampet::study
