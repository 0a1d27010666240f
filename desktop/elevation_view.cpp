#include "desktop/elevation_view.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>

#include "desktop/quantity_field.h"
#include "desktop/theme.h"
#include "desktop/words.h"
#include "quantity/format.h"

namespace clampet::desktop {
namespace {

constexpr double degree = std::numbers::pi / 180;

void arrow(QPainter& p, QPointF from, QPointF to, QColor colour, double width) {
    const QPointF d = to - from;
    const double length = std::hypot(d.x(), d.y());
    if (length < 2) return;
    const QPointF u = d / length, n(-u.y(), u.x());
    p.setPen(QPen(colour, width));
    p.drawLine(from, to - 6 * u);
    p.setPen(Qt::NoPen);
    p.setBrush(colour);
    p.drawPolygon(QPolygonF({to, to - 10 * u + 4.5 * n, to - 10 * u - 4.5 * n}));
}

void words(QPainter& p, QPointF at, const QString& text, const QFont& font, QColor colour,
           int align = Qt::AlignHCenter) {
    const QFontMetricsF metrics(font);
    const double width = metrics.horizontalAdvance(text);
    double x = at.x() - (align == Qt::AlignHCenter ? width / 2 : align == Qt::AlignRight ? width : 0);
    x = std::clamp(x, 6.0, std::max(6.0, p.window().width() - width - 6.0));
    const double y = std::clamp(at.y(), metrics.ascent() + 4.0, p.window().height() - 6.0);
    QColor ground = theme().paper;
    ground.setAlpha(205);
    p.fillRect(QRectF(x - 2, y - metrics.ascent(), width + 4, metrics.height()), ground);
    p.setFont(font);
    p.setPen(colour);
    p.drawText(QPointF(x, y), text);
}

}  // namespace

ElevationView::ElevationView(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      side_(new QPushButton(tr("Side"), this)),
      front_(new QPushButton(tr("Front"), this)) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(260, 220);
    setAccessibleName(tr("Elevation"));
    auto* row = new QHBoxLayout;
    for (auto* button : {side_, front_}) {
        button->setProperty("pill", true);
        button->setCheckable(true);
        button->setAutoExclusive(true);
        row->addWidget(button);
    }
    side_->setChecked(true);
    row->addStretch(1);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(16, 14, 16, 14);
    outer->addLayout(row);
    outer->addStretch(1);
    connect(side_, &QPushButton::clicked, this, [this] { set_view(ViewSide::side); });
    connect(front_, &QPushButton::clicked, this, [this] { set_view(ViewSide::front); });
    subscription_ = document_.observe([this](const project::Change& change) {
        if (change.everything) fitted_ = {};
        refresh();
    });
    refresh();
}

void ElevationView::set_view(ViewSide view) {
    view_ = view;
    (view == ViewSide::side ? side_ : front_)->setChecked(true);
    fitted_ = {};
    refresh();
}

void ElevationView::select(const QString& interface) {
    selected_ = interface.toStdString();
    refresh();
}

void ElevationView::refresh() {
    ElevationScene scene = make_scene(document_, view_, selected_);
    if (scene == scene_ && fitted_.contains(scene.extent)) return;  // nothing to repaint
    scene_ = std::move(scene);
    // The scale holds still while a joint is dragged, so that the ring stays under the pointer.
    if (!grabbed_ && !fitted_.contains(scene_.extent)) fit();
    setAccessibleDescription(pose_words());
    update();
}

void ElevationView::fit() {
    if (scene_.extent.isNull()) return;
    const double margin = 0.06 * std::max(scene_.extent.width(), scene_.extent.height()) + 0.01;
    fitted_ = scene_.extent.adjusted(-margin, -margin, margin, margin);
    const QRectF place = QRectF(rect()).adjusted(20, 52 + 30 * text_scale(), -20, -44);
    const double scale = std::min(place.width() / fitted_.width(), place.height() / fitted_.height());
    pixels_ = QTransform(scale, 0, 0, -scale, place.center().x() - scale * fitted_.center().x(),
                         place.center().y() + scale * fitted_.center().y());
}

void ElevationView::resizeEvent(QResizeEvent*) {
    fit();
}

QString ElevationView::pose_words() const {
    if (!scene_.ball) return {};
    const double degrees = scene_.ball->angle / degree;
    const QString amount = QString::number(std::abs(degrees), 'f', 0) + "°";
    if (std::abs(degrees) < 0.5) return tr("upright");
    if (view_ == ViewSide::side) return amount + (degrees > 0 ? tr(" forward") : tr(" back"));
    return amount + (degrees > 0 ? tr(" to the left") : tr(" to the right"));
}

void ElevationView::paint_scale(QPainter& p) const {
    const double metres_per_pixel = 1 / pixels_.m11();
    double length = 0.01;
    for (const double step : {0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1.0, 2.0})
        if (step / metres_per_pixel < 140) length = step;
    const double pixels = length / metres_per_pixel;
    const QPointF right(width() - 20, 30), left(right.x() - pixels, 30);
    p.setPen(QPen(theme().quiet, 1.2));
    p.drawLine(left, right);
    for (const auto& end : {left, right}) p.drawLine(end - QPointF(0, 4), end + QPointF(0, 4));
    words(p, QPointF((left.x() + right.x()) / 2, 24), shown(length, quantity::Dimension::length), body_font(0.85),
          theme().quiet);
}

void ElevationView::paint_lever(QPainter& p) const {
    if (!scene_.lever) return;
    const auto& lever = *scene_.lever;
    const Theme& t = theme();
    const QPointF joint = pixel(lever.joint), cg = pixel(lever.centre_of_gravity);
    const double top = pixel({0, scene_.extent.bottom()}).y() - 16 * text_scale();
    if (lever.arm > 5e-4) {
        p.setPen(QPen(t.quiet, 1, Qt::DashLine));
        p.drawLine(joint, QPointF(joint.x(), top));
        p.drawLine(cg, QPointF(cg.x(), top));
        const QPointF a(joint.x(), top), b(cg.x(), top);
        arrow(p, (a + b) / 2, a, t.text, 1.2);
        arrow(p, (a + b) / 2, b, t.text, 1.2);
        const double line = QFontMetricsF(body_font()).height();
        words(p, QPointF((a.x() + b.x()) / 2, top - 6), shown(lever.arm, quantity::Dimension::length) + tr(" arm"),
              body_font(1, true), t.text);
        words(p, QPointF((a.x() + b.x()) / 2, top - 6 - line),
              tr("%1 at the seam").arg(shown(lever.moment, quantity::Dimension::torque)), body_font(0.9), t.quiet);
    }
    arrow(p, cg, cg + QPointF(0, 62 * text_scale()), t.slips, 2.4);
    words(p, cg + QPointF(10, 58 * text_scale()), shown(lever.weight, quantity::Dimension::force),
          body_font(0.95, true), t.slips, Qt::AlignLeft);
    p.setPen(QPen(t.slips, 1.6));
    p.setBrush(t.field);
    p.drawEllipse(cg, 6.5, 6.5);
    p.drawLine(cg - QPointF(6.5, 0), cg + QPointF(6.5, 0));
    p.drawLine(cg - QPointF(0, 6.5), cg + QPointF(0, 6.5));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.accent, 2));
    p.drawEllipse(joint, 5, 5);
}

