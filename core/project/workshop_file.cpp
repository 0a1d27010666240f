#include "project/workshop_file.h"

#include <fmt/format.h>

#include "parts/part_kind.h"
#include "project/fields.h"
#include "project/json_lines.h"
#include "project/part_fields.h"
#include "project/rig_fields.h"
#include "prove/fit_ladder.h"

namespace clampet::embedded {
std::string_view workshop();
}

namespace clampet::project {
namespace {

using inventory::Item;
using inventory::Workshop;
using nlohmann::ordered_json;
using quantity::Dimension;

const std::string workshop_format = "clampet-workshop";

const Fields<Item>& item_fields() {
    static const Fields<Item> fields{
        "item",
        "one thing that is owned",
        {text_field("name", &Item::name, "what it is called", true),
         quantity_field("count", &Item::count, Dimension::number, schema_of_quantity(0, inventory::most_counted),
                        "pieces; 1 where it is left out"),
         text_field("kind", &Item::kind, "kind of part, where it is one: `clampet-cli parts`"),
         {"values",
          "sizes of its kind, SI or with a unit",
          false,
          {{"type", "object"}},
          [](const Node& n, Item& item) {
              const auto* kind = parts::kind_named(item.kind);
              item.values = read_values(n, kind ? kind->parameters() : std::span<const families::Parameter>{});
          },
          [](const Item& item) { return write_values(item.values); }},
         {"price", "of a pack, in the workshop's currency", false, schema_of_quantity(0, inventory::most_counted),
          [](const Node& n, Item& item) { item.price = n.quantity(Dimension::number); },
          [](const Item& item) { return item.price ? ordered_json(*item.price) : ordered_json(); }},
         quantity_field("pack", &Item::pack, Dimension::number, schema_of_quantity(0, inventory::most_counted, false),
                        "pieces in a pack"),
         text_field("note", &Item::note, "text"),
         flag_field("by_metre", &Item::by_metre, "sold by the metre: count and pack are metres"),
         flag_field("salvaged", &Item::salvaged, "found, or taken from something else: nothing is paid for it"),
         {"delivery", "how long it takes to come when it is ordered [s], or a text such as \"5 days\"", false,
          schema_of_quantity(0, inventory::longest_delivery),
          [](const Node& n, Item& item) { item.delivery = n.quantity(Dimension::time); },
          [](const Item& item) { return item.delivery > 0 ? ordered_json(item.delivery) : ordered_json(); }}}};
    return fields;
}

const Fields<inventory::FitTried>& fit_fields() {
    using inventory::FitTried;
    static const Fields<FitTried> fields{
        "fit",
        "a pin that was tried in a printed hole",
        {said_field("date", &FitTried::date, "`2026-11-29`"),
         text_field("material", &FitTried::material, "that was printed, of the table of materials"),
         enum_field("lies", &FitTried::lies, "the hole while it is printed: `upright` or `across`"),
         quantity_field("pin", &FitTried::pin, Dimension::length, schema_of_quantity(1e-3, 0.06), "its diameter [m]",
                        true),
         quantity_field("clearance", &FitTried::clearance, Dimension::length, schema_of_quantity(-1e-3, 3e-3),
                        "how much wider the hole was drawn [m]", true),
         enum_field("verdict", &FitTried::verdict, "`tight`, `right` or `loose`")},
        [](const Node& n, FitTried& t) {
            if (const auto ok = prove::check(t); !ok) {
                const auto& problem = ok.problem();
                (n.has(problem.where) ? n.at(problem.where) : n).fail("workshop.no_fit", problem.what, problem.remedy);
            }
        }};
    return fields;
}

/// Left out where nothing was tried.
Field<inventory::Printer> fits_field() {
    using inventory::Printer;
    auto field = list_field("fits", &Printer::fits, fit_fields(), "ladders of test holes", 0, 2000);
    field.write = [write = field.write](const Printer& p) { return p.fits.empty() ? ordered_json() : write(p); };
    return field;
}

const Fields<inventory::Printer>& printer_fields() {
    using inventory::Printer;
    static const Fields<Printer> fields{
        "printer",
        "a printer, and how it is set",
        {text_field("name", &Printer::name, "text", true),
         text_field("material", &Printer::material, "what it prints, of the table of materials", true),
         quantity_field("walls", &Printer::walls, Dimension::length, schema_of_quantity(0, 1, false),
                        "thickness of the shell [m]"),
         quantity_field("infill", &Printer::infill, Dimension::number, schema_of_quantity(0, 1),
                        "share of what is within"),
         fits_field()}};
    return fields;
}

/// Left out where there are none.
template <class Item>
Field<Workshop> few(Field<Workshop> field, std::vector<Item> Workshop::*member) {
    field.write = [write = field.write, member](const Workshop& w) {
        return (w.*member).empty() ? ordered_json() : write(w);
    };
    return field;
}

const Fields<Workshop>& workshop_fields() {
    static const Fields<Workshop> fields{
        "workshop",
        "what a person works with, shared by all of their rigs",
        {{"format",
          fmt::format("`\"{}\"`", workshop_format),
          true,
          {{"const", workshop_format}},
          [](const Node& n, Workshop&) {
              if (n.string() != workshop_format)
                  n.fail("workshop.not_one", "This is not a Clampet workshop.",
                         fmt::format("A workshop file says \"format\": \"{}\".", workshop_format));
          },
          [](const Workshop&) -> ordered_json { return workshop_format; }},
         {"schema",
          fmt::format("`{}`", workshop_schema),
          true,
          {{"const", workshop_schema}},
          [](const Node& n, Workshop&) {
              if (!n.raw().is_number() || n.raw().get<double>() != workshop_schema)
                  n.fail("workshop.unknown_schema", "This workshop is of a schema that this Clampet does not know.",
                         fmt::format("Use {}, or a newer Clampet.", workshop_schema));
          },
          [](const Workshop&) -> ordered_json { return workshop_schema; }},
         text_field("name", &Workshop::name, "text"),
         text_field("currency", &Workshop::currency, "of all prices"),
         list_field("items", &Workshop::items, item_fields(), "the drawer", 0, 20000, true),
         {"tools",
          "by name",
          false,
          {{"type", "array"}, {"items", {{"type", "string"}}}},
          [](const Node& n, Workshop& w) {
              for (std::size_t i = 0; i < n.size(); ++i) w.tools.push_back(n.item(i).string());
          },
          [](const Workshop& w) { return w.tools.empty() ? ordered_json() : ordered_json(w.tools); }},
         few(list_field("hands", &Workshop::hands, hands_fields(), "who tightens things", 0, 50), &Workshop::hands),
         few(list_field("printers", &Workshop::printers, printer_fields(), "what prints", 0, 50),
             &Workshop::printers)}};
    return fields;
}

}  // namespace

Result<Workshop> read_workshop(std::string_view text) {
    const auto document = parse_json(text);
    if (!document) return document.problem();
    const auto with_line = [&](const Problem& p) {
        return p.at(fmt::format("line {}, {}", line_of(text, p.where), p.where.empty() ? "/" : p.where));
    };
    try {
        const Node node(*document, "");
        node.be_object();
        Workshop workshop = workshop_fields().read(node);
        if (const auto ok = inventory::validate(workshop); !ok) return with_line(ok.problem());
        return workshop;
    } catch (const Problem& problem) {
        return with_line(problem);
    }
}

std::string write_workshop(const Workshop& workshop) {
    return workshop_fields().write(workshop).dump(1, ' ', false, ordered_json::error_handler_t::replace) + "\n";
}

std::string workshop_tables() {
    return workshop_fields().table() + "\n" + item_fields().table() + "\n" + hands_fields().table() + "\n" +
           printer_fields().table() + "\n" + fit_fields().table();
}

Workshop demo_workshop() {
    return *read_workshop(embedded::workshop());
}

}  // namespace clampet::project
