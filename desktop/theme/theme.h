#pragma once
#include <QColor>
#include <QFont>
#include <QIcon>
#include <QString>

class QWidget;

#include "drawing/drawing.h"
#include "parts/body.h"
#include "study/verdict.h"

namespace clampet::desktop {

/// Warm paper and graphite, one accent, three status hues that stay apart for colour-blind eyes.
struct Theme {
    bool dark = false;
    QColor paper, panel, field, line, text, quiet, accent, accent_soft, header, header_text, header_quiet;
    QColor holds, doubtful, slips;
    QColor metal, wood, plastic, rubber, tube, payload, glass, site;
    QColor of(study::Verdict verdict) const;
    QColor of(drawing::Material material) const;
    QColor of_part(parts::Stuff stuff) const;
};

/// The theme in force. Changed only by apply_theme().
const Theme& theme();
/// Sets palette, style and style sheet of the application; `text_scale` 0.8 to 2.
void apply_theme(bool dark, double text_scale);
double text_scale();
/// What a picture is painted with: on the screen the theme in force, on paper the light one at normal size.
struct Look {
    Theme theme;
    double scale = 1;  ///< of text
    QFont font(double relative_size = 1, bool strong = false) const;
};
Look screen_look();
Look paper_look();
bool system_prefers_dark();

/// Colours a widget's text without a style sheet of its own, which would be slow to change.
void set_text_colour(QWidget* widget, const QColor& colour);

/// Loads the shipped font; returns false when it is missing from the build.
bool load_fonts();
QFont body_font(double relative_size = 1, bool strong = false);
QIcon family_icon(const QString& family, const QColor& colour);
QPixmap family_pixmap(const QString& family, const QColor& colour, int size, double ratio);

}  // namespace clampet::desktop
