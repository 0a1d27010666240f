#pragma once
#include "prove/fit_ladder.h"
#include "quantity/result.h"
#include "study/job.h"

namespace clampet::solids {

/// The next test piece of a fit ladder, in the format that the end of the file's name says: .stl, .3mf or .step to
/// print, .pdf to drill a board of plywood by.
/// Errors  A Problem: another end, as prove::test_piece(), or it could not be built.
Result<std::string> test_file(const std::string& file, double pin, const std::vector<double>& clearances,
                              inventory::HoleLies lies, const std::string& material, const study::Job& job = {});

}  // namespace clampet::solids
