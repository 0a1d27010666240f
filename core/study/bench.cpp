#include "study/bench.h"

#include <algorithm>
#include <limits>

#include "catalogue/device.h"
#include "quantity/dimension.h"
#include "rig/in_force.h"
#include "study/directions.h"
#include "study/solve.h"

namespace clampet::study {

mechanics::Wrench gravity_of(Stands stands) {
    constexpr double g = quantity::standard_gravity;
    mechanics::Wrench field;
    switch (stands) {
        case Stands::upright:
            field.gz = -g;
            break;
        case Stands::hung:
            field.gz = g;
            break;
        case Stands::level_along_x:
            field.gx = -g;
            break;
        case Stands::level_along_y:
            field.gy = -g;
            break;
    }
    return field;
}

mechanics::Load load_of(const BenchLoad& p) {
    const auto field = gravity_of(p.stands);
    const auto weight = study::force_at(p.at, p.mass * field.gx, p.mass * field.gy, p.mass * field.gz);
    return {weight + field, study::force_in_plane(p.at, p.plane, p.direction, p.push)};
}

Result<BenchLoad> load_of_device(std::string_view name) {
    const auto device = catalogue::device_named(name);
    if (!device) return device.problem();
    BenchLoad load;
    load.device = device->name;
    load.mass = device->typical_mass();
    load.at = {device->ahead, device->aside, device->above};
    return load;
}

mechanics::Load with_worst_push(const families::Joint& joint, const BenchLoad& p, std::array<double, 3>* direction) {
    BenchLoad still = p;
    still.push = 0;
    const auto weight = load_of(still).permanent;
    const auto under = [&](const Eigen::Vector3d& to) {
        return mechanics::Load{weight, force_at(p.at, p.push * to.x(), p.push * to.y(), p.push * to.z())};
    };
    Eigen::Vector3d worst = Eigen::Vector3d::UnitX();
    double least = std::numeric_limits<double>::infinity();
    const auto look = [&](const Eigen::Vector3d& to) {
        const double factor = least_factor(joint, under(to)).factor;
        if (factor < least) {
            least = factor;
            worst = to;
        }
    };
    if (p.push > 0) {
        for (const auto& to : sphere_directions().points) look(to);
        constexpr double coarse = 8 * quantity::degree, fine = 1 * quantity::degree;
        for (double step = coarse; step >= fine; step /= 2)
            for (const auto& to : neighbours(worst, step)) look(to);
    }
    if (direction) *direction = {worst.x(), worst.y(), worst.z()};
    return under(worst);
}

namespace {

Result<std::shared_ptr<const families::Joint>> joint_at(const rig::Element& element, rig::End end,
                                                        families::Values* values = nullptr) {
    auto read = rig::values_of(element, end, {});
    if (!read) return read.problem();
    if (values) *values = *read;
    return families::family_named(element.family)->join(*read);
}

}  // namespace

std::map<std::string, rig::Input> inputs_from(const families::StockOffer& offer, const std::string& said) {
    std::map<std::string, rig::Input> inputs;
    for (const auto& fills : {offer.fills(), offer.use->names})
        for (const auto& [input, _] : fills) inputs[input] = rig::NamedStock{offer.share == 1 ? offer.row->name : said};
    for (const auto& [input, choice] : offer.use->sets) inputs[input] = choice;
    return inputs;
}

std::map<std::string, rig::Input> frictions_from(const families::StockOffer& offer, const families::Family& family,
                                                 const std::map<std::string, rig::Input, std::less<>>& given) {
    std::map<std::string, rig::Input> frictions;
    for (const auto& rubs : offer.use->rubs) {
        const auto* row = families::find_parameter(family, rubs.input);
        const auto at = given.find(rubs.input);
        const auto* named = at == given.end() ? nullptr : std::get_if<rig::FrictionOf>(&at->second);
        if (!row || (at != given.end() && !named)) continue;
        if (const auto pair = families::pair_with(offer, rubs, named ? named->pair : row->friction_pair))
            frictions[rubs.input] = rig::FrictionOf{*pair};
    }
    return frictions;
}

std::optional<Taken> taken_from(const families::StockUse& use,
                                const std::map<std::string, rig::Input, std::less<>>& inputs) {
    std::optional<Taken> taken;
    std::size_t named = 0, all = 0;
    for (const auto& fills : {use.fills, use.names, use.also})
        for (const auto& [input, _] : fills) {
            const auto at = inputs.find(input);
            const auto* stock = at == inputs.end() ? nullptr : std::get_if<rig::NamedStock>(&at->second);
            if (!stock) continue;
            // Two uses may fill the same input: a name is this one's where it is among what it offers.
            const auto offer = families::stock_named({&use, 1}, use.label, stock->name, use.key);
            if (!offer) continue;
            if (!taken) {
                taken = Taken{stock->name};
                all = offer->fills().size() + use.names.size();
            }
            named += stock->name == taken->name;
        }
    if (taken) taken->corrected = named < all;
    return taken;
}

Bench first_bench(const families::Family& family, double required) {
    Bench bench;
    bench.element = {"hold", std::string(family.key()), {}};
    const auto typical = family.typical_load();
    bench.payload.mass = typical.mass;
    bench.payload.at = typical.at;
    bench.payload.push = typical.push;
    bench.required = required;
    return bench;
}

rig::Element in_force(const Bench& bench) {
    rig::Element element = bench.element;
    // Of a seam's load it is not known what mass is behind it.
    if (bench.from_rig) return element;
    rig::Carried carried;
    carried.mass = bench.payload.mass;
    carried.centre = {bench.payload.at[0], bench.payload.at[1], bench.payload.at[2]};
    if (const auto device = catalogue::device_named(bench.payload.device)) carried.gyration = device->gyration;
    for (const auto& filled : rig::filled_by(bench.element, carried)) element.inputs[filled.key] = filled.value;
    return element;
}

Result<BenchResult> judge(const Bench& bench) {
    BenchResult result;
    const rig::Element element = in_force(bench);
    const auto joint = joint_at(element, rig::End::typical, &result.values);
    if (!joint) return joint.problem();
    result.joint = *joint;
    const mechanics::Load load = bench.load();
    result.report = families::report(**joint, load);
    result.low = result.high = result.report.factor;
    const auto at_end = [&](rig::End end, const mechanics::Load& under) {
        double least = std::numeric_limits<double>::infinity();
        bool built = false;
        for (const auto each : rig::ends_of(element, end))
            if (const auto other = joint_at(element, each)) {
                least = std::min(least, study::least_factor(**other, under).factor);
                built = true;
            }
        return built ? least : result.report.factor;
    };
    for (const double share : {weight_that_helps, weight_that_hurts})
        result.low = std::min(result.low, at_end(rig::End::weak, {share * load.permanent, load.variable}));
    result.high = std::max(result.high, at_end(rig::End::strong, load));
    result.verdict = judge({result.low, result.report.factor}, bench.required, result.report.advisories);
    return result;
}

}  // namespace clampet::study
