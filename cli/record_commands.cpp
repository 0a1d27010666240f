#include <fmt/format.h>

#include "before_after.h"
#include "commands.h"
#include "long_work.h"
#include "project/file.h"
#include "prove/hang.h"
#include "prove/measured.h"
#include "prove/records.h"
#include "prove/tap.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"
#include "rig_file.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

/// A quantity that was typed, with the option's name at its problem.
Result<double> typed(const std::string& text, Dimension dimension, const char* option, const char* unit = "") {
    const auto value = quantity::parse(text, dimension, unit);
    if (!value) return value.problem().at(option);
    return *value;
}

Result<prove::TapAsked> asked_of(const TapRequest& request, bool json) {
    prove::TapAsked asked;
    asked.seam = request.seam;
    asked.corrects = request.corrects;
    asked.date = request.date;
    asked.note = request.note;
    if (request.frequency.empty() == request.recording.empty())
        return Problem{"tap.frequency_or_recording", request.frequency.empty() ? "frequency" : "recording",
                       "A tap has either a frequency or a recording.",
                       "Give --frequency, for example 4.2Hz, or --recording and a file."};
    if (!request.recording.empty()) {
        const auto text = project::read_file(request.recording);
        if (!text) return text.problem();
        const LongWork work("read", json);
        const auto recording = prove::read_recording(*text, work.job(1));
        if (!recording) return recording.problem().at(request.recording + ", " + recording.problem().where);
        const auto swing = prove::swing_of(*recording);
        if (!swing) return swing.problem().at(request.recording);
        asked.frequency = swing->frequency;
        asked.damping = swing->damping;
        return asked;
    }
    const auto frequency = typed(request.frequency, Dimension::frequency, "frequency", "Hz");
    if (!frequency) return frequency.problem();
    asked.frequency = *frequency;
    if (!request.damping.empty()) {
        const auto damping = typed(request.damping, Dimension::number, "damping");
        if (!damping) return damping.problem();
        asked.damping = *damping;
    }
    return asked;
}

ordered_json band_json(const rig::Band& band) {
    return {{"low", band.low}, {"typical", band.typical}, {"high", band.high}};
}

}  // namespace

int tap_command(const TapRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto asked = asked_of(request, json);
    if (!asked) return fail(asked.problem(), wrong_usage);
    const auto predicted = prove::predicted_swing(*rig, asked->seam);
    if (!predicted) return fail(predicted.problem(), wrong_usage);
    const auto tap = prove::explained(*rig, *asked);
    if (!tap) return fail(tap.problem(), wrong_usage);
    const auto change = before_after(*rig, project::AddRecord{*tap}, tap->seam);
    if (!change) return fail(change.problem(), wrong_usage);
    if (const auto failed = keep(change->rig, request.file, request.keep)) return *failed;
    if (json) {
        auto answer = json_of(*change);
        answer["tap"] = {{"id", tap->id},           {"interface", tap->seam},        {"frequency", tap->frequency},
                         {"damping", tap->damping}, {"corrects", tap->corrects},     {"value", tap->value},
                         {"stood", tap->stood},     {"doubt", prove::doubt_of(*tap)}};
        answer["predicted"] = {{"frequency", predicted->frequency}, {"damping", predicted->damping}};
        answer["kept"] = request.keep;
        print(answer);
        return exit_code_of(*change);
    }
    const auto hz = [](double f) { return quantity::format(f, Dimension::frequency); };
    fmt::print("It swings at {}, the model at {}.\n", hz(tap->frequency), hz(predicted->frequency));
    if (tap->damping > 0)
        fmt::print("It is damped by {:.1f} % of critical, the model by {:.1f} %.\n", 100 * tap->damping,
                   100 * predicted->damping);
    fmt::print("That takes {} {:.4g} instead of {:.4g} (SI).\n", tap->corrects, tap->value, tap->stood);
    if (const auto doubt = prove::doubt_of(*tap); !doubt.empty()) fmt::print("! {}\n", doubt);
    print_change(*change);
    say_kept(request.keep);
    return exit_code_of(*change);
}

