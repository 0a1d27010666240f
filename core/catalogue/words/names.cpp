#include "catalogue/words/names.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cctype>
#include <numeric>

#include "quantity/spreadsheet.h"

namespace clampet::catalogue {
namespace {

constexpr std::array<std::pair<std::string_view, std::string_view>, 12> written_out{{{"¼", "1/4"},
                                                                                     {"½", "1/2"},
                                                                                     {"¾", "3/4"},
                                                                                     {"⅜", "3/8"},
                                                                                     {"⅝", "5/8"},
                                                                                     {"⅛", "1/8"},
                                                                                     {"×", "x"},
                                                                                     {"Ø", ""},
                                                                                     {"ø", ""},
                                                                                     {"’", ""},
                                                                                     {"'", ""},
                                                                                     {"“", ""}}};

using quantity::is_digit;
bool is_letter(char c) {
    return std::isalnum(static_cast<unsigned char>(c)) != 0 || static_cast<unsigned char>(c) >= 0x80;
}

std::string folded(std::string_view text) {
    std::string plain;
    for (std::size_t at = 0; at < text.size();) {
        // All that is written out begins so; names are folded too often to try twelve at every letter.
        const bool may_be_written_out = static_cast<unsigned char>(text[at]) >= 0x80 || text[at] == '\'';
        const auto found = !may_be_written_out
                               ? written_out.end()
                               : std::find_if(written_out.begin(), written_out.end(), [&](const auto& pair) {
                                     return text.substr(at).starts_with(pair.first);
                                 });
        if (found != written_out.end()) {
            plain += found->second;
            at += found->first.size();
        } else {
            plain += static_cast<char>(std::tolower(static_cast<unsigned char>(text[at++])));
        }
    }
    return plain;
}

bool has_word(const std::vector<std::string>& words, const std::string& typed) {
    // "1 in" is not 1/2 in: a number is meant whole, a word may be begun.
    const bool whole = !typed.empty() && is_digit(typed.front());
    return std::any_of(words.begin(), words.end(),
                       [&](const auto& word) { return whole ? word == typed : word.starts_with(typed); });
}

std::string listed(const std::vector<std::string>& names) {
    std::string list;
    for (const auto& name : names) list += (list.empty() ? "" : "; ") + name;
    return list;
}

}  // namespace

std::vector<std::string> words_of(std::string_view text) {
    const std::string plain = folded(text);
    std::vector<std::string> words;
    std::string word;
    for (std::size_t i = 0; i < plain.size(); ++i) {
        const char c = plain[i];
        // 1/4-20 and 0.5 are one word each; quick-release is two.
        const bool inside_number = (c == '/' || c == '-' || c == '.') && !word.empty() && is_digit(word.back()) &&
                                   i + 1 < plain.size() && is_digit(plain[i + 1]);
        if (is_letter(c) || c == '#' || inside_number) {
            word += c;
        } else if (!word.empty()) {
            words.push_back(std::move(word));
            word.clear();
        }
    }
    if (!word.empty()) words.push_back(std::move(word));
    return words;
}

std::size_t letters_apart(std::string_view a, std::string_view b) {
    // Optimal string alignment: Levenshtein's rows with one more for swapped neighbours.
    std::vector<std::size_t> before, last(b.size() + 1), now(b.size() + 1);
    std::iota(last.begin(), last.end(), std::size_t{0});
    for (std::size_t i = 1; i <= a.size(); ++i) {
        now[0] = i;
        for (std::size_t j = 1; j <= b.size(); ++j) {
            now[j] = std::min({last[j] + 1, now[j - 1] + 1, last[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1)});
            if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                now[j] = std::min(now[j], before[j - 2] + 1);
        }
        before = last;
        last = now;
    }
    return last[b.size()];
}

std::vector<std::string> meant(std::span<const std::string> names, std::string_view typed) {
    return meant(NameList({names.begin(), names.end()}), typed);
}

NameList::NameList(std::vector<std::string> all) : names_(std::move(all)) {
    words_.reserve(names_.size());
    for (const auto& name : names_) words_.push_back(words_of(name));
}

std::vector<std::string> meant(const NameList& list, std::string_view typed) {
    const auto wanted = words_of(typed);
    if (wanted.empty()) return {};
    std::vector<std::string> found;
    for (std::size_t i = 0; i < list.names().size(); ++i) {
        const auto& words = list.words(i);
        if (words == wanted) return {list.names()[i]};
        if (std::all_of(wanted.begin(), wanted.end(), [&](const auto& word) { return has_word(words, word); }))
            found.push_back(list.names()[i]);
    }
    return found;
}

namespace {

/// How many letters of what was typed have to be changed before it is in the name.
std::size_t letters_off(const std::vector<std::string>& wanted, const std::string& name) {
    const auto words = words_of(name);
    std::size_t sum = 0;
    for (const auto& w : wanted) {
        std::size_t least = w.size();
        for (const auto& word : words) {
            least = std::min(least, letters_apart(w, word));
            // "balsawood" is balsa, "Dougl" Douglas fir: all of the one at the beginning of the other.
            const bool is_beginning =
                std::min(w.size(), word.size()) >= 4 && (w.starts_with(word) || word.starts_with(w));
            if (is_beginning) least = std::min<std::size_t>(least, 1);
        }
        sum += least;
    }
    return sum;
}

}  // namespace

std::vector<std::string> nearest(std::span<const std::string> names, std::string_view typed, std::size_t most) {
    const auto wanted = words_of(typed);
    std::size_t letters = 0;
    for (const auto& word : wanted) letters += word.size();
    std::vector<std::pair<std::size_t, std::string>> ranked;
    // A slip changes a letter or two; what is further off is another word.
    for (const auto& name : names)
        if (const auto off = letters_off(wanted, name); off <= std::max<std::size_t>(2, letters / 3) && off < letters)
            ranked.emplace_back(off, name);
    std::stable_sort(ranked.begin(), ranked.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<std::string> best;
    for (std::size_t i = 0; i < std::min(most, ranked.size()); ++i) best.push_back(ranked[i].second);
    return best;
}

std::string names_offered(std::span<const std::string> names, std::string_view typed) {
    const auto found = meant(names, typed);
    constexpr std::size_t most = 8;
    if (found.size() > most)
        return fmt::format("Several are called so: {}; and {} more.", listed({found.begin(), found.begin() + most}),
                           found.size() - most);
    if (found.size() > 1) return fmt::format("Several are called so: {}.", listed(found));
    constexpr std::size_t some = 6;
    if (const auto near = nearest(names, typed, some); !near.empty()) return fmt::format("Nearest: {}.", listed(near));
    return fmt::format(
        "There are for example: {}.",
        listed({names.begin(), names.begin() + static_cast<std::ptrdiff_t>(std::min(some, names.size()))}));
}

}  // namespace clampet::catalogue
