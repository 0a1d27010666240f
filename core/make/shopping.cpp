#include "make/shopping.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>

#include "catalogue/thread.h"
#include "make/wood_screws.h"
#include "parts/made_solid.h"
#include "parts/part_kind.h"
#include "parts/solids.h"
#include "quantity/format.h"
#include "rig/in_force.h"

namespace clampet::make {
namespace {

/// Gathers needs, like ones together.
class Basket {
 public:
    Need& add(const std::string& what, const std::string& kind, double count, const std::string& part) {
        const auto like = std::find_if(needs_.begin(), needs_.end(), [&](const Need& n) { return n.what == what; });
        Need& need = like != needs_.end() ? *like : needs_.emplace_back(Need{what, kind, 0, {}, 0, {}, 1});
        need.count += count;
        if (!part.empty() && std::find(need.parts.begin(), need.parts.end(), part) == need.parts.end())
            need.parts.push_back(part);
        return need;
    }
    Need& add_board(const std::string& what, std::size_t count, const inventory::Board& board, double metres) {
        Need& need = add(what, "board", static_cast<double>(count), "");
        need.board = board;
        need.metres += metres;
        return need;
    }
    std::vector<Need> needs() && { return std::move(needs_); }

 private:
    std::vector<Need> needs_;
};

/// What a printer takes for it, by make::print_rate()'s share of the solid.
void add_filament(const rig::Part& part, const parts::Body& body, Basket& basket) {
    double mass = 0;
    std::string material;
    for (const auto& made : body.made) {
        if (!parts::is_printed(made.material)) continue;
        material = made.material;
        for (const auto& shape : made.joined) mass += made.density * parts::volume_of(shape) * print_rate().share;
    }
    if (mass > 0)
        basket.add(fmt::format("{}, {:.0f} g of filament", material, std::ceil(mass * 100) * 10), "consumable", 1,
                   part.name);
}

void add_made(const rig::Part& part, const parts::Body& body, Basket& basket) {
    add_filament(part, body, basket);
    for (const auto& bought : body.bought)
        if (bought.length > 0)
            basket.add(sold_screw(bought.what.substr(0, bought.what.rfind(' ')), bought.length), "screw", 1, part.name);
        else
            basket.add(bought.what, "other", 1, part.name);
    if (body.made.empty()) return;
    for (const auto& thread : body.made.front().threads)
        if (const auto hole = parts::thread_hole(thread.thread, body.made.front().stuff); hole.insert)
            basket.add(hole.insert->name + " insert", "insert", 1, part.name);
}

/// What joins a part that is made to another one: of two that are there, it is there too.
void add_fasteners(const rig::Rig& rig, Basket& basket) {
    const auto is_made = [&](const rig::PortName& port) {
        const auto* part = rig.part(port.part);
        return part && part->origin == parts::Origin::make;
    };
    for (const auto& seam : rig.interfaces) {
        if (!is_made(seam.support) && !is_made(seam.payload)) continue;
        for (const auto& one : rig::fasteners_of(rig, seam)) basket.add(one.what, "fastener", one.count, seam.name);
    }
}

/// What is of metal, or of a sheet of plastic, is fixed by rivets or small screws.
void add_rivets(const Made& made, Basket& basket) {
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces)
            if (const auto count = rivets_of(piece); count > 0)
                basket.add("blind rivet Ø4 mm, or M4 screw with its nut", "screw", count, part.name);
}

void add_wood_screws(const Made& made, Basket& basket) {
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces)
            if (const auto screws = wood_screws_of(part, piece))
                basket.add(name_of(*screws), "screw", screws->count, part.name);
}

/// Of a sheet both sizes, of a bar or a strip its length.
std::string board_in_words(double length, double width) {
    const auto said = quantity::format(length, quantity::Dimension::length);
    return width > 0 ? fmt::format("{} × {}", said, quantity::format(width, quantity::Dimension::length))
                     : said + " long";
}

/// Of one bar or sheet that little is taken of: how much of it would do.
void say_what_would_do(Need& need, const Layout& layout, const Sawing& sawing) {
    constexpr double much_less = 0.8;  // worth asking for
    if (layout.count() != 1) return;
    if (!layout.is_sheet()) {
        if (need.metres < much_less * layout.bar) need.shortest = need.metres;
        return;
    }
    const auto& sheet = layout.sheets.sheets.front();
    const double length = reach_of(sheet, layout.cuts) + sawing.kerf,
                 width = std::min(layout.width, width_of(sheet, layout.cuts) + sawing.kerf);
    if (length * width > much_less * layout.bar * layout.width) return;
    need.shortest = length;
    need.narrowest = width;
}

