#include "report.h"

#include <fmt/format.h>

#include <cmath>

#include "quantity/format.h"

namespace clampet::cli {

using nlohmann::ordered_json;

std::string one_line(std::string_view text) {
    std::string line;
    for (const char c : text) {
        const auto byte = static_cast<unsigned char>(c);
        if (byte >= 0x20 && byte != 0x7f)
            line += c;
        else
            line += c == '\n' ? "\\n" : c == '\t' ? "\\t" : fmt::format("\\x{:02x}", byte);
    }
    return line;
}

int fail(const Problem& problem, int exit_code) {
    fmt::print(stderr, "clampet-cli: {} [{}]\n", one_line(problem.sentence()), problem.id.text());
    return exit_code;
}

ordered_json number(double value) {
    return std::isfinite(value) ? ordered_json(value) : ordered_json(nullptr);
}
ordered_json numbers(const mechanics::Wrench& w) {
    return {w.fx, w.fy, w.fz, w.mx, w.my, w.mz};
}

ordered_json numbers(const Eigen::Vector3d& v) {
    return {v.x(), v.y(), v.z()};
}

ordered_json named(const std::vector<families::NamedValue>& values) {
    ordered_json json = ordered_json::object();
    for (const auto& v : values) json[v.name] = number(v.value);
    return json;
}

ordered_json working(const families::Working& lines) {
    ordered_json json = ordered_json::array();
    for (const auto& line : lines)
        json.push_back({{"quantity", line.quantity},
                        {"formula", line.formula},
                        {"numbers", line.numbers},
                        {"value", number(line.value)},
                        {"unit", quantity::si_symbol(line.dimension)},
                        {"source", line.source}});
    return json;
}

void print(const ordered_json& json) {
    fmt::print("{}\n", json.dump(2, ' ', false, ordered_json::error_handler_t::replace));
}

void print_modes(const std::vector<families::ModeReport>& modes) {
    fmt::print("{:<14} {:<9} {:>9} {:>9} {:>9}  {}\n", "mode", "class", "factor", "mass", "live", "how");
    for (const auto& m : modes)
        fmt::print("{:<14} {:<9} {:>9} {:>9} {:>9}  {}\n", m.mode,
                   m.mode_class == families::ModeClass::ultimate ? "ultimate" : "service",
                   quantity::format_factor(m.factor), quantity::format_factor(m.factor_mass),
                   quantity::format_factor(m.factor_live), m.words().does());
}

void print_working(const families::Working& lines) {
    for (const auto& line : lines) {
        fmt::print("  {} = {}", line.quantity, line.formula);
        if (!line.numbers.empty()) fmt::print(" = {}", line.numbers);
        fmt::print(" = {}   [{}]\n", quantity::format(line.value, line.dimension), line.source);
    }
}

}  // namespace clampet::cli
