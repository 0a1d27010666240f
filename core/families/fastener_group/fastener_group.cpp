#include "families/fastener_group/fastener_group.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>
#include <numbers>

#include "catalogue/stock.h"
#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/points_text.h"
#include "families/shared/slip_shares.h"
#include "families/shared/wood_screw.h"
#include "mechanics/friction_limit.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_fastener_group {
namespace {

using mechanics::Point;
using quantity::infinite;

constexpr std::size_t most_fasteners = 24, zone_points = 24;

/// One value a fastener; as many as there are. No memory is asked for: it is made in every pose and draw.
template <class Value>
struct Each {
    std::array<Value, most_fasteners> values;
    std::size_t count = 0;
    Value& operator[](std::size_t i) { return values[i]; }
    const Value& operator[](std::size_t i) const { return values[i]; }
    const Value* begin() const { return values.data(); }
    const Value* end() const { return values.data() + count; }
};

struct Group {
    std::vector<Point> at;
    Point centre;         ///< of the fasteners [m]
    double spread = 0;    ///< sum of squared distances from it [m^2]
    double a = 0, b = 0;  ///< plate, along x and y, about the origin [m]
    double inside = 0;    ///< how far inside the plate's edge it pivots, as a share of the plate
    double lateral = 0, pull = 0;
    bool preloaded = false;
    double preload = 0, friction = 0, zone = 0;
    std::vector<double> weights;  ///< share of a zone's force in each point of `contacts`
    std::shared_ptr<const mechanics::PlanarContacts> contacts;
    double size = 1;

