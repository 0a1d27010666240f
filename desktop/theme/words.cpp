#include "desktop/theme/words.h"

#include <algorithm>

#include "desktop/theme/theme.h"
#include "quantity/format.h"

namespace clampet::desktop {

QString text_of(std::string_view text) {
    return QString::fromUtf8(text.data(), static_cast<qsizetype>(text.size()));
}
QString shown(double si, quantity::Dimension dimension) {
    return QString::fromStdString(quantity::format(si, dimension));
}
QString factor_text(double factor) {
    return QString::fromStdString(quantity::format_factor(factor));
}
QString mark_of(study::Verdict verdict) {
    return verdict == study::Verdict::holds      ? QString::fromUtf8("●")
           : verdict == study::Verdict::doubtful ? QString::fromUtf8("◐")
                                                 : QString::fromUtf8("○");
}

QString words_of(std::string name) {
    std::replace(name.begin(), name.end(), '_', ' ');
    return QString::fromStdString(name);
}

QString working_html(const families::Working& lines) {
    QString text;
    for (const auto& line : lines)
        text +=
            QString("<p style='margin:3px 0'><b>%1</b> = %2%3 = <b>%4</b> <span style='color:%5'>[%6]</span></p>")
                .arg(words_of(line.quantity).toHtmlEscaped(), QString::fromStdString(line.formula).toHtmlEscaped(),
                     line.numbers.empty() ? QString() : " = " + QString::fromStdString(line.numbers).toHtmlEscaped(),
                     shown(line.value, line.dimension), theme().quiet.name(),
                     QString::fromStdString(line.source).toHtmlEscaped());
    return text;
}

}  // namespace clampet::desktop
