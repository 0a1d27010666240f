#include "desktop/widgets/drawing_view.h"

#include <cmath>
#include <QPainterPath>
#include <QStyleOption>

#include "desktop/theme/theme.h"

namespace clampet::desktop {
namespace {

using drawing::Line;
using drawing::Material;

QPointF at(const drawing::Point& p) {
    return {p.x, p.y};
}

QPen pen_of(Line line, const Theme& t) {
    switch (line) {
        case Line::outline:
            return QPen(t.text, 1.3, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin);
        case Line::thin:
            return QPen(t.quiet, 1);
        case Line::hidden:
            return QPen(t.quiet, 1, Qt::DashLine);
        case Line::centre:
            return QPen(t.quiet, 1, Qt::DashDotLine);
        case Line::force:
            return QPen(t.slips, 1.8);
        case Line::accent:
            return QPen(t.accent, 1.6);
        case Line::none:
            return Qt::NoPen;
    }
    return Qt::NoPen;
}

void fill(QPainter& p, const QPainterPath& path, Material material, Line line, const Theme& t) {
    if (material != Material::none) {
        p.fillPath(path, t.of(material));
        // A section is hatched, so that materials are told apart without colour.
        QColor ink = t.text;
        ink.setAlpha(t.dark ? 70 : 45);
        if (material == Material::metal) p.fillPath(path, QBrush(ink, Qt::BDiagPattern));
        if (material == Material::payload) p.fillPath(path, QBrush(ink, Qt::FDiagPattern));
        if (material == Material::wood) p.fillPath(path, QBrush(ink, Qt::HorPattern));
        if (material == Material::rubber) p.fillPath(path, QBrush(ink, Qt::Dense6Pattern));
        if (material == Material::tube) p.fillPath(path, QBrush(ink, Qt::BDiagPattern));
    }
    p.setPen(pen_of(line, t));
    p.setBrush(Qt::NoBrush);
    p.drawPath(path);
}

void arrow_head(QPainter& p, QPointF tip, QPointF from, QColor colour, double size = 7) {
    const QPointF d = tip - from;
    const double length = std::hypot(d.x(), d.y());
    if (length < 1e-6) return;
    const QPointF u = d / length, n(-u.y(), u.x());
    p.setPen(Qt::NoPen);
    p.setBrush(colour);
    p.drawPolygon(QPolygonF({tip, tip - size * u + 0.42 * size * n, tip - size * u - 0.42 * size * n}));
}

/// Text on a ground of the panel's colour, kept inside the painter's window.
void label(QPainter& p, QPointF where, const QString& text, drawing::Align align, QColor colour, const QFont& font,
           const Theme& t) {
    if (text.isEmpty()) return;
    p.setFont(font);
    const QFontMetricsF metrics(font);
    const double width = metrics.horizontalAdvance(text);
    double x = where.x() - (align == drawing::Align::centre ? width / 2 : align == drawing::Align::right ? width : 0);
    const QRectF window = p.window();
    x = std::clamp(x, window.left() + 4, std::max(window.left() + 4, window.right() - width - 4));
    const double y =
        std::clamp(where.y() + metrics.ascent() / 2 - 1, window.top() + metrics.ascent() + 2, window.bottom() - 4);
    // A plain ground behind the words: an outline of the letters would cost a frame to stroke.
    QColor ground = t.panel;
    ground.setAlpha(215);
    p.fillRect(QRectF(x - 2, y - metrics.ascent(), width + 4, metrics.height()), ground);
    p.setPen(colour);
    p.drawText(QPointF(x, y), text);
}

struct Paint {
    QPainter& p;
    const QTransform& m;
    const Look& look;

    void operator()(const drawing::Path& path) const {
        if (path.points.empty()) return;
        QPainterPath shape(m.map(at(path.points.front())));
        for (std::size_t i = 1; i < path.points.size(); ++i) shape.lineTo(m.map(at(path.points[i])));
        if (path.closed) shape.closeSubpath();
        fill(p, shape, path.material, path.line, look.theme);
    }
    void operator()(const drawing::Circle& circle) const {
        QPainterPath shape;
        const double r = circle.radius * m.m11();
        shape.addEllipse(m.map(at(circle.centre)), r, r);
        fill(p, shape, circle.material, circle.line, look.theme);
    }
    void operator()(const drawing::Text&) const {}
    void operator()(const drawing::Dimension& d) const {
        QPointF a = m.map(at(d.from)), b = m.map(at(d.to));
        const QPointF along = b - a;
        const double length = std::hypot(along.x(), along.y());
        if (length < 1e-6) return;
        const QPointF left(along.y() / length, -along.x() / length);  // y is down on the screen
        const QPointF shift = left * d.offset * m.m11();
        p.setPen(pen_of(Line::thin, look.theme));
        if (d.offset != 0) {
            p.drawLine(a, a + shift);
            p.drawLine(b, b + shift);
        }
        a += shift;
        b += shift;
        p.drawLine(a, b);
        arrow_head(p, a, b, look.theme.quiet, 6);
        arrow_head(p, b, a, look.theme.quiet, 6);
    }
    void operator()(const drawing::Arrow& arrow) const {
        const QPointF a = m.map(at(arrow.from)), b = m.map(at(arrow.to));
        p.setPen(pen_of(arrow.line, look.theme));
        p.drawLine(a, b);
        arrow_head(p, b, a, pen_of(arrow.line, look.theme).color(), 8);
    }
};

/// Words go on top of all lines.
struct Write {
    QPainter& p;
    const QTransform& m;
    const Look& look;