    /// Share of the in-plane load in each fastener, as vectors about their centroid.
    Each<Point> shears(const Wrench& w) const {
        const double n = static_cast<double>(at.size()), twist = w.mz - (centre.x * w.fy - centre.y * w.fx);
        const double turn = spread > 0 ? twist / spread : 0;
        Each<Point> forces;
        for (const Point& p : at)
            forces[forces.count++] = {w.fx / n - turn * (p.y - centre.y), w.fy / n + turn * (p.x - centre.x)};
        return forces;
    }
    double largest_shear(const Wrench& w) const {
        if (!(spread > 0) && std::abs(w.mz - (centre.x * w.fy - centre.y * w.fx)) > 0) return infinite;
        double most = 0;
        for (const Point& f : shears(w)) most = std::max(most, std::hypot(f.x, f.y));
        return most;
    }
    Each<double> tensions(const Wrench& w) const;
    double largest_tension(const Wrench& w) const {
        const auto t = tensions(w);
        return *std::max_element(t.begin(), t.end());
    }
    mechanics::SlipLimit<3> slip(const Wrench& w) const;
};

/// Pull in each fastener: Fz/n and M d/sum(d^2) from the line about which the plate pries.
/// While the plate lifts off altogether, the fasteners alone carry it, as springs about their own centroid; under a
/// pull that does not lift it, the whole moment about the pivot counts, which is never less than Fz/n.
Each<double> Group::tensions(const Wrench& w) const {
    const double n = static_cast<double>(at.size());
    Each<double> t;
    t.count = at.size();
    std::fill_n(t.values.begin(), t.count, w.fz / n);
    const double mx = w.mx - centre.y * w.fz, my = w.my + centre.x * w.fz, m = std::hypot(mx, my);
    if (!(m > 0)) return t;
    const Point u{-my / m, mx / m};  // the side that lifts
    const double half = (std::abs(u.x) * a + std::abs(u.y) * b) / 2;
    double low = -half * (1 - 2 * inside);
    double own = 0, beyond = 0;
    for (const Point& p : at) {
        const double e = u.x * (p.x - centre.x) + u.y * (p.y - centre.y), d = u.x * p.x + u.y * p.y - low;
        own += e * e;
        if (d > 0) beyond += d * d;
    }
    const double mean = u.x * centre.x + u.y * centre.y - low;  // from the pivot to the centroid
    if (w.fz > 0 && own > 0 && w.fz / n - m * mean / own >= 0) {
        for (std::size_t i = 0; i < at.size(); ++i)
            t[i] += m / own * (u.x * (at[i].x - centre.x) + u.y * (at[i].y - centre.y));
        return t;
    }
    for (std::size_t i = 0; i < at.size(); ++i) {
        const double d = std::max(0.0, u.x * at[i].x + u.y * at[i].y - low);
        const double pried = beyond > 0 ? d / beyond : infinite;
        t[i] = w.fz > 0 && mean > 0 ? (m + w.fz * mean) * pried : w.fz / n + m * pried;
    }
    return t;
}

/// Friction under the heads; each zone presses with what its bolt's preload has left.
mechanics::SlipLimit<3> Group::slip(const Wrench& w) const {
    const auto t = tensions(w);
    std::array<double, most_fasteners * zone_points + mechanics::sum_block> limit;
    std::fill_n(limit.begin(), contacts->padded(), 0.0);
    const std::size_t each = weights.size();
    for (std::size_t i = 0; i < at.size(); ++i) {
        const double normal = std::max(0.0, preload - t[i]);
        for (std::size_t k = 0; k < each; ++k) limit[i * each + k] = friction * normal * weights[k];
    }
    return mechanics::slip_limit(*contacts, std::span<const double>(limit.data(), contacts->padded()),
                                 {w.fx, w.fy, w.mz / size});
}

void add_zones(Group& g) {
    std::vector<double> x, y;
    const unsigned around = zone_points / 3;
    for (const Point& p : g.at)
        for (const double r : {0.3162, 0.7746, 0.9487})  // middles of three rings, by area
            for (unsigned k = 0; k < around; ++k) {
                const double angle = 2 * std::numbers::pi * (k + 0.5) / around;
                x.push_back(p.x + g.zone * r * std::cos(angle));
                y.push_back(p.y + g.zone * r * std::sin(angle));
            }
    for (const double share : {0.2, 0.6, 0.2})
        for (unsigned k = 0; k < around; ++k) g.weights.push_back(share / around);
    for (std::size_t i = 0; i < x.size(); ++i) g.size = std::max(i ? g.size : 0.0, std::hypot(x[i], y[i]));
    g.contacts = std::make_shared<const mechanics::PlanarContacts>(x, y, g.size);
}

drawing::Drawing section(const Group& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const Wrench w = load.whole();
    d.rectangle({-g.a / 2, -g.b / 2}, {g.a / 2, g.b / 2}, Material::wood);
    d.line({-0.6 * g.a, 0}, {0.6 * g.a, 0}, Line::centre);
    d.line({0, -0.6 * g.b}, {0, 0.6 * g.b}, Line::centre);
    const double r = g.preloaded ? g.zone : 0.04 * std::max(g.a, g.b), most = g.largest_shear(w);
    const auto forces = g.shears(w);
    const auto t = g.tensions(w);
    const auto hardest = std::max_element(t.begin(), t.end()) - t.begin();
    for (std::size_t i = 0; i < g.at.size(); ++i) {
        const drawing::Point p{g.at[i].x, g.at[i].y};
        d.circle(p, r, Material::metal);
        if (most > 0 && std::isfinite(most)) {
            const double k = 0.35 * std::max(g.a, g.b) / most;
            d.arrow(p, {p.x + k * forces[i].x, p.y + k * forces[i].y}, "");
        }
        if (static_cast<std::ptrdiff_t>(i) == hardest && t[i] > 0 && std::isfinite(t[i]))
            d.text({p.x, p.y + 1.6 * r}, fmt::format("{} pull", quantity::format(t[i], Dimension::force)),
                   Align::centre, TextRole::number);
    }
    d.dimension({-g.a / 2, -g.b / 2}, {g.a / 2, -g.b / 2}, -0.15 * g.b, quantity::format(g.a, Dimension::length));
    d.summary = fmt::format("{} fasteners in a plate of {} by {}, with the force on each.", g.at.size(),
                            quantity::format(g.a, Dimension::length), quantity::format(g.b, Dimension::length));
    return d;
}

FormulaMode combined(const Group& g) {
    FormulaMode both;
    both.mode = {"combined", ModeClass::ultimate, "gives|give way to pull and shear at once", false, false, true};
    both.utilisation = [g](const Wrench& w) {
        const auto t = g.tensions(w);
        const auto s = g.shears(w);
        if (std::isinf(g.largest_shear(w))) return infinite;
        double most = 0;
        for (std::size_t i = 0; i < t.count; ++i)
            most = std::max(most, std::max(0.0, t[i]) / g.pull + std::hypot(s[i].x, s[i].y) / g.lateral);
        return most;
    };
    const auto named = [](double pull, double shear) {
        return std::vector<NamedValue>{{"pull", pull, Dimension::force}, {"shear", shear, Dimension::force}};
    };
    both.demand = [g, named](const Wrench& w) {
        return named(std::max(0.0, g.largest_tension(w)), g.largest_shear(w));
    };
    both.capacity = [g, named](const Wrench&) { return named(g.pull, g.lateral); };
    both.formula = "T/T_a + V/V_a = 1 at the worst fastener";
    both.source = "linear interaction, on the safe side";
    return both;
}

void add_bearing_modes(const Group& g, FormulaParts& parts) {
    parts.modes.push_back(
        ratio({"shears", ModeClass::ultimate, "is|be pushed sideways past its fasteners", "shear", Dimension::force,
               [g](const Wrench& w) { return g.largest_shear(w); }, [g](const Wrench&) { return g.lateral; },
               "max |F/n + M_c × r_i/Σr²|", "Shigley, eccentrically loaded fastener groups"}));
    parts.modes.push_back(
        dented(ratio({"pulls_out", ModeClass::ultimate, "pulls|pull its fasteners out", "pull", Dimension::force,
                      [g](const Wrench& w) { return g.largest_tension(w); }, [g](const Wrench&) { return g.pull; },
                      "Fz/n + M d_i/Σd² from the pivot", "elastic group about a pivot line, derived"})));
    parts.modes.push_back(combined(g));
}

void add_preloaded_modes(const Group& g, FormulaParts& parts) {
    FormulaMode slips;
    slips.mode = {"slips", ModeClass::ultimate, "slides|slide or twists|twist under the heads", false, false};
    slips.utilisation = [g](const Wrench& w) {
        if (!(g.preload > 0)) return infinite;
        const double multiplier = g.slip(w).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    };
    slips.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"shear", std::hypot(w.fx, w.fy), Dimension::force},
                                       {"twist", std::abs(w.mz), Dimension::torque}};
    };
    slips.capacity = [g](const Wrench& w) {
        double normal = 0;
        for (const double t : g.tensions(w)) normal += std::max(0.0, g.preload - t);
        return std::vector<NamedValue>{{"shear", g.friction * normal, Dimension::force}};
    };
    slips.motion = [g](const Wrench& w) -> Phrase {
        const auto at = g.slip(w);
        return SlipShares(at, w, g.size).turns() ? "twists|twist" : "slides|slide";
    };
    slips.formula = "min Σ μ (F_i − T_i)|v_i| over the pressed zones";
    slips.source = "derived, upper-bound theorem";
    parts.modes.push_back(std::move(slips));
    parts.modes.push_back(ratio({"parts", ModeClass::ultimate, "opens|open under one bolt", "pull", Dimension::force,
                                 [g](const Wrench& w) { return g.largest_tension(w); },
                                 [g](const Wrench&) { return g.preload; }, "F", "statics"}));
    parts.modes.push_back(
        dented(ratio({"pulls_out", ModeClass::ultimate, "breaks|break or pulls|pull out a bolt", "pull",
                      Dimension::force, [g](const Wrench& w) { return std::max(g.preload, g.largest_tension(w)); },
                      [g](const Wrench&) { return g.pull; }, "the preload, and T_i once it has opened", "statics"})));
}

