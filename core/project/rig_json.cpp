#include "project/rig_json.h"

#include <fmt/format.h>

#include <nlohmann/json.hpp>

#include "loads/cards.h"
#include "loads/load_case.h"
#include "project/json_lines.h"
#include "project/migration.h"
#include "project/rig_fields.h"

namespace clampet::project {
namespace {

using nlohmann::json;

/// The schema that a file says it is of. Fails where it is no rig, or a newer one.
int schema_of(const Node& n) {
    n.be_object();
    if (!n.has("format") || !n.at("format").raw().is_string() || n.at("format").string() != rig_format)
        n.fail("file.not_a_rig", "This is not a Clampet rig.",
               fmt::format("A rig file says \"format\": \"{}\".", rig_format));
    const Node schema = n.at("schema");
    if (!schema.raw().is_number())
        schema.fail("file.schema_not_a_number", "This should be a number.", fmt::format("Use {}.", schema_version));
    const double given = schema.raw().get<double>();
    if (given > schema_version)
        schema.fail(
            "file.newer_schema",
            fmt::format("This file is of schema {:g}, newer than this Clampet knows ({}).", given, schema_version),
            "Open it with a newer Clampet.");
    if (given != 1 && given != schema_version)
        schema.fail("file.unknown_schema", "There is no such schema.", fmt::format("Use {}.", schema_version));
    return static_cast<int>(given);
}

/// What the file leaves out its cards say: load cases and the required factor.
void take_from_cards(rig::Rig& r, const json& file) {
    if (r.use.empty() || (file.contains("cases") && file.contains("required"))) return;
    rig::Rig bare = r;
    bare.cases.clear();
    bare.use.clear();
    const auto used = loads::used(std::move(bare), r.use);
    if (!used) return;  // an unknown card: validate() says so
    if (!file.contains("cases")) r.cases = used->cases;
    if (!file.contains("required")) r.required = used->required;
}

}  // namespace

Result<rig::Rig> read_rig(std::string_view text) {
    auto document = parse_json(text);
    if (!document) return document.problem();
    int schema = schema_version;
    const auto with_line = [&](const Problem& p) {
        const auto where = schema == 1 ? path_in_1(p.where) : p.where;
        return p.at(fmt::format("line {}, {}", line_of(text, where), where.empty() ? "/" : where));
    };
    try {
        json present = *document;
        schema = schema_of({present, ""});
        if (schema == 1) migrate_from_1(present);
        rig::Rig r = rig_fields().read({present, ""});
        for (auto& part : r.parts)
            if (part.name.empty()) part.name = part.id;
        for (auto& f : r.interfaces)
            if (f.name.empty()) f.name = f.id;
        if (schema == schema_version) take_from_cards(r, present);
        if (schema == 1) {
            part_links_from_1(r);
            move_roots_from_1(r);
        }
        if (const auto ok = loads::validate(r); !ok) return with_line(ok.problem());
        return r;
    } catch (const Problem& problem) {
        return with_line(problem);
    }
}

std::string text_of_variant(rig::Rig r) {
    r.variants.clear();
    r.stands_on.clear();
    // What happened belongs to all of them.
    r.measured.clear();
    r.log.clear();
    return write_rig(r);
}

std::string write_rig(const rig::Rig& r) {
    // Names may hold bytes that are not UTF-8 when they came from a command line: replaced, never a crash.
    return rig_fields().write(r).dump(2, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n";
}

}  // namespace clampet::project
