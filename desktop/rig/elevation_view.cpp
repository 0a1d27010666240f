#include "desktop/rig/elevation_view.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/quantity_field.h"
#include "quantity/format.h"
#include "rig/free_run.h"
#include "rig/in_force.h"
#include "study/picture.h"

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

}  // namespace

ElevationView::ElevationView(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      side_(new QPushButton(tr("Side"), this)),
      front_(new QPushButton(tr("Front"), this)),
      top_(new QPushButton(tr("Top"), this)),
      turned_(new QPushButton(tr("Turn"), this)),
      ghosts_(new QPushButton(tr("Other shots"), this)),
      frame_(new QPushButton(tr("What it sees"), this)) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(260, 150);
    setAccessibleName(tr("Elevation"));
    auto* row = new FlowLayout;
    for (auto* button : {side_, front_, top_, turned_}) {
        button->setProperty("pill", true);
        button->setCheckable(true);
        button->setAutoExclusive(true);
        row->addWidget(button);
    }
    turned_->setToolTip(tr("Drag beside the rig, or hold Alt and use the arrow keys, to turn it."));
    for (auto* button : {ghosts_, frame_}) {
        button->setProperty("pill", true);
        button->setCheckable(true);
        button->setAutoExclusive(false);
        row->addWidget(button);
        connect(button, &QPushButton::toggled, this, [this] {
            fitted_ = {};
            refresh();
        });
    }
    ghosts_->setToolTip(tr("Where the other shots have the payload."));
    frame_->setToolTip(tr("The frame at what this shot must see."));
    side_->setChecked(true);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(16, 14, 16, 14);
    outer->addLayout(row);
    outer->addStretch(1);
    connect(side_, &QPushButton::clicked, this, [this] { set_view(ViewSide::side); });
    connect(front_, &QPushButton::clicked, this, [this] { set_view(ViewSide::front); });
    connect(top_, &QPushButton::clicked, this, [this] { set_view(ViewSide::top); });
    connect(turned_, &QPushButton::clicked, this, [this] { set_view(ViewSide::turned); });
    subscription_ = document_.observe([this](const project::Change& change) {
        if (change.everything) fitted_ = {};
        refresh();
    });
    refresh();
}

void ElevationView::set_view(ViewSide view) {
    view_ = view;
    (view == ViewSide::side    ? side_
     : view == ViewSide::front ? front_
     : view == ViewSide::top   ? top_
                               : turned_)
        ->setChecked(true);
    fitted_ = {};
    refresh();
}

void ElevationView::select(const QString& interface) {
    selected_ = interface.toStdString();
    chosen_interface_.clear();
    refresh();
}

Sight ElevationView::sight() const {
    return is_turned() ? Sight::turned(about_, lifted_) : sight_of(view_);
}

void ElevationView::turn_by(double about, double lifted) {
    about_ = std::remainder(about_ + about, 2 * std::numbers::pi);
    lifted_ = std::clamp(lifted_ + lifted, -0.45 * std::numbers::pi, 0.45 * std::numbers::pi);
    if (!is_turned()) return set_view(ViewSide::turned);
    refresh();
}

void ElevationView::refresh() {
    constexpr double facing_when_turned = 0.25;
    ghosts_->setVisible(!document_.rig().shots.empty());
    frame_->setVisible(study::camera_of(document_.rig()) != nullptr);
    ElevationScene scene = make_scene(document_, sight(), selected_, {ghosts_->isChecked(), frame_->isChecked()},
                                      is_turned() ? facing_when_turned : 0.7);
    if (scene == scene_ && fitted_.contains(scene.extent)) return;  // nothing to repaint
    scene_ = std::move(scene);
    // The scale holds still while a joint is dragged, so that the ring stays under the pointer.
    if (!grabbed_ && !turning_ && !fitted_.contains(scene_.extent)) fit();
    setAccessibleDescription(pose_words());
    update();
}

double ElevationView::buttons_end() const {
    double end = 40;
    for (const auto* button : {side_, front_, top_, turned_, ghosts_, frame_})
        if (!button->isHidden()) end = std::max(end, button->geometry().bottom() + 1.0);
    return end;
}