    void operator()(const drawing::Path&) const {}
    void operator()(const drawing::Circle&) const {}
    void operator()(const drawing::Text& text) const {
        const Theme& t = look.theme;
        const QColor colour = text.role == drawing::TextRole::warning ? t.slips
                              : text.role == drawing::TextRole::quiet ? t.quiet
                                                                      : t.text;
        const bool strong = text.role == drawing::TextRole::warning || text.role == drawing::TextRole::number;
        label(p, m.map(at(text.at)), QString::fromStdString(text.text), text.align, colour, look.font(0.88, strong), t);
    }
    void operator()(const drawing::Dimension& d) const {
        const QPointF a = m.map(at(d.from)), b = m.map(at(d.to)), along = b - a;
        const double length = std::max(1e-6, std::hypot(along.x(), along.y()));
        const QPointF left(along.y() / length, -along.x() / length);
        const bool upright = std::abs(along.y()) > std::abs(along.x());
        const double side = d.offset < 0 ? -1 : 1;
        const QPointF middle = (a + b) / 2 + left * d.offset * m.m11() + left * side * (upright ? 6 : 9);
        const auto align = !upright              ? drawing::Align::centre
                           : left.x() * side > 0 ? drawing::Align::left
                                                 : drawing::Align::right;
        label(p, middle, QString::fromStdString(d.label), align, look.theme.text, look.font(0.88), look.theme);
    }
    void operator()(const drawing::Arrow& arrow) const {
        const QPointF a = m.map(at(arrow.from)), b = m.map(at(arrow.to));
        const double dx = a.x() - b.x();
        const bool beside = std::abs(dx) > 4;
        label(p, a + QPointF(beside ? (dx > 0 ? 5 : -5) : 6, beside ? 0 : (a.y() < b.y() ? -4 : 4)),
              QString::fromStdString(arrow.label), !beside || dx > 0 ? drawing::Align::left : drawing::Align::right,
              pen_of(arrow.line, look.theme).color(), look.font(0.88, true), look.theme);
    }
};

}  // namespace

QTransform fit_drawing(const drawing::Drawing& drawing, QRectF place) {
    const auto box = drawing.extent();
    const double width = std::max(box.width(), 1e-6), height = std::max(box.height(), 1e-6);
    const double scale = std::min(place.width() / width, place.height() / height);
    const QPointF centre((box.low.x + box.high.x) / 2, (box.low.y + box.high.y) / 2);
    return QTransform(scale, 0, 0, -scale, place.center().x() - scale * centre.x(),
                      place.center().y() + scale * centre.y());
}

void paint_shapes(QPainter& painter, const drawing::Drawing& drawing, const QTransform& m, const Look& look) {
    painter.setRenderHint(QPainter::Antialiasing);
    for (const auto& element : drawing.elements) std::visit(Paint{painter, m, look}, element);
}

void paint_drawing(QPainter& painter, const drawing::Drawing& drawing, const QTransform& m, const Look& look) {
    paint_shapes(painter, drawing, m, look);
    for (const auto& element : drawing.elements) std::visit(Write{painter, m, look}, element);
}

DrawingView::DrawingView(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAccessibleName(tr("Section drawing"));
}

QSize DrawingView::sizeHint() const {
    return {360, qRound(230 * std::min(1.3, text_scale()))};
}

void DrawingView::show_drawing(drawing::Drawing drawing) {
    drawing_ = std::move(drawing);
    setAccessibleDescription(QString::fromStdString(drawing_.summary));
    update();
}

void DrawingView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().line, 1));
    p.setBrush(theme().panel);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
    if (drawing_.elements.empty()) return;
    paint_drawing(p, drawing_, placing(), screen_look());
}

QMargins DrawingView::room() const {
    const int margin = qRound(18 * text_scale()), beside = qRound(39.6 * text_scale());
    return {beside, margin, beside, margin};
}

QTransform DrawingView::placing() const {
    return fit_drawing(drawing_, QRectF(rect()).marginsRemoved(room()));
}

}  // namespace clampet::desktop
