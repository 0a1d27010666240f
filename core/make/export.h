#pragma once
#include <string>
#include <vector>

#include "make/cut_list.h"

namespace clampet::make {

enum class What { templates, cut_list, drills };
enum class Format { pdf, svg, dxf, csv };
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
};

/// A file that is to be written: a name that every system has, and its bytes.
struct ToWrite {
    std::string name, bytes;
    friend bool operator==(const ToWrite&, const ToWrite&) = default;
};
/// All files of it: one PDF or CSV, an SVG or DXF a piece.
/// Errors  A Problem: not to be had in this format, nothing to make, no such paper.
Result<std::vector<ToWrite>> exported(const Made& made, const Wish& wish);

/// A file's name out of words: letters, digits and hyphens of ASCII, at most 60; others leave a hyphen.
std::string file_name(std::string_view words);

}  // namespace clampet::make
