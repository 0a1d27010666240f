#include <algorithm>

#include "parts/fittings.h"
#include "parts/rows.h"

namespace clampet::parts {
namespace of_adapter {
namespace {

/// One end of it: where it lies along the body's axis, and which way is out.
struct End {
    std::string key;
    double at = 0, out = 1;
};

/// A stud or a threaded hole.
Result<Port> threaded(const Values& v, const End& end, Solids& solids) {
    const double body = number(v, "body"), across = number(v, "across"), density = density_of(v);
    const auto thread = major_diameter(v, end.key + "_thread");
    if (!thread) return thread.problem();
    const bool is_socket = text(v, end.key) == "socket";
    if (!(*thread < across + 1e-9) && is_socket)
        return Problem{"adapter.no_wall", "across", "Nothing is left round the thread.",
                       fmt::format("Give more than {}.", mm_up(*thread))};
    auto port = end_port(v, end.key, {.at = {0, 0, end.at}, .length = across, .surface = text(v, "surface")});
    if (!port) return port;
    const double long_as = is_socket ? std::min(body, number(v, end.key + "_depth")) : number(v, end.key + "_stud");
    const double middle = end.at + (is_socket ? -1 : 1) * end.out * long_as / 2;
    if (is_socket)
        solids.drill(cylinder({0, 0, middle}, *thread, long_as, Vector::UnitZ(), Stuff::metal), density);
    else
        solids.add(cylinder({0, 0, middle}, *thread, long_as, Vector::UnitZ(), stuff_of(v)), density);
    return port;
}

/// A foot slides in, under the body.
Port foot(const Values& v, const End& end, Solids& solids) {
    Port port = foot_port(end.key, {0, 0, end.at});
    const double thick = *size_of(port, "thickness");
    solids.add(box({0, 0, end.at + end.out * thick / 2}, {*size_of(port, "depth"), *size_of(port, "width"), thick},
                   stuff_of(v)),
               density_of(v));
    port.at.z() += end.out * thick;
    return port;
}

/// What stands in a 16 mm socket of a light stand's head.
Port stud_of_a_stand(const Values& v, const End& end, Solids& solids) {
    Port port{end.key, families::PortKind::spigot, {0, 0, end.at}};
    port.sizes = {{"diameter", stand_stud}, {"length", stand_stud_length}};
    port.surface = text(v, "surface");
    solids.add(cylinder({0, 0, end.at + end.out * stand_stud_length / 2}, stand_stud, stand_stud_length,
                        Vector::UnitZ(), stuff_of(v)),
               density_of(v));
    return port;
}

/// What it goes in by: a thread, a foot, a stand's stud. Origin: where its lower end meets what it is held by.
Result<Body> build(const Values& v) {
    const double body = number(v, "body"), across = number(v, "across");
    Solids solids;
    solids.add(cylinder({0, 0, body / 2}, across, body, Vector::UnitZ(), stuff_of(v)), density_of(v));
    std::vector<Port> ports;
    for (const End& end : {End{"below", 0, -1}, End{"top", body, 1}}) {
        const auto& kind = text(v, end.key);
        if (kind == "foot") {
            ports.push_back(foot(v, end, solids));
        } else if (kind == "stand_stud") {
            ports.push_back(stud_of_a_stand(v, end, solids));
        } else {
            auto port = threaded(v, end, solids);
            if (!port) return port.problem();
            ports.push_back(std::move(*port));
        }
    }
    return solids.body(std::move(ports));
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (neighbour.kind == families::PortKind::thread) fit_end(v, above ? "below" : "top", neighbour);
    if (above && is_accessory_shoe(neighbour)) v["below"] = "foot";
}

std::vector<families::Parameter> rows() {
    std::vector<families::Parameter> all{
        length_row("body", "Body, height", 0.012, 0.2, "Between its two ends, without studs."),
        length_row("across", "Body, across", 0.016, 0.1, "Its flats or its rim."), material_row("brass"),
        surface_row("surface", "Its ends are", "steel", "What they press on rubs on this.")};
    for (auto& row : end_rows("below", "Below it has", "stud")) {
        if (row.key == "below") {
            row.choices.push_back({"foot", "a shoe foot"});
            row.choices.push_back({"stand_stud", "a 16 mm stud"});
        }
        all.push_back(std::move(row));
    }
    for (auto& row : end_rows("top", "On top it has", "stud")) all.push_back(std::move(row));
    return all;
}

}  // namespace
}  // namespace of_adapter

const PartKind& adapter_kind() {
    using namespace of_adapter;
    static const SimpleKind kind(
        {"adapter", "Thread adapter, stud or coupling",
         "A thread at each end: a stud, a coupling nut, an adapter from one thread to another; or a shoe foot or a "
         "16 mm stud with a thread on it.",
         Role::part, Origin::buy},
        rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
