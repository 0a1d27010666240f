#include "catalogue/device.h"

#include "approximately.h"
#include "study/bench.h"

using namespace clampet;

TEST_CASE("device classes are in order, in reach and sourced", "[catalogue][device]") {
    REQUIRE(catalogue::devices().size() > 40);
    for (const auto& device : catalogue::devices()) {
        CAPTURE(device.name);
        CHECK_FALSE(device.source.empty());
        CHECK((0 < device.mass[0] && device.mass[0] <= device.mass[1] && device.mass[1] <= device.mass[2]));
        // The centre of gravity lies within the body, or where a bracket could hold it.
        CHECK(std::abs(device.ahead) < 0.2);
        CHECK((device.above >= 0 && device.above < 0.3));
        CHECK(device.typical_mass() < 20);
    }
}

TEST_CASE("a device is a payload: its mass where its centre of gravity sits", "[catalogue][device]") {
    const auto load = study::load_of_device("7 inch monitor");
    REQUIRE(load);
    const auto device = catalogue::device_named("7-inch monitor");
    REQUIRE(device);
    CHECK(load->device == "7-inch monitor");
    CHECK(load->mass == device->typical_mass());
    CHECK(load->at == study::ActsAt{device->ahead, device->aside, device->above});
    const auto several = catalogue::device_named("monitor");
    REQUIRE_FALSE(several);
    CHECK_THAT(several.problem().remedy, Catch::Contains("5-inch monitor; 7-inch monitor"));
    CHECK_FALSE(catalogue::device_named("toaster"));
}

TEST_CASE("what sees has a lens that can be", "[catalogue][device]") {
    std::size_t cameras = 0;
    for (const auto& device : catalogue::devices()) {
        if (!device.sees) continue;
        ++cameras;
        CAPTURE(device.name);
        const auto& s = *device.sees;
        // Between a long tele lens and a wide action camera.
        const double angle = 2 * std::atan(s.sensor_width / 2 / s.focal_length);
        CHECK((angle > 0.2 && angle < 1.7));
        CHECK((s.sensor_height > 0.5 * s.sensor_width && s.sensor_height < s.sensor_width));
        CHECK(s.closest_focus >= 0.02);
        CHECK(s.front < 0.5);
    }
    CHECK(cameras == 19);
    CHECK_FALSE(catalogue::device_named("7-inch monitor")->sees);
}
