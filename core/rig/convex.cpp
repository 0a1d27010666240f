#include "rig/convex.h"

namespace clampet::rig {

const Module& convex_module() {
    static const Module module{"What finds parts that touch", "libclampet-fcl.so", "clampet_convex_library",
                               CLAMPET_BUILT_CONVEX};
    return module;
}

Result<const ConvexLibrary*> convex_library() {
    static const auto loaded = load<ConvexLibrary>(convex_module());
    return loaded;
}

}  // namespace clampet::rig
