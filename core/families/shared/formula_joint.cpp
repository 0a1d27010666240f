#include "families/shared/formula_joint.h"

#include <fmt/format.h>

#include <cmath>

#include "families/shared/search_memory.h"
#include "mechanics/first_exit.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace {

using quantity::infinite;

class FormulaJoint : public Joint {
 public:
    explicit FormulaJoint(FormulaParts parts) : parts_(std::move(parts)) {
        for (const auto& m : parts_.modes) modes_.push_back(m.mode);
    }
    std::span<const Mode> modes() const noexcept override { return modes_; }
    double utilisation(std::size_t mode, const Wrench& w) const noexcept override {
        return parts_.modes[mode].utilisation(w);
    }
    double load_factor(std::size_t mode, const Ray& ray) const noexcept override {
        const auto& m = parts_.modes[mode];
        SearchMemory memory;
        const auto used = [&](double lambda) {
            return m.searching ? m.searching(ray.at(lambda), memory) : m.utilisation(ray.at(lambda));
        };
        if (!m.ends_with)
            return m.capacity_is_concave ? mechanics::first_exit(used, m.tolerance)
                                         : mechanics::smallest_exit(used, m.tolerance);
        const double cap = mechanics::first_exit([&](double lambda) { return m.ends_with(ray.at(lambda)); });
        const double exit = mechanics::first_exit_below(cap, used, m.tolerance);
        return m.capacity_is_concave ? exit : mechanics::look_below(0, exit, used, m.tolerance, 8).exit;
    }
    Phrase motion(std::size_t mode, const Wrench& w) const override {
        return parts_.modes[mode].motion ? parts_.modes[mode].motion(w) : Phrase();
    }
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& w) const override {
        return finite(parts_.modes[mode].demand(w));
    }
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& w) const override {
        return finite(parts_.modes[mode].capacity(w));
    }
    std::vector<NamedValue> results(const Load& load) const override {
        auto values = parts_.results;
        if (parts_.loaded_results)
            for (auto& v : parts_.loaded_results(load)) values.push_back(std::move(v));
        return finite(std::move(values));
    }
    Working working(const Load& load) const override;
    std::vector<Advisory> advisories() const override { return parts_.advisories; }
    std::optional<Eigen::Matrix<double, 6, 6>> compliance() const override { return parts_.compliance; }
    std::optional<Eigen::Matrix<double, 6, 1>> settles(const Wrench& w) const override {
        return parts_.settles ? std::optional(parts_.settles(w)) : std::nullopt;
    }
    bool only_presses() const noexcept override { return parts_.only_presses; }
    drawing::Drawing section(const Load& load) const override { return parts_.section(load); }

 private:
    /// What has no bound is left out: a report holds numbers only.
    static std::vector<NamedValue> finite(std::vector<NamedValue> values) {
        std::erase_if(values, [](const NamedValue& v) { return !std::isfinite(v.value); });
        return values;
    }
    FormulaParts parts_;
    std::vector<Mode> modes_;
};

Working FormulaJoint::working(const Load& load) const {
    Working lines;
    const auto add = [&](Working more) {
        for (auto& line : more) lines.push_back(std::move(line));
    };
    for (const auto& fixed : parts_.working) add(fixed());
    if (parts_.loaded_working) add(parts_.loaded_working(load));
    const Wrench w = load.whole();
    for (const auto& m : parts_.modes) {
        for (const auto& d : finite(m.demand(w)))
            lines.push_back({m.mode.key + "_" + d.name, "from the load", "", d.value, d.dimension, "rig statics"});
        for (const auto& c : finite(m.capacity(w)))
            lines.push_back({m.mode.key + "_" + c.name + "_limit", m.formula, "", c.value, c.dimension, m.source});
    }
    std::erase_if(lines, [](const WorkLine& line) { return !std::isfinite(line.value); });
    return lines;
}

}  // namespace

FormulaMode dented(FormulaMode mode) {
    mode.mode.dents = true;
    return mode;
}

FormulaMode ratio(Ratio r) {
    FormulaMode m;
    m.mode = {r.key, r.mode_class, r.label, false, false};
    m.utilisation = [demand = r.demand, capacity = r.capacity](const Wrench& w) {
        const double asked = demand(w), given = capacity(w);
        if (!(asked > 0)) return given < 0 ? infinite : 0.0;
        return given > 0 ? asked / given : infinite;
    };
    m.demand = [f = r.demand, name = r.name, d = r.dimension](const Wrench& w) {
        return std::vector<NamedValue>{{name, std::max(0.0, f(w)), d}};
    };
    m.capacity = [f = r.capacity, name = r.name, d = r.dimension](const Wrench& w) {
        return std::vector<NamedValue>{{name, std::max(0.0, f(w)), d}};
    };
    m.formula = std::move(r.formula);
    m.source = std::move(r.source);
    return m;
}

FormulaMode margin(std::string key, Phrase label, std::function<double(const Wrench&)> margin_of, std::string formula,
                   std::string source) {
    FormulaMode m;
    m.mode = {std::move(key), ModeClass::ultimate, std::move(label), false, true};
    m.utilisation = [margin_of](const Wrench& w) {
        const double margin = margin_of(w);
        return margin > 0 ? 1 / margin : infinite;
    };
    m.demand = [](const Wrench&) { return std::vector<NamedValue>{}; };
    m.capacity = [margin_of](const Wrench& w) {
        return std::vector<NamedValue>{{"margin", margin_of(w), Dimension::number}};
    };
    m.formula = std::move(formula);
    m.source = std::move(source);
    return m;
}

std::shared_ptr<const Joint> formula_joint(FormulaParts parts) {
    return std::make_shared<FormulaJoint>(std::move(parts));
}

}  // namespace clampet::families
