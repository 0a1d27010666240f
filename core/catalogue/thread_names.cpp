#include "catalogue/thread_names.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <map>
#include <optional>
#include <regex>

#include "catalogue/words/names.h"

namespace clampet::catalogue {
namespace {

/// What people call a thread without its numbers, and what they mean by it how often: common practice.
struct Everyday {
    std::string_view words, designation;
    double odds;
    std::string_view why;
};
constexpr std::array<Everyday, 17> everyday{{
    {"small camera", "1/4-20 UNC", 0.97, "cameras, small heads and lights"},
    {"camera screw", "1/4-20 UNC", 0.85, "cameras, small heads and lights"},
    {"camera screw", "3/8-16 UNC", 0.15, "heads and large cameras"},
    {"tripod screw", "1/4-20 UNC", 0.7, "under the camera"},
    {"tripod screw", "3/8-16 UNC", 0.3, "under the head"},
    {"tripod thread", "1/4-20 UNC", 0.7, "under the camera"},
    {"tripod thread", "3/8-16 UNC", 0.3, "under the head"},
    {"big one", "3/8-16 UNC", 0.95, "heads and large cameras"},
    {"large camera", "3/8-16 UNC", 0.95, "heads and large cameras"},
    {"big camera", "3/8-16 UNC", 0.95, "heads and large cameras"},
    {"head screw", "3/8-16 UNC", 0.9, "under the head"},
    {"head thread", "3/8-16 UNC", 0.9, "under the head"},
    {"small one", "1/4-20 UNC", 0.95, "cameras, small heads and lights"},
    {"microphone", "5/8-27 UNS", 0.7, "stands and clips"},
    {"microphone", "3/8-16 UNC", 0.3, "stands of Europe"},
    {"mic", "5/8-27 UNS", 0.7, "stands and clips"},
    {"mic", "3/8-16 UNC", 0.3, "stands of Europe"},
}};

std::string spelt_out(std::string text) {
    static const std::array<std::pair<std::regex, const char*>, 15> words{
        {{std::regex("\\bthree[ -]eighths?\\b"), "3/8"},
         {std::regex("\\bfive[ -]eighths?\\b"), "5/8"},
         {std::regex("\\bfive[ -]sixteenths?\\b"), "5/16"},
         {std::regex("\\bquarter\\b"), "1/4"},
         {std::regex("\\bhalf\\b"), "1/2"},
         {std::regex("\\bten\\b"), "10"},
         {std::regex("\\btwenty[ -]seven\\b"), "27"},
         {std::regex("\\btwenty[ -]four\\b"), "24"},
         {std::regex("\\btwenty\\b"), "20"},
         {std::regex("\\bsixteen\\b"), "16"},
         {std::regex("\\beighteen\\b"), "18"},
         {std::regex("\\bthirteen\\b"), "13"},
         {std::regex("\\bthirty[ -]two\\b"), "32"},
         {std::regex("\\b(inch|in|screw|bolt|thread|number|no)\\b\\.?|\""), " "},
         {std::regex("\\bthe\\b|\\ba\\b"), " "}}};
    for (const auto& [word, number] : words) text = std::regex_replace(text, word, number);
    return text;
}

/// Names of a thread word by word: "1/4-20 UNC" is 1/4, 20, unc; "M6x0.75" is m6, 0.75.
std::vector<std::string> pieces_of(std::string_view name) {
    std::string joined;
    for (const auto& word : words_of(name)) joined += (joined.empty() ? "" : " ") + word;
    joined = spelt_out(joined);
    std::vector<std::string> pieces;
    std::string piece;
    const auto end_piece = [&] {
        if (piece.size() > 1 && piece[0] == '#') piece.erase(0, 1);
        // 1.0 and 1 are one pitch.
        if (piece.find('.') != piece.npos) {
            while (piece.ends_with('0')) piece.pop_back();
            if (piece.ends_with('.')) piece.pop_back();
        }
        if (!piece.empty()) pieces.push_back(std::move(piece));
        piece.clear();
    };
    for (std::size_t i = 0; i < joined.size(); ++i) {
        const char c = joined[i];
        const bool times = c == 'x' && !piece.empty() && std::isdigit(static_cast<unsigned char>(piece.back()));
        if (c == ' ' || c == '-' || times)
            end_piece();
        else
            piece += c;
    }
    end_piece();
    return pieces;
}

/// All of what was typed, in order, begins what the thread is called: "3/8", "1/4 20", "m6".
bool begins(const std::vector<std::string>& typed, const std::vector<std::string>& own) {
    std::size_t at = 0;
    for (const auto& piece : typed) {
        while (at < own.size() && own[at] != piece) ++at;
        if (at == own.size()) return false;
        ++at;
    }
    return !typed.empty() && !own.empty() && typed.front() == own.front();
}

std::vector<std::string> own_pieces(const Thread& thread) {
    auto own = pieces_of(thread.designation);
    // M6 is M6x1 as well.
    if (thread.form == ThreadForm::iso && own.size() == 1) own.push_back(fmt::format("{:g}", thread.pitch * 1e3));
    return own;
}

void share_out(std::vector<ThreadCandidate>& all) {
    double sum = 0;
    for (const auto& candidate : all) sum += candidate.odds;
    for (auto& candidate : all) candidate.odds /= sum;
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.odds > b.odds; });
}

const Thread* exactly(std::string_view designation) {
    for (const auto& thread : threads())
        if (thread.designation == designation) return &thread;
    return nullptr;
}

}  // namespace

double liking_of(const Thread& thread) {
    static const std::map<std::string_view, double> known{{"1/4-20 UNC", 20}, {"3/8-16 UNC", 20}, {"5/8-27 UNS", 8},
                                                          {"#10-32 UNF", 4},  {"#8-32 UNC", 4},   {"#6-32 UNC", 3},
                                                          {"#4-40 UNC", 3},   {"1/2-13 UNC", 3},  {"5/16-18 UNC", 3}};
    if (const auto at = known.find(thread.designation); at != known.end()) return at->second;
    return thread.series == "ISO coarse" ? 4 : thread.form == ThreadForm::whitworth ? 0.6 : 1;
}

NamedClass without_class(std::string_view designation) {
    // Unified 1A to 3B; ISO a grade and a letter, nuts in capitals, screws in small letters, both diameters at most.
    static const std::regex suffix("^(.*[^\\s-])[\\s-]+([123][AB]|[3-9][efghEFGH](?:[3-9][efghEFGH])?)$");
    std::match_results<std::string_view::const_iterator> match;
    if (!std::regex_match(designation.begin(), designation.end(), match, suffix)) return {std::string(designation), {}};
    return {match[1].str(), match[2].str()};
}

std::vector<ThreadCandidate> thread_candidates(std::string_view name) {
    std::vector<ThreadCandidate> all;
    const auto typed = pieces_of(without_class(name).designation);
    for (const auto& thread : threads())
        if (begins(typed, own_pieces(thread))) all.push_back({&thread, liking_of(thread), {}});
    if (all.empty()) {
        std::string words;
        for (const auto& word : words_of(name)) words += word + " ";
        // The first that fits says it best: "small camera" before "camera screw".
        const auto first = std::find_if(everyday.begin(), everyday.end(), [&](const Everyday& entry) {
            return words.find(std::string(entry.words)) != words.npos;
        });
        for (const auto& entry : everyday)
            if (first != everyday.end() && entry.words == first->words)
                if (const auto* thread = exactly(entry.designation))
                    all.push_back({thread, entry.odds, std::string(entry.why)});
    }
    if (!all.empty()) share_out(all);
    return all;
}

}  // namespace clampet::catalogue
