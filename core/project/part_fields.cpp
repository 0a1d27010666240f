#include "project/part_fields.h"

#include <fmt/format.h>

#include "parts/hull.h"
#include "parts/part_kind.h"

namespace clampet::project {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

/// A field that only some kinds of shape have.
Field<rig::Shape> of_kinds(std::vector<rig::ShapeKind> kinds, Field<rig::Shape> field) {
    const auto has = [kinds](const rig::Shape& s) {
        return std::find(kinds.begin(), kinds.end(), s.kind) != kinds.end();
    };
    field.write = [has, write = field.write](const rig::Shape& s) { return has(s) ? write(s) : ordered_json(); };
    field.read = [has, read = field.read, key = field.key](const Node& n, rig::Shape& s) {
        // What its kind does not have would be dropped when it is written: it is refused by name.
        if (!has(s))
            n.fail("file.unknown_size", fmt::format("“{}” is not known here.", key),
                   fmt::format("A {} has none: leave it out.", parts::name_of(s.kind)));
        read(n, s);
    };
    return field;
}

}  // namespace

namespace {

constexpr std::size_t most_skin = 4000;

void check_count(const Node& n) {
    if (n.size() > most_skin)
        n.fail("file.skin_too_fine", "This skin is finer than a picture shows.",
               fmt::format("Give at most {} points and triangles.", most_skin));
}

std::array<int, 3> face_in(const Node& n) {
    if (n.size() != 3) n.fail("file.not_a_triangle", "A triangle has three points.", "Write for example [0, 1, 2].");
    std::array<int, 3> face{};
    for (std::size_t i = 0; i < 3; ++i) {
        const auto& number = n.item(i).raw();
        if (!number.is_number_integer() || number < 0 || number > static_cast<int>(most_skin))
            n.item(i).fail("file.not_a_point", "This names no point of the skin.", "Write its number, from 0.");
        face[i] = number.get<int>();
    }
    return face;
}

/// A list that is not written where there is nothing in it.
Field<rig::Shape> left_out_empty(Field<rig::Shape> field) {
    field.write = [write = field.write](const rig::Shape& s) {
        auto list = write(s);
        return list.empty() ? ordered_json() : list;
    };
    return field;
}

}  // namespace

const Fields<rig::Shape>& shape_fields() {
    using rig::Shape;
    using rig::ShapeKind;
    static constexpr std::size_t most_corners = 500;
    static const Fields<Shape> fields{
        "shape",
        "a solid of a part's picture; it also gives inertia and wind area where they are not typed",
        {enum_field("kind", &Shape::kind,
                    "`box`, `cylinder`, `sphere`, `prism` or `hull`; what a kind does not have is refused"),
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
                    {"items", {{"type", "array"}, {"items", any_quantity()}, {"minItems", 2}, {"maxItems", 2}}}},
                   [](const Node& n, Shape& s) {
                       for (std::size_t i = 0; i < n.size(); ++i) {
                           const Node corner = n.item(i);
                           if (corner.size() != 2)
                               corner.fail("file.not_a_corner", "A corner has two numbers.",
                                           "Write for example [0.01, 0.02].");
                           s.profile.emplace_back(corner.item(0).quantity(Dimension::length),
                                                  corner.item(1).quantity(Dimension::length));
                       }
                   },
                   [](const Shape& s) {
                       auto list = ordered_json::array();
                       for (const auto& c : s.profile) list.push_back({c.x(), c.y()});
                       return list;
                   }}),
         of_kinds(
             {ShapeKind::hull},
             {"corners",
              "of a hull, from its middle; its faces follow from them",
              false,
              {{"type", "array"}, {"items", {{"$ref", "#/$defs/vector"}}}, {"minItems", 4}, {"maxItems", most_corners}},
              [](const Node& n, Shape& s) {
                  if (n.size() > most_corners)
                      n.fail("file.too_many_corners", "This hull has too many corners.",
                             fmt::format("Give at most {}.", most_corners));
                  for (std::size_t i = 0; i < n.size(); ++i) s.corners.push_back(n.item(i).vector(Dimension::length));
              },
              [](const Shape& s) {
                  auto list = ordered_json::array();
                  for (const auto& c : s.corners) list.push_back(numbers_of(c));
                  return list;
              }}),
         left_out_empty(of_kinds({ShapeKind::hull},
                                 {"skin",
                                  "what is drawn of a hull that stands for a hollow solid: points of "
                                  "its surface, from its middle",
                                  false,
                                  {{"type", "array"}, {"items", {{"$ref", "#/$defs/vector"}}}, {"maxItems", most_skin}},
                                  [](const Node& n, Shape& s) {
                                      check_count(n);
                                      for (std::size_t i = 0; i < n.size(); ++i)
                                          s.skin.push_back(n.item(i).vector(Dimension::length));
                                  },
                                  [](const Shape& s) {
                                      auto list = ordered_json::array();
                                      for (const auto& p : s.skin) list.push_back(numbers_of(p));
                                      return list;
                                  }})),
         left_out_empty(of_kinds({ShapeKind::hull}, {"skin_faces",
                                                     "triangles of those points, counter-clockwise from outside",
                                                     false,
                                                     {{"type", "array"},
                                                      {"items",
                                                       {{"type", "array"},
                                                        {"items", {{"type", "integer"}, {"minimum", 0}}},
                                                        {"minItems", 3},
                                                        {"maxItems", 3}}},
                                                      {"maxItems", most_skin}},
                                                     [](const Node& n, Shape& s) {
                                                         check_count(n);
                                                         for (std::size_t i = 0; i < n.size(); ++i)
                                                             s.skin_faces.push_back(face_in(n.item(i)));
                                                     },
                                                     [](const Shape& s) {
                                                         auto list = ordered_json::array();
                                                         for (const auto& f : s.skin_faces)
                                                             list.push_back({f[0], f[1], f[2]});
                                                         return list;
                                                     }})),
         enum_field("material", &Shape::material, "what it is drawn as")},
        [](const Node& n, Shape& s) {
            if (s.kind != ShapeKind::hull) return;
            for (const auto& face : s.skin_faces)
                for (const int i : face)
                    if (i < 0 || static_cast<std::size_t>(i) >= s.skin.size())
                        n.at("skin_faces")
                            .fail("file.no_such_point", "A triangle names a point that is not there.",
                                  "Number the points of the skin from 0.");
            if (s.skin.empty() != s.skin_faces.empty())
                n.fail("file.half_a_skin", "A skin has points and triangles.", "Give both, or neither.");
            auto hull = parts::hull_of(s.corners, s.material);
            if (!hull) n.fail("file.no_hull", hull.problem().what, hull.problem().remedy);
            // Where its corners lie is kept as it is written: the hull's own middle may differ by rounding.
            s.size = hull->size;
            s.faces = hull->faces;
            if (hull->corners.size() != s.corners.size())
                n.fail("file.corner_within", "A corner of this hull lies within it.",
                       "Leave out corners that are not on its outside.");
        }};
    return fields;
}

