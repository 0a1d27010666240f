#include "make/plan.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "catalogue/material.h"
#include "make/layers.h"
#include "make/wood_screws.h"
#include "parts/made_solid.h"
#include "parts/part_kind.h"
#include "parts/solids.h"
#include "quantity/conventions.h"

namespace clampet::make {
namespace {

using parts::Workpiece;

template <class Row>
const Row* row_named(std::span<const Row> rows, std::string_view name, std::string Row::*key) {
    const auto found = std::find_if(rows.begin(), rows.end(), [&](const Row& row) { return row.*key == name; });
    return found == rows.end() ? nullptr : &*found;
}

std::string pieces_in_words(std::size_t count) {
    return count == 1 ? "" : fmt::format(": {} pieces", count);
}

/// What has to be counted of one part.
struct Counts {
    std::size_t pieces = 0, sawn = 0, metal = 0, turned = 0, holes = 0, taps = 0, inserts = 0, heat_set = 0,
                openings = 0, slits = 0, bevelled = 0, prints = 0;
    bool is_glued = false, is_riveted = false, is_wood = false, is_bar = false;
    double printed_mass = 0;  ///< solid [kg]
    double hacksawn = 0;      ///< of metal, in what a hacksaw is counted by
};

bool is_wood(const std::string& material) {
    const auto known = catalogue::material_named(material);
    return known && (known->group == "timber" || known->group == "board");
}
bool is_metal(const std::string& material) {
    const auto known = catalogue::material_named(material);
    return known && known->group == "metal";
}

/// What is sawn through where it is cut to length [m^2].
double section_of(const Workpiece& piece) {
    const auto blank = blank_of(piece);
    if (!piece.is_round) return blank.width * blank.thickness;
    const double bore = piece.wall > 0 ? piece.width - 2 * piece.wall : 0;
    return std::numbers::pi / 4 * (piece.width * piece.width - bore * bore);
}

void count(const Workpiece& piece, Counts& n) {
    n.pieces += piece.count;
    const bool turned = piece.note.starts_with("turned");
    if (is_metal(piece.material) && !turned) {
        n.metal += piece.count;
        n.hacksawn += piece.count * std::max(1.0, section_of(piece) / operation("saw_metal").section);
    } else {
        (turned ? n.turned : n.sawn) += piece.count;
    }
    (piece.is_round ? n.slits : n.openings) += piece.count * piece.openings.size();
    if (!piece.outline.empty()) n.bevelled += piece.count;
    if (bored_of(piece) > 0) n.holes += piece.count;
    n.is_wood = n.is_wood || is_wood(piece.material);
    n.is_bar = n.is_bar || (piece.is_round && !is_of_sheets(piece));
    n.is_glued = n.is_glued || piece.note.find("glued") != std::string::npos;
    n.is_riveted = n.is_riveted || rivets_of(piece) > 0;
    const auto count_bore = [&](const parts::Bore& bore) {
        if (piece.is_round && bore.from_the_back && bore.depth == 0) return;  // where another one comes out
        n.holes += piece.count;
        if (bore.made_for != parts::BoreFor::thread) return;
        const auto hole = parts::thread_hole(bore.thread, piece.stuff);
        (hole.insert ? n.inserts : n.taps) += piece.count;
    };
    for (const auto& bore : piece.bores) count_bore(bore);
    for (const auto& edge : piece.edges)
        for (const auto& bore : edge.bores) count_bore(bore);
}

void count_prints(const parts::Body& body, Counts& n) {
    for (const auto& made : body.made) {
        if (!parts::is_printed(made.material)) continue;
        if (!made.is_glued || n.prints == 0) ++n.prints;
        for (const auto& shape : made.joined) n.printed_mass += made.density * parts::volume_of(shape);
    }
    if (n.prints > 0 && !body.made.empty()) n.heat_set += body.made.front().threads.size();
}

/// Grows the plan: each step knows those it waits for.
class Planner {
 public:
    Planner(const Work& work, std::vector<SawnPiece> sawn) : work_(work), sawn_(std::move(sawn)) {}

