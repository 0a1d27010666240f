#pragma once
#include <functional>
#include <string>
#include <vector>

#include "project/json_node.h"

namespace clampet::project {

/// One field of an object in a rig file: its row is read, written, described and put into the schema from here alone.
template <class Object>
struct Field {
    std::string key, meaning;  ///< meaning: one line of the format's description
    bool required = false;
    nlohmann::ordered_json schema;
    std::function<void(const Node&, Object&)> read;
    /// Null where there is nothing to say: the field is then left out.
    std::function<nlohmann::ordered_json(const Object&)> write;
};

/// All fields of one kind of object.
template <class Object>
struct Fields {
    std::string name, meaning;  ///< "part"; one line
    std::vector<Field<Object>> rows;
    std::function<void(const Node&, Object&)> finish = nullptr;  ///< after all rows: what follows from several of them

    Object read(const Node& node) const {
        std::vector<std::string> keys;
        for (const auto& row : rows) keys.push_back(row.key);
        node.only(keys);
        Object object;
        for (const auto& row : rows) {
            if (node.has(row.key))
                row.read(node.at(row.key), object);
            else if (row.required)
                node.at(row.key);  // says that it is missing
        }
        if (finish) finish(node, object);
        return object;
    }
    nlohmann::ordered_json write(const Object& object) const {
        nlohmann::ordered_json j = nlohmann::ordered_json::object();
        for (const auto& row : rows)
            if (auto value = row.write(object); !value.is_null()) j[row.key] = std::move(value);
        return j;
    }
    nlohmann::ordered_json schema() const {
        nlohmann::ordered_json required = nlohmann::ordered_json::array(),
                               properties = nlohmann::ordered_json::object();
        for (const auto& row : rows) {
            if (row.required) required.push_back(row.key);
            properties[row.key] = row.schema;
        }
        nlohmann::ordered_json j{{"type", "object"}, {"description", meaning}};
        if (!required.empty()) j["required"] = required;
        j["additionalProperties"] = false;
        j["properties"] = properties;
        return j;
    }
    /// As a table of the format's description.
    std::string table() const {
        std::string text = "| key of " + name + " | meaning |\n|---|---|\n";
        for (const auto& row : rows)
            text += "| `" + row.key + "`" + (row.required ? ", needed" : "") + " | " + row.meaning + " |\n";
        return text;
    }
};

nlohmann::ordered_json schema_of_quantity(double least, double most, bool least_allowed = true);
nlohmann::ordered_json numbers_of(const rig::Vector& v);
nlohmann::ordered_json any_quantity();  ///< the schema of a number, or a text with a unit

template <class Object>
Field<Object> text_field(std::string key, std::string Object::*member, std::string meaning, bool required = false) {
    nlohmann::ordered_json schema{{"type", "string"}};
    if (required) schema["minLength"] = 1;
    return {std::move(key),
            std::move(meaning),
            required,
            std::move(schema),
            [member](const Node& n, Object& o) { o.*member = n.string(); },
            [member](const Object& o) -> nlohmann::ordered_json { return o.*member; }};
}

/// A text that is left out where nothing is said.
template <class Object>
Field<Object> said_field(std::string key, std::string Object::*member, std::string meaning) {
    auto field = text_field(std::move(key), member, std::move(meaning));
    field.write = [member](const Object& o) {
        return (o.*member).empty() ? nlohmann::ordered_json() : nlohmann::ordered_json(o.*member);
    };
    return field;
}

/// A flag that is left out where it is not so.
template <class Object>
Field<Object> flag_field(std::string key, bool Object::*member, std::string meaning) {
    return {std::move(key),
            std::move(meaning),
            false,
            {{"type", "boolean"}},
            [member](const Node& n, Object& o) { o.*member = n.boolean(); },
            [member](const Object& o) { return o.*member ? nlohmann::ordered_json(true) : nlohmann::ordered_json(); }};
}

/// One of an enumeration, by its key in files.
template <class Object, class Enum>
Field<Object> enum_field(std::string key, Enum Object::*member, std::string meaning) {
    std::vector<std::string> keys;
    for (const auto name : parts::names<Enum>()) keys.emplace_back(name);
    return {std::move(key),
            std::move(meaning),
            false,
            {{"enum", keys}},
            [member, keys](const Node& n, Object& o) { o.*member = *parts::named<Enum>(n.one_of(keys)); },
            [member](const Object& o) -> nlohmann::ordered_json { return parts::name_of(o.*member); }};
}

template <class Object>
Field<Object> quantity_field(std::string key, double Object::*member, quantity::Dimension dimension,
                             nlohmann::ordered_json schema, std::string meaning, bool required = false) {
    return {std::move(key),
            std::move(meaning),
            required,
            std::move(schema),
            [member, dimension](const Node& n, Object& o) { o.*member = n.quantity(dimension); },
            [member](const Object& o) -> nlohmann::ordered_json { return o.*member; }};
}

template <class Object>
Field<Object> vector_field(std::string key, rig::Vector Object::*member, quantity::Dimension dimension,
                           std::string meaning) {
    return {std::move(key),
            std::move(meaning),
            false,
            {{"$ref", "#/$defs/vector"}},
            [member, dimension](const Node& n, Object& o) { o.*member = n.vector(dimension); },
            [member](const Object& o) { return numbers_of(o.*member); }};
}

template <class Object, class Item>
Field<Object> list_field(std::string key, std::vector<Item> Object::*member, const Fields<Item>& items,
                         std::string meaning, std::size_t least = 0, std::size_t most = 0, bool required = false) {
    nlohmann::ordered_json schema{{"type", "array"}};
    if (least > 0) schema["minItems"] = least;
    if (most > 0) schema["maxItems"] = most;
    schema["items"] = {{"$ref", "#/$defs/" + items.name}};
    return {std::move(key),
            std::move(meaning),
            required,
            std::move(schema),
            [member, &items](const Node& n, Object& o) {
                (o.*member).clear();
                for (std::size_t i = 0; i < n.size(); ++i) (o.*member).push_back(items.read(n.item(i)));
            },
            [member, &items](const Object& o) {
                auto list = nlohmann::ordered_json::array();
                for (const auto& item : o.*member) list.push_back(items.write(item));
                return list;
            }};
}

}  // namespace clampet::project
