#pragma once
#include <memory>
#include <string>

#include "rig/rig.h"

namespace clampet::prove {

/// A pull as a person tells it.
struct PullAsked {
    std::string seam;                ///< id or name of the interface
    double force = 0;                ///< when it let go, or the most that it was pulled with [N]
    rig::Vector way{0, 0, -1};       ///< in the world
    std::optional<double> arm = {};  ///< from the interface's middle towards what it carries [m]; its centre of gravity
    rig::Outcome outcome = rig::Outcome::slid;
    std::string date, note;
    bool anew = false;     ///< it was loosened and tightened since the last one
    double spread = 0.10;  ///< of one such pull, in ln: a hanging scale, common practice
};

/// Meaning  What is needed to hold that pull beside the weights: all frictions of the interface times one factor, so
///          that what slides would just do so. What else is known of it before any test comes from its inputs' bands.
/// Range    Force above 0 to 100 kN, arm 0 to 100 m, spread 0.01 to 1.
/// Errors   A Problem: no such interface, a pull that drives no slide, one that would slide without any friction or
///          would not with fifty times what is typical.
Result<rig::Pull> explained(const rig::Rig& rig, const PullAsked& asked);

/// Whether a test can be kept, as it may come from a file: numbers that can be, a way that is one.
/// Errors  A Problem whose `where` is the key.
Status check(const rig::Pull& pull);

/// "down", "up", "ahead", "back", "left", "right", or three numbers "1,0,-1". Errors: a Problem.
Result<rig::Vector> way_named(std::string_view text);
/// The same in words, as near as they come: "down", "ahead".
std::string name_of_way(const rig::Vector& way);
/// "slid", "held", "tipped", "opened", "broke". Errors: a Problem.
Result<rig::Outcome> outcome_named(std::string_view text);
std::string_view name_of(rig::Outcome outcome);

/// Where a pull of that arm is hooked, from the interface's middle: towards what it carries, where that balances if no
/// arm is said. Frame: the world. The interface is there.
rig::Vector hook_of(const rig::Rig& rig, const std::string& seam, std::optional<double> arm);

/// What a pull at that place drives, as far as tests have taught: how near its slide is, beside what breaks or crushes.
struct Driven {
    double slides_at = 0;  ///< force at which it slides, typically [N]; infinity where it does not
    double harms_at = 0;   ///< at which something breaks, strips or crushes, at the weak end of the band [N]
    double tips_at = 0;    ///< at which something else lets go first, typically [N]
    std::string tips;      ///< what that is
};
/// A rig made ready to be pulled at many places.
class PullBench {
 public:
    /// Errors  As study::prepare().
    static Result<PullBench> of(const rig::Rig& rig);
    /// `at`: from the interface's middle, in the world. Errors: a Problem, no such interface.
    Result<Driven> driven_by(const std::string& seam, const rig::Vector& at, const rig::Vector& way) const;

 private:
    struct Ready;
    std::shared_ptr<const Ready> ready_;
};

}  // namespace clampet::prove
