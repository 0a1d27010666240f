#include <array>

#include "families/arm/arm.h"
#include "families/ball/ball.h"
#include "families/ball_chain/ball_chain.h"
#include "families/bond/bond.h"
#include "families/cam/cam.h"
#include "families/counterweight/counterweight.h"
#include "families/detent/detent.h"
#include "families/dovetail/dovetail.h"
#include "families/edge_clamp/edge_clamp.h"
#include "families/family.h"
#include "families/fastener_group/fastener_group.h"
#include "families/flat_face/flat_face.h"
#include "families/friction_pivot/friction_pivot.h"
#include "families/insert/insert.h"
#include "families/jam_collar/jam_collar.h"
#include "families/lean/lean.h"
#include "families/pan_drive/pan_drive.h"
#include "families/print_fastening/print_fastening.h"
#include "families/rated/rated.h"
#include "families/rest/rest.h"
#include "families/round_joint/round_joint.h"
#include "families/screw_drive/screw_drive.h"
#include "families/sheet_joint/sheet_joint.h"
#include "families/shoe/shoe.h"
#include "families/stance/stance.h"
#include "families/strap/strap.h"
#include "families/tether/tether.h"
#include "families/thread/thread.h"
#include "families/tube_grip/tube_grip.h"
#include "families/wedge/wedge.h"

namespace clampet::families {

std::span<const Family* const> registry() {
    static const std::array all{
        &thread(),
        &screw_drive(),
        &flat_face(),
        &tube_grip(),
        &round_joint(),
        &edge_clamp(),
        &ball(),
        &ball_chain(),
        &friction_pivot(),
        &cam(),
        &jam_collar(),
        &wedge(),
        &dovetail(),
        &shoe(),
        &fastener_group(),
        &insert(),
        &print_fastening(),
        &sheet_joint(),
        &bond(),
        &strap(),
        &arm(),
        &rest(),
        &lean(),
        &stance(),
        &counterweight(),
        &pan_drive(),
        &detent(),
        &tether(),
        &rated(),
    };
    return all;
}

const Family* family_named(std::string_view key) {
    for (const Family* family : registry())
        if (family->key() == key) return family;
    return nullptr;
}

}  // namespace clampet::families
