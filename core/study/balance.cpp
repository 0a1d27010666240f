#include "study/balance.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "loads/load_case.h"
#include "parts/part_kind.h"
#include "quantity/format.h"
#include "rig/in_force.h"
#include "rig/mechanism.h"
#include "study/sentences.h"
#include "study/travel.h"

namespace clampet::study {
namespace {

using Eigen::Vector3d;

constexpr int places = 25;      ///< that are looked at before bisecting
constexpr int halvings = 3;     ///< of the stretches between them, where all of them tell nothing
constexpr double fine = 0.005;  ///< of a window's end, as a share
constexpr double as_many = 20;  ///< times as heavy, and as light
constexpr double mass_key_least = 1e-3;

const std::string mass_key = "mass";

Result<rig::Rig> with_mass(rig::Rig rig, const std::string& id, double mass) {
    auto& part = *rig.part(id);
    part.values[mass_key] = mass;
    part.weighed.reset();
    auto made = rig::made(part);
    if (!made) return made.problem();
    part = std::move(*made);
    return rig;
}

/// The rig with the case that takes its camera off, where it stands on its own weight.
rig::Rig also_bare(rig::Rig rig) {
    const auto* off = loads::case_named("payload_off");
    const bool has =
        std::any_of(rig.cases.begin(), rig.cases.end(), [](const auto& c) { return c.kind == "payload_off"; });
    if (!has && off && off->is_useful(rig)) rig.cases.push_back({"camera off, for balance", "payload_off", {}});
    return rig;
}

/// How the seams below a weight hold: the least share of what is required, and what that is.
struct Held {
    double share = std::numeric_limits<double>::infinity();
    std::string by;
};

class Below {
 public:
    Below(const rig::Rig& rig, const std::string& part) : rig_(also_bare(rig)), scenes_(scenes_of(rig)) {
        const rig::Mechanism mechanism(rig_);
        const auto of = [&](const auto& p) { return p.id == part; };
        const auto index =
            static_cast<std::size_t>(std::find_if(rig_.parts.begin(), rig_.parts.end(), of) - rig_.parts.begin());
        for (std::size_t i = 0; i < rig_.interfaces.size(); ++i)
            if (mechanism.carries(i, index)) seams_.push_back(rig_.interfaces[i].id);
    }
    const rig::Rig& rig() const { return rig_; }
    Held with(const rig::Rig& changed) const {
        Held least;
        for (const auto& scene : scenes_) {
            const auto now = staged(changed, scene);
            const auto prepared = prepare(now, {.detail = Detail::factor});
            if (!prepared) return {0, prepared.problem().what};
            for (const auto& id : seams_) {
                const auto result = check_interface(*prepared, *now.interface(id));
                if (!result) return {0, result.problem().what};
                const double share = result->typical / (result->required > 0 ? result->required : prepared->required);
                if (share < least.share)
                    least = {share, result->governs ? fmt::format("{} {}", result->name,
                                                                  result->modes[*result->governs].words.does())
                                                    : result->name};
            }
        }
        return least;
    }

