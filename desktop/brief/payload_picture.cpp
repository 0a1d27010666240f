#include "desktop/brief/payload_picture.h"

#include <algorithm>
#include <QDragEnterEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "desktop/brief/thing_chip.h"
#include "desktop/rig/solid_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/worked_picture.h"

namespace clampet::desktop {
namespace {

using Pane = PayloadLayout::Pane;
using quantity::Dimension;
using rig::Vector;

/// From its right; from ahead, its left to the right.
Sight sight_of(Pane pane) {
    if (pane == Pane::side) return {};
    return {Vector::UnitY(), Vector::UnitZ(), Vector::UnitX()};
}

QRectF extent_of(std::span<const Thing> things, const Sight& sight) {
    QRectF extent(QPointF(0, 0), QSizeF(1e-6, 1e-6));
    for (const auto& [part, own] : things) {
        extent = extent.united(QRectF(sight.seen(own * part->centre_of_gravity), QSizeF(1e-6, 1e-6)));
        for (const auto& shape : part->shapes)
            for (const auto& face : faces_of(shape, own, sight)) extent = extent.united(face.outline.boundingRect());
    }
    return extent;
}

/// The mark of a centre of gravity: a disc in four quarters, two of them filled.
void paint_centre(QPainter& p, QPointF at, double radius, const QColor& ink, const QColor& ground) {
    const QRectF disc(at.x() - radius, at.y() - radius, 2 * radius, 2 * radius);
    p.setPen(QPen(ink, 1.4));
    p.setBrush(ground);
    p.drawEllipse(disc);
    p.setBrush(ink);
    p.drawPie(disc, 0, 90 * 16);
    p.drawPie(disc, 180 * 16, 90 * 16);
}

void paint_faces(QPainter& p, std::span<const Thing> things, const Sight& sight, const QTransform& pixels) {
    std::vector<SeenFace> faces;
    for (const auto& [part, world] : things)
        for (const auto& shape : part->shapes)
            for (auto& face : faces_of(shape, world, sight)) faces.push_back(std::move(face));
    std::stable_sort(faces.begin(), faces.end(), [](const auto& a, const auto& b) { return a.depth < b.depth; });
    for (const auto& face : faces) {
        QColor fill = theme().of_part(face.material);
        fill.setRgbF(static_cast<float>(fill.redF() * face.shade), static_cast<float>(fill.greenF() * face.shade),
                     static_cast<float>(fill.blueF() * face.shade));
        p.setPen(QPen(theme().text, 0.8));
        p.setBrush(fill);
        p.drawPolygon(pixels.map(face.outline));
    }
}

}  // namespace

QPointF PayloadLayout::place(const Vector& point, Pane pane) const {
    const QPointF seen = sight_of(pane).seen(point);
    const QPointF at = pane == Pane::side ? side_at : front_at;
    return {at.x() + scale * seen.x(), at.y() - scale * seen.y()};
}

std::optional<Pane> PayloadLayout::pane_at(QPointF position) const {
    if (side.contains(position)) return Pane::side;
    if (front.contains(position)) return Pane::front;
    return std::nullopt;
}

Vector PayloadLayout::moved(const Vector& from, QPointF to, Pane pane) const {
    const QPointF at = pane == Pane::side ? side_at : front_at;
    Vector now = from;
    now[pane == Pane::side ? 0 : 1] = (to.x() - at.x()) / scale;
    now.z() = (at.y() - to.y()) / scale;
    return now;
}

PayloadLayout layout_payload(const rig::Part& part, QSizeF size, double words) {
    const Thing alone{&part};
    return layout_payload(std::span(&alone, 1), size, words);
}

PayloadLayout layout_payload(std::span<const Thing> things, QSizeF size, double words) {
    constexpr double margin = 14;
    PayloadLayout l;
    const QRectF side = extent_of(things, sight_of(Pane::side)), front = extent_of(things, sight_of(Pane::front));
    const double tall = std::max(side.height(), front.height()), wide = std::max(side.width(), front.width());
    const double room = size.height() - words - 2 * margin;
    const double split = size.width() / 2;
    l.scale = std::max(1.0, std::min((split - 2 * margin) / wide, room / tall));
    l.side = {0, 0, split, size.height() - words};
    l.front = {split, 0, size.width() - split, size.height() - words};
    // Both stand on one line, as drawings do.
    const double bottom = std::max(-side.top(), -front.top()), ground = size.height() - words - margin;
    const auto place = [&](const QRectF& pane, const QRectF& extent) {
        return QPointF(pane.center().x() - l.scale * extent.center().x(), ground - l.scale * bottom);
    };
    l.side_at = place(l.side, side);
    l.front_at = place(l.front, front);
    return l;
}

PayloadPicture::PayloadPicture(HeldThingPtr thing, QWidget* parent) : QWidget(parent), thing_(std::move(thing)) {
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(qRound(280 * std::min(1.3, text_scale())), qRound(180 * std::min(1.3, text_scale())));
    setMouseTracking(true);
    setAcceptDrops(true);
    refresh();
}

PayloadLayout PayloadPicture::layout() const {
    return layout_payload(things(), size(), 1.6 * QFontMetricsF(body_font(0.88)).height());
}

std::pair<double, Vector> PayloadPicture::together() const {
    double mass = 0;
    Vector moment = Vector::Zero();
    for (const auto& [part, own] : things()) {
        mass += part->mass;
        moment += part->mass * (own * part->centre_of_gravity);
    }
    return {mass, mass > 0 ? Vector(moment / mass) : Vector::Zero()};
}

void PayloadPicture::dragEnterEvent(QDragEnterEvent* event) {
    if (laid_ == Laid::no && thing_in(event->mimeData())) event->acceptProposedAction();
}

void PayloadPicture::dropEvent(QDropEvent* event) {
    const auto device = thing_in(event->mimeData());
    if (!device || laid_ != Laid::no) return;
    event->acceptProposedAction();
    emit thing_dropped(*device);
}

void PayloadPicture::lay(Laid laid) {
    laid_ = laid;
    update();
}

void PayloadPicture::refresh() {
    if (!part()) return;
    setAccessibleName(tr("Where %1 balances").arg(text_of(part()->name)));
    const Vector& c = part()->centre_of_gravity;
    setAccessibleDescription(
        tr("%1 ahead, %2 to the left, %3 up from where it is screwed on; move it with the arrow keys")
            .arg(shown(c.x(), Dimension::length), shown(c.y(), Dimension::length), shown(c.z(), Dimension::length)));
    update();
}

void PayloadPicture::move_to(const Vector& centre, project::Gesture gesture) {
    // To half a millimetre: nobody balances finer.
    const auto half = [](double v) { return std::round(v * 2000) / 2000; };
    (void)thing_->set_centre({half(centre.x()), half(centre.y()), half(centre.z())}, gesture);
}

void PayloadPicture::mousePressEvent(QMouseEvent* event) {
    if (!part() || laid_ != Laid::no || event->button() != Qt::LeftButton) return;
    const auto l = layout();
    constexpr double near = 14;
    for (const Pane pane : {Pane::side, Pane::front}) {
        const QPointF off = event->position() - l.place(part()->centre_of_gravity, pane);
        if (std::hypot(off.x(), off.y()) > near) continue;
        dragged_ = pane;
        gesture_ = next_gesture();
        return;
    }
}

void PayloadPicture::mouseMoveEvent(QMouseEvent* event) {
    if (!part() || laid_ != Laid::no) return;
    const auto l = layout();
    if (dragged_) return move_to(l.moved(part()->centre_of_gravity, event->position(), *dragged_), gesture_);
    const auto pane = l.pane_at(event->position());
    const QPointF off = pane ? event->position() - l.place(part()->centre_of_gravity, *pane) : QPointF(1e3, 0);
    setCursor(std::hypot(off.x(), off.y()) < 14 ? Qt::OpenHandCursor : Qt::ArrowCursor);
}

void PayloadPicture::mouseReleaseEvent(QMouseEvent*) {
    dragged_.reset();
}

void PayloadPicture::keyPressEvent(QKeyEvent* event) {
    if (!part()) return;
    const bool aside = event->modifiers().testFlag(Qt::AltModifier);  // left and right in the front view
    const double step = event->modifiers().testFlag(Qt::ShiftModifier) ? 0.010 : 0.001;
    const auto way = arrow_way(*event);
    if (!way) return QWidget::keyPressEvent(event);
    Vector c = part()->centre_of_gravity;
    c[aside ? 1 : 0] += step * way->x();
    c.z() += step * way->y();
    move_to(c, next_gesture());
}

void PayloadPicture::paint_pane(QPainter& p, const PayloadLayout& l, Pane pane) const {
    const Theme& t = theme();
    const QPointF at = pane == Pane::side ? l.side_at : l.front_at;
    const QTransform pixels(l.scale, 0, 0, -l.scale, at.x(), at.y());
    const auto all = things();
    paint_faces(p, all, sight_of(pane), pixels);
    const auto [whole, balance] = together();
    // Its screw: where the origin is.
    p.setPen(QPen(t.accent, 1.6));
    p.setBrush(t.accent_soft);
    p.drawPolygon(QPolygonF({at, at + QPointF(-5, 9), at + QPointF(5, 9)}));
    const QPointF centre = l.place(part()->centre_of_gravity, pane);
    p.setPen(QPen(t.accent, 1, Qt::DashLine));
    p.setBrush(Qt::NoBrush);
    p.drawLine(at, QPointF(centre.x(), at.y()));
    p.drawLine(QPointF(centre.x(), at.y()), centre);
    paint_centre(p, centre, 7, t.text, t.field);
    const Vector& c = part()->centre_of_gravity;
    const double across = pane == Pane::side ? c.x() : c.y();
    const QString way = pane == Pane::side ? (across < 0 ? tr("behind") : tr("ahead"))
                                           : (across < 0 ? tr("to the right") : tr("to the left"));
    const QString words = std::abs(across) < 5e-5 ? (pane == Pane::side ? tr("above its screw") : tr("in the middle"))
                                                  : tr("%1 %2").arg(shown(std::abs(across), Dimension::length), way);
    QString with_all;
    if (all.size() > 1) {  // where it balances with what stands on it: a ring, as nobody drags it
        const QPointF ring = l.place(balance, pane);
        p.setPen(QPen(t.text, 1.6));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(ring, 5, 5);
        p.drawLine(ring - QPointF(9, 0), ring + QPointF(9, 0));
        with_all = tr(" · with all on it %1")
                       .arg(pane == Pane::side ? shown(balance.z(), Dimension::length) + tr(" up")
                                               : shown(whole, Dimension::mass));
    }
    const QRectF pane_box = pane == Pane::side ? l.side : l.front;
    p.setFont(body_font(0.88));
    p.setPen(t.quiet);
    const QString said =
        (pane == Pane::side ? tr("%1, %2 up").arg(words, shown(c.z(), Dimension::length)) : words) + with_all;
    const QRectF line(pane_box.left() + 4, pane_box.bottom(), pane_box.width() - 8, height() - pane_box.bottom());
    p.drawText(line, Qt::AlignCenter, QFontMetricsF(p.font()).elidedText(said, Qt::ElideRight, line.width()));
}

void PayloadPicture::paint_laid(QPainter& p) const {
    // It lies on a pencil: the picture turns, the pencil stands under where it balances.
    const Theme& t = theme();
    const bool on_back = laid_ == Laid::on_its_back;
    const Sight sight = laid_ == Laid::across ? Sight{Vector::UnitY(), Vector::UnitZ(), Vector::UnitX()} : Sight{};
    Eigen::Isometry3d world = Eigen::Isometry3d::Identity();
    if (on_back)  // lens up: its x points to the sky
        world.linear() << 0, 0, 1, 0, 1, 0, 1, 0, 0;
    QRectF extent;
    for (const auto& shape : part()->shapes)
        for (const auto& face : faces_of(shape, world, sight)) extent = extent.united(face.outline.boundingRect());
    if (extent.isEmpty()) return;
    const double room = height() - 60, scale = std::min((width() - 40) / extent.width(), room / extent.height());
    const QTransform pixels(scale, 0, 0, -scale, width() / 2.0 - scale * extent.center().x(),
                            height() - 40 + scale * extent.top());
    const Thing alone{part(), world};
    paint_faces(p, std::span(&alone, 1), sight, pixels);
    const QPointF centre = sight.seen(world * part()->centre_of_gravity), screw = sight.seen(Vector::Zero());
    const double under = pixels.map(QPointF(0, extent.top())).y(), x = pixels.map(centre).x();
    p.setPen(QPen(t.text, 1.2));
    p.setBrush(t.of(drawing::Material::wood));
    p.drawPolygon(QPolygonF({{x, under}, {x - 8, under + 14}, {x + 8, under + 14}}));
    p.setPen(QPen(t.line, 2));
    p.drawLine(QPointF(12, under + 15), QPointF(width() - 12.0, under + 15));
    paint_centre(p, pixels.map(centre), 6, t.text, t.field);
    // What is to be measured: from its screw, or on its back from its foot, to the pencil.
    const double from = pixels.map(screw).x(), at = under + 24;
    p.setPen(QPen(t.accent, 1.6));
    p.drawLine(QPointF(from, at), QPointF(x, at));
    for (const double end : {from, x}) p.drawLine(QPointF(end, at - 4), QPointF(end, at + 4));
    p.setPen(QPen(t.accent, 1, Qt::DotLine));
    p.drawLine(QPointF(from, pixels.map(screw).y()), QPointF(from, at));
}

void PayloadPicture::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    paint_paper(p, *this);
    if (!part()) return;
    if (laid_ != Laid::no) return paint_laid(p);
    const auto l = layout();
    paint_pane(p, l, Pane::side);
    paint_pane(p, l, Pane::front);
}

}  // namespace clampet::desktop
