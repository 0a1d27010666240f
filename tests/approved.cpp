#include "approved.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <cstdlib>
#include <fstream>
#include <sstream>

namespace {

/// The same word, or numbers that no eye and no processor tells apart.
bool alike(const std::string& a, const std::string& b, Closeness closeness) {
    if (a == b) return true;
    char *end_a = nullptr, *end_b = nullptr;
    const double x = std::strtod(a.c_str(), &end_a), y = std::strtod(b.c_str(), &end_b);
    if (*end_a != 0 || *end_b != 0 || a.empty() || b.empty()) return false;
    return std::abs(x - y) <= closeness.absolute + closeness.share * std::abs(x);
}

bool alike_line(const std::string& a, const std::string& b, Closeness closeness) {
    std::istringstream first(a), second(b);
    std::string word, other;
    while (first >> word)
        if (!(second >> other) || !alike(word, other, closeness)) return false;
    return !(second >> other);
}

}  // namespace

void is_approved(const std::string& file, const std::string& now, Closeness closeness) {
    const std::string path = CLAMPET_SOURCE_DIR "/tests/reference/" + file + ".txt";
    if (std::getenv("CLAMPET_APPROVE")) std::ofstream(path) << now;
    std::ifstream stream(path);
    REQUIRE(stream);
    std::istringstream given(now);
    std::string ours, approved, part;
    for (int line = 1; std::getline(stream, approved); ++line) {
        REQUIRE(std::getline(given, ours));
        if (approved.starts_with("# ")) part = approved;
        if (ours == approved) continue;
        CAPTURE(file, part, line, approved, ours);
        CHECK(alike_line(approved, ours, closeness));
    }
    CHECK_FALSE(std::getline(given, ours));
}
