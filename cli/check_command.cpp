#include <fmt/format.h>

#include "commands.h"
#include "long_work.h"
#include "project/file.h"
#include "project/rig_json.h"
#include "quantity/format.h"
#include "report.h"
#include "study/check.h"
#include "study/sentences.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

Result<rig::Rig> load(const std::string& file) {
    const auto text = project::read_file(file);
    if (!text) return text.problem();
    auto rig = project::read_rig(*text);
    if (!rig) return Problem{file + ", " + rig.problem().where, rig.problem().what, rig.problem().remedy};
    return rig;
}

std::string snake(std::string words) {
    for (char& c : words)
        if (c == ' ') c = '_';
    return words;
}

ordered_json mode_json(const study::ModeResult& m) {
    ordered_json j{{"element", m.element},
                   {"family", m.family},
                   {"mode", m.mode},
                   {"class", m.mode_class == families::ModeClass::ultimate ? "ultimate" : "service"},
                   {"factor", number(m.factor())},
                   {"factor_mass", number(m.mass)},
                   {"factor_live", number(m.live)},
                   {"case", m.load_case}};
    if (m.has_motion) j["motion"] = m.words.does();
    if (m.direction) j["direction"] = {m.direction->x(), m.direction->y(), m.direction->z()};
    j["wrench"] = numbers(m.load.whole());
    return j;
}

ordered_json interface_json(const study::InterfaceResult& r) {
    ordered_json modes = ordered_json::array(), notes = ordered_json::array();
    for (const auto& m : r.modes) modes.push_back(mode_json(m));
    for (const auto& a : r.advisories) notes.push_back(a.text);
    return {{"interface", r.id},
            {"name", r.name},
            {"verdict", snake(std::string(study::name_of(r.verdict)))},
            {"factor", number(r.typical)},
            {"factor_low", number(r.low)},
            {"factor_high", number(r.high)},
            {"governs", r.governs ? ordered_json(r.modes[*r.governs].mode) : ordered_json(nullptr)},
            {"sentence", study::sentence(r)},
            {"wrench_at_rest", numbers(r.rest.permanent)},
            {"modes", modes},
            {"advisories", notes}};
}

}  // namespace

int check_command(const CheckRequest& request, bool json) {
    const auto rig = load(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    study::CheckOptions options;
    options.cases = request.cases;
    if (request.required != 0) options.required = request.required;
    const auto result = [&] {
        const LongWork work("checked", json);  // its progress is wiped before the answer is printed
        return study::check(*rig, options, work.job(request.threads));
    }();
    if (!result) return fail(result.problem(), wrong_usage);
    const int exit_code = result->verdict == study::Verdict::holds && !result->stopped ? done : not_all_hold;
    if (json) {
        ordered_json rows = ordered_json::array();
        for (const auto& r : result->interfaces) rows.push_back(interface_json(r));
        print({{"rig", rig->name},
               {"required", result->required},
               {"verdict", std::string(study::name_of(result->verdict))},
               {"headline", study::headline(*result)},
               {"worst", result->worst ? ordered_json(result->interfaces[*result->worst].id) : ordered_json(nullptr)},
               {"stopped", result->stopped},
               {"interfaces", rows}});
        return exit_code;
    }
    fmt::print("{}: {}\n{}\n\n", rig->name, study::tally(*result), study::headline(*result));
    fmt::print("{:<26} {:<9} {:>7} {:>15}  {}\n", "interface", "verdict", "factor", "low to high",
               "how it would let go");
    for (const auto& r : result->interfaces) {
        fmt::print("{:<26} {:<9} {:>7} {:>15}  {}\n", r.name, study::name_of(r.verdict),
                   quantity::format_factor(r.typical),
                   quantity::format_factor(r.low) + " to " + quantity::format_factor(r.high), study::short_sentence(r));
        for (const auto& a : r.advisories) fmt::print("{:<26} {}\n", "", a.text);
    }
    if (result->stopped)
        fmt::print("\nstopped: {} of {} interfaces were checked\n", result->interfaces.size(), rig->interfaces.size());
    fmt::print("\nrequired {}\n", quantity::format_factor(result->required));
    return exit_code;
}

int validate_command(const std::string& file, bool json) {
    const auto rig = load(file);
    if (!rig) return fail(rig.problem(), unreadable);
    if (json)
        print({{"file", file},
               {"valid", true},
               {"schema", project::schema_version},
               {"parts", rig->parts.size()},
               {"interfaces", rig->interfaces.size()}});
    else
        fmt::print("{} is a sound rig: {} parts, {} interfaces.\n", file, rig->parts.size(), rig->interfaces.size());
    return done;
}

}  // namespace clampet::cli
