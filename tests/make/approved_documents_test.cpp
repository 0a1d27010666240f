// The report of the demonstration and of rigs of the project, and the card that hangs on each, word by word, as it was
// approved (tests/reference/documents.txt). What they say is held to the check elsewhere; here nothing moves unnoticed.
#include <catch2/catch.hpp>
#include <regex>

#include "approved.h"
#include "drawing/document.h"
#include "drawing_told.h"
#include "make/report.h"
#include "make/schedule.h"
#include "project/starting_points.h"
#include "prove/use_card.h"

using namespace clampet;

namespace {

/// Of directions that are alike by symmetry either may be told, and worked out: what hangs on that is left out.
std::string without_direction(const std::string& words) {
    return std::regex_replace(words, std::regex(", with [^.|]*| Load at the seam.*"), "");
}

struct BlockTold {
    bool is_working = false;
    std::string operator()(const drawing::Heading& h) {
        is_working = h.text.starts_with("Working");
        return fmt::format("heading {} {}\n", h.level, h.text);
    }
    std::string operator()(const drawing::Paragraph& p) const {
        return (p.is_quiet ? "quiet: " : "words: ") + without_direction(" " + p.text) + "\n";
    }
    std::string operator()(const drawing::Grid& g) const {
        std::string all = fmt::format("grid{} {}\n", g.has_boxes ? " of boxes" : "", fmt::join(g.columns, " | "));
        for (auto row : g.rows) {
            if (is_working) row[2].clear();  // its value
            all += without_direction(fmt::format("  {}", fmt::join(row, " | "))) + "\n";
        }
        return all;
    }
    std::string operator()(const drawing::Picture& p) const {
        return fmt::format("picture {:.1f} high", p.height * 1e3) + (is_working ? "" : ink_of(p.drawing)) + "\n";
    }
    std::string operator()(const drawing::PageBreak&) const { return "page\n"; }
};

std::string told(const drawing::Document& document) {
    std::string all = fmt::format("{} : {} : {:.3g}\n", document.title, document.detail, document.scale);
    BlockTold telling;
    for (const auto& block : document.blocks) all += std::visit(telling, block);
    return all;
}

}  // namespace

TEST_CASE("reports and cards read as they were approved", "[make][report][approved]") {
    const auto day = std::chrono::floor<std::chrono::days>(*make::wall_time_of("2026-05-04"));
    std::string all;
    for (const char* key : {"k01", "k07", "k13", "castered-post"}) {
        const auto rig = project::starting_rig(key);
        REQUIRE(rig);
        all += "# " + std::string(key) + "\n" + told(*make::report_of(*rig, "2026-05-04"));
        if (const auto card = prove::use_card_of(*rig, day)) all += told(*prove::document_of(*card));
    }
    const auto demo = project::demo_rig();
    all += "# demo\n" + told(*make::report_of(demo, "2026-05-04"));
    all += told(*prove::document_of(*prove::use_card_of(demo, day)));
    is_approved("documents", all, {1e-2, 0.05});
}
