#include "project/edits.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "loads/cards.h"
#include "loads/load_case.h"
#include "parts/part_kind.h"
#include "project/building.h"
#include "project/rig_json.h"
#include "prove/belief.h"
#include "prove/pull.h"
#include "prove/records.h"
#include "rig/in_force.h"
#include "rig/joining.h"

namespace clampet::project {
namespace {

Problem missing(const char* what, const std::string& id) {
    return {"edit.not_there", "", fmt::format("There is no {} “{}”.", what, id),
            "It may have been removed; undo brings it back."};
}

constexpr std::size_t most_variants = 20, most_pulls = 500;

/// The top of what is drawn of a part, along its own z.
double top_of(const rig::Part& part) {
    double top = 0.02;
    for (const auto& s : part.shapes) {
        const bool has_size = s.kind == rig::ShapeKind::box || s.kind == rig::ShapeKind::hull;
        const double half = has_size ? s.size.z() / 2
                            : s.kind == rig::ShapeKind::sphere
                                ? s.diameter / 2
                                : std::max(s.diameter, s.length * std::abs(s.axis.z())) / 2;
        top = std::max(top, s.at.z() + half);
    }
    return top;
}

Status check_name(const std::string& name) {
    if (name.empty() || name.size() > 200)
        return Problem{"edit.impossible_name", "name", "A name has 1 to 200 characters.",
                       "For example Camera, 35 mm lens."};
    return Done{};
}

struct Apply {
    rig::Rig rig;
    rig::JointStore* joints = nullptr;

