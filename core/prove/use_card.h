#pragma once
#include <string>
#include <vector>

#include "drawing/document.h"
#include "make/schedule.h"
#include "rig/rig.h"
#include "study/job.h"

namespace clampet::prove {

/// ISO 216, upright; and as wide for its height as a phone.
inline constexpr drawing::PaperSize a6{"A6", 0.105, 0.148}, phone{"phone", 0.0675, 0.146};

/// What goes with a rig: how tight, what to look at, what it may not do, when to look again.
struct UseCard {
    std::string rig;
    std::string date, next_check;      ///< "2026-11-29"
    std::string verdict;               ///< "holds in all 3 shots", or what does not
    std::vector<std::string> tighten;  ///< "Rail clamp: firm, Ø40 knob"
    std::vector<std::string> look_at;  ///< before each use
    std::vector<std::string> limits;   ///< payload, shots not to use, cautions
    std::vector<std::string> catches;  ///< second catches
    std::vector<std::string> again;    ///< what is to be tightened again, and when
};
/// Meaning  By the names that tighten its seams; by the worst of its shots; by what was seen of it. Seams whose torque
///          was typed are told in newton metres. The next check is when something wants tightening, or in three months
///          (common practice).
/// Errors   As study::check_scenes(); or it was stopped.
Result<UseCard> use_card_of(const rig::Rig& rig, make::Day today, const study::Job& job = {});

/// All that fits into a code that phones still read from a print of 28 mm: 500 letters at most, whole lines.
std::string code_text(const UseCard& card);
/// That card with its code, its letters so large beside a page's.
/// Errors  As drawing::qr_code().
inline constexpr double card_letters = 0.62, phone_letters = 0.40;
Result<drawing::Document> document_of(const UseCard& card, double letters = card_letters);
/// A torque as hands know it: "about snug, star knob, Ø32"; empty where no hand turns so hard, or so little.
std::string feel_of(double torque);
/// A card as files: a .pdf of A6, or a .png a page for a phone, 1080 pixels wide; by the end of the name.
/// Errors  A Problem: another end, or as document_of().
Result<std::vector<std::pair<std::string, std::string>>> files_of(const UseCard& card, const std::string& file);

}  // namespace clampet::prove
