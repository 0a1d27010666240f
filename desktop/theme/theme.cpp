#include "desktop/theme/theme.h"

#include <QApplication>
#include <QFile>
#include <QFontDatabase>
#include <QPainter>
#include <QPalette>
#include <QStyleFactory>
#include <QSvgRenderer>

// Resources of a static library are registered by hand, from outside any namespace.
static void register_resources() {
    Q_INIT_RESOURCE(desktop);
}

namespace clampet::desktop {
namespace {

Theme light_theme() {
    Theme t;
    t.paper = "#f3eee5";
    t.panel = "#fbf8f2";
    t.field = "#fffefa";
    t.line = "#d9d0c0";
    t.text = "#22282b";
    t.quiet = "#6b6f6c";
    t.accent = "#3b4cb0";
    t.accent_soft = "#e4e7f6";
    t.header = "#2b3033";
    t.header_text = "#f6f1e7";
    t.header_quiet = "#b7b6ae";
    t.holds = "#1b7566";
    t.doubtful = "#96670a";
    t.slips = "#a8322a";
    t.metal = "#d3d5d2";
    t.wood = "#ead6b1";
    t.plastic = "#dfe5ea";
    t.rubber = "#59605f";
    t.tube = "#cfcecb";
    t.payload = "#4a5459";
    t.glass = "#23292c";
    t.site = "#e6dfd2";
    return t;
}

Theme dark_theme() {
    Theme t;
    t.dark = true;
    t.paper = "#1d2022";
    t.panel = "#26292b";
    t.field = "#2f3335";
    t.line = "#454a4b";
    t.text = "#ece6da";
    t.quiet = "#a8a79f";
    t.accent = "#a3b0ff";
    t.accent_soft = "#333a58";
    t.header = "#121415";
    t.header_text = "#f2ede2";
    t.header_quiet = "#9a9a93";
    t.holds = "#5ecbb5";
    t.doubtful = "#e6b84f";
    t.slips = "#f58678";
    t.metal = "#5b6061";
    t.wood = "#78623f";
    t.plastic = "#556068";
    t.rubber = "#34393a";
    t.tube = "#55595a";
    t.payload = "#39424a";
    t.glass = "#0f1314";
    t.site = "#3a3833";
    return t;
}

Theme current = light_theme();
double scale = 1;

QString style_sheet(const Theme& t) {
    return QString(R"(
        QLineEdit { background: %2; border: 1px solid %3; border-radius: 4px; padding: 2px 6px; selection-background-color: %4; selection-color: %5; }
        QLineEdit:focus { border: 2px solid %4; padding: 1px 5px; }
        QLineEdit[bad="true"] { border: 2px solid %6; }
        QPushButton { background: %2; border: 1px solid %3; border-radius: 5px; padding: 5px 12px; }
        QPushButton:hover { border-color: %4; }
        QPushButton:focus { border: 2px solid %4; padding: 4px 11px; }
        QPushButton[flat="true"] { background: transparent; border: 1px solid transparent; color: %4; padding: 3px 4px; text-align: left; }
        QPushButton[flat="true"]:focus { border: 2px solid %4; padding: 2px 3px; }
        QPushButton[pill="true"] { border-radius: 11px; padding: 3px 12px; }
        QPushButton[pill="true"]:checked { background: %1; color: %8; border-color: %1; }
        QPushButton[pill="true"]:checked:focus { border: 2px solid %4; padding: 2px 11px; }
        QPushButton[tab="true"] { background: transparent; border: none; border-bottom: 2px solid transparent; border-radius: 0; padding: 2px 7px; color: %9; }
        QPushButton[tab="true"]:hover { color: %1; }
        QPushButton[tab="true"]:checked { color: %1; border-bottom: 2px solid %4; }
        QPushButton[tab="true"]:focus { border: 1px solid %4; padding: 1px 6px; }
        QPushButton[card="true"] { text-align: left; padding: 9px 12px; border-radius: 7px; }
        QPushButton[card="true"]:checked { background: %7; border: 2px solid %4; padding: 8px 11px; }
        QScrollArea { background: transparent; border: none; }
        QMenu { background: %8; border: 1px solid %3; padding: 4px; }
        QMenu::item { padding: 5px 24px 5px 14px; border-radius: 3px; }
        QMenu::item:selected { background: %7; }
        QMenu::item:disabled { color: %9; }
        QMenu::separator { height: 1px; background: %3; margin: 4px 8px; }
        QToolTip { background: %8; color: %1; border: 1px solid %3; padding: 4px; }
        QScrollBar:vertical { background: transparent; width: 10px; margin: 0; }
        QScrollBar::handle:vertical { background: %3; border-radius: 5px; min-height: 24px; }
        QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
    )")
        .arg(t.text.name(), t.field.name(), t.line.name(), t.accent.name(), t.panel.name(), t.slips.name(),
             t.accent_soft.name(), t.panel.name(), t.quiet.name());
}

}  // namespace

QColor Theme::of(study::Verdict verdict) const {
    return verdict == study::Verdict::holds ? holds : verdict == study::Verdict::doubtful ? doubtful : slips;
}

QColor Theme::of(drawing::Material material) const {
    using drawing::Material;
    switch (material) {
        case Material::metal:
            return metal;
        case Material::wood:
            return wood;
        case Material::plastic:
            return plastic;
        case Material::rubber:
            return rubber;
        case Material::tube:
            return tube;
        case Material::payload:
            return dark ? QColor("#48525a") : QColor("#b9c0c3");
        case Material::site:
            return site;
        case Material::air:
            return panel;
        case Material::ink:
            return Qt::black;
        case Material::none:
            return Qt::transparent;
    }
    return Qt::transparent;
}

QColor Theme::of_part(parts::Stuff stuff) const {
    switch (stuff) {
        case parts::Stuff::wood:
            return wood;
        case parts::Stuff::plastic:
            return plastic;
        case parts::Stuff::rubber:
            return rubber;
        case parts::Stuff::tube:
            return tube;
        case parts::Stuff::payload:
            return payload;
        case parts::Stuff::glass:
            return glass;
        case parts::Stuff::metal:
            break;
    }
    return metal;
}

const Theme& theme() {
    return current;
}
double text_scale() {
    return scale;
}

Look screen_look() {
    return {current, scale};
}
Look paper_look() {
    return {light_theme(), 1};
}

void set_text_colour(QWidget* widget, const QColor& colour) {
    if (widget->palette().color(QPalette::WindowText) == colour) return;
    QPalette palette = widget->palette();
    palette.setColor(QPalette::WindowText, colour);
    widget->setPalette(palette);
}

bool system_prefers_dark() {
    return QApplication::palette().color(QPalette::Window).lightness() < 110;
}

bool load_fonts() {
    register_resources();
    const int regular = QFontDatabase::addApplicationFont(":/fonts/ClampetSans-Regular.otf");
    const int strong = QFontDatabase::addApplicationFont(":/fonts/ClampetSans-SemiBold.otf");
    return regular >= 0 && strong >= 0;
}

namespace {
QFont font_of(double relative_size, bool strong, double text_scale) {
    QFont font("Clampet Sans");
    font.setPixelSize(std::max(7, qRound(13 * relative_size * text_scale)));
    font.setWeight(strong ? QFont::DemiBold : QFont::Normal);
    return font;
}
}  // namespace

QFont body_font(double relative_size, bool strong) {
    return font_of(relative_size, strong, scale);
}
QFont Look::font(double relative_size, bool strong) const {
    return font_of(relative_size, strong, scale);
}

void apply_theme(bool dark, double text) {
    current = dark ? dark_theme() : light_theme();
    scale = std::clamp(text, 0.8, 2.0);
    QApplication::setStyle(QStyleFactory::create("Fusion"));
    QPalette p;
    const Theme& t = current;
    p.setColor(QPalette::Window, t.paper);
    p.setColor(QPalette::Base, t.field);
    p.setColor(QPalette::AlternateBase, t.panel);
    p.setColor(QPalette::Button, t.panel);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText, QPalette::ToolTipText})
        p.setColor(role, t.text);
    p.setColor(QPalette::PlaceholderText, t.quiet);
    p.setColor(QPalette::Disabled, QPalette::Text, t.quiet);
    p.setColor(QPalette::Disabled, QPalette::ButtonText, t.quiet);
    p.setColor(QPalette::Disabled, QPalette::WindowText, t.quiet);
    p.setColor(QPalette::Highlight, t.accent);
    p.setColor(QPalette::HighlightedText, t.panel);
    p.setColor(QPalette::ToolTipBase, t.panel);
    p.setColor(QPalette::Link, t.accent);
    QApplication::setPalette(p);
    QApplication::setFont(body_font());
    qApp->setStyleSheet(style_sheet(t));
}

QPixmap family_pixmap(const QString& family, const QColor& colour, int size, double ratio) {
    QFile file(":/icons/" + family + ".svg");
    if (!file.open(QIODevice::ReadOnly)) {  // a family without an icon of its own: a plain mark
        QPixmap plain(qRound(size * ratio), qRound(size * ratio));
        plain.fill(Qt::transparent);
        QPainter painter(&plain);
        painter.setPen(QPen(colour, 1.7 * ratio));
        painter.drawRect(QRectF(0.25 * size * ratio, 0.25 * size * ratio, 0.5 * size * ratio, 0.5 * size * ratio));
        painter.end();
        plain.setDevicePixelRatio(ratio);
        return plain;
    }
    const QByteArray svg = file.readAll().replace("#000000", colour.name().toUtf8());
    QPixmap pixmap(qRound(size * ratio), qRound(size * ratio));
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    QSvgRenderer(svg).render(&painter, QRectF(0, 0, size * ratio, size * ratio));
    painter.end();
    pixmap.setDevicePixelRatio(ratio);
    return pixmap;
}

QIcon family_icon(const QString& family, const QColor& colour) {
    return QIcon(family_pixmap(family, colour, 24, 2));
}

}  // namespace clampet::desktop
