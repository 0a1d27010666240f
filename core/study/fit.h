#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "catalogue/thread.h"
#include "quantity/parse_range.h"
#include "quantity/result.h"

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
    double lean = 0, movement = 0;   ///< of a round one, to either side [rad], side to side at the height [m]
    std::string says;                ///< one sentence
    std::vector<std::string> cures;  ///< what makes it fit, least effort first
};
/// Meaning  Loose from 0.3 mm on for what is round and 0.5 mm between faces, which wobble; a slip fit below (common
///          practice). `depth`: how far it is in; `height`: of the camera above the rim, for the movement there [m].
/// Errors   A Problem when both go in, or neither does.
Result<FitAnswer> go_together(const FitEnd& one, const FitEnd& other, double depth, double height);

}  // namespace clampet::study
