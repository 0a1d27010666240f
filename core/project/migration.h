#pragma once
#include <nlohmann/json.hpp>

#include "rig/rig.h"

namespace clampet::project {

/// Turns a rig file of schema 1 into one of the present schema, as JSON.
/// Meaning  The push becomes a load case; a ball's pose keeps its axes' names. Bends nothing else: what is wrong stays
///          wrong, so that the reader tells it. Input of any shape.
void migrate_from_1(nlohmann::json& document);
/// Schema 1 took an arm or a chain to end at its support's port: that port moves to where it begins.
void move_roots_from_1(rig::Rig& rig);
/// An arm of links within one pivot becomes as many pivots, with a weightless link between each two.
void part_links_from_1(rig::Rig& rig);
/// Where in a file of schema 1 stood what a problem names in the present one.
std::string path_in_1(const std::string& path);

}  // namespace clampet::project
