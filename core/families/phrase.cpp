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
        does_ += word.substr(0, bar);
        if (word.back() == ',') does_ += ',';
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
