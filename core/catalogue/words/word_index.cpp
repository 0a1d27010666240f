#include "catalogue/words/word_index.h"

#include <algorithm>
#include <array>
#include <nlohmann/json.hpp>
#include <string_view>

#include "catalogue/words/names.h"

namespace clampet::embedded {
std::string_view words();
}  // namespace clampet::embedded

namespace clampet::catalogue {
namespace {

LeadsTo read_leads_to(const std::string& name) {
    static const std::map<std::string, LeadsTo, std::less<>> known{
        {"bench", LeadsTo::bench}, {"thread_desk", LeadsTo::thread_desk},
        {"part", LeadsTo::part},   {"start", LeadsTo::start},
        {"help", LeadsTo::help},   {"beyond", LeadsTo::beyond}};
    return known.at(name);
}

constexpr std::array<std::string_view, 27> say_nothing{
    "a",  "an", "the", "my", "of",  "on",   "in",   "to",   "for",  "it",   "its",   "is",  "with", "and",
    "at", "i",  "me",  "do", "how", "that", "this", "from", "what", "when", "keeps", "has", "need"};

std::string singular(std::string word) {
    if (word.size() > 3 && word.ends_with("s") && !word.ends_with("ss")) word.pop_back();
    return word;
}

/// 1 the same word, less for one that is only begun or off by a letter, 0 for another.
double alike(const std::string& typed, const std::string& word) {
    if (typed == word || singular(typed) == singular(word)) return 1;
    if (typed.size() >= 3 && word.starts_with(typed)) return 0.8;
    constexpr std::size_t long_enough = 5;
    if (typed.size() >= long_enough && word.size() >= long_enough && letters_apart(typed, word) <= 1) return 0.6;
    return 0;
}

}  // namespace

std::span<const WordEntry> word_entries() {
    static const std::vector<WordEntry> all = [] {
        std::vector<WordEntry> entries;
        const auto document = nlohmann::json::parse(embedded::words());
        for (const auto& row : document.at("entries")) {
            WordEntry entry{row.at("words"), read_leads_to(row.at("leads_to")), row.at("key"), {}, row.at("says")};
            if (row.contains("set"))
                for (const auto& [key, choice] : row["set"].items()) entry.set[key] = choice.get<std::string>();
            entries.push_back(std::move(entry));
        }
        return entries;
    }();
    return all;
}

std::vector<std::string> content_words(std::string_view typed) {
    const auto words = words_of(typed);
    std::vector<std::string> content;
    for (const auto& word : words)
        if (std::find(say_nothing.begin(), say_nothing.end(), word) == say_nothing.end()) content.push_back(word);
    return content.empty() ? words : content;
}

double likeness(std::span<const std::string> typed, std::string_view text) {
    if (typed.empty()) return 0;
    const auto words = content_words(text);
    double sum = 0;
    for (const auto& each : typed) {
        double best = 0;
        for (const auto& word : words) best = std::max(best, alike(each, word));
        if (best == 0) return 0;
        sum += best;
    }
    const double all = sum / static_cast<double>(typed.size());
    // The fewer words are left over, the better it is meant: "pole" before "clamp on a pole".
    return all * (1 + static_cast<double>(typed.size()) / static_cast<double>(std::max(words.size(), typed.size())));
}

}  // namespace clampet::catalogue
