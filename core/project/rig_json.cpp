#include "project/rig_json.h"

#include <fmt/format.h>

#include <initializer_list>
#include <nlohmann/json.hpp>

#include "project/json_lines.h"

namespace clampet::project {
namespace {

using nlohmann::json;
using nlohmann::ordered_json;
using rig::Vector;

constexpr const char* format_name = "clampet-rig";

/// Reads values out of JSON and throws a Problem with the path of the first that is wrong; read_rig catches it.
class Node {
 public:
    Node(const json& value, std::string path) : value_(value), path_(std::move(path)) {}

    [[noreturn]] void fail(std::string what, std::string remedy) const {
        throw Problem{path_, std::move(what), std::move(remedy)};
    }
    const std::string& path() const { return path_; }
    const json& raw() const { return value_; }

    void only(std::initializer_list<const char*> keys) const {
        if (!value_.is_object()) fail("This should be an object.", "Write it between { and }.");
        for (const auto& [key, _] : value_.items()) {
            if (std::find(keys.begin(), keys.end(), key) != keys.end()) continue;
            std::string known;
            for (const char* k : keys) known += (known.empty() ? "" : ", ") + std::string(k);
            Node(value_, path_ + "/" + key)
                .fail(fmt::format("“{}” is not known here.", key), fmt::format("Use: {}.", known));
        }
    }
    bool has(const char* key) const { return value_.contains(key); }
    Node at(const char* key) const {
        if (!value_.is_object()) fail("This should be an object.", "Write it between { and }.");
        if (!has(key)) fail(fmt::format("“{}” is missing.", key), fmt::format("Add \"{}\".", key));
        return {value_.at(key), path_ + "/" + key};
    }
    std::string string() const {
        if (!value_.is_string()) fail("This should be a text.", "Write it in double quotes.");
        return value_.get<std::string>();
    }
    double number() const {
        if (!value_.is_number())
            fail("This should be a number.", "Write an SI number without a unit, for example 0.0337.");
        return value_.get<double>();
    }
    Vector vector() const {
        if (!value_.is_array() || value_.size() != 3)
            fail("This should be three numbers.", "Write for example [0, 0, 0.05].");
        Vector v;
        for (std::size_t i = 0; i < 3; ++i) v[static_cast<Eigen::Index>(i)] = item(i).number();
        return v;
    }
    Node item(std::size_t i) const { return {value_.at(i), fmt::format("{}/{}", path_, i)}; }
    std::size_t size() const {
        if (!value_.is_array()) fail("This should be a list.", "Write it between [ and ].");
        return value_.size();
    }
    std::string string_or(const char* key, std::string fallback) const {
        return has(key) ? at(key).string() : fallback;
    }
    double number_or(const char* key, double fallback) const { return has(key) ? at(key).number() : fallback; }
    Vector vector_or(const char* key, const Vector& fallback) const { return has(key) ? at(key).vector() : fallback; }
    std::string one_of(const char* key, std::initializer_list<const char*> choices, const char* fallback) const {
        const std::string text = string_or(key, fallback);
        for (const char* choice : choices)
            if (text == choice) return text;
        std::string known;
        for (const char* choice : choices) known += (known.empty() ? "" : ", ") + std::string(choice);
        at(key).fail(fmt::format("“{}” is not one of the choices.", text), fmt::format("Use: {}.", known));
    }