/// Screws of a gauge in a wood, instead of strengths: what one of them holds.
Result<WoodScrew> screw_of(const Values& v) {
    WoodScrew screw{.lag = text(v, "screw_kind") == "lag",
                    .shank = number(v, "screw_shank"),
                    .in_wood = number(v, "screw_in_wood"),
                    .gravity = number(v, "wood_gravity"),
                    .side = number(v, "side_thickness"),
                    .side_gravity = text(v, "side_of") == "wood" ? number(v, "side_gravity") : 0,
                    .head = number(v, "head_diameter"),
                    .end_grain = text(v, "grain") == "end",
                    .lasting = text(v, "duration") == "lasting"};
    if (screw.side_gravity > 0 && !(screw.head > screw.shank))
        return Problem{"fastener_group.head_too_small", "head_diameter",
                       fmt::format("A head of {:.3g} mm is no larger than the shank of {:.3g} mm.", screw.head * 1e3,
                                   screw.shank * 1e3),
                       "Give the diameter of the head, or of the washer under it."};
    return screw;
}

void add_screw(Group& g, const WoodScrew& screw, FormulaParts& parts) {
    const double pulls_out = withdrawal(screw), through = head_through(screw);
    g.pull = std::min(pulls_out, through);
    g.lateral = yields(screw, bends_on(screw)).least();
    parts.working.push_back([=, lateral = g.lateral] {
        Working lines{
            {"one_withdrawn",
             screw.lag ? "8100 G^1.5 D^0.75 L · 0.7 · 0.6 if it stays" : "15 700 G² D L · 0.7 · 0.6 if it stays", "",
             pulls_out, Dimension::force, "Wood Handbook, from memory"}};
        if (std::isfinite(through))
            lines.push_back({"one_head_through", "5 · 690 π D_H G² t · 0.7 · 0.6", "", through, Dimension::force,
                             "NDS, from memory"});
        lines.push_back({"one_sideways", "least of the six yield modes, on the root", "", lateral, Dimension::force,
                         "NDS yield limit equations, R_d = 1, from memory"});
        return lines;
    });
    if (!(pulls_out > 0))
        parts.advisories.push_back(
            {"Wood screws do not hold in end grain: turn the piece, or use lags, inserts or cross dowels.", true});
}

