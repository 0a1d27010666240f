#include "prove/scale.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

#include "quantity/spreadsheet.h"

namespace clampet::prove {
namespace {

constexpr std::size_t longest_line = 200;
constexpr double most_on_scale = 1e6;  // [N]
constexpr double longest_gap = 10;     // between two lines of one pull [s]

using quantity::is_digit;
bool is_over(const std::string& lower) {
    const auto is_word = [&](std::string_view word) {
        const auto at = lower.find(word);
        if (at == std::string::npos) return false;
        const auto is_letter = [](char c) { return c >= 'a' && c <= 'z'; };
        return (at == 0 || !is_letter(lower[at - 1])) &&
               (at + word.size() == lower.size() || !is_letter(lower[at + word.size()]));
    };
    return is_word("ol") || is_word("over") || is_word("overload") || lower.find("----") != std::string::npos;
}

/// Where the first number begins, its sign and blanks behind that with it; npos where there is none.
struct Number {
    double value = 0;
    std::size_t end = 0;
};
std::optional<Number> number_in_line(std::string_view line) {
    std::size_t first = 0;
    while (first < line.size() && !is_digit(line[first])) ++first;
    if (first == line.size()) return std::nullopt;
    std::size_t from = first;
    std::string digits;
    if (first > 0 && (line[first - 1] == '.' || line[first - 1] == ',')) digits = "0.";
    std::size_t sign = digits.empty() ? first : first - 1;
    while (sign > 0 && line[sign - 1] == ' ') --sign;
    const bool is_negative = sign > 0 && line[sign - 1] == '-';
    for (; from < line.size(); ++from) {
        const char c = line[from];
        if (is_digit(c))
            digits += c;
        else if ((c == '.' || c == ',') && from + 1 < line.size() && is_digit(line[from + 1]) &&
                 digits.find('.') == std::string::npos)
            digits += '.';
        else if ((c == 'e' || c == 'E') && from + 1 < line.size() &&
                 (is_digit(line[from + 1]) || ((line[from + 1] == '-' || line[from + 1] == '+') &&
                                               from + 2 < line.size() && is_digit(line[from + 2])))) {
            digits += c;
            if (line[from + 1] != '+') digits += line[from + 1];
            ++from;
        } else
            break;
    }
    Number number;
    const auto read = std::from_chars(digits.data(), digits.data() + digits.size(), number.value);
    if (read.ec != std::errc() || read.ptr != digits.data() + digits.size()) return std::nullopt;
    if (is_negative) number.value = -number.value;
    number.end = from;
    return number;
}

std::string printable(std::string_view line) {
    std::string text;
    for (const char c : line.substr(0, longest_line))
        if (c >= 0x20 && c < 0x7f) text += c;
    return text;
}

}  // namespace

ScaleLine read_line(std::string_view line, double unit) {
    ScaleLine read{ScaleLine::Kind::garbage, 0, std::nullopt, printable(line)};
    const bool is_clean =
        std::all_of(line.begin(), line.end(), [](char c) { return c == '\t' || (c >= 0x20 && c < 0x7f); });
    if (!is_clean) return read;
    auto lower = quantity::lower(read.text);
    if (lower.starts_with("@")) {
        const auto clock = number_in_line(lower);
        if (!clock || clock->end >= lower.size()) return read;
        read.time = clock->value / 1000;
        lower.erase(0, clock->end);
    }
    if (lower.starts_with("#")) {
        read.kind = ScaleLine::Kind::words;
        return read;
    }
    if (is_over(lower)) {
        read.kind = ScaleLine::Kind::overflow;
        return read;
    }
    const auto number = number_in_line(lower);
    if (!number) {
        const bool is_none = lower.find("nan") != std::string::npos || lower.find("inf") != std::string::npos ||
                             std::any_of(lower.begin(), lower.end(), is_digit);
        if (!is_none) read.kind = ScaleLine::Kind::words;
        return read;
    }
    std::size_t at = number->end;
    while (at < lower.size() && lower[at] == ' ') ++at;
    std::size_t to = at;
    while (to < lower.size() && lower[to] >= 'a' && lower[to] <= 'z') ++to;
    const auto name = lower.substr(at, to - at);
    const auto of = name.empty() ? std::optional(unit) : unit_of_force(name);
    if (!of || !(std::abs(number->value * *of) <= most_on_scale)) return read;
    read.kind = ScaleLine::Kind::reading;
    read.force = number->value * *of;
    return read;
}

std::vector<ScaleLine> ScaleReader::take(std::string_view bytes, double now) {
    std::vector<ScaleLine> lines;
    while (!bytes.empty()) {
        const auto end = bytes.find_first_of("\r\n");
        const auto piece = bytes.substr(0, end);
        if (!is_too_long_) begun_.append(piece.substr(0, longest_line + 1 - std::min(begun_.size(), longest_line)));
        if (begun_.size() > longest_line) {
            begun_.clear();
            is_too_long_ = true;
            ++garbage_;
        }
        if (end == std::string_view::npos) break;
        if (!is_too_long_ && !begun_.empty()) take_line(begun_, now, lines);
        begun_.clear();
        is_too_long_ = false;
        bytes.remove_prefix(end + 1);
    }
    return lines;
}

void ScaleReader::take_line(std::string_view text, double now, std::vector<ScaleLine>& lines) {
    auto line = read_line(text, unit_);
    if (line.kind == ScaleLine::Kind::garbage) ++garbage_;
    if (line.kind == ScaleLine::Kind::reading) {
        // Lines that come together came one after another: a microsecond apart at least.
        const double last = trace_.time.empty() ? now - 1 : trace_.time.back();
        // By its own clock: lines that wait somewhere do not come later for that. One that jumps is begun anew.
        double when = now;
        if (line.time) {
            const double gone = clock_ ? *line.time - *clock_ : -1;
            if (gone >= 0 && gone < longest_gap && !trace_.time.empty()) when = last + gone;
            clock_ = line.time;
        }
        const double at = std::max(when, last + 1e-6);
        line.force -= zero_;
        shown_ = line.force;
        heard_ = now;
        if (trace_.time.size() >= most_live_readings) {
            trace_.time.erase(trace_.time.begin(), trace_.time.begin() + most_live_readings / 4);
            trace_.force.erase(trace_.force.begin(), trace_.force.begin() + most_live_readings / 4);
        }
        trace_.time.push_back(at);
        trace_.force.push_back(line.force);
    }
    lines.push_back(std::move(line));
}

void ScaleReader::tare() {
    if (!shown_) return;
    zero_ += *shown_;
    for (double& force : trace_.force) force -= *shown_;
    shown_ = 0;
}

std::string csv_of(const Trace& trace) {
    std::string csv = "time (s);force (N)\r\n";
    for (std::size_t i = 0; i < trace.time.size(); ++i)
        csv += fmt::format("{:.6f};{:.4f}\r\n", trace.time[i], trace.force[i]);
    return csv;
}

}  // namespace clampet::prove
