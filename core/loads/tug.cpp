#include "loads/cases.h"
#include "loads/where.h"

namespace clampet::loads {
namespace {

class Tug : public LoadCase {
 public:
    std::string_view key() const override { return "tug"; }
    std::string_view name() const override { return "Tug of a cable"; }
    std::string_view purpose() const override { return "Someone catches the cable, from the worst side."; }
    std::span<const families::Parameter> parameters() const override {
        static const auto rows = families::joined(
            {{families::quantity_row("force", "Tug", quantity::Dimension::force, 10, {0, 1e5},
                                     "Until the plug slips out or someone notices. 10 N is common practice.",
                                     "common practice")},
             where_rows("the cable goes to")});
        return rows;
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation& s) const override {
        return force_from_anywhere(values, s, "when its cable is tugged", "this tug");
    }
};

}  // namespace

const LoadCase& tug() {
    static const Tug load_case;
    return load_case;
}

}  // namespace clampet::loads
