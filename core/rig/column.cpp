#include "rig/column.h"

#include <algorithm>
#include <set>

namespace clampet::rig {
namespace {

class Column {
 public:
    explicit Column(const Rig& rig) : rig_(rig) {
        for (const Part* part = payload_of(rig); part; part = carrier_of(part->id)) on_the_way_.insert(part->id);
    }
    std::vector<ColumnRow> rows() {
        for (const auto& part : rig_.parts)
            if (!carrier_of(part.id)) add(part.id, 0);
        for (const auto& f : rig_.interfaces)
            if (f.closes_loop) rows_.push_back({f.id, true, true, 0});
        return std::move(rows_);
    }

 private:
    const Part* carrier_of(std::string_view part) const {
        for (const auto& f : rig_.interfaces)
            if (!f.closes_loop && f.payload.part == part) return rig_.part(f.support.part);
        return nullptr;
    }
    void add(const std::string& part, int depth) {
        std::vector<const Interface*> carried;
        for (const auto& f : rig_.interfaces)
            if (!f.closes_loop && f.support.part == part) carried.push_back(&f);
        // The way to the payload goes straight up; where there is none, what was put there first does.
        std::stable_partition(carried.begin(), carried.end(),
                              [&](const auto* f) { return on_the_way_.contains(f->payload.part); });
        for (std::size_t i = 0; i < carried.size(); ++i) {
            const int own = depth + (i > 0 ? 1 : 0);
            add(carried[i]->payload.part, own);
            rows_.push_back({carried[i]->id, true, false, own});
        }
        rows_.push_back({part, false, false, depth});
    }

    const Rig& rig_;
    std::set<std::string, std::less<>> on_the_way_;
    std::vector<ColumnRow> rows_;
};

}  // namespace

std::vector<ColumnRow> column_of(const Rig& rig) {
    return Column(rig).rows();
}

std::vector<const Interface*> path_down(const Rig& rig, std::string_view part) {
    std::vector<const Interface*> path;
    while (path.size() <= rig.interfaces.size()) {
        const auto held = std::find_if(rig.interfaces.begin(), rig.interfaces.end(),
                                       [&](const auto& f) { return !f.closes_loop && f.payload.part == part; });
        if (held == rig.interfaces.end()) break;
        path.push_back(&*held);
        part = held->support.part;
    }
    return path;
}

}  // namespace clampet::rig