/// What the drawer has no board for.
void add_boards(const std::vector<Layout>& layouts, const Sawing& sawing, Basket& basket) {
    for (const auto& layout : layouts) {
        if (layout.count() > 0) {
            auto& need = basket.add_board(
                fmt::format("{}, {}", layout.stock, board_in_words(layout.bar, layout.is_sheet() ? layout.width : 0)),
                layout.count(), layout.bought, layout.metres(sawing.kerf));
            say_what_would_do(need, layout, sawing);
        }
        for (const auto& piece : layout.too_large) {
            auto board = layout.bought;
            if (piece.width > 0) board.width = piece.width;
            basket.add_board(fmt::format("{}, at least {}", layout.stock, board_in_words(piece.length, piece.width)), 1,
                             board, piece.length);
        }
    }
}

void add_consumables(const Plan& plan, const Work& work, Basket& basket) {
    const auto has = [&](const char* word) {
        return std::any_of(plan.steps.begin(), plan.steps.end(),
                           [&](const Step& s) { return s.key.find(word) != std::string::npos; });
    };
    if (has("/glue")) basket.add(work.glue, "consumable", 1, "");
    if (has("/coat")) basket.add(work.finish + ", a small tin", "consumable", 1, "");
    if (has("/sand")) basket.add("abrasive paper 120 and 180, a sheet each", "consumable", 1, "");
}

/// Whether what is sold by the metre is of that section.
bool is_of_section(const inventory::Item& item, const inventory::Board& wanted) {
    constexpr double like = 3e-4;
    const auto board = inventory::board_of(item);
    if (!board || board->material != wanted.material) return false;
    return std::abs(board->width - wanted.width) <= like && std::abs(board->thickness - wanted.thickness) <= like &&
           std::abs(board->diameter - wanted.diameter) <= like && std::abs(board->wall - wanted.wall) <= like;
}

/// Whether an item of the drawer is what is wanted: by its name, or the same thread and length of a screw; a board's
/// price may be of the metre.
void look_into(const inventory::Workshop& drawer, Need& need) {
    for (const auto& item : drawer.items) {
        const bool is_by_metre = item.by_metre && need.board && is_of_section(item, *need.board);
        if (!is_by_metre && item.name != need.what && item.name + " insert" != need.what) continue;
        if (!is_by_metre) need.owned = std::min(need.count, need.owned + item.count);
        need.salvaged = need.salvaged || item.salvaged;
        need.delivery = std::max(need.delivery, item.delivery);
        need.by_metre = is_by_metre;
        if (item.price) {
            need.price = *item.price;
            need.pack = is_by_metre ? item.pack : std::max(1.0, item.pack);
        }
    }
}

std::string money(double sum, const std::string& currency) {
    return fmt::format("{:.2f} {}", sum, currency);
}

}  // namespace

double Need::packs() const {
    if (by_metre) return to_buy() > 0 ? std::ceil(metres * 10 - 1e-6) / 10 / pack : 0;
    return std::ceil(to_buy() / pack - 1e-9);
}

std::optional<double> Need::cost() const {
    if (to_buy() <= 0 || salvaged) return 0;
    if (!price) return std::nullopt;
    return packs() * *price;
}

std::optional<double> Need::used_cost() const {
    if (salvaged) return 0;
    if (!price) return std::nullopt;
    return (by_metre ? metres : count) / pack * *price;
}

std::string sold_screw(const std::string& thread, double length) {
    const auto known = catalogue::thread_named(thread);
    const bool is_metric = known && known->designation.starts_with("M");
    const catalogue::StockRow* best = nullptr;
    for (const auto* row : catalogue::stock_group(is_metric ? "metric screw length" : "inch screw length"))
        if (row->size("length") + 1e-9 >= length && (!best || row->size("length") < best->size("length"))) best = row;
    return fmt::format("{} × {} screw", thread,
                       best ? best->name : quantity::format(length, quantity::Dimension::length));
}

Result<std::vector<Need>> needs_of(const rig::Rig& rig, const Work& work, const Sawing& sawing,
                                   const inventory::Workshop* workshop) {
    if (const auto ok = check(sawing); !ok) return ok.problem();
    const auto plan = plan_of(rig, work);
    if (!plan) return plan.problem();
    const auto made = made_of(rig);
    if (!made) return made.problem();
    Basket basket;
    for (const auto& part : rig.parts) {
        if (part.origin == parts::Origin::buy) basket.add(part.name, "part", 1, part.name);
        const auto* kind = parts::kind_named(part.kind);
        if (part.origin != parts::Origin::make || !kind) continue;
        if (const auto body = parts::built(*kind, part.values)) add_made(part, *body, basket);
    }
    add_fasteners(rig, basket);
    add_wood_screws(*made, basket);
    add_rivets(*made, basket);
    add_boards(layouts_of(*made, sawing, workshop), sawing, basket);
    add_consumables(*plan, work, basket);
    auto needs = std::move(basket).needs();
    if (workshop)
        for (auto& need : needs) look_into(*workshop, need);
    return needs;
}

std::optional<double> Cost::saved() const {
    if (!ready_made) return std::nullopt;
    return *ready_made - made();
}

