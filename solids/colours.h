#pragma once
#include <cstdint>

#include "parts/body.h"

namespace clampet::solids {

struct Colour {
    std::uint8_t red = 0, green = 0, blue = 0;
};
/// Of what it is made of, in files that carry colours; our choice.
constexpr Colour colour_of(parts::Stuff stuff) {
    switch (stuff) {
        case parts::Stuff::wood:
            return {200, 164, 112};
        case parts::Stuff::plastic:
            return {92, 118, 130};
        case parts::Stuff::rubber:
            return {60, 58, 56};
        case parts::Stuff::glass:
            return {190, 210, 214};
        case parts::Stuff::metal:
        case parts::Stuff::tube:
        case parts::Stuff::payload:
            break;
    }
    return {158, 160, 160};
}

}  // namespace clampet::solids