Result<FormulaParts> build(const Values& v) {
    Group g;
    auto points = read_points(text(v, "positions"), "positions");
    if (!points) return points.problem();
    g.at = std::move(*points);
    if (g.at.empty() || g.at.size() > most_fasteners)
        return Problem{"fastener_group.impossible_count", "positions",
                       fmt::format("{} fasteners cannot be reckoned with.", g.at.size()),
                       "Give 1 to 24 positions, such as -20 mm,0 mm; 20 mm,0 mm."};
    g.a = number(v, "plate_length");
    g.b = number(v, "plate_width");
    for (const Point& p : g.at) {
        if (std::abs(p.x) > g.a / 2 || std::abs(p.y) > g.b / 2)
            return Problem{"fastener_group.outside_plate", "positions",
                           fmt::format("The fastener at {:.3g} mm, {:.3g} mm lies outside the plate of {:.3g} by "
                                       "{:.3g} mm.",
                                       p.x * 1e3, p.y * 1e3, g.a * 1e3, g.b * 1e3),
                           "Make the plate larger or move the fastener; positions count from the plate's middle."};
        g.centre.x += p.x / static_cast<double>(g.at.size());
        g.centre.y += p.y / static_cast<double>(g.at.size());
    }
    for (const Point& p : g.at) g.spread += std::pow(p.x - g.centre.x, 2) + std::pow(p.y - g.centre.y, 2);
    g.inside = text(v, "bed") == "wood" ? 0.15 : 0;
    FormulaParts parts;
    if (text(v, "kind") == "wood_screws") {
        const auto screw = screw_of(v);
        if (!screw) return screw.problem();
        add_screw(g, *screw, parts);
    } else {
        g.lateral = number(v, "lateral_strength");
        g.pull = number(v, "pull_strength");
    }
    g.preloaded = text(v, "kind") == "preloaded";
    g.preload = number(v, "preload");
    g.friction = number(v, "friction");
    g.zone = number(v, "zone_diameter") / 2;
    parts.working.push_back([=] {
        return Working{{"centroid_x", "Σx/n", "", g.centre.x, Dimension::length, "derived"},
                       {"centroid_y", "Σy/n", "", g.centre.y, Dimension::length, "derived"},
                       {"polar_radius", "√(Σr²/n)", "", std::sqrt(g.spread / static_cast<double>(g.at.size())),
                        Dimension::length, "derived"}};
    });
    if (g.preloaded) {
        add_zones(g);
        add_preloaded_modes(g, parts);
    } else {
        add_bearing_modes(g, parts);
    }
    parts.results = {{"fasteners", static_cast<double>(g.at.size()), Dimension::number},
                     {"one_holds_in_pull", g.pull, Dimension::force}};
    if (!g.preloaded) parts.results.push_back({"one_holds_sideways", g.lateral, Dimension::force});
    parts.loaded_results = [g](const Load& load) {
        return std::vector<NamedValue>{{"largest_shear", g.largest_shear(load.whole()), Dimension::force},
                                       {"largest_pull", g.largest_tension(load.whole()), Dimension::force}};
    };
    if (!(g.spread > 0) && !g.preloaded)
        parts.advisories.push_back({"One fastener does not stop rotation: add a second.", true});
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

/// Screws near the corners of what both faces share; two on a narrow one, along it.
Values near_its_rim(const Meeting& meeting) {
    const PressedFace face = pressed_face(meeting);
    if (!face.is_known()) return {};
    const double length = face.diameter > 0 ? face.diameter : face.length,
                 width = face.diameter > 0 ? face.diameter : face.width;
    constexpr double from_rim = 0.010;  // common practice
    const double x = std::max(0.3 * length, length / 2 - from_rim) * (face.diameter > 0 ? std::sqrt(0.5) : 1),
                 y = std::max(0.3 * width, width / 2 - from_rim) * (face.diameter > 0 ? std::sqrt(0.5) : 1);
    constexpr double narrow = 0.045;
    std::vector<Point> at{{x, y}, {-x, y}, {-x, -y}, {x, -y}};
    if (width < narrow) at = {{x, 0}, {-x, 0}};
    if (width >= narrow && length < narrow) at = {{0, y}, {0, -y}};
    return {{"plate_length", length}, {"plate_width", width}, {"positions", points_text(at)}};
}

/// The screw as it is sold: by its gauge, or by its shank where none is so thick.
std::string called(const Values& v) {
    const bool is_lag = text(v, "screw_kind") == "lag";
    const double shank = number(v, "screw_shank");
    constexpr double as_good_as = 1e-4;  // from one gauge to the next there are 0.33 mm
    for (const auto* row : catalogue::stock_group(is_lag ? "lag" : "wood screw"))
        if (std::abs(row->size("shank") - shank) < as_good_as) return row->name;
    return fmt::format("{} of {}", is_lag ? "lag screw" : "wood screw", quantity::mm(shank));
}

class FastenerGroup : public FormulaFamily {
 public:
    using FormulaFamily::FormulaFamily;
    std::vector<Fastener> fasteners(const Values& v, const Mating*) const override {
        const auto points = read_points(text(v, "positions"), "positions");
        if (!points) return {};
        const int count = static_cast<int>(points->size());
        if (text(v, "kind") == "wood_screws")
            return {{fmt::format("{}, {}", called(v),
                                 quantity::mm(number(v, "side_thickness") + number(v, "screw_in_wood"))),
                     count}};
        return {{text(v, "kind") == "preloaded" ? "bolt with its nut and washers" : "screw or pin", count}};
    }
};

}  // namespace
}  // namespace of_fastener_group

