#include "prove/records.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "make/schedule.h"

namespace clampet::prove {
namespace {

constexpr std::size_t longest_text = 2000;
constexpr double most_creep = 10, most_share = 100, most_time = 1e10;  // [m], [1], [s]

Problem impossible(const char* key, const char* what, const char* remedy) {
    return {"record.wrong", key, what, remedy};
}

bool is_within(double value, double least, double most) {
    return std::isfinite(value) && value >= least && value <= most;
}

Status check_text(const char* key, const std::string& text, bool must_be) {
    if ((must_be && text.empty()) || text.size() > longest_text)
        return impossible(key, "This is no text, or a very long one.", "Write 1 to 2000 characters.");
    return Done{};
}

}  // namespace

Status check_date(const std::string& date) {
    if (date.empty() || (date.size() == 10 && make::wall_time_of(date))) return Done{};
    return Problem{"record.no_date", "date", fmt::format("“{}” is no date.", date.substr(0, 40)),
                   "Write it as 2026-11-29."};
}

Status check(const rig::Tap& tap) {
    if (tap.id.empty() || tap.seam.empty())
        return impossible(tap.id.empty() ? "id" : "interface", "A tap has an id and an interface.", "Give both.");
    if (const auto ok = check_date(tap.date); !ok) return ok;
    if (!is_within(tap.frequency, 1e-3, 1e4))
        return impossible("frequency", "So fast, or so slowly, nothing swings here.", "Give 0.001 to 10000 Hz.");
    if (!is_within(tap.damping, 0, 0.99))
        return impossible("damping", "Damping is a share of critical.", "Give 0 to 0.99.");
    if (tap.corrects.empty()) return impossible("corrects", "It is not said what the tap corrects.", "Name an input.");
    if (!is_within(tap.value, 1e-12, 1e15) || !is_within(tap.stood, 0, 1e15))
        return impossible(is_within(tap.stood, 0, 1e15) ? "value" : "stood", "This is no value of an input.",
                          "Work it out anew from the recording.");
    if (!is_within(tap.spread, 1e-3, 1)) return impossible("spread", "This is no spread.", "Give 0.001 to 1.");
    return check_text("note", tap.note, false);
}

Status check(const rig::Hang& hang) {
    if (hang.id.empty() || hang.seam.empty())
        return impossible(hang.id.empty() ? "id" : "interface", "A time under load has an id and an interface.",
                          "Give both.");
    if (const auto ok = check_date(hang.date); !ok) return ok;
    if (hang.readings.size() < 2 || hang.readings.size() > most_readings)
        return impossible("readings", "There are too few readings, or too many.",
                          "Give 2 to 1000: what was there at first, and later.");
    double before = -1;
    const bool is_mark = hang.of == rig::HangOf::mark;
    for (const auto& reading : hang.readings) {
        if (!is_within(reading.time, 0, most_time) || reading.time <= before)
            return impossible("readings", "Its times run backwards, or stand still.",
                              "Give the time since it was loaded, each later than the one before.");
        before = reading.time;
        if (!is_within(reading.value, is_mark ? -most_creep : 0, is_mark ? most_creep : most_share))
            return impossible("readings", "A reading is no length, or no share.",
                              "Give how far the mark has moved, or what it takes to move it.");
    }
    if (!is_mark && !(hang.readings.front().value > 0))
        return impossible("readings", "The first force is none: the others are shares of it.",
                          "Begin with what it took just after it was tightened.");
    if (!is_within(hang.stood, 0, 1)) return impossible("stood", "A share lies between 0 and 1.", "Give 0 to 1.");
    return check_text("note", hang.note, false);
}

Status check(const rig::Measured& measured) {
    if (measured.id.empty() || measured.part.empty() || measured.of.empty())
        return impossible(measured.id.empty()     ? "id"
                          : measured.part.empty() ? "part"
                                                  : "of",
                          "A measurement has an id, a part and what was measured.", "Give all three.");
    if (const auto ok = check_date(measured.date); !ok) return ok;
    const bool may_be_none = measured.of == diagonals || balance_axis(measured.of);
    for (const auto& [key, value] : {std::pair{"intended", measured.intended}, std::pair{"value", measured.value}})
        if (!is_within(value, may_be_none ? -100 : 0, 1e6) || (!may_be_none && key[0] == 'v' && value <= 0))
            return impossible(key, "Nothing is so small or so large.", "Measure it again; give more than 0.");
    return check_text("said", measured.said, false);
}

Status check(const rig::LogEntry& entry) {
    if (entry.id.empty()) return impossible("id", "An entry has an id.", "Give it one, for example log-1.");
    if (const auto ok = check_date(entry.date); !ok) return ok;
    return check_text("text", entry.text, true);
}

const rig::Interface* seam_named(const rig::Rig& rig, const std::string& name) {
    if (const auto* by_id = rig.interface(name)) return by_id;
    for (const auto& f : rig.interfaces)
        if (f.name == name) return &f;
    return nullptr;
}

const rig::Part* part_named(const rig::Rig& rig, const std::string& name) {
    if (const auto* by_id = rig.part(name)) return by_id;
    for (const auto& p : rig.parts)
        if (p.name == name) return &p;
    return nullptr;
}

std::optional<int> balance_axis(std::string_view key) {
    for (int axis = 0; axis < 3; ++axis)
        if (key == balance_keys[static_cast<std::size_t>(axis)]) return axis;
    return std::nullopt;
}

std::string fresh_record_id(const rig::Rig& rig, const std::string& stem) {
    const auto is_taken = [&](const std::string& id) {
        const auto in = [&](const auto& all) {
            return std::any_of(all.begin(), all.end(), [&](const auto& record) { return record.id == id; });
        };
        return in(rig.pulls) || in(rig.taps) || in(rig.hangs) || in(rig.measured) || in(rig.log);
    };
    for (std::size_t i = 1;; ++i)
        if (auto id = fmt::format("{}-{}", stem, i); !is_taken(id)) return id;
}

}  // namespace clampet::prove
