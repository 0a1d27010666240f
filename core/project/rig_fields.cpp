#include "project/rig_fields.h"

#include <fmt/format.h>

#include "loads/load_case.h"
#include "project/rig_json.h"

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

ordered_json numbers_of(const Vector& v) {
    return {v.x(), v.y(), v.z()};
}

namespace {

const ordered_json any_quantity{{"$ref", "#/$defs/quantity"}};

constexpr std::pair<rig::ShapeKind, const char*> shape_kinds[] = {{rig::ShapeKind::box, "box"},
                                                                  {rig::ShapeKind::cylinder, "cylinder"},
                                                                  {rig::ShapeKind::sphere, "sphere"},
                                                                  {rig::ShapeKind::prism, "prism"}};
std::string name_of(rig::ShapeKind kind) {
    for (const auto& [each, name] : shape_kinds)
        if (each == kind) return name;
    return {};
}

/// A field that only some kinds of shape have.
Field<rig::Shape> of_kinds(std::vector<rig::ShapeKind> kinds, Field<rig::Shape> field) {
    const auto has = [kinds](const rig::Shape& s) {
        return std::find(kinds.begin(), kinds.end(), s.kind) != kinds.end();
    };
    field.write = [has, write = field.write](const rig::Shape& s) { return has(s) ? write(s) : ordered_json(); };
    field.read = [has, read = field.read, key = field.key](const Node& n, rig::Shape& s) {
        // What its kind does not have would be dropped when it is written: it is refused by name.
        if (!has(s))
            n.fail(fmt::format("“{}” is not known here.", key),
                   fmt::format("A {} has none: leave it out.", name_of(s.kind)));
        read(n, s);
    };
    return field;
}

const Fields<rig::Shape>& shape_fields() {
    using rig::Shape;
    using rig::ShapeKind;
    static const Fields<Shape> fields{
        "shape",
        "a solid of a part's picture; it also gives inertia and wind area where they are not typed",
        {{"kind",
          "`box`, `cylinder`, `sphere` or `prism`; what a kind does not have is refused",
          false,
          {{"enum", {"box", "cylinder", "sphere", "prism"}}},
          [](const Node& n, Shape& s) {
              const auto name = n.one_of({"box", "cylinder", "sphere", "prism"});
              for (const auto& [kind, key] : shape_kinds)
                  if (name == key) s.kind = kind;
          },
          [](const Shape& s) -> ordered_json { return name_of(s.kind); }},
         vector_field("at", &Shape::at, Dimension::length, "its middle"),
         of_kinds({ShapeKind::box}, vector_field("size", &Shape::size, Dimension::length, "of a box")),
         of_kinds({ShapeKind::cylinder, ShapeKind::sphere},
                  quantity_field("diameter", &Shape::diameter, Dimension::length, schema_of_quantity(0, 1000, false),
                                 "of a cylinder or sphere")),
         of_kinds({ShapeKind::cylinder, ShapeKind::prism},
                  quantity_field("length", &Shape::length, Dimension::length, schema_of_quantity(0, 1000, false),
                                 "of a cylinder, or a prism's depth")),
         of_kinds({ShapeKind::cylinder, ShapeKind::prism},
                  vector_field("axis", &Shape::axis, Dimension::number, "unit vector of a cylinder or prism")),
         of_kinds({ShapeKind::prism},
                  {"profile",
                   "corners of a prism, in the two axes after `axis`",
                   false,
                   {{"type", "array"},
                    {"items", {{"type", "array"}, {"items", any_quantity}, {"minItems", 2}, {"maxItems", 2}}}},
                   [](const Node& n, Shape& s) {
                       for (std::size_t i = 0; i < n.size(); ++i) {
                           const Node corner = n.item(i);
                           if (corner.size() != 2)
                               corner.fail("A corner has two numbers.", "Write for example [0.01, 0.02].");
                           s.profile.emplace_back(corner.item(0).quantity(Dimension::length),
                                                  corner.item(1).quantity(Dimension::length));
                       }
                   },
                   [](const Shape& s) {
                       auto list = ordered_json::array();
                       for (const auto& c : s.profile) list.push_back({c.x(), c.y()});
                       return list;
                   }}),
         choice_field("material", &Shape::material, {"metal", "wood", "plastic", "rubber", "tube", "payload", "glass"},
                      "what it is drawn as")}};
    return fields;
}

std::vector<std::string> kind_names() {
    std::vector<std::string> names;
    for (const auto kind : families::port_kinds())
        if (kind != families::PortKind::unknown) names.emplace_back(families::name_of(kind));
    return names;
}

const Fields<rig::Port>& port_fields() {
    using rig::Port;
    static const Fields<Port> fields{
        "port",
        "a mounting feature of a part; on the support side z points to the payload, on the payload side into the part",
        {text_field("id", &Port::id, "its name within the part", true),
         {"kind",
          "what it is; a family joins certain kinds and takes sizes from them",
          false,
          {{"enum", kind_names()}},
          [](const Node& n, Port& p) { p.kind = *families::port_kind_named(n.one_of(kind_names())); },
          [](const Port& p) -> ordered_json {
              return p.kind == families::PortKind::unknown ? ordered_json()
                                                           : ordered_json(std::string(families::name_of(p.kind)));
          }},
         {"sizes",
          "of its kind: `diameter` and `wall` of a tube, `designation`, `sex`, `depth` of a thread…",
          false,
          {{"type", "object"}, {"additionalProperties", {{"type", {"number", "string"}}}}},
          [](const Node& n, Port& p) {
              if (!n.raw().is_object()) n.fail("This should be an object.", "Write {\"diameter\": \"33.7 mm\"}.");
              for (const auto& [key, _] : n.raw().items()) {
                  bool is_text = false;
                  auto dimension = Dimension::length;
                  for (const auto& size : families::sizes_of(p.kind))
                      if (size.key == key) {
                          is_text = size.is_text;
                          dimension = size.dimension;
                      }
                  if (is_text)
                      p.sizes[key] = n.at(key).string();
                  else
                      p.sizes[key] = n.at(key).quantity(dimension);
              }
          },
          [](const Port& p) {
              auto sizes = ordered_json::object();
              for (const auto& [key, value] : p.sizes)
                  std::visit([&, &name = key](const auto& v) { sizes[name] = v; }, value);
              return sizes.empty() ? ordered_json() : sizes;
          }},
         {"surface",
          "what it is made of or lined with, as in `clampet-cli bench FAMILY --params`: `plywood`, `painted "
          "steel`; two surfaces choose the friction of a seam",
          false,
          {{"type", "string"}},
          [](const Node& n, Port& p) { p.surface = n.string(); },
          [](const Port& p) { return p.surface.empty() ? ordered_json() : ordered_json(p.surface); }},
         vector_field("at", &Port::at, Dimension::length, "its origin, in the part's frame"),
         vector_field("z", &Port::z, Dimension::number, "unit vector"),
         vector_field("x", &Port::x, Dimension::number, "unit vector, at right angles to z")}};
    return fields;
}

const Fields<rig::Part>& part_fields() {
    using rig::Part;
    static const Fields<Part> fields{
        "part",
        "a rigid piece with mass and centre of gravity",
        {text_field("id", &Part::id, "its name in the file", true),
         text_field("name", &Part::name, "what people call it; the id where it is left out"),
         choice_field("role", &Part::role, {"payload", "part", "support"}, "what it is in the rig"),
         choice_field("origin", &Part::origin, {"have", "buy", "make", "site"}, "where it comes from"),
         quantity_field("mass", &Part::mass, Dimension::mass, schema_of_quantity(0, 10000), "[kg]", true),
         vector_field("centre_of_gravity", &Part::centre_of_gravity, Dimension::length, "in its own frame [m]"),
         {"inertia",
          "about its centre of gravity and its own x, y, z [kg m²]; from its shapes where it is left out",
          false,
          {{"$ref", "#/$defs/vector"}},
          [](const Node& n, Part& p) { p.inertia = n.vector(Dimension::inertia); },
          [](const Part& p) { return p.inertia ? numbers_of(*p.inertia) : ordered_json(); }},
         {"wind_area", "the largest face that the wind can meet [m²]; from its shapes where it is left out", false,
          schema_of_quantity(0, 1000), [](const Node& n, Part& p) { p.wind_area = n.quantity(Dimension::area); },
          [](const Part& p) { return p.wind_area ? ordered_json(*p.wind_area) : ordered_json(); }},
         list_field("ports", &Part::ports, port_fields(), "see below"),
         list_field("shapes", &Part::shapes, shape_fields(), "see below")}};
    return fields;
}

const Fields<rig::PortName>& end_fields() {
    using rig::PortName;
    static const Fields<PortName> fields{"end",
                                         "one port of one part",
                                         {text_field("part", &PortName::part, "id of a part", true),
                                          text_field("port", &PortName::port, "id of one of its ports", true)}};
    return fields;
}

/// A number, a text, a band, a pair of surfaces or a result of another element.
rig::Input read_input(const Node& n, const families::Parameter* parameter) {
    const bool is_quantity = !parameter || parameter->kind == families::Kind::quantity;
    const auto dimension = parameter ? parameter->dimension : Dimension::number;
    if (n.raw().is_number() || (parameter && is_quantity && n.raw().is_string())) return n.quantity(dimension);
    if (n.raw().is_string()) return n.string();
    if (!n.raw().is_object())
        n.fail("This input is neither a number, a text nor an object.",
               "Write for example 0.8, \"M6\" or {\"low\": 0.6, \"typical\": 0.8, \"high\": 1.2}.");
    if (n.has("pair")) {
        n.only({"pair"});
        return rig::FrictionOf{n.at("pair").string()};
    }
    if (n.has("from")) {
        n.only({"from"});
        const std::string from = n.at("from").string();
        const auto dot = from.find('.');
        if (dot == from.npos)
            n.at("from").fail(fmt::format("“{}” does not name a result.", from),
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
    ordered_json operator()(const rig::Link& l) const { return {{"from", l.element + "." + l.result}}; }
};

const Fields<rig::Element>& element_fields() {
    using rig::Element;
    static const Fields<Element> fields{
        "element",
        "one family at work in an interface",
        {text_field("id", &Element::id, "its name in the interface", true),
         text_field("family", &Element::family, "a key that `clampet-cli families` lists", true),
         {"inputs",
          "see below; what is not given takes its default",
          false,
          {{"type", "object"}, {"additionalProperties", {{"$ref", "#/$defs/input"}}}},
          [](const Node& n, Element& e) {
              if (!n.raw().is_object()) n.fail("The inputs should be an object.", "Write {\"diameter\": 0.0337}.");
              const auto* family = families::family_named(e.family);
              for (const auto& [key, _] : n.raw().items())
                  e.inputs[key] = read_input(n.at(key), family ? families::find_parameter(*family, key) : nullptr);
          },
          [](const Element& e) {
              auto inputs = ordered_json::object();
              for (const auto& [key, input] : e.inputs) inputs[key] = std::visit(WriteInput{}, input);
              return inputs;
          }}}};
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
          {{"type", "object"}, {"additionalProperties", any_quantity}},
          [](const Node& n, Interface& f) {
              if (!n.raw().is_object()) n.fail("This should be an object.", "Write it between { and }.");
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
           {"additionalProperties", {{"type", "array"}, {"items", any_quantity}, {"minItems", 2}, {"maxItems", 2}}}},
          [](const Node& n, Interface& f) {
              if (!n.raw().is_object()) n.fail("This should be an object.", "Write it between { and }.");
              for (const auto& [key, _] : n.raw().items()) {
                  const Node stops = n.at(key);
                  if (stops.size() != 2) stops.fail("Stops are two positions.", "Write for example [-0.2, 0.3].");
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
              if (!n.raw().is_object()) n.fail("The inputs should be an object.", "Write {\"force\": 15}.");
              const auto* kind = loads::case_named(c.kind);
              for (const auto& [key, _] : n.raw().items()) {
                  const Node value = n.at(key);
                  const families::Parameter* parameter = nullptr;
                  if (kind)
                      for (const auto& p : kind->parameters())
                          if (p.key == key) parameter = &p;
                  if (parameter && parameter->kind == families::Kind::quantity)
                      c.inputs[key] = value.quantity(parameter->dimension);
                  else if (value.raw().is_number())
                      c.inputs[key] = value.quantity(Dimension::number);
                  else
                      c.inputs[key] = value.string();
              }
          },
          [](const CaseUse& c) {
              auto inputs = ordered_json::object();
              for (const auto& [key, value] : c.inputs)
                  std::visit([&, &name = key](const auto& v) { inputs[name] = v; }, value);
              return inputs.empty() ? ordered_json() : inputs;
          }}}};
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
              object({{"low", any_quantity}, {"typical", any_quantity}, {"high", any_quantity}})}}};
}

