#pragma once
#include <string>
#include <string_view>

namespace clampet::families {

/// What an interface does when it lets go, as a verb with what belongs to it; its subject is the interface.
/// Meaning  Written once with both forms of each verb: "slides|slide or twists|twist on its face" says
///          "slides or twists on its face" and, after "would" or "to", "slide or twist on its face".
class Phrase {
 public:
    Phrase() = default;
    explicit Phrase(std::string_view forms);
    Phrase(const char* forms) : Phrase(std::string_view(forms)) {}
    explicit Phrase(const std::string& forms) : Phrase(std::string_view(forms)) {}
    const std::string& does() const noexcept { return does_; }  ///< "slides on its face"
    const std::string& bare() const noexcept { return bare_; }  ///< "slide on its face"
    bool empty() const noexcept { return does_.empty(); }
    /// With words after both forms: ", second tube".
    Phrase followed_by(std::string_view words) const;
    friend bool operator==(const Phrase&, const Phrase&) = default;

 private:
    std::string does_, bare_;
};

}  // namespace clampet::families