void ElevationView::fit() {
    if (scene_.extent.isNull()) return;
    const double margin = 0.06 * std::max(scene_.extent.width(), scene_.extent.height()) + 0.01;
    fitted_ = scene_.extent.adjusted(-margin, -margin, margin, margin);
    const QRectF place = QRectF(rect()).adjusted(20, buttons_end() + 12 + 30 * text_scale(), -20, -44);
    const double scale = std::min(place.width() / fitted_.width(), place.height() / fitted_.height());
    pixels_ = QTransform(scale, 0, 0, -scale, place.center().x() - scale * fitted_.center().x(),
                         place.center().y() + scale * fitted_.center().y());
}

void ElevationView::resizeEvent(QResizeEvent*) {
    fit();
}

const ElevationScene::Handle* ElevationView::in_hand() const {
    for (const auto& h : scene_.handles)
        if (h.interface == chosen_interface_ && h.axis == chosen_axis_) return &h;
    return scene_.handles.empty() ? nullptr : &scene_.handles.front();
}

QString ElevationView::words_of(const ElevationScene::Handle& h) const {
    if (!h.part.empty()) return h.name + " " + shown(h.position, quantity::Dimension::length);
    if (std::abs(h.position) < (h.slides ? 5e-5 : 0.5 * degree)) return tr("in the middle");
    const QString amount = h.slides ? shown(std::abs(h.position), quantity::Dimension::length)
                                    : QString::number(std::abs(h.position) / degree, 'f', 0) + "°";
    return amount + " " + (h.position > 0 ? h.plus : h.minus);
}

QString ElevationView::pose_words() const {
    const auto* handle = in_hand();
    return handle ? words_of(*handle) : QString();
}

void ElevationView::words(QPainter& p, QPointF at, const QString& text, const QFont& font, QColor colour,
                          int align) const {
    const QFontMetricsF metrics(font);
    const double width = metrics.horizontalAdvance(text);
    double x = at.x() - (align == Qt::AlignHCenter ? width / 2 : align == Qt::AlignRight ? width : 0);
    x = std::clamp(x, 6.0, std::max(6.0, p.window().width() - width - 6.0));
    const double wanted = std::clamp(at.y(), metrics.ascent() + 4.0, p.window().height() - 6.0);
    double y = wanted;
    const auto place = [&] { return QRectF(x - 2, y - metrics.ascent(), width + 4, metrics.height()); };
    const auto is_free = [&] {
        return std::none_of(words_.begin(), words_.end(),
                            [&](const QRectF& other) { return other.intersects(place()); });
    };
    for (int step = 1; step <= 8 && !is_free(); ++step) {
        // Below and above in turn, a line further each time.
        y = wanted + (step % 2 ? 1 : -1) * (step + 1) / 2 * metrics.height();
        if (y < metrics.ascent() + 4 || y > p.window().height() - 6) y = wanted;
    }
    words_.push_back(place());
    QColor ground = theme().paper;
    ground.setAlpha(205);
    p.fillRect(place(), ground);
    p.setFont(font);
    p.setPen(colour);
    p.drawText(QPointF(x, y), text);
}

void ElevationView::paint_scale(QPainter& p) const {
    const double metres_per_pixel = 1 / pixels_.m11();
    double length = 0.01;
    for (const double step : {0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1.0, 2.0})
        if (step / metres_per_pixel < 140) length = step;
    const double pixels = length / metres_per_pixel;
    const double room = QFontMetricsF(body_font(0.85)).height();
    // Beside the buttons where there is room, below them where there is none.
    const auto* last = !frame_->isHidden() ? frame_ : !ghosts_->isHidden() ? ghosts_ : turned_;
    const bool beside =
        last->geometry().top() == side_->geometry().top() && width() - 20 - pixels > last->geometry().right() + 12;
    const double y = beside ? std::max(30.0, room + 8) : buttons_end() + 8 + room;
    const QPointF right(width() - 20, y), left(right.x() - pixels, y);
    p.setPen(QPen(theme().quiet, 1.2));
    p.drawLine(left, right);
    for (const auto& end : {left, right}) p.drawLine(end - QPointF(0, 4), end + QPointF(0, 4));
    words(p, QPointF((left.x() + right.x()) / 2, y - 6), shown(length, quantity::Dimension::length), body_font(0.85),
          theme().quiet);
}

