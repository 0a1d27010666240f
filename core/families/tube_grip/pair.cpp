#include "families/tube_grip/other_grips.h"

namespace clampet::families {
namespace of_pair {
namespace {

class PairJoint : public Joint {
 public:
    PairJoint(std::shared_ptr<const Joint> first, std::shared_ptr<const Joint> second, double apart)
        : first_(std::move(first)), second_(std::move(second)), apart_(apart) {
        for (const auto& m : first_->modes()) modes_.push_back(m);
        for (Mode m : second_->modes()) {
            m.key += "_second";
            m.label = m.label.followed_by(", second tube");
            modes_.push_back(std::move(m));
        }
    }
    std::span<const Mode> modes() const noexcept override { return modes_; }
    double utilisation(std::size_t mode, const Wrench& w) const noexcept override {
        return is_first(mode) ? first_->utilisation(mode, w) : second_->utilisation(mode - count(), turned(w));
    }
    double load_factor(std::size_t mode, const Ray& ray) const noexcept override {
        return is_first(mode) ? first_->load_factor(mode, ray)
                              : second_->load_factor(mode - count(), {turned(ray.start), turned(ray.direction)});
    }
    Phrase motion(std::size_t mode, const Wrench& w) const override {
        if (is_first(mode)) return first_->motion(mode, w);
        const auto words = second_->motion(mode - count(), turned(w));
        return words.empty() ? words : words.followed_by(", second tube");
    }
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& w) const override {
        return is_first(mode) ? first_->demand(mode, w) : second_->demand(mode - count(), turned(w));
    }
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& w) const override {
        return is_first(mode) ? first_->capacity(mode, w) : second_->capacity(mode - count(), turned(w));
    }
    std::vector<NamedValue> results(const Load& load) const override {
        auto all = first_->results(load);
        for (auto value : second_->results(turned(load))) {
            value.name += "_second";
            all.push_back(std::move(value));
        }
        return all;
    }
    Working working(const Load& load) const override {
        Working all = first_->working(load);
        for (auto line : second_->working(turned(load))) {
            line.quantity += "_second";
            all.push_back(std::move(line));
        }
        return all;
    }
    std::vector<Advisory> advisories() const override {
        auto all = first_->advisories();
        for (const auto& a : second_->advisories()) all.push_back({"Second tube: " + a.text, a.doubtful});
        return all;
    }
    drawing::Drawing section(const Load& load) const override { return first_->section(load); }

 private:
    std::size_t count() const noexcept { return first_->modes().size(); }
    bool is_first(std::size_t mode) const noexcept { return mode < count(); }
    /// About the second tube's axis, in its frame: x along it (the first one's y), z kept.
    Wrench turned(const Wrench& w) const noexcept {
        const double mx = w.mx + apart_ * w.fy, my = w.my - apart_ * w.fx;
        return {w.fy, -w.fx, w.fz, my, -mx, w.mz};
    }
    Load turned(const Load& load) const noexcept { return {turned(load.permanent), turned(load.variable)}; }

    std::shared_ptr<const Joint> first_, second_;
    double apart_;
    std::vector<Mode> modes_;
};

}  // namespace
}  // namespace of_pair

std::shared_ptr<const Joint> right_angle_pair(std::shared_ptr<const Joint> first, std::shared_ptr<const Joint> second,
                                              double apart) {
    using namespace of_pair;
    return std::make_shared<PairJoint>(std::move(first), std::move(second), apart);
}

}  // namespace clampet::families
