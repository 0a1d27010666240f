#include "make/nesting.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace clampet::make {
namespace {

constexpr double rounding = 1e-9;
constexpr std::size_t most_steps = 200'000;

/// Pieces with their kerf, the longest first, and bars with one kerf more: the last cut of a bar is at its end.
struct Task {
    std::vector<double> needs;
    std::vector<std::size_t> index;
    double room = 0;
};

/// At least so many bars: pieces over what leaves no room for those from k on have one each, and what is between fills
/// up (L2).
std::size_t fewest_bars(const Task& task) {
    std::size_t least = 0;
    for (const double k : task.needs) {
        if (k > task.room / 2 + rounding) continue;
        std::size_t alone = 0, halves = 0;
        double beside = 0, small = 0;
        for (const double need : task.needs) {
            if (need > task.room - k + rounding) {
                ++alone;
            } else if (need > task.room / 2 + rounding) {
                ++halves;
                beside += task.room - need;
            } else if (need >= k - rounding) {
                small += need;
            }
        }
        const double over = small - beside;
        const auto more = over > rounding ? static_cast<std::size_t>(std::ceil(over / task.room - rounding)) : 0;
        least = std::max(least, alone + halves + more);
    }
    const double sum = std::accumulate(task.needs.begin(), task.needs.end(), 0.0);
    const auto large = static_cast<std::size_t>(std::count_if(
        task.needs.begin(), task.needs.end(), [&](double need) { return need > task.room / 2 + rounding; }));
    return std::max({least, large, static_cast<std::size_t>(std::ceil(sum / task.room - rounding))});
}

/// Which bar each piece lies on.
using Places = std::vector<std::size_t>;

std::size_t count_of(const Places& places) {
    return places.empty() ? 0 : *std::max_element(places.begin(), places.end()) + 1;
}

Places first_fit(const Task& task) {
    Places places;
    std::vector<double> free;
    for (const double need : task.needs) {
        std::size_t bar = 0;
        while (bar < free.size() && free[bar] < need - rounding) ++bar;
        if (bar == free.size()) free.push_back(task.room);
        free[bar] -= need;
        places.push_back(bar);
    }
    return places;
}

/// Every way to lay them out, the longest piece first, as long as it may need fewer bars than the best.
class Search {
 public:
    Search(const Task& task, Places best, std::size_t least)
        : task_(task), best_(std::move(best)), least_(least), places_(task.needs.size()) {
        place(0);
    }
    const Places& best() const { return best_; }
    bool went_through() const { return steps_ < most_steps; }

 private:
    void place(std::size_t piece) {
        if (count_of(best_) <= least_ || ++steps_ >= most_steps || free_.size() >= count_of(best_)) return;
        if (piece == task_.needs.size()) {
            best_ = places_;
            return;
        }
        const double need = task_.needs[piece];
        for (std::size_t bar = 0; bar < free_.size(); ++bar) {
            if (free_[bar] < need - rounding || is_like_an_earlier(bar)) continue;
            free_[bar] -= need;
            places_[piece] = bar;
            place(piece + 1);
            free_[bar] += need;
        }
        free_.push_back(task_.room - need);
        places_[piece] = free_.size() - 1;
        place(piece + 1);
        free_.pop_back();
    }
    bool is_like_an_earlier(std::size_t bar) const {
        for (std::size_t i = 0; i < bar; ++i)
            if (std::abs(free_[i] - free_[bar]) < rounding) return true;
        return false;
    }
    const Task& task_;
    Places best_;
    std::size_t least_, steps_ = 0;
    Places places_;
    std::vector<double> free_;
};

}  // namespace

Nested nest(const std::vector<double>& lengths, double bar, double kerf) {
    Task task;
    task.room = bar + kerf;
    for (std::size_t i = 0; i < lengths.size(); ++i)
        if (lengths[i] <= bar + rounding) task.index.push_back(i);
    std::stable_sort(task.index.begin(), task.index.end(),
                     [&](std::size_t a, std::size_t b) { return lengths[a] > lengths[b]; });
    for (const auto i : task.index) task.needs.push_back(lengths[i] + kerf);
    const std::size_t least = fewest_bars(task);
    const Search search(task, first_fit(task), least);
    Nested nested;
    nested.fewest = search.went_through() || count_of(search.best()) == least;
    nested.bars.resize(count_of(search.best()));
    for (auto& b : nested.bars) b.left_over = task.room;
    for (std::size_t i = 0; i < task.needs.size(); ++i) {
        auto& on = nested.bars[search.best()[i]];
        on.pieces.push_back(task.index[i]);
        on.left_over -= task.needs[i];
    }
    for (auto& b : nested.bars) b.left_over = std::max(0.0, b.left_over);
    return nested;
}

}  // namespace clampet::make
