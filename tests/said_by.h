#pragma once
#include <array>
#include <cstdio>
#include <stdexcept>
#include <string>

/// What a program says, its complaints included.
inline std::string said_by(const std::string& command) {
    std::string said;
    std::array<char, 512> buffer{};
    FILE* pipe = popen((command + " 2>&1").c_str(), "r");
    if (!pipe) throw std::runtime_error("no pipe");
    while (std::fgets(buffer.data(), buffer.size(), pipe)) said += buffer.data();
    pclose(pipe);
    return said;
}
