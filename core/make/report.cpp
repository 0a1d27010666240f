#include "make/report.h"

#include <fmt/format.h>

#include <algorithm>
#include <optional>
#include <set>

#include "families/family.h"
#include "loads/cards.h"
#include "make/rig_picture.h"
#include "quantity/format.h"
#include "rig/in_force.h"
#include "study/payload_limit.h"
#include "study/sentences.h"
#include "study/stopped.h"

namespace clampet::make {
namespace {

using drawing::Document;
using drawing::Grid;
using drawing::Heading;
using drawing::Paragraph;
using quantity::Dimension;

std::string times(double factor) {
    return std::isfinite(factor) ? quantity::format_factor(factor) : std::string("not driven");
}

double mass_of(const rig::Rig& rig) {
    double mass = 0;
    for (const auto& part : rig.parts)
        if (part.origin != rig::Origin::site) mass += part.mass;
    return mass;
}

void summary(const rig::Rig& rig, const study::ScenesCheck& check, Document& document) {
    document.blocks.emplace_back(Heading{rig.name, 1});
    document.blocks.emplace_back(Paragraph{
        fmt::format("{}: {}. {}", study::name_of(check.verdict), study::tally(check), study::headline(check))});
    if (!rig.note.empty()) document.blocks.emplace_back(Paragraph{rig.note});
    document.blocks.emplace_back(drawing::Picture{picture_of(rig), 0.11});
    Grid facts{{"", ""}, {}, false};
    const auto* payload = rig::payload_of(rig);
    if (payload)
        facts.rows.push_back(
            {"holds", fmt::format("{}, {}", payload->name, quantity::format(payload->mass, Dimension::mass))});
    facts.rows.push_back({"weighs in all", quantity::format(mass_of(rig), Dimension::mass)});
    std::string used;
    for (const auto& key : rig.use)
        if (const auto* card = loads::card_named(key))
            used += fmt::format("{}{}", used.empty() ? "" : ", ", card->name);
    facts.rows.push_back({"used", used.empty() ? "as its load cases say" : used});
    facts.rows.push_back({"required factor", times(rig.required)});
    if (check.catches.asked)
        facts.rows.push_back(
            {"second catch", check.catches.sentence.empty() ? "catches what lets go" : check.catches.sentence});
    document.blocks.emplace_back(std::move(facts));
}

void seams(const study::ScenesCheck& check, Document& document) {
    document.blocks.emplace_back(Heading{"Seams, each where it is worst", 2});
    Grid grid{{"seam", "verdict", "typical", "weak to strong", "required", "in", "what"}, {}, false};
    std::vector<std::string> notes;
    for (const auto& worst : check.worst) {
        const auto& r = check.result_of(worst);
        grid.rows.push_back({r.name, std::string(study::name_of(r.verdict)), times(r.typical),
                             fmt::format("{} to {}", times(r.low), times(r.high)), times(r.required),
                             check.scenes[worst.scene].name, study::sentence(r)});
        for (const auto& advisory : r.advisories) notes.push_back(fmt::format("{}: {}", r.name, advisory.text));
    }
    document.blocks.emplace_back(std::move(grid));
    std::set<std::string> told;
    for (auto& note : notes)
        if (told.insert(note).second) document.blocks.emplace_back(Paragraph{"! " + note});
}

void shots(const study::ScenesCheck& check, Document& document) {
    if (check.scenes.size() < 2) return;
    document.blocks.emplace_back(Heading{"Shots", 2});
    Grid grid{{"shot", "verdict", "worst"}, {}, false};
    for (std::size_t i = 0; i < check.checks.size(); ++i)
        grid.rows.push_back({check.scenes[i].name, std::string(study::name_of(check.checks[i].verdict)),
                             study::headline(check.checks[i])});
    document.blocks.emplace_back(std::move(grid));
}

/// The seam with the least share of what is asked of it.
const study::ScenesCheck::Worst* worst_seam(const study::ScenesCheck& check) {
    if (!check.worst_scene || check.checks.empty()) return nullptr;
    const auto& scene = check.checks[*check.worst_scene];
    if (!scene.worst) return nullptr;
    const auto& id = scene.interfaces[*scene.worst].id;
    const auto found = std::find_if(check.worst.begin(), check.worst.end(), [&](const auto& w) { return w.id == id; });
    return found == check.worst.end() ? nullptr : &*found;
}

void working(const rig::Rig& rig, const study::ScenesCheck& check, Document& document) {
    const auto* worst = worst_seam(check);
    if (!worst) return;
    const auto& result = check.result_of(*worst);
    if (!result.governs) return;
    const auto& mode = result.modes[*result.governs];
    const auto staged = study::staged(rig, check.scenes[worst->scene]);
    const auto now = rig::in_force(staged, *staged.interface(worst->id));
    const auto prepared = rig::prepare(now, rig::End::typical);
    if (!prepared) return;
    for (std::size_t i = 0; i < now.elements.size(); ++i) {
        if (now.elements[i].id != mode.element) continue;
        document.blocks.emplace_back(Heading{fmt::format("Working of the worst: {}", result.name), 2});
        const auto w = mode.load.whole();
        document.blocks.emplace_back(Paragraph{
            fmt::format("Load at the seam {}: force {}, {}, {}; moment {}, {}, {}.", mode.under,
                        quantity::format(w.fx, Dimension::force), quantity::format(w.fy, Dimension::force),
                        quantity::format(w.fz, Dimension::force), quantity::format(w.mx, Dimension::torque),
                        quantity::format(w.my, Dimension::torque), quantity::format(w.mz, Dimension::torque))});
        document.blocks.emplace_back(drawing::Picture{prepared->joints[i]->section(mode.load), 0.07});
        Grid grid{{"quantity", "formula", "value", "source"}, {}, false};
        for (const auto& line : prepared->joints[i]->working(mode.load)) {
            std::string name = line.quantity;
            std::replace(name.begin(), name.end(), '_', ' ');
            grid.rows.push_back({name, line.formula, quantity::format(line.value, line.dimension), line.source});
        }
        document.blocks.emplace_back(std::move(grid));
    }
}

const families::Parameter* row_of(const rig::Interface& seam, const std::string& element, const std::string& key) {
    for (const auto& e : seam.elements)
        if (const auto* family = e.id == element ? families::family_named(e.family) : nullptr)
            return families::find_parameter(*family, key);
    return nullptr;
}

/// What a name, a pair or a band says of an input; nothing of what was typed as one number or one choice.
std::optional<std::string> assumption(const rig::Input& input, const families::Parameter* row) {
    if (const auto* pair = std::get_if<rig::FrictionOf>(&input)) return pair->pair;
    if (const auto* stock = std::get_if<rig::NamedStock>(&input)) return stock->name;
    const auto* band = std::get_if<rig::Band>(&input);
    if (!band) return std::nullopt;
    const auto said = [&](double value) { return quantity::format(value, row ? row->dimension : Dimension::number); };
    return fmt::format("{} to {}, typically {}", said(band->low), said(band->high), said(band->typical));
}

void assumed(const rig::Rig& rig, Document& document) {
    Grid grid{{"seam", "input", "taken as", "from"}, {}, false};
    const auto add = [&](const rig::Interface& seam, const std::string& element, const std::string& key,
                         const rig::Input& input, const std::string& from) {
        const auto* row = row_of(seam, element, key);
        if (const auto words = assumption(input, row))
            grid.rows.push_back({seam.name, row ? row->label : key, *words, from});
    };
    for (const auto& seam : rig.interfaces) {
        for (const auto& element : seam.elements)
            for (const auto& [key, input] : element.inputs)
                add(seam, element.id, key, input, std::holds_alternative<rig::Band>(input) ? "as typed" : "its name");
        for (const auto& filled : rig::filled_inputs(rig, seam)) {
            const auto* part = rig.part(filled.from);
            add(seam, filled.element, filled.key, filled.value, part ? part->name : "the rig");
        }
    }
    if (grid.rows.empty()) return;
    document.blocks.emplace_back(Heading{"What was assumed", 2});
    document.blocks.emplace_back(std::move(grid));
}

/// The most that it may carry where its payload balances now.
void limit(const rig::Rig& rig, const study::Job& job, Document& document) {
    const auto* payload = rig::payload_of(rig);
    if (!payload) return;
    const auto found = study::largest_payload(rig, payload->centre_of_gravity.x(), {}, job);
    if (!found) return;
    const auto& most = found->limit;
    const std::string mass = !most.ends      ? "over " + quantity::format(most.mass, Dimension::mass)
                             : most.mass > 0 ? quantity::format(most.mass, Dimension::mass, quantity::System::metric, 3)
                                             : std::string("nothing");
    document.blocks.emplace_back(Heading{"How much may go on it", 2});
    document.blocks.emplace_back(
        Paragraph{fmt::format("Largest payload, balanced where it is now, as it stands, by typical inputs: {}{}", mass,
                              found->sentence.empty() ? "" : "; beyond that, " + found->sentence)});
}

void cautions(const rig::Rig& rig, const study::ScenesCheck& check, Document& document) {
    document.blocks.emplace_back(Heading{"Catches, limits and cautions", 2});
    for (const auto& tether : check.catches.each)
        document.blocks.emplace_back(Paragraph{fmt::format("{}: {}.", tether.name, study::sentence(tether))});
    for (std::size_t i = 0; i < check.beyond.size(); ++i)
        for (const auto& name : check.beyond[i])
            document.blocks.emplace_back(
                Paragraph{fmt::format("{}: {} cannot stand so, it is beyond its stop.", check.scenes[i].name, name)});
    for (std::size_t i = 0; i < check.checks.size(); ++i)
        if (check.checks[i].verdict == study::Verdict::slips)
            document.blocks.emplace_back(Paragraph{fmt::format("Not to be used: {}.", check.scenes[i].name)});
    for (const auto& key : rig.use)
        if (const auto* card = loads::card_named(key); card && !card->caution.empty())
            document.blocks.emplace_back(Paragraph{std::string(card->caution)});
    document.blocks.emplace_back(Paragraph{
        "Sizes and loads are as they were typed, numbers from names are typical: try it with a bag as heavy as "
        "its payload before the camera goes on. Local rules, venues and licensed practice prevail. Vehicles, "
        "drones, climbing, public structures and lifting people are beyond this report.",
        true});
}

}  // namespace

Result<Document> report_of(const rig::Rig& rig, const std::string& detail, const study::Job& job) {
    const auto check = study::check_scenes(rig, study::scenes_of(rig), {.detail = study::Detail::verdict}, job);
    if (!check) return check.problem();
    if (check->stopped) return study::was_stopped();
    Document document{rig.name, detail, {}};
    summary(rig, *check, document);
    document.blocks.emplace_back(drawing::PageBreak{});
    seams(*check, document);
    shots(*check, document);
    working(rig, *check, document);
    limit(rig, job, document);
    assumed(rig, document);
    cautions(rig, *check, document);
    return document;
}

Document document_of(const std::vector<Table>& tables, const std::string& title, const std::string& detail,
                     bool has_boxes) {
    Document document{title, detail, {}};
    for (const auto& table : tables) {
        document.blocks.emplace_back(Heading{table.title, 1});
        document.blocks.emplace_back(Grid{table.columns, table.rows, has_boxes});
        for (const auto& note : table.notes) document.blocks.emplace_back(Paragraph{note, true});
    }
    return document;
}

}  // namespace clampet::make
