#include "mechanics/cut_face.h"

#include <algorithm>
#include <mutex>
#include <vector>

namespace clampet::mechanics {
namespace {

/// The faces that were asked for last, the latest in front.
class LastFaces {
 public:
    CutFacePtr like(const Cut& cut) {
        const std::scoped_lock lock(mutex_);
        const auto at = std::find_if(faces_.begin(), faces_.end(), [&](const auto& face) { return face->cut == cut; });
        if (at == faces_.end()) return nullptr;
        std::rotate(faces_.begin(), at, at + 1);
        return faces_.front();
    }
    void keep(const CutFacePtr& face) {
        const std::scoped_lock lock(mutex_);
        if (faces_.size() == most) faces_.pop_back();
        faces_.insert(faces_.begin(), face);
    }

 private:
    static constexpr std::size_t most = 48;  // a rig of twenty faces, each cut in two or three ways; a few megabytes
    std::mutex mutex_;
    std::vector<CutFacePtr> faces_;
};

LastFaces& last_faces() {
    static LastFaces faces;
    return faces;
}

}  // namespace

Result<CutFacePtr> cut_face(const Cut& cut) {
    if (auto known = last_faces().like(cut)) return known;
    const auto patch = make_patch(cut.shape, cut.bedding, cut.radial, cut.around);
    if (!patch) return patch.problem();
    std::optional<PressureSolver> block;
    if (cut.in_closed_form) block.emplace(*patch, cut.tolerance, Integration::exact);
    auto face = std::make_shared<const CutFace>(CutFace{cut, PressureSolver(*patch, cut.tolerance), std::move(block),
                                                        PlanarContacts(patch->x, patch->y, patch->size),
                                                        patch->round ? std::vector<HullEdge>{} : hull_edges(*patch)});
    last_faces().keep(face);
    return CutFacePtr(std::move(face));
}

}  // namespace clampet::mechanics
