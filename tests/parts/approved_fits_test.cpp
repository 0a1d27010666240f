// What of a part follows from the port of a neighbour that it is put on, or that is put on it, as it was approved:
// tests/reference/fits.txt. Each kind of part at its standard sizes beside each port of every other.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "approved.h"
#include "parts/part_kind.h"

using namespace clampet;

namespace {

std::string told(const families::Values& values) {
    std::string all;
    for (const auto& [key, value] : values)
        all += std::holds_alternative<double>(value) ? fmt::format(" {} {:.6g}", key, std::get<double>(value))
                                                     : " " + key + " “" + std::get<std::string>(value) + "”";
    return all;
}

std::string fits_of(const parts::PartKind& kind) {
    std::string all;
    for (const auto* other : parts::registry()) {
        const auto body = *parts::built(*other, {});
        for (const auto& port : body.ports)
            for (const bool above : {false, true})
                if (const auto values = kind.fitted(port, above); !values.empty())
                    all += fmt::format("{} {} {}:{}\n", above ? "on" : "under", other->key(), port.id, told(values));
    }
    return all;
}

}  // namespace

TEST_CASE("a part suits each neighbour as it was approved", "[parts][approved]") {
    std::string all;
    for (const auto* kind : parts::registry())
        if (const auto fits = fits_of(*kind); !fits.empty()) all += "# " + std::string(kind->key()) + "\n" + fits;
    is_approved("fits", all, {1e-5, 1e-9});
}
