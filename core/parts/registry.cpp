#include <array>

#include "catalogue/material.h"
#include "parts/part_kind.h"

namespace clampet::parts {

const PartKind& floor_kind();
const PartKind& tube_kind();
const PartKind& post_kind();
const PartKind& vee_clamp_kind();
const PartKind& block_kind();
const PartKind& plate_kind();
const PartKind& bush_kind();
const PartKind& ball_cup_kind();
const PartKind& ball_plate_kind();
const PartKind& weight_kind();
const PartKind& camera_kind();

std::span<const PartKind* const> registry() {
    static const std::array<const PartKind*, 11> all{
        &floor_kind(), &tube_kind(),     &post_kind(),       &vee_clamp_kind(), &block_kind(),  &plate_kind(),
        &bush_kind(),  &ball_cup_kind(), &ball_plate_kind(), &weight_kind(),    &camera_kind(),
    };
    return all;
}

const PartKind* kind_named(std::string_view key) {
    for (const auto* kind : registry())
        if (kind->key() == key) return kind;
    return nullptr;
}

Result<Body> built(const PartKind& kind, const families::Values& given) {
    const auto values = families::complete(kind.parameters(), kind.name(), given);
    if (!values) return values.problem();
    // Materials are texts: what is not in the table is refused here, for every kind.
    for (const auto& p : kind.parameters())
        if (p.source == "catalogue" && p.key.find("material") != std::string::npos)
            if (const auto ok = catalogue::material_named(families::text(*values, p.key)); !ok)
                return Problem{p.key, ok.problem().what, ok.problem().remedy};
    return kind.build(*values);
}

}  // namespace clampet::parts