    /// Errors: as parts::workpieces_of().
    Status make(const rig::Part& part) {
        const auto* kind = parts::kind_named(part.kind);
        if (!kind) return Done{};
        const auto body = parts::built(*kind, part.values);
        if (!body) return body.problem();
        const auto pieces = parts::workpieces_of(*kind, part.values);
        if (!pieces) return pieces.problem();
        Counts n;
        for (const auto& piece : *pieces) count(piece, n);
        count_prints(*body, n);
        last_.clear();
        laminate(part);
        cut(part, n);
        print(part, n);
        if (n.pieces == 0 && n.prints == 0 && !body->made.empty())
            add(part.id, "shape", fmt::format("Shape {} by its solid, or have it shaped", part.name), 1);
        join_up(part, n);
        fit(part, body->bought, parts::PutOn::when_made);
        bought_[part.id] = body->bought;
        ready_[part.id] = last_;
        return Done{};
    }

    void assemble(const rig::Rig& rig) {
        const auto is_of_payload = [&](const rig::Interface& seam) {
            const auto* part = rig.part(seam.payload.part);
            return part && part->role == parts::Role::payload;
        };
        for (const auto& seam : rig.interfaces)
            if (!is_of_payload(seam)) assemble(rig, seam);
        // What stands on nothing that the rig knows of.
        for (const auto& part : rig.parts) load(part);
        if (plan_.steps.empty()) return;
        wait_for_all();
        auto& step = add("", "check", fmt::format("Try {} with a bag as heavy as its payload", rig.name), 1);
        step.gate = "Go if nothing has moved after ten minutes; else back to the seam that moved.";
        // The camera goes on when the rig has held the bag.
        const auto tried = last_;
        bool is_any = false;
        for (const auto& seam : rig.interfaces)
            if (is_of_payload(seam)) {
                assemble(rig, seam, tried);
                is_any = true;
            }
        if (!is_any) return;
        wait_for_all();
        auto& shots = add("", "check", fmt::format("Go through every shot of {}, a hand below the camera", rig.name), 1,
                          "/shots");
        shots.gate = "Go if it stays in every shot; else back to the seam that moved.";
    }

    Plan plan() && { return std::move(plan_); }

 private:
    bool is_waited_for(std::size_t step) const {
        return std::any_of(plan_.steps.begin(), plan_.steps.end(), [&](const Step& s) {
            return std::find(s.after.begin(), s.after.end(), step) != s.after.end();
        });
    }

    /// What comes next waits for all that nothing waits for yet.
    void wait_for_all() {
        last_ = {};
        for (std::size_t i = 0; i < plan_.steps.size(); ++i) last_.push_back(i);
        std::erase_if(last_, [&](std::size_t i) { return is_waited_for(i); });
    }

    /// A step after the last ones; it is the last one then.
    Step& add(const std::string& part, std::string_view key, std::string what, std::size_t times,
              std::string_view again = {}) {
        return add_work(part, key, std::move(what), times, static_cast<double>(times), again);
    }
    /// The same for so many pieces, and so much of what their work is counted by.
    Step& add_work(const std::string& part, std::string_view key, std::string what, std::size_t pieces, double times,
                   std::string_view again = {}) {
        const auto& how = operation(key);
        Step step;
        step.key = fmt::format("{}/{}{}", part.empty() ? "rig" : part, key, again);
        step.part = part;
        step.what = std::move(what);
        step.hands_on = how.duration * how.attempts * times;
        step.after = last_;
        step.tools = how.tools;
        step.spares = static_cast<unsigned>(std::lround((how.attempts - 1) * static_cast<double>(pieces)));
        if (!how.caution.empty() && told_.insert(how.key).second) step.caution = how.caution;
        plan_.steps.push_back(std::move(step));
        last_ = {plan_.steps.size() - 1};
        return plan_.steps.back();
    }

    /// Blocks that no sheet is thick enough for: they are sawn and bored like boards when the glue has set.
    void laminate(const rig::Part& part) {
        std::size_t layers = 0, blocks = 0;
        for (const auto& sawn : sawn_) {
            if (sawn.part != part.id || !sawn.of) continue;
            layers += sawn.piece.count;
            blocks += sawn.piece.count / sawn.of->count;
        }
        if (layers == 0) return;
        add(part.id, "saw", fmt::format("Saw {} layers for {}", layers, part.name), layers, "/layers");
        glue(part, fmt::format("Glue and clamp the layers of {}", part.name), blocks, "/layers");
    }

    void glue(const rig::Part& part, std::string what, std::size_t times, std::string_view again = {}) {
        auto& step = add(part.id, "glue", std::move(what), times, again);
        step.waiting = row_named(glues(), work_.glue, &GlueTimes::name)->full;
        step.waits_for = "glue";
    }

