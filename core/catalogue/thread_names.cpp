#include "catalogue/thread_names.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <map>

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

/// Numbers that are said as words, two words first: "three eighths", "thirty two"; and what says nothing of a thread.
std::vector<std::string> spelt_out(const std::vector<std::string>& words) {
    struct Spoken {
        std::string_view first, second, number;
    };
    static constexpr std::array<Spoken, 19> spoken{{{"three", "eighth", "3/8"},
                                                    {"five", "eighth", "5/8"},
                                                    {"five", "sixteenth", "5/16"},
                                                    {"twenty", "seven", "27"},
                                                    {"twenty", "four", "24"},
                                                    {"thirty", "two", "32"},
                                                    {"quarter", "", "1/4"},
                                                    {"half", "", "1/2"},
                                                    {"ten", "", "10"},
                                                    {"twenty", "", "20"},
                                                    {"sixteen", "", "16"},
                                                    {"eighteen", "", "18"},
                                                    {"thirteen", "", "13"},
                                                    {"inch", "", ""},
                                                    {"screw", "", ""},
                                                    {"bolt", "", ""},
                                                    {"thread", "", ""},
                                                    {"number", "", ""},
                                                    {"the", "", ""}}};
    std::vector<std::string> told;
    for (std::size_t i = 0; i < words.size(); ++i) {
        const auto found = std::find_if(spoken.begin(), spoken.end(), [&](const Spoken& s) {
            return words[i] == s.first &&
                   (s.second.empty() || (i + 1 < words.size() && words[i + 1].starts_with(s.second)));
        });
        if (found == spoken.end()) {
            told.push_back(words[i]);
            continue;
        }
        if (!found->number.empty()) told.emplace_back(found->number);
        i += found->second.empty() ? 0 : 1;
    }
    return told;
}

/// Names of a thread word by word: "1/4-20 UNC" is 1/4, 20, unc; "M6x0.75" is m6, 0.75.
std::vector<std::string> pieces_of(std::string_view name) {
    std::string joined;
    for (const auto& word : spelt_out(words_of(name))) joined += (joined.empty() ? "" : " ") + word;
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
    const auto is_class = [](std::string_view text) {
        const auto in = [](char c, std::string_view of) { return of.find(c) != of.npos; };
        // Unified 1A to 3B; ISO a grade and a letter, nuts in capitals, of both diameters at most.
        if (text.size() == 2 && in(text[0], "123") && in(text[1], "AB")) return true;
        if (text.size() != 2 && text.size() != 4) return false;
        for (std::size_t i = 0; i < text.size(); i += 2)
            if (!in(text[i], "3456789") || !in(text[i + 1], "efghEFGH")) return false;
        return true;
    };
    const auto at = designation.find_last_of(" -");
    if (at == designation.npos || at == 0 || !is_class(designation.substr(at + 1)))
        return {std::string(designation), {}};
    const auto end = designation.find_last_not_of(" -", at);
    return {std::string(designation.substr(0, end + 1)), std::string(designation.substr(at + 1))};
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
