#include "quantity/parse_range.h"

#include <fmt/format.h>

#include <array>
#include <cctype>
#include <cmath>
#include <optional>

#include "quantity/parse.h"
#include "quantity/spreadsheet.h"

namespace clampet::quantity {
namespace {

constexpr double about_share = 0.1;

std::string_view within_blanks(std::string_view text) {
    while (!text.empty() && std::isspace(static_cast<unsigned char>(text.front()))) text.remove_prefix(1);
    while (!text.empty() && std::isspace(static_cast<unsigned char>(text.back()))) text.remove_suffix(1);
    return text;
}

/// What follows "about"; nothing where that is not said.
std::optional<std::string_view> after_about(std::string_view text) {
    for (const std::string_view word : {"about ", "approx. ", "approx ", "ca. ", "ca ", "roughly ", "~", "≈"})
        if (text.starts_with(word)) return within_blanks(text.substr(word.size()));
    return std::nullopt;
}

struct Ends {
    std::string_view low, high;
};

/// The two ends of a range; nothing where there is one value.
std::optional<Ends> ends_of(std::string_view text) {
    for (const std::string_view between : {" to ", "–", "—", "..."})
        if (const auto at = text.find(between); at != text.npos && at > 0)
            return Ends{within_blanks(text.substr(0, at)), within_blanks(text.substr(at + between.size()))};
    for (std::size_t at = 1; at + 1 < text.size(); ++at)
        if (text[at] == '-' && !std::isspace(static_cast<unsigned char>(text[at - 1])) && is_digit(text[at + 1]) &&
            text[at - 1] != 'e' && text[at - 1] != '/' && text.find('-', at + 1) == text.npos)
            return Ends{within_blanks(text.substr(0, at)), within_blanks(text.substr(at + 1))};
    return std::nullopt;
}

/// The unit that the later end was given in: what follows its number.
std::string_view unit_of(std::string_view text) {
    std::size_t at = 0;
    while (at < text.size() &&
           (is_digit(text[at]) || text[at] == '.' || text[at] == ',' || text[at] == '/' || text[at] == ' '))
        ++at;
    return text.substr(at);
}

}  // namespace

Result<Range> parse_range(std::string_view text, Dimension dimension, std::string_view bare_unit) {
    text = within_blanks(text);
    if (const auto rest = after_about(text)) {
        const auto value = parse(*rest, dimension, bare_unit);
        if (!value) return value.problem();
        const double off = about_share * std::abs(*value);
        return Range{*value - off, *value, *value + off};
    }
    const auto ends = ends_of(text);
    if (!ends) {
        const auto value = parse(text, dimension, bare_unit);
        return value ? Result<Range>(Range{*value, *value, *value}) : value.problem();
    }
    const auto high = parse(ends->high, dimension, bare_unit);
    if (!high) return high.problem();
    // "38-39 in": the first number has the unit of the second.
    const auto bare = parse_any(ends->low);
    const bool takes_unit = bare && bare->bare;
    const auto low =
        parse(takes_unit ? std::string(ends->low) + std::string(unit_of(ends->high)) : std::string(ends->low),
              dimension, bare_unit);
    if (!low) return low.problem();
    if (!(*low <= *high))
        return Problem{"quantity.range_upside_down", "", fmt::format("“{}” goes from more to less.", text),
                       "Write the smaller value first, for example 38-39 in."};
    return Range{*low, (*low + *high) / 2, *high};
}

}  // namespace clampet::quantity
