#include "catalogue/thread.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <limits>
#include <map>
#include <nlohmann/json.hpp>
#include <numbers>
#include <optional>
#include <vector>

#include "catalogue/stock.h"
#include "catalogue/thread_names.h"
#include "catalogue/words/names.h"
#include "quantity/dimension.h"

namespace clampet::embedded {
std::string_view threads();
}

namespace clampet::catalogue {
namespace {

using quantity::inch;
constexpr double quarter_pi = std::numbers::pi / 4;
double square(double x) {
    return x * x;
}

void set_no_limits(Thread& t) {
    t.external_major = {t.major, t.major};
    t.external_pitch = t.internal_pitch = {t.pitch_diameter, t.pitch_diameter};
    t.internal_minor = {t.minor_internal, t.minor_internal};
}

/// Threads that move things: the flank is half the pitch deep. Crests clear the roots of an ISO 2904 screw by 0.15 mm
/// up to a pitch of 1.5 mm, 0.25 mm up to 5 and 0.5 mm above, of an ASME B1.5 screw by 0.005 or, from 10 to the inch
/// on, 0.010 inches; a square thread fills its groove.
void set_moving_sizes(Thread& t) {
    const double d = t.major, P = t.pitch;
    const bool trapezoidal = t.form == ThreadForm::trapezoidal, acme = t.form == ThreadForm::acme;
    t.flank_half_angle = (trapezoidal ? 15.0 : acme ? 14.5 : 0.0) * std::numbers::pi / 180;
    const double clearance = trapezoidal ? (P <= 1.5e-3 ? 0.15e-3
                                            : P <= 5e-3 ? 0.25e-3
                                                        : 0.5e-3)
                             : acme      ? (P >= inch / 10 - 1e-9 ? 0.010 : 0.005) * inch
                                         : 0;
    t.pitch_diameter = d - P / 2;
    t.minor_internal = d - P;
    t.minor_external = d - P - 2 * clearance;
    t.stress_area = quarter_pi * square((t.pitch_diameter + t.minor_external) / 2);
    set_no_limits(t);
}

/// A thread of a pitch and flank angle of one's own, sharp V less an eighth at the crest and a quarter at the root, as
/// ISO 68-1 has them at 60 degrees; under 20 degrees it is half the pitch deep.
void set_own_sizes(Thread& t) {
    constexpr double shallowest = 10 * std::numbers::pi / 180;
    const double height = t.flank_half_angle > shallowest ? t.pitch / (2 * std::tan(t.flank_half_angle)) : 0;
    const double deep = height > 0 ? 0.625 * height : t.pitch / 2;
    t.pitch_diameter = t.major - (height > 0 ? 0.75 * height : t.pitch / 2);
    t.minor_internal = t.major - 2 * deep;
    t.minor_external = t.minor_internal;
    t.stress_area = quarter_pi * square((t.pitch_diameter + t.minor_external) / 2);
    set_no_limits(t);
}

/// ASME B1.20.1: 0.8 P high, its pitch diameter given where a hand leaves it.
void set_taper_sizes(Thread& t, double pitch_diameter) {
    t.taper = 1.0 / 16;
    t.flank_half_angle = std::numbers::pi / 6;
    t.pitch_diameter = pitch_diameter;
    t.major = pitch_diameter + 0.8 * t.pitch;
    t.minor_internal = t.minor_external = pitch_diameter - 0.8 * t.pitch;
    t.stress_area = quarter_pi * square((t.pitch_diameter + t.minor_external) / 2);
    set_no_limits(t);
}

void set_basic_sizes(Thread& t) {
    const double d = t.major, P = t.pitch;
    if (t.form == ThreadForm::trapezoidal || t.form == ThreadForm::acme || t.form == ThreadForm::square)
        return set_moving_sizes(t);
    const bool whitworth = t.form == ThreadForm::whitworth;
    t.flank_half_angle = (whitworth ? 27.5 : 30.0) * std::numbers::pi / 180;
    t.pitch_diameter = d - (whitworth ? 0.640327 : 0.649519) * P;
    t.minor_internal = d - (whitworth ? 1.280654 : 1.082532) * P;
    t.minor_external = d - (whitworth ? 1.280654 : 1.226869) * P;
    const double area_factor = whitworth ? 0.960491 : t.form == ThreadForm::iso ? 0.938194 : 0.974279;
    t.stress_area = quarter_pi * square(d - area_factor * P);
    set_no_limits(t);
}

/// Classes 2A and 2B, ASME B1.1 section 5, in inches.
void set_unified_limits(Thread& t, bool special) {
    const double D = t.major / inch, P = t.pitch / inch;
    const double engaged = special ? 9 * P : D;
    const double pitch_tolerance = 0.0015 * std::cbrt(D) + 0.0015 * std::sqrt(engaged) + 0.015 * std::cbrt(P * P);
    const double allowance = 0.3 * pitch_tolerance;
    const double major_tolerance = 0.060 * std::cbrt(P * P);
    const double basic_minor = 0.25 * P - 0.4 * P * P;
    double minor_tolerance = basic_minor;
    if (D < 0.25)
        minor_tolerance = std::max(basic_minor, std::min(0.394 * P, 0.05 * std::cbrt(P * P) + 0.03 * P / D - 0.002));
    const double top = t.major - allowance * inch;
    t.external_major = {top - major_tolerance * inch, top};
    t.external_pitch = {t.pitch_diameter - (allowance + pitch_tolerance) * inch, t.pitch_diameter - allowance * inch};
    t.internal_pitch = {t.pitch_diameter, t.pitch_diameter + 1.3 * pitch_tolerance * inch};
    t.internal_minor = {t.minor_internal, t.minor_internal + minor_tolerance * inch};
    t.external_class = "2A";
    t.internal_class = "2B";
}

/// BS 84 medium class, T = 0.002 D^(1/3) + 0.003 sqrt(L) + 0.005 sqrt(P) inches, from memory.
void set_whitworth_limits(Thread& t) {
    const double D = t.major / inch, P = t.pitch / inch;
    const double tolerance = (0.002 * std::cbrt(D) + 0.003 * std::sqrt(D) + 0.005 * std::sqrt(P)) * inch;
    t.external_major = {t.major - tolerance - 0.01 * std::sqrt(P) * inch, t.major};
    t.external_pitch = {t.pitch_diameter - tolerance, t.pitch_diameter};
    t.internal_pitch = {t.pitch_diameter, t.pitch_diameter + tolerance};
    const double nut = P >= 1.0 / 20 ? 0.007 : 0.005;  // coarser than 20 threads to the inch, or finer
    t.internal_minor = {t.minor_internal, t.minor_internal + (0.2 * P + nut) * inch};
    t.external_class = t.internal_class = "medium";
}

void set_iso_limits(Thread& t, const nlohmann::json& row) {
    const auto um = [&](const char* key) { return row.at(key).get<double>() * 1e-6; };
    const double es = um("allowance_um");
    t.external_major = {t.major - es - um("major_tolerance_um"), t.major - es};
    t.external_pitch = {t.pitch_diameter - es - um("external_pitch_tolerance_um"), t.pitch_diameter - es};
    t.internal_pitch = {t.pitch_diameter, t.pitch_diameter + um("internal_pitch_tolerance_um")};
    t.internal_minor = {t.minor_internal, t.minor_internal + um("internal_minor_tolerance_um")};
    t.external_class = "6g";
    t.internal_class = "6H";
}

Thread read_row(const nlohmann::json& row) {
    Thread t;
    t.designation = row.at("designation");
    t.series = row.at("series");
    t.source = row.at("source");
    const std::string form = row.at("form");
    static const std::map<std::string, ThreadForm, std::less<>> forms{{"iso", ThreadForm::iso},
                                                                      {"unified", ThreadForm::unified},
                                                                      {"acme", ThreadForm::acme},
                                                                      {"whitworth", ThreadForm::whitworth},
                                                                      {"square", ThreadForm::square},
                                                                      {"trapezoidal", ThreadForm::trapezoidal},
                                                                      {"taper_pipe", ThreadForm::taper_pipe}};
    t.form = forms.at(form);
    t.starts = row.value("starts", 1);
    const bool metric = is_metric(t.form);
    t.pitch = metric ? row.at("pitch_mm").get<double>() * 1e-3 : inch / row.at("threads_per_inch").get<double>();
    if (t.form == ThreadForm::taper_pipe) {
        set_taper_sizes(t, row.at("pitch_diameter_in").get<double>() * inch);
        return t;
    }
    t.major = metric ? row.at("major_mm").get<double>() * 1e-3 : row.at("major_in").get<double>() * inch;
    set_basic_sizes(t);
    if (t.form == ThreadForm::iso) set_iso_limits(t, row);
    if (t.form == ThreadForm::unified) set_unified_limits(t, row.value("special", false));
    if (t.form == ThreadForm::whitworth) set_whitworth_limits(t);
    return t;
}

std::vector<Thread> read_all() {
    std::vector<Thread> all;
    const auto document = nlohmann::json::parse(embedded::threads());
    for (const auto& row : document.at("threads")) all.push_back(read_row(row));
    return all;
}

/// "1/4-20 UNC" → "1/4-20unc"; "M6 × 1" → "m6x1"; "¼-20" → "1/4-20".
std::string folded_designation(std::string_view text) {
    std::string out;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const auto rest = text.substr(i);
        struct Swap {
            std::string_view from, to;
        };
        bool swapped = false;
        for (const Swap& swap :
             {Swap{"×", "x"}, Swap{"¼", "1/4"}, Swap{"⅜", "3/8"}, Swap{"½", "1/2"}, Swap{"⅝", "5/8"}, Swap{"–", "-"}}) {
            if (!rest.starts_with(swap.from)) continue;
            out += swap.to;
            i += swap.from.size() - 1;
            swapped = true;
            break;
        }
        if (swapped || text[i] == ' ' || text[i] == '"') continue;
        out += static_cast<char>(text[i] >= 'A' && text[i] <= 'Z' ? text[i] + 32 : text[i]);
    }
    return out;
}

/// Every name that a thread goes by, folded.
std::vector<std::string> names_of(const Thread& thread) {
    const std::string own = folded_designation(thread.designation);
    if (thread.form == ThreadForm::unified)
        return {own, own.substr(0, own.find_last_of("0123456789") + 1)};  // without UNC
    if (thread.form == ThreadForm::iso)
        return {own, folded_designation(fmt::format("M{:g}x{:g}", thread.major * 1e3, thread.pitch * 1e3))};
    if (thread.form != ThreadForm::whitworth) return {own};
    if (own.starts_with("g")) return {own, "bsp" + own.substr(1), own.substr(1) + "bsp", own.substr(1) + "bspp"};
    return {own, own + std::to_string(std::lround(inch / thread.pitch)), own.substr(0, own.size() - 3) + "whitworth"};
}

/// Place of a thread in the catalogue by its folded names.
const std::map<std::string, std::size_t, std::less<>>& places() {
    static const auto all = [] {
        std::map<std::string, std::size_t, std::less<>> map;
        const auto list = threads();
        for (std::size_t i = 0; i < list.size(); ++i)
            for (const auto& name : names_of(list[i])) map.emplace(name, i);
        return map;
    }();
    return all;
}

/// The same by its designation as the catalogue writes it.
const std::map<std::string_view, std::size_t>& own_names() {
    static const auto all = [] {
        std::map<std::string_view, std::size_t> map;
        for (std::size_t i = 0; i < threads().size(); ++i) map.emplace(threads()[i].designation, i);
        return map;
    }();
    return all;
}

}  // namespace

