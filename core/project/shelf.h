#pragma once
#include "inventory/workshop.h"
#include "parts/part_kind.h"
#include "project/edits.h"

namespace clampet::project {

/// Where on a rig something is to be put; the port is the first that fits where none is given. On an empty rig, what
/// there is to hold on to.
struct ShelfPlace {
    std::string on_part = {}, on_port = {};
    std::string between = {};   ///< an interface that is opened instead
    std::string replaces = {};  ///< a part whose place it takes instead
};

/// A kind of part as it lies on the shelf for that place.
struct ShelfItem {
    const parts::PartKind* kind = nullptr;
    std::vector<NewPart> parts = {};  ///< what is put there: adapters that are missing, then the part itself
    std::string held_by = {};         ///< "Grip round a tube"; empty for a support
    double owned = 0;                 ///< so many are in the drawer
    bool is_planned = false;          ///< the brief says that it is to be held
    std::string lacks = {};           ///< why it cannot go there; empty where it can
    bool can_go() const { return lacks.empty(); }
    std::size_t adapters() const { return parts.empty() ? 0 : parts.size() - 1; }
};

/// Every kind of part, those that can go there first: without adapters before with them, in the order of the kinds;
/// what the brief says is to be held before all others.
/// `workshop`: what lies in its drawer comes first, in its own sizes; routes are made of its adapters where they can
/// be.
std::vector<ShelfItem> shelf(const rig::Rig& rig, const ShelfPlace& place,
                             const inventory::Workshop* workshop = nullptr);
/// The edit that puts it there.
Edit edit_for(const ShelfItem& item, const ShelfPlace& place);

}  // namespace clampet::project