    Result<rig::Rig> operator()(const SetInput& e) {
        return with_element(e.interface, e.element, e.key,
                            [&](rig::Element& element) { element.inputs[e.key] = e.value; });
    }
    Result<rig::Rig> operator()(const ClearInput& e) {
        return with_element(e.interface, e.element, e.key, [&](rig::Element& element) { element.inputs.erase(e.key); });
    }
    Result<rig::Rig> operator()(const SetPort& e) {
        rig::Part* part = rig.part(e.part);
        if (!part) return missing("part", e.part);
        const auto at =
            std::find_if(part->ports.begin(), part->ports.end(), [&](const auto& p) { return p.id == e.port; });
        if (at == part->ports.end()) return missing("port", e.port);
        if (std::distance(part->ports.begin(), at) < static_cast<std::ptrdiff_t>(part->ports_of_kind))
            return Problem{"edit.port_follows_from_part", e.port,
                           fmt::format("This port follows from the sizes of {}.", part->name),
                           "Change those of the part instead."};
        at->kind = e.kind;
        at->sizes = e.sizes;
        at->surface = e.surface;
        return checked();
    }
    Result<rig::Rig> operator()(const SetInputs& e) {
        return with_element(e.interface, e.element, "", [&](rig::Element& element) { element.inputs = e.inputs; });
    }
    Result<rig::Rig> operator()(const SetMass& e) {
        rig::Part* part = rig.part(e.part);
        if (!part) return missing("part", e.part);
        part->mass = e.mass;
        if (!part->kind.empty()) part->weighed = e.mass;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetCentreOfGravity& e) {
        rig::Part* part = rig.part(e.part);
        if (!part) return missing("part", e.part);
        part->centre_of_gravity = e.at;
        if (!part->kind.empty()) part->balanced = e.at;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const ClearMass& e) {
        return remade(e.part, "mass", [](rig::Part& part) { part.weighed.reset(); });
    }
    Result<rig::Rig> operator()(const ClearCentreOfGravity& e) {
        return remade(e.part, "centre_of_gravity", [](rig::Part& part) { part.balanced.reset(); });
    }
    Result<rig::Rig> operator()(const SetPartValue& e) {
        return remade(e.part, e.key, [&](rig::Part& part) {
            if (e.value)
                part.values[e.key] = *e.value;
            else
                part.values.erase(e.key);
        });
    }
    Result<rig::Rig> operator()(const SetPartName& e) {
        rig::Part* part = rig.part(e.part);
        if (!part) return missing("part", e.part);
        if (const auto ok = check_name(e.name); !ok) return ok.problem();
        part->name = e.name;
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const SetPose& e) {
        rig::Interface* f = rig.interface(e.interface);
        if (!f) return missing("interface", e.interface);
        if (e.position == 0)
            f->pose.erase(e.axis);
        else
            f->pose[e.axis] = e.position;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetStops& e) {
        rig::Interface* f = rig.interface(e.interface);
        if (!f) return missing("interface", e.interface);
        if (e.stops)
            f->stops[e.axis] = *e.stops;
        else
            f->stops.erase(e.axis);
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetRequired& e) {
        rig.required = e.required;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetUse& e) {
        auto used = loads::used(std::move(rig), e.cards);
        if (!used) return used.problem();
        rig = std::move(*used);
        return structure_checked();
    }
    Result<rig::Rig> operator()(const AddCase& e) {
        std::string id = e.kind;
        for (int i = 2; case_of(id) || id == loads::rest; ++i) id = fmt::format("{}-{}", e.kind, i);
        rig.cases.push_back({id, e.kind, {}});
        return structure_checked();
    }
    Result<rig::Rig> operator()(const RemoveCase& e) {
        if (!case_of(e.id)) return missing("load case", e.id);
        std::erase_if(rig.cases, [&](const auto& use) { return use.id == e.id; });
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetCaseInput& e) {
        rig::CaseUse* use = case_of(e.id);
        if (!use) return missing("load case", e.id);
        use->inputs[e.key] = e.value;
        auto done = structure_checked();
        if (done) return done;
        // A problem of the edited input is shown at its field.
        const auto& p = done.problem();
        return p.at(p.where.ends_with("/inputs/" + e.key) ? e.key : p.where);
    }
    Result<rig::Rig> operator()(const SetBody& e) {
        rig::Part* part = rig.part(e.part);
        if (!part) return missing("part", e.part);
        part->inertia = e.inertia;
        part->wind_area = e.wind_area;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetRigName& e) {
        if (const auto ok = check_name(e.name); !ok) return ok.problem();
        rig.name = e.name;
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const AddPart& e) {
        rig::Part* below = rig.part(e.on_part);
        if (!below) return missing("part", e.on_part);
        const families::Family* family = families::family_named(e.family);
        if (!family)
            return Problem{"edit.unknown_family", "family", fmt::format("There is no interface family “{}”.", e.family),
                           "Choose one of the list."};
        auto part = e.kind.empty() ? plain_block(e) : of_kind(e);
        if (!part) return part.problem();
        part->id = fresh_id(rig, "part");
        const auto meet = ports_that_meet(*family, *below, *part);
        if (!meet) return meet.problem();
        rig::Interface f;
        f.id = fresh_id(rig, "seam");
        f.name = std::string(family->name());
        f.support = {below->id, meet->first};
        f.payload = {part->id, meet->second};
        f.elements = {{"hold", e.family, {}}};
        for (const auto& way : rig::ways_between(*below->port(meet->first), *part->port(meet->second)))
            if (way.family == family) f.elements = rig::elements_of(way);
        f.elements.front().inputs = e.inputs;
        rig.parts.push_back(std::move(*part));
        rig.interfaces.push_back(std::move(f));
        return checked();
    }
    Result<rig::Rig> operator()(const RemovePart& e) {
        if (!rig.part(e.part)) return missing("part", e.part);
        std::set<std::string> gone{e.part};
        std::string carrier;
        for (bool grew = true; grew;) {
            grew = false;
            for (const auto& f : rig.interfaces) {
                if (f.closes_loop) continue;
                if (f.payload.part == e.part) carrier = f.support.part;
                if (gone.contains(f.support.part)) grew = gone.insert(f.payload.part).second || grew;
            }
        }
        if (carrier.empty())
            return Problem{"edit.support_stays", "", "The support carries everything and cannot be taken away.",
                           "Start a new rig instead."};
        std::erase_if(rig.parts, [&](const auto& p) { return gone.contains(p.id); });
        std::erase_if(rig.interfaces,
                      [&](const auto& f) { return gone.contains(f.payload.part) || gone.contains(f.support.part); });
        for (const auto& id : gone) acts_on_instead(rig, id, carrier);
        forget_lost_axes();
        return checked();
    }

