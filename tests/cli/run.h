#pragma once
#include <sys/wait.h>

#include <array>
#include <catch2/catch.hpp>
#include <cstdio>
#include <fstream>
#include <string>

#include "temporary_folder.h"

/// What the real program said.
struct Run {
    int exit_code = -1;
    std::string out, err;
};

inline Run run(const std::string& arguments) {
    TemporaryFolder folder;
    const auto err = folder / "err";
    FILE* pipe = popen((std::string(CLAMPET_CLI) + " " + arguments + " 2>" + err.string()).c_str(), "r");
    REQUIRE(pipe);
    Run result;
    std::array<char, 4096> buffer;
    for (std::size_t n; (n = fread(buffer.data(), 1, buffer.size(), pipe)) > 0;) result.out.append(buffer.data(), n);
    result.exit_code = WEXITSTATUS(pclose(pipe));
    std::ifstream stream(err);
    result.err.assign(std::istreambuf_iterator<char>(stream), {});
    return result;
}
