#pragma once
#include <string>
#include <vector>

#include "parts/body.h"
#include "quantity/result.h"
#include "solids/mesh.h"

namespace clampet::solids {

/// What a number in an STL file means; STEP says it itself.
enum class FileUnit { millimetre, centimetre, metre, inch };
double metres_of(FileUnit unit);

/// A solid read from a file.
struct Imported {
    std::size_t triangles = 0;
    bool is_closed = true;
    MeshProperties whole;            ///< its volume, area, centroid and inertia; of an open one those of its hull
    parts::Vector least, most;       ///< the box that holds it [m]
    parts::Shape hull;               ///< for its picture and for what it touches
    std::vector<std::string> notes;  ///< what was found and mended, or what to mind
};

/// Reads an STL (text or binary) or a STEP file.
/// Errors  A Problem when it is missing, too large (250 MB), broken, empty, flat, or of another kind.
Result<Imported> read_solid(const std::string& path, FileUnit unit = FileUnit::millimetre);

}  // namespace clampet::solids