 private:
    rig::Rig rig_;
    std::vector<Scene> scenes_;
    std::vector<std::string> seams_;
};

/// The window about `present` in which `held` says that enough holds.
/// `between(a, b)` is the middle of two places.
template <class HeldAt, class Between>
Window window_of(std::vector<double> at, double present, const HeldAt& held, const Between& between, const Job& job) {
    at.push_back(present);
    std::sort(at.begin(), at.end());
    at.erase(std::unique(at.begin(), at.end()), at.end());
    std::vector<Held> all(at.size());
    run(job, at.size(), [&](std::size_t i) { all[i] = held(at[i]); });
    Window w;
    if (job.is_cancelled()) return w;
    // The stretch that holds nearest to where it is; where none does, the place that comes nearest to it.
    std::optional<std::size_t> inside;
    std::size_t best = 0;
    const auto choose = [&] {
        const auto own = static_cast<std::size_t>(std::find(at.begin(), at.end(), present) - at.begin());
        w.holds = all[own].share >= 1;
        best = own;
        for (std::size_t i = 0; i < at.size(); ++i) {
            const auto from_own = [&](std::size_t k) { return k > own ? k - own : own - k; };
            if (all[i].share >= 1 && (!inside || from_own(i) < from_own(*inside))) inside = i;
            if (all[i].share > all[best].share) best = i;
        }
    };
    choose();
    // What falls over by itself on either side says nothing of where it would stand.
    for (int round = 0; round < halvings && !inside && !(all[best].share > 0); ++round) {
        std::vector<Held> middles(at.size() - 1);
        run(job, middles.size(), [&](std::size_t i) { middles[i] = held(between(at[i], at[i + 1])); });
        if (job.is_cancelled()) return w;
        for (std::size_t i = middles.size(); i-- > 0;) {
            const auto after = static_cast<std::ptrdiff_t>(i + 1);
            at.insert(at.begin() + after, between(at[i], at[i + 1]));
            all.insert(all.begin() + after, std::move(middles[i]));
        }
        choose();
    }
    if (!inside) {
        // A window may be narrower than the places lie apart: it is looked for about the best.
        double low = at[best > 0 ? best - 1 : best], high = at[std::min(best + 1, at.size() - 1)], middle = at[best];
        for (int i = 0; i < 24 && all[best].share < 1; ++i) {
            const double a = between(low, middle), b = between(middle, high);
            const auto at_a = held(a), at_b = held(b);
            if (at_a.share > all[best].share && at_a.share >= at_b.share) {
                high = middle;
                middle = a;
                all[best] = at_a;
            } else if (at_b.share > all[best].share) {
                low = middle;
                middle = b;
                all[best] = at_b;
            } else {
                low = a;
                high = b;
            }
        }
        at[best] = middle;
        w.least = w.most = middle;
        w.under = w.over = all[best].by;
        if (all[best].share < 1) return w;
        inside = best;
    }
    w.exists = true;
    std::size_t low = *inside, high = *inside;
    while (low > 0 && all[low - 1].share >= 1) --low;
    while (high + 1 < at.size() && all[high + 1].share >= 1) ++high;
    const auto end = [&](double in, double out, std::string& by) {
        while (std::abs(out - in) > fine * std::max(std::abs(in), std::abs(at.back() - at.front()) / 100)) {
            const double middle = between(in, out);
            const auto there = held(middle);
            if (there.share < 1) by = there.by;
            (there.share >= 1 ? in : out) = middle;
        }
        return in;
    };
    w.least_is_end = low == 0;
    w.most_is_end = high + 1 == at.size();
    w.least = at[low];
    w.most = at[high];
    if (!w.least_is_end) {
        w.under = all[low - 1].by;
        w.least = end(at[low], at[low - 1], w.under);
    }
    if (!w.most_is_end) {
        w.over = all[high + 1].by;
        w.most = end(at[high], at[high + 1], w.over);
    }
    return w;
}

Window window_by_mass(const Below& below, const rig::Part& part, const Job& job) {
    std::vector<double> at;
    const double present = std::max(part.mass, mass_key_least);
    for (int i = 0; i < places; ++i) at.push_back(present * std::pow(as_many, 2.0 * i / (places - 1) - 1));
    return window_of(
        std::move(at), present,
        [&](double mass) {
            const auto changed = with_mass(below.rig(), part.id, mass);
            return changed ? below.with(*changed) : Held{0, changed.problem().what};
        },
        [](double a, double b) { return std::sqrt(a * b); }, job);
}

Window window_by_place(const Below& below, const rig::Interface& f, const families::Axis& axis, const Job& job) {
    const auto span = looked_along(f, axis);
    std::vector<double> at;
    for (int i = 0; i < places; ++i)
        at.push_back(std::lerp(span.least, span.most, static_cast<double>(i) / (places - 1)));
    return window_of(
        std::move(at), rig::position_of(f, axis.key),
        [&](double position) {
            auto changed = below.rig();
            changed.interface(f.id)->pose[axis.key] = position;
            for (auto& shot : changed.shots)
                if (const auto named = shot.pose.find(f.id); named != shot.pose.end()) named->second.erase(axis.key);
            return below.with(changed);
        },
        [](double a, double b) { return (a + b) / 2; }, job);
}

std::vector<Counterweight> weights_of(const rig::Rig& rig, const Job& job) {
    std::vector<Counterweight> all;
    for (const auto& part : rig.parts) {
        if (!is_chosen_weight(part)) continue;
        const Below below(rig, part.id);
        Counterweight w;
        w.part = part.id;
        w.mass = part.mass;
        w.by_mass = window_by_mass(below, part, job);
        for (const auto& f : rig.interfaces) {
            if (f.payload.part != part.id || f.closes_loop) continue;
            for (const auto& axis : rig::motion_of(f).axes)
                if (axis.slides && w.axis.empty()) {
                    w.interface = f.id;
                    w.axis = axis.key;
                    w.position = rig::position_of(f, axis.key);
                    w.by_place = window_by_place(below, f, axis, job);
                }
        }
        all.push_back(std::move(w));
    }
    return all;
}

/// Moment of what an interface carries about one of its axes, of the weights [N m].
double moment_about(const rig::Mechanism& mechanism, const rig::Placement& at, std::size_t seam, std::size_t axis,
                    const std::vector<double>& pose, double& mass) {
    const auto& motion = mechanism.seams()[seam].motion;
    std::vector<double> before;
    for (std::size_t k = 0; k < axis; ++k) before.push_back(pose[mechanism.seams()[seam].first_axis + k]);
    const Eigen::Isometry3d carried = at.world_from_port[seam] * families::moved(motion.axes, before);
    const Vector3d origin = carried * motion.axes[axis].at,
                   direction = (carried.linear() * motion.axes[axis].direction).normalized();
    double moment = 0;
    mass = 0;
    for (const auto b : mechanism.beyond(seam)) {
        const auto& body = mechanism.bodies()[b];
        const Vector3d arm = rig::centre_of(body, at) - origin;
        moment += direction.dot(arm.cross(Vector3d(0, 0, -body.mass * quantity::standard_gravity)));
        mass += body.mass;
    }
    constexpr double rounding = 1e-12;  ///< of a symmetry, for a kilogram at a metre
    return std::abs(moment) > rounding * mass * quantity::standard_gravity ? moment : 0;
}

void add_pivots(std::vector<Pivot>& all, const rig::Rig& rig, const Scene& scene) {
    const auto now = staged(rig, scene);
    const rig::Placed placed(now);
    const auto& mechanism = placed.mechanism();
    const auto pose = mechanism.pose_of(now);
    for (const auto seam : mechanism.from_payload_down()) {
        const auto& f = now.interfaces[seam];
        const auto& axes = mechanism.seams()[seam].motion.axes;
        if (f.closes_loop) continue;
        for (std::size_t k = 0; k < axes.size(); ++k) {
            if (axes[k].slides) continue;
            Pivot p{f.id, axes[k].key, axes[k].label, scene.name, 0, 0};
            p.moment = moment_about(mechanism, placed.placement(), seam, k, pose, p.mass);
            const auto known = std::find_if(all.begin(), all.end(),
                                            [&](const auto& q) { return q.interface == f.id && q.axis == p.axis; });
            if (known == all.end())
                all.push_back(std::move(p));
            else if (std::abs(p.moment) > std::abs(known->moment) + 1e-9)
                *known = std::move(p);
        }
    }
}

/// The way from the middle of a polygon through a point to its edge, as the point's share of it; and how far the point
/// is from the nearest edge, less than 0 outside.
std::pair<double, double> in_polygon(const std::vector<Eigen::Vector2d>& corners, const Eigen::Vector2d& point) {
    Eigen::Vector2d middle = Eigen::Vector2d::Zero();
    for (const auto& c : corners) middle += c / static_cast<double>(corners.size());
    double lopsided = 0, nearest = std::numeric_limits<double>::infinity();
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const Eigen::Vector2d along = (corners[(i + 1) % corners.size()] - corners[i]).normalized(),
                              outward(along.y(), -along.x());  // corners run counter-clockwise
        const double room = outward.dot(corners[i] - middle), way = outward.dot(point - middle);
        if (room > 0) lopsided = std::max(lopsided, way / room);
        nearest = std::min(nearest, room - way);
    }
    return {lopsided, nearest};
}

void add_stands(std::vector<Stand>& all, const rig::Rig& rig, const Scene& scene) {
    const auto now = staged(rig, scene);
    const rig::Placed placed(now);
    for (const auto& f : now.interfaces) {
        const auto prepared = rig::prepare(rig::in_force(now, f, &placed), rig::End::typical);
        if (!prepared) continue;
        std::vector<Eigen::Vector2d> corners;
        for (const auto& joint : prepared->joints)
            if (corners.empty()) corners = joint->stands_on();
        if (corners.size() < 3) continue;
        const auto [mass, centre] = placed.mass_beyond(f.id);
        if (!(mass > 0)) continue;
        const auto& world = placed.world_from_interface(f.id);
        const Vector3d own = world.inverse() * centre, down = world.linear().transpose() * Vector3d(0, 0, -1);
        if (!(down.z() < 0)) continue;
        const Vector3d foot = own - down * (own.z() / down.z());
        const auto [lopsided, room] = in_polygon(corners, foot.head<2>());
        Stand s{f.id, scene.name, lopsided, std::max(0.0, std::atan2(room, own.z())), 0};
        if (const auto* payload = rig::payload_of(now)) {
            const double high =
                (world.inverse() * (placed.world_from_part(payload->id) * payload->centre_of_gravity)).z();
            if (high > 0) s.push = std::max(0.0, mass * quantity::standard_gravity * room / high);
        }
        const auto known = std::find_if(all.begin(), all.end(), [&](const auto& k) { return k.interface == f.id; });
        if (known == all.end())
            all.push_back(std::move(s));
        else if (s.lopsided > known->lopsided)
            *known = std::move(s);
    }
}

}  // namespace

