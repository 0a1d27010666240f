#include "desktop/brief/held_thing.h"

#include "desktop/widgets/quantity_field.h"

namespace clampet::desktop {
namespace {

class OnTheRig : public HeldThing {
 public:
    OnTheRig(project::Document& document, std::string part) : document_(document), part_(std::move(part)) {}
    const rig::Part* part() const override { return document_.rig().part(part_); }
    std::vector<Thing> things() const override;
    Status set_name(const std::string& name, project::Gesture gesture) override {
        return document_.perform(project::SetPartName{part_, name}, gesture);
    }
    Status set_mass(double mass, project::Gesture gesture) override {
        return document_.perform(project::SetMass{part_, mass}, gesture);
    }
    Status set_centre(const rig::Vector& at, project::Gesture gesture) override {
        return document_.perform(project::SetCentreOfGravity{part_, at}, gesture);
    }
    Status set_class(const std::string& device) override {
        const auto gesture = next_gesture();
        if (auto done = document_.perform(project::SetPartValue{part_, "device", device}, gesture); !done) return done;
        (void)document_.perform(project::ClearMass{part_}, gesture);
        return document_.perform(project::ClearCentreOfGravity{part_}, gesture);
    }

 private:
    project::Document& document_;
    std::string part_;
};

std::vector<Thing> OnTheRig::things() const {
    std::vector<Thing> all{{part()}};
    const auto& placed = document_.check().placed;
    if (!placed || placed->is_empty()) return all;
    const auto& rig = document_.rig();
    const Eigen::Isometry3d own = placed->world_from_part(part_).inverse();
    for (std::size_t at = 0; at < all.size(); ++at)
        for (const auto& f : rig.interfaces)
            if (!f.closes_loop && f.support.part == all[at].part->id)
                all.push_back({rig.part(f.payload.part), own * placed->world_from_part(f.payload.part)});
    return all;
}

class OnThePlan : public HeldThing {
 public:
    OnThePlan(project::Document& document, std::size_t index) : document_(document), index_(index) {}
    const rig::Part* part() const override {
        const auto& planned = document_.rig().planned;
        if (index_ >= planned.size()) return nullptr;
        if (of_ != planned[index_]) {
            const auto part = rig::part_of(planned[index_]);
            part_ = part ? std::optional(*part) : std::nullopt;
            of_ = planned[index_];
        }
        return part_ ? &*part_ : nullptr;
    }
    std::vector<Thing> things() const override { return {{part()}}; }
    Status set_name(const std::string& name, project::Gesture gesture) override {
        return change(gesture, [&](rig::Planned& p) { p.name = name; });
    }
    Status set_mass(double mass, project::Gesture gesture) override {
        return change(gesture, [&](rig::Planned& p) { p.weighed = mass; });
    }
    Status set_centre(const rig::Vector& at, project::Gesture gesture) override {
        return change(gesture, [&](rig::Planned& p) { p.balanced = at; });
    }
    Status set_class(const std::string& device) override {
        return change(next_gesture(), [&](rig::Planned& p) {
            const auto before = p.values.find("device");
            const bool is_called_so = before != p.values.end() && before->second == families::Value(p.name);
            p = {is_called_so ? device : p.name, p.kind, {{"device", device}}};
        });
    }

 private:
    template <class Change>
    Status change(project::Gesture gesture, Change how) {
        auto planned = document_.rig().planned;
        if (index_ < planned.size()) how(planned[index_]);
        return document_.perform(project::SetPlanned{std::move(planned)}, gesture);
    }

    project::Document& document_;
    std::size_t index_;
    mutable std::optional<rig::Planned> of_;  ///< what `part_` is made of
    mutable std::optional<rig::Part> part_;
};

}  // namespace

HeldThingPtr on_the_rig(project::Document& document, std::string part) {
    return std::make_shared<OnTheRig>(document, std::move(part));
}
HeldThingPtr on_the_plan(project::Document& document, std::size_t index) {
    return std::make_shared<OnThePlan>(document, index);
}

}  // namespace clampet::desktop
