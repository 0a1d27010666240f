#pragma once
#include <QString>
#include <string_view>

#include "families/family.h"
#include "study/verdict.h"

namespace clampet::desktop {

QString text_of(std::string_view text);
/// A quantity and a factor as people read them.
QString shown(double si, quantity::Dimension dimension);
QString factor_text(double factor);
/// A verdict's shape as a character, so that it is never told by colour alone.
QString mark_of(study::Verdict verdict);
/// "mean_radius" as "mean radius".
QString words_of(std::string name);
/// Lines of working as rich text: quantity = formula = numbers = result [source].
QString working_html(const families::Working& lines);

}  // namespace clampet::desktop
