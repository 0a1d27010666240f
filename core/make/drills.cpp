#include "make/drills.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <deque>
#include <numbers>

#include "catalogue/drills.h"
#include "catalogue/thread.h"
#include "make/wood_screws.h"
#include "parts/made_solid.h"
#include "quantity/format.h"

namespace clampet::make {
namespace {

using parts::Bore;
using parts::BoreFor;
using parts::Stuff;
using quantity::Dimension;

using quantity::mm;

DrillFor through(const Bore& bore) {
    const auto drills = catalogue::clearance_drills_sold(bore.diameter);
    return {drills.empty() ? mm(bore.diameter) + " (Forstner or hole saw)" : drills.front().label(),
            bore.thread.empty() ? "" : bore.thread + " goes through", bore.diameter, bore.thread};
}

DrillFor tapped(const Bore& bore) {
    const auto thread = catalogue::thread_named(bore.thread);
    const auto drills = thread ? catalogue::tap_drills_sold(*thread) : std::vector<catalogue::SoldDrill>{};
    if (drills.empty()) return {mm(bore.diameter), "tap " + bore.thread, bore.diameter, "tap " + bore.thread};
    return {drills.front().label(),
            fmt::format("tap {}, {:.0f} % thread", bore.thread, 100 * drills.front().thread_share),
            drills.front().diameter, "tap " + bore.thread};
}

DrillFor for_insert(const Bore& bore, Stuff stuff) {
    const auto hole = parts::thread_hole(bore.thread, stuff);
    if (!hole.insert)
        return {mm(bore.diameter), "insert for " + bore.thread + ": hole as its maker says", bore.diameter, "insert"};
    return {through({{}, hole.diameter}).drill, fmt::format("insert {}; its maker’s hole is better", hole.insert->name),
            hole.diameter, "insert"};
}

/// Both drills of a wood screw, of one series: nobody changes sets between them.
std::string screw_drills_in_words(const WoodScrews& screws, const std::string& material) {
    const double shank = screws.row->size("clearance"), pilot = pilot_of(screws, material);
    std::string wide = through({{}, shank}).drill, narrow = through({{}, pilot}).drill;
    const auto series = [](const catalogue::SoldDrill& drill) { return drill.row->texts.at("series"); };
    for (const auto& outer : catalogue::clearance_drills_sold(shank)) {
        const auto drills = catalogue::clearance_drills_sold(pilot);
        const auto inner = std::find_if(drills.begin(), drills.end(),
                                        [&](const auto& drill) { return series(drill) == series(outer); });
        if (inner == drills.end()) continue;
        wide = outer.label();
        narrow = inner->label();
        break;
    }
    return fmt::format("{} through the first board, pilot {} in the other", wide, narrow);
}

/// How fast a twist drill turns, in rounds a minute: v/(π d) at the cutting speed of the stuff, no faster than a hand
/// drill and no slower than 300.
/// Source  High-speed steel, Machinery's Handbook, from memory: aluminium and brass 60 m/min; wood 90, plastic 30,
///         common practice. Steel would be 25: metals here are taken as steel, the slower.
double rounds_a_minute(double diameter, Stuff stuff) {
    const double metres = stuff == Stuff::wood ? 90 : stuff == Stuff::plastic ? 30 : 25;
    const double rounds = std::clamp(metres / (std::numbers::pi * diameter), 300.0, 3000.0);
    return 50 * std::round(rounds / 50);
}

/// A row of the list: like holes of one piece.
struct Hole {
    const MadePart* part;
    const parts::Workpiece* piece;
    const Bore* bore;
    std::string_view edge;  ///< that it goes into, or its way; empty: the marked face
    DrillFor drill;
    unsigned count = 0;
};

std::string then_of(const Hole& h) {
    std::string then = h.drill.then;
    const auto add = [&](const std::string& words) { then += (then.empty() ? "" : "; ") + words; };
    if (h.bore->sink > 0)
        add(fmt::format("countersink to {}{}", mm(h.bore->sink), h.bore->from_the_back ? " from the other face" : ""));
    else if (h.bore->from_the_back)
        add("from the other face");
    return then;
}

/// Blind holes from both faces of a piece that run into each other, in words; empty where none do.
std::string meeting_holes(const MadePart& part, const parts::Workpiece& piece) {
    for (const auto& front : piece.bores)
        for (const auto& back : piece.bores) {
            if (front.from_the_back || !back.from_the_back || !(front.depth > 0) || !(back.depth > 0)) continue;
            if ((front.at - back.at).norm() >= (front.diameter + back.diameter) / 2) continue;
            if (front.depth + back.depth > piece.thickness + 1e-9)
                return fmt::format("{}: the holes from both faces meet, {} and {} deep in {}.", name_of(part, piece),
                                   mm(front.depth), mm(back.depth), mm(piece.thickness));
        }
    return {};
}

}  // namespace

DrillFor drill_for(const Bore& bore, Stuff stuff) {
    if (bore.made_for != BoreFor::thread) return through(bore);
    const bool takes_insert = stuff == Stuff::wood || stuff == Stuff::plastic;
    return takes_insert ? for_insert(bore, stuff) : tapped(bore);
}

std::string_view name_of(parts::EdgeBores::Edge edge) {
    constexpr std::array<std::string_view, 4> names{"lower edge", "right end", "upper edge", "left end"};
    return names[static_cast<std::size_t>(edge)];
}

Table drill_list(const Made& made) {
    std::vector<Hole> holes;
    std::deque<Bore> along;  // what bars are bored to
    const auto add = [&](const MadePart& part, const parts::Workpiece& piece, const Bore& bore, std::string_view edge) {
        if (piece.is_round && bore.from_the_back && bore.depth == 0) return;  // where another one comes out
        const auto like = std::find_if(holes.begin(), holes.end(), [&](const Hole& h) {
            auto moved = *h.bore;
            moved.at = bore.at;
            return h.piece == &piece && h.edge == edge && moved == bore;
        });
        if (like != holes.end())
            like->count += piece.count;
        else
            holes.push_back({&part, &piece, &bore, edge, drill_for(bore, piece.stuff), piece.count});
    };
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) {
            if (const double bored = bored_of(piece); bored > 0)
                add(part, piece, along.emplace_back(Bore{.diameter = bored}), "along its axis");
            for (const auto& bore : piece.bores) add(part, piece, bore, "");
            for (const auto& edge : piece.edges)
                for (const auto& bore : edge.bores) add(part, piece, bore, name_of(edge.edge));
        }
    std::stable_sort(holes.begin(), holes.end(), [](const Hole& a, const Hole& b) {
        if (std::abs(a.drill.diameter - b.drill.diameter) > 1e-9) return a.drill.diameter < b.drill.diameter;
        return a.bore->depth == 0 && b.bore->depth > 0;
    });
    Table table{
        "Drills, in the order of use", {"drill", "holes", "piece", "stop at", "then", "turns a minute"}, {}, {}};
    for (const auto& h : holes)
        table.rows.push_back({h.drill.drill, std::to_string(h.count),
                              name_of(*h.part, *h.piece) + (h.edge.empty() ? "" : fmt::format(", {}", h.edge)),
                              h.bore->depth > 0 ? mm(h.bore->depth) : "through", then_of(h),
                              fmt::format("{:.0f}", rounds_a_minute(h.drill.diameter, h.piece->stuff))});
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces)
            if (const auto screws = wood_screws_of(part, piece))
                table.notes.push_back(fmt::format("{}: {} of {}; {}, countersink to {}.", name_of(part, piece),
                                                  screws->count, name_of(*screws),
                                                  screw_drills_in_words(*screws, piece.material),
                                                  mm(std::round(screws->row->size("head") * 1e4) / 1e4)));
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces)
            if (auto words = meeting_holes(part, piece); !words.empty()) table.notes.push_back(std::move(words));
    if (holes.empty())
        table.notes.push_back("No piece has a hole on a face or an edge; what is bored on is said in the cut list.");
    if (std::any_of(holes.begin(), holes.end(), [](const Hole& h) { return h.drill.diameter > 0.008; }))
        table.notes.push_back(
            "Drill 3 mm first where more than 8 mm is to go; turns a minute are for high-speed steel.");
    if (!holes.empty()) table.notes.push_back("Clamp the piece, a waste board below it; wear eye protection.");
    return table;
}

}  // namespace clampet::make
