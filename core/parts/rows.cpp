#include "parts/rows.h"

#include <fmt/format.h>

#include <cmath>

#include "catalogue/material.h"
#include "catalogue/thread.h"
#include "families/stock_use.h"
#include "quantity/format.h"

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

std::string bare_face(const Values& values, std::string_view key) {
    const auto material = catalogue::material_named(families::text(values, key));
    return material ? material->friction_class : std::string();
}

Result<double> major_diameter(const Values& values, std::string_view key) {
    const auto thread = catalogue::thread_named(families::text(values, key));
    if (!thread) return thread.problem().at(std::string(key));
    return thread->major;
}

std::vector<families::Parameter> end_rows(const std::string& key, const std::string& label,
                                          const std::string& standard) {
    return {
        choice_row(key, label, {{"face", "a face"}, {"socket", "a threaded hole"}, {"stud", "a stud"}}, standard,
                   "What it meets the next part with."),
        shown_for(thread_row(key + "_thread", label + ", thread", "1/4-20 UNC", "Of its stud or hole."), key,
                  {"socket", "stud"}),
        shown_for(length_row(key + "_depth", label + ", hole's depth", 0.012, 0.2, "Of its thread."), key, {"socket"}),
        shown_for(length_row(key + "_stud", label + ", stud's length", 0.008, 0.2, "That stands out."), key, {"stud"})};
}

std::vector<families::Parameter> with_end(std::vector<families::Parameter> rows, const std::string& key,
                                          const std::string& label, const std::string& standard) {
    for (auto& row : end_rows(key, label, standard)) rows.push_back(std::move(row));
    return rows;
}

Result<Port> end_port(const Values& values, const std::string& key, const EndPlace& place) {
    const auto& kind = text(values, key);
    Port port;
    if (kind == "face") {
        port = face_port(key, place.at, place.length, place.width > 0 ? place.width : place.length, place.hole,
                         place.surface);
        if (place.width == 0) {
            port.sizes.erase("length");
            port.sizes.erase("width");
            port.sizes["diameter"] = place.length;
        }
        if (place.thickness > 0) port.sizes["thickness"] = place.thickness;
    } else {
        const auto thread = major_diameter(values, key + "_thread");
        if (!thread) return thread.problem();
        port = kind == "stud"
                   ? male_thread(key, place.at, text(values, key + "_thread"), number(values, key + "_stud"))
                   : female_thread(key, place.at, text(values, key + "_thread"), number(values, key + "_depth"));
        port.surface = place.surface;
        port.sizes["face"] = place.width > 0 ? std::min(place.length, place.width) : place.length;
    }
    port.z = place.z;
    if (std::abs(port.z.x()) > 0.5) port.x = Vector::UnitZ();
    return port;
}

void fit_end(Values& values, const std::string& key, const Port& neighbour) {
    if (neighbour.kind != families::PortKind::thread) {
        if (neighbour.kind == families::PortKind::face) values[key] = "face";
        return;
    }
    const auto sex = neighbour.sizes.find("sex"), designation = neighbour.sizes.find("designation");
    if (sex != neighbour.sizes.end()) values[key] = sex->second == families::Value("male") ? "socket" : "stud";
    if (designation != neighbour.sizes.end()) values[key + "_thread"] = designation->second;
    if (const auto depth = size_of(neighbour, "depth")) values[key + "_stud"] = std::max(0.003, *depth - 0.001);
    if (const auto stud = size_of(neighbour, "length")) values[key + "_depth"] = *stud + 0.002;
}

Workpiece piece_of(const Values& values, std::string name, double length, double width, double thickness) {
    Workpiece piece;
    piece.name = std::move(name);
    const auto material = catalogue::material_named(text(values, "material"));
    piece.material = material ? material->name : text(values, "material");
    piece.stuff = stuff_of(values);
    piece.length = length;
    piece.width = width;
    piece.thickness = thickness;
    return piece;
}

