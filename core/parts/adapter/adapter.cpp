#include <algorithm>

#include "parts/rows.h"

namespace clampet::parts {
namespace {

/// A thread at each end: a reversible stud, a coupling nut, an adapter. Origin: where its lower end meets what it is
/// held by.
Result<Body> build(const Values& v) {
    const double body = number(v, "body"), across = number(v, "across"), density = density_of(v);
    Solids solids;
    solids.add(cylinder({0, 0, body / 2}, across, body, Vector::UnitZ(), stuff_of(v)), density);
    std::vector<Port> ports;
    for (const std::string key : {"below", "top"}) {
        const bool is_top = key == "top";
        const auto thread = major_diameter(v, key + "_thread");
        if (!thread) return thread.problem();
        if (!(*thread < across + 1e-9) && text(v, key) == "socket")
            return Problem{"adapter.no_wall", "across", "Nothing is left round the thread.",
                           fmt::format("Give more than {:.1f} mm.", *thread * 1000)};
        auto port =
            end_port(v, key, {.at = {0, 0, is_top ? body : 0}, .length = across, .surface = text(v, "surface")});
        if (!port) return port.problem();
        const double way = is_top ? 1 : -1;
        if (text(v, key) == "stud")
            solids.add(cylinder(port->at + way * Vector(0, 0, number(v, key + "_stud") / 2), *thread,
                                number(v, key + "_stud"), Vector::UnitZ(), stuff_of(v)),
                       density);
        else if (text(v, key) == "socket")
            solids.drill(cylinder(port->at - way * Vector(0, 0, std::min(body, number(v, key + "_depth")) / 2), *thread,
                                  std::min(body, number(v, key + "_depth")), Vector::UnitZ(), Stuff::metal),
                         density);
        ports.push_back(std::move(*port));
    }
    return solids.body(std::move(ports));
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (neighbour.kind == families::PortKind::thread) fit_end(v, above ? "below" : "top", neighbour);
}

std::vector<families::Parameter> rows() {
    std::vector<families::Parameter> all{
        length_row("body", "Body, height", 0.012, 0.2, "Between its two ends, without studs."),
        length_row("across", "Body, across", 0.016, 0.1, "Its flats or its rim."), material_row("brass"),
        surface_row("surface", "Its ends are", "steel", "What they press on rubs on this.")};
    for (auto& row : end_rows("below", "Below it has", "stud")) all.push_back(std::move(row));
    for (auto& row : end_rows("top", "On top it has", "stud")) all.push_back(std::move(row));
    return all;
}

}  // namespace

const PartKind& adapter_kind() {
    static const SimpleKind kind(
        {"adapter", "Thread adapter, stud or coupling",
         "A thread at each end: a stud, a coupling nut, an adapter from one thread to another.", Role::part,
         Origin::buy},
        rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
