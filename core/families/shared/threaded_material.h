#pragma once
#include "catalogue/material.h"
#include "families/family.h"

namespace clampet::families {

/// The material that an input names, where a thread can be cut into it or a screw be made of it.
/// Errors  A Problem on that input: it is not known, or nothing can be threaded into it.
Result<catalogue::Material> threaded_material(const Values& values, const std::string& key);

}  // namespace clampet::families
