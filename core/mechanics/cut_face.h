#pragma once
#include <memory>

#include "mechanics/contact_pressure.h"
#include "mechanics/friction_limit.h"

namespace clampet::mechanics {

/// How a face is cut into points.
struct Cut {
    PatchShape shape;
    Bedding bedding = Bedding::even;
    unsigned radial = 0, around = 0;  ///< as make_patch()
    double tolerance = 1e-9;          ///< of the pressures' balance, as a share of N
    bool in_closed_form = false;      ///< solved in closed form too, for peaks
    bool operator==(const Cut&) const = default;
};

/// A face cut into points, ready for pressures and slip: immutable, so that joints of the same face share it.
struct CutFace {
    Cut cut;
    PressureSolver points;
    std::optional<PressureSolver> block;  ///< in closed form, where it was asked for
    PlanarContacts contacts;
    std::vector<HullEdge> edges;  ///< of the outline; none for a disc
};
using CutFacePtr = std::shared_ptr<const CutFace>;

/// Cuts a face, or gives one of the last few that was cut the same: only the force or the friction moved.
/// Any thread may ask.
/// Errors   As make_patch().
Result<CutFacePtr> cut_face(const Cut& cut);

}  // namespace clampet::mechanics