double Thread::lead_angle() const {
    return std::atan(lead() / (std::numbers::pi * pitch_diameter));
}

bool is_metric(ThreadForm form) {
    return form == ThreadForm::iso || form == ThreadForm::trapezoidal || form == ThreadForm::square ||
           form == ThreadForm::own;
}

std::span<const Thread> threads() {
    static const std::vector<Thread> all = read_all();
    return all;
}

namespace {
Result<Thread> own_thread(std::string_view designation);
/// "tr14x4", folded, of any diameter and pitch that ISO 2904's proportions allow; nothing for another text.
std::optional<Thread> trapezoidal_thread(const std::string& designation);
}  // namespace

Result<Thread> thread_named(std::string_view designation) {
    if (const auto at = own_names().find(designation); at != own_names().end()) return threads()[at->second];
    if (const auto at = places().find(folded_designation(designation)); at != places().end())
        return threads()[at->second];
    if (folded_designation(designation).starts_with("own")) return own_thread(designation);
    if (const auto thread = trapezoidal_thread(folded_designation(designation))) return *thread;
    const auto [name, thread_class] = without_class(designation);
    const auto carried = [&, &thread_class = thread_class](const Thread& thread) -> Result<Thread> {
        if (thread_class.empty() || thread_class == thread.external_class || thread_class == thread.internal_class)
            return thread;
        return Problem{"thread.class_refused", "thread",
                       fmt::format("Class {} of {} is not carried.", thread_class, thread.designation),
                       fmt::format("Its classes here are {} and {}.", thread.external_class, thread.internal_class)};
    };
    if (const auto at = places().find(folded_designation(name)); at != places().end())
        return carried(threads()[at->second]);
    const auto candidates = thread_candidates(designation);
    if (candidates.size() == 1) return carried(*candidates.front().thread);
    if (candidates.empty())
        return Problem{"thread.unknown", "thread", fmt::format("The thread “{}” is not in the catalogue.", designation),
                       "Write for example 1/4-20, 3/8-16, M5, M6 or M8; thread identify finds it from its sizes."};
    std::string list;
    for (const auto& candidate : candidates)
        list += (list.empty() ? "" : ", ") + candidate.thread->designation +
                fmt::format(" ({:.0f} %{}{})", 100 * candidate.odds, candidate.why.empty() ? "" : ": ", candidate.why);
    return Problem{"thread.several", "thread", fmt::format("“{}” can be several threads.", designation),
                   fmt::format("Say which: {}.", list)};
}

