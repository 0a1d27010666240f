#include "catalogue/material.h"

#include <fmt/format.h>

#include <nlohmann/json.hpp>
#include <set>
#include <vector>

namespace clampet::embedded {
std::string_view materials();
std::string_view friction();
}  // namespace clampet::embedded

namespace clampet::catalogue {
namespace {

std::vector<Material> read_materials() {
    std::vector<Material> all;
    const auto document = nlohmann::json::parse(embedded::materials());
    for (const auto& row : document.at("materials")) {
        all.push_back({row.at("name"), row.at("density_kg_m3"), row.at("youngs_modulus_GPa").get<double>() * 1e9,
                       row.at("poisson"), row.at("ultimate_MPa").get<double>() * 1e6,
                       row.at("yield_MPa").get<double>() * 1e6, row.at("bearing_MPa").get<double>() * 1e6,
                       row.at("soft_thread"), row.at("source"), row.at("drawn_as")});
    }
    return all;
}

std::vector<FrictionPair> read_pairs() {
    std::vector<FrictionPair> all;
    const auto document = nlohmann::json::parse(embedded::friction());
    for (const auto& row : document.at("pairs"))
        all.push_back({row.at("a"), row.at("b"), row.at("low"), row.at("typical"), row.at("high"), row.at("source")});
    return all;
}

}  // namespace

std::span<const Material> materials() {
    static const std::vector<Material> all = read_materials();
    return all;
}

Result<Material> material_named(std::string_view name) {
    std::string known;
    for (const auto& material : materials()) {
        if (material.name == name) return material;
        known += (known.empty() ? "" : ", ") + material.name;
    }
    return Problem{"material.unknown", "material", fmt::format("The material “{}” is not in the catalogue.", name),
                   fmt::format("Use one of: {}.", known)};
}

const std::vector<std::string>& surfaces() {
    static const std::vector<std::string> all = [] {
        std::set<std::string> names;
        for (const auto& pair : friction_pairs()) names.insert({pair.a, pair.b});
        return std::vector<std::string>(names.begin(), names.end());
    }();
    return all;
}

std::span<const FrictionPair> friction_pairs() {
    static const std::vector<FrictionPair> all = read_pairs();
    return all;
}

Result<FrictionPair> friction_between(std::string_view a, std::string_view b) {
    std::string partners;
    for (const auto& pair : friction_pairs()) {
        if ((pair.a == a && pair.b == b) || (pair.a == b && pair.b == a)) return pair;
        if (pair.a == a || pair.b == a || pair.a == b || pair.b == b)
            partners += (partners.empty() ? "" : "; ") + pair.name();
    }
    return Problem{
        "friction.no_value_for_pair", "friction", fmt::format("There is no friction value for {} on {}.", a, b),
        partners.empty()
            ? "Measure it and type the number, for example 0.35."
            : fmt::format("Type a measured number, for example 0.35, or use a pair that is known: {}.", partners)};
}

Result<FrictionPair> friction_named(std::string_view name) {
    const auto split = name.find(" on ");
    if (split == name.npos)
        return Problem{"friction.not_a_pair", "friction", fmt::format("“{}” is not a pair of materials.", name),
                       "Write for example steel on plywood."};
    return friction_between(name.substr(0, split), name.substr(split + 4));
}

}  // namespace clampet::catalogue
