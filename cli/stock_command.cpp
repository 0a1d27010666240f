#include <fmt/format.h>

#include "commands.h"
#include "inventory/csv.h"
#include "project/file.h"
#include "project/stockroom.h"
#include "project/workshop_file.h"
#include "quantity/format.h"
#include "report.h"

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
    if (json) {
        auto items = ordered_json::array();
        for (const auto& item : workshop.items) items.push_back(item_json(item));
        print({{"workshop", workshop.name},
               {"currency", workshop.currency},
               {"items", items},
               {"tools", workshop.tools}});
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