namespace {

std::optional<Thread> trapezoidal_thread(const std::string& designation) {
    if (!designation.starts_with("tr")) return std::nullopt;
    const char *at = designation.data() + 2, *end = designation.data() + designation.size();
    double diameter = 0, pitch = 0;
    const auto first = std::from_chars(at, end, diameter);
    if (first.ec != std::errc() || first.ptr == end || *first.ptr != 'x') return std::nullopt;
    const auto second = std::from_chars(first.ptr + 1, end, pitch);
    if (second.ec != std::errc() || second.ptr != end) return std::nullopt;
    constexpr double finest = 1.5, steepest = 0.35, thinnest = 8, thickest = 300;  // ISO 2904, from memory
    if (!(diameter >= thinnest && diameter <= thickest && pitch >= finest && pitch <= steepest * diameter))
        return std::nullopt;
    Thread t;
    t.form = ThreadForm::trapezoidal;
    t.series = "trapezoidal";
    t.designation = fmt::format("Tr{:g}x{:g}", diameter, pitch);
    t.major = diameter * 1e-3;
    t.pitch = pitch * 1e-3;
    t.source = "ISO 2904 proportions, from memory";
    set_moving_sizes(t);
    return t;
}

/// "own 8 x 1.25, 60°, 2 starts": outside and pitch in millimetres, the included angle, 60 where it is not said.
Result<Thread> own_thread(std::string_view designation) {
    std::vector<double> numbers;
    bool angle = false, starts = false;
    for (const auto& word : words_of(designation)) {
        std::string_view rest = word;
        while (!rest.empty()) {
            const auto digits = rest.find_first_of("0123456789.");
            if (digits == rest.npos) break;
            rest.remove_prefix(digits);
            double value = 0;
            const auto [end, error] = std::from_chars(rest.data(), rest.data() + rest.size(), value);
            if (error != std::errc()) break;
            numbers.push_back(value);
            rest.remove_prefix(static_cast<std::size_t>(end - rest.data()));
        }
        starts = starts || word.starts_with("start");
    }
    angle = numbers.size() > (starts ? 3u : 2u);
    const Problem unreadable{"thread.own_not_understood", "thread",
                             fmt::format("“{}” does not say a diameter and a pitch.", designation),
                             "Write own, the outside and the pitch in mm, and the angle between the flanks: own 8 x "
                             "1.25, 60°; own 8 x 2, 30°, 4 starts."};
    if (numbers.size() != 2u + (angle ? 1u : 0u) + (starts ? 1u : 0u)) return unreadable;
    Thread t;
    t.form = ThreadForm::own;
    t.series = "own";
    t.major = numbers[0] * 1e-3;
    t.pitch = numbers[1] * 1e-3;
    const double included = angle ? numbers[2] : 60;
    t.flank_half_angle = included / 2 * std::numbers::pi / 180;
    t.starts = starts ? static_cast<int>(numbers.back()) : 1;
    if (!(included >= 0 && included <= 90) || t.starts < 1 || t.starts > 12 || (starts && numbers.back() != t.starts))
        return unreadable;
    // The bounds of what can be cut are those of an ISO thread.
    if (const auto possible = iso_metric_thread(t.major, t.pitch); !possible) return possible.problem();
    t.designation = fmt::format("own {:g} x {:g}, {:g}°", numbers[0], numbers[1], included);
    if (t.starts > 1) t.designation += fmt::format(", {} starts", t.starts);
    t.source = "as measured";
    set_own_sizes(t);
    if (!(t.minor_external > 0)) return unreadable;
    return t;
}

}  // namespace

