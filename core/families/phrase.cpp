#include "families/phrase.h"

namespace clampet::families {

Phrase::Phrase(std::string_view forms) {
    while (!forms.empty()) {
        const auto end = forms.find(' ');
        const std::string_view word = forms.substr(0, end);
        forms = end == forms.npos ? std::string_view() : forms.substr(end + 1);
        if (!does_.empty()) {
            does_ += ' ';
            bare_ += ' ';
        }
        const auto bar = word.find('|');
        if (bar == word.npos) {
            does_ += word;
            bare_ += word;
            continue;
        }
        const auto verb_end = word.find_last_not_of(",:;") + 1;  // what follows the verb belongs to both forms
        does_ += word.substr(0, bar);
        does_ += word.substr(verb_end);
        bare_ += word.substr(bar + 1);
    }
}

Phrase Phrase::followed_by(std::string_view words) const {
    Phrase longer = *this;
    longer.does_ += words;
    longer.bare_ += words;
    return longer;
}

}  // namespace clampet::families