int hang_command(const HangRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    if (request.marks.empty() == request.forces.empty())
        return fail({"hang.marks_or_forces", request.marks.empty() ? "marks" : "forces",
                     "A time under load has either marks or forces.",
                     "Give --marks \"0 = 0 mm, 8 h = 0.5 mm\", or --forces \"0 = 42 N, 1 d = 35 N\"."},
                    wrong_usage);
    prove::HangAsked asked{
        request.seam, request.marks.empty() ? rig::HangOf::force : rig::HangOf::mark, {}, request.date, request.note};
    const auto readings = prove::readings_of(request.marks.empty() ? request.forces : request.marks, asked.of);
    if (!readings) return fail(readings.problem(), wrong_usage);
    asked.readings = *readings;
    const auto hang = prove::recorded(*rig, asked);
    if (!hang) return fail(hang.problem(), wrong_usage);
    const auto change = before_after(*rig, project::AddRecord{*hang}, hang->seam);
    if (!change) return fail(change.problem(), wrong_usage);
    if (const auto failed = keep(change->rig, request.file, request.keep)) return *failed;
    auto answer = json_of(*change);
    answer["hang"] = {{"id", hang->id}, {"interface", hang->seam}};
    answer["kept"] = request.keep;
    const auto mm = [](double x) { return quantity::format(x, Dimension::length); };
    if (hang->of == rig::HangOf::mark) {
        const auto crept = prove::crept_by(*hang);
        answer["settles"] = crept.settles;
        answer["after_a_day"] = crept.after_a_day;
        answer["after_a_week"] = crept.after_a_week;
        if (!json)
            fmt::print("Its mark has moved {}; {} After a day it is at {}, after a week at {}.\n", mm(crept.now),
                       crept.settles ? "it settles." : "it goes on as fast: it slips slowly.", mm(crept.after_a_day),
                       mm(crept.after_a_week));
    } else if (const auto kept = prove::kept_by(*hang)) {
        const auto* seam = change->rig.interface(hang->seam);
        const auto when = prove::retightening(change->rig, *seam, change->is ? change->is->typical : 0,
                                              change->is ? change->is->required : 1);
        answer["kept_after_a_day"] = band_json(kept->after_a_day);
        answer["tighten_after"] = when.after ? number(*when.after) : ordered_json();
        if (!json)
            fmt::print("After a day it keeps {:.0f} % ({:.0f} to {:.0f} %) of its force; {} was assumed.\n{}\n",
                       100 * kept->after_a_day.typical, 100 * kept->after_a_day.low, 100 * kept->after_a_day.high,
                       hang->stood > 0 ? fmt::format("{:.0f} %", 100 * hang->stood) : "no loss", when.says);
    }
    if (json) {
        print(answer);
    } else {
        print_change(*change);
        say_kept(request.keep);
    }
    return exit_code_of(*change);
}

namespace {

/// The lean of a frame, as a measurement.
Result<rig::Measured> frame_of(const rig::Rig& rig, const MeasureRequest& request) {
    double sizes[4] = {};
    const std::pair<const char*, const std::string*> all[] = {{"side", &request.side},
                                                              {"other-side", &request.other},
                                                              {"diagonal", &request.diagonal},
                                                              {"other-diagonal", &request.other_diagonal}};
    for (std::size_t i = 0; i < 4; ++i) {
        const auto size = typed(*all[i].second, Dimension::length, all[i].first, "mm");
        if (!size) return size.problem();
        sizes[i] = *size;
    }
    return prove::recorded(rig, prove::FrameAsked{request.part, sizes[0], sizes[1], sizes[2], sizes[3], request.date});
}

Result<rig::Measured> measured_of(const rig::Rig& rig, const MeasureRequest& request) {
    if (request.of == prove::diagonals) return frame_of(rig, request);
    const auto value = typed(request.value, request.of == prove::mass_key ? Dimension::mass : Dimension::length,
                             "value", request.of == prove::mass_key ? "g" : "mm");
    if (!value) return value.problem();
    return prove::recorded(rig, prove::MeasureAsked{request.part, request.of, *value, request.date});
}

}  // namespace

int measure_command(const MeasureRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto measured = measured_of(*rig, request);
    if (!measured) return fail(measured.problem(), wrong_usage);
    // What the part carries by tells most of the change.
    const auto seam = std::find_if(rig->interfaces.begin(), rig->interfaces.end(),
                                   [&](const auto& f) { return f.payload.part == measured->part; });
    const auto change = before_after(*rig, project::Measure{*measured, !request.leave},
                                     seam == rig->interfaces.end() ? std::string() : seam->id);
    if (!change) return fail(change.problem(), wrong_usage);
    if (const auto failed = keep(change->rig, request.file, request.keep)) return *failed;
    if (json) {
        auto answer = json_of(*change);
        answer["measured"] = {{"id", measured->id},       {"part", measured->part},         {"of", measured->of},
                              {"value", measured->value}, {"intended", measured->intended}, {"said", measured->said}};
        answer["kept"] = request.keep;
        print(answer);
        return exit_code_of(*change);
    }
    fmt::print("{}: {}.\n", rig->part(measured->part)->name, measured->said);
    print_change(*change);
    say_kept(request.keep);
    return exit_code_of(*change);
}

}  // namespace clampet::cli
