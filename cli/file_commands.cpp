#include <fmt/format.h>

#include "commands.h"
#include "project/file.h"
#include "project/rig_fields.h"
#include "project/rig_json.h"
#include "project/workshop_file.h"
#include "report.h"
#include "rig/idle_inputs.h"
#include "rig_file.h"

namespace clampet::cli {

Result<rig::Rig> load_rig(const std::string& file) {
    const auto text = project::read_file(file);
    if (!text) return text.problem();
    auto rig = project::read_rig(*text);
    if (!rig) return rig.problem().at(file + ", " + rig.problem().where);
    return rig;
}

int validate_command(const std::string& file, bool json) {
    const auto rig = load_rig(file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto idle = rig::idle_inputs(*rig);
    if (json) {
        auto notes = nlohmann::ordered_json::array();
        for (const auto& note : idle) notes.push_back({{"where", note.where}, {"note", note.what}});
        print({{"file", file},
               {"valid", true},
               {"schema", project::schema_version},
               {"parts", rig->parts.size()},
               {"interfaces", rig->interfaces.size()},
               {"notes", notes}});
        return done;
    }
    fmt::print("{} is a sound rig: {} parts, {} interfaces.\n", file, rig->parts.size(), rig->interfaces.size());
    for (const auto& note : idle) fmt::print("note: {}\n", one_line(note.sentence()));
    return done;
}

int migrate_command(const std::string& file, const std::string& out) {
    const auto rig = load_rig(file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto text = project::write_rig(*rig);
    if (out.empty()) {
        fmt::print("{}", text);
        return done;
    }
    if (const auto written = project::write_file_atomically(out, text); !written)
        return fail(written.problem(), unwritable);
    fmt::print("{} is written in schema {}.\n", out, project::schema_version);
    return done;
}

int schema_command(bool tables) {
    fmt::print("{}\n",
               tables ? project::rig_tables() + "\n" + project::workshop_tables() : project::rig_schema().dump(2));
    return done;
}

}  // namespace clampet::cli
