#include "quantity/parse.h"

#include <fmt/format.h>

#include <charconv>
#include <cmath>
#include <optional>

#include "quantity/spreadsheet.h"

namespace clampet::quantity {
namespace {

constexpr std::size_t longest_text = 200;
constexpr int deepest_nesting = 20;

bool is_letter(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
}

struct FractionSign {
    std::string_view text;
    double value;
};
constexpr FractionSign fraction_signs[] = {{"½", 0.5},       {"¼", 0.25},      {"¾", 0.75},      {"⅛", 0.125},
                                           {"⅜", 0.375},     {"⅝", 0.625},     {"⅞", 0.875},     {"⅓", 1.0 / 3.0},
                                           {"⅔", 2.0 / 3.0}, {"⅙", 1.0 / 6.0}, {"⅚", 5.0 / 6.0}, {"⅕", 0.2}};

/// A recursive-descent reader. Throws Problem inside; parse_any turns it into a Result.
class Reader {
 public:
    explicit Reader(std::string_view text) : text_(text) {}

    Measured read() {
        skip_space();
        if (at_end()) fail("quantity.empty", "Nothing was typed.", "Write a number and a unit, for example 30 mm.");
        const Measured value = sum(0);
        skip_space();
        if (!at_end())
            fail("quantity.not_understood", fmt::format("“{}” is not understood here.", rest()),
                 "Write a number and a unit, for example 30 mm.");
        return value;
    }

 private:
    [[noreturn]] static void fail(ProblemId id, std::string what, std::string remedy) {
        throw Problem{id, "", std::move(what), std::move(remedy)};
    }
    bool at_end() const { return at_ >= text_.size(); }
    std::string_view rest() const { return text_.substr(at_); }
    bool sees(std::string_view token) const { return rest().starts_with(token); }
    char peek(std::size_t ahead = 0) const { return at_ + ahead < text_.size() ? text_[at_ + ahead] : '\0'; }
    bool accept(std::string_view token) {
        if (!sees(token)) return false;
        at_ += token.size();
        return true;
    }
    void skip_space() {
        while (accept(" ") || accept("\t") || accept("\u00a0") || accept("\u2009") || accept("\u202f")) {
        }
    }

    Measured sum(int depth) {
        Measured left = product(depth);
        for (;;) {
            skip_space();
            if (accept("+"))
                left = add(left, product(depth), +1);
            else if (accept("-") || accept("−") || accept("–"))
                left = add(left, product(depth), -1);
            else
                return left;
        }
    }

    Measured add(Measured a, Measured b, int sign) const {
        if (a.bare != b.bare) {  // the unit last read is what a bare neighbour means: "30 mm - 2*3"
            const double unit = last_unit_ != 0 ? last_unit_ : 1;
            Measured& bare = a.bare ? a : b;
            const Measured& other = a.bare ? b : a;
            bare.si *= unit;
            bare.exponents = other.exponents;
            bare.weighs = other.weighs;
            bare.bare = false;
        }
        if (!(a.exponents == b.exponents))
            fail("quantity.unlike_sum", "These two cannot be added: they are different kinds of quantity.",
                 "For example 30 mm - 2*3 mm.");
        a.si += sign * b.si;
        a.weighs = a.weighs || b.weighs;
        return a;
    }

    Measured product(int depth) {
        Measured left = factor(depth);
        for (;;) {
            skip_space();
            const bool divides = sees("/") || sees("÷");
            if (!divides && !accept("*") && !accept("×") && !accept("·") && !accept("⋅") && !accept_times())
                return left;
            if (divides) accept("/") || accept("÷");
            skip_space();
            const Measured right = factor(depth);
            if (divides && right.si == 0)
                fail("quantity.divides_by_zero", "This divides by zero.", "Divide by something else.");
            left.si = divides ? left.si / right.si : left.si * right.si;
            left.exponents = divides ? left.exponents - right.exponents : left.exponents + right.exponents;
            left.weighs = left.weighs || right.weighs;
            left.bare = left.bare && right.bare;
        }
    }

    bool accept_times() {  // "7/32" x 3": an x between a quantity and a number
        if (peek() != 'x' && peek() != 'X') return false;
        if (is_letter(peek(1))) return false;
        ++at_;
        return true;
    }

    Measured factor(int depth) {
        skip_space();
        if (depth > deepest_nesting)
            fail("quantity.too_nested", "There are too many parentheses.", "Write it more simply.");
        if (accept("-") || accept("−")) {
            Measured value = factor(depth + 1);
            value.si = -value.si;
            return value;
        }
        if (accept("+")) return factor(depth + 1);
        if (accept("(")) {
            Measured value = sum(depth + 1);
            skip_space();
            if (!accept(")"))
                fail("quantity.open_parenthesis", "A closing parenthesis is missing.", "For example (30 - 6) mm.");
            return with_unit(value);
        }
        if (at_number()) return chain();
        if (const auto unit = accept_unit()) return {unit->si, unit->exponents, false, unit->weighs};
        if (at_end()) fail("quantity.ends_early", "Something is missing at the end.", "For example 30 mm - 2*3 mm.");
        fail("quantity.unknown_word", fmt::format("“{}” is not a number or a unit that Clampet knows.", word()),
             "Write for example 30 mm, 3/8 in, 12 kgf or 40 in·lb.");
    }