void ElevationView::paint_push(QPainter& p) const {
    if (!scene_.push) return;
    const auto& push = *scene_.push;
    const Theme& t = theme();
    const QPointF at = pixel(push.at);
    const double length = std::hypot(push.along.x(), push.along.y());
    const QString force = tr("worst push %1").arg(shown(push.force, quantity::Dimension::force));
    if (length < 0.25) {  // towards or away from the viewer
        p.setPen(QPen(t.doubtful, 2));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(at, 12, 12);
        p.drawEllipse(at, 2, 2);
        words(p, at + QPointF(18, -12), force + tr(", across the picture"), body_font(0.9, true), t.doubtful,
              Qt::AlignLeft);
        return;
    }
    const QPointF along(push.along.x() / length, -push.along.y() / length);
    const double reach = 56 * text_scale();
    arrow(p, at - along * (reach + 14), at - along * 14, t.doubtful, 3);
    const QPointF tail = at - along * (reach + 18);
    words(p,
          tail + QPointF(along.x() > 0.3    ? -4
                         : along.x() < -0.3 ? 4
                                            : 0,
                         along.y() > 0.3    ? -4
                         : along.y() < -0.3 ? 14
                                            : 4),
          force, body_font(0.9, true), t.doubtful,
          along.x() > 0.3    ? Qt::AlignRight
          : along.x() < -0.3 ? Qt::AlignLeft
                             : Qt::AlignHCenter);
}

void ElevationView::paint_ball(QPainter& p) const {
    if (!scene_.ball || !scene_.ball->can_drag) return;
    const auto& ball = *scene_.ball;
    const Theme& t = theme();
    const QPointF centre = pixel(ball.centre), handle = pixel(ball.handle);
    const double radius = std::hypot(handle.x() - centre.x(), handle.y() - centre.y());
    const double upright = std::atan2(ball.axis.y(), ball.axis.x()) / degree;
    const double turn = -(ball.angle / degree) * (view_ == ViewSide::side ? 1 : -1);
    p.setPen(QPen(t.accent, 1.6));
    p.setBrush(Qt::NoBrush);
    p.drawArc(QRectF(centre.x() - radius, centre.y() - radius, 2 * radius, 2 * radius), qRound(upright * 16),
              qRound(turn * 16));
    p.setBrush(t.field);
    p.setPen(QPen(t.accent, hasFocus() ? 3.4 : 2.2));
    p.drawEllipse(handle, 7, 7);
    const bool beyond = ball.tilt > ball.limit + 1e-9;
    words(p, handle + QPointF(-12, -12), pose_words() + (beyond ? tr(" · beyond its swing") : QString()),
          body_font(0.95, true), beyond ? t.slips : t.accent, Qt::AlignRight);
}

