#include <fmt/format.h>

#include <cmath>

#include "prove/columns.h"
#include "prove/tap.h"
#include "quantity/dimension.h"
#include "study/stopped.h"

namespace clampet::prove {
namespace {

constexpr std::size_t least_rows = 64, most_rows = 2'000'000, job_step = 4096;
constexpr double most_acceleration = 1e5;  // [m/s^2]

struct Layout {
    std::optional<std::size_t> time, axes[3];
    double time_unit = 1, acceleration_unit = 1;
    std::size_t first = 0;  ///< row of numbers
};

/// Which axis a column is of, if of one: its last letter, but for its unit.
std::optional<std::size_t> axis_of(const Column& column) {
    auto name = column.name.substr(0, column.name.find_first_of("[("));
    name = quantity::trimmed(name);
    if (name.empty() || name.find("gyro") != name.npos || name.find("magnet") != name.npos ||
        name.find("rotation") != name.npos || name.find("abs") != name.npos)
        return std::nullopt;
    const char last = name.back();
    if (last < 'x' || last > 'z') return std::nullopt;
    const bool is_short = name.size() <= 3;
    if (!is_short && name.find("acc") == name.npos && name.find("gf") == name.npos) return std::nullopt;
    return static_cast<std::size_t>(last - 'x');
}

std::optional<double> unit_of_acceleration(const Column& column) {
    if (column.unit.empty() && column.name.starts_with("gf")) return quantity::standard_gravity;
    return unit_named(column.unit, {{"", 1},
                                    {"m/s^2", 1},
                                    {"m/s²", 1},
                                    {"m/s2", 1},
                                    {"m/s/s", 1},
                                    {"g", quantity::standard_gravity},
                                    {"mg", quantity::standard_gravity / 1000}});
}

Problem no_columns(std::size_t line) {
    return {"recording.no_columns", fmt::format("line {}", line),
            "The first line names no column of time, or none of acceleration.",
            "Begin with for example: time (s);x (m/s^2);y (m/s^2);z (m/s^2)."};
}

/// Apps count nanoseconds of the day or milliseconds without saying so: a step of more than ten is none of seconds.
double unsaid_unit(const quantity::Spreadsheet& table, std::size_t first, std::size_t column) {
    const auto at = [&](std::size_t row) {
        const auto& cells = table.rows[row].cells;
        const auto value =
            column < cells.size() ? quantity::number_in(cells[column], table.separator) : Result<double>(0.0);
        return value ? *value : 0.0;
    };
    const std::size_t last = table.rows.size() - 1;
    const double step = (at(last) - at(first)) / static_cast<double>(std::max<std::size_t>(1, last - first));
    return step > 1e5 ? 1e-9 : step > 1000 ? 1e-6 : step >= 1 ? 1e-3 : 1;
}

Result<Layout> layout_of(const quantity::Spreadsheet& table) {
    Layout layout;
    const auto columns = columns_of(table);
    if (!columns) {
        layout.time = 0;
        for (std::size_t i = 0; i < 3; ++i)
            if (table.rows.front().cells.size() > i + 1) layout.axes[i] = i + 1;
        layout.time_unit = unsaid_unit(table, 0, 0);
        if (!layout.axes[0]) return no_columns(table.rows.front().line);
        return layout;
    }
    layout.first = 1;
    std::optional<double> unit;
    for (std::size_t i = 0; i < columns->size(); ++i) {
        const auto& column = (*columns)[i];
        // Seconds that have gone by are better than the time of the day.
        if (column.is({"seconds_elapsed", "elapsed"}) ||
            (!layout.time && (column.is({"time", "t ", "t[", "t(", "seconds", "timestamp"}) || column.name == "t"))) {
            layout.time = i;
            continue;
        }
        const auto axis = axis_of(column);
        if (!axis || layout.axes[*axis]) continue;
        const auto one = unit_of_acceleration(column);
        if (!one)
            return Problem{"recording.unknown_unit", fmt::format("line {}", table.rows.front().line),
                           fmt::format("“{}” is no unit of acceleration.", column.unit), "Use m/s^2 or g."};
        layout.axes[*axis] = i;
        unit = one;
    }
    if (!layout.time || !unit) return no_columns(table.rows.front().line);
    layout.acceleration_unit = *unit;
    const auto& said = (*columns)[*layout.time];
    const auto of_time = unit_of_time(said.unit);
    layout.time_unit = said.unit.empty() || !of_time ? unsaid_unit(table, 1, *layout.time) : *of_time;
    return layout;
}

}  // namespace

Result<Recording> read_recording(std::string_view text, const study::Job& job) {
    const auto table = quantity::read_spreadsheet(text);
    if (!table) return table.problem();
    if (table->rows.size() < least_rows || table->rows.size() > most_rows)
        return Problem{"recording.length", "",
                       fmt::format("There are {} readings: too few, or more than any tap has.", table->rows.size()),
                       "Record a few seconds, from before the tap until it is still: 64 lines at least."};
    const auto layout = layout_of(*table);
    if (!layout) return layout.problem();
    Recording recording;
    double start = 0;
    for (std::size_t i = layout->first; i < table->rows.size(); ++i) {
        if (i % job_step == 0) {
            if (job.is_cancelled()) return study::was_stopped();
            if (job.progress) job.progress(i, table->rows.size());
        }
        const auto& row = table->rows[i];
        const auto number = [&](std::size_t column) -> std::optional<double> {
            if (column >= row.cells.size()) return std::nullopt;
            const auto value = quantity::number_in(quantity::trimmed(row.cells[column]), table->separator);
            return value ? std::optional(*value) : std::nullopt;
        };
        const auto time = number(*layout->time);
        rig::Vector a = rig::Vector::Zero();
        bool is_whole = time.has_value();
        for (int axis = 0; axis < 3; ++axis)
            if (layout->axes[axis]) {
                const auto value = number(*layout->axes[axis]);
                is_whole = is_whole && value && std::abs(*value * layout->acceleration_unit) <= most_acceleration;
                a[axis] = value ? *value * layout->acceleration_unit : 0;
            }
        if (!is_whole)
            return Problem{"recording.no_number", fmt::format("line {}", row.line),
                           "Here a number is missing, or is none.", "Each line has a time and the accelerations."};
        if (recording.time.empty()) start = *time;
        const double at = (*time - start) * layout->time_unit;
        if (!recording.time.empty() && at < recording.time.back())
            return Problem{"recording.backwards", fmt::format("line {}", row.line), "Time runs backwards here.",
                           "Give one recording, its lines in order."};
        recording.time.push_back(at);
        recording.acceleration.push_back(a);
    }
    return recording;
}

}  // namespace clampet::prove
