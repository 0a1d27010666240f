#pragma once
#include <string>
#include <string_view>

#include "inventory/workshop.h"

namespace clampet::project {

inline constexpr int workshop_schema = 1;

/// Reads a workshop file's text. See docs/file-format.md.
/// Errors  A Problem whose `where` is "line N, /path": broken JSON, a missing or unknown key, a wrong type, a newer
///         schema, or a workshop that inventory::validate refuses.
Result<inventory::Workshop> read_workshop(std::string_view text);
/// Writes it so that read_workshop gives back an equal one.
std::string write_workshop(const inventory::Workshop& workshop);
/// The fields as tables of the format's description.
std::string workshop_tables();
/// The workshop of the demonstration: invented.
inventory::Workshop demo_workshop();

}  // namespace clampet::project
