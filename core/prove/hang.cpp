#include "prove/hang.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "prove/records.h"
#include "quantity/format.h"
#include "quantity/numbers.h"
#include "quantity/parse.h"
#include "quantity/spreadsheet.h"
#include "rig/in_force.h"

namespace clampet::prove {
namespace {

using quantity::Dimension;
constexpr double least_deviation = 0.05;
using quantity::z95;
constexpr double least_kept = 0.01, may_grow = 0.05, rounding = 1e-6;

double decades(double time) {
    return std::log10(1 + time / quantity::a_minute);
}

/// a + b x by least squares, and what it leaves.
struct Line {
    double a = 0, b = 0, left = 0;
};
template <class Of>
Line line_through(const std::vector<rig::Hang::Reading>& readings, Of of) {
    double n = 0, x = 0, y = 0, xx = 0, xy = 0;
    for (const auto& r : readings) {
        const double at = of(r.time);
        n += 1, x += at, y += r.value, xx += at * at, xy += at * r.value;
    }
    Line line;
    line.b = (n * xy - x * y) / std::max(1e-300, n * xx - x * x);
    line.a = (y - line.b * x) / n;
    for (const auto& r : readings) {
        const double d = r.value - line.a - line.b * of(r.time);
        line.left += d * d;
    }
    return line;
}

/// What an interface is said to keep after a day; nothing where it loses nothing.
std::optional<double> said_to_keep(const rig::Interface& seam) {
    for (const auto& element : seam.elements) {
        const auto* family = families::family_named(element.family);
        const auto* row = family ? families::find_parameter(*family, "kept") : nullptr;
        if (!row || row->kind != families::Kind::quantity) continue;
        const auto values = rig::values_of(element, rig::End::typical, {});
        if (!values) continue;
        const auto at = values->find("kept");
        if (const auto* value = at == values->end() ? nullptr : std::get_if<double>(&at->second)) return *value;
    }
    return std::nullopt;
}

std::string in_days(double time) {
    const auto count = [](double n, const char* one, const char* many) {
        return n < 1.5 ? std::string(one) : fmt::format("{:.0f} {}", n, many);
    };
    if (time < 1.5 * quantity::an_hour)
        return count(std::max(1.0, std::floor(time / quantity::a_minute)), "minute", "minutes");
    if (time < 2 * a_day) return count(std::floor(time / quantity::an_hour), "hour", "hours");
    if (time < 3 * a_week) return count(std::floor(time / a_day), "day", "days");
    if (time < 90 * a_day) return count(std::floor(time / a_week), "week", "weeks");
    return count(std::floor(time / (a_year / 12)), "month", "months");
}

}  // namespace

double Kept::after(double time) const {
    return std::clamp(1 - loss * decades(time), 0.0, 1.0);
}

double Kept::until(double share) const {
    if (!(loss > 0)) return std::numeric_limits<double>::infinity();
    const double time = quantity::a_minute * (std::pow(10, std::max(0.0, 1 - share) / loss) - 1);
    return time > 100 * a_year ? std::numeric_limits<double>::infinity() : time;
}

Result<Kept> kept_by(const rig::Hang& hang) {
    const auto& first = hang.readings.front();
    double sum = 0, squares = 0, left = 0;
    std::size_t count = 0;
    const auto each = [&](auto use) {
        for (std::size_t i = 1; i < hang.readings.size(); ++i)
            use(decades(hang.readings[i].time - first.time), 1 - hang.readings[i].value / first.value);
    };
    each([&](double x, double lost) { sum += x * lost, squares += x * x, ++count; });
    Kept kept;
    kept.loss = sum / std::max(1e-12, squares);
    each([&](double x, double lost) { left += (lost - kept.loss * x) * (lost - kept.loss * x); });
    const double own = count > 1 ? std::sqrt(left / static_cast<double>(count - 1)) : 0;
    kept.deviation = std::max(own, least_deviation) / std::sqrt(std::max(1e-12, squares));
    if (kept.loss * decades(a_day) < -may_grow)
        return Problem{"hang.grows", "readings", "By these readings the force grows while it hangs.",
                       "Check them: the first is what it took just after it was tightened."};
    kept.loss = std::max(0.0, kept.loss);
    const auto share = [&](double z) {
        return std::clamp(1 - (kept.loss + z * kept.deviation) * decades(a_day), least_kept, 1.0);
    };
    kept.after_a_day = {share(z95), share(0), share(-z95)};
    return kept;
}

Crept crept_by(const rig::Hang& hang) {
    const auto start = hang.readings.front().time, end = hang.readings.back().time;
    const auto since = [&](double t) { return decades(t - start); };
    const Line settling = line_through(hang.readings, since),
               going = line_through(hang.readings, [&](double t) { return t - start; });
    Crept crept;
    crept.now = hang.readings.back().value;
    crept.settles = hang.readings.size() < 3 || settling.left <= going.left;
    const auto at = [&](double t) {
        return crept.settles ? settling.a + settling.b * decades(t) : going.a + going.b * t;
    };
    crept.after_a_day = at(a_day);
    crept.after_a_week = at(a_week);
    crept.rate = crept.settles ? settling.b / (std::log(10.0) * (quantity::a_minute + end - start)) : going.b;
    crept.noise = std::sqrt((crept.settles ? settling.left : going.left) /
                            static_cast<double>(std::max<std::size_t>(1, hang.readings.size() - 2)));
    return crept;
}

Result<std::vector<rig::Hang::Reading>> readings_of(std::string_view text, rig::HangOf of) {
    std::vector<rig::Hang::Reading> all;
    const bool is_mark = of == rig::HangOf::mark;
    const auto wrong = [&](const std::string& what) {
        return Problem{"hang.no_reading", "readings", fmt::format("“{}” is no reading.", what),
                       is_mark ? "Write a time and a length: 0 = 0 mm, 10 min = 0.2 mm, 8 h = 0.5 mm."
                               : "Write a time and a force: 0 = 42 N, 1 h = 38 N, 1 d = 35 N."};
    };
    while (!text.empty()) {
        const auto comma = std::min(text.find_first_of(",;\n"), text.size());
        const auto one = quantity::trimmed(text.substr(0, comma));
        text.remove_prefix(std::min(comma + 1, text.size()));
        if (one.empty()) continue;
        const auto equals = one.find('=');
        if (equals == std::string::npos) return wrong(one);
        const auto time = quantity::parse(quantity::trimmed(one.substr(0, equals)), Dimension::time, "s");
        const auto value = is_mark ? quantity::parse(quantity::trimmed(one.substr(equals + 1)), Dimension::length, "mm")
                                   : quantity::parse_pull(quantity::trimmed(one.substr(equals + 1)));
        if (!time || !value) return wrong(one);
        all.push_back({*time, *value});
    }
    if (!is_mark && !all.empty()) {
        const double first = all.front().value;
        if (!(first > 0)) return wrong("a first force of none");
        for (auto& reading : all) reading.value /= first;
    }
    return all;
}

Result<rig::Hang> recorded(const rig::Rig& rig, const HangAsked& asked) {
    const auto* seam = seam_named(rig, asked.seam);
    if (!seam)
        return Problem{"hang.no_seam", "seam", fmt::format("There is no interface “{}” in this rig.", asked.seam),
                       "Name one of its interfaces."};
    rig::Hang hang{fresh_record_id(rig, "hang"), seam->id, asked.date, asked.of, asked.readings, 0, false, asked.note};
    if (const auto ok = check(hang); !ok) return ok.problem();
    auto untaught = rig;
    untaught.learned = {};
    if (const auto stood = said_to_keep(rig::in_force(untaught, *untaught.interface(seam->id)))) hang.stood = *stood;
    if (asked.of == rig::HangOf::force)
        if (const auto kept = kept_by(hang); !kept) return kept.problem();
    return hang;
}

Retighten retightening(const rig::Rig& rig, const rig::Interface& seam, double factor, double required) {
    const auto counted = said_to_keep(rig::in_force(rig, seam));
    if (!counted || *counted >= 1) return {{}, "It loses no force that is known of."};
    const rig::Hang* last = nullptr;
    for (const auto& hang : rig.hangs)
        if (!hang.is_off && hang.of == rig::HangOf::force && hang.seam == seam.id) last = &hang;
    Kept kept;
    if (const auto seen = last ? kept_by(*last) : Result<Kept>(kept); seen) kept = *seen;
    // Without a test: as the table has it after a day, by the same law.
    if (!last) kept.loss = (1 - *counted) / decades(a_day);
    const double least = factor > 0 ? *counted * required / factor : 1;
    const std::string by = last ? "as it was seen" : "by its material";
    if (!(factor / *counted >= required)) return {{}, "It does not hold what is asked of it, tightened anew or not."};
    const double time = kept.until(least);
    if (time < (1 - rounding) * a_day)
        return {0.0, "Tighten it before every use: what is left after a day is not enough."};
    if (!(time / 2 <= a_year)) return {{}, fmt::format("It keeps enough for a year, {}.", by)};
    return {time / 2, fmt::format("Tighten it again after {}, {}.", in_days(time / 2), by)};
}

}  // namespace clampet::prove
