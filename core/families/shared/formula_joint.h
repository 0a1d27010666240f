#pragma once
#include <functional>

#include "families/family.h"

namespace clampet::families {

struct SearchMemory;

/// A result of every family with play that nothing takes up: how far the payload turns to either side [rad].
inline constexpr std::string_view wanders_by_play = "wanders_by_play";

/// One mode of a joint whose modes are formulas. All functions are pure: they may be called from any thread.
struct FormulaMode {
    Mode mode;
    std::function<double(const Wrench&)> utilisation;
    std::function<std::vector<NamedValue>(const Wrench&)> demand, capacity;
    std::function<Phrase(const Wrench&)> motion;  ///< may be empty
    std::string formula, source;                  ///< of the capacity, for the working
    /// For costly modes. `ends_with` is 1 where equilibrium is lost, beyond which the mode is not asked; `searching` is
    /// the utilisation that starts from the last answer of the same search; `tolerance` of the factor, safe side.
    std::function<double(const Wrench&)> ends_with;
    std::function<double(const Wrench&, SearchMemory&)> searching;
    double tolerance = 1e-9;
    bool capacity_is_concave = false;  ///< no load makes it hold again: its search needs no second look
};

/// What a mode asks for, what it can give, and how that is written.
struct Ratio {
    std::string key;
    ModeClass mode_class = ModeClass::ultimate;
    Phrase label;
    std::string name;  ///< of both, "pull"
    Dimension dimension = Dimension::force;
    std::function<double(const Wrench&)> demand, capacity;
    std::string formula, source;
};
/// Utilisation = demand / capacity; a demand of 0 or less uses nothing.
FormulaMode ratio(Ratio r);
/// A mode whose safe loads make no convex set.
FormulaMode dented(FormulaMode mode);

/// A lock whose margin does not depend on the load's size.
FormulaMode margin(std::string key, Phrase label, std::function<double(const Wrench&)> margin_of, std::string formula,
                   std::string source);

struct FormulaParts {
    std::vector<FormulaMode> modes;
    std::vector<NamedValue> results;
    std::function<std::vector<NamedValue>(const Load&)> loaded_results;  ///< added to `results`; may be empty
    std::vector<std::function<Working()>> working;                       ///< lines that no load changes, on demand
    std::function<Working(const Load&)> loaded_working;                  ///< added after them; may be empty
    std::function<drawing::Drawing(const Load&)> section;
    std::vector<Advisory> advisories;
    std::optional<Eigen::Matrix<double, 6, 6>> compliance;              ///< as Joint::compliance
    std::function<Eigen::Matrix<double, 6, 1>(const Wrench&)> settles;  ///< as Joint::settles; may be empty
    bool only_presses = false;                                          ///< as Joint::only_presses
};
std::shared_ptr<const Joint> formula_joint(FormulaParts parts);

/// A family whose joints are formulas: its texts, its rows, and how parts are made of complete values.
class FormulaFamily : public Family {
 public:
    using Build = Result<FormulaParts> (*)(const Values&);
    using MotionOf = Motion (*)(const Values&);
    using Matings = std::vector<Mating>;
    FormulaFamily(std::string_view key, std::string_view name, std::string_view purpose,
                  std::vector<Parameter> parameters, Build build, bool joins_parts = true,
                  std::vector<StockUse> stock = {}, MotionOf motion_of = nullptr, Matings matings = {},
                  const TypicalLoad& typical_load = {})
        : key_(key),
          name_(name),
          purpose_(purpose),
          parameters_(std::move(parameters)),
          build_(build),
          joins_parts_(joins_parts),
          stock_(std::move(stock)),
          motion_(motion_of),
          matings_(std::move(matings)),
          typical_load_(typical_load) {}
    std::string_view key() const override { return key_; }
    std::string_view name() const override { return name_; }
    std::string_view purpose() const override { return purpose_; }
    std::span<const Parameter> parameters() const override { return parameters_; }
    bool joins_parts() const override { return joins_parts_; }
    TypicalLoad typical_load() const override { return typical_load_; }
    std::span<const StockUse> own_stock() const override { return stock_; }
    std::span<const Mating> matings() const override { return matings_; }
    bool moves() const override { return static_cast<bool>(motion_); }
    Motion motion(const Values& values) const override { return motion_ ? motion_(values) : Motion{}; }
    Result<std::shared_ptr<const Joint>> join(const Values& values) const override {
        auto parts = build_(values);
        if (!parts) return parts.problem();
        return formula_joint(std::move(*parts));
    }

 private:
    std::string_view key_, name_, purpose_;
    std::vector<Parameter> parameters_;
    Build build_;
    bool joins_parts_;
    std::vector<StockUse> stock_;
    MotionOf motion_;
    Matings matings_;
    TypicalLoad typical_load_;
};

}  // namespace clampet::families
