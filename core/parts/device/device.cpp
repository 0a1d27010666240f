#include "catalogue/device.h"

#include "parts/fittings.h"
#include "parts/rows.h"

namespace clampet::parts {
namespace of_device {
namespace {

/// So far before its body a lens is drawn for itself [m].
constexpr double a_lens_of_its_own = 0.030;

/// What it sees with; the sensor lies over its socket, which is common practice.
Lens lens_of(const catalogue::Device::Sees& sees, const Values& v) {
    Lens lens;
    lens.at = {sees.front, 0, sees.up};
    lens.sensor_width = sees.sensor_width;
    lens.sensor_height = sees.sensor_height;
    lens.focal_length = number(v, "focal_length") > 0 ? number(v, "focal_length") : sees.focal_length;
    lens.sensor_behind = sees.front;
    lens.closest_focus = sees.closest_focus;
    return lens;
}

/// A thing that is carried, by its class: phone, light, monitor, recorder. Origin: where it is screwed on; x ahead.
Result<Body> build(const Values& v) {
    const auto device = catalogue::device_named(text(v, "device"));
    if (!device) return device.problem().at("device");
    const Vector size(device->body[0], device->body[1], device->body[2]);
    const Vector balance(device->ahead, device->aside, device->above);
    Solids solids;
    // Drawn as a box about where it balances, but not below where it stands.
    const double up = std::max(balance.z(), size.z() / 2), under = up - size.z() / 2;
    const auto over = [&](int axis) { return std::clamp(balance[axis], -size[axis] / 2, size[axis] / 2); };
    solids.add_weighed(box({over(0), over(1), up}, size, Stuff::payload), 0);
    const double from = over(0) + size.x() / 2;
    if (device->sees && device->sees->front >= from + a_lens_of_its_own) {
        const double length = device->sees->front - from;
        const double across = 0.75 * std::min(size.y(), size.z());
        solids.add_weighed(
            cylinder({from + length / 2, 0, device->sees->up}, across, length, Vector::UnitX(), Stuff::payload), 0);
    }
    if (under > 1e-6)
        solids.add_weighed(box({0, 0, under / 2}, {0.02, 0.02, under}, Stuff::metal), 0);  // what holds it
    Body body = solids.body({});
    body.mass = device->typical_mass();
    body.centre_of_gravity = balance;
    if (device->sees) body.lens = lens_of(*device->sees, v);
    if (text(v, "mount") == "foot") {
        body.ports = {foot_port("mount", Vector::Zero())};
        return body;
    }
    auto mount = end_port(
        v, "mount",
        {.length = std::max(0.01, size.x()), .width = std::max(0.01, size.y()), .surface = text(v, "surface")});
    if (!mount) return mount.problem();
    if (text(v, "mount") == "face") mount->sizes.erase("thickness");
    body.ports = {std::move(*mount)};
    return body;
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return;
    if (neighbour.kind == families::PortKind::shoe)
        v["mount"] = "foot";
    else if (neighbour.kind == families::PortKind::ledge)
        v["mount"] = "face";
    else
        fit_end(v, "mount", neighbour);
}

/// Classes of cameras.
std::vector<std::string> what_sees() {
    std::vector<std::string> names;
    for (const auto& device : catalogue::devices())
        if (device.sees) names.push_back(device.name);
    return names;
}

std::vector<families::Parameter> rows() {
    auto rows = with_end({families::text_row("device", "It is a", "pocket LED light",
                                             "By its class: phone, action camera, 7-inch monitor, LED panel.", "input"),
                          shown_for(quantity_row("focal_length", "Focal length", quantity::Dimension::length, 0, {0, 2},
                                                 "Of its lens; 0: as its class mostly has it.", "input"),
                                    "device", what_sees()),
                          surface_row("surface", "Its foot is", "painted aluminium", "What it is pressed with.")},
                         "mount", "It is held by", "socket");
    for (auto& row : rows)  // ISO 518
        if (row.key == "mount") row.choices.push_back({"foot", "a shoe foot"});
    return rows;
}

}  // namespace
}  // namespace of_device

const PartKind& device_kind() {
    using namespace of_device;
    static const SimpleKind kind(
        {"device", "Phone, light, monitor or other device",
         "A thing that is carried, by its class: typical mass and balance; weigh yours.", Role::payload, Origin::have},
        rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
