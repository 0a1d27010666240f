#include "project/document.h"

#include <algorithm>

#include "loads/load_case.h"
#include "project/carried.h"
#include "project/file.h"
#include "project/rig_json.h"
#include "rig/sag.h"

namespace clampet::project {
namespace {

std::size_t mark_of(const std::string& text) {
    return std::hash<std::string>()(text);
}

Change change_between(const study::RigCheck& before, const study::RigCheck& after, const std::string& only) {
    Change change;
    if (!only.empty()) {
        change.interfaces = {only};
        return change;
    }
    change.everything = before.interfaces.size() != after.interfaces.size();
    for (const auto& f : after.interfaces) change.interfaces.push_back(f.id);
    return change;
}

}  // namespace

bool Change::touches(const std::string& interface) const {
    return everything || std::find(interfaces.begin(), interfaces.end(), interface) != interfaces.end();
}

Document::Document() : saved_(rig_) {}

void Document::set_rig(rig::Rig rig, const std::string& only_interface) {
    rig_ = std::move(rig);
    ++revision_;
    if (live_) live_->stop();
    if (live_ && rig_.interfaces.size() > longest_at_once && (checking_ || only_interface.empty())) {
        check_later();
    } else if (rig_.parts.empty()) {
        checking_ = false;
        check_ = {};
    } else if (!only_interface.empty()) {
        // No load changed: only this interface is computed again.
        if (const auto prepared = study::prepare(rig_, {.joints = &joints_, .detail = study::Detail::verdict}))
            for (auto& result : check_.interfaces)
                if (result.id == only_interface)
                    if (auto fresh = study::check_interface(*prepared, *rig_.interface(only_interface)))
                        result = std::move(*fresh);
        study::conclude(check_);
    } else {
        checking_ = false;
        auto checked = study::check_valid(rig_, {.joints = &joints_, .detail = study::Detail::verdict});
        if (checked) {
            check_ = std::move(*checked);
        } else {  // a valid rig is checked; were it not, what is shown must still be of this rig
            check_ = {};
            check_.required = rig_.required;
            check_.placed = std::make_shared<const rig::Placed>(rig_);
        }
    }
    modified_ = !saved_ || !(rig_ == *saved_);
}

study::InterfaceResult Document::with_every_mode(const std::string& interface) {
    if (const auto* f = rig_.interface(interface))
        if (const auto prepared = study::prepare(rig_, {.joints = &joints_}))
            if (auto whole = study::check_interface(*prepared, *f)) return std::move(*whole);
    return {};
}

std::string Document::top_part() const {
    const auto order = check_.placed ? check_.placed->from_payload_down() : std::vector<std::string>{};
    if (!order.empty()) return rig_.interface(order.front())->payload.part;
    return rig_.parts.empty() ? std::string() : rig_.parts.front().id;
}

void Document::check_in_background(LiveCheck::Post post) {
    live_ = std::make_unique<LiveCheck>(std::move(post));
}

/// Every interface is in its place at once, its result follows.
void Document::check_later() {
    checking_ = true;
    check_ = {};
    check_.required = rig_.required;
    check_.placed = std::make_shared<const rig::Placed>(rig::settled(rig_, &joints_));
    for (const auto& id : check_.placed->from_payload_down()) {
        study::InterfaceResult pending;
        pending.id = id;
        pending.name = rig_.interface(id)->name;
        pending.verdict = study::Verdict::doubtful;
        pending.pending = true;
        check_.interfaces.push_back(std::move(pending));
    }
    study::conclude(check_);
    live_->start(rig_, [this](study::RigCheck checked) {
        checking_ = false;
        check_ = std::move(checked);
        Change change;  // nothing came or went: every seam has its numbers now
        for (const auto& f : check_.interfaces) change.interfaces.push_back(f.id);
        notify(change);
    });
}

Status Document::perform(const Edit& edit, Gesture gesture) {
    auto next = edited(rig_, edit, &joints_);
    if (!next) return next.problem();
    if (!history_.record(rig_, *next, label_of(edit), gesture)) return Done{};
    const std::string only = only_interface_changed(rig_, *next, edit).value_or("");
    const study::RigCheck before = check_;
    set_rig(std::move(*next), only);
    notify(change_between(before, check_, only));
    return Done{};
}

void Document::undo() {
    auto rig = rig_;
    if (!history_.undo(rig)) return;
    set_rig(std::move(rig), "");
    notify({true, {}});
}

void Document::redo() {
    auto rig = rig_;
    if (!history_.redo(rig)) return;
    set_rig(std::move(rig), "");
    notify({true, {}});
}

Status Document::adopt(rig::Rig rig, std::optional<std::filesystem::path> path, bool modified,
                       std::optional<std::size_t> file_mark) {
    if (!rig.parts.empty())
        if (const auto ok = loads::validate(rig); !ok) return ok.problem();
    history_.forget();
    path_ = std::move(path);
    file_mark_ = file_mark;
    if (modified)
        saved_.reset();
    else
        saved_ = rig;
    set_rig(std::move(rig), "");
    notify({true, {}});
    return Done{};
}

Status Document::open(const std::filesystem::path& path) {
    const auto text = read_file(path);
    if (!text) return text.problem();
    auto rig = read_rig(*text);
    if (!rig) return rig.problem().at(path.filename().string() + ", " + rig.problem().where);
    if (const auto done = adopt(std::move(*rig), path); !done) return done.problem();
    file_mark_ = mark_of(*text);
    return Done{};
}

void Document::start_new() {
    history_.forget();
    path_.reset();
    file_mark_.reset();
    saved_ = rig::Rig{};
    set_rig({}, "");
    notify({true, {}});
}

Status Document::save() {
    if (!path_) return Problem{"document.no_file_yet", "", "This rig has no file yet.", "Choose where to save it."};
    return save_as(*path_);
}

bool Document::was_changed_elsewhere(const std::filesystem::path& path) const {
    if (!path_ || !file_mark_ || path != *path_) return false;
    const auto text = read_file(path);
    return text && mark_of(*text) != *file_mark_;
}

Status Document::save_as(const std::filesystem::path& path, Over over) {
    if (over == Over::nothing && was_changed_elsewhere(path))
        return Problem{"document.changed_elsewhere", "changed",
                       "Another window or program has changed the file since it was opened here.",
                       "Save a copy under another name, or write over it on purpose."};
    const std::string text = write_rig(workshop_ ? carrying(rig_, workshop_()) : rig_);
    if (const auto done = write_file_atomically(path, text); !done) return done.problem();
    path_ = path;
    file_mark_ = mark_of(text);
    saved_ = rig_;
    modified_ = false;
    history_.seal();  // edits never merge across a save
    notify({});
    return Done{};
}

Document::Subscription Document::observe(Observer observer) {
    auto kept = std::make_shared<Observer>(std::move(observer));
    observers_.push_back(kept);
    return kept;
}

void Document::notify(const Change& change) {
    std::erase_if(observers_, [](const auto& weak) { return weak.expired(); });
    const auto listeners = observers_;  // a listener may subscribe or let go while it is called
    for (const auto& weak : listeners)
        if (const auto observer = weak.lock()) (*observer)(change);
}

}  // namespace clampet::project