    void cut(const rig::Part& part, const Counts& n) {
        if (n.pieces == 0) return;
        add(part.id, "mark", fmt::format("Mark out {}{}", part.name, pieces_in_words(n.pieces)), n.pieces);
        const auto to_length = [&](std::string_view key, std::size_t pieces, double times) {
            if (pieces == 0) return;
            auto& saw =
                add_work(part.id, key, fmt::format("Saw {}{}", part.name, pieces_in_words(pieces)), pieces, times);
            if (n.is_bar)
                saw.gate = "Hold it where it is to go before it is cut to length: go if the mark is where it must end.";
        };
        to_length("saw", n.sawn, static_cast<double>(n.sawn));
        to_length("saw_metal", n.metal, n.hacksawn);
        if (n.turned > 0)
            add(part.id, "turn", fmt::format("Turn {}{}", part.name, pieces_in_words(n.turned)), n.turned);
        if (n.bevelled > 0)
            add(part.id, "bevel", fmt::format("Saw and plane {} to its outline", part.name), n.bevelled);
        if (n.slits > 0)
            add(part.id, "saw",
                fmt::format("Saw {} in {}", n.slits == 1 ? "the slit" : "both sides of the slit", part.name), n.slits,
                "/slit");
        if (n.openings > 0)
            add(part.id, "pocket", fmt::format("Cut {} openings into {}", n.openings, part.name), n.openings);
        if (n.holes > 0)
            add(part.id, "drill", fmt::format("Drill {} {} in {}", n.holes, n.holes == 1 ? "hole" : "holes", part.name),
                n.holes);
        if (n.taps > 0) add(part.id, "tap", fmt::format("Tap {} in {}", threads(n.taps), part.name), n.taps);
        if (n.metal == n.pieces)
            add(part.id, "file", fmt::format("File the edges of {}", part.name), n.pieces);
        else
            add(part.id, "sand", fmt::format("Break the edges of {} and sand it", part.name), n.pieces);
    }

    static std::string threads(std::size_t count) {
        return count == 1 ? "the thread" : fmt::format("{} threads", count);
    }

    void print(const rig::Part& part, const Counts& n) {
        if (n.prints == 0) return;
        auto& step = add(part.id, "print", fmt::format("Print {}{}", part.name, pieces_in_words(n.prints)), n.prints);
        const auto& rate = print_rate();
        step.waiting = n.printed_mass * rate.share / rate.mass_per_second;
        step.waits_for = "print";
        if (n.heat_set > 0)
            add(part.id, "heat_set",
                fmt::format("Press {} into {}", n.heat_set == 1 ? "the insert" : "the inserts", part.name), n.heat_set);
    }

    void join_up(const rig::Part& part, const Counts& n) {
        if (n.pieces + n.prints > 1 || n.is_glued || n.is_riveted) {
            auto& fit = add(part.id, "dry_fit", fmt::format("Put {} together dry", part.name), 1);
            fit.gate =
                n.is_glued
                    ? "Go if both diagonals are alike and it stands flat; else a shim or a new piece before any glue."
                : n.is_riveted ? "Go if both diagonals are alike and it stands flat; else a shim or a new piece before "
                                 "it is fixed."
                               : "Go if it closes on what it is for; else file or shim before it is finished.";
        }
        if (n.is_glued) glue(part, fmt::format("Glue and clamp {}", part.name), 1);
        if (n.is_riveted) add(part.id, "rivet", fmt::format("Screw or rivet {}", part.name), 1);
        if (n.is_wood) coat(part);
        if (n.inserts > 0)
            add(part.id, "insert",
                fmt::format("Screw {} into {}", n.inserts == 1 ? "the insert" : fmt::format("{} inserts", n.inserts),
                            part.name),
                n.inserts);
    }

    /// Feet, pads, knobs and rods while it is made; its screws go in where it is joined, ballast on when it stands.
    void fit(const rig::Part& part, const std::vector<parts::Bought>& bought, parts::PutOn when) {
        std::vector<std::pair<std::string, std::size_t>> things;
        for (const auto& one : bought) {
            if (one.put_on != when) continue;
            const auto like =
                std::find_if(things.begin(), things.end(), [&](const auto& t) { return t.first == one.what; });
            if (like != things.end())
                ++like->second;
            else
                things.emplace_back(one.what, 1);
        }
        if (things.empty()) return;
        std::vector<std::string> said;
        std::size_t count = 0;
        for (const auto& [what, times] : things) {
            said.push_back(times == 1 ? what : fmt::format("{} × {}", times, what));
            count += times;
        }
        const bool is_load = when == parts::PutOn::when_it_stands;
        add(part.id, "fit", fmt::format("{} {}: {}", is_load ? "Put on" : "Fit to", part.name, fmt::join(said, ", ")),
            count, is_load ? "/stands" : "");
    }

