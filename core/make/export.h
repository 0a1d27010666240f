#pragma once
#include <optional>
#include <string>
#include <vector>

#include "drawing/document.h"
#include "make/cut_list.h"
#include "make/schedule.h"
#include "make/shopping.h"
#include "study/job.h"

namespace clampet::make {

enum class What { templates, drawings, cut_list, drills, hardware, cost, steps, schedule, report };
enum class Format { pdf, svg, dxf, csv, ics, html };
/// As they are asked for on the command line. Errors: a Problem that names those there are.
Result<What> what_named(std::string_view name);
Result<Format> format_named(std::string_view name);
std::string_view name_of(What what);
std::string_view name_of(Format format);
/// The formats that this can be had in, the usual one first.
std::vector<Format> formats_of(What what);

struct Wish {
    What what = What::templates;
    Format format = Format::pdf;
    std::string paper = "A4";
    Sawing sawing = {};
    std::string detail = {};  ///< in the margins: the rig and the day
    Planning planning = {};
    unsigned revision = 1;                          ///< of the rig, in the title of drawings
    const inventory::Workshop* workshop = nullptr;  ///< whose drawer comes first
    double own_rate = 0;                            ///< of an hour of one's own, in the workshop's currency
    std::optional<double> ready_made = {};          ///< what it would cost to buy
    double ready_delivery = 0;                      ///< until that would be here [s]; 0: not known
};

/// A file that is to be written: a name that every system has, and its bytes.
struct ToWrite {
    std::string name, bytes;
    friend bool operator==(const ToWrite&, const ToWrite&) = default;
};
/// All files of templates and lists of pieces: one PDF or CSV, an SVG or DXF a piece.
/// Errors  A Problem: not to be had in this format, nothing to make, no such paper.
Result<std::vector<ToWrite>> exported(const Made& made, const Wish& wish);
/// The same of all that a rig has, hardware, plan, schedule, cost and report included.
/// Errors  A Problem: as above, or the plan, the schedule or the check say.
Result<std::vector<ToWrite>> exported(const rig::Rig& rig, const Wish& wish, const study::Job& job = {});
/// The list behind it, for a terminal or a screen; nothing of templates and reports. Errors: as exported().
Result<std::optional<Table>> list_of(const rig::Rig& rig, const Wish& wish);

/// A list or the report as pages: what its PDF prints. Errors: as exported(), or it is no list.
Result<drawing::Document> document_of(const rig::Rig& rig, const Wish& wish, const study::Job& job = {});

/// A file's name out of words: letters, digits and hyphens of ASCII, at most 60; others leave a hyphen.
std::string file_name(std::string_view words);

}  // namespace clampet::make
