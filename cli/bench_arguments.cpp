#include "bench_arguments.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <map>

#include "catalogue/material.h"
#include "families/in_force.h"
#include "families/stock_use.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "study/bench.h"

namespace clampet::cli {

using families::Family;
using families::Kind;
using quantity::Dimension;

Problem no_family(const std::string& name) {
    std::string known;
    for (const Family* f : families::registry()) known += (known.empty() ? "" : ", ") + std::string(f->key());
    return {"family.unknown", "", fmt::format("There is no interface family “{}”.", name),
            fmt::format("Use one of: {}.", known)};
}

namespace {

const families::Parameter* row_named(std::span<const families::Parameter> rows, std::string_view key) {
    const auto at = std::find_if(rows.begin(), rows.end(), [&](const auto& row) { return row.key == key; });
    return at == rows.end() ? nullptr : &*at;
}

/// What is given but does not count under the choices given is refused by name, never dropped.
Result<families::Values> in_force(std::span<const families::Parameter> rows, std::string_view name,
                                  families::Values values, const std::vector<std::string>& assignments) {
    const auto whole = families::complete(rows, name, values);
    if (!whole) return values;  // the caller says why
    for (const auto& text : assignments) {
        const auto* p = row_named(rows, text.substr(0, text.find('=')));
        if (!p) continue;
        if (const auto problem = families::not_in_force(*p, *whole)) return *problem;
    }
    return values;
}

}  // namespace

namespace {

/// One key=value, apart.
struct Assignment {
    std::string key, typed;
};

Result<Assignment> apart(const std::string& text) {
    const auto equals = text.find('=');
    if (equals == text.npos || equals == 0)
        return Problem{"argument.not_key_value", "", fmt::format("“{}” is not key=value.", text),
                       "Write for example friction=0.3 or diameter=33.7mm."};
    return Assignment{text.substr(0, equals), text.substr(equals + 1)};
}

quantity::Dimension dimension_of(std::span<const families::Parameter> rows, std::string_view key) {
    const auto* row = row_named(rows, key);
    return row ? row->dimension : Dimension::number;
}

Status take(Given& given, const families::Parameter& parameter, const std::string& typed);

/// The pair of surfaces that a friction is of, as far as it is known by name; nothing where it was typed as a number.
std::optional<std::string> pair_of(const Given& given, const families::Parameter& row) {
    for (const auto& assumed : given.assumed)
        if (assumed.input == row.key && !assumed.corrected && assumed.from.find(" on ") != std::string::npos)
            return assumed.from;
    if (row.friction_pair.empty() || given.values.contains(row.key)) return std::nullopt;
    return row.friction_pair;
}

/// All that a name fills.
void take(Given& given, std::span<const families::Parameter> rows, const families::StockOffer& offer,
          const std::string& typed) {
    for (const auto& [input, value] : families::values_from(offer)) {
        given.values.insert_or_assign(input, value);
        const auto told = families::stock_value(offer, input);
        if (!told) continue;
        std::erase_if(given.assumed, [&](const Assumed& before) { return before.input == input; });
        const std::string from = offer.share == 1 ? offer.row->name : typed + " (" + offer.row->name + ")";
        given.assumed.push_back(
            {input, from, dimension_of(rows, input), value, told->low, told->high, offer.row->source});
    }
    for (const auto& rubs : offer.use->rubs) {
        const auto* row = row_named(rows, rubs.input);
        const auto pair = row ? pair_of(given, *row) : std::nullopt;
        const auto now = pair ? families::pair_with(offer, rubs, *pair) : std::nullopt;
        if (!now || !take(given, *row, *now)) continue;
        given.assumed.back().from = *now;  // in this order: which side is which decides what comes next
    }
}

/// What is typed for one input; a pair of surfaces is looked up.
Status take(Given& given, const families::Parameter& parameter, const std::string& typed) {
    for (auto& assumed : given.assumed) assumed.corrected = assumed.corrected || assumed.input == parameter.key;
    if (parameter.kind != Kind::quantity) {
        given.values[parameter.key] = typed;
        return Done{};
    }
    if (!parameter.friction_pair.empty() && typed.find(" on ") != typed.npos) {
        const auto pair = catalogue::friction_named(typed);
        if (!pair) return pair.problem().at(parameter.key);
        std::erase_if(given.assumed, [&](const Assumed& before) { return before.input == parameter.key; });
        given.values[parameter.key] = pair->typical;
        given.assumed.push_back({parameter.key, pair->name(), Dimension::number, families::Value{pair->typical},
                                 pair->low, pair->high, pair->source});
        return Done{};
    }
    const auto value = quantity::parse(typed, parameter.dimension);
    if (!value) return value.problem().at(parameter.key);
    given.values[parameter.key] = *value;
    return Done{};
}

/// A finish on the faces that rub: on every side of a pair that takes it. A friction that was typed as a number stays.
Status cover(Given& given, std::span<const families::Parameter> rows, std::string_view name,
             const std::string& finish) {
    Problem none{"finish.nothing_to_cover", "finish", fmt::format("{} has no face that takes a finish.", name),
                 "Leave it out."};
    bool covered = false;
    for (const auto& row : rows) {
        if (row.friction_pair.empty()) continue;
        const auto known = pair_of(given, row);
        if (!known) {
            none = {"finish.friction_is_typed", "finish",
                    fmt::format("“{}” is typed as a number: a finish does not change it.", row.label),
                    "Leave one of the two out."};
            continue;
        }
        const auto split = known->find(" on ");
        std::string sides[] = {known->substr(0, split), known->substr(split + 4)};
        bool here = false;
        for (auto& side : sides) {
            const auto with = catalogue::finished(side, finish);
            if (with)
                side = *with;
            else
                none = with.problem();
            here = here || bool(with);
        }
        if (!here) continue;
        if (const auto done = take(given, row, sides[0] + " on " + sides[1]); !done) return done.problem();
        covered = true;
    }
    if (!covered) return none;
    return Done{};
}

std::string value_text(const Assumed& assumed) {
    if (const auto* text = std::get_if<std::string>(&assumed.value)) return *text;
    std::string text = quantity::format(std::get<double>(assumed.value), assumed.dimension);
    if (assumed.high > assumed.low)
        text += fmt::format(" ({} to {})", quantity::format(assumed.low, assumed.dimension),
                            quantity::format(assumed.high, assumed.dimension));
    return text;
}

}  // namespace

Result<Given> read_assignments(const Family& family, const std::vector<std::string>& assignments) {
    return read_assignments(family.parameters(), family.name(), families::stock_uses(family), assignments);
}

Result<Given> read_assignments(std::span<const families::Parameter> rows, std::string_view name,
                               std::span<const families::StockUse> uses, const std::vector<std::string>& assignments) {
    Given given;
    std::vector<Assignment> inputs, names;
    std::vector<std::string> finishes;
    for (const auto& text : assignments) {
        const auto one = apart(text);
        if (!one) return one.problem();
        if (row_named(rows, one->key)) {
            inputs.push_back(*one);
        } else if (one->key == "finish") {
            finishes.push_back(one->typed);
        } else if (families::is_stock_key(uses, one->key)) {
            names.push_back(*one);
        } else {
            return families::complete(rows, name, {{one->key, 0.0}}).problem();
        }
    }
    // What a thing is made of comes first: a pad on it bears and keeps less, wherever it is named.
    std::stable_partition(names.begin(), names.end(), [](const Assignment& one) { return one.key == "material"; });
    for (const auto& one : names) {
        const auto offer = families::stock_named(uses, name, one.typed, one.key);
        if (!offer) return offer.problem().at(one.key);
        take(given, rows, *offer, one.typed);
    }
    for (const auto& one : inputs)
        if (const auto done = take(given, *row_named(rows, one.key), one.typed); !done) return done.problem();
    for (const auto& finish : finishes)
        if (const auto done = cover(given, rows, name, finish); !done) return done.problem();
    auto values = in_force(rows, name, std::move(given.values), assignments);
    if (!values) return values.problem();
    given.values = std::move(*values);
    // What a name fills beside what counts is not worth telling.
    if (const auto whole = families::complete(rows, name, given.values))
        std::erase_if(given.assumed, [&](const Assumed& a) { return !row_named(rows, a.input)->is_relevant(*whole); });
    return given;
}

void print_assumed(const std::vector<Assumed>& assumed) {
    if (assumed.empty()) return;
    fmt::print("\nAssumed\n");
    for (const auto& a : assumed)
        fmt::print("  {} = {}, from {}: {}{}\n", a.input, value_text(a), a.from, a.source,
                   a.corrected ? " — yours counts instead" : "");
}

nlohmann::ordered_json assumed_json(const std::vector<Assumed>& assumed) {
    auto all = nlohmann::ordered_json::array();
    for (const auto& a : assumed) {
        nlohmann::ordered_json one{{"input", a.input}, {"from", a.from}};
        const bool banded = a.high > a.low;
        if (banded) one["low"] = a.low;
        if (const auto* text = std::get_if<std::string>(&a.value))
            one["typical"] = *text;
        else
            one["typical"] = std::get<double>(a.value);
        if (banded) one["high"] = a.high;
        one["source"] = a.source;
        one["corrected"] = a.corrected;
        all.push_back(one);
    }
    return all;
}

namespace {

Result<mechanics::Wrench> read_wrench(const std::string& text, const char* where) {
    std::array<double, 6> v{};
    if (text.empty()) return mechanics::Wrench{};
    std::size_t count = 0, at = 0;
    const Problem problem{"argument.not_six_numbers", where, fmt::format("“{}” is not six numbers.", text),
                          "Write Fx,Fy,Fz,Mx,My,Mz in N and N·m, for example 0,0,-13.1,0,1.2,0."};
    while (at <= text.size()) {
        const std::size_t end = std::min(text.find(',', at), text.size());
        if (count == 6) return problem;
        const auto dimension = count < 3 ? Dimension::force : Dimension::torque;
        const auto value = quantity::parse(text.substr(at, end - at), dimension);
        if (!value || !(std::abs(*value) <= 1e9)) return problem;
        v[count++] = *value;
        at = end + 1;
    }
    if (count != 6) return problem;
    return mechanics::Wrench{v[0], v[1], v[2], v[3], v[4], v[5]};
}

Result<study::Stands> read_stands(const std::string& text) {
    static const std::map<std::string, study::Stands, std::less<>> known{
        {"", study::Stands::upright},
        {"upright", study::Stands::upright},
        {"hung", study::Stands::hung},
        {"level", study::Stands::level_along_x},
        {"level_along_x", study::Stands::level_along_x},
        {"level_along_y", study::Stands::level_along_y}};
    const auto stands = known.find(text);
    if (stands == known.end())
        return Problem{"bench.unknown_attitude", "--stands", fmt::format("“{}” is not a way to stand.", text),
                       "Use upright, hung, level_along_x or level_along_y."};
    return stands->second;
}

Result<study::ActsAt> read_place(const std::string& text) {
    const Problem problem{"argument.not_a_place", "--at", fmt::format("“{}” is not a place.", text),
                          "Write x,y,z from the interface to the centre of gravity, for example 20mm,0,60mm."};
    study::ActsAt place{};
    std::size_t at = 0;
    for (std::size_t i = 0; i < place.size(); ++i) {
        if (at > text.size()) return problem;
        const std::size_t end = std::min(text.find(',', at), text.size());
        const auto value = quantity::parse(text.substr(at, end - at), Dimension::length);
        if (!value || !(std::abs(*value) <= 50)) return problem;
        place[i] = *value;
        at = end + 1;
    }
    return at == text.size() + 1 ? Result<study::ActsAt>(place) : problem;
}

Result<study::BenchLoad> read_payload(const LoadText& text) {
    study::BenchLoad load;
    load.push = 0;
    if (!text.device.empty()) {
        const auto device = study::load_of_device(text.device);
        if (!device) return device.problem().at("--device");
        load = *device;
        load.push = 0;
    }
    if (!text.payload.empty()) {
        const auto mass = quantity::parse(text.payload, Dimension::mass);
        if (!mass) return mass.problem().at("--payload");
        if (!(*mass >= 0 && *mass <= 1000))
            return Problem{"bench.impossible_payload", "--payload", "The payload cannot have that mass.",
                           "Give 0 to 1000 kg."};
        load.mass = *mass;
    }
    if (!text.at.empty()) {
        const auto place = read_place(text.at);
        if (!place) return place.problem();
        load.at = *place;
    }
    if (!text.push.empty()) {
        const auto push = quantity::parse(text.push, Dimension::force);
        if (!push) return push.problem().at("--push");
        if (!(*push >= 0 && *push <= 1e5))
            return Problem{"bench.impossible_push", "--push", "The push cannot be that hard.", "Give 0 to 100 kN."};
        load.push = *push;
    }
    const auto stands = read_stands(text.stands);
    if (!stands) return stands.problem();
    load.stands = *stands;
    return load;
}

Result<LoadGiven> read_wrenches(const LoadText& text) {
    const auto whole = read_wrench(text.wrench, "--wrench"), permanent = read_wrench(text.permanent, "--permanent");
    if (!whole) return whole.problem();
    if (!permanent) return permanent.problem();
    const auto stands = read_stands(text.stands);
    if (!stands) return stands.problem();
    const auto own = study::gravity_of(*stands);
    LoadGiven given;
    given.is_nothing = whole->is_zero();
    // Without a permanent part the whole load grows, and what the interface weighs with it.
    given.load = text.permanent.empty() ? mechanics::Load{{}, *whole + own}
                                        : mechanics::Load{*permanent + own, *whole - *permanent};
    return given;
}

}  // namespace

mechanics::Load LoadGiven::on(const families::Joint& joint, std::array<double, 3>* towards) const {
    return payload ? study::with_worst_push(joint, *payload, towards) : load;
}

Result<LoadGiven> read_load(const LoadText& text) {
    const bool carried = !(text.payload.empty() && text.device.empty() && text.push.empty());
    if (!carried && !text.at.empty())
        return Problem{"argument.place_of_nothing", "--at", "It is not said what is there.",
                       "Add --payload, --device or --push."};
    if (!carried) return read_wrenches(text);
    if (!text.wrench.empty() || !text.permanent.empty())
        return Problem{"argument.two_loads", "--wrench", "A payload and a wrench are both given.",
                       "Give one of them: --payload with --at and --push, or --wrench."};
    const auto payload = read_payload(text);
    if (!payload) return payload.problem();
    LoadGiven given;
    given.is_nothing = payload->mass == 0 && payload->push == 0;
    given.payload = *payload;
    return given;
}

}  // namespace clampet::cli
