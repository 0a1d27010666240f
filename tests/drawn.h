#pragma once
#include <cmath>
#include <random>

#include "families/family.h"

/// The same draws wherever it runs: distributions of the standard library are its own.
class Draw {
 public:
    explicit Draw(unsigned seed) : engine_(seed) {}
    double between(double low, double high) {
        return low + (high - low) * static_cast<double>(engine_()) / 4294967296.0;
    }
    std::size_t below(std::size_t count) { return static_cast<std::size_t>(engine_()) % count; }

 private:
    std::mt19937 engine_;
};

/// About half of the choices and of the numbers as they stand, the others another choice, or up to twice or half as
/// large.
inline clampet::families::Values drawn_values(std::span<const clampet::families::Parameter> rows, Draw& draw) {
    using clampet::families::Kind;
    clampet::families::Values values;
    for (const auto& p : rows) {
        if (p.kind == Kind::choice && draw.below(2) == 0) values[p.key] = p.choices[draw.below(p.choices.size())].key;
        if (p.kind != Kind::quantity || draw.below(2) == 0) continue;
        double value = p.standard != 0 ? p.standard * std::exp2(draw.between(-1, 1)) : draw.between(0, 0.1 * p.most);
        if (p.whole_number) value = std::round(value);
        if (clampet::families::check_value(p, value)) values[p.key] = value;
    }
    return values;
}
