#include "prove/use_card.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "catalogue/stock.h"
#include "drawing/qr_code.h"
#include "families/in_force.h"
#include "families/stock_use.h"
#include "loads/cards.h"
#include "prove/hang.h"
#include "quantity/format.h"
#include "rig/in_force.h"
#include "study/payload_limit.h"
#include "study/scenes.h"
#include "study/sentences.h"
#include "study/stopped.h"

namespace clampet::prove {
namespace {

using quantity::Dimension;
constexpr double often_enough = 91 * a_day;  // until it is looked at again: common practice
constexpr std::size_t longest_code = 500;
constexpr double code_width = 0.028;
constexpr double phone_width = 1080;  // pixels
constexpr double near_enough = 0.16;  // in ln of a torque: a hand does not tell finer

std::string with_feel(double torque) {
    const auto feel = feel_of(torque);
    return quantity::format(torque, Dimension::torque) + (feel.empty() ? "" : ", " + feel);
}

/// How an input that squeezes is set: by its name, or as it was typed. Nothing where neither is said.
std::optional<std::string> how_tight(const families::Family& family, const std::string& key, const rig::Input& input) {
    if (const auto* named = std::get_if<rig::NamedStock>(&input)) {
        for (const auto& use : families::stock_uses(family))
            if (use.key == "tight")
                for (const auto& [filled, size] : use.fills)
                    if (filled == key) return named->name;
        return std::nullopt;
    }
    if (key != "torque") return std::nullopt;
    if (const auto* value = std::get_if<double>(&input)) return with_feel(*value);
    if (const auto* band = std::get_if<rig::Band>(&input)) return with_feel(band->typical);
    return std::nullopt;
}

/// Where nobody said how tight: what the check took.
std::optional<double> usual_torque(const rig::Interface& seam) {
    for (const auto& element : seam.elements) {
        const auto* family = families::family_named(element.family);
        const auto* row = family ? families::find_parameter(*family, "torque") : nullptr;
        if (!row || element.inputs.contains("torque")) continue;
        const auto values = rig::values_of(element, rig::End::typical, {});
        const auto all = values ? families::complete(*family, *values) : Result<families::Values>(values.problem());
        if (all && !families::not_in_force(*row, *all)) return families::number(*all, "torque");
    }
    return std::nullopt;
}

void tighten(const rig::Rig& rig, UseCard& card) {
    // What tests say of a hand is no torque that anybody set.
    auto untaught = rig;
    untaught.learned = {};
    for (const auto& seam : rig.interfaces) {
        std::vector<std::string> ways;
        const auto add = [&](const std::string& element, const std::string& key, const rig::Input& input) {
            for (const auto& e : seam.elements) {
                const auto* family = e.id == element ? families::family_named(e.family) : nullptr;
                if (!family) continue;
                if (const auto way = how_tight(*family, key, input);
                    way && std::find(ways.begin(), ways.end(), *way) == ways.end())
                    ways.push_back(*way);
            }
        };
        for (const auto& element : seam.elements)
            for (const auto& [key, input] : element.inputs) add(element.id, key, input);
        for (const auto& filled : rig::filled_inputs(rig, seam)) add(filled.element, filled.key, filled.value);
        if (ways.empty())
            if (const auto torque = usual_torque(rig::in_force(untaught, seam))) ways.push_back(with_feel(*torque));
        for (const auto& way : ways) card.tighten.push_back(fmt::format("{}: {}", seam.name, way));
    }
}

void look_at(const rig::Rig& rig, const study::ScenesCheck& check, UseCard& card) {
    // The two that are nearest to letting go are pulled at by hand.
    std::vector<const study::InterfaceResult*> by_margin;
    for (const auto& worst : check.worst) {
        const auto& result = check.result_of(worst);
        if (std::isfinite(result.typical)) by_margin.push_back(&result);
    }
    std::sort(by_margin.begin(), by_margin.end(),
              [](const auto* a, const auto* b) { return a->typical / a->required < b->typical / b->required; });
    for (std::size_t i = 0; i < std::min<std::size_t>(2, by_margin.size()); ++i)
        card.look_at.push_back(fmt::format("{}: pull at it by hand, nothing moves", by_margin[i]->name));
    for (const auto& hang : rig.hangs)
        if (const auto* seam = hang.is_off || hang.of != rig::HangOf::mark ? nullptr : rig.interface(hang.seam))
            card.look_at.push_back(fmt::format("{}: its mark still lines up", seam->name));
    if (!rig.tethers.empty()) card.look_at.emplace_back("Every second catch is tied, and not slack");
    std::vector<std::string> printed;
    for (const auto& part : rig.parts) {
        const auto material = part.values.find("material");
        const auto* name = material == part.values.end() ? nullptr : std::get_if<std::string>(&material->second);
        if (part.origin == rig::Origin::make && name && name->find("printed") != std::string::npos)
            printed.push_back(part.name);
    }
    for (std::size_t i = 0; i < std::min<std::size_t>(2, printed.size()); ++i)
        card.look_at.push_back(fmt::format("{}: no crack, no white line", printed[i]));
    const rig::LogEntry* last = nullptr;
    for (const auto& entry : rig.log)
        if (entry.event == rig::Event::incident && (!last || entry.date >= last->date)) last = &entry;
    if (last) card.look_at.push_back(fmt::format("Seen before: {}", last->text));
}

void limits(const rig::Rig& rig, const study::ScenesCheck& check, const study::Job& job, UseCard& card) {
    if (const auto* payload = rig::payload_of(rig))
        if (const auto found = study::largest_payload(rig, payload->centre_of_gravity.x(), {}, job)) {
            const auto& most = found->limit;
            card.limits.push_back(
                most.ends && most.mass <= 0
                    ? std::string("Nothing goes on it as it stands")
                    : fmt::format("At most {}{}, balanced where it is now", most.ends ? "" : "over ",
                                  quantity::format(most.mass, Dimension::mass, quantity::System::metric, 3)));
        }
    for (std::size_t i = 0; i < check.checks.size(); ++i) {
        if (check.checks[i].verdict == study::Verdict::slips)
            card.limits.push_back(fmt::format("Not to be used: {}", check.scenes[i].name));
        else if (check.checks[i].verdict == study::Verdict::doubtful)
            card.limits.push_back(fmt::format("Not without a test: {}", check.scenes[i].name));
    }
    for (const auto& key : rig.use)
        if (const auto* use = loads::card_named(key); use && !use->caution.empty())
            card.limits.emplace_back(use->caution);
}

/// What wants tightening again, alike ones together, and the soonest of it [s].
double again(const rig::Rig& rig, const study::ScenesCheck& check, UseCard& card) {
    std::map<double, std::pair<std::string, std::string>> all;  // when → names, what is said
    for (const auto& worst : check.worst) {
        const auto& result = check.result_of(worst);
        const auto* seam = rig.interface(worst.id);
        if (!seam || !std::isfinite(result.typical)) continue;
        const auto when = retightening(rig, *seam, result.typical, result.required);
        if (!when.after) continue;
        auto& [names, says] = all[*when.after];
        names += (names.empty() ? "" : ", ") + seam->name;
        says = when.says;
    }
    for (const auto& [when, told] : all) card.again.push_back(fmt::format("{}: {}", told.first, told.second));
    return all.empty() ? often_enough : std::min(often_enough, std::max(a_day, all.begin()->first));
}

void list(drawing::Document& document, const char* title, const std::vector<std::string>& lines) {
    if (lines.empty()) return;
    document.blocks.emplace_back(drawing::Heading{title, 3});
    for (const auto& line : lines) document.blocks.emplace_back(drawing::Paragraph{line});
}

}  // namespace

std::string feel_of(double torque) {
    std::string best;
    double nearest = near_enough;
    for (const auto* feel : catalogue::stock_group("feel"))
        for (const auto* tool : catalogue::stock_group("hand torque")) {
            const double share = feel->size("share");
            // Where two are as near, the plainer word: hand tight.
            const double off =
                std::abs(std::log(torque / (tool->size("torque") * share))) + 1e-3 * std::abs(std::log(share));
            if (off < nearest) {
                nearest = off;
                best = fmt::format("about {}, {}", feel->name, tool->name);
            }
        }
    return best;
}

Result<UseCard> use_card_of(const rig::Rig& rig, make::Day today, const study::Job& job) {
    const auto check = study::check_scenes(rig, study::scenes_of(rig), {.detail = study::Detail::verdict}, job);
    if (!check) return check.problem();
    if (check->stopped || job.is_cancelled()) return study::was_stopped();
    const auto day = [](make::Day d) { return make::text_of(make::WallTime(d)).substr(0, 10); };
    UseCard card;
    card.rig = rig.name;
    card.date = day(today);
    card.verdict = fmt::format("{}: {}", study::name_of(check->verdict), study::tally(*check));
    tighten(rig, card);
    look_at(rig, *check, card);
    limits(rig, *check, job, card);
    for (const auto& tether : check->catches.each)
        card.catches.push_back(fmt::format("{}: {}", tether.name, study::sentence(tether)));
    if (check->catches.asked && !check->catches.sentence.empty()) card.catches.push_back(check->catches.sentence);
    const double soonest = again(rig, *check, card);
    card.next_check = day(today + std::chrono::days(static_cast<int>(soonest / a_day)));
    return card;
}

std::string code_text(const UseCard& card) {
    std::string text =
        fmt::format("{}\n{} {}\nNext check {}", card.rig.substr(0, 120), card.date, card.verdict, card.next_check);
    for (const auto* lines : {&card.tighten, &card.limits, &card.look_at, &card.catches, &card.again})
        for (const auto& line : *lines)
            if (text.size() + line.size() + 1 <= longest_code) text += "\n" + line;
    return text;
}

Result<drawing::Document> document_of(const UseCard& card, double letters) {
    auto code = drawing::qr_code(code_text(card), code_width);
    if (!code) return code.problem();
    drawing::Document document{card.rig, card.date, {}, letters};
    document.blocks.emplace_back(drawing::Heading{card.rig, 2});
    document.blocks.emplace_back(drawing::Paragraph{fmt::format("{}. Next check: {}.", card.verdict, card.next_check)});
    list(document, "How tight", card.tighten);
    list(document, "Before each use", card.look_at);
    list(document, "Limits", card.limits);
    list(document, "Second catch", card.catches);
    list(document, "Tighten again", card.again);
    document.blocks.emplace_back(drawing::Picture{std::move(*code), code_width / letters});
    document.blocks.emplace_back(drawing::Paragraph{
        "Typical numbers: try it with a bag first. Local rules and licensed practice prevail.", true});
    return document;
}

Result<std::vector<std::pair<std::string, std::string>>> files_of(const UseCard& card, const std::string& file) {
    const bool is_picture = file.ends_with(".png");
    if (!is_picture && !file.ends_with(".pdf"))
        return Problem{"card.format", "out", "The file's name does not say what it is to be.",
                       "End it in .pdf to print it, or in .png for a phone."};
    const auto document = document_of(card, is_picture ? phone_letters : card_letters);
    if (!document) return document.problem();
    std::vector<std::pair<std::string, std::string>> files;
    if (!is_picture) {
        auto pdf = drawing::pdf_of(*document, a6);
        if (!pdf) return pdf.problem();
        files.emplace_back(file, std::move(*pdf));
        return files;
    }
    const auto pages = drawing::images_of(*document, phone, phone_width / phone.width);
    if (!pages) return pages.problem();
    for (std::size_t i = 0; i < pages->size(); ++i) {
        auto png = drawing::png_of((*pages)[i]);
        if (!png) return png.problem();
        const auto stem = file.substr(0, file.size() - 4);
        files.emplace_back(i == 0 ? file : fmt::format("{}-{}.png", stem, i + 1), std::move(*png));
    }
    return files;
}

}  // namespace clampet::prove
