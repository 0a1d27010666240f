#include "desktop/make/sheet_view.h"

#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"

namespace clampet::desktop {
namespace {

/// White round the drawing [m], and the least width of a line [pixels].
constexpr double paper_margin = 0.012, finest_line = 0.8;

QPolygonF polygon(const std::vector<drawing::Point>& points) {
    QPolygonF all;
    for (const auto& p : points) all << QPointF(p.x, p.y);
    return all;
}

QPen pen_for(drawing::Line line, double scale) {
    const auto pen = drawing::pen_of(line);
    const double width = std::max(pen.width, finest_line / scale);
    QPen ink(Qt::black, width);
    ink.setCapStyle(Qt::FlatCap);
    QList<qreal> dashes;
    for (const double dash : pen.dashes) dashes << dash / width;
    if (!dashes.isEmpty()) ink.setDashPattern(dashes);
    return ink;
}

void write(QPainter& p, const drawing::Word& word) {
    // In thousandths of a metre: fonts have no sizes under a pixel.
    constexpr double mm = 1e-3;
    p.save();
    p.translate(word.at.x, word.at.y);
    p.rotate(word.angle / quantity::degree);
    p.scale(mm / 10, -mm / 10);
    QFont font = body_font();
    font.setPixelSize(qRound(word.height / mm * 10));
    p.setFont(font);
    p.setPen(Qt::black);
    const QString text = text_of(word.text);
    const double width = QFontMetricsF(font).horizontalAdvance(text);
    const double left = word.align == drawing::Align::left     ? 0
                        : word.align == drawing::Align::centre ? -width / 2
                                                               : -width;
    p.drawText(QRectF(left, -font.pixelSize(), width + 1, 2 * font.pixelSize()), Qt::AlignLeft | Qt::AlignVCenter,
               text);
    p.restore();
}

}  // namespace

SheetView::SheetView(QWidget* parent) : QWidget(parent) {
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

QSize SheetView::sizeHint() const {
    return {480, 420};
}

void SheetView::show_sheet(const drawing::Sheet& sheet) {
    sheet_ = sheet;
    strokes_ = drawing::strokes_of(sheet_.drawing);
    setAccessibleName(text_of(sheet_.drawing.summary));
    update();
}

void SheetView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().line, 1));
    p.setBrush(Qt::white);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 5, 5);
    if (strokes_.strokes.empty()) return;
    const auto box = sheet_.drawing.extent();
    const double wide = box.width() + 2 * paper_margin, high = box.height() + 2 * paper_margin;
    const double scale = std::min(width() / wide, height() / high);
    p.translate(width() / 2.0, height() / 2.0);
    p.scale(scale, -scale);
    p.translate(-(box.low.x + box.high.x) / 2, -(box.low.y + box.high.y) / 2);
    for (const auto& stroke : strokes_.strokes) {
        p.setPen(pen_for(stroke.line, scale));
        p.setBrush(stroke.filled ? QBrush(Qt::black) : QBrush(Qt::NoBrush));
        stroke.closed ? p.drawPolygon(polygon(stroke.points)) : p.drawPolyline(polygon(stroke.points));
    }
    p.setBrush(Qt::NoBrush);
    for (const auto& ring : strokes_.rings) {
        p.setPen(pen_for(ring.line, scale));
        p.drawEllipse(QPointF(ring.centre.x, ring.centre.y), ring.radius, ring.radius);
    }
    for (const auto& word : strokes_.words) write(p, word);
}

}  // namespace clampet::desktop
