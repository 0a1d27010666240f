#include "loads/cases.h"
#include "loads/where.h"

namespace clampet::loads {
namespace {

class Push : public LoadCase {
 public:
    std::string_view key() const override { return "push"; }
    std::string_view name() const override { return "Push of a hand"; }
    std::string_view purpose() const override { return "A hand bumps into it, from the worst side."; }
    std::span<const families::Parameter> parameters() const override {
        static const auto rows = families::joined(
            {{families::quantity_row("force", "Push", quantity::Dimension::force, 15, {0, 1e5},
                                     "A bump by hand at the payload. 15 N is common practice.", "common practice")},
             where_rows("is pushed")});
        return rows;
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation& s) const override {
        return force_from_anywhere(values, s, "with a push", "this push");
    }
};

}  // namespace

const LoadCase& push() {
    static const Push load_case;
    return load_case;
}

}  // namespace clampet::loads
