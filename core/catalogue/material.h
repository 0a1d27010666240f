#pragma once
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "quantity/result.h"

namespace clampet::catalogue {

/// Young's modulus of a steel screw [Pa]. Shigley, table A-5 gives 207 GPa for carbon steel, 205 from memory.
inline constexpr double steel_modulus = 205e9;

/// Shear under which nothing can be threaded into a material: pads, glass, composites across their fibres; our
/// judgement [Pa].
inline constexpr double least_thread_shear = 0.3e6;

/// A material as the checks use it, all SI. What a material does not have is 0: a pad has no yield, a metal no gravity.
struct Material {
    std::string name;
    std::string group;  ///< timber, board, print, plastic, composite, metal, glass or pad
    double density = 0, youngs_modulus = 0, shear_modulus = 0, poisson = 0;
    double ultimate = 0;              ///< tensile, of timber bending strength along the grain [Pa]
    double yield = 0;                 ///< R_p of a metal, what a plastic or timber screw may be stretched to [Pa]
    double design_stress = 0;         ///< what it may be bent to for good; timber with knots, its 5 % value [Pa]
    double thread_shear = 0;          ///< of threads cut into it: timber 34.5 G^2 MPa [Pa]
    double thread_shear_lasting = 0;  ///< low and for good: timber x 0.7 x 0.6, plastic 0.4 of its strength [Pa]
    double bearing = 0;               ///< allowable pressure where something is pressed on its face [Pa]
    double bearing_end = 0;           ///< the same on its end grain or its edge [Pa]
    double gravity_for_screws = 0;    ///< specific gravity, oven-dry, of timber and boards [1]
    /// Change of width for each per cent of moisture, as a share: along the growth rings, and across them. Timber only.
    double moves_tangential = 0, moves_radial = 0;
    double strain_limit = 0;     ///< what it may be strained once [1]
    double pad_modulus = 0;      ///< of a pad that is squeezed, Young's modulus [Pa]
    double retention = 0;        ///< share of a preload that is left after a day [1]
    double creep = 0;            ///< what a lasting load adds to the elastic drop, as a share of it [1]
    double damping = 0;          ///< share of critical [1]
    bool soft_thread = false;    ///< wood and plastic: three turns instead of two, longer engagement
    bool screws = false;         ///< a grade that screws are sold in
    std::string friction_class;  ///< its surface in the friction table, where that knows it
    std::string source;
    std::string drawn_as = "metal";  ///< metal, wood, plastic or rubber
};
std::span<const Material> materials();
/// The material of that name; as people write it, in any case and order, where only one is meant. Null: none.
const Material* material_meant(std::string_view name);
/// The same.
/// Errors  A Problem that offers those it may mean.
Result<Material> material_named(std::string_view name);

/// Dry static friction of a pair, 5 %, 50 % and 95 % values [1].
struct FrictionPair {
    std::string a, b;
    double low = 0, typical = 0, high = 0;
    std::string source;
    std::string name() const { return a + " on " + b; }
};
std::span<const FrictionPair> friction_pairs();
/// The surfaces that the pairs know, each once, in the order of the alphabet.
const std::vector<std::string>& surfaces();
/// The pair, in either order. Errors: a Problem that names the partners known for each material.
Result<FrictionPair> friction_between(std::string_view a, std::string_view b);
/// What touches where somebody names a face: a surface of the friction table, a material ("oak" is hardwood), or a
/// finish on one ("varnished oak" is varnished wood, "stained oak" is as bare).
/// Errors  A Problem that offers what it may mean, or says that the finish does not go on that material.
Result<std::string> surface_named(std::string_view face);
/// Whether a surface is that material's, bare or finished: "varnished wood" is oak's, "rubber" is not.
bool is_face_of(std::string_view surface, const Material& material);
/// The surface once it is of another material: that material's bare face, or the surface itself where it is a finish on
/// that material ("painted steel" of mild steel). Empty where the material's face is not known.
std::string surface_of(std::string_view surface, const Material& material);
/// The surface with a finish on it. Errors: a Problem, the finish is unknown or not for that.
Result<std::string> finished(std::string_view surface, std::string_view finish);
/// The pair by its name, "steel on plywood" or "varnished oak on rubber", in either order.
Result<FrictionPair> friction_named(std::string_view name);

}  // namespace clampet::catalogue
