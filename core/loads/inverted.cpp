#include "loads/cases.h"

namespace clampet::loads {
namespace {

class Inverted : public LoadCase {
 public:
    std::string_view key() const override { return "inverted"; }
    std::string_view name() const override { return "Upside down"; }
    std::string_view purpose() const override { return "It is hung, packed or carried the other way up."; }
    std::span<const families::Parameter> parameters() const override { return {}; }
    Result<std::vector<rig::Action>> actions(const families::Values&, const Situation&) const override {
        rig::Action action;
        action.words = "upside down";
        action.gravity = -action.gravity;
        return std::vector{action};
    }
};

}  // namespace

const LoadCase& inverted() {
    static const Inverted load_case;
    return load_case;
}

}  // namespace clampet::loads