    /// "2 lb 3 oz" and "5' 3 1/2"": quantities of one kind side by side add up.
    Measured chain() {
        Measured value = with_unit(number());
        while (!value.bare) {
            const std::size_t before = at_;
            skip_space();
            if (!at_number()) {
                at_ = before;
                return value;
            }
            const double unit_before = last_unit_;
            const Measured next = with_unit(number());
            if (next.bare || !(next.exponents == value.exponents))
                fail("quantity.side_by_side", "Two quantities stand side by side.",
                     "Put +, - or x between them, or write for example 2 lb 3 oz.");
            if (!(std::abs(last_unit_) < std::abs(unit_before)))
                fail("quantity.units_out_of_order", "The second unit is not smaller than the first.",
                     "Write for example 2 lb 3 oz or 5 ft 3 in.");
            value.si += next.si;
        }
        return value;
    }

    Measured with_unit(Measured value) {
        const std::size_t before = at_;
        skip_space();
        if (const auto unit = accept_unit()) {
            if (!value.bare)
                fail("quantity.two_units", "There are two units.", "Write one unit, for example (30 - 6) mm.");
            return {value.si * unit->si, unit->exponents, false, unit->weighs};
        }
        at_ = before;
        return value;
    }

    std::optional<Unit> accept_unit() {
        for (const Unit& unit : units()) {
            if (!sees(unit.symbol)) continue;
            const char last = unit.symbol.back();
            const char next = peek(unit.symbol.size());
            if (is_letter(last) && is_letter(next)) continue;  // "min" is not "m"
            at_ += unit.symbol.size();
            last_unit_ = unit.si;
            return unit;
        }
        return std::nullopt;
    }

    bool at_number() const {
        if (is_digit(peek())) return true;
        if ((peek() == '.' || peek() == ',') && is_digit(peek(1))) return true;
        for (const auto& sign : fraction_signs)
            if (sees(sign.text)) return true;
        return false;
    }
    std::optional<double> accept_fraction_sign() {
        for (const auto& sign : fraction_signs)
            if (accept(sign.text)) return sign.value;
        return std::nullopt;
    }
    bool at_plain_fraction(std::size_t from) const {  // digits / digits, as in 3/8
        std::size_t i = from;
        while (i < text_.size() && is_digit(text_[i])) ++i;
        if (i == from || i >= text_.size() || text_[i] != '/') return false;
        return i + 1 < text_.size() && is_digit(text_[i + 1]);
    }

    Measured number() {
        if (const auto sign = accept_fraction_sign()) return {*sign, {}, true};
        if (at_plain_fraction(at_)) return {plain_fraction(), {}, true};
        bool whole = true;
        double value = decimal(whole);
        if (whole) {  // 1 1/2, 1-1/2, 1½
            const std::size_t before = at_;
            if (const auto sign = accept_fraction_sign()) return {value + *sign, {}, true};
            const bool hyphen = peek() == '-' && at_plain_fraction(at_ + 1);
            if (hyphen)
                ++at_;
            else
                skip_space();
            if (const auto sign = accept_fraction_sign()) return {value + *sign, {}, true};
            if (at_plain_fraction(at_)) return {value + plain_fraction(), {}, true};
            at_ = before;
        }
        return {value, {}, true};
    }

    double plain_fraction() {
        const double numerator = digits();
        ++at_;  // the stroke
        const double denominator = digits();
        if (denominator == 0)
            fail("quantity.fraction_by_zero", "This fraction divides by zero.", "Write for example 3/8.");
        return numerator / denominator;
    }
    double digits() {
        double value = 0;
        while (is_digit(peek())) value = value * 10 + (text_[at_++] - '0');
        return value;
    }

