#include "catalogue/drills.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

namespace clampet::catalogue {
namespace {

constexpr double near_enough = 0.05;
/// Tabulated inch drills are given to a tenth of a micrometre.
constexpr double same = 1e-7;

/// Numbers and letters are one series: the letters go on where the numbers end.
std::string series_of(const StockRow& row) {
    const auto& series = row.texts.at("series");
    return series == "letter" ? "number" : series;
}

/// The best of each series by how far it is off; `off` is negative for what will not do.
template <class Off>
std::vector<SoldDrill> best_of_each(Off off) {
    std::map<std::string, SoldDrill> best;
    for (const auto* row : stock_group("drill")) {
        const SoldDrill drill{row, row->size("diameter"), 0};
        const double far = off(drill.diameter);
        if (far < 0) continue;
        const auto [at, is_new] = best.try_emplace(series_of(*row), drill);
        if (!is_new && far < off(at->second.diameter)) at->second = drill;
    }
    std::vector<SoldDrill> all;
    for (const auto& [series, drill] : best) all.push_back(drill);
    std::stable_sort(all.begin(), all.end(),
                     [&](const auto& a, const auto& b) { return off(a.diameter) < off(b.diameter); });
    return all;
}

}  // namespace

std::string SoldDrill::label() const {
    return row->name;
}

std::vector<SoldDrill> tap_drills_sold(const Thread& thread, double thread_share) {
    const double wanted = tap_drill(thread, thread_share);
    auto drills = best_of_each([&](double diameter) {
        const double far = std::abs(diameter - wanted);
        return far <= near_enough * wanted && diameter < thread.major ? far : -1;
    });
    for (auto& drill : drills) drill.thread_share = (thread.major - drill.diameter) / (1.299 * thread.pitch);
    return drills;
}

std::vector<SoldDrill> clearance_drills_sold(double hole) {
    return best_of_each([&](double diameter) {
        return diameter >= hole - same && diameter <= (1 + near_enough) * hole ? std::max(0.0, diameter - hole) : -1;
    });
}

std::string in_words(const std::vector<SoldDrill>& drills) {
    std::string text;
    for (const auto& drill : drills) {
        text += (text.empty() ? "" : ", ") + drill.label();
        if (drill.thread_share > 0) text += fmt::format(" ({:.0f} %)", 100 * drill.thread_share);
    }
    return text.empty() ? "none" : text;
}

}  // namespace clampet::catalogue
