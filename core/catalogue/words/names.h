#pragma once
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace clampet::catalogue {

/// What a text says, word by word: small letters, no punctuation but inside numbers ("1/4-20", "0.5"), ¼ ½ ¾ ⅜ ⅝
/// written out, and what joins two words ("quick-release") taken as a gap.
std::vector<std::string> words_of(std::string_view text);

/// How far two words are apart: letters left out, put in, changed or swapped with their neighbour.
std::size_t letters_apart(std::string_view a, std::string_view b);

/// Which of these names a person may mean: the one itself in any case, else all that have every word typed, or a word
/// that begins with it. Empty where there is none, or nothing was typed.
std::vector<std::string> meant(std::span<const std::string> names, std::string_view typed);

/// Names with their words apart, for a list that is asked often.
class NameList {
 public:
    explicit NameList(std::vector<std::string> all);
    const std::vector<std::string>& names() const { return names_; }
    /// Range  `i`: below names().size()
    const std::vector<std::string>& words(std::size_t i) const { return words_[i]; }

 private:
    std::vector<std::string> names_;
    std::vector<std::vector<std::string>> words_;
};
std::vector<std::string> meant(const NameList& list, std::string_view typed);
/// Up to `most` of the names that what was typed may be a slip of, the nearest first.
std::vector<std::string> nearest(std::span<const std::string> names, std::string_view typed, std::size_t most = 6);

/// What to say to somebody who typed a name that is not one of these: "Several are called so: …", "Nearest: …" or,
/// where none is like it, "There are for example: …".
std::string names_offered(std::span<const std::string> names, std::string_view typed);

}  // namespace clampet::catalogue
