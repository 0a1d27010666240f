#include "parts/rows.h"

namespace clampet::parts {
namespace of_yoke {
namespace {

/// Two cheeks with a bolt through them, or one: the lower half of a hinge or a tilt. Origin: the face it stands on; the
/// pivot's axis is y.
Result<Body> build(const Values& v) {
    const double height = number(v, "height"), face = number(v, "face"), cheek = number(v, "cheek"),
                 gap = number(v, "gap"), base = number(v, "base"), length = number(v, "length"),
                 density = density_of(v);
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    if (height <= base + face / 2)
        return Problem{"yoke.pivot_in_base", "height", "The face of the pivot runs into the base.",
                       fmt::format("Give more than {}.", mm_up(base + face / 2))};
    const bool two = text(v, "lap") == "yoke";
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double wide = two ? gap + 2 * cheek : cheek + gap, up = height + face / 2, hole = *screw * 1.05;
    solids.piece("base");
    solids.add(box({0, 0, base / 2}, {length, wide, base}, stuff), density);
    const auto side = [&](double y) {
        solids.glued("cheek");
        solids.add(box({0, y, base + (up - base) / 2}, {face, cheek, up - base}, stuff), density);
        solids.drill(cylinder({0, y, height}, hole, cheek, Vector::UnitY(), stuff), density);
        for (const double end : {1.0, -1.0}) solids.round_off({end * face / 2, y, base}, 0.1 * cheek);
    };
    side(-(gap / 2 + cheek / 2));
    if (two) side(gap / 2 + cheek / 2);
    solids.add_screw(cylinder({0, 0, height}, *screw, gap + 2 * cheek + 0.02, Vector::UnitY(), Stuff::metal),
                     text(v, "screw"));
    const double knob = number(v, "knob");
    if (knob > 0) {
        const Vector at(0, gap / 2 + cheek + 0.018, height);
        solids.add_bought(cylinder(at, knob, 0.016, Vector::UnitY(), Stuff::wood), hardwood_density,
                          fmt::format("knob Ø{:.0f} mm for {}", knob * 1000, text(v, "screw")));
        solids.keep_free(fingers_round(at, knob, 0.016, Vector::UnitY()));
    } else {
        buy_knob_or_nut(solids, v);
    }
    Port pivot{"pivot", families::PortKind::pivot, {0, 0, height}, Vector::UnitY(), Vector::UnitX()};
    pivot.sizes = {{"outer", face},
                   {"inner", hole},
                   {"thickness", cheek},
                   {"lap", text(v, "lap")},
                   {"screw", text(v, "screw")},
                   {"tight", text(v, "tight")}};
    pivot.surface = text(v, "surface");
    auto below = end_port(v, "below", {.length = length, .width = wide, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), pivot});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    if (const auto face = size_of(neighbour, "outer")) v["face"] = *face;
    if (const auto thick = size_of(neighbour, "thickness")) v["gap"] = *thick;
}

std::vector<families::Parameter> rows() {
    return with_end(
        {length_row("height", "Axis above its foot", 0.060, 1, "To the bolt's middle."),
         length_row("face", "Friction face, diameter", 0.040, 0.5, "Round the bolt."),
         length_row("cheek", "Cheek, thickness", 0.012, 0.2, "Of one."),
         length_row("gap", "Between the cheeks", 0.018, 0.5, "What turns between them."),
         choice_row("lap", "It has", {{"yoke", "two cheeks"}, {"single", "one cheek"}}, "yoke",
                    "A tongue between two, or a lap on one."),
         length_row("base", "Base, thickness", 0.012, 0.2, "Under the cheeks."),
         length_row("length", "Base, length", 0.050, 1, "Ahead."),
         thread_row("screw", "Bolt", "M8", "Through the cheeks."), tight_row("hand tight, star knob Ø40"),
         gap_row("knob", "Knob, diameter", 0.040, 0.3, "On the bolt; 0 for a nut."), material_row("birch plywood"),
         surface_row("surface", "Faces of", "plywood", "What rubs in the pivot.")},
        "below", "It is held by", "socket");
}

/// Cheeks that stand on their base; glued and screwed from below.
std::vector<Workpiece> pieces(const Values& v) {
    const double height = number(v, "height"), face = number(v, "face"), cheek = number(v, "cheek"),
                 gap = number(v, "gap"), base = number(v, "base"), length = number(v, "length");
    const bool two = text(v, "lap") == "yoke";
    auto foot = piece_of(v, "base", length, two ? gap + 2 * cheek : cheek + gap, base);
    for (auto& bore : end_bores(v, "below", Eigen::Vector2d::Zero(), base, true)) foot.bores.push_back(std::move(bore));
    const double up = height + face / 2 - base;
    auto side = piece_of(v, "cheek", up, face, cheek);
    side.count = two ? 2 : 1;
    side.bores.push_back(screw_hole({height - base - up / 2, 0}, text(v, "screw"), true));
    side.note = fmt::format("its end {} to the base", fixed_how(side.stuff));
    return {std::move(foot), std::move(side)};
}

}  // namespace
}  // namespace of_yoke

const PartKind& yoke_kind() {
    using namespace of_yoke;
    static const SimpleKind kind(
        {"yoke", "Yoke or knuckle, lower half", "Two cheeks and a bolt: what a tongue tilts between."}, rows(), build,
        {}, fit, pieces);
    return kind;
}

}  // namespace clampet::parts
