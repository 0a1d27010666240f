#include "rig/in_force.h"

#include <algorithm>
#include <cmath>
#include <Eigen/Eigenvalues>

#include "catalogue/material.h"
#include "families/stock_use.h"
#include "parts/part_kind.h"
#include "rig/learned.h"

namespace clampet::rig {
namespace {

using families::PortSide;
using families::RigFact;

Carried carried_by(const Placed& placed, std::string_view interface) {
    Carried c;
    const auto [mass, centre] = placed.mass_beyond(interface);
    if (!(mass > 0)) return c;
    c.mass = mass;
    c.centre = placed.world_from_interface(interface).inverse() * centre;
    Eigen::Matrix3d inertia = Eigen::Matrix3d::Zero();
    for (const auto b : placed.mechanism().beyond(placed.interface(interface))) {
        const Body& body = placed.mechanism().bodies()[b];
        const Vector r = placed.centre_of(body) - centre;
        const Eigen::Matrix3d axes = axes_of(body, placed.placement());
        inertia += axes * body.inertia.asDiagonal() * axes.transpose() +
                   body.mass * (r.squaredNorm() * Eigen::Matrix3d::Identity() - r * r.transpose());
    }
    c.gyration = std::sqrt(Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d>(inertia).eigenvalues().maxCoeff() / mass);
    return c;
}

constexpr std::string_view density_key = "density";

/// Damping of clamps and of the desks that they are on, share of critical; common practice.
constexpr double damping_of_clamps = 0.05;

/// The clamp on a tube or an edge that an interface stands on; nothing where there is none.
const Part* clamp_below(const Rig& rig, const Interface& interface) {
    std::string at = interface.support.part;
    for (std::size_t steps = 0; steps < rig.interfaces.size(); ++steps) {
        const auto below = std::find_if(rig.interfaces.begin(), rig.interfaces.end(),
                                        [&](const auto& f) { return !f.closes_loop && f.payload.part == at; });
        if (below == rig.interfaces.end()) return nullptr;
        const auto* holds = rig.part(below->support.part);
        const auto* port = holds ? holds->port(below->support.port) : nullptr;
        if (port && (port->kind == families::PortKind::tube || port->kind == families::PortKind::edge))
            return rig.part(at);
        at = below->support.part;
    }
    return nullptr;
}

double value_of(RigFact fact, const Carried& c) {
    switch (fact) {
        case RigFact::mass:
            return c.mass;
        case RigFact::distance:
            return c.centre.norm();
        case RigFact::off_axis:
            return std::hypot(c.centre.x(), c.centre.y());
        case RigFact::along_axis:
            return std::max(0.0, c.centre.z());
        case RigFact::gyration:
            return c.gyration;
        case RigFact::damping:
            return c.damping;
        case RigFact::none:
            break;
    }
    return 0;
}

/// The pair of the friction table that two surfaces make.
std::optional<FrictionOf> pair_of(const std::string& one, const std::string& other) {
    if (one.empty() || other.empty()) return std::nullopt;
    const auto pair = catalogue::friction_named(one + " on " + other);
    return pair ? std::optional(FrictionOf{pair->name()}) : std::nullopt;
}

/// What is said later of an input stands instead of what was said before.
void put(std::vector<Filled>& all, Filled filled) {
    const auto known = std::find_if(all.begin(), all.end(),
                                    [&](const auto& f) { return f.element == filled.element && f.key == filled.key; });
    known == all.end() ? all.push_back(std::move(filled)) : void(*known = std::move(filled));
}

/// The number that is in force where a name or a size says it; nothing where it is a choice.
std::optional<double> number_said(const families::Family& family, const Filled& filled) {
    if (const auto* named = std::get_if<NamedStock>(&filled.value)) {
        const auto told = families::stock_value(family, filled.key, named->name);
        const auto* value = told ? std::get_if<double>(&told->value) : nullptr;
        return value ? std::optional(*value) : std::nullopt;
    }
    const auto* value = std::get_if<double>(&filled.value);
    return value ? std::optional(*value) : std::nullopt;
}

/// Where two materials meet, or a lining lies between them, the one that bears less decides; a choice only where it is
/// the weaker one in all that it says.
void put_weaker(std::vector<Filled>& all, const families::Family& family, std::vector<Filled> of_one) {
    const auto said_of = [&](const Filled& filled) {
        return std::find_if(all.begin(), all.end(), [&](const auto& known) {
            return known.element == filled.element && known.key == filled.key;
        });
    };
    std::vector<std::optional<double>> numbers;
    for (const auto& filled : of_one) numbers.push_back(number_said(family, filled));
    bool decides = true;
    for (const bool choices : {false, true})
        for (std::size_t i = 0; i < of_one.size(); ++i) {
            const auto now = numbers[i];
            if (now.has_value() == choices) continue;
            const auto known = said_of(of_one[i]);
            const auto before = known == all.end() || !now ? std::nullopt : number_said(family, *known);
            const bool is_weaker = known == all.end() || (now && (!before || *now < *before));
            if (now && !is_weaker) decides = false;
            if (is_weaker || (!now && decides)) put(all, std::move(of_one[i]));
        }
}

/// What the material that a part of a kind is made of says of an element's inputs.
std::vector<Filled> by_material(const Element& element, const families::Family& family, const Part& part,
                                const std::string& key) {
    std::vector<Filled> all;
    const auto* kind = parts::kind_named(part.kind);
    if (!kind) return all;
    const auto rows = kind->parameters();
    const auto row = std::find_if(rows.begin(), rows.end(), [](const auto& p) { return p.key == "material"; });
    if (row == rows.end()) return all;
    const auto given = part.values.find("material");
    const auto* named = given == part.values.end() ? &row->standard_text : std::get_if<std::string>(&given->second);
    if (!named) return all;
    // A part's material may be written loosely; the row is called by its own name.
    const auto material = catalogue::material_named(*named);
    if (!material) return all;
    const auto& name = material->name;
    const auto offer = families::stock_exactly(families::stock_uses(family), key, name);
    if (!offer) return all;  // a pad's modulus is not asked of what is no pad
    for (const auto& [input, value] : families::values_from(*offer))
        if (!element.inputs.contains(input) && families::stock_value(*offer, input))
            all.push_back({element.id, input, NamedStock{name}, part.name});
    return all;
}

/// A jaw that says its form, or a hole that says how a post is held in it, meets only what is for that.
bool is_of_form(const families::Mating& mating, const Port& port) {
    const bool is_jaw = port.kind == families::PortKind::jaw, is_bore = port.kind == families::PortKind::bore;
    if ((!is_jaw && !is_bore) || mating.forms.empty()) return true;
    const auto form = port.sizes.find(is_jaw ? "form" : "held");
    if (form == port.sizes.end()) return true;
    const auto* text = std::get_if<std::string>(&form->second);
    return text && std::find(mating.forms.begin(), mating.forms.end(), *text) != mating.forms.end();
}

}  // namespace

bool is_force_brought(const Element& element) {
    const auto force = element.inputs.find("force");
    return force != element.inputs.end() && std::holds_alternative<Link>(force->second);
}

const families::Mating* mating_of(const families::Family& family, const Port& support, const Port& payload) {
    for (const auto& mating : family.matings()) {
        if (mating.support != support.kind || mating.payload != payload.kind || !is_of_form(mating, support) ||
            !is_of_form(mating, payload))
            continue;
        const auto lacks = [](const Port& port, const std::string& size) {
            return !size.empty() && !port.sizes.empty() && !port.sizes.contains(size);
        };
        if (lacks(support, mating.needs) || lacks(payload, mating.payload_needs)) continue;
        if (mating.support_sex.empty()) return &mating;
        const auto sex = support.sizes.find("sex"), other = payload.sizes.find("sex");
        const bool is_so = sex != support.sizes.end() && sex->second == families::Value(mating.support_sex);
        if (is_so && (other == payload.sizes.end() || other->second != sex->second)) return &mating;
    }
    return nullptr;
}

namespace {

/// Adds what a size or a name of a port says of an input; what is no value of that input is left out.
class Filler {
 public:
    Filler(const Element& element, const families::Family& family, std::vector<Filled>& all)
        : element_(element), family_(family), all_(all) {}
    void fill(const std::string& input, const families::Value& value, const std::string& from, bool by_name = false) {
        const auto* p = families::find_parameter(family_, input);
        if (element_.inputs.contains(input) || !p) return;
        if (by_name) {
            const auto* name = std::get_if<std::string>(&value);
            if (name && families::stock_value(family_, input, *name))
                put(all_, {element_.id, input, NamedStock{*name}, from});
            return;
        }
        if (!families::check_value(*p, value)) return;
        Input given = 0.0;
        std::visit([&](const auto& v) { given = v; }, value);
        put(all_, {element_.id, input, std::move(given), from});
    }