Cost cost_of(const std::vector<Need>& needs, double hands_on, double own_rate, std::optional<double> ready_made) {
    Cost cost;
    for (const auto& need : needs) {
        const auto bought = need.cost();
        if (!bought) ++cost.unpriced;
        cost.bought += bought.value_or(0);
        cost.used += need.used_cost().value_or(0);
        if (need.salvaged) cost.salvaged.push_back(need.what);
        if (need.to_buy() > 0 && !need.salvaged && need.delivery > cost.delivery) {
            cost.delivery = need.delivery;
            cost.comes_last = need.what;
        }
    }
    cost.own_hours = hands_on;
    cost.own_rate = own_rate;
    cost.ready_made = ready_made;
    return cost;
}

namespace {

std::string days_in_words(double seconds) {
    const long whole = std::lround(std::ceil(seconds / quantity::a_day - 1e-6));
    return whole == 1 ? "1 day" : fmt::format("{} days", whole);
}

}  // namespace

std::string time_in_words(const Cost& cost, double work, double ready_delivery) {
    std::string words;
    if (cost.delivery > 0)
        words = fmt::format("{} comes last, {} after it is ordered; ", cost.comes_last, days_in_words(cost.delivery));
    words += fmt::format("the work takes {} with its waiting", days_in_words(work));
    if (ready_delivery > 0) {
        const double made = cost.delivery + work;
        words +=
            fmt::format("; ready-made it would be here in {}: {} {}", days_in_words(ready_delivery),
                        days_in_words(std::abs(made - ready_delivery)), made > ready_delivery ? "sooner" : "later");
    }
    words.front() = static_cast<char>(std::toupper(static_cast<unsigned char>(words.front())));
    return words + ".";
}

namespace {

/// To a millimetre and no less [m].
double whole_mm(double length) {
    return std::ceil(length * 1000 - 1e-6) / 1000;
}

/// To a decimetre and no less: "0.8 m, cut to length".
std::string cut_in_words(double metres) {
    return fmt::format("{:.1f} m, cut to length", std::ceil(metres * 10 - 1e-6) / 10);
}

}  // namespace

Table shopping_list(const std::vector<Need>& needs, const std::string& currency) {
    Table table{"Hardware and shopping list", {"what", "wanted", "in the drawer", "to buy", "for"}, {}, {}};
    for (const auto& need : needs) {
        std::string buy = need.to_buy() > 0 ? fmt::format("{:g}", need.to_buy()) : "";
        if (need.to_buy() > 0 && need.by_metre)
            buy = cut_in_words(need.metres);
        else if (need.to_buy() > 0 && need.pack > 1)
            buy = fmt::format("{:g} packs of {:g}", need.packs(), need.pack);
        else if (need.to_buy() > 0 && need.shortest > 0)
            buy += ", or " + (need.narrowest > 0
                                  ? "an offcut of " + board_in_words(whole_mm(need.shortest), whole_mm(need.narrowest))
                                  : cut_in_words(need.shortest));
        if (const auto sum = need.cost(); sum && *sum > 0) buy += ", " + money(*sum, currency);
        if (need.to_buy() > 0 && need.salvaged) buy += ", from salvage";
        if (need.to_buy() > 0 && need.delivery > 0) buy += ", comes in " + days_in_words(need.delivery);
        table.rows.push_back({need.what, fmt::format("{:g}", need.count),
                              need.owned > 0 ? fmt::format("{:g}", need.owned) : "", std::move(buy),
                              fmt::format("{}", fmt::join(need.parts, ", "))});
    }
    table.notes.push_back("A washer under every head and nut on wood; screws at least so long, as they are sold.");
    if (std::any_of(needs.begin(), needs.end(), [](const Need& n) { return n.kind == "fastener"; }))
        table.notes.push_back("Those for a seam just so long: a longer one bottoms, or comes out on the other side.");
    return table;
}

Table cost_list(const std::vector<Need>& needs, const Cost& cost, const std::string& currency) {
    Table table{"Cost", {"what", "sum"}, {}, {}};
    for (const auto& need : needs)
        if (const auto sum = need.cost(); sum && *sum > 0) table.rows.push_back({need.what, money(*sum, currency)});
    table.rows.push_back(
        {cost.unpriced > 0 ? "bought, as far as it has a price" : "bought", money(cost.bought, currency)});
    if (cost.used < cost.bought)
        table.rows.push_back({"of that stays in the drawer", money(cost.bought - cost.used, currency)});
    if (!cost.salvaged.empty())
        table.notes.push_back(fmt::format("From salvage, nothing paid: {}.", fmt::join(cost.salvaged, ", ")));
    if (cost.own_rate > 0)
        table.rows.push_back({fmt::format("own work, {}", duration_in_words(cost.own_hours)),
                              money(cost.own_hours / quantity::an_hour * cost.own_rate, currency)});
    table.rows.push_back({"made", money(cost.made(), currency)});
    if (cost.ready_made) {
        table.rows.push_back({"ready-made", money(*cost.ready_made, currency)});
        table.rows.push_back({"saved by making", money(*cost.saved(), currency)});
    }
    if (cost.unpriced > 0)
        table.notes.push_back(
            fmt::format("{} of the list have no price: give it in the drawer, by the same name.", cost.unpriced));
    return table;
}

}  // namespace clampet::make
