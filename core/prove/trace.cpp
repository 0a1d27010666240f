#include "prove/trace.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>

#include "prove/columns.h"
#include "quantity/dimension.h"
#include "study/stopped.h"

namespace clampet::prove {
namespace {

constexpr std::size_t least_points = 10, most_points = 2'000'000, readings_a_step = 4096;
constexpr double most_force = 1e6;  // [N]
constexpr double zero_time = 0.3, fall = 0.25, fall_time = 0.6, plateau = 0.15, plateau_time = 1.0, grows = 0.05,
                 flat = 0.07;

constexpr double g = quantity::standard_gravity;  // [m/s^2]
using quantity::pound;

struct Columns {
    std::size_t time = 0, force = 1, first = 0;  ///< and the first row of numbers
    double time_unit = 1, force_unit = 1;
};

Result<Columns> chosen_columns(const quantity::Spreadsheet& table) {
    Columns columns;
    const auto named = columns_of(table);
    if (!named) return columns;
    columns.first = 1;
    std::optional<std::size_t> time, force;
    for (std::size_t i = 0; i < named->size(); ++i) {
        const auto& column = (*named)[i];
        if (!time && (column.is({"time", "t ", "t[", "t(", "seconds"}) || column.name == "t")) time = i;
        if (!force && (column.is({"force", "load", "pull", "weight", "f ", "f[", "f("}) || column.name == "f"))
            force = i;
    }
    const auto line = fmt::format("line {}", table.rows.front().line);
    if (!time || !force)
        return Problem{"trace.no_columns", line, "The first line names no column of time, or none of force.",
                       "Begin with for example: time (s);force (N)."};
    columns.time = *time;
    columns.force = *force;
    const auto &time_unit = (*named)[*time].unit, &force_unit = (*named)[*force].unit;
    const auto of_time = unit_of_time(time_unit), of_force = unit_of_force(force_unit);
    if (!of_time || !of_force)
        return Problem{
            "trace.unknown_unit", line,
            fmt::format("“{}” is no unit of {}.", of_time ? force_unit : time_unit, of_time ? "force" : "time"),
            of_time ? "Use N, kN, kg, g, lb or oz." : "Use s, ms or min."};
    columns.time_unit = *of_time;
    columns.force_unit = *of_force;
    return columns;
}

/// Of five readings the middle one: what spikes is gone, edges stay.
std::vector<double> smoothed(const std::vector<double>& force) {
    std::vector<double> all(force.size());
    for (std::size_t i = 0; i < force.size(); ++i) {
        const std::size_t from = i < 2 ? 0 : i - 2, to = std::min(force.size(), i + 3);
        std::array<double, 5> few{};
        std::copy(force.begin() + static_cast<std::ptrdiff_t>(from), force.begin() + static_cast<std::ptrdiff_t>(to),
                  few.begin());
        const auto end = few.begin() + static_cast<std::ptrdiff_t>(to - from),
                   middle = few.begin() + static_cast<std::ptrdiff_t>((to - from) / 2);
        std::nth_element(few.begin(), middle, end);
        all[i] = *middle;
    }
    return all;
}

/// The last reading before `i` that is still near the most.
std::size_t last_near(const std::vector<double>& force, std::size_t top, std::size_t i) {
    while (i > top && force[i] < 0.95 * force[top]) --i;
    return i;
}

/// Whether the mean of each third is near the most: rising to it and falling from it is not.
bool is_flat(const std::vector<double>& force, std::size_t from, std::size_t to, double most) {
    for (std::size_t third = 0; third < 3; ++third) {
        const auto begin = from + (to - from) * third / 3, end = from + (to - from) * (third + 1) / 3;
        if (end == begin) return false;
        const double sum = std::accumulate(force.begin() + static_cast<std::ptrdiff_t>(begin),
                                           force.begin() + static_cast<std::ptrdiff_t>(end), 0.0);
        if (sum / static_cast<double>(end - begin) < (1 - flat) * most) return false;
    }
    return true;
}

/// The most of the first second in which the force stays within what a slide leaves of it and that nothing before the
/// fall goes beyond; nothing where there is none.
std::optional<std::size_t> plateau_of(const Trace& trace, const std::vector<double>& force, std::size_t fallen,
                                      double peak) {
    // The most from each reading on, up to the fall.
    std::vector<double> later(fallen + 1, 0);
    for (std::size_t i = fallen; i-- > 0;) later[i] = std::max(force[i], later[i + 1]);
    double next = trace.time.front();
    for (std::size_t from = 0; from < fallen; ++from) {
        if (trace.time[from] < next || force[from] < 0.2 * peak) continue;
        next = trace.time[from] + plateau_time / 10;
        std::size_t to = from, top = from;
        double least = force[from];
        while (to < fallen && trace.time[to] - trace.time[from] < plateau_time) {
            least = std::min(least, force[to]);
            if (force[to] > force[top]) top = to;
            ++to;
        }
        if (to == fallen) return std::nullopt;
        if (least >= (1 - plateau) * force[top] && is_flat(force, from, to, force[top]) &&
            later[to] <= (1 + grows) * force[top])
            return top;
    }
    return std::nullopt;
}

}  // namespace

std::optional<double> unit_of_force(const std::string& name) {
    return unit_named(name, {{"", 1},
                             {"n", 1},
                             {"kn", 1e3},
                             {"kg", g},
                             {"kgf", g},
                             {"g", g / 1e3},
                             {"lb", pound * g},
                             {"lbs", pound * g},
                             {"lbf", pound * g},
                             {"oz", pound * g / 16}});
}

Result<Trace> read_trace(std::string_view text, const study::Job& job) {
    const auto table = quantity::read_spreadsheet(text);
    if (!table) return table.problem();
    if (table->rows.size() < least_points)
        return Problem{"trace.too_short", "", fmt::format("There are only {} readings.", table->rows.size()),
                       fmt::format("A pull has at least {}, a line each.", least_points)};
    if (table->rows.size() > most_points)
        return Problem{"trace.too_long", "", "There are more readings than any pull has.",
                       fmt::format("Give at most {}: the part round the pull.", most_points)};
    const auto columns = chosen_columns(*table);
    if (!columns) return columns.problem();
    Trace trace;
    for (std::size_t i = columns->first; i < table->rows.size(); ++i) {
        if (i % readings_a_step == 0) {
            if (job.is_cancelled()) return study::was_stopped();
            if (job.progress) job.progress(i, table->rows.size());
        }
        const auto& row = table->rows[i];
        const auto number = [&](std::size_t column, const char* name) -> Result<double> {
            const auto value = quantity::number_in(
                column < row.cells.size() ? quantity::trimmed(row.cells[column]) : std::string(), table->separator);
            if (!value) return value.problem().at(fmt::format("line {}, {}", row.line, name));
            return *value;
        };
        const auto time = number(columns->time, "time"), force = number(columns->force, "force");
        if (!time) return time.problem();
        if (!force) return force.problem();
        const double t = *time * columns->time_unit, f = *force * columns->force_unit;
        if (!trace.time.empty() && t < trace.time.back())
            return Problem{"trace.backwards", fmt::format("line {}, time", row.line), "Time runs backwards here.",
                           "Give one pull at a time, its readings in order."};
        if (std::abs(f) > most_force)
            return Problem{"trace.impossible_force", fmt::format("line {}, force", row.line),
                           "No scale shows that force.", "Check the column and its unit."};
        trace.time.push_back(t);
        trace.force.push_back(f);
    }
    return trace;
}

Result<LetGo> let_go_of(const Trace& trace) {
    auto force = smoothed(trace.force);
    LetGo found;
    std::size_t still = 0;
    while (still < force.size() && (still < 3 || trace.time[still] - trace.time.front() <= zero_time)) ++still;
    const double mean =
        std::accumulate(trace.force.begin(), trace.force.begin() + static_cast<std::ptrdiff_t>(still), 0.0) /
        static_cast<double>(still);
    const auto [least, most] = std::minmax_element(force.begin(), force.end());
    if (*most - mean < -0.5 * (*least - mean))
        return Problem{"trace.wrong_way", "",
                       "The scale shows a push, not a pull: its force falls below where it began.",
                       "Turn it round, or change the sign of the force."};
    if (std::abs(mean) < 0.2 * (*most - mean)) found.zero = mean;
    double square = 0;
    for (std::size_t i = 0; i < still; ++i) square += (trace.force[i] - mean) * (trace.force[i] - mean);
    found.noise = std::sqrt(square / static_cast<double>(still));
    for (auto& f : force) f -= found.zero;
    const double peak = *std::max_element(force.begin(), force.end());
    if (!(peak > 5 * found.noise) || !(peak > 0.05))
        return Problem{"trace.no_pull", "", "Nothing was pulled here: the force never leaves its noise.",
                       "Pull while it records, and check the unit."};
    // The first fall, and the most before it.
    std::size_t top = 0, fallen = force.size();
    for (std::size_t i = 0; i < force.size(); ++i) {
        if (force[i] >= force[top]) top = i;
        if (force[top] < 0.2 * peak || force[i] >= (1 - fall) * force[top]) continue;
        if (trace.time[i] - trace.time[last_near(force, top, i)] > fall_time) break;  // let down by hand
        fallen = i;
        found.shape = Shape::drop;
        break;
    }
    if (const auto slid = plateau_of(trace, force, fallen, peak)) {
        top = *slid;
        found.shape = Shape::slide;
    } else if (found.shape == Shape::nothing) {
        top = static_cast<std::size_t>(std::max_element(force.begin(), force.end()) - force.begin());
    }
    found.force = force[top];
    found.at = trace.time[top];
    return found;
}

}  // namespace clampet::prove
