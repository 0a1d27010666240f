#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <optional>
#include <set>

#include "loads/cards.h"
#include "loads/cases.h"

namespace clampet::loads {

std::span<const LoadCase* const> registry() {
    static const std::array all{&push(),   &tug(),  &bump(),     &turn_start(),  &turning(),  &worn(),
                                &moving(), &wind(), &inverted(), &payload_off(), &own_force()};
    return all;
}

const LoadCase* case_named(std::string_view key) {
    for (const auto* each : registry())
        if (each->key() == key) return each;
    return nullptr;
}

namespace {

std::string known_kinds() {
    std::string known;
    for (const auto* each : registry()) known += (known.empty() ? "" : ", ") + std::string(each->key());
    return known;
}

Problem placed_in(std::size_t k, const Problem& p) {
    return p.at(fmt::format("/cases/{}/inputs/{}", k, p.where));
}

Status validate_cases(const rig::Rig& rig) {
    if (rig.cases.size() > 100)
        return Problem{"case.too_many", "/cases", "There are more than 100 load cases.", "Leave some out."};
    for (std::size_t k = 0; k < rig.use.size(); ++k)
        if (!card_named(rig.use[k]))
            return Problem{"rig.unknown_card", fmt::format("/use/{}", k),
                           fmt::format("There is no card “{}”.", rig.use[k]), "“clampet-cli cases” lists the cards."};
    std::set<std::string_view> ids{rest};
    for (std::size_t k = 0; k < rig.cases.size(); ++k) {
        const auto& use = rig.cases[k];
        const auto where = fmt::format("/cases/{}", k);
        const auto* kind = case_named(use.kind);
        if (!kind)
            return Problem{"rig.unknown_case_kind", where + "/case",
                           fmt::format("There is no load case “{}”.", use.kind),
                           fmt::format("Use one of: {}.", known_kinds())};
        if (use.id.empty() || !ids.insert(use.id).second)
            return Problem{"rig.case_without_own_id", where + "/id",
                           fmt::format("The load case “{}” has no id of its own.", use.id),
                           "Give each its own, for example push-2."};
        if (const auto values = families::complete(kind->parameters(), kind->name(), use.inputs); !values)
            return placed_in(k, values.problem());
    }
    return Done{};
}

/// What needs the rig placed: that the parts and axes named are there.
Status validate_named(const rig::Rig& rig) {
    std::optional<rig::Placed> placed;  // most cases name nothing
    for (std::size_t k = 0; k < rig.cases.size(); ++k) {
        const auto* kind = case_named(rig.cases[k].kind);
        const auto values = families::complete(kind->parameters(), kind->name(), rig.cases[k].inputs);
        const auto names_something = std::any_of(
            kind->parameters().begin(), kind->parameters().end(),
            [&](const auto& p) { return p.kind == families::Kind::text && !families::text(*values, p.key).empty(); });
        if (!names_something) continue;
        if (!placed) placed.emplace(rig);
        if (const auto actions = kind->actions(*values, {rig, *placed}); !actions)
            return placed_in(k, actions.problem());
    }
    return Done{};
}

/// In a closed loop something must hold every part.
Status validate_held(const rig::Rig& rig) {
    if (std::none_of(rig.interfaces.begin(), rig.interfaces.end(), [](const auto& f) { return f.closes_loop; }))
        return Done{};
    const auto statics = rig::Statics::of(rig, std::make_shared<const rig::Placed>(rig));
    return statics ? Status(Done{}) : Status(statics.problem());
}

}  // namespace

Status validate_structure(const rig::Rig& rig) {
    if (auto ok = rig::validate_structure(rig); !ok) return ok;
    if (auto ok = validate_cases(rig); !ok) return ok;
    if (auto ok = validate_held(rig); !ok) return ok;
    return validate_named(rig);
}

Status validate(const rig::Rig& rig) {
    if (auto ok = rig::validate(rig); !ok) return ok;
    if (auto ok = validate_cases(rig); !ok) return ok;
    if (auto ok = validate_held(rig); !ok) return ok;
    return validate_named(rig);
}

std::string name_of(const rig::Rig& rig, const rig::CaseUse& use) {
    const auto* kind = case_named(use.kind);
    if (!kind) return use.kind;
    const auto part = use.inputs.find("part");
    const std::string* id = part == use.inputs.end() ? nullptr : std::get_if<std::string>(&part->second);
    if (!id || id->empty() || !rig.part(*id)) return std::string(kind->name());
    return fmt::format("{}: {}", kind->name(), rig.part(*id)->name);
}

Result<std::vector<rig::Action>> actions_of(const rig::Rig& rig, const rig::Placed& placed,
                                            const std::vector<std::string>& only) {
    const auto wanted = [&](std::string_view id, std::string_view kind) {
        return only.empty() ||
               std::any_of(only.begin(), only.end(), [&](const auto& name) { return name == id || name == kind; });
    };
    for (const auto& name : only) {
        const bool there = name == rest || std::any_of(rig.cases.begin(), rig.cases.end(), [&](const auto& use) {
                               return use.id == name || use.kind == name;
                           });
        if (there) continue;
        std::string known = std::string(rest);
        for (const auto& use : rig.cases) known += ", " + use.id;
        return Problem{"case.not_in_rig", "case", fmt::format("The rig has no load case “{}”.", name),
                       fmt::format("It has: {}.", known)};
    }
    std::vector<rig::Action> all;
    if (wanted(rest, rest)) {
        all.emplace_back();
        all.back().load_case = rest;
    }
    for (std::size_t k = 0; k < rig.cases.size(); ++k) {
        const auto& use = rig.cases[k];
        if (!wanted(use.id, use.kind)) continue;
        const auto* kind = case_named(use.kind);
        if (!kind)
            return Problem{"rig.missing_case_kind", fmt::format("/cases/{}/case", k), "There is no such load case.",
                           known_kinds()};
        const auto values = families::complete(kind->parameters(), kind->name(), use.inputs);
        if (!values) return placed_in(k, values.problem());
        auto actions = kind->actions(*values, {rig, placed});
        if (!actions) return placed_in(k, actions.problem());
        for (auto& action : *actions) {
            action.load_case = use.id;
            all.push_back(std::move(action));
        }
    }
    return all;
}

}  // namespace clampet::loads
