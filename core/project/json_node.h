#pragma once
#include <initializer_list>
#include <nlohmann/json.hpp>
#include <string>

#include "quantity/dimension.h"
#include "quantity/result.h"
#include "rig/rig.h"

namespace clampet::project {

/// Reads values out of JSON and throws a Problem with the path of the first that is wrong; read_rig catches it.
class Node {
 public:
    Node(const nlohmann::json& value, std::string path) : value_(value), path_(std::move(path)) {}

    [[noreturn]] void fail(ProblemId id, std::string what, std::string remedy) const {
        throw Problem{id, path_, std::move(what), std::move(remedy)};
    }
    /// Fails where it is no object.
    void be_object(const char* remedy = "Write it between { and }.") const {
        if (!value_.is_object()) fail("file.not_an_object", "This should be an object.", remedy);
    }
    const std::string& path() const { return path_; }
    const nlohmann::json& raw() const { return value_; }

    /// Fails where it is no object, or has a key that is not one of these.
    void only(const std::vector<std::string>& keys) const;
    bool has(const std::string& key) const { return value_.is_object() && value_.contains(key); }
    Node at(const std::string& key) const;
    Node item(std::size_t i) const { return {value_.at(i), path_ + "/" + std::to_string(i)}; }
    std::size_t size() const;

    std::string string() const;
    bool boolean() const;
    /// A number [SI], or a text with a unit.
    double quantity(quantity::Dimension dimension) const;
    rig::Vector vector(quantity::Dimension dimension) const;
    std::string one_of(const std::vector<std::string>& choices) const;

 private:
    const nlohmann::json& value_;
    std::string path_;
};

/// Errors  A Problem with the line where it stops being JSON.
Result<nlohmann::json> parse_json(std::string_view text);

}  // namespace clampet::project
