#include <fmt/format.h>
#include <fmt/ranges.h>

#include "commands.h"
#include "project/file.h"
#include "project/stockroom.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "quantity/spreadsheet.h"
#include "report.h"
#include "solids/test_piece.h"

namespace clampet::cli {

using inventory::FitTried;
using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

template <class Enum>
Result<Enum> named(const std::string& text, const char* option) {
    const auto names = parts::names<Enum>();
    const auto found = std::find(names.begin(), names.end(), text);
    if (found != names.end()) return static_cast<Enum>(found - names.begin());
    return Problem{"ladder.unknown_word", option, fmt::format("“{}” is not known here.", text),
                   fmt::format("Use one of: {}.", fmt::join(names, ", "))};
}

/// "0.1mm=tight, 0.2mm=right".
Result<std::vector<FitTried>> tried_of(const LadderRequest& request, const inventory::Printer& printer, double pin,
                                       inventory::HoleLies lies) {
    std::vector<FitTried> all;
    std::string_view text = request.tried;
    while (!text.empty()) {
        const auto comma = std::min(text.find(','), text.size());
        const auto one = quantity::trimmed(text.substr(0, comma));
        text.remove_prefix(std::min(comma + 1, text.size()));
        if (one.empty()) continue;
        const auto equals = one.find('=');
        const auto clearance = quantity::parse(quantity::trimmed(one.substr(0, equals)), Dimension::length, "mm");
        if (equals == std::string::npos || !clearance)
            return Problem{"ladder.no_try", "tried", fmt::format("“{}” says no clearance and how it was.", one),
                           "Write for example 0.1mm=tight, 0.2mm=right, 0.3mm=loose."};
        const auto verdict = named<inventory::TriedFit>(quantity::trimmed(one.substr(equals + 1)), "tried");
        if (!verdict) return verdict.problem();
        all.push_back({request.date, printer.material, lies, pin, *clearance, *verdict});
        if (const auto ok = prove::check(all.back()); !ok) return ok.problem();
    }
    return all;
}

}  // namespace

int ladder_command(const LadderRequest& request, bool json) {
    const auto pin = quantity::parse(request.pin, Dimension::length, "mm");
    if (!pin) return fail(pin.problem().at("pin"), wrong_usage);
    const auto lies = named<inventory::HoleLies>(request.lies, "lies");
    if (!lies) return fail(lies.problem(), wrong_usage);
    project::Stockroom room;
    if (const auto ok = room.open(request.workshop); !ok) return fail(ok.problem(), unreadable);
    auto workshop = room.workshop();
    const auto printer = std::find_if(workshop.printers.begin(), workshop.printers.end(), [&](const auto& p) {
        return request.printer.empty() || p.name == request.printer;
    });
    if (printer == workshop.printers.end()) {
        std::vector<std::string> names;
        for (const auto& p : workshop.printers) names.push_back(p.name);
        return fail({"ladder.no_printer", "printer", fmt::format("There is no printer “{}”.", request.printer),
                     names.empty() ? std::string("Add one under Stock first.")
                                   : fmt::format("Use one of: {}.", fmt::join(names, ", "))},
                    wrong_usage);
    }
    const auto tried = tried_of(request, *printer, *pin, *lies);
    if (!tried) return fail(tried.problem(), wrong_usage);
    printer->fits.insert(printer->fits.end(), tried->begin(), tried->end());
    const auto learned = prove::learned_from(prove::tries_of(*printer, *lies));
    const auto rung = prove::next_rung(learned);
    const auto material = printer->material, name = printer->name;
    if (!tried->empty())
        if (const auto ok = room.change(workshop, "fit ladder"); !ok) return fail(ok.problem(), unwritable);
    if (!request.out.empty()) {
        const auto bytes = solids::test_file(request.out, *pin, rung, *lies, material);
        if (!bytes) return fail(bytes.problem(), wrong_usage);
        if (const auto ok = project::write_file_atomically(request.out, *bytes); !ok)
            return fail(ok.problem(), unwritable);
    }
    if (json) {
        print({{"printer", name},
               {"material", material},
               {"lies", request.lies},
               {"tries", learned.tries},
               {"clearance", learned.clearance},
               {"deviation", learned.deviation},
               {"sure", learned.sure},
               {"settled", learned.is_settled()},
               {"next", rung}});
        return done;
    }
    const auto mm = [](double x) { return quantity::format(x, Dimension::length); };
    if (learned.tries == 0)
        fmt::print("{}, {}, holes {}: nothing tried yet; 0.1 to 0.4 mm is common.\n", name, material, request.lies);
    else
        fmt::print("{}, {}, holes {}: right with {} more than the pin (± {}), {:.0f} % sure; {} tried.\n", name,
                   material, request.lies, mm(learned.clearance), mm(learned.deviation), 100 * learned.sure,
                   learned.tries);
    if (learned.is_settled()) fmt::print("Settled: printed holes take it with --workshop and --printer.\n");
    std::vector<std::string> next;
    for (const double c : rung) next.push_back(mm(c));
    fmt::print("Print next, for a pin of {}: {}.\n", mm(*pin), fmt::join(next, ", "));
    if (!request.out.empty()) fmt::print("{}\n", request.out);
    return done;
}

}  // namespace clampet::cli
