#pragma once
#include <string>

/// Holds `now` to the file of that name in tests/reference/, line by line and word by word: texts exactly, numbers to
/// `share` of themselves or `absolute`. Lines that start with “# ” name what the next ones belong to.
/// A change that is meant is approved by CLAMPET_APPROVE=1 clampet-tests "[approved]", and seen in the difference.
struct Closeness {
    double share = 1e-4, absolute = 0.005;
};
void is_approved(const std::string& file, const std::string& now, Closeness closeness = {});
