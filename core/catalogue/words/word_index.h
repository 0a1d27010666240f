#pragma once
#include <map>
#include <span>
#include <string>
#include <vector>

namespace clampet::catalogue {

/// Where words lead: a bench, the thread desk, a kind of part, a starting point, a sentence of help, or what is beyond
/// this tool.
enum class LeadsTo { bench, thread_desk, part, start, help, beyond };

/// What people call a thing or a trouble, and what answers it. Everyday words: common practice.
struct WordEntry {
    std::vector<std::string> words;  ///< "zip tie", "it droops"
    LeadsTo leads_to = LeadsTo::help;
    std::string key;                         ///< of the family, the kind of part, the starting point; names a help
    std::map<std::string, std::string> set;  ///< choices preset on the bench
    std::string says;                        ///< one sentence
};
std::span<const WordEntry> word_entries();

/// How well words that were typed answer to a text: 0 where one of them does not occur, else about 1, more where they
/// are the whole of it. A word may be begun ("monit"), in the plural, or off by a letter from five letters on.
/// `typed` comes from content_words().
double likeness(std::span<const std::string> typed, std::string_view text);
/// The words of what was typed that say something: no "the", "my", "it is"; all of them where nothing would be left.
std::vector<std::string> content_words(std::string_view typed);

}  // namespace clampet::catalogue
