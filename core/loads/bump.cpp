#include <algorithm>
#include <cmath>
#include <numbers>

#include "loads/cases.h"
#include "loads/shock.h"

namespace clampet::loads {

double half_sine_amplification(double frequency, double duration) noexcept {
    constexpr double pi = std::numbers::pi;
    if (!(frequency > 0)) return 2;
    const double beta = 1 / (2 * frequency * duration);
    if (std::abs(beta - 1) < 1e-6) return pi / 2;
    double most = std::abs(2 * beta / (1 - beta * beta) * std::cos(pi / (2 * beta)));
    if (beta < 1)
        for (double n = 1; 2 * n * beta / (1 + beta) <= 1; ++n)
            most = std::max(most, std::sin(2 * pi * n * beta / (1 + beta)) / (1 - beta));
    return most;
}

namespace {

using quantity::Dimension;

class Bump : public LoadCase {
 public:
    std::string_view key() const override { return "bump"; }
    std::string_view name() const override { return "Bump"; }
    std::string_view purpose() const override { return "What it stands on is knocked, from any side."; }
    std::span<const families::Parameter> parameters() const override {
        static const std::vector<families::Parameter> rows{
            families::quantity_row("shock", "Knock, in g", Dimension::number, 0.5, {0, 100},
                                   "0.5 g is a knock against a stand; a drop onto its feet 2 g and more.",
                                   "common practice"),
            families::quantity_row("frequency", "Sways at", Dimension::frequency, 0, {0, 1000},
                                   "First frequency of the arm that carries the payload: tap it and count. 0 where it "
                                   "is not known: the knock then counts twice.",
                                   "input"),
            families::quantity_row("duration", "Knock lasts", Dimension::time, 0.02, {1e-4, 10},
                                   "Metal on metal 5 ms, wood or rubber 20 to 50 ms.", "from memory")};
        return rows;
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation&) const override {
        const double shock = families::number(values, "shock");
        if (!(shock > 0)) return std::vector<rig::Action>{};
        rig::Action action;
        action.words = "when it is bumped";
        action.margin = "this bump";
        action.is_brief = true;
        const double felt =
            half_sine_amplification(families::number(values, "frequency"), families::number(values, "duration"));
        action.free = {
            {rig::Directions::sphere, rig::Vector::UnitZ(), {}, shock * felt * quantity::standard_gravity, 0}};
        return std::vector{action};
    }
};

}  // namespace

const LoadCase& bump() {
    static const Bump load_case;
    return load_case;
}

}  // namespace clampet::loads
