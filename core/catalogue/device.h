#pragma once
#include <array>
#include <optional>
#include <span>
#include <string>
#include <string_view>

#include "quantity/result.h"

namespace clampet::catalogue {

/// What is carried, by its class: typical numbers, which a scale and a balance correct. All SI, from where it is
/// screwed on: ahead towards the subject, above away from the mount.
struct Device {
    std::string name, what;                  ///< "7-inch monitor"; what is counted
    std::array<double, 3> mass{};            ///< low, typical, high [kg]
    double ahead = 0, aside = 0, above = 0;  ///< centre of gravity [m]
    std::array<double, 3> body{};            ///< ahead, across, up [m]
    double gyration = 0;                     ///< radius of gyration about its own centre [m]
    double wind_area = 0;                    ///< [m^2]
    /// What a camera of that class sees with: a zoom where it is mostly used.
    struct Sees {
        double sensor_width = 0, sensor_height = 0, focal_length = 0;  ///< [m]
        double closest_focus = 0;                                      ///< from the sensor [m]
        double front = 0, up = 0;                                      ///< of its lens, ahead and above [m]
    };
    std::optional<Sees> sees = {};
    std::string mounts_by, advice, source;
    double typical_mass() const { return mass[1]; }
};
std::span<const Device> devices();
/// The device of that class; as people write it, where only one is meant.
/// Errors  A Problem that offers those it may mean.
Result<Device> device_named(std::string_view name);

}  // namespace clampet::catalogue