    /// What is put on a part once it stands.
    void load(const rig::Part& part) {
        const auto known = bought_.find(part.id);
        if (known == bought_.end()) return;
        last_ = ready_[part.id];
        fit(part, known->second, parts::PutOn::when_it_stands);
        ready_[part.id] = last_;
        bought_.erase(known);
    }

    void coat(const rig::Part& part) {
        const auto* finish = row_named(finishes(), work_.finish, &Finish::key);
        for (unsigned i = 0; i < finish->coats; ++i) {
            auto& step = add(
                part.id, "coat",
                fmt::format("{} {}, coat {} of {}", i == 0 ? "Coat" : "Coat again", part.name, i + 1, finish->coats), 1,
                fmt::format("/{}", i + 1));
            step.waiting = finish->apart;
            step.waits_for = finish->name;
        }
    }

    void assemble(const rig::Rig& rig, const rig::Interface& seam, std::vector<std::size_t> after = {}) {
        last_ = std::move(after);
        for (const auto& end : {seam.support, seam.payload})
            if (const auto found = ready_.find(end.part); found != ready_.end())
                last_.insert(last_.end(), found->second.begin(), found->second.end());
        std::sort(last_.begin(), last_.end());
        last_.erase(std::unique(last_.begin(), last_.end()), last_.end());
        const auto name = [&](const rig::PortName& port) {
            const auto* part = rig.part(port.part);
            return part ? part->name : port.part;
        };
        const auto again = "/" + seam.id;
        const Joining* how = nullptr;
        bool sets_friction = false;
        for (const auto& element : seam.elements) {
            const auto* of_it = row_named(joinings(), element.family, &Joining::family);
            if (!how) how = of_it;
            sets_friction = sets_friction || (of_it && of_it->sets_friction);
        }
        auto& step = add("", "assemble",
                         fmt::format("{} {} {} {}", how ? how->verb : "Join", name(seam.payload),
                                     how ? how->onto : "to", name(seam.support)),
                         1, again);
        if (how) step.tools = how->tools;
        for (const auto& element : seam.elements)
            if (element.family == "bond") {
                step.waiting = row_named(glues(), work_.glue, &GlueTimes::name)->full;
                step.waits_for = "glue or tape";
            }
        if (sets_friction) {
            auto& friction = add(
                "", "friction", fmt::format("Set {}: loose enough to move, tight enough to stay", seam.name), 1, again);
            friction.gate = "Go if it stays where it is put with the payload’s weight on it.";
        }
        if (const auto* stands = rig.part(seam.payload.part)) {
            ready_[stands->id] = last_;
            load(*stands);
        }
        ready_[seam.support.part] = last_;
        ready_[seam.payload.part] = last_;
    }

    const Work& work_;
    const std::vector<SawnPiece> sawn_;
    Plan plan_;
    std::vector<std::size_t> last_;
    std::map<std::string, std::vector<std::size_t>, std::less<>>
        ready_;  ///< by part: what must be done before it is joined
    std::map<std::string, std::vector<parts::Bought>, std::less<>> bought_;  ///< by part, until it stands
    std::set<std::string, std::less<>> told_;
};

/// Steps in an order in which each comes after those it waits for; shorter where they wait for each other.
std::vector<std::size_t> in_order(const Plan& plan) {
    std::vector<std::size_t> open(plan.steps.size()), order;
    for (std::size_t i = 0; i < plan.steps.size(); ++i) open[i] = plan.steps[i].after.size();
    std::vector<std::vector<std::size_t>> before(plan.steps.size());
    for (std::size_t i = 0; i < plan.steps.size(); ++i)
        for (const auto k : plan.steps[i].after) before.at(k).push_back(i);
    for (std::size_t i = 0; i < open.size(); ++i)
        if (open[i] == 0) order.push_back(i);
    for (std::size_t k = 0; k < order.size(); ++k)
        for (const auto next : before[order[k]])
            if (--open[next] == 0) order.push_back(next);
    return order;
}

}  // namespace

double Plan::hands_on() const {
    double sum = 0;
    for (const auto& step : steps) sum += step.hands_on;
    return sum;
}

double Plan::waiting() const {
    double sum = 0;
    for (const auto& step : steps) sum += step.waiting;
    return sum;
}

Status check(const Work& work) {
    const auto names = [](const auto& rows, auto key) {
        std::vector<std::string> all;
        for (const auto& row : rows) all.push_back(row.*key);
        return fmt::format("Use one of: {}.", fmt::join(all, ", "));
    };
    if (!row_named(finishes(), work.finish, &Finish::key))
        return Problem{"plan.unknown_finish", "finish",
                       fmt::format("“{}” is no finish that is known here.", work.finish),
                       names(finishes(), &Finish::key)};
    if (!row_named(glues(), work.glue, &GlueTimes::name))
        return Problem{"plan.unknown_glue", "glue", fmt::format("“{}” is no glue that is known here.", work.glue),
                       names(glues(), &GlueTimes::name)};
    return Done{};
}

Result<Plan> plan_of(const rig::Rig& rig, const Work& work) {
    if (const auto ok = check(work); !ok) return ok.problem();
    const auto made = made_of(rig);
    if (!made) return made.problem();
    Planner planner(work, sawn_of(*made));
    bool is_any = false;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        const auto& part = rig.parts[i];
        if (part.origin != parts::Origin::make) continue;
        is_any = true;
        if (const auto ok = planner.make(part); !ok) return at_part(ok.problem(), i, part);
    }
    if (!is_any)
        return Problem{"plan.nothing_to_make", "", "No part of this rig is made.",
                       "Say of a part that it is made: “make” on its sheet."};
    planner.assemble(rig);
    return std::move(planner).plan();
}

