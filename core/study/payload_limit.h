#pragma once
#include <string>
#include <vector>

#include "catalogue/device.h"
#include "study/bench.h"
#include "study/check.h"

namespace clampet::study {

/// Where the push comes from while the payload grows: as the bench has it, or from where it is worst.
enum class PushFrom { as_given, worst };

/// The most that an interface may carry at one place.
struct PayloadLimit {
    double mass = 0;     ///< [kg]; 0 where even nothing is too much, most_payload where more than that would hold
    bool ends = true;    ///< false: no limit was found under most_payload
    std::string limits;  ///< the mode that lets go first beyond it; empty where nothing does
};
inline constexpr double most_payload = 200;  ///< heavier cameras are another trade [kg]

/// The largest payload with which the required factor is reached, its centre of gravity at `at`.
/// Meaning  Typical inputs, the weight and the push of the bench; sampled by octaves from the most down, then bracketed
///          to 0.1 %. An input that follows from the payload grows with it. What lies under a heavier payload that
///          holds may not: a face may need a weight that presses it.
/// Range    A bench without a seam's load: that is replaced by its payload.
PayloadLimit largest_payload(const Bench& bench, const ActsAt& at, PushFrom push = PushFrom::as_given,
                             families::Accuracy accuracy = families::Accuracy::exact);

/// The same over how far ahead the payload is, at the bench's own height and aside.
struct PayloadPoint {
    double overhang = 0;  ///< x of the centre of gravity [m]
    PayloadLimit limit;
};
std::vector<PayloadPoint> payload_curve(const Bench& bench, double from, double to, unsigned points,
                                        PushFrom push = PushFrom::as_given,
                                        families::Accuracy accuracy = families::Accuracy::exact);

/// What of the classes of devices it may carry, each where that balances.
struct DeviceOn {
    const catalogue::Device* device = nullptr;
    double factor = 0;
    bool holds = false;
    std::string mode;  ///< that lets go first
};
std::vector<DeviceOn> devices_on(const Bench& bench, PushFrom push = PushFrom::as_given);

/// The most that a whole rig may carry, its payload's centre of gravity so far ahead.
struct RigLimit {
    PayloadLimit limit;
    std::string interface, sentence;  ///< what lets go first beyond it, and how; empty where nothing does
};
/// Meaning  The part that is its payload (the heaviest of several) is given a mass and a place ahead of its own foot;
///          every seam under every load case must reach its required factor at typical inputs.
/// Errors   A Problem when the rig is not valid or has no payload.
Result<RigLimit> largest_payload(const rig::Rig& rig, double ahead, const CheckOptions& options = {},
                                 const Job& job = {});
/// The most that a rig may carry over how far ahead that is, and which classes of devices that is.
struct RigLimits {
    RigLimit here;                                   ///< where its payload balances now
    std::vector<std::pair<double, RigLimit>> curve;  ///< by overhang [m]
    std::vector<DeviceOn> devices;                   ///< without the factor and the mode
};
/// Over the overhangs that people build, up to 0.8 m. The same for any number of workers.
/// Errors  As largest_payload().
Result<RigLimits> rig_limits(const rig::Rig& rig, const CheckOptions& options = {}, const Job& job = {});
/// The same rig with another payload at another place, in the payload part's frame.
Result<rig::Rig> with_payload(rig::Rig rig, double mass, const ActsAt& at);

}  // namespace clampet::study
