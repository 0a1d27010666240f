#include "make/sheet_nesting.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numeric>
#include <optional>

namespace clampet::make {
namespace {

constexpr double slack = 1e-9;  // of rounding [m]

struct Free {
    double x = 0, y = 0, length = 0, width = 0;
    bool holds(const Free& other) const {
        return other.x >= x - slack && other.y >= y - slack && other.x + other.length <= x + length + slack &&
               other.y + other.width <= y + width + slack;
    }
};

/// One sheet, and what is free of it: maximal rectangles, which overlap.
class Sheet {
 public:
    Sheet(double length, double width) : free_{{0, 0, length, width}} {}

    struct Place {
        double x = 0, y = 0, short_rest = std::numeric_limits<double>::infinity(), long_rest = 0;
        bool is_turned = false;
    };
    /// The best place for a rectangle of that size, kerf included.
    std::optional<Place> best_for(double length, double width, bool may_turn) const {
        std::optional<Place> best;
        for (const auto& f : free_)
            for (const bool turned : {false, true}) {
                if (turned && !may_turn) continue;
                const double l = turned ? width : length, w = turned ? length : width;
                if (l > f.length + slack || w > f.width + slack) continue;
                const double a = f.length - l, b = f.width - w;
                const Place place{f.x, f.y, std::min(a, b), std::max(a, b), turned};
                if (!best ||
                    std::pair(place.short_rest, place.long_rest) < std::pair(best->short_rest, best->long_rest))
                    best = place;
            }
        return best;
    }
    void take(double x, double y, double length, double width) {
        const Free taken{x, y, length, width};
        std::vector<Free> next;
        for (const auto& f : free_) {
            const bool apart = taken.x >= f.x + f.length - slack || taken.x + taken.length <= f.x + slack ||
                               taken.y >= f.y + f.width - slack || taken.y + taken.width <= f.y + slack;
            if (apart) {
                next.push_back(f);
                continue;
            }
            const double right = taken.x + taken.length, up = taken.y + taken.width;
            const Free around[] = {{f.x, f.y, taken.x - f.x, f.width},
                                   {right, f.y, f.x + f.length - right, f.width},
                                   {f.x, f.y, f.length, taken.y - f.y},
                                   {f.x, up, f.length, f.y + f.width - up}};
            for (const auto& rest : around)
                if (rest.length > slack && rest.width > slack) next.push_back(rest);
        }
        free_.clear();
        for (std::size_t i = 0; i < next.size(); ++i) {
            bool is_within = false;
            for (std::size_t k = 0; k < next.size() && !is_within; ++k)
                is_within = k != i && next[k].holds(next[i]) && (!next[i].holds(next[k]) || k < i);
            if (!is_within) free_.push_back(next[i]);
        }
    }

 private:
    std::vector<Free> free_;
};

struct Tried {
    std::vector<std::vector<Laid>> sheets;
    double last_reach = 0;  ///< how far along the last sheet is used
};

Tried lay(const std::vector<Cut>& cuts, const std::vector<std::size_t>& order, double length, double width,
          double kerf) {
    std::vector<Sheet> sheets;
    Tried tried;
    for (const auto i : order) {
        const double l = cuts[i].length + kerf, w = cuts[i].width + kerf;
        std::optional<Sheet::Place> best;
        std::size_t on = 0;
        for (std::size_t s = 0; s < sheets.size() && !best; ++s) {
            best = sheets[s].best_for(l, w, cuts[i].may_turn);
            on = s;
        }
        if (!best) {
            sheets.emplace_back(length + kerf, width + kerf);  // no cut beyond the sheet's own edge
            tried.sheets.emplace_back();
            tried.last_reach = 0;
            on = sheets.size() - 1;
            best = sheets.back().best_for(l, w, cuts[i].may_turn);
        }
        const double along = best->is_turned ? w : l, across = best->is_turned ? l : w;
        sheets[on].take(best->x, best->y, along, across);
        tried.sheets[on].push_back({i, best->x, best->y, best->is_turned});
        if (on + 1 == sheets.size()) tried.last_reach = std::max(tried.last_reach, best->x + along);
    }
    return tried;
}

bool fits(const Cut& cut, double length, double width) {
    const auto lies = [&](double l, double w) { return l <= length + slack && w <= width + slack; };
    return lies(cut.length, cut.width) || (cut.may_turn && lies(cut.width, cut.length));
}

}  // namespace

double reach_of(const std::vector<Laid>& sheet, const std::vector<Cut>& cuts) {
    double reach = 0;
    for (const auto& l : sheet) reach = std::max(reach, l.x + (l.is_turned ? cuts[l.cut].width : cuts[l.cut].length));
    return reach;
}

double width_of(const std::vector<Laid>& sheet, const std::vector<Cut>& cuts) {
    double width = 0;
    for (const auto& l : sheet) width = std::max(width, l.y + (l.is_turned ? cuts[l.cut].length : cuts[l.cut].width));
    return width;
}

NestedSheets nest_on_sheets(const std::vector<Cut>& cuts, double length, double width, double kerf) {
    NestedSheets nested;
    std::vector<std::size_t> order;
    double area = 0;
    for (std::size_t i = 0; i < cuts.size(); ++i) {
        if (!fits(cuts[i], length, width)) {
            nested.too_large.push_back(i);
            continue;
        }
        order.push_back(i);
        area += (cuts[i].length + kerf) * (cuts[i].width + kerf);
    }
    if (order.empty()) return nested;
    using Key = double (*)(const Cut&);
    const std::array<Key, 5> keys{[](const Cut& c) { return c.length * c.width; },
                                  [](const Cut& c) { return std::max(c.length, c.width); },
                                  [](const Cut& c) { return c.length; }, [](const Cut& c) { return c.width; },
                                  [](const Cut& c) { return c.length + c.width; }};
    const double least = std::max(1.0, std::ceil(area / ((length + kerf) * (width + kerf)) - 1e-9));
    std::optional<Tried> best;
    const auto try_it = [&] {
        auto tried = lay(cuts, order, length, width, kerf);
        if (!best ||
            std::pair(tried.sheets.size(), tried.last_reach) < std::pair(best->sheets.size(), best->last_reach))
            best = std::move(tried);
    };
    for (const auto key : keys) {
        std::stable_sort(order.begin(), order.end(), [&](std::size_t a, std::size_t b) {
            const auto &one = cuts[a], &other = cuts[b];
            return std::tuple(key(one), one.length, one.width) > std::tuple(key(other), other.length, other.width);
        });
        try_it();
    }
    // Few of them: in every order.
    constexpr std::size_t few = 7;
    std::sort(order.begin(), order.end());
    while (order.size() <= few && static_cast<double>(best->sheets.size()) > least &&
           std::next_permutation(order.begin(), order.end()))
        try_it();
    nested.sheets = std::move(best->sheets);
    nested.fewest = static_cast<double>(nested.sheets.size()) <= least;
    return nested;
}

}  // namespace clampet::make
