#pragma once
#include "project/fields.h"

namespace clampet::project {

inline constexpr const char* rig_format = "clampet-rig";

/// The fields of a rig file, each once.
const Fields<rig::Rig>& rig_fields();

/// Of hands, in a rig and in a workshop.
const Fields<rig::Hands>& hands_fields();

/// The JSON Schema of a rig file, as docs/rig.schema.json holds it.
nlohmann::ordered_json rig_schema();
/// The tables of docs/file-format.md.
std::string rig_tables();

}  // namespace clampet::project
