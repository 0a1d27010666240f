#pragma once
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "quantity/result.h"

namespace clampet::catalogue {

/// Young's modulus of a steel screw [Pa]. Shigley, table A-5 gives 207 GPa for carbon steel, 205 from memory.
inline constexpr double steel_modulus = 205e9;

/// A material as the strength checks use it, all SI.
struct Material {
    std::string name;
    double density = 0, youngs_modulus = 0, poisson = 0;
    double ultimate = 0;       ///< tensile strength [Pa]
    double yield = 0;          ///< R_p of a metal, what a plastic or timber screw may be stretched to [Pa]
    double bearing = 0;        ///< allowable pressure where something is pressed on it [Pa]
    bool soft_thread = false;  ///< wood and plastic: three turns instead of two, longer engagement
    std::string source;
    std::string drawn_as = "metal";  ///< metal, wood, plastic or rubber
};
std::span<const Material> materials();
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
/// The pair by its name, "steel on plywood", in either order.
Result<FrictionPair> friction_named(std::string_view name);

}  // namespace clampet::catalogue
