#pragma once
#include <cctype>
#include <optional>
#include <string>
#include <utility>

/// A length that a remedy says, just on its right side [m]; nothing where it says none.
inline std::optional<double> length_advised(const std::string& remedy) {
    constexpr double hair = 1e-5;
    for (const auto& [words, beside] :
         {std::pair{"more than ", hair}, {"less than ", -hair}, {"at least ", 0}, {"at most ", 0}})
        if (const auto at = remedy.find(words); at != remedy.npos) {
            const std::string rest = remedy.substr(at + std::string(words).size());
            std::size_t read = 0;
            if (rest.empty() || !std::isdigit(static_cast<unsigned char>(rest[0]))) return std::nullopt;
            const double number = std::stod(rest, &read);
            if (rest.substr(read).starts_with(" mm")) return number / 1000 + beside;
        }
    return std::nullopt;
}
