#pragma once
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "catalogue/thread.h"
#include "quantity/parse_range.h"
#include "quantity/result.h"
#include "rig/rig.h"

namespace clampet::study {

/// One of two things that are to go together: what goes in (a post, a plate), or what it goes into (a bore, a slot).
struct FitEnd {
    std::string name;  ///< as it was typed
    bool goes_in = true;
    bool is_round = true;                   ///< else a thickness between two faces
    quantity::Range size;                   ///< the one dimension that decides [m]
    std::optional<quantity::Range> second;  ///< of a plate and its shoe the thickness, and the gap under the lips [m]
    std::string word;                       ///< "plate", "bore"; empty for a tube by its name
    bool loose_corners = false;             ///< a plate that is round or has its corners clipped
    std::string wood;                       ///< the timber it is of, where that was said
};
/// "post 24.8 mm", "bore 25-25.2 mm", "plate 18.6 x 2 mm", "shoe 18.7 x 2.1 mm", "jaws 20-40mm", "oak tongue 20 mm",
/// "ball 20 mm", "opening 19.2 mm", "48.3 x 4.0 scaffold".
/// Meaning  A word for what it is and its size; a tube by its name from stock has its outside, or with "inside" before
///          it its inside. A timber by its name moves with the season.
/// Errors   A Problem that says how to write it.
Result<FitEnd> read_fit_end(std::string_view text);

enum class Together { fits, loose, tight, perhaps };
std::string_view name_of(Together together);

/// Whether two things go together, by how much not, and what cures it.
struct FitAnswer {
    Together together = Together::fits;
    quantity::Range play;           ///< inside less outside [m]; below 0 it is too tight
    double depth = 0;               ///< how far a round one is in, where that is known [m]
    double lean = 0, movement = 0;  ///< of a round one, to either side [rad], side to side at the height [m]
    double at_subject = 0;          ///< what the camera sees of it, from side to side [m]
    double pixels = 0;              ///< that, in a picture of 3840 pixels
    /// Where one of them is of wood and its place is known: play when it is driest and dampest [m].
    struct Season {
        double dry = 0, damp = 0;
    };
    std::optional<Season> season;
    std::string says;                ///< one sentence
    std::vector<std::string> notes;  ///< what else is to be known of it
    std::vector<std::string> cures;  ///< what makes it fit, least effort first
};
/// Meaning  Loose from 0.3 mm on for what is round and 0.5 mm between faces, which wobble; a slip fit below (common
///          practice). `depth`: how far it is in; `height`: of the camera above the rim, for the movement there [m].
/// Errors   A Problem when both go in, or neither does.
Result<FitAnswer> go_together(const FitEnd& one, const FitEnd& other, double depth, double height);

/// What a person asks, as it is typed; only the first two must be.
struct FitQuestion {
    std::string one, other;          ///< "post 24.8 mm", "bore 25 mm"; or two threads
    std::string depth{}, height{};   ///< how far it is in, and the camera above it
    std::string subject{}, frame{};  ///< how far away what is filmed is, and how much of it the picture's width shows
    std::string place{};             ///< "indoors" or "outdoors": how far wood moves over the year; empty does not ask
};
/// Meaning  A play leans by theta to either side: the camera moves by c (1 + 2h/L) and looks 2 theta s aside [D].
///          Wood moves W C dMC about what was measured: half of the year's swing to either side.
/// Errors   A Problem at "one", "other", "depth", "height", "subject", "frame" or "place".
Result<FitAnswer> answer(const FitQuestion& question);
/// The answer as sentences: what it is, what it does to the picture, and what cures it.
std::vector<std::string> in_words(const FitAnswer& answer);

/// Whether two ports go together by their sizes: a tube in a bore or between jaws, a plate in its shoe or dovetail
/// clamp, a ball in its socket, a stud through a hole. Nothing where their sizes do not say it.
std::optional<FitAnswer> fit_of(const rig::Port& support, const rig::Port& payload);

}  // namespace clampet::study
