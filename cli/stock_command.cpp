#include <fmt/format.h>

#include "commands.h"
#include "inventory/csv.h"
#include "project/carried.h"
#include "project/file.h"
#include "project/stockroom.h"
#include "project/workshop_file.h"
#include "quantity/format.h"
#include "report.h"
#include "rig_file.h"

namespace clampet::cli {

using nlohmann::ordered_json;

namespace {

ordered_json item_json(const inventory::Item& item) {
    const auto known = inventory::known(item);
    return {{"name", item.name}, {"count", item.count},
            {"kind", item.kind}, {"price", item.price ? ordered_json(*item.price) : ordered_json(nullptr)},
            {"pack", item.pack}, {"known", known.is_known()},
            {"is", known.says},  {"note", item.note}};
}

/// What a rig takes that is not there, or is there otherwise.
int compare_with(const rig::Rig& rig, const inventory::Workshop& workshop, bool json) {
    const auto differences = project::differences(rig, workshop);
    if (json) {
        auto all = ordered_json::array();
        for (const auto& d : differences) all.push_back({{"about", d.about}, {"says", d.says}});
        print({{"rig", rig.name}, {"workshop", workshop.name}, {"differences", all}});
    } else {
        for (const auto& d : differences) fmt::print("{}\n", d.says);
        if (differences.empty()) fmt::print("All that “{}” takes from a drawer is in {}.\n", rig.name, workshop.name);
    }
    return differences.empty() ? done : not_all_hold;
}

}  // namespace

int stock_command(const StockRequest& request, bool json) {
    project::Stockroom room;
    if (const auto done = room.open(request.file); !done) return fail(done.problem(), unreadable);
    if (!request.take.empty()) {
        const auto text = project::read_file(request.take);
        if (!text) return fail(text.problem(), unreadable);
        const auto items = inventory::read_csv(*text);
        if (!items)
            return fail(items.problem().at(fmt::format("{}, {}", request.take, items.problem().where)), unreadable);
        if (const auto done = room.put(*items, "table"); !done)
            return fail(done.problem(), inventory::validate(room.workshop()) ? unwritable : unreadable);
    }
    const auto& workshop = room.workshop();
    if (!request.give.empty())
        if (const auto done = project::write_file_atomically(request.give, inventory::write_csv(workshop.items)); !done)
            return fail(done.problem(), unwritable);
    if (!request.rig.empty()) {
        const auto rig = load_rig(request.rig);
        return rig ? compare_with(*rig, workshop, json) : fail(rig.problem(), unreadable);
    }
    if (json) {
        auto items = ordered_json::array();
        for (const auto& item : workshop.items) items.push_back(item_json(item));
        auto hands = ordered_json::array(), printers = ordered_json::array();
        for (const auto& hand : workshop.hands) hands.push_back({{"name", hand.name}, {"strength", hand.strength}});
        for (const auto& p : workshop.printers)
            printers.push_back({{"name", p.name}, {"material", p.material}, {"walls", p.walls}, {"infill", p.infill}});
        print({{"workshop", workshop.name},
               {"currency", workshop.currency},
               {"items", items},
               {"tools", workshop.tools},
               {"hands", hands},
               {"printers", printers}});
        return done;
    }
    fmt::print("{}: {} items\n\n", workshop.name, workshop.items.size());
    for (const auto& item : workshop.items) {
        const auto known = inventory::known(item);
        fmt::print("{:>6g}  {}  ({})\n", item.count, item.name,
                   known.is_known() ? known.says : "not known by that name");
    }
    return done;
}

}  // namespace clampet::cli