bool is_chosen_weight(const rig::Part& part) {
    const auto* kind = parts::kind_named(part.kind);
    if (!kind || part.role == rig::Role::payload) return false;
    const auto rows = kind->parameters();
    return std::any_of(rows.begin(), rows.end(), [](const auto& row) {
        return row.key == mass_key && row.dimension == quantity::Dimension::mass;
    });
}

double Pivot::arm() const {
    return mass > 0 ? std::abs(moment) / (mass * quantity::standard_gravity) : 0;
}
double Pivot::hung_at(double distance) const {
    return std::abs(moment) / (distance * quantity::standard_gravity);
}

Result<Balance> balance(const rig::Rig& rig, const Job& job) {
    if (const auto ok = loads::validate(rig); !ok) return ok.problem();
    Balance answer;
    if (rig.interfaces.empty()) return answer;
    for (const auto& scene : scenes_of(rig)) {
        add_pivots(answer.pivots, rig, scene);
        add_stands(answer.stands, rig, scene);
    }
    answer.weights = weights_of(rig, job);
    answer.stopped = job.is_cancelled();
    return answer;
}

std::string words_of(const Window& w, quantity::Dimension dimension) {
    const auto text = [&](double si) { return quantity::format(si, dimension, quantity::System::metric, 3); };
    if (!w.exists) return fmt::format("none holds; nearest at {}", text(w.least));
    if (w.least_is_end && w.most_is_end) return "any";
    if (w.least_is_end) return fmt::format("up to {}", text(w.most));
    if (w.most_is_end) return fmt::format("{} and more", text(w.least));
    return fmt::format("{} to {}", text(w.least), text(w.most));
}

}  // namespace clampet::study
