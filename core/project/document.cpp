#include "project/document.h"

#include <algorithm>

#include "project/file.h"
#include "project/rig_json.h"

namespace clampet::project {
namespace {

constexpr std::size_t deepest_undo = 500;

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
    if (rig_.parts.empty()) {
        check_ = {};
    } else if (!only_interface.empty()) {
        // No load changed: only this interface is computed again.
        for (auto& result : check_.interfaces) {
            if (result.id != only_interface) continue;
            if (auto fresh = study::check_interface(rig_, check_.placement, *rig_.interface(only_interface)))
                result = std::move(*fresh);
        }
        study::conclude(check_);
    } else if (auto checked = study::check_valid(rig_)) {
        check_ = std::move(*checked);
    }
    modified_ = !saved_ || !(rig_ == *saved_);
}

Status Document::perform(const Edit& edit, Gesture gesture) {
    auto next = edited(rig_, edit);
    if (!next) return next.problem();
    const bool merges = gesture != single && !undo_.empty() && undo_.back().gesture == gesture;
    if (*next == rig_ && !merges) return Done{};
    if (merges) {
        if (undo_.back().before == *next) undo_.pop_back();  // ended where it began
    } else {
        undo_.push_back({rig_, label_of(edit), gesture});
        if (undo_.size() > deepest_undo) undo_.erase(undo_.begin());
    }
    redo_.clear();
    std::string only;
    is_local(edit, only);
    const study::RigCheck before = check_;
    set_rig(std::move(*next), only);
    notify(change_between(before, check_, only));
    return Done{};
}

void Document::undo() {
    if (undo_.empty()) return;
    Step step = std::move(undo_.back());
    undo_.pop_back();
    redo_.push_back({rig_, step.label, single});
    set_rig(std::move(step.before), "");
    notify({true, {}});
}

void Document::redo() {
    if (redo_.empty()) return;
    Step step = std::move(redo_.back());
    redo_.pop_back();
    undo_.push_back({rig_, step.label, single});
    set_rig(std::move(step.before), "");
    notify({true, {}});
}

Status Document::adopt(rig::Rig rig, std::optional<std::filesystem::path> path, bool modified) {
    if (!rig.parts.empty())
        if (const auto ok = rig::validate(rig); !ok) return ok.problem();
    undo_.clear();
    redo_.clear();
    path_ = std::move(path);
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
    if (!rig)
        return Problem{path.filename().string() + ", " + rig.problem().where, rig.problem().what, rig.problem().remedy};
    return adopt(std::move(*rig), path);
}

void Document::start_new() {
    undo_.clear();
    redo_.clear();
    path_.reset();
    saved_ = rig::Rig{};
    set_rig({}, "");
    notify({true, {}});
}

Status Document::save() {
    if (!path_) return Problem{"", "This rig has no file yet.", "Choose where to save it."};
    return save_as(*path_);
}

Status Document::save_as(const std::filesystem::path& path) {
    const std::string text = write_rig(rig_);
    if (const auto done = write_file_atomically(path, text); !done) return done.problem();
    path_ = path;
    saved_ = rig_;
    modified_ = false;
    if (!undo_.empty()) undo_.back().gesture = single;  // edits never merge across a save
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