    double decimal(bool& whole) {
        std::string digits_text;
        while (is_digit(peek())) digits_text += text_[at_++];
        if ((peek() == '.' || peek() == ',') && is_digit(peek(1))) {
            const bool comma = peek() == ',';
            whole = false;
            ++at_;
            std::string fraction;
            while (is_digit(peek())) fraction += text_[at_++];
            const bool thousands =
                comma && fraction.size() == 3 && !digits_text.empty() && digits_text != "0" && digits_text.size() <= 3;
            if (thousands || (comma && peek() == '.')) {
                fail("quantity.ambiguous_comma", fmt::format("“{},{}” could mean two things.", digits_text, fraction),
                     fmt::format("Write {}{} or {}.{}.", digits_text, fraction, digits_text, fraction));
            }
            digits_text += "." + fraction;
            if ((peek() == '.' || peek() == ',') && is_digit(peek(1)))
                fail("quantity.two_points", "There are two decimal points.", "Write for example 2.5 kg.");
        }
        if ((peek() == 'e' || peek() == 'E') &&
            (is_digit(peek(1)) || ((peek(1) == '-' || peek(1) == '+') && is_digit(peek(2))))) {
            whole = false;
            digits_text += 'e';
            ++at_;
            if (peek() == '+')
                ++at_;
            else if (accept("-"))
                digits_text += '-';
            while (is_digit(peek())) digits_text += text_[at_++];
        }
        if (digits_text.starts_with('.')) digits_text.insert(0, "0");
        double value = 0;
        const auto [end, error] = std::from_chars(digits_text.data(), digits_text.data() + digits_text.size(), value);
        if (error != std::errc{} || !std::isfinite(value))
            fail("quantity.number_out_of_range", fmt::format("“{}” is too large or too small a number.", digits_text),
                 "Write a number that can be built.");
        return value;
    }

    std::string_view word() const {
        std::size_t end = at_;
        while (end < text_.size() && text_[end] != ' ') ++end;
        return text_.substr(at_, end - at_);
    }

    std::string_view text_;
    std::size_t at_ = 0;
    double last_unit_ = 0;
};

constexpr Exponents acceleration{1, 0, -2};

std::string described(const Measured& value) {
    for (int i = 0; i < dimension_count; ++i) {
        const auto dimension = static_cast<Dimension>(i);
        if (value.exponents == exponents_of(dimension)) return fmt::format("a {}", name_of(dimension));
    }
    return "another kind of quantity";
}

/// Pounds as a pull, kg·cm as a torque: the mass unit stands for its weight.
bool counts_as_weight(const Measured& value, Dimension dimension, std::string_view text) {
    if (!value.weighs || !(value.exponents + acceleration == exponents_of(dimension))) return false;
    if (dimension == Dimension::force) return text.find("lb") != text.npos || text.find("oz") != text.npos;
    return dimension == Dimension::torque || dimension == Dimension::stress || dimension == Dimension::stiffness;
}

}  // namespace

Result<Measured> parse_any(std::string_view text) {
    if (text.size() > longest_text)
        return Problem{"quantity.too_long", "", "This entry is too long.",
                       "Write a number and a unit, for example 30 mm."};
    try {
        const Measured value = Reader(text).read();
        if (const auto one = currency_of(text); !one) return one.problem();
        if (!std::isfinite(value.si))
            return Problem{"quantity.too_large", "", "This is too large a number.",
                           "Write a number that can be built."};
        return value;
    } catch (const Problem& problem) {
        return problem;
    }
}

Result<double> parse(std::string_view text, Dimension dimension, std::string_view bare_unit) {
    auto value = parse_any(text);
    if (!value) {
        Problem problem = value.problem();
        if (dimension != Dimension::length)
            problem.remedy = fmt::format("Write a {}, for example {}.", name_of(dimension), example_of(dimension));
        return problem;
    }
    if (value->exponents == exponents_of(dimension)) {
        if (!value->bare || dimension == Dimension::number) return value->si;
    }
    if (value->bare) {
        const auto unit = unit_named(bare_unit);
        return value->si * (unit ? unit->si : 1.0);
    }
    if (counts_as_weight(*value, dimension, text)) return value->si * standard_gravity;
    std::string remedy = fmt::format("Write for example {}.", example_of(dimension));
    if (dimension == Dimension::force && value->weighs)
        remedy = fmt::format("For the pull of that mass write {:.4g} kgf.", value->si);
    return Problem{"quantity.other_dimension", "",
                   fmt::format("“{}” is {}, and a {} is wanted.", text, described(*value), name_of(dimension)), remedy};
}

Result<double> parse_pull(std::string_view text) {
    const auto value = parse_any(text);
    if (value && value->weighs && value->exponents == exponents_of(Dimension::mass))
        return value->si * standard_gravity;
    return parse(text, Dimension::force);
}

Result<std::string> currency_of(std::string_view text) {
    static constexpr std::pair<std::string_view, std::string_view> signs[] = {
        {"€", "EUR"}, {"EUR", "EUR"}, {"$", "USD"}, {"USD", "USD"}, {"£", "GBP"}, {"GBP", "GBP"}};
    std::string found;
    for (const auto& [sign, code] : signs) {
        if (text.find(sign) == text.npos || found == code) continue;
        if (!found.empty())
            return Problem{"quantity.mixed_currencies", "", fmt::format("“{}” mixes {} and {}.", text, found, code),
                           "Write the amount in one currency: none is converted."};
        found = code;
    }
    return found;
}

}  // namespace clampet::quantity
