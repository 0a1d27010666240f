#include "prove/fit_ladder.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "catalogue/material.h"
#include "parts/solids.h"
#include "prove/records.h"

namespace clampet::prove {
namespace {

constexpr double mm = 1e-3;
// What is thought before any test; of w and s in ln.
constexpr double middle = 0.25 * mm, middle_spread = 0.15 * mm, half_width = 0.06 * mm, steepness = 0.02 * mm,
                 ln_spread = 0.5;
constexpr double grid_from = -0.35 * mm, grid_to = 0.85 * mm, grid_step = 0.005 * mm;
constexpr int ln_points = 13;
constexpr double ln_reach = 3;  // of its deviations
constexpr double finest = 0.02 * mm;
constexpr double least_pin = 1 * mm, most_pin = 60 * mm, least_clearance = -1 * mm, most_clearance = 3 * mm;
constexpr std::size_t most_holes = 12;
constexpr double notch = 2 * mm;

double logistic(double x) {
    return 1 / (1 + std::exp(-x));
}

/// Middle, half-width and steepness.
struct Ladder {
    double m = 0, w = 0, s = 0;
    double tight(double c) const { return logistic((m - w - c) / s); }
    double loose(double c) const { return logistic((c - m - w) / s); }
    double right(double c) const { return std::max(0.0, 1 - tight(c) - loose(c)); }
    double chance(const FitTried& t) const {
        return t.verdict == TriedFit::tight   ? tight(t.clearance)
               : t.verdict == TriedFit::loose ? loose(t.clearance)
                                              : right(t.clearance);
    }
};

struct Weighed {
    Ladder ladder;
    double share = 0;  ///< of what is thought; all together 1
};

std::vector<Weighed> grid_of(const std::vector<FitTried>& tries) {
    std::vector<Weighed> all;
    for (double m = grid_from; m <= grid_to + grid_step / 2; m += grid_step)
        for (int i = 0; i < ln_points; ++i)
            for (int k = 0; k < ln_points; ++k) {
                const double zw = ln_reach * (2.0 * i / (ln_points - 1) - 1),
                             zs = ln_reach * (2.0 * k / (ln_points - 1) - 1), zm = (m - middle) / middle_spread;
                Weighed one{{m, half_width * std::exp(ln_spread * zw), steepness * std::exp(ln_spread * zs)},
                            -0.5 * (zw * zw + zs * zs + zm * zm)};  // ln, until all are known
                for (const auto& t : tries) one.share += std::log(std::max(1e-12, one.ladder.chance(t)));
                all.push_back(one);
            }
    double most = -1e300, sum = 0;
    for (const auto& one : all) most = std::max(most, one.share);
    for (auto& one : all) sum += one.share = std::exp(one.share - most);
    for (auto& one : all) one.share /= sum;
    return all;
}

FitChances chances_of(const std::vector<Weighed>& grid, double clearance) {
    FitChances all;
    for (const auto& one : grid) {
        all.tight += one.share * one.ladder.tight(clearance);
        all.loose += one.share * one.ladder.loose(clearance);
        all.right += one.share * one.ladder.right(clearance);
    }
    return all;
}

Status check_piece(double pin, const std::vector<double>& clearances) {
    if (!(pin >= least_pin && pin <= most_pin))
        return Problem{"ladder.pin", "pin", "A pin of that size is not tried.", "Give 1 to 60 mm."};
    if (clearances.empty() || clearances.size() > most_holes ||
        !std::all_of(clearances.begin(), clearances.end(),
                     [](double c) { return c >= least_clearance && c <= most_clearance; }))
        return Problem{"ladder.clearances", "clearances", "These are no clearances of a test piece.",
                       "Give 1 to 12 of -1 to 3 mm."};
    return Done{};
}

/// How far apart the holes are, and how thick what is left round them.
double pitch_of(double pin) {
    return pin + std::max(6 * mm, 0.6 * pin);
}

}  // namespace

FitLearned learned_from(const std::vector<FitTried>& tries) {
    const auto grid = grid_of(tries);
    FitLearned learned;
    learned.tries = tries.size();
    double second = 0;
    for (const auto& one : grid) {
        learned.clearance += one.share * one.ladder.m;
        second += one.share * one.ladder.m * one.ladder.m;
    }
    learned.deviation = std::sqrt(std::max(0.0, second - learned.clearance * learned.clearance));
    learned.sure = chances_of(grid, learned.clearance).right;
    return learned;
}

std::vector<FitChances> chances_over(const std::vector<FitTried>& tries, const std::vector<double>& clearances) {
    const auto grid = grid_of(tries);
    std::vector<FitChances> all;
    for (const double clearance : clearances) all.push_back(chances_of(grid, clearance));
    return all;
}

std::vector<FitTried> tries_of(const inventory::Printer& printer, HoleLies lies) {
    std::vector<FitTried> all;
    for (const auto& t : printer.fits)
        if (t.lies == lies && t.material == printer.material) all.push_back(t);
    return all;
}

std::optional<FitLearned> learned_by(const inventory::Printer& printer) {
    for (const auto lies : {HoleLies::upright, HoleLies::across})
        if (const auto tries = tries_of(printer, lies); !tries.empty()) return learned_from(tries);
    return std::nullopt;
}

std::vector<double> next_rung(const FitLearned& now) {
    constexpr double least = 0.01 * mm;
    const double step = std::max(finest, std::round(now.deviation / 2 / least) * least);
    std::vector<double> all;
    for (std::size_t i = 0; i < holes_of_a_rung; ++i) {
        const double at = now.clearance + (static_cast<double>(i) - (holes_of_a_rung - 1) / 2.0) * step;
        all.push_back(std::round(at / least) * least);
    }
    return all;
}

Status check(const FitTried& tried) {
    if (const auto ok = check_date(tried.date); !ok) return ok;
    if (tried.material.empty())
        return Problem{"ladder.material", "material", "It is not said what was printed.", "Name the material."};
    if (const auto ok = check_piece(tried.pin, {tried.clearance}); !ok)
        return ok.problem().at(ok.problem().where == "pin" ? "pin" : "clearance");
    return Done{};
}

Result<parts::Body> test_piece(double pin, const std::vector<double>& clearances, HoleLies lies,
                               const std::string& material) {
    if (const auto ok = check_piece(pin, clearances); !ok) return ok.problem();
    const auto known = catalogue::material_named(material);
    if (!known)
        return Problem{"ladder.no_material", "material", fmt::format("“{}” is no material of the table.", material),
                       "Name the printer's material."};
    const double pitch = pitch_of(pin), length = pitch * static_cast<double>(clearances.size()),
                 deep = std::max(8 * mm, pin), across = pin + std::max(8 * mm, 0.8 * pin);
    const bool is_upright = lies == HoleLies::upright;
    const double width = is_upright ? across : deep, height = is_upright ? deep : across;
    const auto stuff = parts::Stuff::plastic;
    parts::Solids solids;
    solids.piece("test piece");
    solids.add(parts::box({0, 0, height / 2}, {length, width, height}, stuff), known->density);
    auto sorted = clearances;
    std::sort(sorted.begin(), sorted.end());
    for (std::size_t i = 0; i < sorted.size(); ++i) {
        const double x = -length / 2 + pitch * (static_cast<double>(i) + 0.5);
        const parts::Vector axis = is_upright ? parts::Vector::UnitZ() : parts::Vector::UnitY();
        solids.drill(parts::cylinder({x, 0, height / 2}, pin + sorted[i], is_upright ? height : width, axis, stuff),
                     known->density);
    }
    solids.drill(parts::box({-length / 2, -width / 2, height / 2}, {2 * notch, 2 * notch, height}, stuff), 0);
    solids.take(notch * notch * height, {-length / 2, -width / 2, height / 2}, known->density);
    auto body = solids.body({});
    for (auto& made : body.made) made.material = material;
    return body;
}

Result<parts::Workpiece> test_board(double pin, const std::vector<double>& clearances, const std::string& material,
                                    double thickness) {
    if (const auto ok = check_piece(pin, clearances); !ok) return ok.problem();
    if (!(thickness >= 1e-3 && thickness <= 0.2))
        return Problem{"ladder.thickness", "thickness", "A board of that thickness is not drilled.",
                       "Give 1 to 200 mm."};
    const double pitch = pitch_of(pin), length = pitch * static_cast<double>(clearances.size());
    parts::Workpiece board{.name = "test board", .material = material};
    board.length = length;
    board.width = pin + std::max(12 * mm, pin);
    board.thickness = thickness;
    auto sorted = clearances;
    std::sort(sorted.begin(), sorted.end());
    for (std::size_t i = 0; i < sorted.size(); ++i)
        board.bores.push_back({{-length / 2 + pitch * (static_cast<double>(i) + 0.5), 0}, pin + sorted[i]});
    board.note = "the tightest hole on the left";
    return board;
}

}  // namespace clampet::prove
