#include "study/fit.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "catalogue/material.h"
#include "mechanics/round_fit.h"
#include "mechanics/wood.h"
#include "parts/rows.h"
#include "quantity/conventions.h"
#include "quantity/format.h"
#include "quantity/parse.h"

namespace clampet::study {
namespace {

using quantity::Dimension;
using quantity::Range;

/// A fit is measured to a hundredth of a millimetre.
std::string length(double si) {
    std::string text = fmt::format("{:.2f}", std::abs(si) * 1e3);
    text.erase(text.find_last_not_of('0') + 1);
    if (text.back() == '.') text.pop_back();
    return text + " mm";
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
    if (frame > 0) answer.pixels = answer.at_subject / frame * quantity::picture_pixels;
}

/// Swing of moisture over the year in a place [%].
Result<double> season_of(const std::string& place) {
    if (place == "indoors") return mechanics::season_indoors;
    if (place == "outdoors") return mechanics::season_outdoors;
    return Problem{"fit.unknown_place", "place", fmt::format("“{}” is no place this knows.", place),
                   "Give indoors or outdoors, or leave it out."};
}

/// Half of the year's swing to either side of what was measured. A slot in wood opens as the wood grows.
void follow_season(FitAnswer& answer, const FitEnd& inner, const FitEnd& outer, double swing) {
    const auto moves = [&](const FitEnd& end, double catalogue::Material::*coefficient) {
        if (end.wood.empty()) return 0.0;
        const auto timber = catalogue::material_named(end.wood);
        return timber ? mechanics::wood_moves((*timber).*coefficient, swing / 2) * end.size.typical : 0.0;
    };
    const auto tighter_by = [&](double catalogue::Material::*coefficient) {
        return moves(inner, coefficient) - moves(outer, coefficient);
    };
    const double tighter = tighter_by(&catalogue::Material::moves_tangential), play = answer.play.typical;
    answer.season = FitAnswer::Season{play + tighter, play - tighter};
    const auto& s = *answer.season;
    const double least = std::min(s.dry, s.damp);
    const char* when = s.damp < s.dry ? "dampest" : "driest";
    const auto at = [](double left) { return length(left) + (left < 0 ? " too tight" : " of play"); };
    answer.notes.push_back(
        fmt::format("Over the year, with the rings lying the worst way: {} when it is driest, {} "
                    "when it is dampest.",
                    at(s.dry), at(s.damp)));
    if (least < 0) {
        if (answer.together == Together::fits || answer.together == Together::loose) {
            answer.together = Together::perhaps;
            answer.says = fmt::format("Fits today with {} of play, and jams in the season.", length(play));
        }
        const double upright = play - std::abs(tighter_by(&catalogue::Material::moves_radial));
        answer.notes.push_back(
            fmt::format("It jams when it is {}: leave {} more play, turn the rings upright, which "
                        "leaves it {}, or make it of plywood, which hardly moves.",
                        when, length(-least), at(upright)));
    }
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
    if (!together) return together;
    show_at_subject(*together, *subject, *frame);
    if (!question.place.empty()) {
        const auto swing = season_of(question.place);
        if (!swing) return swing.problem();
        if (one->wood.empty() && other->wood.empty())
            return Problem{"fit.season_without_wood", "place",
                           "Only wood moves with the season, and neither is said to "
                           "be of wood.",
                           "Name the timber with it, for example oak tongue 20 mm."};
        follow_season(*together, one->goes_in ? *one : *other, one->goes_in ? *other : *one, *swing);
    }
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
    for (const auto& note : answer.notes) lines.push_back(note);
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
                                      Pair{PortKind::shoe, PortKind::plate, "width", "width", false},
                                      Pair{PortKind::shoe, PortKind::plate, "gap", "thickness", false},
                                      Pair{PortKind::dovetail, PortKind::dovetail, "width", "width", false},
                                      Pair{PortKind::socket, PortKind::ball, "opening", "diameter", true},
                                      Pair{PortKind::jaw, PortKind::tube, "most", "diameter", false},
                                      Pair{PortKind::jaw, PortKind::edge, "most", "thickness", false}};
    std::optional<FitAnswer> worst;
    for (const auto& pair : pairs) {
        const bool as_named = support.kind == pair.outer && payload.kind == pair.inner;
        if (!as_named && !(payload.kind == pair.outer && support.kind == pair.inner)) continue;
        const auto &outer = as_named ? support : payload, &inner = as_named ? payload : support;
        const double hole = parts::size_of(outer, pair.inside).value_or(0),
                     post = parts::size_of(inner, pair.outside).value_or(0);
        if (!(hole > 0) || !(post > 0)) continue;
        FitEnd out, in;
        in.is_round = out.is_round = pair.is_round;
        in.size = {post, post, post};
        out.goes_in = false;
        out.size = {hole, hole, hole};
        if (pair.outer == PortKind::jaw) {
            out.name = out.word = "jaws";
            out.size.low = parts::size_of(outer, "least").value_or(0);
        }
        if (pair.outer == PortKind::socket) out.word = "opening";
        if (pair.inner == PortKind::ball) in.word = "ball";
        const double depth = pair.outer == PortKind::bore ? parts::size_of(outer, "length").value_or(0) : 0;
        const auto found = go_together(in, out, depth, 0);
        if (found && (!worst || worst->together == Together::fits)) worst = *found;
    }
    return worst;
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

namespace {

/// A ball goes past a rim that is smaller than it: by the undercut it is held.
FitAnswer ball_in(const FitEnd& ball, const FitEnd& rim) {
    FitAnswer answer;
    answer.play = {rim.size.low - ball.size.high, rim.size.typical - ball.size.typical, rim.size.high - ball.size.low};
    const double undercut = -answer.play.typical / 2;
    constexpr double most = 0.06;  // of the ball: past that printed fingers crack rather than spread, common practice
    if (answer.play.high >= 0) {
        answer.together = answer.play.low < 0 ? Together::perhaps : Together::loose;
        answer.says = "The ball falls out of its rim.";
        answer.cures = {fmt::format("a rim of {}", length(0.96 * ball.size.typical))};
    } else if (undercut > most * ball.size.typical) {
        answer.together = Together::tight;
        answer.says =
            fmt::format("The rim is {} smaller all round: it cracks rather than lets the ball in.", length(undercut));
        answer.cures = {fmt::format("a rim of {}", length(0.96 * ball.size.typical)), "more or longer slots"};
    } else {
        answer.says = fmt::format("Snaps in: the rim holds it by {} all round.", length(undercut));
    }
    return answer;
}

/// A plate has its thickness under the lips too: the worse of both is the answer, the other a note.
Result<FitAnswer> with_thickness(FitAnswer across, const FitEnd& inner, const FitEnd& outer) {
    FitEnd in = inner, out = outer;
    in.size = *inner.second;
    out.size = *outer.second;
    in.second = out.second = std::nullopt;
    in.loose_corners = false;
    auto under = go_together(in, out, 0, 0);
    if (!under) return under;
    const auto rank = [](Together t) {
        return t == Together::tight ? 3 : t == Together::perhaps ? 2 : t == Together::loose ? 1 : 0;
    };
    const bool thickness_first = rank(under->together) > rank(across.together);
    FitAnswer first = thickness_first ? *under : across;
    const FitAnswer& other = thickness_first ? across : *under;
    first.says = (thickness_first ? "In its thickness: " : "In its width: ") + first.says;
    first.notes.insert(first.notes.begin(), (thickness_first ? "In its width: " : "In its thickness: ") + other.says);
    if (thickness_first) first.notes.insert(first.notes.end(), across.notes.begin(), across.notes.end());
    return first;
}

}  // namespace

Result<FitAnswer> go_together(const FitEnd& one, const FitEnd& other, double depth, double height) {
    if (one.goes_in == other.goes_in)
        return Problem{"fit.both_alike", "",
                       one.goes_in ? "Both go into something, not into each other." : "Neither of them goes in.",
                       "Name what goes in and what it goes into, for example a post and a bore."};
    const FitEnd &inner = one.goes_in ? one : other, &outer = one.goes_in ? other : one;
    const bool is_round = inner.is_round && outer.is_round;
    if (inner.word == "ball" && (outer.word == "opening" || outer.word == "cup")) return ball_in(inner, outer);
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
    if (inner.loose_corners)
        answer.notes.push_back("It has no straight sides to be guided by: only friction keeps it from turning.");
    if (inner.second && outer.second) return with_thickness(std::move(answer), inner, outer);
    return answer;
}

}  // namespace clampet::study
