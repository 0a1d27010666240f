#include "parts/rows.h"

namespace clampet::parts {
namespace of_pouch {
namespace {

/// A pouch or a bag's panel. Origin: on its outer face, where the hole is; x away from it, z up.
Result<Body> pouch(const Values& v) {
    const double width = number(v, "width"), height = number(v, "height"), deep = number(v, "depth");
    Body body;
    Port panel{"panel", families::PortKind::cloth, Vector::Zero(), Vector::UnitX(), Vector::UnitZ()};
    panel.sizes = {{"cloth", text(v, "cloth")}};
    panel.surface = "cloth";
    body.ports = {panel};
    body.shapes = {box({-deep / 2, 0, 0}, {deep, width, height}, Stuff::rubber)};
    return body;
}

/// A tee-nut through cloth, between rubber washers. Origin: on the cloth's outer face; z away from it.
Result<Body> flange(const Values& v) {
    const double diameter = number(v, "diameter"), washer = number(v, "washer"), neck = number(v, "neck"),
                 out = number(v, "out");
    const auto thread = major_diameter(v, "thread");
    if (!thread) return thread.problem();
    if (neck <= *thread || neck >= diameter)
        return Problem{"cloth_flange.neck_does_not_fit", "neck",
                       "The barrel is no wider than its thread, or wider than its flange.",
                       fmt::format("Give more than {} and less than the flange.", mm_up(*thread))};
    const double density = density_of(v);
    Solids solids;
    solids.add_bought(cylinder({0, 0, washer / 2}, diameter, washer, Vector::UnitZ(), Stuff::rubber), rubber_density,
                      fmt::format("rubber washer Ø{:.0f} mm", diameter * 1000));
    solids.add_bought(cylinder({0, 0, -washer / 2}, diameter, washer, Vector::UnitZ(), Stuff::rubber), rubber_density,
                      fmt::format("rubber washer Ø{:.0f} mm", diameter * 1000));
    solids.add_bought(cylinder({0, 0, -washer - 0.001}, diameter, 0.002, Vector::UnitZ(), stuff_of(v)), density,
                      fmt::format("tee-nut {}, flange Ø{:.0f} mm", text(v, "thread"), diameter * 1000));
    solids.add_bought(cylinder({0, 0, out / 2}, neck, out, Vector::UnitZ(), stuff_of(v)), density);
    Port on{"cloth", families::PortKind::cloth};
    on.sizes = {{"diameter", diameter}, {"lever", diameter / 2}};
    on.surface = "rubber";
    Port top = female_thread("top", {0, 0, std::max(out, washer)}, text(v, "thread"), out, "rubber");
    top.sizes["face"] = diameter;
    return solids.body({on, top});
}

void fit(Values& v, const Port& neighbour, bool above) {
    const auto designation = neighbour.sizes.find("designation");
    if (!above && designation != neighbour.sizes.end()) v["thread"] = designation->second;
}

}  // namespace
}  // namespace of_pouch

const PartKind& pouch_kind() {
    using namespace of_pouch;
    static const SimpleKind kind(
        {"pouch", "Pouch or bag panel", "Cloth that a tee-nut goes through.", Role::support, Origin::site},
        {length_row("width", "Width", 0.16, 2, "As much as is drawn."),
         length_row("height", "Height", 0.20, 2, "As much as is drawn."),
         length_row("depth", "Depth", 0.06, 1, "As much as is drawn; it weighs nothing."),
         families::text_row("cloth", "Cloth", "nylon pack cloth, 500 denier",
                            "As sold: canvas, pack cloth, doubled webbing.")},
        pouch);
    return kind;
}

const PartKind& cloth_flange_kind() {
    using namespace of_pouch;
    static const SimpleKind kind(
        {"cloth_flange", "Tee-nut in cloth", "A tee-nut through cloth, between rubber washers."},
        {length_row("diameter", "Washers, diameter", 0.030, 0.2, "They spread the load on the cloth."),
         length_row("washer", "Washers, thickness", 0.003, 0.02, "Of each, of rubber."),
         length_row("neck", "Barrel, diameter", 0.008, 0.1, "Of the tee-nut."),
         length_row("out", "Barrel, length", 0.009, 0.1, "From the cloth outwards; the thread's depth."),
         thread_row("thread", "Thread", "1/4-20 UNC", "What is screwed into it."), material_row("mild steel")},
        flange, {}, fit);
    return kind;
}

}  // namespace clampet::parts