 private:
    const json& value_;
    std::string path_;
};

rig::Shape read_shape(const Node& n) {
    n.only({"kind", "at", "size", "diameter", "length", "axis", "profile", "material"});
    rig::Shape s;
    const std::string kind = n.one_of("kind", {"box", "cylinder", "sphere", "prism"}, "box");
    // What its kind does not have would be dropped when it is written: it is refused by name.
    if (kind == "box") n.only({"kind", "at", "material", "size"});
    if (kind == "sphere") n.only({"kind", "at", "material", "diameter"});
    if (kind == "cylinder") n.only({"kind", "at", "material", "diameter", "length", "axis"});
    if (kind == "prism") n.only({"kind", "at", "material", "profile", "length", "axis"});
    s.kind = kind == "box"        ? rig::ShapeKind::box
             : kind == "cylinder" ? rig::ShapeKind::cylinder
             : kind == "sphere"   ? rig::ShapeKind::sphere
                                  : rig::ShapeKind::prism;
    s.at = n.vector_or("at", s.at);
    s.size = n.vector_or("size", s.size);
    s.diameter = n.number_or("diameter", s.diameter);
    s.length = n.number_or("length", s.length);
    s.axis = n.vector_or("axis", s.axis);
    s.material = n.one_of("material", {"metal", "wood", "plastic", "rubber", "tube", "payload", "glass"}, "metal");
    if (n.has("profile")) {
        const Node profile = n.at("profile");
        for (std::size_t i = 0; i < profile.size(); ++i) {
            const Node corner = profile.item(i);
            if (corner.size() != 2) corner.fail("A corner has two numbers.", "Write for example [0.01, 0.02].");
            s.profile.emplace_back(corner.item(0).number(), corner.item(1).number());
        }
    }
    return s;
}

rig::Port read_port(const Node& n) {
    n.only({"id", "kind", "at", "z", "x"});
    rig::Port p;
    p.id = n.at("id").string();
    p.kind = n.string_or("kind", "");
    p.at = n.vector_or("at", p.at);
    p.z = n.vector_or("z", p.z);
    p.x = n.vector_or("x", p.x);
    return p;
}

rig::Part read_part(const Node& n) {
    n.only({"id", "name", "role", "origin", "mass", "centre_of_gravity", "ports", "shapes"});
    rig::Part p;
    p.id = n.at("id").string();
    p.name = n.string_or("name", p.id);
    p.role = n.one_of("role", {"payload", "part", "support"}, "part");
    p.origin = n.one_of("origin", {"have", "buy", "make", "site"}, "have");
    p.mass = n.at("mass").number();
    p.centre_of_gravity = n.vector_or("centre_of_gravity", p.centre_of_gravity);
    if (n.has("ports"))
        for (std::size_t i = 0; i < n.at("ports").size(); ++i) p.ports.push_back(read_port(n.at("ports").item(i)));
    if (n.has("shapes"))
        for (std::size_t i = 0; i < n.at("shapes").size(); ++i) p.shapes.push_back(read_shape(n.at("shapes").item(i)));
    return p;
}

rig::Input read_input(const Node& n) {
    if (n.raw().is_number()) return n.number();
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
    return rig::Band{n.at("low").number(), n.at("typical").number(), n.at("high").number()};
}

rig::Interface read_interface(const Node& n) {
    n.only({"id", "name", "support", "payload", "pose", "elements"});
    rig::Interface f;
    f.id = n.at("id").string();
    f.name = n.string_or("name", f.id);
    const auto port_name = [](const Node& end) {
        end.only({"part", "port"});
        return rig::PortName{end.at("part").string(), end.at("port").string()};
    };
    f.support = port_name(n.at("support"));
    f.payload = port_name(n.at("payload"));
    if (n.has("pose")) {
        const Node pose = n.at("pose");
        pose.only({"forward", "side", "pan"});
        f.pose = rig::BallPose{pose.number_or("forward", 0), pose.number_or("side", 0), pose.number_or("pan", 0)};
    }
    const Node elements = n.at("elements");
    for (std::size_t i = 0; i < elements.size(); ++i) {
        const Node e = elements.item(i);
        e.only({"id", "family", "inputs"});
        rig::Element element{e.at("id").string(), e.at("family").string(), {}};
        if (e.has("inputs")) {
            const Node inputs = e.at("inputs");
            if (!inputs.raw().is_object())
                inputs.fail("The inputs should be an object.", "Write {\"diameter\": 0.0337}.");
            for (const auto& [key, value] : inputs.raw().items())
                element.inputs[key] = read_input({value, inputs.path() + "/" + key});
        }
        f.elements.push_back(std::move(element));
    }
    return f;
}

rig::Rig read_root(const Node& n) {
    n.only({"format", "schema", "name", "note", "required", "push", "parts", "interfaces"});
    if (n.string_or("format", "") != format_name)
        n.fail("This is not a Clampet rig.", fmt::format("A rig file says \"format\": \"{}\".", format_name));
    const double schema = n.at("schema").number();
    if (schema > schema_version)
        n.at("schema").fail(
            fmt::format("This file is of schema {:g}, newer than this Clampet knows ({}).", schema, schema_version),
            "Open it with a newer Clampet.");
    if (schema != schema_version)
        n.at("schema").fail("There is no such schema.", fmt::format("Use {}.", schema_version));
    rig::Rig r;
    r.name = n.string_or("name", "");
    r.note = n.string_or("note", "");
    r.required = n.number_or("required", r.required);
    if (n.has("push")) {
        const Node push = n.at("push");
        push.only({"force", "part", "offset"});
        r.push.force = push.number_or("force", r.push.force);
        r.push.part = push.string_or("part", "");
        r.push.offset = push.vector_or("offset", r.push.offset);
    }
    const Node parts = n.at("parts"), interfaces = n.at("interfaces");
    for (std::size_t i = 0; i < parts.size(); ++i) r.parts.push_back(read_part(parts.item(i)));
    for (std::size_t i = 0; i < interfaces.size(); ++i) r.interfaces.push_back(read_interface(interfaces.item(i)));
    return r;
}

ordered_json numbers(const Vector& v) {
    return {v.x(), v.y(), v.z()};
}

ordered_json written(const rig::Shape& s) {
    ordered_json j;
    const auto kind = s.kind;
    j["kind"] = kind == rig::ShapeKind::box        ? "box"
                : kind == rig::ShapeKind::cylinder ? "cylinder"
                : kind == rig::ShapeKind::sphere   ? "sphere"
                                                   : "prism";
    j["at"] = numbers(s.at);
    if (kind == rig::ShapeKind::box) j["size"] = numbers(s.size);
    if (kind == rig::ShapeKind::cylinder || kind == rig::ShapeKind::sphere) j["diameter"] = s.diameter;
    if (kind == rig::ShapeKind::cylinder || kind == rig::ShapeKind::prism) {
        j["length"] = s.length;
        j["axis"] = numbers(s.axis);
    }
    if (kind == rig::ShapeKind::prism) {
        j["profile"] = ordered_json::array();
        for (const auto& c : s.profile) j["profile"].push_back({c.x(), c.y()});
    }
    j["material"] = s.material;
    return j;
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

ordered_json written(const rig::Part& p) {
    ordered_json j{{"id", p.id},         {"name", p.name}, {"role", p.role},
                   {"origin", p.origin}, {"mass", p.mass}, {"centre_of_gravity", numbers(p.centre_of_gravity)}};
    j["ports"] = ordered_json::array();
    for (const auto& port : p.ports)
        j["ports"].push_back({{"id", port.id},
                              {"kind", port.kind},
                              {"at", numbers(port.at)},
                              {"z", numbers(port.z)},
                              {"x", numbers(port.x)}});
    j["shapes"] = ordered_json::array();
    for (const auto& s : p.shapes) j["shapes"].push_back(written(s));
    return j;
}

ordered_json written(const rig::Interface& f) {
    ordered_json j{{"id", f.id},
                   {"name", f.name},
                   {"support", {{"part", f.support.part}, {"port", f.support.port}}},
                   {"payload", {{"part", f.payload.part}, {"port", f.payload.port}}}};
    if (f.pose) j["pose"] = {{"forward", f.pose->forward}, {"side", f.pose->side}, {"pan", f.pose->pan}};
    j["elements"] = ordered_json::array();
    for (const auto& e : f.elements) {
        ordered_json inputs = ordered_json::object();
        for (const auto& [key, input] : e.inputs) inputs[key] = std::visit(WriteInput{}, input);
        j["elements"].push_back({{"id", e.id}, {"family", e.family}, {"inputs", inputs}});
    }
    return j;
}

}  // namespace

Result<rig::Rig> read_rig(std::string_view text) {
    json document;
    try {
        document = json::parse(text);
    } catch (const json::parse_error& error) {
        const std::size_t line = line_at(text, error.byte);
        if (error.byte >= text.size())
            return Problem{fmt::format("line {}", line), "The file ends in the middle.",
                           "It was cut off: take the last good copy."};
        const auto around = text.substr(error.byte > 4 ? error.byte - 4 : 0, 12);
        if (around.find("NaN") != around.npos || around.find("nan") != around.npos || around.find("Inf") != around.npos)
            return Problem{fmt::format("line {}", line), "NaN and infinity are not numbers in JSON.",
                           "Write a number that was measured, or leave the key out."};
        return Problem{fmt::format("line {}", line), "This is not valid JSON.",
                       "Look for a missing comma, quote or bracket at or just before this line."};
    } catch (const json::out_of_range&) {
        return Problem{"", "A number in the file is too large.", "Write SI numbers, for example 0.0337 for 33.7 mm."};
    }
    const auto with_line = [&](const Problem& p) {
        return Problem{fmt::format("line {}, {}", line_of(text, p.where), p.where.empty() ? "/" : p.where), p.what,
                       p.remedy};
    };
    try {
        rig::Rig r = read_root({document, ""});
        if (const auto ok = rig::validate(r); !ok) return with_line(ok.problem());
        return r;
    } catch (const Problem& problem) {
        return with_line(problem);
    }
}

std::string write_rig(const rig::Rig& r) {
    ordered_json j{{"format", format_name},
                   {"schema", schema_version},
                   {"name", r.name},
                   {"note", r.note},
                   {"required", r.required},
                   {"push", {{"force", r.push.force}, {"part", r.push.part}, {"offset", numbers(r.push.offset)}}}};
    j["parts"] = ordered_json::array();
    for (const auto& p : r.parts) j["parts"].push_back(written(p));
    j["interfaces"] = ordered_json::array();
    for (const auto& f : r.interfaces) j["interfaces"].push_back(written(f));
    // Names may hold bytes that are not UTF-8 when they came from a command line: replaced, never a crash.
    return j.dump(2, ' ', false, ordered_json::error_handler_t::replace) + "\n";
}

}  // namespace clampet::project
