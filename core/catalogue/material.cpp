#include "catalogue/material.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>
#include <set>
#include <string>
#include <vector>

#include "catalogue/words/names.h"

namespace clampet::embedded {
std::string_view materials();
std::string_view friction();
}  // namespace clampet::embedded

namespace clampet::catalogue {
namespace {

Material read_material(const nlohmann::json& row) {
    constexpr double MPa = 1e6, GPa = 1e9;
    const auto read = [&](const char* key, double unit = 1) {
        const auto at = row.find(key);
        return at == row.end() ? 0 : at->get<double>() * unit;
    };
    Material m;
    m.name = row.at("name");
    m.group = row.at("group");
    m.drawn_as = row.at("drawn_as");
    m.friction_class = row.at("friction_class");
    m.source = row.at("source");
    m.soft_thread = row.at("soft_thread");
    m.screws = m.group == "screw" || row.value("screws", false);
    m.density = read("density_kg_m3");
    m.youngs_modulus = read("youngs_modulus_GPa", GPa);
    m.shear_modulus = read("shear_modulus_GPa", GPa);
    m.poisson = read("poisson");
    m.ultimate = read("ultimate_MPa", MPa);
    m.yield = read("yield_MPa", MPa);
    m.design_stress = read("design_stress_MPa", MPa);
    m.thread_shear = read("thread_shear_MPa", MPa);
    m.thread_shear_lasting = read("thread_shear_lasting_MPa", MPa);
    m.bearing = read("bearing_MPa", MPa);
    m.bearing_end = read("bearing_end_MPa", MPa);
    m.gravity_for_screws = read("gravity_for_screws");
    m.moves_tangential = read("moves_tangential_per_percent");
    m.moves_radial = read("moves_radial_per_percent");
    m.strain_limit = read("strain_limit");
    m.pad_modulus = read("pad_modulus_MPa", MPa);
    m.retention = read("retention_day");
    m.creep = read("creep_adds");
    m.damping = read("damping");
    return m;
}

std::vector<Material> read_materials() {
    std::vector<Material> all;
    const auto document = nlohmann::json::parse(embedded::materials());
    for (const auto& row : document.at("materials")) all.push_back(read_material(row));
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

namespace {

const NameList& material_names() {
    static const NameList names = [] {
        std::vector<std::string> all;
        for (const auto& material : materials()) all.push_back(material.name);
        return NameList(std::move(all));
    }();
    return names;
}

}  // namespace

const Material* material_meant(std::string_view name) {
    const auto called = [](std::string_view exactly) -> const Material* {
        const auto at =
            std::find_if(materials().begin(), materials().end(), [&](const Material& m) { return m.name == exactly; });
        return at == materials().end() ? nullptr : &*at;
    };
    if (const auto* exactly = called(name)) return exactly;
    // The same few words are asked about again and again.
    constexpr std::size_t most_remembered = 256;
    static thread_local std::map<std::string, const Material*, std::less<>> remembered;
    if (const auto known = remembered.find(name); known != remembered.end()) return known->second;
    const auto found = meant(material_names(), name);
    if (remembered.size() >= most_remembered) remembered.clear();
    return remembered[std::string(name)] = found.size() == 1 ? called(found.front()) : nullptr;
}

Result<Material> material_named(std::string_view name) {
    if (const auto* material = material_meant(name)) return *material;
    return Problem{"material.unknown", "material", fmt::format("“{}” is not one material of the catalogue.", name),
                   names_offered(material_names().names(), name)};
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

namespace {

struct Finish {
    std::string name, on, surface;
};
const std::vector<Finish>& finishes() {
    static const std::vector<Finish> all = [] {
        std::vector<Finish> rows;
        const auto document = nlohmann::json::parse(embedded::friction());
        for (const auto& row : document.at("finishes"))
            rows.push_back({row.at("finish"), row.at("on"), row.at("surface")});
        return rows;
    }();
    return all;
}

/// What a surface is, for a finish on it.
std::string_view stuff_of(std::string_view surface) {
    for (const auto& m : materials()) {
        if (m.friction_class != surface) continue;
        if (m.group == "timber" || m.group == "board") return "wood";
        if (m.group == "metal" || m.group == "screw")
            return surface.find("aluminium") != surface.npos ? "aluminium" : "steel";
        return "plastic";
    }
    for (const std::string_view stuff : {"wood", "aluminium", "steel"})
        if (surface.find(stuff) != surface.npos) return stuff;
    return "";
}

}  // namespace

Result<std::string> finished(std::string_view surface, std::string_view finish) {
    std::vector<std::string> known;
    bool is_known = false;
    for (const auto& row : finishes()) {
        const bool goes_on = row.on == "any" || row.on == stuff_of(surface);
        if (row.name == finish && goes_on) return row.surface.empty() ? std::string(surface) : row.surface;
        is_known = is_known || row.name == finish;
        if (goes_on) known.push_back(row.name);
    }
    const auto offered = fmt::format("On {} it may be {}.", surface, fmt::join(known, ", "));
    if (!is_known)
        return Problem{"finish.unknown", "finish", fmt::format("“{}” is no finish this knows.", finish), offered};
    return Problem{"finish.not_on_this", "finish",
                   fmt::format("No friction is known of {} that is {}.", surface, finish), offered};
}

bool is_face_of(std::string_view surface, const Material& material) {
    if (surface == material.friction_class) return true;
    const auto stuff = stuff_of(surface);
    return (stuff == "wood" || stuff == "steel" || stuff == "aluminium") && stuff == stuff_of(material.friction_class);
}

std::string surface_of(std::string_view surface, const Material& material) {
    const auto all = materials();
    const bool is_bare =
        std::any_of(all.begin(), all.end(), [&](const auto& m) { return m.friction_class == surface; });
    return !is_bare && is_face_of(surface, material) ? std::string(surface) : material.friction_class;
}

Result<std::string> surface_named(std::string_view face) {
    for (const auto& surface : surfaces())
        if (surface == face) return surface;
    for (const auto& row : finishes()) {
        if (!face.starts_with(row.name + " ")) continue;
        const auto under = surface_named(face.substr(row.name.size() + 1));
        if (!under) return under;
        if (const auto covered = finished(*under, row.name)) return covered;
        return finished(*under, row.name).problem();
    }
    const auto material = material_named(face);
    if (material && !material->friction_class.empty()) return material->friction_class;
    const auto found = meant(surfaces(), face);
    if (found.size() == 1) return found.front();
    return Problem{"friction.unknown_surface", "friction",
                   fmt::format("“{}” is no surface whose friction is known.", face), names_offered(surfaces(), face)};
}

Result<FrictionPair> friction_named(std::string_view name) {
    const auto split = name.find(" on ");
    if (split == name.npos)
        return Problem{"friction.not_a_pair", "friction", fmt::format("“{}” is not a pair of materials.", name),
                       "Write for example steel on plywood."};
    const auto one = surface_named(name.substr(0, split)), other = surface_named(name.substr(split + 4));
    for (const auto* side : {&one, &other})
        if (!*side) {
            Problem problem = side->problem();
            if (problem.id != "friction.unknown_surface") return problem;
            return Problem{"friction.no_value_for_pair", "friction",
                           fmt::format("There is no friction value for {}.", name),
                           "Type a measured number, for example 0.35. " + problem.what + " " + problem.remedy};
        }
    return friction_between(*one, *other);
}

}  // namespace clampet::catalogue
