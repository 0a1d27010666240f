#include <algorithm>
#include <array>

#include "catalogue/material.h"
#include "parts/made_solid.h"
#include "parts/part_kind.h"
#include "quantity/format.h"

namespace clampet::parts {

const PartKind& floor_kind();
const PartKind& tube_kind();
const PartKind& post_kind();
const PartKind& vee_clamp_kind();
const PartKind& flat_jaws_kind();
const PartKind& slot_clamp_kind();
const PartKind& block_kind();
const PartKind& plate_kind();
const PartKind& bush_kind();
const PartKind& ball_cup_kind();
const PartKind& ball_plate_kind();
const PartKind& weight_kind();
const PartKind& camera_kind();
const PartKind& edge_kind();
const PartKind& wall_kind();
const PartKind& casters_kind();
const PartKind& post_socket_kind();
const PartKind& screw_clamp_kind();
const PartKind& spring_clamp_kind();
const PartKind& collar_kind();
const PartKind& pair_kind();
const PartKind& drop_collar_kind();
const PartKind& adapter_kind();
const PartKind& shoe_kind();
const PartKind& dovetail_clamp_kind();
const PartKind& yoke_kind();
const PartKind& tongue_kind();
const PartKind& link_kind();
const PartKind& end_clamp_kind();
const PartKind& segment_kind();
const PartKind& ball_tip_kind();
const PartKind& device_kind();
const PartKind& arm_kind();
const PartKind& arm_tip_kind();
const PartKind& strap_kind();
const PartKind& strap_plates_kind();
const PartKind& pan_base_kind();
const PartKind& turntable_kind();
const PartKind& pouch_kind();
const PartKind& cloth_flange_kind();
const PartKind& trestle_kind();
const PartKind& cart_kind();
const PartKind& handle_kind();
const PartKind& knob_kind();
const PartKind& weighted_base_kind();
const PartKind& slit_tube_kind();
const PartKind& band_kind();
const PartKind& hinge_kind();
const PartKind& hinge_flap_kind();
const PartKind& wedge_seat_kind();
const PartKind& wedge_plate_kind();
const PartKind& latch_kind();
const PartKind& carrier_kind();
const PartKind& plate_carrier_kind();
const PartKind& riser_kind();
const PartKind& ledge_kind();

std::span<const PartKind* const> registry() {
    static const std::array all{
        &floor_kind(),         &tube_kind(),        &edge_kind(),         &wall_kind(),          &strap_kind(),
        &pouch_kind(),         &post_kind(),        &casters_kind(),      &trestle_kind(),       &cart_kind(),
        &weighted_base_kind(), &post_socket_kind(), &slit_tube_kind(),    &vee_clamp_kind(),     &flat_jaws_kind(),
        &slot_clamp_kind(),    &screw_clamp_kind(), &spring_clamp_kind(), &collar_kind(),        &pair_kind(),
        &band_kind(),          &drop_collar_kind(), &end_clamp_kind(),    &strap_plates_kind(),  &cloth_flange_kind(),
        &arm_kind(),           &arm_tip_kind(),     &block_kind(),        &riser_kind(),         &plate_kind(),
        &bush_kind(),          &adapter_kind(),     &shoe_kind(),         &latch_kind(),         &dovetail_clamp_kind(),
        &wedge_seat_kind(),    &wedge_plate_kind(), &pan_base_kind(),     &turntable_kind(),     &yoke_kind(),
        &tongue_kind(),        &hinge_kind(),       &hinge_flap_kind(),   &link_kind(),          &handle_kind(),
        &knob_kind(),          &ball_cup_kind(),    &ball_plate_kind(),   &segment_kind(),       &ball_tip_kind(),
        &ledge_kind(),         &carrier_kind(),     &weight_kind(),       &plate_carrier_kind(), &camera_kind(),
        &device_kind(),
    };
    return all;
}

const PartKind* kind_named(std::string_view key) {
    for (const auto* kind : registry())
        if (kind->key() == key) return kind;
    return nullptr;
}

Problem no_kind(std::string_view key) {
    std::string known;
    for (const auto* kind : registry()) known += (known.empty() ? "" : ", ") + std::string(kind->key());
    return {"part.unknown_kind", "", fmt::format("There is no kind of part “{}”.", key),
            fmt::format("Use one of: {}.", known)};
}

std::string words_of(const Port& port) {
    std::string words;
    const auto add = [&](const std::string& word) { words += (words.empty() ? "" : ", ") + word; };
    for (const auto& size : families::sizes_of(port.kind)) {
        const auto at = port.sizes.find(size.key);
        if (at == port.sizes.end()) continue;
        std::string name = size.key;
        std::replace(name.begin(), name.end(), '_', ' ');
        if (const auto* number = std::get_if<double>(&at->second))
            add(name + " " + quantity::format(*number, size.dimension));
        else
            add(std::get<std::string>(at->second));
    }
    if (!port.surface.empty()) add(port.surface);
    const std::string kind =
        port.kind == families::PortKind::unknown ? "not said what it is" : std::string(families::name_of(port.kind));
    return words.empty() ? kind : kind + ": " + words;
}

Result<families::Values> completed(const PartKind& kind, const families::Values& given) {
    auto values = families::complete(kind.parameters(), kind.name(), given);
    if (!values || given.contains("surface") || !given.contains("material")) return values;
    const auto rows = kind.parameters();
    const auto row = [&](std::string_view key) {
        return std::find_if(rows.begin(), rows.end(), [&](const auto& p) { return p.key == key; });
    };
    const auto face = row("surface"), stuff = row("material");
    if (face == rows.end() || stuff == rows.end()) return values;
    const auto standard = catalogue::material_named(stuff->standard_text),
               now = catalogue::material_named(families::text(*values, "material"));
    if (!standard || !now || now->friction_class.empty()) return values;
    const bool is_bare = face->standard_text == standard->friction_class;
    const bool is_its = catalogue::is_face_of(face->standard_text, *standard);
    if (is_bare || (is_its && !catalogue::is_face_of(face->standard_text, *now)))
        (*values)["surface"] = now->friction_class;
    return values;
}

Result<std::vector<Workpiece>> workpieces_of(const PartKind& kind, const families::Values& given) {
    const auto body = built(kind, given);
    if (!body) return body.problem();
    auto pieces = kind.workpieces(*completed(kind, given));
    if (pieces.empty()) pieces = sawn_from(*body);
    std::erase_if(pieces, [](const Workpiece& piece) { return is_printed(piece.material); });
    for (const auto& piece : pieces)
        if (const auto ok = check_bores(piece); !ok) return ok.problem();
    return pieces;
}

Result<Body> built(const PartKind& kind, const families::Values& given) {
    const auto values = completed(kind, given);
    if (!values) return values.problem();
    // Materials are texts: what is not in the table is refused here, for every kind.
    for (const auto& p : kind.parameters())
        if (p.source == "catalogue" && p.key.find("material") != std::string::npos)
            if (const auto ok = catalogue::material_named(families::text(*values, p.key)); !ok)
                return ok.problem().at(p.key);
    auto body = kind.build(*values);
    if (!body) return body;
    for (auto& piece : body->made)
        if (piece.material.empty())
            piece.material = values->contains("material") ? families::text(*values, "material") : "mild steel";
    return body;
}

}  // namespace clampet::parts
