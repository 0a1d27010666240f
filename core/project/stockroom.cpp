#include "project/stockroom.h"

#include <algorithm>

#include "project/file.h"
#include "project/workshop_file.h"

namespace clampet::project {

Status Stockroom::open(const std::filesystem::path& path) {
    std::error_code error;
    inventory::Workshop found;
    if (std::filesystem::exists(path, error)) {
        const auto text = read_file(path);
        if (!text) return text.problem();
        auto read = read_workshop(*text);
        if (!read) return read.problem().at(path.filename().string() + ", " + read.problem().where);
        found = std::move(*read);
    }
    adopt(std::move(found));
    path_ = path;
    return Done{};
}

void Stockroom::adopt(inventory::Workshop workshop) {
    workshop_ = std::move(workshop);
    path_.reset();
    history_.forget();
    std::erase_if(observers_, [](const auto& o) { return o.expired(); });
    for (const auto& observer : std::vector(observers_))
        if (const auto alive = observer.lock()) (*alive)();
}

Status Stockroom::kept() {
    std::erase_if(observers_, [](const auto& o) { return o.expired(); });
    for (const auto& observer : std::vector(observers_))
        if (const auto alive = observer.lock()) (*alive)();
    if (!path_) return Done{};
    std::error_code error;
    std::filesystem::create_directories(path_->parent_path(), error);  // write_file_atomically says what is wrong
    return write_file_atomically(*path_, write_workshop(workshop_));
}

Status Stockroom::change(inventory::Workshop to, const std::string& label) {
    if (const auto ok = inventory::validate(to); !ok) return ok;
    if (!history_.record(workshop_, to, label)) return Done{};
    workshop_ = std::move(to);
    return kept();
}

Status Stockroom::put(const std::vector<inventory::Item>& items, const std::string& label) {
    auto to = workshop_;
    for (const auto& item : items) {
        const auto at = std::find_if(to.items.begin(), to.items.end(), [&](const auto& own) {
            return own.name == item.name && own.kind == item.kind && own.values == item.values;
        });
        if (at == to.items.end()) {
            to.items.push_back(item);
            continue;
        }
        at->count += item.count;
        if (item.price) at->price = item.price;
        if (!item.note.empty()) at->note = item.note;
    }
    return change(std::move(to), label);
}

Status Stockroom::undo() {
    return history_.undo(workshop_) ? kept() : Status(Done{});
}
Status Stockroom::redo() {
    return history_.redo(workshop_) ? kept() : Status(Done{});
}

Stockroom::Subscription Stockroom::observe(Observer observer) {
    auto kept_alive = std::make_shared<Observer>(std::move(observer));
    observers_.push_back(kept_alive);
    return kept_alive;
}

}  // namespace clampet::project