Bore screw_hole(const Eigen::Vector2d& at, std::string thread, bool close) {
    const auto known = catalogue::thread_named(thread);
    const auto holes = known ? catalogue::clearance_holes(*known) : catalogue::ClearanceHoles{};
    return {at, close ? holes.close : holes.normal, 0, BoreFor::clearance, std::move(thread)};
}

std::vector<Bore> end_bores(const Values& values, const std::string& key, const Eigen::Vector2d& at, double thickness,
                            bool from_the_back) {
    const auto& kind = text(values, key);
    if (kind != "socket" && kind != "thread" && kind != "stud") return {};
    const auto major = major_diameter(values, key + "_thread");
    if (!major || (kind == "stud" && stuff_of(values) == Stuff::metal)) return {};
    const double depth = kind == "stud" ? stud_depths * *major : number(values, key + "_depth");
    return {{at, *major, depth < thickness ? depth : 0, BoreFor::thread, text(values, key + "_thread"), from_the_back}};
}

std::optional<double> size_of(const Port& port, std::string_view key) {
    const auto at = port.sizes.find(key);
    const auto* size = at == port.sizes.end() ? nullptr : std::get_if<double>(&at->second);
    return size ? std::optional(*size) : std::nullopt;
}

families::Parameter tight_row(std::string standard, std::string help) {
    return families::text_row("tight", "Tightened", std::move(standard), std::move(help), "input");
}

Status check_tight(const Values& values, std::string_view key) {
    // Any family that a screw squeezes knows hands and tools.
    const auto known = families::stock_value(*families::family_named("tube_grip"), "torque", text(values, key));
    if (known) return Done{};
    return known.problem().at(std::string(key));
}

namespace {

/// "star knob Ø32 mm for M6", as the row of what is turned says; empty for a tool.
std::string knob_of(const Values& values) {
    const auto known = families::stock_value(*families::family_named("tube_grip"), "torque", text(values, "tight"));
    if (!known || !known->row) return {};
    const auto bought = known->row->texts.find("bought_as");
    if (bought == known->row->texts.end()) return {};
    std::string said = bought->second;
    constexpr std::string_view for_thread = "{}";
    return said.replace(said.find(for_thread), for_thread.size(), text(values, "screw"));
}

}  // namespace

std::string ballast_in_words(double mass) {
    return fmt::format("ballast of {}, sandbags or plates", quantity::format(mass, quantity::Dimension::mass));
}

void buy_knob(Solids& solids, const Values& values) {
    if (auto knob = knob_of(values); !knob.empty()) solids.buy(std::move(knob));
}

void buy_knob_or_nut(Solids& solids, const Values& values) {
    auto knob = knob_of(values);
    solids.buy(knob.empty() ? text(values, "screw") + " nut" : std::move(knob));
}

Status check_hole(const Values& values) {
    if (number(values, "hole") < std::min(number(values, "length"), number(values, "width"))) return Done{};
    return Problem{"plate.hole_too_wide", "hole", "The hole is as wide as what it goes through.",
                   "Give less than its length and its width."};
}

Port face_port(std::string id, const Vector& at, double length, double width, double hole, std::string surface,
               double thickness) {
    Port port{std::move(id), families::PortKind::face, at};
    port.sizes = {{"length", length}, {"width", width}};
    if (hole > 0) port.sizes["hole"] = hole;
    if (hole > 0 && thickness > 0) port.sizes["thickness"] = thickness;
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

Shape swing(const Vector& hub, double radius, double from, double to, double height) {
    constexpr int chords = 8;
    Shape shape;
    shape.kind = ShapeKind::prism;
    shape.at = hub;
    shape.axis = Vector::UnitZ();
    shape.length = height;
    shape.profile = {{0, 0}};
    for (int i = 0; i <= chords; ++i) {
        const double angle = from + (to - from) * i / chords;
        shape.profile.push_back({radius * std::cos(angle), radius * std::sin(angle)});
    }
    return shape;
}

}  // namespace clampet::parts
