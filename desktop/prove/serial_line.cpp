#include "desktop/prove/serial_line.h"

namespace clampet::desktop {

Result<const SerialLibrary*> serial_library() {
    static const auto loaded = load<SerialLibrary>(
        {"What reads a scale", "libclampet-serial.so", "clampet_serial_library", CLAMPET_BUILT_SERIAL});
    return loaded;
}

}  // namespace clampet::desktop
