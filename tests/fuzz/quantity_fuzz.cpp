// No text crashes the parser, gives NaN, or is written in a way that it does not read back.
#include <cmath>
#include <cstdint>
#include <cstdlib>
#include <string_view>

#include "quantity/format.h"
#include "quantity/parse.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace clampet::quantity;
    const std::string_view text(reinterpret_cast<const char*>(data), size);
    const auto any = parse_any(text);
    if (any && !std::isfinite(any->si)) std::abort();
    for (int i = 0; i < clampet::quantity::dimension_count; ++i) {
        const auto dimension = static_cast<Dimension>(i);
        const auto value = parse(text, dimension, "mm");
        if (!value) continue;
        const double magnitude = std::abs(*value);
        if (magnitude > 1e9 || magnitude < 1e-9) continue;
        const auto back = parse(format_exact(*value, dimension), dimension);
        if (!back || std::abs(*back - *value) > 1e-5 * magnitude) std::abort();
    }
    return 0;
}