void ElevationView::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.paper);
    if (scene_.solids.empty()) return;
    for (const auto& solid : scene_.solids) {
        const QPolygonF polygon = pixels_.map(solid.outline);
        QColor ink = t.dark ? QColor("#0c0e0f") : t.text;
        p.setPen(QPen(ink, 1.2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p.setBrush(t.of_part(solid.material));
        p.drawPolygon(polygon);
        if (solid.material == "wood") {
            QColor grain = t.text;
            grain.setAlpha(28);
            p.setPen(Qt::NoPen);
            p.setBrush(QBrush(grain, Qt::HorPattern));
            p.drawPolygon(polygon);
        }
    }
    if (scene_.feet.size() == 2) {
        p.setPen(QPen(t.accent, 3));
        p.drawLine(pixel(scene_.feet[0]), pixel(scene_.feet[1]));
    }
    paint_scale(p);
    paint_push(p);
    paint_lever(p);
    paint_ball(p);
    if (hasFocus()) {
        p.setPen(QPen(t.accent, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
    if (scene_.ball && scene_.ball->can_drag)
        words(p, QPointF(width() / 2.0, height() - 14), tr("drag the ring, or use the arrow keys, to pose the ball"),
              body_font(0.85), t.quiet);
}

bool ElevationView::over_handle(QPointF position) const {
    if (!scene_.ball || !scene_.ball->can_drag) return false;
    const QPointF d = position - pixel(scene_.ball->handle);
    return std::hypot(d.x(), d.y()) < 16;
}

double ElevationView::angle_of(QPointF position) const {
    const QPointF d = position - pixel(scene_.ball->centre);
    const double clockwise = std::atan2(d.x(), -d.y());
    return view_ == ViewSide::side ? clockwise : -clockwise;
}

void ElevationView::pose_at(double angle, project::Gesture gesture) {
    const auto* interface = document_.rig().interface(scene_.ball->interface);
    rig::BallPose pose = *interface->pose;
    (view_ == ViewSide::side ? pose.forward : pose.side) = angle;
    if (pose.tilt() > scene_.ball->limit) {  // stops where the stem meets the cup
        double& component = view_ == ViewSide::side ? pose.forward : pose.side;
        const double sign = component < 0 ? -1 : 1;
        double low = 0, high = std::abs(component);
        for (int i = 0; i < 40; ++i) {
            const double middle = (low + high) / 2;
            component = sign * middle;
            (pose.tilt() > scene_.ball->limit ? high : low) = middle;
        }
        component = sign * low;
    }
    if (const auto done = document_.perform(project::SetPose{interface->id, pose}, gesture); !done)
        emit problem(QString::fromStdString(done.problem().sentence()));
}

void ElevationView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || !over_handle(event->position())) return;
    grabbed_ = angle_of(event->position()) - scene_.ball->angle;
    gesture_ = next_gesture();
    setCursor(Qt::ClosedHandCursor);
}

void ElevationView::mouseMoveEvent(QMouseEvent* event) {
    if (!grabbed_ || !scene_.ball) {
        setCursor(over_handle(event->position()) ? Qt::OpenHandCursor : Qt::ArrowCursor);
        return;
    }
    const double angle = std::remainder(angle_of(event->position()) - *grabbed_, 2 * std::numbers::pi);
    pose_at(std::round(angle / (0.5 * degree)) * 0.5 * degree, gesture_);
}

void ElevationView::mouseReleaseEvent(QMouseEvent*) {
    grabbed_.reset();
    gesture_ = project::single;
    setCursor(Qt::ArrowCursor);
    refresh();
}

void ElevationView::keyPressEvent(QKeyEvent* event) {
    const bool right = event->key() == Qt::Key_Right, left = event->key() == Qt::Key_Left;
    if ((!right && !left) || !scene_.ball || !scene_.ball->can_drag) return QWidget::keyPressEvent(event);
    const double step = (event->modifiers() & Qt::ShiftModifier ? 5 : 1) * degree;
    const double sign = (right ? 1 : -1) * (view_ == ViewSide::side ? 1 : -1);
    pose_at(scene_.ball->angle + sign * step, project::single);
}

}  // namespace clampet::desktop
