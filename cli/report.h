#pragma once
#include <nlohmann/json.hpp>
#include <string>

#include "families/family.h"
#include "quantity/result.h"

namespace clampet::cli {

/// Control characters shown escaped, so that an error stays on its line.
std::string one_line(std::string_view text);
/// One line on standard error; returns the exit code given.
int fail(const Problem& problem, int exit_code);
/// A number for JSON: null for infinity (and never NaN).
nlohmann::ordered_json number(double value);
nlohmann::ordered_json numbers(const mechanics::Wrench& wrench);
/// Of x, y and z.
nlohmann::ordered_json numbers(const Eigen::Vector3d& vector);
nlohmann::ordered_json named(const std::vector<families::NamedValue>& values);
nlohmann::ordered_json working(const families::Working& lines);
void print(const nlohmann::ordered_json& json);
/// Text form of a mode's row and of the working.
void print_modes(const std::vector<families::ModeReport>& modes);
void print_working(const families::Working& lines);

}  // namespace clampet::cli
