#include "project/desks/bench_desk.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "rig/in_force.h"

namespace clampet::project {
namespace {

constexpr unsigned plot_points = 27, plot_directions = 36;

families::Values typical_values(const rig::Element& element) {
    const auto values = rig::values_of(element, rig::End::typical, {});
    return values ? *values : families::Values{};
}

bool moves_by_hand(const families::Family& family) {
    const auto joint = families::join(family, {});
    if (!joint) return false;
    const auto modes = (*joint)->modes();
    return std::any_of(modes.begin(), modes.end(), [](const families::Mode& m) { return m.key == "moves"; });
}

}  // namespace

void BenchDesk::reset(study::Bench bench) {
    history_.forget();
    pinned_.reset();
    bench_ = std::move(bench);
    judge_anew();
}

void BenchDesk::judge_anew() {
    if (auto judged = study::judge(bench_)) result_ = std::move(*judged);
    tell();
}

void BenchDesk::open_family(const families::Family& family, double required) {
    origin_.reset();
    study::Bench bench = study::first_bench(family, required);
    if (moves_by_hand(family)) {
        // It is set by the torque of its bolt, and lies level, so that its payload turns it.
        if (families::find_parameter(family, "squeezed_by")) bench.element.inputs["squeezed_by"] = std::string("screw");
        bench.payload.stands = study::Stands::level_along_y;
        bench.payload.at = {bench.payload.at[2], 0, 0};
        bench.payload.plane = study::Plane::xy;
        bench.payload.direction = -std::numbers::pi / 2;
    }
    reset(std::move(bench));
}

void BenchDesk::open_seam(const Document& document, const std::string& interface, const std::string& element) {
    if (!document.rig().interface(interface)) return;
    const rig::Interface now =
        rig::in_force(document.rig(), *document.rig().interface(interface), document.check().placed.get());
    const auto* seam = &now;
    study::Bench bench;
    bench.required = document.rig().required;
    std::map<std::string, double> linked;
    const auto prepared = document.joints().prepare(*seam, rig::End::typical);
    if (!prepared) return;
    for (std::size_t i = 0; i < seam->elements.size(); ++i) {
        const auto& e = seam->elements[i];
        if (e.id == element) {
            bench.element = e;
            const auto values = rig::values_of(e, rig::End::typical, linked);
            for (auto& [key, input] : bench.element.inputs)
                if (std::holds_alternative<rig::Link>(input) && values) input = families::number(*values, key);
        }
        for (const auto& value : prepared->joints[i]->results({})) linked[e.id + "." + value.name] = value.value;
    }
    double least = std::numeric_limits<double>::infinity();
    for (const auto& result : document.check().interfaces) {
        if (result.id != interface) continue;
        bench.from_rig = result.rest;
        for (const auto& mode : result.modes)
            if (mode.element == element && mode.factor() <= least) {
                least = mode.factor();
                bench.from_rig = mode.load;
            }
    }
    origin_ = BenchOrigin{interface, element, seam->name};
    reset(std::move(bench));
}

decltype(rig::Element::inputs) BenchDesk::inputs_for(const rig::Rig& rig) const {
    auto inputs = bench_.element.inputs;
    const auto* seam = origin_ ? rig.interface(origin_->interface) : nullptr;
    if (!seam) return inputs;
    for (const auto& filled : rig::filled_inputs(rig, *seam))
        if (const auto own = inputs.find(filled.key);
            filled.element == origin_->element && own != inputs.end() && own->second == filled.value)
            inputs.erase(own);
    return inputs;
}

Status BenchDesk::adopt(study::Bench bench, Gesture gesture) {
    auto judged = study::judge(bench);
    if (!judged) return judged.problem();
    if (!history_.record(bench_, bench, {}, gesture)) return Done{};
    bench_ = std::move(bench);
    result_ = std::move(*judged);
    tell();
    return Done{};
}

Status BenchDesk::set_input(const std::string& key, const rig::Input& input, Gesture gesture) {
    auto next = bench_;
    next.element.inputs[key] = input;
    return adopt(std::move(next), gesture);
}

Status BenchDesk::start_with(const std::map<std::string, rig::Input>& inputs) {
    auto begun = bench_;
    for (const auto& [key, input] : inputs) begun.element.inputs[key] = input;
    if (const auto judged = study::judge(begun); !judged) return judged.problem();
    reset(std::move(begun));
    return Done{};
}

Status BenchDesk::set_inputs(const std::map<std::string, rig::Input>& inputs) {
    auto next = bench_;
    for (const auto& [key, input] : inputs) next.element.inputs[key] = input;
    return adopt(std::move(next), single);
}

Status BenchDesk::set_payload(const study::BenchLoad& payload, Gesture gesture) {
    const auto refuse = [](const char* what, const char* remedy) {
        return Problem{"bench.impossible_load", "load", what, remedy};
    };
    if (!(payload.mass >= 0 && payload.mass <= 1000))
        return refuse("The payload cannot have that mass.", "Give 0 to 1000 kg.");
    if (!(payload.push >= 0 && payload.push <= 1e5))
        return refuse("The push cannot be that hard.", "Give 0 to 100 kN.");
    for (const double x : payload.at)
        if (!(std::abs(x) <= 50)) return refuse("The payload cannot be that far away.", "Give at most 50 m.");
    auto next = bench_;
    next.payload = payload;
    next.from_rig.reset();
    return adopt(std::move(next), gesture);
}

Status BenchDesk::change_payload(const std::function<void(study::BenchLoad&)>& change, Gesture gesture) {
    auto payload = bench_.payload;
    change(payload);
    return set_payload(payload, gesture);
}

Status BenchDesk::set_required(double required, Gesture gesture) {
    if (!(required >= 0.1 && required <= 100))
        return Problem{"bench.impossible_required_factor", "required",
                       "The required factor must lie between 0.1 and 100.", "For example 2."};
    auto next = bench_;
    next.required = required;
    return adopt(std::move(next), gesture);
}

void BenchDesk::use_own_load() {
    if (!bench_.from_rig) return;
    auto next = bench_;
    next.from_rig.reset();
    (void)adopt(std::move(next), single);
}

void BenchDesk::pin() {
    pinned_ = PinnedVariant{bench_, *result_};
    tell();
}
void BenchDesk::unpin() {
    pinned_.reset();
    tell();
}

void BenchDesk::undo() {
    if (history_.undo(bench_)) judge_anew();
}
void BenchDesk::redo() {
    if (history_.redo(bench_)) judge_anew();
}

double BenchDesk::value_of(const std::string& key) const {
    const auto found = result_->values.find(key);
    if (found == result_->values.end() || !std::holds_alternative<double>(found->second)) return std::nan("");
    return std::get<double>(found->second);
}

Result<study::Solution> BenchDesk::solve(const std::string& key) const {
    return study::solve(family(), result_->values, key, bench_.load(), bench_.required);
}

std::vector<study::DirectionalCapacity> BenchDesk::capacity(const study::Bench& bench,
                                                            const families::Joint& joint) const {
    return study::capacity_by_direction(joint, bench.payload.plane, bench.payload.at, bench.load().permanent,
                                        plot_directions, families::Accuracy::picture);
}

study::PayloadLimit BenchDesk::largest_payload() const {
    return study::largest_payload(bench_, bench_.payload.at);
}
std::vector<study::PayloadPoint> BenchDesk::payload_curve(double to) const {
    constexpr unsigned points = 11;
    return study::payload_curve(bench_, 0, to, points, study::PushFrom::as_given, families::Accuracy::picture);
}
std::vector<study::DeviceOn> BenchDesk::devices() const {
    return study::devices_on(bench_);
}

std::vector<study::CurvePoint> BenchDesk::curve(const study::Bench& bench, const std::string& key, double from,
                                                double to) const {
    return study::factor_curve(*families::family_named(bench.element.family), typical_values(study::in_force(bench)),
                               key, bench.load(), from, to, plot_points, families::Accuracy::picture);
}

}  // namespace clampet::project
