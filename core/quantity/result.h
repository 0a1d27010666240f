#pragma once
#include <string>
#include <string_view>
#include <utility>
#include <variant>

namespace clampet {

/// Names a kind of problem for good, whatever its words become: "thread.unknown". Made from a literal of two or more
/// lower-case words with dots between; anything else does not compile. docs/problems.md lists them all.
class ProblemId {
 public:
    consteval ProblemId(const char* text) : text_(text) {
        bool dot = false, word = false;
        for (const char c : text_) {
            if (c == '.' ? !word : !(c == '_' || (c >= 'a' && c <= 'z')))
                throw "a problem's id is such as thread.unknown";
            dot = dot || c == '.';
            word = c != '.';
        }
        if (!dot || !word) throw "a problem's id is such as thread.unknown";
    }
    constexpr std::string_view text() const { return text_; }
    constexpr bool operator==(const ProblemId& other) const = default;

 private:
    std::string_view text_;
};

/// What went wrong, in words a person can act on.
struct Problem {
    ProblemId id;
    std::string where;   ///< parameter key or JSON path: "pitch", "/parts/2/mass"
    std::string what;    ///< what is wrong, with the value as typed: "The pitch is 0 mm."
    std::string remedy;  ///< what would be right, with an example
    /// Both sentences on one line, led by the place where there is one.
    std::string sentence() const {
        return (where.empty() ? "" : where + ": ") + what + (remedy.empty() ? "" : " " + remedy);
    }
    /// The same, found at another place: that of the field or of the file, instead of that of the part it came from.
    Problem at(std::string place) const { return {id, std::move(place), what, remedy}; }
};

/// A value or a Problem; never both, never NaN.
template <class T>
class [[nodiscard]] Result {
 public:
    Result(T value) : state_(std::in_place_index<0>, std::move(value)) {}
    Result(Problem problem) : state_(std::in_place_index<1>, std::move(problem)) {}
    explicit operator bool() const { return state_.index() == 0; }
    const T& operator*() const { return std::get<0>(state_); }  // throws on a Problem: that would be a bug
    T& operator*() { return std::get<0>(state_); }
    const T* operator->() const { return &std::get<0>(state_); }
    T* operator->() { return &std::get<0>(state_); }
    const Problem& problem() const { return std::get<1>(state_); }

 private:
    std::variant<T, Problem> state_;
};

struct Done {};
using Status = Result<Done>;  ///< success without a value, or a Problem

}  // namespace clampet
