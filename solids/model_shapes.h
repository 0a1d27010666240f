#pragma once
// Only .cpp files of this room include it: OCCT's headers warn.
#include <TopoDS_Shape.hxx>
#include <vector>

#include "solids/model.h"

namespace clampet::solids {

struct Model::Shapes {
    std::vector<ModelPiece> pieces;
    std::vector<TopoDS_Shape> solids;  ///< in millimetres, one a piece
};

}  // namespace clampet::solids
