#pragma once
#include <map>
#include <string>
#include <vector>

#include "rig/rig.h"
#include "solids/model.h"

namespace clampet::solids {

/// A part of a rig, as solids.
struct PartModel {
    std::string part;  ///< its id
    std::string name;
    parts::Body body;
    Model model;
};
/// What came of it.
struct Models {
    std::vector<PartModel> parts;        ///< in the rig's order
    std::vector<std::string> otherwise;  ///< made too, but of no solids that are known here: names
};

/// Builds the solids of a rig's parts and keeps them: a part that has not changed is not built again.
class ModelShop {
 public:
    /// Meaning  Of every part whose origin is `make`.
    /// Errors   A Problem at the part that cannot be built, or that it was stopped.
    Result<Models> models_of(const rig::Rig& rig, const Allowance& allowance = {}, const study::Job& job = {});

 private:
    struct Kept {
        std::string kind;
        families::Values values;
        double holes = 0;
        PartModel made;
    };
    std::map<std::string, Kept> kept_;  ///< by the part's id
};

}  // namespace clampet::solids
