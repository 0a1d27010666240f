#include "inventory/ballast.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cctype>
#include <cmath>
#include <set>

#include "quantity/format.h"
#include "quantity/parse.h"
#include "quantity/spreadsheet.h"

namespace clampet::inventory {
namespace {

constexpr unsigned most_pieces = 6;
constexpr double plates_sold[] = {0.25, 0.5, 1, 1.25, 2, 2.5, 5, 10};  // kg; common practice

bool is_letter(char c) {
    return std::isalpha(static_cast<unsigned char>(c)) != 0;
}
using quantity::is_digit;
/// The letters from a place on, in small ones.
std::string word_at(std::string_view text, std::size_t at) {
    std::string word;
    for (; at < text.size() && is_letter(text[at]); ++at)
        word += static_cast<char>(std::tolower(static_cast<unsigned char>(text[at])));
    return word;
}

bool is_heavy_thing(std::string_view name) {
    static const std::set<std::string, std::less<>> words{
        "weight", "weights", "plate", "plates", "bottle", "bottles", "bag", "bags", "sandbag", "sandbags", "ballast"};
    for (std::size_t i = 0; i < name.size(); ++i)
        if (is_letter(name[i]) && (i == 0 || !is_letter(name[i - 1])) && words.contains(word_at(name, i))) return true;
    return false;
}

/// A number with a unit that stands in a text.
struct Amount {
    std::string number, unit;
    std::size_t end = 0;  ///< of both, in the text
};
std::optional<Amount> amount_at(std::string_view text, std::size_t at) {
    Amount a;
    while (at < text.size() && (is_digit(text[at]) || text[at] == '.' || text[at] == ',')) a.number += text[at++];
    while (at < text.size() && text[at] == ' ') ++at;
    a.unit = word_at(text, at);
    a.end = at + a.unit.size();
    return a.number.empty() || a.unit.empty() ? std::nullopt : std::optional(std::move(a));
}

/// "0.5 kg", "500 g", "2 lb 3 oz", "1.5 l" in a name.
std::optional<double> mass_in(std::string_view name) {
    const auto is_one_of = [](const std::string& unit, std::initializer_list<const char*> units) {
        return std::find(units.begin(), units.end(), unit) != units.end();
    };
    for (std::size_t i = 0; i < name.size(); ++i) {
        if (!is_digit(name[i]) || (i > 0 && (is_digit(name[i - 1]) || name[i - 1] == '.'))) continue;
        const auto found = amount_at(name, i);
        if (!found) continue;
        const bool is_volume = is_one_of(found->unit, {"l", "litre", "litres"});
        if (!is_volume && !is_one_of(found->unit, {"kg", "g", "lb", "oz"})) continue;
        std::string text = found->number + (is_volume ? "" : " " + found->unit);
        if (found->unit == "lb")
            if (const auto rest = amount_at(name, std::min(name.find_first_not_of(' ', found->end), name.size()));
                rest && rest->unit == "oz")
                text += " " + rest->number + " oz";
        const auto mass = quantity::parse(text, is_volume ? quantity::Dimension::number : quantity::Dimension::mass);
        if (mass && *mass > 0) return *mass;
    }
    return std::nullopt;
}

/// Tries so many more of what comes from one on; keeps the best.
class Search {
 public:
    Search(std::span<const Ballast> ballast, double least, double most)
        : ballast_(ballast), least_(least), most_(most), taken_(ballast.size(), 0) {}
    std::optional<Heap> best() {
        for (unsigned pieces = 1; pieces <= most_pieces && !best_; ++pieces) look(0, pieces, 0);
        return best_;
    }

 private:
    void look(std::size_t at, unsigned left, double mass) {
        if (mass > most_) return;
        if (left == 0) return keep(mass);
        if (at == ballast_.size()) return;
        const unsigned most = std::min(left, ballast_[at].count);
        for (unsigned n = 0; n <= most; ++n) {
            taken_[at] = n;
            look(at + 1, left - n, mass + n * ballast_[at].mass);
        }
        taken_[at] = 0;
    }
    void keep(double mass) {
        const double middle = (least_ + most_) / 2;
        if (mass < least_ || (best_ && std::abs(best_->mass - middle) <= std::abs(mass - middle))) return;
        Heap heap;
        heap.mass = mass;
        for (std::size_t i = 0; i < taken_.size(); ++i) {
            if (taken_[i] == 0) continue;
            heap.pieces.push_back({ballast_[i].name, taken_[i]});
            heap.is_owned = heap.is_owned && ballast_[i].is_owned;
        }
        best_ = std::move(heap);
    }
    std::span<const Ballast> ballast_;
    double least_, most_;
    std::vector<unsigned> taken_;
    std::optional<Heap> best_;
};

}  // namespace

std::optional<double> ballast_mass(const Item& item) {
    return item.kind.empty() && is_heavy_thing(item.name) ? mass_in(item.name) : std::nullopt;
}

std::vector<Ballast> ballast_of(const Workshop& workshop) {
    constexpr double most_of_one = 1000;
    std::vector<Ballast> all;
    for (const auto& item : workshop.items) {
        if (!(item.count >= 1)) continue;
        if (const auto mass = ballast_mass(item))
            all.push_back({item.name, *mass, static_cast<unsigned>(std::min(item.count, most_of_one)), true});
    }
    return all;
}

std::vector<Ballast> ballast_sold() {
    std::vector<Ballast> all;
    for (const double mass : plates_sold) all.push_back({fmt::format("weight plate {:g} kg", mass), mass, 2, false});
    return all;
}

std::optional<Heap> heap_within(std::span<const Ballast> ballast, double least, double most) {
    if (!(least <= most) || !(most > 0)) return std::nullopt;
    return Search(ballast, least, most).best();
}

std::optional<Heap> heap_within(const Workshop& workshop, double least, double most) {
    if (auto heap = heap_within(ballast_of(workshop), least, most)) return heap;
    return heap_within(ballast_sold(), least, most);
}

std::string words_of(const Heap& heap) {
    std::vector<std::string> names;
    unsigned pieces = 0;
    for (const auto& p : heap.pieces) {
        names.push_back(p.count > 1 ? fmt::format("{} × {}", p.count, p.name) : p.name);
        pieces += p.count;
    }
    return fmt::format("{}: {}{}", heap.is_owned ? "from the drawer" : "as sold", fmt::join(names, " and "),
                       pieces > 1 ? ", " + quantity::format(heap.mass, quantity::Dimension::mass) : "");
}

}  // namespace clampet::inventory
