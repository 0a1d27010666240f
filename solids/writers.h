#pragma once
#include <string>
#include <vector>

#include "solids/model.h"

namespace clampet::solids {

enum class SolidFormat { step, stl, threemf };

/// Meaning  STEP (AP214) in millimetres, every piece a named and coloured product where it stands in its part.
/// Errors   A Problem: it could not be written.
Result<std::string> step_of(const std::vector<Model>& models);
/// Meaning  3MF in millimetres, every piece a named object of its material, with its colour. `chord`: by how much a
///          triangle may leave a curved surface [m].
/// Errors   A Problem: it could not be written.
Result<std::string> threemf_of(const std::vector<Model>& models, double chord);
/// One piece as a binary STL, in millimetres. Errors: a Problem.
Result<std::string> stl_of(const Model& model, std::size_t piece, double chord);

}  // namespace clampet::solids
