#include "project/record_fields.h"

#include "prove/records.h"

namespace clampet::project {
namespace {

using nlohmann::ordered_json;
using quantity::Dimension;
using rig::Hang;
using rig::LogEntry;
using rig::Measured;
using rig::Tap;

constexpr std::size_t most_readings = 1000;

/// What cannot be is refused where it stands.
template <class Object>
void refuse(const Node& n, const Object& o) {
    if (const auto ok = prove::check(o); !ok) {
        const auto& problem = ok.problem();
        (n.has(problem.where) ? n.at(problem.where) : n).fail("record.impossible", problem.what, problem.remedy);
    }
}

template <class Item>
Field<rig::Rig> few(std::string key, std::vector<Item> rig::Rig::*member, const Fields<Item>& items,
                    std::string meaning, std::size_t most) {
    auto field = list_field(std::move(key), member, items, std::move(meaning), 0, most);
    field.write = [write = field.write, member](const rig::Rig& r) {
        return (r.*member).empty() ? ordered_json() : write(r);
    };
    return field;
}

}  // namespace

const Fields<Tap>& tap_fields() {
    static const Fields<Tap> fields{
        "tap",
        "the rig was tapped, and what it did was recorded until it was still",
        {text_field("id", &Tap::id, "its name in the file", true),
         text_field("interface", &Tap::seam, "whose arm swung", true),
         said_field("date", &Tap::date, "`2026-11-29`"),
         quantity_field("frequency", &Tap::frequency, Dimension::frequency, schema_of_quantity(0, 10000, false), "[Hz]",
                        true),
         quantity_field("damping", &Tap::damping, Dimension::number, schema_of_quantity(0, 1),
                        "share of critical; 0: not seen"),
         text_field("corrects", &Tap::corrects, "the input of the interface that makes the difference: `modulus`",
                    true),
         {"value", "what that input must be so that it swings like this [SI]", true, schema_of_quantity(0, 1e15, false),
          [](const Node& n, Tap& t) { t.value = n.quantity(Dimension::number); },
          [](const Tap& t) -> ordered_json { return t.value; }},
         {"stood", "what it was then [SI]: while it stands otherwise, the tap tells nothing of it", true,
          schema_of_quantity(0, 1e15), [](const Node& n, Tap& t) { t.stood = n.quantity(Dimension::number); },
          [](const Tap& t) -> ordered_json { return t.stood; }},
         quantity_field("spread", &Tap::spread, Dimension::number, schema_of_quantity(0.001, 1),
                        "of `value`, standard deviation of its ln"),
         flag_field("off", &Tap::is_off, "`true` where it was taken back: it counts no more"),
         said_field("note", &Tap::note, "text")},
        refuse<Tap>};
    return fields;
}

const Fields<Hang::Reading>& reading_fields() {
    static const Fields<Hang::Reading> fields{
        "reading",
        "what was read at one time",
        {quantity_field("time", &Hang::Reading::time, Dimension::time, schema_of_quantity(0, 1e10),
                        "since it was loaded or tightened [s], or a text such as \"2 h\"", true),
         {"value", "[m] of a mark; of a force its share of the first", true, schema_of_quantity(-100, 100),
          [](const Node& n, Hang::Reading& r) { r.value = n.quantity(Dimension::number); },
          [](const Hang::Reading& r) -> ordered_json { return r.value; }}}};
    return fields;
}

const Fields<Hang>& hang_fields() {
    static const Fields<Hang> fields{
        "hang",
        "the rig was left loaded, and looked at from time to time",
        {text_field("id", &Hang::id, "its name in the file", true),
         text_field("interface", &Hang::seam, "that was looked at", true),
         said_field("date", &Hang::date, "`2026-11-29`"),
         enum_field("of", &Hang::of,
                    "`mark`: how far it has moved; `force`: what it takes to move it, as a share of the first"),
         list_field("readings", &Hang::readings, reading_fields(), "by time", 2, most_readings, true),
         quantity_field("stood", &Hang::stood, Dimension::number, schema_of_quantity(0, 1),
                        "what was taken as kept after a day then; 0 where its seam loses nothing"),
         flag_field("off", &Hang::is_off, "`true` where it was taken back: it counts no more"),
         said_field("note", &Hang::note, "text")},
        refuse<Hang>};
    return fields;
}

const Fields<Measured>& measured_fields() {
    const auto value = [](const char* key, double Measured::*member, const char* meaning) {
        return Field<Measured>{key,
                               meaning,
                               true,
                               schema_of_quantity(-1e6, 1e6),
                               [member](const Node& n, Measured& m) { m.*member = n.quantity(Dimension::number); },
                               [member](const Measured& m) -> ordered_json { return m.*member; }};
    };
    static const Fields<Measured> fields{
        "measured",
        "a size or a weight of a part, as it came out",
        {text_field("id", &Measured::id, "its name in the file", true),
         text_field("part", &Measured::part, "that was measured", true),
         said_field("date", &Measured::date, "`2026-11-29`"),
         text_field("of", &Measured::of, "`mass`, `diagonals`, or a key of its kind's sizes", true),
         value("intended", &Measured::intended, "what it was to be [SI]"),
         value("value", &Measured::value, "what it is [SI]"),
         said_field("said", &Measured::said, "what was made of it: `a shim of 0.4 mm`")},
        refuse<Measured>};
    return fields;
}

const Fields<LogEntry>& log_fields() {
    static const Fields<LogEntry> fields{
        "entry",
        "what happened, that no test says",
        {text_field("id", &LogEntry::id, "its name in the file", true),
         said_field("date", &LogEntry::date, "`2026-11-29`"),
         enum_field("event", &LogEntry::event, "`tightened`, `shoot`, `incident`, `attempt` or `note`"),
         said_field("interface", &LogEntry::seam, "where; the rig where it is left out"),
         text_field("text", &LogEntry::text, "text", true)},
        refuse<LogEntry>};
    return fields;
}

std::vector<Field<rig::Rig>> record_lists() {
    using rig::Rig;
    return {
        few("taps", &Rig::taps, tap_fields(), "how it swung", prove::most_records),
        few("hangs", &Rig::hangs, hang_fields(), "how it crept or lost force", prove::most_records),
        few("measured", &Rig::measured, measured_fields(), "sizes and weights as they came out", prove::most_records),
        few("log", &Rig::log, log_fields(), "what happened", prove::most_entries)};
}

}  // namespace clampet::project
