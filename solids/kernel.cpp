#include "solids/kernel.h"

namespace clampet::solids {

Result<const Kernel*> kernel() {
    static const auto loaded =
        load<Kernel>({"What builds solids", "libclampet-occt.so", "clampet_solid_kernel", CLAMPET_BUILT_KERNEL});
    return loaded;
}

}  // namespace clampet::solids
