#pragma once
#include <string>

#include "parts/body.h"

namespace clampet::parts {

/// Foot of a light or a microphone, 18.5 mm across and 2 mm thick, and the shoe that it slides into, 18.7 mm between
/// its walls and 2.1 mm under its lips. Source  ISO 518, from memory.
Port foot_port(std::string id, const Vector& at);
Port shoe_port(std::string id, const Vector& at);
bool is_foot(const Port& port);
bool is_accessory_shoe(const Port& port);
/// Stud of a light stand, 15.9 mm, with the length that a socket takes [m]; common practice.
inline constexpr double stand_stud = 0.0159, stand_stud_length = 0.030;
bool takes_stand_stud(const Port& port);

}  // namespace clampet::parts
