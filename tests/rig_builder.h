#pragma once
#include <string>
#include <utility>
#include <vector>

#include "rig/rig.h"

/// Rigs for tests, a line a part.
namespace build {

namespace rig = clampet::rig;
using Vector = rig::Vector;
using Inputs = std::map<std::string, rig::Input, std::less<>>;

inline rig::Port port(const char* id, Vector at, Vector z = Vector::UnitZ(), Vector x = Vector::UnitX()) {
    return {id, {}, at, z, x};
}

inline rig::Part part(const char* id, double mass, Vector cg, std::vector<rig::Port> ports) {
    rig::Part p;
    p.id = p.name = id;
    p.mass = mass;
    p.centre_of_gravity = cg;
    p.ports = std::move(ports);
    return p;
}

inline rig::Interface join(const char* id, rig::PortName support, rig::PortName payload, const char* family,
                           Inputs inputs = {}) {
    rig::Interface f;
    f.id = f.name = id;
    f.support = std::move(support);
    f.payload = std::move(payload);
    f.elements = {{"hold", family, std::move(inputs)}};
    return f;
}

}  // namespace build
