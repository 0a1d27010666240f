#include <algorithm>

#include "loads/cases.h"
#include "loads/where.h"

namespace clampet::loads {
namespace {

class PayloadOff : public LoadCase {
 public:
    std::string_view key() const override { return "payload_off"; }
    std::string_view name() const override { return "Camera taken off"; }
    std::string_view purpose() const override {
        return "A rig that was balanced with its camera may tip the other way without it.";
    }
    std::span<const families::Parameter> parameters() const override {
        static const std::vector<families::Parameter> rows{
            families::text_row("part", "Taken off", "", "With all that it carries; the payload if none is named."),
            families::quantity_row("force", "Push besides", quantity::Dimension::force, 15, {0, 1e5},
                                   "A hand at what carried it, from the worst side. 0 for none.", "common practice")};
        return rows;
    }
    bool is_useful(const rig::Rig& rig) const override {
        return std::any_of(rig.interfaces.begin(), rig.interfaces.end(), [](const rig::Interface& f) {
            return std::any_of(f.elements.begin(), f.elements.end(), [](const rig::Element& e) {
                return e.family == "stance" || e.family == "counterweight";
            });
        });
    }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation& s) const override {
        const auto& id = families::text(values, "part");
        const rig::Part* part = id.empty() ? rig::payload_of(s.rig) : s.rig.part(id);
        const auto carrier = std::find_if(s.rig.interfaces.begin(), s.rig.interfaces.end(), [&](const auto& f) {
            return part && !f.closes_loop && f.payload.part == part->id;
        });
        if (id.empty() && carrier == s.rig.interfaces.end()) return std::vector<rig::Action>{};
        if (carrier == s.rig.interfaces.end())
            return Problem{"case.nothing_to_take_off", "part", "There is nothing that could be taken off.",
                           "Name a part that an interface carries, for example the camera."};
        rig::Action action;
        action.words = "with the camera off";
        action.absent = {s.placed.part(part->id)};
        if (const double force = families::number(values, "force"); force > 0) {
            const rig::Part& below = *s.rig.part(carrier->support.part);
            const rig::Vector where =
                s.placed.world_from_part(below.id).inverse() * s.placed.world_from_port(carrier->id).translation();
            action.words = "with the camera off and a push";
            action.margin = "this push";
            action.tell_direction = true;
            action.free = {{rig::Directions::sphere,
                            rig::Vector::UnitZ(),
                            {{s.placed.part(below.id), where, rig::Vector(0, 0, force)}},
                            0,
                            0}};
        }
        return std::vector{action};
    }
};

}  // namespace

const LoadCase& payload_off() {
    static const PayloadOff load_case;
    return load_case;
}

}  // namespace clampet::loads