Result<std::vector<Slack>> slack_of(const Plan& plan) {
    const auto order = in_order(plan);
    if (order.size() < plan.steps.size()) {
        std::size_t stuck = 0;
        while (std::find(order.begin(), order.end(), stuck) != order.end()) ++stuck;
        return Problem{"plan.waits_for_itself", "", fmt::format("“{}” waits for itself.", plan.steps[stuck].what),
                       "Take away one of the steps that it waits for."};
    }
    const auto takes = [&](std::size_t i) { return plan.steps[i].hands_on + plan.steps[i].waiting; };
    std::vector<Slack> slack(plan.steps.size());
    double end = 0;
    for (const auto i : order) {
        for (const auto k : plan.steps[i].after)
            slack[i].earliest = std::max(slack[i].earliest, slack[k].earliest + takes(k));
        end = std::max(end, slack[i].earliest + takes(i));
    }
    for (std::size_t i = 0; i < slack.size(); ++i) slack[i].latest = end - takes(i);
    for (auto at = order.rbegin(); at != order.rend(); ++at)
        for (const auto k : plan.steps[*at].after)
            slack[k].latest = std::min(slack[k].latest, slack[*at].latest - takes(k));
    return slack;
}

double length_of(const Plan& plan, const std::vector<Slack>& slack) {
    double end = 0;
    for (std::size_t i = 0; i < slack.size(); ++i)
        end = std::max(end, slack[i].earliest + plan.steps[i].hands_on + plan.steps[i].waiting);
    return end;
}

std::string duration_in_words(double seconds) {
    const long minutes = std::lround(seconds / 60);
    if (minutes < 60) return fmt::format("{} min", minutes);
    if (minutes >= 600 || minutes % 60 == 0) return fmt::format("{} h", std::lround(seconds / quantity::an_hour));
    return fmt::format("{} h {} min", minutes / 60, minutes % 60);
}

Table step_list(const Plan& plan) {
    Table table{"Plan of work", {"step", "what", "hands-on", "then waits", "after", "tools", "mind"}, {}, {}};
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const auto& step = plan.steps[i];
        std::vector<std::size_t> after;
        for (const auto k : step.after) after.push_back(k + 1);
        std::string mind = step.gate.empty() ? step.caution : "Hold point. " + step.gate;
        if (!step.gate.empty() && !step.caution.empty()) mind += " " + step.caution;
        if (step.spares > 0) mind += fmt::format("{}Have {} to spare.", mind.empty() ? "" : " ", step.spares);
        table.rows.push_back(
            {std::to_string(i + 1), step.what, duration_in_words(step.hands_on),
             step.waiting > 0 ? fmt::format("{}, {}", duration_in_words(step.waiting), step.waits_for) : "",
             fmt::format("{}", fmt::join(after, ", ")), fmt::format("{}", fmt::join(step.tools, ", ")),
             std::move(mind)});
    }
    table.notes.push_back(fmt::format("{} of work in all; times are common practice: yours will differ.",
                                      duration_in_words(plan.hands_on())));
    return table;
}

}  // namespace clampet::make
