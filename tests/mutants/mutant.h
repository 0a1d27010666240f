#pragma once
// Included by the copies that tests/mutants/many makes, never by the project: each changed place asks at run time
// whether it is the mutant to be, so that one build holds hundreds of them.
#include <algorithm>
#include <cmath>
#include <cstdio>
#include <cstdlib>
#include <initializer_list>
#include <type_traits>

namespace mutant {

inline constexpr int most = 8192;

/// Which of them is alive, and which were asked. At the end those are added to a file, a line a process.
struct State {
    int active = -1;
    const char* told = nullptr;
    unsigned char reached[most] = {};
    State() {
        if (const char* which = std::getenv("CLAMPET_MUTANT")) active = std::atoi(which);
        told = std::getenv("CLAMPET_MUTANTS_REACHED");
    }
    ~State() {
        std::FILE* file = told ? std::fopen(told, "a") : nullptr;
        if (!file) return;
        for (int k = 0; k < most; ++k)
            if (reached[k]) std::fprintf(file, "%d ", k);
        std::fprintf(file, "\n");
        std::fclose(file);
    }
};
inline State& state() {
    static State only;
    return only;
}
constexpr bool is(int k) {
    if (std::is_constant_evaluated()) return false;
    State& s = state();
    s.reached[k] = 1;
    return s.active == k;
}

template <class T>
constexpr T number(int k, T as_written, T changed) {
    return is(k) ? changed : as_written;
}

/// Of a constant, which would else be worked out while the program is built, as it is written.
template <class T>
T constant(int k, T as_written, T changed) {
    return is(k) ? changed : as_written;
}

// a < b is written a < Less{k, …} > b: of the same rank, so that operands stay what they are. Two numbers of floating
// point that nobody has typed are next to never alike: those are left as they are.
struct Less {
    int k;
    bool literal;
};
struct LessOrEqual {
    int k;
    bool literal;
};
struct Equal {
    int k;
};
struct Plus {
    int k;
};
struct Minus {
    int k;
};
struct Times {
    int k;
};
struct Over {
    int k;
};
template <class T, class Change>
struct Left {
    const T& a;
    Change change;
};
template <class T, class U>
constexpr bool is_blurred(bool literal) {
    return !literal && (std::is_floating_point_v<T> || std::is_floating_point_v<U>);
}

#define CLAMPET_MUTANT_COMPARES(first, second, Change, as_written, changed)    \
    template <class T>                                                         \
    constexpr Left<T, Change> operator first(const T& a, Change change) {      \
        return {a, change};                                                    \
    }                                                                          \
    template <class T, class U>                                                \
    constexpr auto operator second(const Left<T, Change>& left, const U& b) {  \
        if (is_blurred<T, U>(left.change.literal)) return left.a as_written b; \
        return is(left.change.k) ? left.a changed b : left.a as_written b;     \
    }
CLAMPET_MUTANT_COMPARES(<, >, Less, <, <=)
CLAMPET_MUTANT_COMPARES(>, <, Less, >, >=)
CLAMPET_MUTANT_COMPARES(<=, >=, LessOrEqual, <=, <)
CLAMPET_MUTANT_COMPARES(>=, <=, LessOrEqual, >=, >)

#define CLAMPET_MUTANT_OF(op, Change, changed)                                                                  \
    template <class T>                                                                                          \
    constexpr Left<T, Change> operator op(const T& a, Change change) {                                          \
        return {a, change};                                                                                     \
    }                                                                                                           \
    template <class T, class U>                                                                                 \
    constexpr auto operator op(const Left<T, Change>& left, const U& b) {                                       \
        if constexpr (requires { requires std::is_same_v<decltype(left.a op b), decltype(left.a changed b)>; }) \
            return is(left.change.k) ? left.a changed b : left.a op b;                                          \
        else                                                                                                    \
            return left.a op b;                                                                                 \
    }
CLAMPET_MUTANT_OF(+, Plus, -)
CLAMPET_MUTANT_OF(-, Minus, +)
CLAMPET_MUTANT_OF(*, Times, /)
CLAMPET_MUTANT_OF(/, Over, *)
struct NotEqual {
    int k;
};
CLAMPET_MUTANT_OF(==, Equal, !=)
CLAMPET_MUTANT_OF(!=, NotEqual, ==)

struct MinMax {
    int k;
    bool is_min;
    template <class T>
    constexpr T operator()(const T& a, const T& b) const {
        return is_min != is(k) ? std::min(a, b) : std::max(a, b);
    }
    template <class T, class Compare>
    constexpr T operator()(const T& a, const T& b, Compare compare) const {
        return is_min != is(k) ? std::min(a, b, compare) : std::max(a, b, compare);
    }
    template <class T>
    constexpr T operator()(std::initializer_list<T> all) const {
        return is_min != is(k) ? std::min(all) : std::max(all);
    }
};
struct SinCos {
    int k;
    bool is_sin;
    template <class T>
    auto operator()(const T& angle) const {
        return is_sin != is(k) ? std::sin(angle) : std::cos(angle);
    }
};

}  // namespace mutant