void ElevationView::paint_lever(QPainter& p) const {
    if (!scene_.lever) return;
    if (view_ == ViewSide::top || is_turned()) {  // the arm does not lie across the picture: where it sits is told
        const QPointF cg = pixel(scene_.lever->centre_of_gravity);
        p.setPen(QPen(theme().slips, 1.6));
        p.setBrush(theme().field);
        p.drawEllipse(cg, 6.5, 6.5);
        p.drawLine(cg - QPointF(6.5, 0), cg + QPointF(6.5, 0));
        p.drawLine(cg - QPointF(0, 6.5), cg + QPointF(0, 6.5));
        if (scene_.lever->arm > 5e-4)
            words(p, cg + QPointF(10, 18),
                  tr("%1 from the seam").arg(shown(scene_.lever->arm, quantity::Dimension::length)),
                  body_font(0.95, true), theme().text, Qt::AlignLeft);
        return;
    }
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
    const QString force = tr("worst %1").arg(push.words);
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

void ElevationView::paint_handle(QPainter& p, const ElevationScene::Handle& h) const {
    const Theme& t = theme();
    const bool held = in_hand() == &h;
    QColor ink = held || h.is_selected ? t.accent : t.quiet;
    const QPointF pivot = pixel(h.pivot), handle = pixel(h.handle);
    p.setPen(QPen(ink, held ? 1.8 : 1.2));
    p.setBrush(Qt::NoBrush);
    if (h.slides) {
        // A short rail with the way that is left on it.
        const QPointF along = pixels_.map(h.along) - pixels_.map(QPointF(0, 0));
        const double length = std::hypot(along.x(), along.y());
        const QPointF unit = along / std::max(1.0, length);
        const auto reach = [&](double metres) { return std::clamp(metres * length, -46.0, 46.0); };
        p.drawLine(pivot, handle);
        for (const double end : {reach(h.least - h.position), reach(h.most - h.position)})
            if (std::abs(end) > 12) arrow(p, handle, handle + end * unit, ink, 1.6);
    } else {
        QPolygonF arc;
        constexpr int pieces = 48;
        for (int i = 0; i <= pieces; ++i) {
            const double a = -h.position * i / pieces;  // back to where it is not turned
            arc << pixel(h.pivot + std::cos(a) * h.out + std::sin(a) * h.on);
        }
        p.drawPolyline(arc);
    }
    p.setBrush(t.field);
    p.setPen(QPen(ink, held && hasFocus() ? 3.4 : 2.2));
    const double size = held ? 7 : 5;
    if (h.slides)
        p.drawRoundedRect(QRectF(handle.x() - size, handle.y() - size, 2 * size, 2 * size), 2, 2);
    else
        p.drawEllipse(handle, size, size);
    if (held)
        words(p, handle + QPointF(-12, -12), words_of(h) + (h.is_beyond ? tr(" · beyond its stop") : QString()),
              body_font(0.95, true), h.is_beyond ? t.slips : t.accent, Qt::AlignRight);
}

void ElevationView::paint_feet(QPainter& p) const {
    if (scene_.feet.size() < 2) return;
    p.setPen(QPen(theme().accent, 3));
    p.setBrush(Qt::NoBrush);
    QPolygonF corners;
    for (const auto& foot : scene_.feet) corners << pixel(foot);
    p.drawPolygon(corners);
}

bool ElevationView::is_marked(const std::string& part) const {
    return std::find(marked_.begin(), marked_.end(), part) != marked_.end();
}

void ElevationView::paint_bodies(QPainter& p) {
    // While it is dragged it follows the hand; when it stands still it is drawn finer.
    const bool moves = turning_ || grabbed_;
    Bodies now{scene_.solids, marked_, pixels_, size(), devicePixelRatioF(), theme().dark, is_turned(), moves};
    if (!painted_ || !(*painted_ == now)) {
        picture_ = is_turned() ? turned_picture(moves) : flat_picture();
        painted_ = std::move(now);
    }
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    p.drawImage(QRectF(rect()), picture_);
}

QImage ElevationView::flat_picture() const {
    const Theme& t = theme();
    QImage image(size() * devicePixelRatioF(), QImage::Format_ARGB32_Premultiplied);
    image.setDevicePixelRatio(devicePixelRatioF());
    image.fill(Qt::transparent);
    QPainter p(&image);
    p.setRenderHint(QPainter::Antialiasing);
    for (const auto& solid : scene_.solids) {
        const QPolygonF polygon = pixels_.map(solid.outline);
        QColor ink = t.dark ? QColor("#0c0e0f") : t.text;
        const bool marked = is_marked(solid.part);
        p.setPen(QPen(marked ? t.accent : ink, marked ? 2.4 : 1.2, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p.setBrush(t.of_part(solid.material));
        p.drawPolygon(polygon);
        if (solid.material == rig::Stuff::wood) {
            QColor grain = t.text;
            grain.setAlpha(28);
            p.setPen(Qt::NoPen);
            p.setBrush(QBrush(grain, Qt::HorPattern));
            p.drawPolygon(polygon);
        }
    }
    return image;
}

QImage ElevationView::turned_picture(bool moves) {
    const Theme& t = theme();
    const double ratio = devicePixelRatioF();
    raster_scale_ = moves ? 1 : 2 * ratio;
    const QSize size = (QSizeF(this->size()) * raster_scale_).toSize();
    raster_ = std::make_unique<SolidRaster>(size);
    const auto projection = Projection::flat(sight(), pixels_ * QTransform::fromScale(raster_scale_, raster_scale_));
    const auto& parts = document_.rig().parts;
    const auto& placed = *document_.check().placed;
    const auto colour = [&](const rig::Part& part, rig::Stuff stuff) {
        const QColor own = t.of_part(stuff);
        if (!is_marked(part.id)) return own;
        constexpr double tint = 0.45;
        const auto mixed = [](int from, int to) { return qRound(from + tint * (to - from)); };
        return QColor(mixed(own.red(), t.accent.red()), mixed(own.green(), t.accent.green()),
                      mixed(own.blue(), t.accent.blue()));
    };
    for (std::size_t i = 0; i < parts.size(); ++i)
        for (const auto& shape : parts[i].shapes)
            raster_->add(shape, placed.placement().world_from_part[i], projection, colour(parts[i], shape.material),
                         static_cast<int>(i));
    const auto& seams = placed.mechanism().seams();
    for (std::size_t i = 0; i < seams.size(); ++i)
        for (const auto& limb : rig::limbs_of(seams[i].motion))
            raster_->add(limb, placed.placement().world_from_port[i], projection,
                         colour(parts[seams[i].support], limb.material), static_cast<int>(seams[i].support));
    const QImage image = raster_->image(t.dark ? QColor("#0c0e0f") : t.text);
    return moves || ratio != 1 ? image : image.scaled(this->size(), Qt::IgnoreAspectRatio, Qt::SmoothTransformation);
}

void ElevationView::paint_ghosts(QPainter& p) const {
    QColor ink = theme().quiet;
    for (const auto& ghost : scene_.ghosts) {
        QColor fill = ink;
        fill.setAlpha(26);
        QRectF box;
        for (const auto& outline : ghost.outlines) {
            const QPolygonF polygon = pixels_.map(outline);
            p.setPen(QPen(ink, 1, Qt::DashLine));
            p.setBrush(fill);
            p.drawPolygon(polygon);
            box = box.united(polygon.boundingRect());
        }
        words(p, QPointF(box.center().x(), box.bottom() + 14 * text_scale()), ghost.shot, body_font(0.85), ink);
    }
}

void ElevationView::paint_frame(QPainter& p) const {
    if (!scene_.frame) return;
    const auto& frame = *scene_.frame;
    QColor ink = theme().accent, fill = ink;
    fill.setAlpha(24);
    const QPolygonF corners = pixels_.map(frame.corners);
    p.setPen(QPen(ink, 1, Qt::DotLine));
    for (const auto& corner : corners) p.drawLine(pixel(frame.eye), corner);
    p.setPen(QPen(ink, 1.8));
    p.setBrush(fill);
    p.drawPolygon(corners);
    const QRectF box = corners.boundingRect();
    words(p, QPointF(box.center().x(), box.bottom() + 16 * text_scale()), frame.words, body_font(0.9, true), ink);
}

/// Parts that lie in each other, outlined, and said below.
void ElevationView::paint_touches(QPainter& p) const {
    const Theme& t = theme();
    const QFont font = body_font(0.9, true);
    double y = height() - 14 - 1.4 * QFontMetricsF(font).height();
    const auto say = [&](const QString& said, const QColor& ink) {
        words(p, QPointF(width() / 2.0, y),
              QFontMetricsF(font).elidedText(said, Qt::ElideRight, std::max(60, width() - 24)), font, ink);
        y -= 1.2 * QFontMetricsF(font).height();
    };
    if (!scene_.untold_touches.isEmpty()) say(scene_.untold_touches, t.quiet);
    for (const auto& touch : scene_.touches) {
        for (const auto& solid : scene_.solids) {
            if (solid.is_limb || (solid.part != touch.one && solid.part != touch.other)) continue;
            p.setPen(QPen(t.slips, 2.2, Qt::DashLine));
            p.setBrush(Qt::NoBrush);
            p.drawPolygon(pixels_.map(solid.outline));
        }
        say(touch.words, t.slips);
    }
}

void ElevationView::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.paper);
    words_.clear();
    for (const auto* button : {side_, front_, top_, turned_, ghosts_, frame_})
        if (!button->isHidden()) words_.emplace_back(button->geometry());
    if (scene_.solids.empty()) return;
    paint_ghosts(p);
    paint_bodies(p);
    paint_frame(p);
    paint_feet(p);
    // Where the window leaves no room, the rig itself comes before what is said of it.
    const bool is_cramped = height() - buttons_end() < 9 * QFontMetricsF(body_font()).height();
    if (!is_cramped) {
        paint_touches(p);
        paint_scale(p);
        paint_push(p);
    }
    for (const auto& [from, tied] : scene_.tethers) {  // slack until it is wanted
        p.setPen(QPen(theme().text, 1.4, Qt::DotLine));
        p.drawLine(pixel(from), pixel(tied));
        p.setBrush(theme().panel);
        p.drawEllipse(pixel(tied), 3.5, 3.5);
        p.setBrush(Qt::NoBrush);
    }
    if (!is_cramped) paint_lever(p);
    for (auto it = scene_.handles.rbegin(); it != scene_.handles.rend(); ++it) paint_handle(p, *it);
    if (hasFocus()) {
        p.setPen(QPen(t.accent, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
    }
    if (const auto* handle = in_hand())
        words(p, QPointF(width() / 2.0, height() - 14),
              QFontMetricsF(body_font(0.85))
                  .elidedText(tr("%1 of %2: drag its ring, or use the arrow keys")
                                  .arg(handle->name,
                                       QString::fromStdString(document_.rig().interface(handle->interface)->name)),
                              Qt::ElideRight, width() - 20.0),
              body_font(0.85), t.quiet);
}

void ElevationView::mark_parts(std::vector<std::string> parts) {
    marked_ = std::move(parts);
    update();
}

std::optional<std::string> ElevationView::part_at(QPointF position) const {
    if (is_turned()) {
        const int id = raster_ ? raster_->id_at((position * raster_scale_).toPoint()) : -1;
        const auto& parts = document_.rig().parts;
        if (id < 0 || static_cast<std::size_t>(id) >= parts.size()) return std::nullopt;
        return parts[static_cast<std::size_t>(id)].id;
    }
    for (auto solid = scene_.solids.rbegin(); solid != scene_.solids.rend(); ++solid)
        if (pixels_.map(solid->outline).containsPoint(position, Qt::OddEvenFill)) return solid->part;
    return std::nullopt;
}

const ElevationScene::Handle* ElevationView::handle_at(QPointF position) const {
    for (const auto& h : scene_.handles) {
        const QPointF d = position - pixel(h.handle);
        if (std::hypot(d.x(), d.y()) < 16) return &h;
    }
    return nullptr;
}

double ElevationView::along_axis(const ElevationScene::Handle& h, QPointF position) const {
    if (h.slides) {
        const QPointF along = pixels_.map(h.along) - pixels_.map(QPointF(0, 0));
        return QPointF::dotProduct(position, along) / QPointF::dotProduct(along, along);
    }
    // Shares of the two ways across the axis: the ring may be seen foreshortened.
    const QPointF d = pixels_.inverted().map(position) - h.pivot;
    const double whole = h.out.x() * h.on.y() - h.out.y() * h.on.x();
    const double out = (d.x() * h.on.y() - d.y() * h.on.x()) / whole,
                 on = (h.out.x() * d.y() - h.out.y() * d.x()) / whole;
    return h.position + std::atan2(on, out);
}

void ElevationView::pose_at(const ElevationScene::Handle& h, double position, project::Gesture gesture) {
    if (!h.part.empty()) {
        // Where it can no longer be, it stays at the last place where it could.
        const project::SetPartValue edit{h.part, h.key, std::clamp(position, h.least, h.most)};
        (void)document_.perform(edit, gesture);
        return;
    }
    const auto* f = document_.rig().interface(h.interface);
    const std::string interface = h.interface, axis = h.axis;  // the scene is made anew by the edit
    for (const auto& each : rig::motion_in(document_.rig(), *f).axes)
        if (each.key == axis) position = rig::stopped(*f, each, position);
    if (const auto done = document_.perform(project::SetPose{interface, axis, position}, gesture); !done)
        emit problem(QString::fromStdString(done.problem().sentence()));
}

void ElevationView::mousePressEvent(QMouseEvent* event) {
    const auto* h = handle_at(event->position());
    if (event->button() != Qt::LeftButton) return;
    if (!h) {
        const auto part = part_at(event->position());
        if (part) emit part_pressed(QString::fromStdString(*part));
        if (is_turned()) {
            turning_ = event->position();
            setCursor(Qt::SizeAllCursor);
        }
        return;
    }
    chosen_interface_ = h->interface;
    chosen_axis_ = h->axis;
    grabbed_ = {h->interface, h->axis, along_axis(*h, event->position()) - h->position};
    gesture_ = next_gesture();
    setCursor(Qt::ClosedHandCursor);
    setAccessibleDescription(pose_words());
    update();
}

void ElevationView::mouseMoveEvent(QMouseEvent* event) {
    if (turning_) {
        constexpr double radians_per_pixel = 0.008;
        const QPointF by = event->position() - *turning_;
        turning_ = event->position();
        return turn_by(-by.x() * radians_per_pixel, by.y() * radians_per_pixel);
    }
    if (!grabbed_) {
        setCursor(handle_at(event->position()) ? Qt::OpenHandCursor : Qt::ArrowCursor);
        return;
    }
    for (const auto& h : scene_.handles) {
        if (h.interface != grabbed_->interface || h.axis != grabbed_->axis) continue;
        const double to = along_axis(h, event->position()) - grabbed_->offset;
        if (h.slides)
            pose_at(h, std::round(to / 0.001) * 0.001, gesture_);
        else
            pose_at(h, std::round(std::remainder(to, 2 * std::numbers::pi) / (0.5 * degree)) * 0.5 * degree, gesture_);
        return;
    }
}

void ElevationView::mouseReleaseEvent(QMouseEvent*) {
    const bool turned = turning_.has_value();
    grabbed_.reset();
    turning_.reset();
    gesture_ = project::single;
    setCursor(Qt::ArrowCursor);
    if (turned) fitted_ = {};
    refresh();
    if (is_turned()) update();  // finer, now that it stands still
}

void ElevationView::keyPressEvent(QKeyEvent* event) {
    const auto* h = in_hand();
    if (is_turned() && event->modifiers() & Qt::AltModifier) {
        constexpr double step = 0.1;
        const int key = event->key();
        if (key == Qt::Key_Left || key == Qt::Key_Right) return turn_by(key == Qt::Key_Left ? step : -step, 0);
        if (key == Qt::Key_Up || key == Qt::Key_Down) return turn_by(0, key == Qt::Key_Up ? step : -step);
    }
    if (event->key() == Qt::Key_Up || event->key() == Qt::Key_Down) {
        if (scene_.handles.size() < 2) return QWidget::keyPressEvent(event);
        const auto at = static_cast<std::size_t>(h - scene_.handles.data()), count = scene_.handles.size();
        const auto& next = scene_.handles[(at + (event->key() == Qt::Key_Down ? 1 : count - 1)) % count];
        chosen_interface_ = next.interface;
        chosen_axis_ = next.axis;
        setAccessibleDescription(pose_words());
        return update();
    }
    const bool right = event->key() == Qt::Key_Right, left = event->key() == Qt::Key_Left;
    if ((!right && !left) || !h) return QWidget::keyPressEvent(event);
    const bool large = event->modifiers() & Qt::ShiftModifier;
    const double step = h->slides ? (large ? 0.01 : 0.001) : (large ? 5 : 1) * degree;
    // To the right in the picture: along it, or clockwise.
    const double way = h->slides ? (h->along.x() < 0 ? -1 : 1) : -h->sense;
    pose_at(*h, h->position + (right ? 1 : -1) * way * step, project::single);
}

}  // namespace clampet::desktop