Result<Thread> iso_metric_thread(double major, double pitch) {
    if (!(pitch >= 0.0002) || !(pitch < major))
        return Problem{"thread.impossible_pitch", "pitch", fmt::format("The pitch is {:.4g} mm.", pitch * 1e3),
                       "Measure crest to crest, for example 1.5 mm."};
    if (!(major <= 1))
        return Problem{"thread.impossible_diameter", "major", fmt::format("The diameter is {:.4g} mm.", major * 1e3),
                       "Measure over the crests, for example 6 mm."};
    Thread t;
    t.designation = fmt::format("M{:g}x{:g}", major * 1e3, pitch * 1e3);
    t.major = major;
    t.pitch = pitch;
    set_basic_sizes(t);
    return t;
}

std::string_view name_of(Fit fit) {
    switch (fit) {
        case Fit::fits:
            return "fits";
        case Fit::by_luck:
            return "by luck";
        case Fit::jams:
            return "jams";
        case Fit::no_contact:
            return "no contact";
        case Fit::too_big:
            return "too big";
    }
    return "";
}

FitVerdict fit(const Thread& male, const Thread& female, double engaged_turns) {
    constexpr double forever = std::numeric_limits<double>::infinity();
    const double tan_flank = std::tan(std::min(male.flank_half_angle, female.flank_half_angle));
    FitVerdict verdict;
    const bool same_pitch = std::abs(male.pitch - female.pitch) < 1e-9;
    if (std::abs(male.pitch - female.pitch) < 1e-9 && male.starts != female.starts) {
        verdict.fit = Fit::jams;
        verdict.reason = fmt::format("Same pitch, but {} starts in {}: one turn does not advance alike.", male.starts,
                                     female.starts);
        return verdict;
    }
    const bool same_form = std::abs(male.flank_half_angle - female.flank_half_angle) < 1e-6;
    const auto turns = [&](double male_pitch_diameter, double female_pitch_diameter) {
        const double slack = (female_pitch_diameter - male_pitch_diameter) * tan_flank;
        return ((female.pitch - male.pitch) / 2 + slack) / std::abs(male.pitch - female.pitch);
    };
    if (same_pitch && (male.taper > 0 || female.taper > 0) && std::abs(male.major - female.major) < 0.5e-3) {
        const bool both = male.taper > 0 && female.taper > 0;
        verdict.turns_low = verdict.turns_high = forever;
        verdict.fit = both ? Fit::fits : Fit::by_luck;
        verdict.reason = both ? "Taper in taper: a few turns by hand, then it wedges; a turn back frees it all at once."
                              : "A taper in a straight thread wedges on its first turns and bears on those alone.";
        return verdict;
    }
    if (male.external_major.high > female.major + 1e-9) {
        verdict.fit = Fit::too_big;
        verdict.reason = fmt::format("The male thread is {:.2f} mm over its crests, the female {:.2f} mm at its roots.",
                                     male.external_major.high * 1e3, female.major * 1e3);
        return verdict;
    }
    if (male.external_major.high <= female.internal_minor.low) {
        verdict.fit = Fit::no_contact;
        verdict.reason =
            fmt::format("The male thread ({:.2f} mm) passes inside the female crests ({:.2f} mm) without touching.",
                        male.external_major.high * 1e3, female.internal_minor.low * 1e3);
        return verdict;
    }
    if (same_pitch) {
        verdict.turns_low = verdict.turns_high = forever;
        const bool interferes = male.external_pitch.low > female.internal_pitch.high;
        if (interferes) {
            verdict.turns_low = verdict.turns_high = 0;
            verdict.fit = Fit::too_big;
            verdict.reason = "The flanks of the male thread are thicker than the female groove.";
        } else if (!same_form || std::abs(male.major - female.major) > 1e-6) {
            verdict.fit = Fit::by_luck;
            verdict.reason =
                same_form ? "Same pitch, another diameter: the flanks overlap less than they should."
                          : "Same pitch, another flank angle: it goes in and bears on the edges of the flanks only.";
        } else {
            verdict.reason = "Same form, diameter and pitch.";
        }
        return verdict;
    }
    verdict.turns_low = turns(male.external_pitch.high, female.internal_pitch.low);
    verdict.turns_high = turns(male.external_pitch.low, female.internal_pitch.high);
    verdict.turns_low = std::max(0.0, verdict.turns_low);  // no turn backwards: it may jam at once
    if (verdict.turns_high <= 0) {
        verdict.turns_high = 0;
        verdict.fit = Fit::too_big;
        verdict.reason = "The flanks of the male thread are thicker than the female groove: it does not start.";
    } else if (verdict.turns_low > engaged_turns) {
        verdict.fit = Fit::by_luck;
        verdict.reason =
            fmt::format("The pitches differ ({:.3f} and {:.3f} mm), but it would jam only after {:.1f} turns.",
                        male.pitch * 1e3, female.pitch * 1e3, verdict.turns_low);
    } else {
        verdict.fit = Fit::jams;
        verdict.reason = fmt::format(
            "The pitches differ ({:.3f} and {:.3f} mm): it jams after {:.2f} to {:.2f} turns; a chamfer adds about "
            "one.",
            male.pitch * 1e3, female.pitch * 1e3, verdict.turns_low, verdict.turns_high);
    }
    return verdict;
}

double tap_drill(const Thread& thread, double thread_share) {
    return thread.major - thread_share * 1.299 * thread.pitch;
}

ClearanceHoles clearance_holes(const Thread& thread) {
    constexpr double same = 1e-5;  // inch sizes are given to a hundredth of a millimetre
    for (const auto* row : stock_group("clearance hole"))
        if (std::abs(thread.major - row->size("major")) < same)
            return {row->size("close"), row->size("normal"), row->size("loose"), row->source};
    return {1.05 * thread.major, 1.1 * thread.major, 1.2 * thread.major, "common practice"};
}

}  // namespace clampet::catalogue