/// The same as of_kinds says: each kind of shape has its own keys.
ordered_json shape_schema() {
    auto all = ordered_json::array();
    for (const auto& [kind, name] : shape_kinds) {
        rig::Shape shape;
        shape.kind = kind;
        auto properties = ordered_json::object();
        for (const auto& row : shape_fields().rows)
            if (!row.write(shape).is_null()) properties[row.key] = row.schema;
        properties["kind"] = {{"const", name}};
        ordered_json one{{"type", "object"}, {"additionalProperties", false}, {"properties", properties}};
        if (kind != rig::ShapeKind::box) one["required"] = {"kind"};
        all.push_back(one);
    }
    return {{"description", shape_fields().meaning}, {"oneOf", all}};
}

}  // namespace

const Fields<rig::Rig>& rig_fields() {
    using rig::Rig;
    static const Fields<Rig> fields{
        "rig",
        "a rig from the support to the payload",
        {{"format",
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
                    "the one that no interface carries is the support, and its frame is the world (z up)", 0, 500,
                    true),
         list_field("interfaces", &Rig::interfaces, interface_fields(), "where parts are joined", 0, 500, true)}};
    return fields;
}

ordered_json rig_schema() {
    ordered_json j{{"$schema", "https://json-schema.org/draft/2020-12/schema"},
                   {"title", fmt::format("Clampet rig, schema {}", schema_version)}};
    j.update(rig_fields().schema());
    j["$defs"] = {{"with_unit", {{"type", "string"}, {"description", "a quantity with its unit, \"33.7 mm\""}}},
                  {"quantity", {{"anyOf", {{{"type", "number"}}, {{"$ref", "#/$defs/with_unit"}}}}}},
                  {"vector", {{"type", "array"}, {"items", any_quantity}, {"minItems", 3}, {"maxItems", 3}}},
                  {"part", part_fields().schema()},
                  {"port", port_fields().schema()},
                  {"shape", shape_schema()},
                  {"end", end_fields().schema()},
                  {"interface", interface_fields().schema()},
                  {"element", element_fields().schema()},
                  {"case", case_fields().schema()},
                  {"input", input_schema()}};
    return j;
}

std::string rig_tables() {
    return rig_fields().table() + "\n" + case_fields().table() + "\n" + part_fields().table() + "\n" +
           port_fields().table() + "\n" + shape_fields().table() + "\n" + interface_fields().table() + "\n" +
           element_fields().table();
}

}  // namespace clampet::project
