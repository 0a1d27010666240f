#include "parts/rows.h"

#include "catalogue/material.h"
#include "catalogue/thread.h"

namespace clampet::parts {

using quantity::Dimension;

families::Parameter material_row(std::string standard, std::string help) {
    return families::text_row("material", "Made of", std::move(standard), std::move(help), "catalogue");
}

families::Parameter surface_row(std::string key, std::string label, std::string standard, std::string help) {
    std::vector<families::Choice> choices;
    for (const auto& name : catalogue::surfaces()) choices.push_back({name, name});
    return families::choice_row(std::move(key), std::move(label), std::move(choices), std::move(standard),
                                std::move(help));
}

families::Parameter thread_row(std::string key, std::string label, std::string standard, std::string help) {
    return families::text_row(std::move(key), std::move(label), std::move(standard), std::move(help), "catalogue");
}

families::Parameter mass_row(std::string key, std::string label, double standard, std::string help) {
    return families::quantity_row(std::move(key), std::move(label), Dimension::mass, standard, {0, 100},
                                  std::move(help), "from memory");
}

double density_of(const Values& values, std::string_view key) {
    const auto material = catalogue::material_named(families::text(values, key));
    return material ? material->density : 0;
}

Stuff stuff_of(const Values& values, std::string_view key) {
    const auto material = catalogue::material_named(families::text(values, key));
    return material ? named<Stuff>(material->drawn_as).value_or(Stuff::metal) : Stuff::metal;
}

Result<double> major_diameter(const Values& values, std::string_view key) {
    const auto thread = catalogue::thread_named(families::text(values, key));
    if (!thread) return thread.problem().at(std::string(key));
    return thread->major;
}

Status check_hole(const Values& values) {
    if (number(values, "hole") < std::min(number(values, "length"), number(values, "width"))) return Done{};
    return Problem{"plate.hole_too_wide", "hole", "The hole is as wide as what it goes through.",
                   "Give less than its length and its width."};
}

Port face_port(std::string id, const Vector& at, double length, double width, double hole, std::string surface) {
    Port port{std::move(id), families::PortKind::face, at};
    port.sizes = {{"length", length}, {"width", width}};
    if (hole > 0) port.sizes["hole"] = hole;
    port.surface = std::move(surface);
    return port;
}

Port male_thread(std::string id, const Vector& at, std::string designation, double length, std::string surface) {
    Port port{std::move(id), families::PortKind::thread, at};
    port.sizes = {{"designation", std::move(designation)}, {"sex", "male"}, {"length", length}};
    port.surface = std::move(surface);
    return port;
}

Port female_thread(std::string id, const Vector& at, std::string designation, double depth, std::string surface) {
    Port port{std::move(id), families::PortKind::thread, at};
    port.sizes = {{"designation", std::move(designation)}, {"sex", "female"}, {"depth", depth}};
    port.surface = std::move(surface);
    return port;
}

}  // namespace clampet::parts
