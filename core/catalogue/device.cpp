#include "catalogue/device.h"

#include <fmt/format.h>

#include <algorithm>
#include <nlohmann/json.hpp>
#include <vector>

#include "catalogue/words/names.h"

namespace clampet::embedded {
std::string_view devices();
}  // namespace clampet::embedded

namespace clampet::catalogue {
namespace {

Device read_device(const nlohmann::json& row) {
    Device d;
    d.name = row.at("name");
    d.what = row.at("what");
    d.mass = row.at("mass");
    d.ahead = row.at("ahead");
    d.aside = row.at("aside");
    d.above = row.at("above");
    d.body = row.at("body");
    d.gyration = row.at("gyration");
    d.wind_area = row.at("wind_area");
    if (row.contains("lens")) {
        const auto& lens = row.at("lens");
        d.sees = {lens.at("sensor").at(0),  lens.at("sensor").at(1), lens.at("focal_length"),
                  lens.at("closest_focus"), lens.at("front"),        lens.at("up")};
    }
    d.mounts_by = row.at("mounts_by");
    d.advice = row.at("advice");
    d.source = row.at("source");
    return d;
}

}  // namespace

std::span<const Device> devices() {
    static const std::vector<Device> all = [] {
        std::vector<Device> rows;
        const auto document = nlohmann::json::parse(embedded::devices());
        for (const auto& row : document.at("devices")) rows.push_back(read_device(row));
        return rows;
    }();
    return all;
}

Result<Device> device_named(std::string_view name) {
    std::vector<std::string> names;
    for (const auto& device : devices()) names.push_back(device.name);
    const auto found = meant(names, name);
    if (found.size() == 1)
        return *std::find_if(devices().begin(), devices().end(),
                             [&](const Device& d) { return d.name == found.front(); });
    return Problem{"device.unknown", "device", fmt::format("“{}” is not one class of device.", name),
                   names_offered(names, name)};
}

}  // namespace clampet::catalogue
