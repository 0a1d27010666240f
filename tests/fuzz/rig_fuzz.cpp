// No file crashes the reader, and what it accepts is written so that it reads back equal.
#include <cstdint>
#include <cstdlib>
#include <string_view>

#include "project/rig_json.h"

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace clampet;
    const auto rig = project::read_rig(std::string_view(reinterpret_cast<const char*>(data), size));
    if (!rig) return 0;
    const auto again = project::read_rig(project::write_rig(*rig));
    if (!again || !(*again == *rig)) std::abort();
    return 0;
}
