#pragma once
#include "drawing/document.h"
#include "inventory/workshop.h"
#include "make/shopping.h"
#include "rig/rig.h"
#include "study/scenes.h"

namespace clampet::make {

/// Meaning  A rig on paper: first one page of what it is and whether it holds; then shots, seams with their verdicts,
/// the
///          working of the worst, what was assumed, second catches, limits and cautions.
/// Errors   A Problem: the rig cannot be checked, or it was stopped.
Result<drawing::Document> report_of(const rig::Rig& rig, const std::string& detail, const study::Job& job = {});

/// Lists as a document, each row with a box to tick where it is to be ticked off.
drawing::Document document_of(const std::vector<Table>& tables, const std::string& title, const std::string& detail,
                              bool has_boxes);

}  // namespace clampet::make
