#pragma once
#include <array>
#include <limits>
#include <map>
#include <memory>
#include <optional>
#include <span>
#include <string>
#include <string_view>
#include <variant>
#include <vector>

#include "drawing/drawing.h"
#include "families/motion.h"
#include "families/phrase.h"
#include "families/ports.h"
#include "mechanics/working.h"
#include "mechanics/wrench.h"
#include "quantity/dimension.h"
#include "quantity/result.h"

namespace clampet::families {

using mechanics::Load;
using mechanics::NamedValue;
using mechanics::Ray;
using mechanics::Working;
using mechanics::WorkLine;
using mechanics::Wrench;
using quantity::Dimension;

enum class Kind { quantity, choice, text };

struct Choice {
    std::string key, label;
};

/// How an input scatters: its 5 % and 95 % values as multiples of the typical one, or another choice at the weak end.
struct Spread {
    double low = 1, high = 1;
    bool more_holds_more = true;  ///< false: its high value is the weak end (friction in a screw's thread)
    std::string weak_choice;      ///< for a choice: what the weak end of the band uses
    /// More may hold more or less: each end of the band is tried with both of its ends.
    bool either = false;
};

/// One input of a family.
struct Parameter {
    std::string key, label;
    Kind kind = Kind::quantity;
    Dimension dimension = Dimension::number;
    double standard = 0;         ///< default [SI]
    double least = 0, most = 0;  ///< bounds [SI]; `least` itself is allowed when least_allowed
    bool least_allowed = true;
    std::vector<Choice> choices;
    std::string standard_text;  ///< default of a choice or text
    std::string help, source;
    Spread spread;
    std::string friction_pair;                ///< default pair of materials, where the parameter is a friction
    std::string shown_by;                     ///< key of a choice that decides whether this input matters…
    std::vector<std::string> shown_for;       ///< …and the choices for which it does
    std::string also_shown_by;                ///< a second such condition…
    std::vector<std::string> also_shown_for;  ///< …both must hold
    bool whole_number = false;                ///< a count: faces, bolts, fingers
    RigFact fact = RigFact::none;             ///< what the rig knows of it, so that nobody types it there
    bool described =
        false;  ///< says how a thing is known, lies or is used, or what site and payload give: not a change
    bool is_relevant(const Values& values) const;
};

enum class ModeClass { ultimate, service };

/// One way in which an interface lets go, or stops serving.
struct Mode {
    std::string key;
    ModeClass mode_class = ModeClass::ultimate;
    Phrase label;            ///< "slides or twists"
    bool live_only = false;  ///< scaling the weight moves nothing: lambda_live only
    /// A lock that holds or not whatever the size of the load, or a limit that is a ratio: its factor is a margin,
    /// 1/utilisation, that must hold for the permanent load and for the whole.
    bool scale_free = false;
    /// Between two loads that it bears there may be one that it does not: searches take nothing for granted there.
    bool dents = false;
};

/// A warning that comes with the numbers, such as too few turns of thread.
struct Advisory {
    std::string text;
    bool doubtful = false;  ///< the interface cannot be called Holds while this stands
};

/// Numbers are exact; a picture may use a joint's lighter model, good to about two per cent.
enum class Accuracy { exact, picture };

/// An interface with its numbers in force: immutable, safe to use from any thread.
class Joint {
 public:
    virtual ~Joint() = default;
    virtual std::span<const Mode> modes() const noexcept = 0;
    /// Utilisation of a mode under one wrench: under 1 it holds. May be infinite. Finite wrenches only.
    virtual double utilisation(std::size_t mode, const Wrench& wrench) const noexcept = 0;
    /// Smallest lambda >= 0 at which the mode occurs along a ray; infinity when the ray does not drive it.
    virtual double load_factor(std::size_t mode, const Ray& ray) const noexcept;
    /// A lighter model of the same joint, good enough to find the worst direction of a load; itself by default.
    virtual const Joint& for_search() const noexcept { return *this; }
    /// Quick test for searches: true only when the mode does not occur under this wrench.
    virtual bool surely_holds(std::size_t mode, const Wrench& wrench) const noexcept {
        return utilisation(mode, wrench) < 1;
    }
    /// "twists", "slides": how it would move, for modes that have motions.
    virtual Phrase motion(std::size_t mode, const Wrench& wrench) const;
    virtual std::vector<NamedValue> demand(std::size_t mode, const Wrench& wrench) const = 0;
    virtual std::vector<NamedValue> capacity(std::size_t mode, const Wrench& wrench) const = 0;
    /// Named values that others may use: "preload", "engaged_turns".
    virtual std::vector<NamedValue> results(const Load& load) const = 0;
    virtual Working working(const Load& load) const = 0;
    virtual std::vector<Advisory> advisories() const { return {}; }
    /// How the payload side moves and turns for unit loads there [m/N, rad/(N m)], in the interface's frame, where it
    /// yields so much that load paths beside it matter. Nothing: firm beside what yields.
    virtual std::optional<Eigen::Matrix<double, 6, 6>> compliance() const { return std::nullopt; }
    /// How the payload side moves and turns under a wrench, what it weighs itself and creep with it [m, rad], in the
    /// interface's frame: an arm's droop. Nothing: it stays where it is.
    virtual std::optional<Eigen::Matrix<double, 6, 1>> settles(const Wrench&) const { return std::nullopt; }
    /// Corners on which it stands, in the interface's frame; empty where it does not stand by its weight.
    virtual std::vector<Eigen::Vector2d> stands_on() const { return {}; }
    /// It bears what presses along z and no pull, no turn: an end that rests on something.
    virtual bool only_presses() const noexcept { return false; }
    /// A to-scale section, in metres.
    virtual drawing::Drawing section(const Load& load) const = 0;
};

/// Rows of a stock table that fill inputs at once: a tube its diameter and its wall.
/// Which of the two surfaces of a friction what is chosen is: the first or the second of its pair's name, or both.
struct Rubs {
    std::string input;
    bool first = false, second = false;
};

struct StockUse {
    std::string group, label;                                     ///< of catalogue::stock(); "Tube"
    std::vector<std::pair<std::string, std::string>> fills;       ///< input and the row's size that fills it
    std::vector<std::pair<std::string, std::string>> sets;        ///< choices that go with it
    std::vector<std::pair<std::string, std::string>> names = {};  ///< input and the row's text that fills it
    std::string key = "stock";  ///< how it is asked for by name: material=oak, pad=cork
    std::vector<std::pair<std::string, std::string>> also = {};  ///< filled too, where the row has that size
    std::vector<Rubs> rubs = {};  ///< frictions whose surface it is, where the interface stands alone
};

/// What an interface of a family mostly carries: a bench begins with it.
struct TypicalLoad {
    double mass = 1.3;                        ///< [kg]
    std::array<double, 3> at{0.02, 0, 0.06};  ///< centre of gravity: ahead, aside, along the interface's axis [m]
    double push = 15;                         ///< of a hand [N]
};

/// What is bought to join two parts: as it stands on the shopping list.
struct Fastener {
    std::string what;  ///< "1/4-20 UNC × 1/2 in screw"
    int count = 1;
};

class Family {
 public:
    virtual ~Family() = default;
    virtual std::string_view key() const = 0;      ///< in files and scripts: never renamed without a migration
    virtual std::string_view name() const = 0;     ///< "Ball in its ring"
    virtual std::string_view purpose() const = 0;  ///< one line
    virtual std::span<const Parameter> parameters() const = 0;
    /// Whether it joins two parts of a load path; a tether or a counterweight lies beside it.
    virtual bool joins_parts() const { return true; }
    /// What a bench begins with; common practice.
    virtual TypicalLoad typical_load() const { return {}; }
    /// What it takes from stock, beside the torque of a hand.
    virtual std::span<const StockUse> own_stock() const { return {}; }
    /// The kinds of ports that it joins; the first that fits two ports fills its inputs from them.
    virtual std::span<const Mating> matings() const { return {}; }
    /// What is bought for it beside the parts that it joins: the screw through a plate, the nut on a stud. Complete,
    /// bounded values; `mating`: how its ports meet, none where they say nothing of it.
    virtual std::vector<Fastener> fasteners(const Values&, const Mating*) const { return {}; }
    /// Whether it touches its support wherever that is flat, as an end on a shelf does, and not where a port is.
    virtual bool lies_anywhere() const { return false; }
    /// Whether it has a motion() at all, whatever its values.
    virtual bool moves() const { return false; }
    /// How its payload side can be set, and what lies between the ports. Complete, bounded values.
    virtual Motion motion(const Values&) const { return {}; }
    /// Whether it can stand with its axes at these positions; its own stops, within those of each axis.
    virtual bool reaches(const Values&, std::span<const double>) const { return true; }
    /// Builds the interface from complete, bounded values. Errors: a Problem naming the parameter that cannot be built.
    virtual Result<std::shared_ptr<const Joint>> join(const Values& values) const = 0;
};

/// All families, in the order in which people meet them.
std::span<const Family* const> registry();
const Family* family_named(std::string_view key);
const Parameter* find_parameter(const Family& family, std::string_view key);

/// Fills in defaults and checks keys, kinds, choices and bounds of what is called `name`. NaN and infinity are out of
/// every range.
Result<Values> complete(std::span<const Parameter> parameters, std::string_view name, const Values& given);
Result<Values> complete(const Family& family, const Values& given);
/// Checks one value against its parameter.
Status check_value(const Parameter& parameter, const Value& value);
double number(const Values& values, std::string_view key);
const std::string& text(const Values& values, std::string_view key);

/// complete() and then join().
Result<std::shared_ptr<const Joint>> join(const Family& family, const Values& given);

/// One mode with its factors.
struct ModeReport {
    std::string mode;
    Phrase label, motion;
    const Phrase& words() const { return motion.empty() ? label : motion; }
    ModeClass mode_class = ModeClass::ultimate;
    double factor = mechanics_infinity, factor_mass = mechanics_infinity, factor_live = mechanics_infinity;
    std::vector<NamedValue> demand, capacity;
    static constexpr double mechanics_infinity = std::numeric_limits<double>::infinity();
};
struct Report {
    std::vector<ModeReport> modes;
    double factor = std::numeric_limits<double>::infinity();  ///< least of the ultimate modes
    std::string governs;                                      ///< its mode; empty when nothing is driven
    std::vector<NamedValue> results;
    Working working;
    std::vector<Advisory> advisories;
};
/// lambda_mass and lambda_live of one mode.
struct Factors {
    double mass = 0, live = 0;
    double least() const { return mass < live ? mass : live; }
};
/// Where what acts without any load, a preload, is too much for a mode already: the share of it that would be right,
/// under 1 ("1.5x too tight"); 0 where nothing would be.
std::optional<double> preload_share(const Joint& joint, std::size_t mode) noexcept;
Factors factors(const Joint& joint, std::size_t mode, const Load& load) noexcept;
Report report(const Joint& joint, const Load& load);

}  // namespace clampet::families
