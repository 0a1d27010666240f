#include "parts/fittings.h"

#include <cmath>

#include "parts/rows.h"

namespace clampet::parts {

namespace {

constexpr double foot_width = 0.0185, shoe_width = 0.0187, foot_depth = 0.018, foot_thickness = 0.0020,
                 lip_gap = 0.0021;

bool is_about(const std::optional<double>& size, double wanted) {
    return size && std::abs(*size - wanted) < 0.0005;
}

}  // namespace

Port foot_port(std::string id, const Vector& at) {
    Port foot{std::move(id), families::PortKind::plate, at};
    foot.sizes = {{"width", foot_width}, {"depth", foot_depth}, {"thickness", foot_thickness}};
    foot.surface = "steel";
    return foot;
}

Port shoe_port(std::string id, const Vector& at) {
    Port shoe{std::move(id), families::PortKind::shoe, at};
    shoe.sizes = {{"width", shoe_width}, {"depth", foot_depth}, {"gap", lip_gap}};
    shoe.surface = "steel";
    return shoe;
}

bool is_foot(const Port& port) {
    return port.kind == families::PortKind::plate && is_about(size_of(port, "width"), foot_width) &&
           is_about(size_of(port, "thickness"), foot_thickness);
}

bool is_accessory_shoe(const Port& port) {
    return port.kind == families::PortKind::shoe && is_about(size_of(port, "width"), shoe_width) &&
           is_about(size_of(port, "gap"), lip_gap);
}

bool takes_stand_stud(const Port& port) {
    const auto hole = size_of(port, "diameter"), deep = size_of(port, "length");
    return port.kind == families::PortKind::bore && hole && *hole > stand_stud && *hole < stand_stud + 0.0007 && deep &&
           *deep >= stand_stud_length;
}

}  // namespace clampet::parts
