#include "before_after.h"

#include <fmt/format.h>

#include "commands.h"
#include "project/file.h"
#include "project/rig_json.h"
#include "quantity/format.h"
#include "report.h"
#include "study/sentences.h"

namespace clampet::cli {

using nlohmann::ordered_json;

namespace {

std::optional<study::InterfaceResult> result_of(const study::RigCheck& check, const std::string& seam) {
    for (const auto& result : check.interfaces)
        if (result.id == seam) return result;
    return std::nullopt;
}

ordered_json verdict_json(const study::InterfaceResult& r) {
    return {{"verdict", study::name_of(r.verdict)},
            {"factor", number(r.typical)},
            {"factor_low", number(r.low)},
            {"factor_high", number(r.high)}};
}

std::string verdict_words(const study::InterfaceResult& r) {
    return fmt::format("{}, {} ({} to {})", study::name_of(r.verdict), quantity::format_factor(r.typical),
                       quantity::format_factor(r.low), quantity::format_factor(r.high));
}

}  // namespace

Result<BeforeAfter> before_after(const rig::Rig& rig, const project::Edit& edit, const std::string& seam) {
    auto after = project::edited(rig, edit);
    if (!after) return after.problem();
    const auto before_check = study::check(rig), after_check = study::check(*after);
    if (!before_check) return before_check.problem();
    if (!after_check) return after_check.problem();
    return BeforeAfter{std::move(*after), result_of(*before_check, seam), result_of(*after_check, seam)};
}

ordered_json json_of(const BeforeAfter& change) {
    ordered_json j;
    if (change.was) j["before"] = verdict_json(*change.was);
    if (change.is) j["after"] = verdict_json(*change.is);
    return j;
}

void print_change(const BeforeAfter& change) {
    if (change.was && change.is)
        fmt::print("\n{}: {}\n  now {}\n", change.was->name, verdict_words(*change.was), verdict_words(*change.is));
}

std::optional<int> keep(const rig::Rig& rig, const std::string& file, bool is_kept) {
    if (!is_kept) return std::nullopt;
    if (const auto ok = project::write_file_atomically(file, project::write_rig(rig)); !ok)
        return fail(ok.problem(), unwritable);
    return std::nullopt;
}

void say_kept(bool is_kept) {
    fmt::print("{}\n", is_kept ? "Kept in the rig's file." : "Not kept: add --keep to write it into the rig's file.");
}

int exit_code_of(const BeforeAfter& change) {
    return !change.is || change.is->verdict == study::Verdict::holds ? done : not_all_hold;
}

}  // namespace clampet::cli