 private:
    const Element& element_;
    const families::Family& family_;
    std::vector<Filled>& all_;
};

struct Side {
    const Part* part;
    const Port* port;
};
/// Whether what a port knows by a name is looked up too.
enum class Named { too, not_now };

/// What follows from the sizes of both ports, from meeting at all to what each of them says.
void fill_sizes(const families::Mating& mating, const Side& support, const Side& payload, Named named, Filler filler) {
    const std::string both = support.part->name + ", " + payload.part->name;
    for (const auto& [input, value] : mating.sets) filler.fill(input, value, both);
    if (mating.derived)
        for (const auto& [input, value] :
             mating.derived({support.port->sizes, payload.port->sizes, support.port->surface, payload.port->surface}))
            filler.fill(input, value, both);
    for (const auto& fill : mating.fills) {
        const auto& side = fill.from == PortSide::support ? support : payload;
        const auto size = side.port->sizes.find(fill.size);
        if (size == side.port->sizes.end() || (fill.by_name && named == Named::not_now)) continue;
        filler.fill(fill.input, size->second, side.part->name, fill.by_name);
    }
}

}  // namespace

std::vector<Filled> filled_by(const Element& element, const Carried& carried) {
    std::vector<Filled> all;
    const auto* family = families::family_named(element.family);
    if (!family || !(carried.mass > 0)) return all;
    for (const auto& p : family->parameters()) {
        if (p.fact == RigFact::none || element.inputs.contains(p.key)) continue;
        if (p.fact == RigFact::gyration && !(carried.gyration > 0)) continue;
        const double value = value_of(p.fact, carried);
        const bool is_damping = p.fact == RigFact::damping;
        if (families::check_value(p, value))
            all.push_back({element.id, p.key, value, is_damping ? carried.clamped_by : ""});
    }
    return all;
}

std::vector<Filled> filled_inputs(const Rig& rig, const Interface& interface, const Placed* placed) {
    std::vector<Filled> all;
    const Part *below = rig.part(interface.support.part), *above = rig.part(interface.payload.part);
    const Port *support = below ? below->port(interface.support.port) : nullptr,
               *payload = above ? above->port(interface.payload.port) : nullptr;
    std::optional<Carried> carried;
    for (const auto& element : interface.elements) {
        const auto* family = families::family_named(element.family);
        if (!family || !support || !payload) continue;
        if (const auto* mating = mating_of(*family, *support, *payload)) {
            const std::string both = below->name + ", " + above->name;
            fill_sizes(*mating, {below, support}, {above, payload}, Named::too, {element, *family, all});
            for (const auto& [side, key] : mating->materials)
                put_weaker(all, *family,
                           by_material(element, *family, side == PortSide::support ? *below : *above, key));
            // What a screw brings has been aged where it comes from.
            if (is_force_brought(element))
                std::erase_if(all, [&](const auto& f) { return f.element == element.id && f.key == "kept"; });
            if (!mating->friction.empty() && !element.inputs.contains(mating->friction))
                if (auto pair = pair_of(support->surface, payload->surface))
                    put(all, {element.id, mating->friction, *pair, both});
        }
        const auto rows = family->parameters();
        const bool asks = std::any_of(rows.begin(), rows.end(), [](const auto& p) { return p.fact != RigFact::none; });
        if (!asks || interface.closes_loop) continue;
        if (!carried) {
            std::optional<Placed> own;
            if (!placed) placed = &own.emplace(rig);
            carried = carried_by(*placed, interface.id);
            if (const auto* clamp = clamp_below(rig, interface))
                carried->damping = damping_of_clamps, carried->clamped_by = clamp->name;
            if (own) placed = nullptr;
        }
        for (auto& filled : filled_by(element, *carried)) {
            // What damps more by itself than its clamp does goes on doing so.
            const auto said = std::find_if(all.begin(), all.end(), [&](const auto& f) {
                return f.element == filled.element && f.key == filled.key;
            });
            const bool is_damping = families::find_parameter(*family, filled.key)->fact == RigFact::damping;
            if (is_damping && said != all.end() && number_said(*family, *said) >= number_said(*family, filled))
                continue;
            put(all, std::move(filled));
        }
    }
    return all;
}

Interface shaped(const Rig& rig, const Interface& interface) {
    Interface all = interface;
    const Part *below = rig.part(interface.support.part), *above = rig.part(interface.payload.part);
    const Port *support = below ? below->port(interface.support.port) : nullptr,
               *payload = above ? above->port(interface.payload.port) : nullptr;
    if (!support || !payload) return all;
    for (auto& element : all.elements) {
        const auto* family = families::family_named(element.family);
        const auto* mating = family ? mating_of(*family, *support, *payload) : nullptr;
        if (!mating) continue;
        std::vector<Filled> filled;
        fill_sizes(*mating, {below, support}, {above, payload}, Named::not_now, {element, *family, filled});
        // What lies between weighs by what it is made of.
        if (families::find_parameter(*family, density_key))
            for (const auto& [side, key] : mating->materials)
                for (auto& f : by_material(element, *family, side == PortSide::support ? *below : *above, key))
                    if (f.key == density_key) filled.push_back(std::move(f));
        for (auto& f : filled) element.inputs[f.key] = std::move(f.value);
    }
    return all;
}

namespace {

/// Whether an input is what a hand tightens by feel.
bool is_by_hand(const families::Family& family, const std::string& input) {
    for (const auto& use : families::stock_uses(family))
        if (use.key == "tight")
            for (const auto& [key, size] : use.fills)
                if (key == input) return true;
    return false;
}

/// What is tightened by feel, by the hands that do it.
void tighten(Element& element, const Hands& hands) {
    const auto* family = families::family_named(element.family);
    if (!family) return;
    for (auto& [key, input] : element.inputs) {
        const auto* named = std::get_if<NamedStock>(&input);
        if (!named || !is_by_hand(*family, key)) continue;
        const auto told = families::stock_value(*family, key, named->name);
        const auto* typical = told ? std::get_if<double>(&told->value) : nullptr;
        if (!typical) continue;
        const bool has_band = told->high > told->low;
        input = Band{hands.strength * (has_band ? told->low : *typical), hands.strength * *typical,
                     hands.strength * (has_band ? told->high : *typical)};
    }
}

}  // namespace

Interface in_force(const Rig& rig, const Interface& interface, const Placed* placed) {
    Interface all = interface;
    for (auto& filled : filled_inputs(rig, interface, placed))
        for (auto& element : all.elements)
            if (element.id == filled.element) element.inputs[filled.key] = filled.value;
    if (rig.hands && rig.hands->strength != 1)
        for (auto& element : all.elements) tighten(element, *rig.hands);
    learn(all, rig.learned);
    return all;
}

std::vector<families::Fastener> fasteners_of(const Rig& rig, const Interface& interface) {
    const auto* below = rig.part(interface.support.part);
    const auto* above = rig.part(interface.payload.part);
    const auto* support = below ? below->port(interface.support.port) : nullptr;
    const auto* payload = above ? above->port(interface.payload.port) : nullptr;
    if (!support || !payload) return {};
    std::vector<families::Fastener> all;
    for (const auto& element : in_force(rig, interface).elements) {
        const auto* family = families::family_named(element.family);
        if (!family) continue;
        for (auto& one : family->fasteners(shape_values(element), mating_of(*family, *support, *payload)))
            all.push_back(std::move(one));
    }
    return all;
}

}  // namespace clampet::rig
