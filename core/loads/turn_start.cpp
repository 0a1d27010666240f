#include "loads/cases.h"
#include "loads/turning_axes.h"

namespace clampet::loads {
namespace {

using quantity::Dimension;

class TurnStart : public LoadCase {
 public:
    std::string_view key() const override { return "turn_start"; }
    std::string_view name() const override { return "Pan or tilt starts and stops"; }
    std::string_view purpose() const override {
        return "What is turned resists being started, and runs against its stop.";
    }
    std::span<const families::Parameter> parameters() const override {
        static const std::vector<families::Parameter> rows{
            axis_row(),
            families::quantity_row("start", "Starts with, rad/s²", Dimension::number, 5, {0, 1e4},
                                   "Angular acceleration of a quick start by hand.", "from memory"),
            families::quantity_row("stop", "Stops with, rad/s²", Dimension::number, 20, {0, 1e4}, "At an end stop.",
                                   "from memory"),
            families::quantity_row("speed", "Turns at, rad/s", Dimension::number, 1, {0, 100},
                                   "1 rad/s is 60° in a second.", "input")};
        return rows;
    }
    bool is_useful(const rig::Rig& rig) const override { return has_turning_axis(rig); }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation& s) const override {
        const auto axes = turning_axes(families::text(values, "axis"), s);
        if (!axes) return axes.problem();
        const double start = families::number(values, "start"), stop = families::number(values, "stop"),
                     speed = families::number(values, "speed");
        std::vector<rig::Action> actions;
        const auto add = [&](const TurningAxis& axis, double acceleration, double at_speed, const char* words) {
            rig::Action action;
            action.words = words;
            action.margin = "this turn";
            action.turn = rig::Turn{axis.interface, axis.direction, axis.at, acceleration, at_speed};
            actions.push_back(std::move(action));
        };
        for (const auto& axis : *axes)
            for (const double sense : {-1.0, 1.0}) {
                if (start > 0) add(axis, sense * start, 0, "when it starts to turn");
                if (stop > 0) add(axis, sense * stop, speed, "when it runs against its stop");
            }
        return actions;
    }
};

}  // namespace

const LoadCase& turn_start() {
    static const TurnStart load_case;
    return load_case;
}

}  // namespace clampet::loads