    Result<rig::Rig> operator()(const KeepVariant& e) {
        if (const auto ok = check_name(e.name); !ok) return ok.problem();
        if (rig.variants.size() >= most_variants)
            return Problem{"edit.too_many_variants", "name", "So many variants are not kept in one file.",
                           "Remove one, or save the rig under another name."};
        auto text = text_of_variant(rig);
        rig.variants.push_back({e.name, std::move(text), rig.stands_on, e.date, e.why});
        rig.stands_on = e.name;
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const JudgeVariant& e) {
        if (e.index >= rig.variants.size()) return missing("variant", std::to_string(e.index + 1));
        auto& variant = rig.variants[e.index];
        variant.why = e.why;
        variant.learned = e.learned;
        variant.has_failed = e.has_failed;
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const TakeVariant& e) {
        if (e.index >= rig.variants.size()) return missing("variant", std::to_string(e.index + 1));
        auto taken = read_rig(rig.variants[e.index].text);
        if (!taken) return taken.problem();
        taken->variants = std::move(rig.variants);
        // What was seen stays seen.
        taken->pulls = std::move(rig.pulls);
        taken->tightened = std::move(rig.tightened);
        taken->taps = std::move(rig.taps);
        taken->hangs = std::move(rig.hangs);
        taken->measured = std::move(rig.measured);
        taken->log = std::move(rig.log);
        taken->stands_on = taken->variants[e.index].name;
        return prove::taught(std::move(*taken));
    }
    Result<rig::Rig> operator()(const RemoveVariant& e) {
        if (e.index >= rig.variants.size()) return missing("variant", std::to_string(e.index + 1));
        const auto gone = rig.variants[e.index];
        rig.variants.erase(rig.variants.begin() + static_cast<std::ptrdiff_t>(e.index));
        // What went on from it goes on from what it went on from.
        for (auto& variant : rig.variants)
            if (variant.from == gone.name) variant.from = gone.from;
        if (rig.stands_on == gone.name) rig.stands_on = gone.from;
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const SetMaking& e) {
        rig.making = e.making;
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const AddPull& e) {
        if (const auto ok = prove::check(e.pull); !ok) return ok.problem();
        if (!rig.interface(e.pull.seam)) return missing("interface", e.pull.seam);
        if (pull_of(e.pull.id) != rig.pulls.end())
            return Problem{"pull.there_already", "pull", fmt::format("The test “{}” is there already.", e.pull.id),
                           "Give it another id."};
        if (rig.pulls.size() >= most_pulls)
            return Problem{"pull.too_many", "pull", "There are too many tests in this rig.",
                           fmt::format("Remove some; {} is the most.", most_pulls)};
        if (e.pull.tightening != 1) rig.tightened[e.pull.seam] = e.pull.tightening;
        rig.pulls.push_back(e.pull);
        return prove::taught(std::move(rig));
    }
    Result<rig::Rig> operator()(const SetPullOff& e) {
        const auto pull = pull_of(e.pull);
        if (pull == rig.pulls.end()) return missing("test", e.pull);
        pull->is_off = e.is_off;
        return prove::taught(std::move(rig));
    }
    Result<rig::Rig> operator()(const RemovePull& e) {
        const auto pull = pull_of(e.pull);
        if (pull == rig.pulls.end()) return missing("test", e.pull);
        rig.pulls.erase(pull);
        return prove::taught(std::move(rig));
    }
    Result<rig::Rig> operator()(const TightenAnew& e) {
        if (!rig.interface(e.interface)) return missing("interface", e.interface);
        int most = 1;
        for (const auto& pull : rig.pulls)
            if (pull.seam == e.interface) most = std::max(most, pull.tightening);
        const auto now = rig.tightened.find(e.interface);
        rig.tightened[e.interface] = std::max(most, now == rig.tightened.end() ? 1 : now->second) + 1;
        return prove::taught(std::move(rig));
    }
    Result<rig::Rig> operator()(const AddRecord& e) {
        return std::visit([this](const auto& record) { return with_record(record); }, e.record);
    }
    Result<rig::Rig> operator()(const SetRecordOff& e) {
        const bool is_there = set_off(rig.taps, e) || set_off(rig.hangs, e);
        if (!is_there) return missing("test", e.record);
        return prove::taught(std::move(rig));
    }
    Result<rig::Rig> operator()(const RemoveRecord& e) {
        const auto count = remove(rig.taps, e.record) + remove(rig.hangs, e.record) + remove(rig.measured, e.record) +
                           remove(rig.log, e.record);
        if (count == 0) return missing("record", e.record);
        return prove::taught(std::move(rig));
    }
    Result<rig::Rig> operator()(const SetLog& e) {
        if (e.log.size() > prove::most_entries) return too_many(prove::most_entries);
        std::set<std::string> ids;
        for (const auto& entry : e.log) {
            if (const auto ok = prove::check(entry); !ok) return ok.problem();
            if (!ids.insert(entry.id).second)
                return Problem{"log.twice", "id", fmt::format("“{}” is in the log twice.", entry.id),
                               "Leave out its id in one of the lines: it gets one of its own."};
        }
        rig.log = e.log;
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const Measure& e) {
        if (const auto ok = prove::check(e.measured); !ok) return ok.problem();
        if (!rig.part(e.measured.part)) return missing("part", e.measured.part);
        if (const auto ok = put(rig.measured, e.measured, prove::most_records); !ok) return ok.problem();
        if (!e.is_taken || e.measured.of == prove::diagonals) return std::move(rig);
        if (const auto axis = prove::balance_axis(e.measured.of)) {
            auto at = rig.part(e.measured.part)->centre_of_gravity;
            at[*axis] = e.measured.value;
            return (*this)(SetCentreOfGravity{e.measured.part, at});
        }
        if (e.measured.of == prove::mass_key) return (*this)(SetMass{e.measured.part, e.measured.value});
        return (*this)(SetPartValue{e.measured.part, e.measured.of, families::Value(e.measured.value)});
    }
    static Problem too_many(std::size_t most) {
        return {"record.too_many", "", "There are too many records in this rig.",
                fmt::format("Remove some; {} is the most.", most)};
    }
    /// In the place of that with its id, or at the end.
    template <class Record>
    static Status put(std::vector<Record>& all, const Record& record, std::size_t most) {
        const auto same = std::find_if(all.begin(), all.end(), [&](const Record& r) { return r.id == record.id; });
        if (same != all.end())
            *same = record;
        else if (all.size() >= most)
            return too_many(most);
        else
            all.push_back(record);
        return Done{};
    }
    template <class Record>
    Result<rig::Rig> with_record(const Record& record) {
        if (const auto ok = prove::check(record); !ok) return ok.problem();
        if (!record.seam.empty() && !rig.interface(record.seam)) return missing("interface", record.seam);
        std::vector<Record>* all;
        if constexpr (std::is_same_v<Record, rig::Tap>)
            all = &rig.taps;
        else if constexpr (std::is_same_v<Record, rig::Hang>)
            all = &rig.hangs;
        else
            all = &rig.log;
        const bool is_entry = std::is_same_v<Record, rig::LogEntry>;
        if (const auto ok = put(*all, record, is_entry ? prove::most_entries : prove::most_records); !ok)
            return ok.problem();
        return prove::taught(std::move(rig));
    }
    template <class Record>
    static bool set_off(std::vector<Record>& all, const SetRecordOff& e) {
        for (auto& record : all)
            if (record.id == e.record) {
                record.is_off = e.is_off;
                return true;
            }
        return false;
    }
    template <class Record>
    static std::size_t remove(std::vector<Record>& all, const std::string& id) {
        return std::erase_if(all, [&](const Record& record) { return record.id == id; });
    }
    std::vector<rig::Pull>::iterator pull_of(const std::string& id) {
        return std::find_if(rig.pulls.begin(), rig.pulls.end(), [&](const rig::Pull& p) { return p.id == id; });
    }
    Result<rig::Rig> operator()(const SetPlanned& e) {
        rig.planned = e.planned;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetHands& e) {
        rig.hands = e.hands;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const AddShot& e) {
        if (const auto ok = check_name(e.name); !ok) return ok.problem();
        rig::Shot shot{fresh_id(rig, "shot"), e.name, rig::pose_of(rig)};
        for (int i = 1; shot_of(shot.id); ++i) shot.id = fmt::format("shot-{}", i);
        // Every axis is named, also where it stands at 0: the shot stays as it is when the rig is posed otherwise.
        for (const auto& f : rig.interfaces)
            if (!f.closes_loop)
                for (const auto& axis : rig::motion_of(f).axes) shot.pose[f.id].emplace(axis.key, 0);
        rig.shots.push_back(std::move(shot));
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetShot& e) {
        auto* shot = shot_of(e.id);
        if (!shot) return missing("shot", e.id);
        if (const auto ok = check_name(e.name); !ok) return ok.problem();
        shot->name = e.name;
        shot->distance = e.distance;
        shot->frame = e.frame;
        shot->wanted = e.wanted;
        return structure_checked();
    }
    Result<rig::Rig> operator()(const TakePose& e) {
        auto* shot = shot_of(e.shot);
        if (!shot) return missing("shot", e.shot);
        shot->pose.clear();
        for (const auto& f : rig.interfaces)
            if (!f.closes_loop)
                for (const auto& axis : rig::motion_of(f).axes)
                    shot->pose[f.id][axis.key] = rig::position_of(f, axis.key);
        return structure_checked();
    }
    Result<rig::Rig> operator()(const GoToShot& e) {
        const auto* shot = shot_of(e.shot);
        if (!shot) return missing("shot", e.shot);
        rig = rig::posed(std::move(rig), rig::Shot(*shot));
        return structure_checked();
    }
    Result<rig::Rig> operator()(const SetPositions& e) {
        rig = rig::posed(std::move(rig), rig::Shot{"", "", e.pose});
        return structure_checked();
    }
    Result<rig::Rig> operator()(const RemoveShot& e) {
        if (!shot_of(e.shot)) return missing("shot", e.shot);
        std::erase_if(rig.shots, [&](const auto& shot) { return shot.id == e.shot; });
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const SetPayloadSet& e) {
        if (const auto ok = check_name(e.set.name); !ok) return ok.problem();
        auto set = e.set;
        if (set.id.empty())
            for (int i = 1; set.id.empty() || set_of(set.id); ++i) set.id = fmt::format("set-{}", i);
        if (auto* known = set_of(set.id))
            *known = std::move(set);
        else
            rig.sets.push_back(std::move(set));
        return structure_checked();
    }
    Result<rig::Rig> operator()(const RemovePayloadSet& e) {
        if (!set_of(e.set)) return missing("payload set", e.set);
        std::erase_if(rig.sets, [&](const auto& set) { return set.id == e.set; });
        return std::move(rig);
    }
    Result<rig::Rig> operator()(const SetTether& e) {
        auto tether = e.tether;
        if (tether.name.empty()) tether.name = "Second catch";
        if (tether.id.empty())
            for (int i = 1; tether.id.empty() || tether_of(tether.id); ++i) tether.id = fmt::format("tether-{}", i);
        if (auto* known = tether_of(tether.id))
            *known = std::move(tether);
        else
            rig.tethers.push_back(std::move(tether));
        return structure_checked();
    }
    Result<rig::Rig> operator()(const JoinBy& e) {
        auto* f = rig.interface(e.interface);
        if (!f) return missing("interface", e.interface);
        const auto *below = rig.part(f->support.part), *above = rig.part(f->payload.part);
        for (const auto& way : rig::ways_between(*below->port(f->support.port), *above->port(f->payload.port))) {
            if (way.family->key() != e.family) continue;
            const bool has_own_name = f->name != families::family_named(f->elements.front().family)->name();
            f->elements = rig::elements_of(way);
            if (!has_own_name) f->name = std::string(way.family->name());
            f->pose.clear();  // another way has other axes
            f->stops.clear();
            return checked();
        }
        return Problem{"edit.no_such_way", "family",
                       fmt::format("{} and {} do not meet that way.", below->name, above->name),
                       "Choose one of the ways that their ports allow."};
    }
    Result<rig::Rig> operator()(const RemoveTether& e) {
        if (!tether_of(e.tether)) return missing("second catch", e.tether);
        std::erase_if(rig.tethers, [&](const auto& tether) { return tether.id == e.tether; });
        return std::move(rig);
    }

