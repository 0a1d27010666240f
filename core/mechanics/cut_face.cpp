#include "mechanics/cut_face.h"

namespace clampet::mechanics {

Result<CutFacePtr> cut_face(const Cut& cut, std::initializer_list<CutFacePtr> known) {
    for (const auto& face : known)
        if (face && face->cut == cut) return face;
    const auto patch = make_patch(cut.shape, cut.bedding, cut.radial, cut.around);
    if (!patch) return patch.problem();
    std::optional<PressureSolver> block;
    if (cut.in_closed_form) block.emplace(*patch, cut.tolerance, Integration::exact);
    return std::make_shared<const CutFace>(CutFace{cut, PressureSolver(*patch, cut.tolerance), std::move(block),
                                                   PlanarContacts(patch->x, patch->y, patch->size),
                                                   patch->round ? std::vector<HullEdge>{} : hull_edges(*patch)});
}

}  // namespace clampet::mechanics
