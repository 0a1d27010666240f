#pragma once
#include <string>
#include <string_view>

#include "quantity/dimension.h"
#include "quantity/result.h"

namespace clampet::quantity {

/// Any quantity, before it is known what it should be.
struct Measured {
    double si = 0;
    Exponents exponents;
    bool bare = false;    ///< no unit was typed
    bool weighs = false;  ///< typed with lb, oz, kg or g, which workshop language also uses for a pull
};

/// Reads what people type: `3/8 in`, `1 1/2"`, `2 lb 3 oz`, `30 mm - 2*3`, `12 kgf`, `2,5 kg`, `40 in·lb`.
/// Meaning  Numbers (decimal point or comma, fractions, mixed numbers), units, + - x / and parentheses.
/// Frame    None. `Range` finite results only. At most 200 characters.
/// Errors   A Problem that says what was not understood and how to write it. NaN and infinity are not numbers here.
Result<Measured> parse_any(std::string_view text);

/// The same, for a known dimension.
/// Meaning  A bare number is taken in `bare_unit` (SI when empty). A bare number added to a quantity takes its unit.
///          Pounds, ounces (and kg with a lever, as servo makers write) count as forces where a force is wanted.
/// Errors   A Problem that names the dimension that was typed and the one that is wanted.
Result<double> parse(std::string_view text, Dimension dimension, std::string_view bare_unit = {});
/// What a hanging scale showed [N]: a force, or a mass, of which the weight counts: "42 N", "3.5 kg", "9 lb 4 oz".
/// Errors  As parse().
Result<double> parse_pull(std::string_view text);

/// The currency that an amount was typed in, "EUR", "USD" or "GBP"; amounts are never converted. Empty where none is
/// named. Errors: two in one entry.
Result<std::string> currency_of(std::string_view text);

}  // namespace clampet::quantity