namespace {

std::vector<std::string> kind_names() {
    std::vector<std::string> names;
    for (const auto kind : families::port_kinds())
        if (kind != families::PortKind::unknown) names.emplace_back(families::name_of(kind));
    return names;
}

std::vector<std::string> kind_keys() {
    std::vector<std::string> keys;
    for (const auto* kind : parts::registry()) keys.emplace_back(kind->key());
    return keys;
}

}  // namespace

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
              n.be_object("Write {\"diameter\": \"33.7 mm\"}.");
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
          [](const Port& p) { return write_values(p.sizes); }},
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

families::Values read_values(const Node& n, std::span<const families::Parameter> rows) {
    n.be_object("Write for example {\"force\": \"15 N\"}.");
    families::Values values;
    for (const auto& [key, _] : n.raw().items()) {
        const Node value = n.at(key);
        const auto row = std::find_if(rows.begin(), rows.end(), [&key = key](const auto& p) { return p.key == key; });
        if (row != rows.end() && row->kind == families::Kind::quantity)
            values[key] = value.quantity(row->dimension);
        else if (value.raw().is_number())
            values[key] = value.quantity(Dimension::number);
        else
            values[key] = value.string();
    }
    return values;
}

ordered_json write_values(const families::Values& values) {
    auto all = ordered_json::object();
    for (const auto& [key, value] : values) std::visit([&, &name = key](const auto& v) { all[name] = v; }, value);
    return all.empty() ? ordered_json() : all;
}

namespace {

/// A field that says nothing where there is nothing to say.
template <class Object>
Field<Object> said_where(bool (*says)(const Object&), Field<Object> field) {
    field.write = [says, write = field.write](const Object& o) { return says(o) ? write(o) : ordered_json(); };
    return field;
}

bool has_own_mass(const rig::Part& p) {
    return p.kind.empty() || p.weighed;
}
bool has_own_centre(const rig::Part& p) {
    return p.kind.empty() || p.balanced;
}
bool has_own_shapes(const rig::Part& p) {
    return p.kind.empty();
}

/// Its kind gives what the file does not say; what only one's own part has is refused.
void finish_part(const Node& n, rig::Part& p) {
    if (p.kind.empty()) {
        n.at("mass");  // says that it is missing
        return;
    }
    if (n.has("shapes"))
        n.at("shapes").fail("file.kind_has_shapes", "A part of a kind is drawn from its sizes.",
                            "Leave its shapes out, or its kind.");
    if (n.has("mass")) p.weighed = p.mass;
    if (n.has("centre_of_gravity")) p.balanced = p.centre_of_gravity;
    auto whole = rig::made(std::move(p));
    if (!whole) throw whole.problem().at(n.path() + whole.problem().where);
    p = std::move(*whole);
}

}  // namespace

