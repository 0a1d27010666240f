#pragma once
#include <string>

#include "rig/rig.h"

/// A column of parts, each on the last, all alike but for what they weigh: p0 is the support, s1 joins p1 to it.
inline clampet::rig::Rig column(std::size_t seams, const char* even_family = "flat_face") {
    namespace rig = clampet::rig;
    rig::Rig r;
    r.name = "Column";
    for (std::size_t i = 0; i <= seams; ++i) {
        rig::Part part;
        part.id = "p" + std::to_string(i);
        part.name = part.id;
        part.mass = i == 0 ? 0 : 0.01 + 0.001 * static_cast<double>(i % 7);
        part.centre_of_gravity = {0.001, 0, 0.005};
        part.ports = {{"below", {}, {0, 0, 0}, rig::Vector::UnitZ(), rig::Vector::UnitX()},
                      {"top", {}, {0, 0, 0.01}, rig::Vector::UnitZ(), rig::Vector::UnitX()}};
        r.parts.push_back(part);
        if (i == 0) continue;
        rig::Interface f;
        f.id = "s" + std::to_string(i);
        f.name = f.id;
        f.support = {"p" + std::to_string(i - 1), "top"};
        f.payload = {part.id, "below"};
        f.elements = {{"hold", i % 2 ? "flat_face" : even_family, {}}};
        r.interfaces.push_back(f);
    }
    return r;
}
