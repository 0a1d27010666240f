#pragma once
#include "parts/body.h"
#include "parts/workpiece.h"

namespace clampet::parts {

/// A kind of part that people have, buy or make: its sizes, and the body that they give.
class PartKind {
 public:
    virtual ~PartKind() = default;
    virtual std::string_view key() const = 0;      ///< in files: never renamed without a migration
    virtual std::string_view name() const = 0;     ///< "V-jaw clamp"
    virtual std::string_view purpose() const = 0;  ///< one line
    virtual std::span<const families::Parameter> parameters() const = 0;
    virtual std::span<const families::StockUse> stock() const { return {}; }  ///< sizes as sold that fill its own
    virtual Role role() const { return Role::part; }
    virtual Origin origin() const { return Origin::make; }
    /// Its body from complete, bounded values. The part's frame: z up as it stands on a bench, x ahead; each kind's
    /// docstring says where its origin lies. Mass is volume times density but where a row says what it weighs.
    /// Errors  A Problem naming the size that cannot be built.
    virtual Result<Body> build(const families::Values& values) const = 0;
    /// Sizes that suit the port of a neighbour: a clamp for this tube. `above`: the part is carried by it. Empty where
    /// nothing of it follows.
    virtual families::Values fitted(const Port& /*neighbour*/, bool /*above*/) const { return {}; }
    /// What is sawn and bored to make it, from the same values as its body, where sawn_from() would not do. The values
    /// are such that it can be built.
    virtual std::vector<Workpiece> workpieces(const families::Values& /*values*/) const { return {}; }
};

/// All kinds, from the ground to the payload.
std::span<const PartKind* const> registry();
const PartKind* kind_named(std::string_view key);
/// What to say where there is none of that key; `where` is left to the caller.
Problem no_kind(std::string_view key);
/// "tube: diameter 33.7 mm, wall 2.6 mm, painted steel".
std::string words_of(const Port& port);

/// Fills in defaults and checks. A face is of what the part is made of where nothing else is said of it: bare, where
/// its kind's standard face is its standard material's, bare or finished.
/// Errors  A Problem whose `where` is the size's key.
Result<families::Values> completed(const PartKind& kind, const families::Values& given);

/// The pieces that it is made of. Errors: it cannot be built, or a hole of one of them does not lie in it.
Result<std::vector<Workpiece>> workpieces_of(const PartKind& kind, const families::Values& given);

/// completed(), and builds. Errors: a Problem whose `where` is the size's key.
Result<Body> built(const PartKind& kind, const families::Values& given);

}  // namespace clampet::parts
