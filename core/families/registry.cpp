#include <array>

#include "families/ball/ball.h"
#include "families/cam/cam.h"
#include "families/dovetail/dovetail.h"
#include "families/family.h"
#include "families/flat_face/flat_face.h"
#include "families/jam_collar/jam_collar.h"
#include "families/shoe/shoe.h"
#include "families/stance/stance.h"
#include "families/thread/thread.h"
#include "families/tube_grip/tube_grip.h"
#include "families/wedge/wedge.h"

namespace clampet::families {

std::span<const Family* const> registry() {
    static const std::array all{
        &thread(), &flat_face(),  &tube_grip(), &ball(),     &stance(),
        &cam(),    &jam_collar(), &wedge(),     &dovetail(), &shoe(),
    };
    return all;
}

const Family* family_named(std::string_view key) {
    for (const Family* family : registry())
        if (family->key() == key) return family;
    return nullptr;
}

}  // namespace clampet::families
