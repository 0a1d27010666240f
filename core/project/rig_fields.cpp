#include "project/rig_fields.h"

#include <fmt/format.h>

#include <algorithm>

#include "loads/load_case.h"
#include "parts/part_kind.h"
#include "project/part_fields.h"
#include "project/record_fields.h"
#include "project/rig_json.h"
#include "prove/belief.h"
#include "prove/pull.h"
#include "rig/tether.h"

namespace clampet::project {

using nlohmann::ordered_json;
using quantity::Dimension;
using rig::Vector;

ordered_json schema_of_quantity(double least, double most, bool least_allowed) {
    ordered_json number{{"type", "number"}};
    number[least_allowed ? "minimum" : "exclusiveMinimum"] = least;
    number["maximum"] = most;
    return {{"anyOf", {number, {{"$ref", "#/$defs/with_unit"}}}}};
}

ordered_json any_quantity() {
    return {{"$ref", "#/$defs/quantity"}};
}

ordered_json numbers_of(const Vector& v) {
    return {v.x(), v.y(), v.z()};
}

const Fields<rig::Hands>& hands_fields() {
    using rig::Hands;
    static const Fields<Hands> fields{"hands",
                                      "whose hands tighten what is tightened by feel",
                                      {text_field("name", &Hands::name, "text", true),
                                       quantity_field("strength", &Hands::strength, Dimension::number,
                                                      schema_of_quantity(rig::weakest_hand, rig::strongest_hand),
                                                      "times what is common practice for a hand", true)}};
    return fields;
}

namespace {

const Fields<rig::PortName>& end_fields() {
    using rig::PortName;
    static const Fields<PortName> fields{"end",
                                         "one port of one part",
                                         {text_field("part", &PortName::part, "id of a part", true),
                                          text_field("port", &PortName::port, "id of one of its ports", true)}};
    return fields;
}

/// A number, a text, a band, a pair of surfaces, a thing known by its name or a result of another element.
rig::Input read_input(const Node& n, const families::Parameter* parameter) {
    const bool is_quantity = !parameter || parameter->kind == families::Kind::quantity;
    const auto dimension = parameter ? parameter->dimension : Dimension::number;
    if (n.raw().is_number() || (parameter && is_quantity && n.raw().is_string())) return n.quantity(dimension);
    if (n.raw().is_string()) return n.string();
    if (!n.raw().is_object())
        n.fail("file.not_an_input", "This input is neither a number, a text nor an object.",
               "Write for example 0.8, \"M6\" or {\"low\": 0.6, \"typical\": 0.8, \"high\": 1.2}.");
    if (n.has("pair")) {
        n.only({"pair"});
        return rig::FrictionOf{n.at("pair").string()};
    }
    if (n.has("stock")) {
        n.only({"stock"});
        return rig::NamedStock{n.at("stock").string()};
    }
    if (n.has("from")) {
        n.only({"from"});
        const std::string from = n.at("from").string();
        const auto dot = from.find('.');
        if (dot == from.npos)
            n.at("from").fail("file.not_a_link", fmt::format("“{}” does not name a result.", from),
                              "Write the element and its result, for example screw.preload.");
        return rig::Link{from.substr(0, dot), from.substr(dot + 1)};
    }
    n.only({"low", "typical", "high"});
    return rig::Band{n.at("low").quantity(dimension), n.at("typical").quantity(dimension),
                     n.at("high").quantity(dimension)};
}

struct WriteInput {
    ordered_json operator()(double v) const { return v; }
    ordered_json operator()(const std::string& v) const { return v; }
    ordered_json operator()(const rig::Band& b) const {
        return {{"low", b.low}, {"typical", b.typical}, {"high", b.high}};
    }
    ordered_json operator()(const rig::FrictionOf& f) const { return {{"pair", f.pair}}; }
    ordered_json operator()(const rig::NamedStock& s) const { return {{"stock", s.name}}; }
    ordered_json operator()(const rig::Link& l) const { return {{"from", l.element + "." + l.result}}; }
};

/// Inputs of a family that the object names.
template <class Object, class FamilyOf>
Field<Object> inputs_field(const char* meaning, std::map<std::string, rig::Input, std::less<>> Object::*member,
                           FamilyOf family_of, const char* example) {
    return {"inputs",
            meaning,
            false,
            {{"type", "object"}, {"additionalProperties", {{"$ref", "#/$defs/input"}}}},
            [=](const Node& n, Object& o) {
                n.be_object(example);
                const auto* family = family_of(o);
                for (const auto& [key, _] : n.raw().items())
                    (o.*member)[key] = read_input(n.at(key), family ? families::find_parameter(*family, key) : nullptr);
            },
            [member](const Object& o) {
                auto inputs = ordered_json::object();
                for (const auto& [key, input] : o.*member) inputs[key] = std::visit(WriteInput{}, input);
                return inputs;
            }};
}

const Fields<rig::Element>& element_fields() {
    using rig::Element;
    static const Fields<Element> fields{
        "element",
        "one family at work in an interface",
        {text_field("id", &Element::id, "its name in the interface", true),
         text_field("family", &Element::family, "a key that `clampet-cli families` lists", true),
         inputs_field(
             "see below; what is not given takes its default", &Element::inputs,
             [](const Element& e) { return families::family_named(e.family); }, "Write {\"diameter\": 0.0337}.")}};
    return fields;
}

template <class Object>
Field<Object> end_field(const char* key, rig::PortName Object::*member, const char* meaning) {
    return {key,
            meaning,
            true,
            {{"$ref", "#/$defs/end"}},
            [member](const Node& n, Object& o) { o.*member = end_fields().read(n); },
            [member](const Object& o) { return end_fields().write(o.*member); }};
}

Dimension dimension_of(const rig::Interface& f, const std::string& axis) {
    for (const auto& each : rig::motion_of(f).axes)
        if (each.key == axis) return each.slides ? Dimension::length : Dimension::angle;
    return Dimension::number;
}

const Fields<rig::Interface>& interface_fields() {
    using rig::Interface;
    static const Fields<Interface> fields{
        "interface",
        "joins a port of its support part to a port of its payload part; every part but one is the payload of exactly "
        "one, beside those that close a loop",
        {text_field("id", &Interface::id, "its name in the file", true),
         text_field("name", &Interface::name, "what people call it; the id where it is left out"),
         end_field("support", &Interface::support, "the port below"),
         end_field("payload", &Interface::payload, "the port above"),
         {"closes_loop",
          "`true` where another interface carries the payload part already",
          false,
          {{"type", "boolean"}},
          [](const Node& n, Interface& f) { f.closes_loop = n.boolean(); },
          [](const Interface& f) { return f.closes_loop ? ordered_json(true) : ordered_json(); }},
         list_field("elements", &Interface::elements, element_fields(), "how it holds", 1, 0, true),
         {"pose",
          "where its axes stand [rad, m]: `forward`, `side`, `pan` of a ball, `turn` of a pivot, `slide` of a "
          "grip…; 0 where nothing is said",
          false,
          {{"type", "object"}, {"additionalProperties", any_quantity()}},
          [](const Node& n, Interface& f) {
              n.be_object();
              for (const auto& [key, _] : n.raw().items())
                  if (const double at = n.at(key).quantity(dimension_of(f, key)); at != 0) f.pose[key] = at;
          },
          [](const Interface& f) {
              auto pose = ordered_json::object();
              for (const auto& [key, at] : f.pose) pose[key] = at;
              return pose.empty() ? ordered_json() : pose;
          }},
         {"stops",
          "least and most position of an axis in this rig, within what its family allows",
          false,
          {{"type", "object"},
           {"additionalProperties", {{"type", "array"}, {"items", any_quantity()}, {"minItems", 2}, {"maxItems", 2}}}},
          [](const Node& n, Interface& f) {
              n.be_object();
              for (const auto& [key, _] : n.raw().items()) {
                  const Node stops = n.at(key);
                  if (stops.size() != 2)
                      stops.fail("file.not_stops", "Stops are two positions.", "Write for example [-0.2, 0.3].");
                  const auto dimension = dimension_of(f, key);
                  f.stops[key] = {stops.item(0).quantity(dimension), stops.item(1).quantity(dimension)};
              }
          },
          [](const Interface& f) {
              auto all = ordered_json::object();
              for (const auto& [key, s] : f.stops) all[key] = {s.least, s.most};
              return all.empty() ? ordered_json() : all;
          }}}};
    return fields;
}

const Fields<rig::CaseUse>& case_fields() {
    using rig::CaseUse;
    static const Fields<CaseUse> fields{
        "case",
        "a load case in force, beside rest",
        {text_field("id", &CaseUse::id, "its name in the file", true),
         text_field("case", &CaseUse::kind, "a key that `clampet-cli cases` lists", true),
         {"inputs",
          "what is not given takes its default",
          false,
          {{"type", "object"}, {"additionalProperties", {{"type", {"number", "string"}}}}},
          [](const Node& n, CaseUse& c) {
              const auto* kind = loads::case_named(c.kind);
              c.inputs = read_values(n, kind ? kind->parameters() : std::span<const families::Parameter>{});
          },
          [](const CaseUse& c) { return write_values(c.inputs); }}}};
    return fields;
}

/// Positions of a shot, with the units that its axes ask for.
void read_positions(const Node& n, const rig::Rig& rig, rig::Shot& shot) {
    if (!n.has("pose")) return;
    const Node pose = n.at("pose");
    for (const auto& [interface, _] : pose.raw().items()) {
        const Node positions = pose.at(interface);
        positions.be_object();
        const auto* f = rig.interface(interface);
        for (const auto& [axis, __] : positions.raw().items())
            shot.pose[interface][axis] = positions.at(axis).quantity(f ? dimension_of(*f, axis) : Dimension::angle);
    }
}

/// One that is left out where nobody says it.
Field<rig::Wanted> wanted_field(const char* key, std::optional<double> rig::Wanted::*member, Dimension dimension,
                                double least, double most, const char* meaning) {
    return {key,
            meaning,
            false,
            schema_of_quantity(least, most),
            [=](const Node& n, rig::Wanted& w) { w.*member = n.quantity(dimension); },
            [=](const rig::Wanted& w) { return w.*member ? ordered_json(*(w.*member)) : ordered_json(); }};
}

const Fields<rig::Wanted>& wanted_fields() {
    using rig::Wanted;
    static const Fields<Wanted> fields{
        "wanted",
        "where the lens must be in a shot, from where the support stands, and where it must look",
        {wanted_field("out", &Wanted::out, Dimension::length, 0, 1000, "level, to whichever side [m]"),
         wanted_field("height", &Wanted::height, Dimension::length, -1000, 1000, "up; less than 0 for below [m]"),
         wanted_field("down", &Wanted::down, Dimension::angle, -rig::straight_down, rig::straight_down,
                      "how far under level it looks [rad]")}};
    return fields;
}

const Fields<rig::Used>& used_fields() {
    using rig::Used;
    static const Fields<Used> fields{
        "used",
        "a thing of the workshop that parts of the rig are, as it was there",
        {text_field("name", &Used::name, "what it is called there", true),
         {"kind",
          "kind of part, where it is one",
          false,
          {{"type", "string"}},
          [](const Node& n, Used& u) { u.kind = n.string(); },
          [](const Used& u) { return u.kind.empty() ? ordered_json() : ordered_json(u.kind); }},
         {"values",
          "sizes of its kind, SI or with a unit",
          false,
          {{"type", "object"}},
          [](const Node& n, Used& u) {
              const auto* kind = parts::kind_named(u.kind);
              u.values = read_values(n, kind ? kind->parameters() : std::span<const families::Parameter>{});
          },
          [](const Used& u) { return u.values.empty() ? ordered_json() : write_values(u.values); }},
         {"price", "of a pack, in the workshop's currency", false, schema_of_quantity(0, 1e7),
          [](const Node& n, Used& u) { u.price = n.quantity(Dimension::number); },
          [](const Used& u) { return u.price ? ordered_json(*u.price) : ordered_json(); }},
         quantity_field("pack", &Used::pack, Dimension::number, schema_of_quantity(0, 1e7, false),
                        "pieces in a pack")}};
    return fields;
}

const Fields<rig::Planned>& planned_fields() {
    using rig::Planned;
    static const Fields<Planned> fields{
        "planned",
        "something that is to be held, before there is a rig that holds it",
        {text_field("name", &Planned::name, "what people call it", true),
         text_field("kind", &Planned::kind, "`camera` or `device`", true),
         {"values",
          "sizes of its kind, SI or with a unit",
          false,
          {{"type", "object"}},
          [](const Node& n, Planned& p) {
              const auto* kind = parts::kind_named(p.kind);
              p.values = read_values(n, kind ? kind->parameters() : std::span<const families::Parameter>{});
          },
          [](const Planned& p) { return p.values.empty() ? ordered_json() : write_values(p.values); }},
         {"mass", "[kg]; where it has been weighed", false, schema_of_quantity(0, 10000),
          [](const Node& n, Planned& p) { p.weighed = n.quantity(Dimension::mass); },
          [](const Planned& p) { return p.weighed ? ordered_json(*p.weighed) : ordered_json(); }},
         {"centre_of_gravity",
          "from where it is screwed on: ahead, to the left, up [m]; where it has been balanced",
          false,
          {{"$ref", "#/$defs/vector"}},
          [](const Node& n, Planned& p) { p.balanced = n.vector(Dimension::length); },
          [](const Planned& p) { return p.balanced ? numbers_of(*p.balanced) : ordered_json(); }}}};
    return fields;
}

const Fields<rig::Shot>& shot_fields() {
    using rig::Shot;
    static const Fields<Shot> fields{
        "shot",
        "a named pose that the film needs",
        {text_field("id", &Shot::id, "its name in the file", true),
         text_field("name", &Shot::name, "text"),
         {"pose",
          "interface → axis → position [rad, m]; what is not named stands as the rig has it",
          false,
          {{"type", "object"},
           {"additionalProperties", {{"type", "object"}, {"additionalProperties", any_quantity()}}}},
          [](const Node& n, Shot&) { n.be_object(); },
          [](const Shot& s) {
              auto pose = ordered_json::object();
              for (const auto& [interface, positions] : s.pose)
                  for (const auto& [axis, position] : positions) pose[interface][axis] = position;
              return pose.empty() ? ordered_json() : pose;
          }},
         quantity_field("distance", &Shot::distance, Dimension::length, schema_of_quantity(0, 1e4),
                        "from the lens to what it must see [m]; 0 where it is not said"),
         quantity_field("frame", &Shot::frame, Dimension::length, schema_of_quantity(0, 1e4),
                        "how much of that the picture is wide [m]; 0 where it is not said"),
         {"wanted",
          "where the lens must be",
          false,
          {{"$ref", "#/$defs/wanted"}},
          [](const Node& n, Shot& s) { s.wanted = wanted_fields().read(n); },
          [](const Shot& s) { return s.wanted.is_said() ? wanted_fields().write(s.wanted) : ordered_json(); }}}};
    return fields;
}

const Fields<rig::PayloadSet::Instead>& instead_fields() {
    using Instead = rig::PayloadSet::Instead;
    static const Fields<Instead> fields{
        "instead",
        "a part that weighs otherwise in a payload set",
        {text_field("part", &Instead::part, "id of the part", true),
         quantity_field("mass", &Instead::mass, Dimension::mass, schema_of_quantity(0, 1e4), "[kg]", true),
         vector_field("centre_of_gravity", &Instead::centre_of_gravity, Dimension::length, "in the part's frame [m]")}};
    return fields;
}

const Fields<rig::PayloadSet>& set_fields() {
    using rig::PayloadSet;
    static const Fields<PayloadSet> fields{
        "payload_set",
        "what is on the rig at one time",
        {text_field("id", &PayloadSet::id, "its name in the file", true),
         text_field("name", &PayloadSet::name, "text"),
         {"without",
          "ids of parts that are off",
          false,
          {{"type", "array"}, {"items", {{"type", "string"}}}},
          [](const Node& n, PayloadSet& s) {
              for (std::size_t i = 0; i < n.size(); ++i) s.without.push_back(n.item(i).string());
          },
          [](const PayloadSet& s) { return s.without.empty() ? ordered_json() : ordered_json(s.without); }},
         list_field("instead", &PayloadSet::instead, instead_fields(),
                    "parts that weigh otherwise, with another lens on", 0, 100)}};
    return fields;
}

const Fields<rig::Tether>& tether_fields() {
    using rig::Tether;
    static const Fields<Tether> fields{
        "tether",
        "a second catch: what holds a part when what carries it lets go",
        {text_field("id", &Tether::id, "its name in the file", true),
         text_field("name", &Tether::name, "what people call it; the id where it is left out"),
         text_field("caught", &Tether::caught, "id of the part that it holds", true),
         text_field("anchor", &Tether::anchor, "id of the part that it is tied to", true),
         inputs_field(
             "of the family `tether`; how far it falls is the rig's to say", &Tether::inputs,
             [](const Tether&) { return families::family_named(rig::tether_family); }, "Write {\"length\": 0.3}.")},
        [](const Node&, Tether& t) {
            if (t.name.empty()) t.name = t.id;
        }};
    return fields;
}

const Fields<rig::Variant>& variant_fields() {
    using rig::Variant;
    static const Fields<Variant> fields{"variant",
                                        "the rig as it once stood, kept to be compared with",
                                        {text_field("name", &Variant::name, "text", true),
                                         {"rig",
                                          "a whole rig, as a file of its own has it",
                                          true,
                                          {{"type", "object"}},
                                          [](const Node& n, Variant& v) {
                                              n.be_object();
                                              auto kept = read_rig(n.raw().dump());
                                              if (!kept)
                                                  n.fail("file.broken_variant",
                                                         "This variant is no rig: " + kept.problem().what,
                                                         kept.problem().remedy);
                                              v.text = text_of_variant(std::move(*kept));
                                          },
                                          [](const Variant& v) { return ordered_json::parse(v.text); }},
                                         said_field("from", &Variant::from, "the variant that it was made from"),
                                         said_field("date", &Variant::date, "when it was kept: `2026-11-29`"),
                                         said_field("why", &Variant::why, "what was changed, and why"),
                                         said_field("learned", &Variant::learned, "what it taught; why it failed"),
                                         flag_field("failed", &Variant::has_failed, "tried, and given up")}};
    return fields;
}

/// What an element's input may be, for the schema; read_input reads it.
ordered_json input_schema() {
    const auto object = [](ordered_json properties) {
        ordered_json required = ordered_json::array();
        for (const auto& [key, _] : properties.items()) required.push_back(key);
        return ordered_json{
            {"type", "object"}, {"required", required}, {"additionalProperties", false}, {"properties", properties}};
    };
    return {{"anyOf",
             {{{"type", "number"}},
              {{"type", "string"}},
              object({{"pair", {{"type", "string"}}}}),
              object({{"from", {{"type", "string"}}}}),
              object({{"stock", {{"type", "string"}}}}),
              object({{"low", any_quantity()}, {"typical", any_quantity()}, {"high", any_quantity()}})}}};
}

/// A part of a kind has its weight and its shapes from there; one's own says what it weighs.
ordered_json part_schema() {
    auto schema = part_fields().schema();
    schema["anyOf"] = {
        {{"required", {"kind"}}, {"not", {{"required", {"shapes"}}}}},
        {{"required", {"mass"}}, {"not", {{"anyOf", {{{"required", {"kind"}}}, {{"required", {"values"}}}}}}}}};
    return schema;
}

/// Left out where there are none.
Field<rig::Rig> tethers_field() {
    auto field = list_field("tethers", &rig::Rig::tethers, tether_fields(),
                            "second catches: what holds a part when what carries it lets go", 0, 50);
    field.write = [write = field.write](const rig::Rig& r) { return r.tethers.empty() ? ordered_json() : write(r); };
    return field;
}

/// Left out where there is nothing.
Field<rig::Rig> planned_field() {
    auto field = list_field("planned", &rig::Rig::planned, planned_fields(),
                            "what is to be held and is not on the rig yet", 0, 20);
    field.write = [write = field.write](const rig::Rig& r) { return r.planned.empty() ? ordered_json() : write(r); };
    return field;
}

const Fields<rig::Making>& making_fields() {
    using rig::Making;
    static const Fields<Making> fields{
        "making",
        "how and when its parts are made; what is usual where something is left out",
        {said_field("finish", &Making::finish, "of what is of wood: `none`, `oil`, `paint`, `varnish`"),
         said_field("glue", &Making::glue, "by its name"),
         said_field("start", &Making::start, "when work begins: `2026-11-30`, `2026-11-30 19:00`"),
         said_field("hours", &Making::hours, "of work on a day: `19:00-22:00`"),
         said_field("days", &Making::days, "of work: `mon,wed,sat`; every day where it is left out"),
         said_field("off", &Making::off, "days off: `2026-12-24,2026-12-25`"),
         {"done",
          "step → when it was done: `{\"arm/saw\": \"2026-11-30 20:15\"}`",
          false,
          {{"type", "object"}, {"additionalProperties", {{"type", "string"}}}},
          [](const Node& n, Making& m) {
              n.be_object();
              for (const auto& [step, _] : n.raw().items()) m.done[step] = n.at(step).string();
          },
          [](const Making& m) { return m.done.empty() ? ordered_json() : ordered_json(m.done); }}}};
    return fields;
}

const Fields<rig::Pull>& pull_fields() {
    using rig::Pull;
    const std::vector<std::string> outcomes{"slid", "held", "tipped", "opened", "broke"};
    const auto spread = [](const char* key, double Pull::*member, const char* meaning) {
        return quantity_field(key, member, Dimension::number, schema_of_quantity(0, 5), meaning);
    };
    static const Fields<Pull> fields{
        "pull",
        "a test with a scale, with what it said of the friction when it was made",
        {text_field("id", &Pull::id, "its name in the file", true),
         text_field("interface", &Pull::seam, "that was tested", true),
         text_field("date", &Pull::date, "`2026-11-29`"),
         {"outcome",
          "`slid`, `held`, `tipped`, `opened` or `broke`",
          true,
          {{"enum", outcomes}},
          [outcomes](const Node& n, Pull& p) { p.outcome = *prove::outcome_named(n.one_of(outcomes)); },
          [](const Pull& p) -> ordered_json { return std::string(prove::name_of(p.outcome)); }},
         quantity_field("force", &Pull::force, Dimension::force, schema_of_quantity(0, 1e5, false),
                        "when it let go, or the most that it was pulled with [N]", true),
         vector_field("at", &Pull::at, Dimension::length,
                      "where it was hooked, from the interface's middle, in the world [m]"),
         vector_field("way", &Pull::way, Dimension::number, "which way it was pulled, in the world; unit vector"),
         {"tightening",
          "those with the same number were made without loosening it in between; 1 where it is left out",
          false,
          {{"type", "integer"}, {"minimum", 1}, {"maximum", 100000}},
          [](const Node& n, Pull& p) {
              p.tightening = static_cast<int>(std::clamp(n.quantity(Dimension::number), 0.0, 1e6));
          },
          [](const Pull& p) -> ordered_json { return p.tightening; }},
         quantity_field("ratio", &Pull::ratio, Dimension::number, schema_of_quantity(1e-3, 1e3),
                        "friction times force that was needed to hold it, over what is typical", true),
         quantity_field("spread", &Pull::spread, Dimension::number, schema_of_quantity(0.01, 1),
                        "of one such test, standard deviation of its ln"),
         text_field("friction", &Pull::friction, "the pair that it tells of, or `interface/element/input`", true),
         spread("friction_spread", &Pull::friction_spread, "what is known of that without tests, in ln"),
         spread("hand_spread", &Pull::hand_spread, "the same of the hand; 0: no hand tightened it"),
         spread("rest_spread", &Pull::rest_spread, "and of all else that presses it"),
         flag_field("off", &Pull::is_off, "`true` where it was taken back: it counts no more"),
         said_field("note", &Pull::note, "text")},
        [](const Node& n, Pull& p) {
            if (const auto ok = prove::check(p); !ok) {
                const auto& problem = ok.problem();
                (n.has(problem.where) ? n.at(problem.where) : n).fail("pull.not_a_test", problem.what, problem.remedy);
            }
        }};
    return fields;
}

/// Left out where nothing was tested.
Field<rig::Rig> pulls_field() {
    auto field = list_field("pulls", &rig::Rig::pulls, pull_fields(), "tests with a scale", 0, 500);
    field.write = [write = field.write](const rig::Rig& r) { return r.pulls.empty() ? ordered_json() : write(r); };
    return field;
}

/// Left out where nothing is from a workshop.
Field<rig::Rig> used_field() {
    auto field = list_field("used", &rig::Rig::used, used_fields(),
                            "things of a workshop that its parts are: it opens where that workshop is not", 0, 500);
    field.write = [write = field.write](const rig::Rig& r) { return r.used.empty() ? ordered_json() : write(r); };
    return field;
}

/// Left out where there are none.
Field<rig::Rig> variants_field() {
    auto field = list_field("variants", &rig::Rig::variants, variant_fields(),
                            "how it stood before, to be compared with", 0, 20);
    field.write = [write = field.write](const rig::Rig& r) { return r.variants.empty() ? ordered_json() : write(r); };
    return field;
}

/// With what was seen of it.
Fields<rig::Rig> with_records(Fields<rig::Rig> fields) {
    for (auto& list : record_lists()) fields.rows.push_back(std::move(list));
    return fields;
}

/// Its own rows, without what was seen of it.
std::vector<Field<rig::Rig>> own_rows() {
    using rig::Rig;
    return {
        {"format",
         fmt::format("`\"{}\"`", rig_format),
         true,
         {{"const", rig_format}},
         [](const Node&, Rig&) {},
         [](const Rig&) -> ordered_json { return rig_format; }},
        {"schema",
         fmt::format("`{}`; files of schema 1 are read and written anew as {}", schema_version, schema_version),
         true,
         {{"const", schema_version}},
         [](const Node&, Rig&) {},
         [](const Rig&) -> ordered_json { return schema_version; }},
        text_field("name", &Rig::name, "text"),
        text_field("note", &Rig::note, "text"),
        quantity_field("required", &Rig::required, Dimension::number, schema_of_quantity(0, 100, false),
                       "required factor; what the cards ask for, or 2, where it is left out"),
        {"use",
         "how it is used, by cards: `bench`, `carried`, `worn`, `moving`, `people`, `outdoors`",
         false,
         {{"type", "array"}, {"items", {{"type", "string"}}}},
         [](const Node& n, Rig& r) {
             for (std::size_t i = 0; i < n.size(); ++i) r.use.push_back(n.item(i).string());
         },
         [](const Rig& r) { return r.use.empty() ? ordered_json() : ordered_json(r.use); }},
        list_field("cases", &Rig::cases, case_fields(),
                   "load cases beside rest; what the cards set, or a push of a hand, where it is left out", 0, 100),
        list_field("parts", &Rig::parts, part_fields(),
                   "the one that no interface carries is the support, and its frame is the world (z up)", 0, 500, true),
        list_field("interfaces", &Rig::interfaces, interface_fields(), "where parts are joined", 0, 500, true),
        list_field("shots", &Rig::shots, shot_fields(), "named poses that the film needs", 0, 100),
        list_field("payload_sets", &Rig::sets, set_fields(), "what is on it at one time, beside all that is there", 0,
                   20),
        tethers_field(),
        {"hands",
         "whose hands tighten it; common practice's where it is left out",
         false,
         {{"$ref", "#/$defs/hands"}},
         [](const Node& n, Rig& r) { r.hands = hands_fields().read(n); },
         [](const Rig& r) { return r.hands ? hands_fields().write(*r.hands) : ordered_json(); }},
        planned_field(),
        {"workshop",
         "what `used` is from, by name",
         false,
         {{"type", "string"}},
         [](const Node& n, Rig& r) { r.workshop = n.string(); },
         [](const Rig& r) { return r.workshop.empty() ? ordered_json() : ordered_json(r.workshop); }},
        used_field(),
        {"making",
         "how and when its parts are made",
         false,
         {{"$ref", "#/$defs/making"}},
         [](const Node& n, Rig& r) { r.making = making_fields().read(n); },
         [](const Rig& r) { return r.making.is_said() ? making_fields().write(r.making) : ordered_json(); }},
        pulls_field(),
        {"tightened",
         "interface → how many times it has been tightened; 1 where nothing is said",
         false,
         {{"type", "object"}, {"additionalProperties", {{"type", "integer"}, {"minimum", 1}, {"maximum", 100000}}}},
         [](const Node& n, Rig& r) {
             n.be_object();
             for (const auto& [id, _] : n.raw().items())
                 r.tightened[id] = static_cast<int>(std::clamp(n.at(id).quantity(Dimension::number), 1.0, 100000.0));
         },
         [](const Rig& r) { return r.tightened.empty() ? ordered_json() : ordered_json(r.tightened); }},
        variants_field(),
        said_field("stands_on", &Rig::stands_on, "the variant that it goes on from")};
}

}  // namespace

const Fields<rig::Rig>& rig_fields() {
    using rig::Rig;
    static const Fields<Rig> fields = with_records(
        {"rig", "a rig from the support to the payload", own_rows(),
         // Positions of shots are read when the interfaces are known: which of their axes slide says what a number is.
         [](const Node& n, Rig& r) {
             if (n.has("shots"))
                 for (std::size_t i = 0; i < r.shots.size(); ++i) read_positions(n.at("shots").item(i), r, r.shots[i]);
             r = prove::taught(std::move(r));
         }});
    return fields;
}

ordered_json rig_schema() {
    ordered_json j{{"$schema", "https://json-schema.org/draft/2020-12/schema"},
                   {"title", fmt::format("Clampet rig, schema {}", schema_version)}};
    j.update(rig_fields().schema());
    j["$defs"] = {{"with_unit", {{"type", "string"}, {"description", "a quantity with its unit, \"33.7 mm\""}}},
                  {"quantity", {{"anyOf", {{{"type", "number"}}, {{"$ref", "#/$defs/with_unit"}}}}}},
                  {"vector", {{"type", "array"}, {"items", any_quantity()}, {"minItems", 3}, {"maxItems", 3}}},
                  {"part", part_schema()},
                  {"port", port_fields().schema()},
                  {"shape", shape_schema()},
                  {"end", end_fields().schema()},
                  {"interface", interface_fields().schema()},
                  {"element", element_fields().schema()},
                  {"case", case_fields().schema()},
                  {"shot", shot_fields().schema()},
                  {"wanted", wanted_fields().schema()},
                  {"hands", hands_fields().schema()},
                  {"planned", planned_fields().schema()},
                  {"used", used_fields().schema()},
                  {"making", making_fields().schema()},
                  {"pull", pull_fields().schema()},
                  {"tap", tap_fields().schema()},
                  {"hang", hang_fields().schema()},
                  {"reading", reading_fields().schema()},
                  {"measured", measured_fields().schema()},
                  {"entry", log_fields().schema()},
                  {"payload_set", set_fields().schema()},
                  {"instead", instead_fields().schema()},
                  {"tether", tether_fields().schema()},
                  {"variant", variant_fields().schema()},
                  {"input", input_schema()}};
    return j;
}

std::string rig_tables() {
    return rig_fields().table() + "\n" + case_fields().table() + "\n" + part_fields().table() + "\n" +
           port_fields().table() + "\n" + shape_fields().table() + "\n" + interface_fields().table() + "\n" +
           element_fields().table() + "\n" + shot_fields().table() + "\n" + wanted_fields().table() + "\n" +
           planned_fields().table() + "\n" + hands_fields().table() + "\n" + used_fields().table() + "\n" +
           making_fields().table() + "\n" + pull_fields().table() + "\n" + tap_fields().table() + "\n" +
           hang_fields().table() + "\n" + reading_fields().table() + "\n" + measured_fields().table() + "\n" +
           log_fields().table() + "\n" + set_fields().table() + "\n" + instead_fields().table() + "\n" +
           tether_fields().table() + "\n" + variant_fields().table();
}

}  // namespace clampet::project
