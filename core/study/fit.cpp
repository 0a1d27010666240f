#include "study/fit.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "catalogue/stock.h"
#include "catalogue/words/names.h"
#include "mechanics/round_fit.h"
#include "quantity/format.h"
#include "quantity/parse.h"

namespace clampet::study {
namespace {

using quantity::Dimension;
using quantity::Range;

struct FitWord {
    std::string_view word;
    bool goes_in, is_round;
};
constexpr std::array<FitWord, 30> fit_words{
    {{"post", true, true},    {"rod", true, true},     {"dowel", true, true},   {"stub", true, true},
     {"spigot", true, true},  {"pin", true, true},     {"bolt", true, true},    {"barrel", true, true},
     {"tube", true, true},    {"pipe", true, true},    {"pole", true, true},    {"plate", true, false},
     {"board", true, false},  {"bar", true, false},    {"foot", true, false},   {"tongue", true, false},
     {"edge", true, false},   {"bore", false, true},   {"hole", false, true},   {"socket", false, true},
     {"collar", false, true}, {"ring", false, true},   {"inside", false, true}, {"slot", false, false},
     {"shoe", false, false},  {"jaws", false, false},  {"jaw", false, false},   {"gap", false, false},
     {"clamp", false, false}, {"groove", false, false}}};

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

std::string length(double si) {
    return quantity::format(si, Dimension::length, quantity::System::metric, 3);
}

/// Play from which it wobbles [m]; common practice.
double snug(bool is_round) {
    return is_round ? 0.3e-3 : 0.5e-3;
}

void cure_round_play(FitAnswer& answer) {
    const double play = answer.play.typical;
    for (const auto& tape : mechanics::tapes) {
        const double wraps = std::floor(mechanics::wraps_for(play, tape.thickness) + 1e-9);
        constexpr double most_wraps = 6;  // a thicker wad gives way
        if (wraps < 1 || wraps > most_wraps) continue;
        answer.cures.push_back(wraps == 1 ? fmt::format("a wrap of {} tape", tape.name)
                                          : fmt::format("{:.0f} wraps of {} tape", wraps, tape.name));
        break;
    }
    answer.cures.push_back(fmt::format("a sleeve with a wall of {}", length(play / 2)));
    answer.cures.push_back("a slit in the outer one, drawn together by a screw or a band");
}

void cure_flat_play(FitAnswer& answer) {
    answer.cures.push_back(fmt::format("a shim of {}", length(answer.play.typical)));
    answer.cures.push_back("a screw or a spring that presses it to one side");
}

void cure_tightness(FitAnswer& answer, bool is_round) {
    const double over = -answer.play.low;
    answer.cures.push_back(is_round ? fmt::format("sand or ream {} off", length(over))
                                    : fmt::format("plane or file {} off", length(over)));
    if (is_round) answer.cures.push_back("press it in: the bench “Post in a hole” says what that holds");
}

std::string sentence(const FitAnswer& answer) {
    const auto& play = answer.play;
    switch (answer.together) {
        case Together::fits:
            return fmt::format("Fits, with {} of play.", length(play.typical));
        case Together::loose:
            return fmt::format("Goes in, loose by {}.", length(play.typical));
        case Together::tight:
            return fmt::format("Too tight by {}.", length(-play.typical));
        case Together::perhaps:
            return fmt::format("May fit: from {} too tight to {} of play.", length(-play.low), length(play.high));
    }
    return {};
}

}  // namespace

namespace {

/// A length that may be left out, at the field it stands in.
Result<double> length_at(const std::string& typed, const char* where) {
    if (typed.empty()) return 0.0;
    const auto value = quantity::parse(typed, Dimension::length);
    if (!value) return value.problem().at(where);
    constexpr double most = 1000;
    if (!(*value > 0 && *value <= most))
        return Problem{"fit.impossible_length", where, fmt::format("“{}” is no length for this.", typed),
                       "Give more than 0 and at most 1000 m."};
    return *value;
}

FitAnswer of_threads(const catalogue::Thread& one, const catalogue::Thread& other) {
    const auto verdict = catalogue::fit(one, other);
    FitAnswer answer;
    answer.together = verdict.fit == catalogue::Fit::fits         ? Together::fits
                      : verdict.fit == catalogue::Fit::by_luck    ? Together::perhaps
                      : verdict.fit == catalogue::Fit::no_contact ? Together::loose
                                                                  : Together::tight;
    answer.says = fmt::format("{} in {}: {}. {}", one.designation, other.designation, catalogue::name_of(verdict.fit),
                              verdict.reason);
    return answer;
}

void show_at_subject(FitAnswer& answer, double distance, double frame) {
    if (!(distance > 0) || !(answer.lean > 0)) return;
    answer.at_subject = answer.movement + 2 * std::tan(answer.lean) * distance;
    constexpr double picture = 3840;
    if (frame > 0) answer.pixels = answer.at_subject / frame * picture;
}

double size_at(const rig::Port& port, std::string_view key) {
    const auto at = port.sizes.find(key);
    const auto* size = at == port.sizes.end() ? nullptr : std::get_if<double>(&at->second);
    return size ? *size : 0;
}

}  // namespace

Result<FitAnswer> answer(const FitQuestion& question) {
    const auto first = catalogue::thread_named(question.one), second = catalogue::thread_named(question.other);
    if (first && second) return of_threads(*first, *second);
    const auto one = read_fit_end(question.one), other = read_fit_end(question.other);
    if (!one) return one.problem().at("one");
    if (!other) return other.problem().at("other");
    const auto depth = length_at(question.depth, "depth"), height = length_at(question.height, "height"),
               subject = length_at(question.subject, "subject"), frame = length_at(question.frame, "frame");
    for (const auto* read : {&depth, &height, &subject, &frame})
        if (!*read) return read->problem();
    if ((*height > 0 || *subject > 0) && !(*depth > 0))
        return Problem{"fit.height_without_depth", *height > 0 ? "height" : "subject",
                       "How far the play leans depends on how far one is in the other.",
                       "Give the depth, for example 60mm."};
    if (*frame > 0 && !(*subject > 0))
        return Problem{"fit.frame_without_subject", "frame", "How much is seen belongs to a distance.",
                       "Give how far away the subject is, for example 1.5 m."};
    if (*depth > 0 && !(one->is_round && other->is_round))
        return Problem{"fit.depth_of_flat", "depth", "Only what is round leans in its bore by its depth.",
                       "Leave the depth out."};
    auto together = go_together(*one, *other, *depth, *height);
    if (together) show_at_subject(*together, *subject, *frame);
    return together;
}

std::vector<std::string> in_words(const FitAnswer& answer) {
    std::vector<std::string> lines{answer.says};
    const auto shown = [](double si, Dimension dimension) { return quantity::format(si, dimension); };
    if (answer.lean > 0)
        lines.push_back(fmt::format("It leans by {} to either side, and moves by {} at the camera.",
                                    shown(answer.lean, Dimension::angle), shown(answer.movement, Dimension::length)));
    if (answer.pixels > 0)
        lines.push_back(fmt::format("At the subject that is {} from side to side: {:.0f} pixels of 3840.",
                                    shown(answer.at_subject, Dimension::length), answer.pixels));
    else if (answer.at_subject > 0)
        lines.push_back(
            fmt::format("At the subject that is {} from side to side.", shown(answer.at_subject, Dimension::length)));
    for (const auto& cure : answer.cures) lines.push_back("Cure: " + cure + ".");
    return lines;
}

std::optional<FitAnswer> fit_of(const rig::Port& support, const rig::Port& payload) {
    using families::PortKind;
    struct Pair {
        PortKind outer, inner;
        const char *inside, *outside;
        bool is_round;
    };
    static constexpr std::array pairs{Pair{PortKind::bore, PortKind::tube, "diameter", "diameter", true},
                                      Pair{PortKind::shoe, PortKind::plate, "width", "width", false}};
    for (const auto& pair : pairs)
        for (const auto& [outer, inner] : {std::pair{&support, &payload}, std::pair{&payload, &support}}) {
            if (outer->kind != pair.outer || inner->kind != pair.inner) continue;
            const double hole = size_at(*outer, pair.inside), post = size_at(*inner, pair.outside);
            if (!(hole > 0) || !(post > 0)) return std::nullopt;
            const double depth = pair.is_round ? size_at(*outer, "length") : 0;
            const auto found = go_together({"", true, pair.is_round, {post, post, post}},
                                           {"", false, pair.is_round, {hole, hole, hole}}, depth, 0);
            return found ? std::optional(*found) : std::nullopt;
        }
    return std::nullopt;
}

std::string_view name_of(Together together) {
    switch (together) {
        case Together::fits:
            return "fits";
        case Together::loose:
            return "loose";
        case Together::tight:
            return "tight";
        case Together::perhaps:
            return "perhaps";
    }
    return "";
}

Result<FitEnd> read_fit_end(std::string_view text) {
    const auto words = catalogue::words_of(text);
    const auto* word = word_in(words);
    FitEnd end;
    end.name = std::string(text);
    const bool inside = word && word->word == "inside";
    const auto named = tube_named(inside ? without(text, "inside") : std::string(text));
    if (!named && !(word && quantity::parse_range(without(text, word->word), Dimension::length)))
        return named.problem();
    if (const auto* tube = named ? *named : nullptr) {
        const double outer = tube->size("outer"), bore = outer - 2 * tube->size("wall");
        end.goes_in = !inside;
        const double size = inside ? bore : outer;
        end.size = {size, size, size};
        if (size > 0) return end;
        return Problem{"fit.solid", "", fmt::format("“{}” is solid: nothing goes inside.", text), "Name a tube."};
    }
    if (!word)
        return Problem{
            "fit.not_said_what", "", fmt::format("“{}” does not say what goes in, or into what.", text),
            "Write for example \"post 24.8 mm\", \"bore 25 mm\", \"plate 4.9 mm\", \"slot 5 mm\", or a tube's "
            "name from stock."};
    end.goes_in = word->goes_in;
    end.is_round = word->is_round;
    const auto size = quantity::parse_range(without(text, word->word), Dimension::length);
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

Result<FitAnswer> go_together(const FitEnd& one, const FitEnd& other, double depth, double height) {
    if (one.goes_in == other.goes_in)
        return Problem{"fit.both_alike", "",
                       one.goes_in ? "Both go into something, not into each other." : "Neither of them goes in.",
                       "Name what goes in and what it goes into, for example a post and a bore."};
    const FitEnd &inner = one.goes_in ? one : other, &outer = one.goes_in ? other : one;
    const bool is_round = inner.is_round && outer.is_round;
    FitAnswer answer;
    // Jaws open over a range: what lies within fits, and is gripped.
    const bool grips = !outer.is_round && !outer.size.is_one() && outer.name.find("jaw") != outer.name.npos;
    if (grips) {
        const bool small = inner.size.low<outer.size.low, large = inner.size.high> outer.size.high;
        answer.play = {outer.size.high - inner.size.high, outer.size.high - inner.size.typical,
                       outer.size.high - inner.size.low};
        answer.together = large ? Together::tight : small ? Together::loose : Together::fits;
        answer.says = large   ? fmt::format("Too thick by {} for the jaws.", length(inner.size.high - outer.size.high))
                      : small ? fmt::format("Too thin by {}: the jaws do not close on it.",
                                            length(outer.size.low - inner.size.low))
                              : "Fits: the jaws close on it.";
        if (small) answer.cures = {fmt::format("packing of {}", length(outer.size.low - inner.size.low))};
        if (large) answer.cures = {"a clamp that opens further"};
        return answer;
    }
    answer.play = {outer.size.low - inner.size.high, outer.size.typical - inner.size.typical,
                   outer.size.high - inner.size.low};
    const auto& play = answer.play;
    answer.together = play.high < 0                   ? Together::tight
                      : play.low < 0                  ? Together::perhaps
                      : play.typical > snug(is_round) ? Together::loose
                                                      : Together::fits;
    if (is_round && depth > 0 && play.typical > 0) {
        const mechanics::RoundFit fit{inner.size.typical, outer.size.typical, depth};
        answer.depth = depth;
        answer.lean = std::atan(fit.lean());
        answer.movement = fit.movement(height);
    }
    if (answer.together == Together::loose) is_round ? cure_round_play(answer) : cure_flat_play(answer);
    if (play.low < 0) cure_tightness(answer, is_round);
    answer.says = sentence(answer);
    return answer;
}

}  // namespace clampet::study