const Family& fastener_group() {
    using namespace of_fastener_group;
    const auto tight = [](Parameter p) { return shown_for(std::move(p), "kind", {"preloaded"}); };
    const auto screwed = [](Parameter p) { return shown_for(std::move(p), "kind", {"wood_screws"}); };
    static const FastenerGroup family(
        "fastener_group", "Group of screws or bolts",
        "Several screws, pins or bolts in one plate: which one is loaded most, and does it hold?",
        {
            choice_row("kind", "They hold by",
                       {{"wood_screws", "bearing: screws in wood"},
                        {"bear", "bearing: pins, or what one holds is known"},
                        {"preloaded", "friction: tightened bolts"}},
                       "bear", "Screws in wood and pins bear at once; tightened bolts hold by friction. Never both."),
            text_row("positions", "Positions", "-30 mm,-20 mm; 30 mm,-20 mm; 30 mm,20 mm; -30 mm,20 mm",
                     "x,y of each, from the plate's middle."),
            length_row("plate_length", "Plate, along x", 0.080, 2, "The plate that pries on its edge."),
            length_row("plate_width", "Plate, along y", 0.060, 2, "The plate that pries on its edge."),
            described(choice_row("bed", "It lies on", {{"wood", "wood"}, {"stiff", "metal"}}, "wood",
                                 "On wood the plate pivots a little inside its edge (0.15 of the plate).")),
            screwed(choice_row("screw_kind", "Screws", {{"wood_screw", "wood screws"}, {"lag", "lag screws"}},
                               "wood_screw", "A lag has a head for a spanner.")),
            screwed(length_row("screw_shank", "Shank", 0.0042, 0.05, "4.2 mm is a no. 8, 4 mm the metric one.")),
            screwed(length_row("screw_in_wood", "Thread in the wood", 0.020, 0.3,
                               "Length of the screw less what it goes through.")),
            screwed(described(quantity_row("wood_gravity", "Wood, specific gravity", Dimension::number, 0.62,
                                           {0.1, 1.2}, "Oven-dry: pine 0.42, birch plywood 0.62, oak 0.66.",
                                           "Wood Handbook, from memory"))),
            screwed(choice_row("grain", "Into", {{"face", "face or side grain"}, {"end", "end grain"}}, "face",
                               "End grain holds less, wood screws not at all.")),
            screwed(described(choice_row("duration", "The load", {{"lasting", "stays"}, {"short", "is short"}},
                                         "lasting", "Wood keeps about 0.6 of its strength under a load that stays."))),
            screwed(length_row("side_thickness", "Plate, thickness", 0.006, 0.3, "Of what the screws hold.")),
            screwed(choice_row("side_of", "Plate of", {{"metal", "metal"}, {"wood", "wood or plywood"}}, "metal",
                               "Wood gives way under the screw and its head.")),
            also_shown_for(screwed(described(quantity_row("side_gravity", "Plate, specific gravity", Dimension::number,
                                                          0.62, {0.1, 1.2}, "Oven-dry: pine 0.42, birch plywood 0.62.",
                                                          "Wood Handbook, from memory"))),
                           "side_of", {"wood"}),
            also_shown_for(screwed(length_row("head_diameter", "Head or washer", 0.0083, 0.1,
                                              "What keeps the screw from being drawn through the plate.")),
                           "side_of", {"wood"}),
            shown_for(
                quantity_row("lateral_strength", "One holds sideways", Dimension::force, 400, {0, 1e6, false},
                             "Measured, or of the maker; screws in wood are known by their gauge.", "from memory"),
                "kind", {"bear"}),
            shown_for(
                quantity_row("pull_strength", "One holds in pull", Dimension::force, 600, {0, 1e6, false},
                             "Measured, or of the maker; screws in wood are known by their gauge.", "from memory"),
                "kind", {"bear", "preloaded"}),
            tight(quantity_row("preload", "Preload of each", Dimension::force, 1500, {0, 1e6},
                               "After what it loses in a day.", "input")),
            tight(friction_row("friction", "Friction", "plywood on plywood", "Between the plate and what it lies on.")),
            tight(length_row("zone_diameter", "Pressed zone", 0.018, 0.3,
                             "Across: head or washer and the spread through the plate.")),
        },
        &build, true,
        {{"wood screw",
          "Wood screws, by gauge",
          {{"screw_shank", "shank"}, {"head_diameter", "head"}},
          {{"kind", "wood_screws"}, {"screw_kind", "wood_screw"}},
          {},
          "wood_screw"},
         {"lag",
          "Lag screws",
          {{"screw_shank", "shank"}, {"head_diameter", "head"}},
          {{"kind", "wood_screws"}, {"screw_kind", "lag"}},
          {},
          "wood_screw"},
         {"material",
          "Wood they go into",
          {{"wood_gravity", "gravity_for_screws"}},
          {},
          {},
          "material",
          {},
          {{.input = "friction", .second = true}}},
         {"material",
          "Plate of wood",
          {{"side_gravity", "gravity_for_screws"}},
          {{"side_of", "wood"}},
          {},
          "side",
          {},
          {{.input = "friction", .first = true}}}},
        nullptr,
        {{.support = PortKind::face,
          .payload = PortKind::face,
          .materials = {{PortSide::support, "material"}},
          .derived = &near_its_rim}});
    return family;
}

}  // namespace clampet::families
