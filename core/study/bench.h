#pragma once
#include <array>
#include <map>
#include <optional>
#include <string>

#include "families/stock_use.h"
#include "rig/rig.h"
#include "study/capacity.h"
#include "study/check.h"

namespace clampet::study {

/// How an interface stands in the world: where its z axis points, and what its own weight does to it.
enum class Stands { upright, hung, level_along_x, level_along_y };

/// A payload on one interface: what a person knows of it.
struct BenchLoad {
    std::string device;               ///< class of catalogue::devices() that mass and place came from; empty: typed
    double mass = 1.3;                ///< beyond the interface [kg]
    study::ActsAt at{0.02, 0, 0.06};  ///< its centre of gravity in the interface's frame [m]
    Stands stands = Stands::upright;
    double push = 15;  ///< of a hand, at the centre of gravity [N]
    study::Plane plane = study::Plane::xz;
    double direction = 0;  ///< of the push, in that plane [rad]
    friend bool operator==(const BenchLoad&, const BenchLoad&) = default;
};
/// Gravity in the interface's frame, as it acts on what the interface itself weighs.
mechanics::Wrench gravity_of(Stands stands);
/// The weight stays, the interface's own too; the push comes and goes.
mechanics::Load load_of(const BenchLoad& load);
/// A device by its class on an interface: ahead is x, aside y, above z. Errors: a Problem that offers what is known.
Result<BenchLoad> load_of_device(std::string_view name);
/// The same load with its push in the direction in which the interface lets go first.
/// Meaning  Least of the ultimate modes over 162 directions, refined to a degree; `direction` gets where it points.
mechanics::Load with_worst_push(const families::Joint& joint, const BenchLoad& load,
                                std::array<double, 3>* direction = nullptr);

/// What a row of stock fills, by its name: its numbers are looked up when they are wanted.
/// `said` is how it was asked for, where a word of feel came with the name.
std::map<std::string, rig::Input> inputs_from(const families::StockOffer& offer, const std::string& said = {});
/// The frictions whose surface it is, where they are known by a pair of names: "rubber on hardwood" of oak.
/// `given`: the inputs so far; a friction of one's own stays.
std::map<std::string, rig::Input> frictions_from(const families::StockOffer& offer, const families::Family& family,
                                                 const std::map<std::string, rig::Input, std::less<>>& given);
/// What of a use was taken by its name.
struct Taken {
    std::string name;
    bool corrected = false;  ///< some of what it fills is given otherwise
};
std::optional<Taken> taken_from(const families::StockUse& use,
                                const std::map<std::string, rig::Input, std::less<>>& inputs);

/// One interface on its own: what it is, what it carries, what is asked of it.
struct Bench {
    rig::Element element;
    BenchLoad payload;
    std::optional<mechanics::Load> from_rig;  ///< instead of the payload: the governing load of a seam
    double required = 2;
    mechanics::Load load() const { return from_rig ? *from_rig : load_of(payload); }
    friend bool operator==(const Bench&, const Bench&) = default;
};

/// The bench that a family begins with: what its interfaces mostly carry.
Bench first_bench(const families::Family& family, double required);
/// Its element with what follows from its payload: the mass that an arm's frequency asks for is not typed twice.
rig::Element in_force(const Bench& bench);

struct BenchResult {
    families::Values values;  ///< in force, typical
    std::shared_ptr<const families::Joint> joint;
    families::Report report;
    double low = 0, high = 0;  ///< factor with all friction and torque weak, and strong
    Verdict verdict = Verdict::slips;
};
/// Judged by verdict.h's rule.
/// Errors  A Problem whose `where` is the key of the input that cannot be built.
Result<BenchResult> judge(const Bench& bench);

}  // namespace clampet::study