const Fields<rig::Part>& part_fields() {
    using rig::Part;
    static const Fields<Part> fields{
        "part",
        "a rigid piece with mass and centre of gravity: of a kind with its sizes, or one's own",
        {text_field("id", &Part::id, "its name in the file", true),
         text_field("name", &Part::name, "what people call it; the id where it is left out"),
         {"kind",
          "a key that `clampet-cli parts` lists: its sizes then give mass, centre of gravity, ports and shapes; left "
          "out for a part of one's own",
          false,
          {{"enum", kind_keys()}},
          [](const Node& n, Part& p) {
              p.kind = n.one_of(kind_keys());
              const auto* kind = parts::kind_named(p.kind);
              p.role = kind->role();
              p.origin = kind->origin();
          },
          [](const Part& p) { return p.kind.empty() ? ordered_json() : ordered_json(p.kind); }},
         {"values",
          "sizes of its kind, as `clampet-cli parts KIND` lists them; what is not given takes its default",
          false,
          {{"type", "object"}, {"additionalProperties", {{"type", {"number", "string"}}}}},
          [](const Node& n, Part& p) {
              const auto* kind = parts::kind_named(p.kind);
              if (!kind)
                  n.fail("file.sizes_without_kind", "Only a part of a kind has sizes.",
                         "Say its kind, or leave the sizes out.");
              p.values = read_values(n, kind->parameters());
          },
          [](const Part& p) { return write_values(p.values); }},
         enum_field("role", &Part::role, "what it is in the rig"),
         enum_field("origin", &Part::origin, "where it comes from"),
         {"item",
          "what it is called in the drawer that it is from",
          false,
          {{"type", "string"}},
          [](const Node& n, Part& p) { p.item = n.string(); },
          [](const Part& p) { return p.item.empty() ? ordered_json() : ordered_json(p.item); }},
         said_where<Part>(has_own_mass,
                          quantity_field("mass", &Part::mass, Dimension::mass, schema_of_quantity(0, 10000),
                                         "[kg]; needed where there is no kind, else only where it has been weighed")),
         said_where<Part>(has_own_centre,
                          vector_field("centre_of_gravity", &Part::centre_of_gravity, Dimension::length,
                                       "in its own frame [m]; of a part of a kind where it has been balanced")),
         {"inertia",
          "about its centre of gravity and its own x, y, z [kg m²]; from its shapes where it is left out",
          false,
          {{"$ref", "#/$defs/vector"}},
          [](const Node& n, Part& p) { p.inertia = n.vector(Dimension::inertia); },
          [](const Part& p) { return p.inertia ? numbers_of(*p.inertia) : ordered_json(); }},
         {"wind_area", "the largest face that the wind can meet [m²]; from its shapes where it is left out", false,
          schema_of_quantity(0, 1000), [](const Node& n, Part& p) { p.wind_area = n.quantity(Dimension::area); },
          [](const Part& p) { return p.wind_area ? ordered_json(*p.wind_area) : ordered_json(); }},
         [] {
             // Those of its kind are not written: they follow from its sizes.
             auto field = list_field("ports", &Part::ports, port_fields(), "see below; beside those of its kind");
             field.write = [](const Part& p) {
                 if (!p.kind.empty() && p.ports.size() == p.ports_of_kind) return ordered_json();
                 auto list = ordered_json::array();
                 for (std::size_t i = p.ports_of_kind; i < p.ports.size(); ++i)
                     list.push_back(port_fields().write(p.ports[i]));
                 return list;
             };
             return field;
         }(),
         said_where<Part>(has_own_shapes, list_field("shapes", &Part::shapes, shape_fields(), "see below"))},
        finish_part};
    return fields;
}

ordered_json shape_schema() {
    auto all = ordered_json::array();
    for (const auto name : parts::names<rig::ShapeKind>()) {
        rig::Shape shape;
        shape.kind = *parts::named<rig::ShapeKind>(name);
        shape.skin = {rig::Vector::Zero()};  // what is left out where it is empty is a field all the same
        shape.skin_faces = {{0, 0, 0}};
        auto properties = ordered_json::object();
        for (const auto& row : shape_fields().rows)
            if (!row.write(shape).is_null()) properties[row.key] = row.schema;
        properties["kind"] = {{"const", name}};
        ordered_json one{{"type", "object"}, {"additionalProperties", false}, {"properties", properties}};
        if (shape.kind != rig::ShapeKind::box) one["required"] = {"kind"};
        all.push_back(one);
    }
    return {{"description", shape_fields().meaning}, {"oneOf", all}};
}

}  // namespace clampet::project
