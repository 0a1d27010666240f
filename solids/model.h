#pragma once
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "parts/body.h"
#include "quantity/result.h"
#include "solids/mesh.h"
#include "study/job.h"

namespace clampet::solids {

/// How solids differ from the sizes they are made to.
struct Allowance {
    /// Round holes and pockets for nuts come out narrower in prints: so much is added to their diameters and across
    /// their flats; common practice 0.1 to 0.4 mm, a ladder of test holes says better [m].
    double printed_holes = 0.0002;
};
/// Range  0 to 2 mm. Errors: a Problem.
Status check(const Allowance& allowance);
/// That of a ladder of test holes, kept within the range.
Allowance allowed(double clearance);

/// A closed solid of a part.
struct ModelPiece {
    std::string name;      ///< "boom clamp: upper jaw"
    std::string material;  ///< of the table
    parts::Stuff stuff = parts::Stuff::wood;
    double density = 0;  ///< [kg/m^3]
    bool is_printed = false;
    MeshProperties whole;      ///< exact, in the part's frame, `inertia` for a density of 1
    double filled_volume = 0;  ///< of holes for threads, that screws and inserts fill [m^3]
};

/// What is made of a part as solids, in the part's frame; OCCT's boundary representation.
class Model {
 public:
    /// Joins and cuts the pieces of a body. What is glued of a print is one with it.
    /// Errors  A Problem: it has none, one does not come out closed and valid, it was stopped.
    static Result<Model> of(const parts::Body& body, const std::string& part, const Allowance& allowance = {},
                            const study::Job& job = {});
    const std::vector<ModelPiece>& pieces() const;
    /// Its surface as triangles, welded, within a chord error [m].
    Mesh mesh(std::size_t piece, double chord) const;

    /// All their pieces as one STEP file, or nothing where it could not be made: see step_of().
    static std::optional<std::string> as_step(const std::vector<Model>& models);

 private:
    struct Shapes;
    std::shared_ptr<const Shapes> shapes_;
};

}  // namespace clampet::solids
