#pragma once
#include <span>
#include <string_view>
#include <vector>

#include "families/shared/parameter_rows.h"
#include "rig/statics.h"

namespace clampet::loads {

/// What a load case is asked about: a valid rig where it stands.
struct Situation {
    const rig::Rig& rig;
    const rig::Placed& placed;
};

/// One way in which a rig is loaded beside its weight. A file in this folder and a line of registry.cpp each.
class LoadCase {
 public:
    virtual ~LoadCase() = default;
    virtual std::string_view key() const = 0;      ///< in files and scripts: never renamed without a migration
    virtual std::string_view name() const = 0;     ///< "Push of a hand"
    virtual std::string_view purpose() const = 0;  ///< one line
    virtual std::span<const families::Parameter> parameters() const = 0;
    /// Whether it says anything about this rig: a pan needs something that turns.
    virtual bool is_useful(const rig::Rig&) const { return true; }
    /// How it acts, the worst of all counting. `values` are complete and within bounds.
    /// Errors  A Problem whose `where` is the key of the input that names what is not there.
    virtual Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation&) const = 0;
};

/// All load cases, in the order in which people meet them. Rest comes with every check and is not among them.
std::span<const LoadCase* const> registry();
const LoadCase* case_named(std::string_view key);

inline constexpr std::string_view rest = "rest";

/// rig::validate, and the rig's load cases: kinds, inputs, and that what they name is there.
/// Errors  As rig::validate; a case's `where` is /cases/K/inputs/key.
Status validate(const rig::Rig& rig);
/// The same but for the inputs of its interfaces, which prepare() checks.
Status validate_structure(const rig::Rig& rig);

/// Rest, and every way in which the rig's cases act. `only`: ids or kinds of the cases wanted; empty for all.
/// Errors  A Problem when a case is not there or does not fit the rig.
Result<std::vector<rig::Action>> actions_of(const rig::Rig& rig, const rig::Placed& placed,
                                            const std::vector<std::string>& only = {});

/// Whether every joint that an input "axis" names is there.
bool names_axes_of(const rig::Rig& rig, const std::string& named);
/// What a rig's case is called: its kind's name, and what it acts on where that is said.
std::string name_of(const rig::Rig& rig, const rig::CaseUse& use);

}  // namespace clampet::loads