    template <class Building>
    requires requires(const rig::Rig& r, const Building& b) { built(r, b); }
    Result<rig::Rig> operator()(const Building& e) {
        auto done = built(rig, e);
        if (!done) return done.problem();
        rig = std::move(*done);
        forget_lost_axes();
        return checked();
    }

    /// A part of a kind, changed and made anew. A problem of the size called `key` is shown at its field.
    template <class Change>
    Result<rig::Rig> remade(const std::string& id, const std::string& key, const Change& change) {
        rig::Part* part = rig.part(id);
        if (!part) return missing("part", id);
        if (part->kind.empty())
            return Problem{"edit.part_is_its_own_kind", key, fmt::format("{} is a part of its own kind.", part->name),
                           "Say what it weighs and where it balances."};
        rig::Part changed = *part;
        change(changed);
        auto whole = rig::made(std::move(changed));
        if (!whole) {
            const auto& p = whole.problem();
            return p.at(p.where.starts_with("/values/") ? p.where.substr(8) : p.where);
        }
        *part = std::move(*whole);
        // Its seams take their inputs from it: what they cannot be built with is refused here.
        return checked();
    }

    template <class Change>
    Result<rig::Rig> with_element(const std::string& interface, const std::string& id, const std::string& where,
                                  const Change& change) {
        rig::Interface* f = rig.interface(interface);
        if (!f) return missing("interface", interface);
        const auto element =
            std::find_if(f->elements.begin(), f->elements.end(), [&](const auto& x) { return x.id == id; });
        if (element == f->elements.end()) return missing("element", id);
        change(*element);
        const rig::Interface now = rig::in_force(rig, *f);
        for (const auto end : rig::all_ends_of(now))
            if (auto ok = rig::prepare(now, end, joints); !ok) {
                // A problem of the edited input is shown at its field; one that it causes elsewhere names its place.
                const bool own = where.empty() || ok.problem().where.ends_with("/inputs/" + where);
                if (own && !where.empty()) return ok.problem().at(where);
                return rig::placed(rig, interface, ok.problem());
            }
        return std::move(rig);
    }
    static Result<rig::Part> plain_block(const AddPart& e) {
        rig::Part part;
        part.name = e.name;
        part.mass = e.mass;
        part.origin = rig::Origin::make;
        part.ports = {{"below", families::PortKind::unknown, rig::Vector::Zero()}};
        const double side = std::clamp(0.06 * std::cbrt(std::max(e.mass, 0.01)), 0.02, 0.3);
        rig::Shape block;
        block.at = {0, 0, side / 2};
        block.size = {1.4 * side, 1.2 * side, side};
        part.shapes = {block};
        part.centre_of_gravity = {0, 0, side / 2};
        return part;
    }
    static Result<rig::Part> of_kind(const AddPart& e) {
        rig::Part part;
        part.name = e.name;
        part.kind = e.kind;
        if (e.mass > 0) part.weighed = e.mass;
        if (const auto* kind = parts::kind_named(e.kind)) {
            part.role = kind->role();
            part.origin = kind->origin();
        }
        return rig::made(std::move(part));
    }
    /// A free port below and one of the new part that the family joins; where what is below has none, one is made on
    /// its top.
    Result<std::pair<std::string, std::string>> ports_that_meet(const families::Family& family, rig::Part& below,
                                                                rig::Part& part) {
        for (const auto& way : rig::ways_to_join(rig, below, part.ports))
            if (way.family == &family) return std::pair(way.support, way.payload);
        const auto matings = family.matings();
        families::Mating kinds;
        rig::Port* own = nullptr;
        for (auto& port : part.ports) {
            if (own) break;
            if (part.kind.empty()) {  // a plain block is whatever it has to be
                if (!matings.empty()) kinds = matings.front();
                port.kind = kinds.payload;
                own = &port;
            }
            for (const auto& mating : matings)
                if (!own && mating.payload == port.kind) {
                    kinds = mating;
                    own = &port;
                }
        }
        if (!own) {
            std::string known;
            for (const auto& mating : matings)
                known += (known.empty() ? "" : ", ") + std::string(families::name_of(mating.payload));
            return Problem{"edit.family_cannot_hold", "family",
                           fmt::format("{} has nothing that “{}” could hold.", part.name, family.name()),
                           known.empty() ? "Choose another way to join it." : fmt::format("It holds: {}.", known)};
        }
        rig::Port port{"above-" + part.id, kinds.support, {0, 0, top_of(below)}};
        below.ports.push_back(port);
        return std::pair(port.id, own->id);
    }
    /// Load cases turn no joint that is gone: what named it turns all that are left.
    void forget_lost_axes() {
        for (auto& use : rig.cases) {
            const auto named = use.inputs.find("axis");
            const auto* text = named == use.inputs.end() ? nullptr : std::get_if<std::string>(&named->second);
            if (text && !text->empty() && !loads::names_axes_of(rig, *text)) use.inputs.erase(named);
        }
    }
    rig::CaseUse* case_of(const std::string& id) {
        const auto at = std::find_if(rig.cases.begin(), rig.cases.end(), [&](const auto& use) { return use.id == id; });
        return at == rig.cases.end() ? nullptr : &*at;
    }
    rig::Shot* shot_of(const std::string& id) {
        const auto at = std::find_if(rig.shots.begin(), rig.shots.end(), [&](const auto& s) { return s.id == id; });
        return at == rig.shots.end() ? nullptr : &*at;
    }
    rig::Tether* tether_of(const std::string& id) {
        const auto at = std::find_if(rig.tethers.begin(), rig.tethers.end(), [&](const auto& t) { return t.id == id; });
        return at == rig.tethers.end() ? nullptr : &*at;
    }
    rig::PayloadSet* set_of(const std::string& id) {
        const auto at = std::find_if(rig.sets.begin(), rig.sets.end(), [&](const auto& s) { return s.id == id; });
        return at == rig.sets.end() ? nullptr : &*at;
    }
    /// Shots forget axes that are gone, payload sets parts that are.
    void forget_what_is_gone() {
        for (auto& shot : rig.shots) {
            std::erase_if(shot.pose, [&](const auto& posed) { return !rig.interface(posed.first); });
            for (auto& [interface, positions] : shot.pose) {
                const auto axes = rig::motion_of(*rig.interface(interface)).axes;
                std::erase_if(positions, [&](const auto& at) {
                    return std::none_of(axes.begin(), axes.end(), [&](const auto& a) { return a.key == at.first; });
                });
            }
            std::erase_if(shot.pose, [](const auto& posed) { return posed.second.empty(); });
        }
        for (auto& set : rig.sets) {
            std::erase_if(set.without, [&](const auto& id) { return !rig.part(id); });
            std::erase_if(set.instead, [&](const auto& instead) { return !rig.part(instead.part); });
        }
        std::erase_if(rig.tethers, [&](const auto& t) { return !rig.part(t.caught) || !rig.part(t.anchor); });
    }
    Result<rig::Rig> checked() {
        forget_what_is_gone();
        if (const auto ok = loads::validate(rig); !ok) return ok.problem();
        return std::move(rig);
    }
    /// For edits that touch no interface's inputs: its joints need not be built to know that they can be.
    Result<rig::Rig> structure_checked() {
        if (const auto ok = loads::validate_structure(rig); !ok) return ok.problem();
        return std::move(rig);
    }
};

}  // namespace

Result<rig::Rig> edited(const rig::Rig& rig, const Edit& edit, rig::JointStore* joints) {
    return std::visit(Apply{rig, joints}, edit);
}

std::string label_of(const Edit& edit) {
    struct Label {
        std::string operator()(const SetInput& e) const {
            std::string words = e.key;
            std::replace(words.begin(), words.end(), '_', ' ');
            return "change of " + words;
        }
        std::string operator()(const ClearInput& e) const { return (*this)(SetInput{"", "", e.key, 0.0}); }
        std::string operator()(const SetPort&) const { return "change of a port"; }
        std::string operator()(const SetInputs&) const { return "design from the bench"; }
        std::string operator()(const SetMass&) const { return "change of mass"; }
        std::string operator()(const ClearMass&) const { return "weight from its sizes"; }
        std::string operator()(const ClearCentreOfGravity&) const { return "balance from its sizes"; }
        std::string operator()(const SetPartValue& e) const { return (*this)(SetInput{"", "", e.key, 0.0}); }
        std::string operator()(const SetCentreOfGravity&) const { return "move of a centre of gravity"; }
        std::string operator()(const SetPartName&) const { return "new name"; }
        std::string operator()(const SetPose&) const { return "pose"; }
        std::string operator()(const SetRequired&) const { return "change of the required factor"; }
        std::string operator()(const SetStops&) const { return "change of stops"; }
        std::string operator()(const SetUse&) const { return "change of use"; }
        std::string operator()(const AddCase&) const { return "added load case"; }
        std::string operator()(const RemoveCase&) const { return "removed load case"; }
        std::string operator()(const SetCaseInput&) const { return "change of a load case"; }
        std::string operator()(const SetBody&) const { return "change of inertia or wind area"; }
        std::string operator()(const SetRigName&) const { return "new name"; }
        std::string operator()(const AddPart&) const { return "added part"; }
        std::string operator()(const RemovePart&) const { return "removed part"; }
        std::string operator()(const Build&) const { return "added part"; }
        std::string operator()(const ReplacePart&) const { return "exchanged part"; }
        std::string operator()(const LiftOut&) const { return "part lifted out"; }
        std::string operator()(const MoveDown&) const { return "change of order"; }
        std::string operator()(const MoveBranch&) const { return "moved branch"; }
        std::string operator()(const Paste&) const { return "copied branch"; }
        std::string operator()(const CloseLoop&) const { return "second hold"; }
        std::string operator()(const KeepVariant&) const { return "kept variant"; }
        std::string operator()(const TakeVariant&) const { return "return to a variant"; }
        std::string operator()(const RemoveVariant&) const { return "removed variant"; }
        std::string operator()(const SetMaking&) const { return "change of the plan of work"; }
        std::string operator()(const AddPull&) const { return "test with a scale"; }
        std::string operator()(const SetPullOff& e) const {
            return e.is_off ? "test taken back" : "test counted again";
        }
        std::string operator()(const RemovePull&) const { return "removed test"; }
        std::string operator()(const TightenAnew&) const { return "tightened anew"; }
        std::string operator()(const JudgeVariant&) const { return "what a variant taught"; }
        std::string operator()(const AddRecord& e) const {
            return std::holds_alternative<rig::Tap>(e.record)    ? "tap"
                   : std::holds_alternative<rig::Hang>(e.record) ? "time under load"
                                                                 : "entry in the log";
        }
        std::string operator()(const Measure&) const { return "measured part"; }
        std::string operator()(const SetRecordOff& e) const {
            return e.is_off ? "test taken back" : "test counted again";
        }
        std::string operator()(const RemoveRecord&) const { return "removed record"; }
        std::string operator()(const SetLog&) const { return "log"; }
        std::string operator()(const SetPlanned&) const { return "change of what is to be held"; }
        std::string operator()(const SetHands&) const { return "change of hands"; }
        std::string operator()(const AddShot&) const { return "new shot"; }
        std::string operator()(const SetShot&) const { return "change of a shot"; }
        std::string operator()(const TakePose&) const { return "pose of a shot"; }
        std::string operator()(const GoToShot&) const { return "pose"; }
        std::string operator()(const SetPositions&) const { return "pose"; }
        std::string operator()(const RemoveShot&) const { return "removed shot"; }
        std::string operator()(const SetPayloadSet&) const { return "payload set"; }
        std::string operator()(const RemovePayloadSet&) const { return "removed payload set"; }
        std::string operator()(const SetTether&) const { return "second catch"; }
        std::string operator()(const JoinBy&) const { return "another way to join"; }
        std::string operator()(const RemoveTether&) const { return "removed second catch"; }
    };
    return std::visit(Label{}, edit);
}

std::optional<std::string> only_interface_changed(const rig::Rig& before, const rig::Rig& after, const Edit& edit) {
    const auto* input = std::get_if<SetInput>(&edit);
    const auto* inputs = std::get_if<SetInputs>(&edit);
    const auto* cleared = std::get_if<ClearInput>(&edit);
    if (!input && !inputs && !cleared) return std::nullopt;
    const std::string& id = input ? input->interface : inputs ? inputs->interface : cleared->interface;
    for (const auto& f : after.interfaces)
        if (f.closes_loop) return std::nullopt;
    for (const auto& use : after.cases)
        if (use.kind == "turning") return std::nullopt;
    const auto motion = rig::motion_of(*after.interface(id));
    if (!(rig::motion_of(*before.interface(id)) == motion)) return std::nullopt;
    if (!motion.limbs.empty()) return std::nullopt;  // what bends stands otherwise, and all that it carries with it
    return id;
}

}  // namespace clampet::project
