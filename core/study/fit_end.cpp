#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>

#include "catalogue/material.h"
#include "catalogue/stock.h"
#include "catalogue/words/names.h"
#include "quantity/parse.h"
#include "study/fit.h"

namespace clampet::study {
namespace {

using quantity::Dimension;

struct FitWord {
    std::string_view word;
    bool goes_in, is_round;
};
/// The first of this order that is said counts: of the inside of a rod is said that it is a rod as well.
constexpr std::array<FitWord, 34> fit_words{
    {{"inside", false, true},   {"post", true, true},     {"rod", true, true},   {"dowel", true, true},
     {"stub", true, true},      {"spigot", true, true},   {"pin", true, true},   {"bolt", true, true},
     {"barrel", true, true},    {"tube", true, true},     {"pipe", true, true},  {"pole", true, true},
     {"plate", true, false},    {"board", true, false},   {"bar", true, false},  {"foot", true, false},
     {"tongue", true, false},   {"edge", true, false},    {"bore", false, true}, {"hole", false, true},
     {"socket", false, true},   {"collar", false, true},  {"ring", false, true}, {"slot", false, false},
     {"shoe", false, false},    {"jaws", false, false},   {"jaw", false, false}, {"gap", false, false},
     {"clamp", false, false},   {"groove", false, false}, {"ball", true, true},  {"opening", false, true},
     {"dovetail", true, false}, {"cup", false, true}}};

const FitWord* word_in(const std::vector<std::string>& words) {
    for (const auto& known : fit_words)
        for (const auto& word : words)
            if (word == known.word) return &known;
    return nullptr;
}

/// The tube of stock that is named, nothing where none is. Several of one size are one.
/// Errors  A Problem that lists them where several sizes are called so.
Result<const catalogue::StockRow*> tube_named(std::string_view text) {
    std::vector<std::string> names;
    const auto tubes = catalogue::stock_group("tube");
    for (const auto* row : tubes) names.push_back(row->name);
    const auto found = catalogue::meant(names, text);
    const catalogue::StockRow* first = nullptr;
    constexpr double same = 0.05e-3;
    for (const auto* row : tubes) {
        if (std::find(found.begin(), found.end(), row->name) == found.end()) continue;
        if (!first) first = row;
        for (const char* size : {"outer", "wall"})
            if (std::abs(row->size(size) - first->size(size)) > same)
                return Problem{"fit.several_tubes", "", fmt::format("“{}” can be several tubes.", text),
                               catalogue::names_offered(names, text)};
    }
    return first;
}

/// The size: what is left of the text when the word for it is taken out.
std::string without(std::string_view text, std::string_view word) {
    std::string rest(text);
    if (const auto at = rest.find(word); at != rest.npos) rest.erase(at, word.size());
    return rest;
}

/// "18.6" of "18.6 x 2 mm" is in millimetres as well.
std::string with_unit_of(const std::string& sizes, std::size_t by) {
    const std::string first = sizes.substr(0, by);
    const bool has_unit = std::any_of(first.begin(), first.end(),
                                      [](unsigned char c) { return std::isalpha(c) || c == '"' || c == '\''; });
    if (has_unit) return first;
    const auto unit = sizes.find_last_of("0123456789.");
    return first + " " + sizes.substr(unit + 1);
}

/// The text without the timber that it names, which is written to `wood`.
std::string without_wood(const std::string& text, std::string& wood) {
    const auto words = catalogue::words_of(text);
    std::string lower = text;
    std::transform(lower.begin(), lower.end(), lower.begin(), [](unsigned char c) { return std::tolower(c); });
    for (const auto& material : catalogue::materials()) {
        if (!(material.moves_tangential > 0)) continue;
        std::string name = material.name;
        std::transform(name.begin(), name.end(), name.begin(), [](unsigned char c) { return std::tolower(c); });
        const auto at = lower.find(name);
        const auto last = catalogue::words_of(name).back();
        if (at == lower.npos || std::find(words.begin(), words.end(), last) == words.end()) continue;
        wood = material.name;
        return text.substr(0, at) + text.substr(at + name.size());
    }
    return text;
}

/// What is left once what the end is of, and how its corners are, is read.
Result<FitEnd> read_sizes(FitEnd end, std::string_view text) {
    const auto words = catalogue::words_of(text);
    const auto* word = word_in(words);
    if (word) end.word = word->word;
    const bool inside = word && word->word == "inside";
    const auto named = tube_named(inside ? without(text, "inside") : std::string(text));
    if (!named && !(word && quantity::parse_range(without(text, word->word), Dimension::length)) &&
        text.find(" x ") == text.npos)
        return named.problem();
    if (const auto* tube = named ? *named : nullptr) {
        const double outer = tube->size("outer"), bore = outer - 2 * tube->size("wall");
        end.goes_in = !inside;
        const double size = inside ? bore : outer;
        end.size = {size, size, size};
        constexpr double least_bore = 0.1e-3;  // stock that is solid has a wall of a hair under half of it
        if (size > least_bore) return end;
        return Problem{"fit.solid", "", fmt::format("“{}” is solid: nothing goes inside.", text), "Name a tube."};
    }
    if (!word)
        return Problem{
            "fit.not_said_what", "", fmt::format("“{}” does not say what goes in, or into what.", text),
            "Write for example \"post 24.8 mm\", \"bore 25 mm\", \"plate 4.9 mm\", \"slot 5 mm\", or a tube's "
            "name from stock."};
    end.goes_in = word->goes_in;
    end.is_round = word->is_round;
    std::string sizes = without(text, word->word);
    const auto* of = inside ? word_in(catalogue::words_of(sizes)) : nullptr;
    if (of && of->goes_in)
        return Problem{"fit.inside_of_what", "",
                       fmt::format("A {} is called by its outside: how wide it is inside is not said.", of->word),
                       "Name one from stock, for example inside 25 x 2 tube, or what you measured: bore 21 mm."};
    if (of) sizes = without(sizes, of->word);  // the inside of a bore is the bore
    const auto by = word->is_round ? sizes.npos : sizes.find(" x ");
    if (by != sizes.npos) {
        const auto thickness = quantity::parse_range(sizes.substr(by + 3), Dimension::length);
        if (!thickness) return thickness.problem();
        constexpr double thickest = 5;
        if (!(thickness->low > 0) || thickness->high > thickest)
            return Problem{"fit.no_thickness", "", fmt::format("“{}” has no thickness that can be.", text),
                           "Give both sizes with their unit, for example plate 18.6 x 2 mm."};
        end.second = *thickness;
    }
    const auto size = quantity::parse_range(by == sizes.npos ? sizes : with_unit_of(sizes, by), Dimension::length);
    if (!size) return size.problem();
    // A pipe in inches is called by its bore of old: 1 in is 33.4 mm outside.
    const bool in_inches = std::find(words.begin(), words.end(), "in") != words.end() || text.find('"') != text.npos ||
                           text.find("inch") != text.npos;
    if (word->word == "pipe" && in_inches)
        return Problem{"fit.trade_size", "", fmt::format("“{}” is a trade size, not what a caliper says.", text),
                       "Write the pipe's name, 1 in pipe schedule 40, or what you measured: tube 33.4 mm."};
    constexpr double largest = 5;
    if (!(size->low > 0) || size->high > largest)
        return Problem{"fit.no_size", "", fmt::format("“{}” has no size that can be.", text),
                       "Give more than 0 mm and no more than 5 m, with its unit."};
    end.size = *size;
    return end;
}

}  // namespace

Result<FitEnd> read_fit_end(std::string_view text) {
    FitEnd end;
    end.name = std::string(text);
    std::string rest = without_wood(end.name, end.wood);
    for (const char* corners : {"round ", "clipped "})
        if (rest.find(std::string(corners) + "plate") != rest.npos) {
            end.loose_corners = true;
            rest = without(rest, corners);
        }
    return read_sizes(std::move(end), rest);
}

}  // namespace clampet::study
