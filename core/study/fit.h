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
    bool is_round = true;  ///< else a thickness between two faces
    quantity::Range size;  ///< the one dimension that decides [m]
};
/// "post 24.8 mm", "bore 25-25.2 mm", "plate 4.9mm", "shoe 5 mm", "jaws 20-40mm", "48.3 x 4.0 scaffold".
/// Meaning  A word for what it is and its size; a tube by its name from stock has its outside, or with "inside" before
///          it its inside.
/// Errors   A Problem that says how to write it.
Result<FitEnd> read_fit_end(std::string_view text);

enum class Together { fits, loose, tight, perhaps };
std::string_view name_of(Together together);

/// Whether two things go together, by how much not, and what cures it.
struct FitAnswer {
    Together together = Together::fits;
    quantity::Range play;            ///< inside less outside [m]; below 0 it is too tight
    double depth = 0;                ///< how far a round one is in, where that is known [m]
    double lean = 0, movement = 0;   ///< of a round one, to either side [rad], side to side at the height [m]
    double at_subject = 0;           ///< what the camera sees of it, from side to side [m]
    double pixels = 0;               ///< that, in a picture of 3840 pixels
    std::string says;                ///< one sentence
    std::vector<std::string> cures;  ///< what makes it fit, least effort first
};
/// Meaning  Loose from 0.3 mm on for what is round and 0.5 mm between faces, which wobble; a slip fit below (common
///          practice). `depth`: how far it is in; `height`: of the camera above the rim, for the movement there [m].
/// Errors   A Problem when both go in, or neither does.
Result<FitAnswer> go_together(const FitEnd& one, const FitEnd& other, double depth, double height);

/// What a person asks, as it is typed; only the first two must be.
struct FitQuestion {
    std::string one, other;      ///< "post 24.8 mm", "bore 25 mm"; or two threads
    std::string depth, height;   ///< how far it is in, and the camera above it
    std::string subject, frame;  ///< how far away what is filmed is, and how much of it the picture's width shows
};
/// Meaning  A play leans by theta to either side: the camera moves by c (1 + 2h/L) and looks 2 theta s aside [D].
/// Errors   A Problem at "one", "other", "depth", "height", "subject" or "frame".
Result<FitAnswer> answer(const FitQuestion& question);
/// The answer as sentences: what it is, what it does to the picture, and what cures it.
std::vector<std::string> in_words(const FitAnswer& answer);

/// Whether two ports go together by their sizes: a tube in a bore, a plate in its shoe. Nothing where their sizes do
/// not say it.
std::optional<FitAnswer> fit_of(const rig::Port& support, const rig::Port& payload);

}  // namespace clampet::study
