#include "mechanics/friction_limit.h"

namespace clampet::mechanics {

template SlipLimit<3> slip_limit(const PlanarContacts&, std::span<const double>, const std::array<double, 3>&,
                                 const KnownEnough&, double, const SlipLimit<3>*, const SlipMoments<3>*) noexcept;
template SlipLimit<4> slip_limit(const LineContacts&, std::span<const double>, const std::array<double, 4>&,
                                 const KnownEnough&, double, const SlipLimit<4>*, const SlipMoments<4>*) noexcept;
template SlipLimit<3> slip_limit(const SphereContacts&, std::span<const double>, const std::array<double, 3>&,
                                 const KnownEnough&, double, const SlipLimit<3>*, const SlipMoments<3>*) noexcept;

}  // namespace clampet::mechanics
