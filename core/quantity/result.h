#pragma once
#include <string>
#include <utility>
#include <variant>

namespace clampet {

/// What went wrong, in words a person can act on.
struct Problem {
    std::string where;   ///< parameter key or JSON path: "pitch", "/parts/2/mass"
    std::string what;    ///< what is wrong, with the value as typed: "The pitch is 0 mm."
    std::string remedy;  ///< what would be right, with an example
    /// Both sentences on one line, led by the place where there is one.
    std::string sentence() const {
        return (where.empty() ? "" : where + ": ") + what + (remedy.empty() ? "" : " " + remedy);
    }
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
