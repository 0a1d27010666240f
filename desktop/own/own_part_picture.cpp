#include "desktop/own/own_part_picture.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/widgets/worked_picture.h"

namespace clampet::desktop {
namespace {

using rig::Vector;

/// How far along a way a ray meets a triangle; infinite where it does not. Source: Moeller and Trumbore 1997.
double met_at(const Vector& from, const Vector& way, const std::array<Vector, 3>& corners) {
    constexpr double none = std::numeric_limits<double>::infinity(), edge = 1e-9;
    const Vector one = corners[1] - corners[0], other = corners[2] - corners[0], across = way.cross(other);
    const double det = one.dot(across);
    if (std::abs(det) < 1e-18) return none;
    const Vector to = from - corners[0], turned = to.cross(one);
    const double u = to.dot(across) / det, v = way.dot(turned) / det;
    return u < -edge || v < -edge || u + v > 1 + edge ? none : other.dot(turned) / det;
}

}  // namespace

void OwnPartPicture::show_solid(const rig::Shape& hull) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("The solid: turn it by dragging, press where a port is"));
    hull_ = hull;
    update();
}

void OwnPartPicture::show_marks(std::vector<Mark> marks) {
    marks_ = std::move(marks);
    update();
}

QTransform OwnPartPicture::pixels() const {
    // Its box's diagonal fits however it is turned.
    const double scale = 0.92 * std::min(width(), height()) / hull_->size.norm();
    const QPointF middle = sight().seen(hull_->at);
    return {scale, 0, 0, -scale, width() / 2.0 - scale * middle.x(), height() / 2.0 + scale * middle.y()};
}

QPointF OwnPartPicture::pixel_of(const Vector& point) const {
    return pixels().map(sight().seen(point));
}

std::optional<OwnPartPicture::Mark> OwnPartPicture::pressed_at(QPointF position) const {
    if (!hull_) return std::nullopt;
    const QPointF seen = pixels().inverted().map(position);
    const Sight s = sight();
    const double before = 2 * hull_->size.norm();
    const Vector eye =
        seen.x() * s.right + seen.y() * s.up + (hull_->at.dot(s.towards) + before) * s.towards - hull_->at;
    // Its own surface where it is hollow: a port may be down in it.
    const auto& points = hull_->skin.empty() ? hull_->corners : hull_->skin;
    double nearest = std::numeric_limits<double>::infinity();
    Mark mark;
    for (const auto& face : hull_->skin.empty() ? hull_->faces : hull_->skin_faces) {
        const auto corner = [&](std::size_t i) { return points[static_cast<std::size_t>(face[i])]; };
        const Vector out = (corner(1) - corner(0)).cross(corner(2) - corner(0));
        const double away = met_at(eye, -s.towards, {corner(0), corner(1), corner(2)});
        if (out.dot(s.towards) <= 0 || !(away < nearest)) continue;
        nearest = away;
        mark.at = hull_->at + eye - away * s.towards;
        mark.outward = out.normalized();
    }
    return std::isfinite(nearest) ? std::optional(mark) : std::nullopt;
}

void OwnPartPicture::mousePressEvent(QMouseEvent* event) {
    from_ = event->position();
    turned_ = false;
}

void OwnPartPicture::mouseMoveEvent(QMouseEvent* event) {
    const QPointF moved = event->position() - from_;
    if (!turned_ && std::hypot(moved.x(), moved.y()) < 4) return;
    turned_ = true;
    about_ -= moved.x() * 0.01;
    lifted_ = std::clamp(lifted_ + moved.y() * 0.01, -1.5, 1.5);
    from_ = event->position();
    update();
}

void OwnPartPicture::mouseReleaseEvent(QMouseEvent* event) {
    if (turned_) return;
    if (const auto mark = pressed_at(event->position())) emit pressed(mark->at, mark->outward);
}

void OwnPartPicture::keyPressEvent(QKeyEvent* event) {
    constexpr double step = 0.15;
    const auto way = arrow_way(*event);
    if (!way) return QWidget::keyPressEvent(event);
    about_ -= step * way->x();
    lifted_ = std::clamp(lifted_ + step * way->y(), -1.5, 1.5);
    update();
}

void OwnPartPicture::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    paint_paper(p, *this);
    if (!hull_) return;
    const double ratio = devicePixelRatioF();
    SolidRaster raster((QSizeF(size()) * ratio).toSize());
    raster.add(*hull_, Eigen::Isometry3d::Identity(),
               Projection::flat(sight(), pixels() * QTransform::fromScale(ratio, ratio)), t.of_part(hull_->material),
               0);
    QImage image = raster.image(t.dark ? t.quiet : t.text);
    image.setDevicePixelRatio(ratio);
    p.drawImage(QPointF(0, 0), image);
    p.setFont(body_font(0.9, true));
    for (const auto& mark : marks_) {
        const QPointF at = pixel_of(mark.at), out = pixel_of(mark.at + 0.18 * hull_->size.norm() * mark.outward);
        const bool behind = mark.outward.dot(sight().towards) < 0;
        p.setPen(QPen(t.accent, 1.8, behind ? Qt::DashLine : Qt::SolidLine));
        p.setBrush(behind ? Qt::NoBrush : QBrush(t.accent));
        p.drawLine(at, out);
        p.drawEllipse(at, 4, 4);
        p.setPen(t.text);
        p.drawText(out + QPointF(5, 4), mark.name);
    }
}

}  // namespace clampet::desktop
