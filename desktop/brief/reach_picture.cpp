#include "desktop/brief/reach_picture.h"

#include <algorithm>
#include <cmath>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "desktop/rig/solid_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/worked_picture.h"
#include "rig/mechanism.h"

namespace clampet::desktop {
namespace {

using quantity::Dimension;

constexpr double near = 16;  ///< so close to a mark a press is meant for it [px]

const rig::Part* support_of(const rig::Rig& rig) {
    return rig.parts.empty() ? nullptr : &rig.parts[rig::Mechanism(rig).root()];
}

/// Where a shot's lens is drawn: where it must be, else where the rig has it, else where the rig begins.
QPointF place_of(const rig::Wanted& wanted, const std::optional<study::LensPlace>& is) {
    return {wanted.out.value_or(is ? is->out : 0), wanted.height.value_or(is ? is->height : 0)};
}

const study::Reach* reach_of(std::span<const study::Reach> reaches, const std::string& shot) {
    const auto at = std::find_if(reaches.begin(), reaches.end(), [&](const auto& r) { return r.shot == shot; });
    return at == reaches.end() ? nullptr : &*at;
}

}  // namespace

const ReachLayout::Mark* ReachLayout::mark_at(QPointF position) const {
    const Mark* best = nullptr;
    double least = near;
    for (const auto& mark : marks)
        if (const double off = std::hypot(position.x() - mark.at.x(), position.y() - mark.at.y()); off < least) {
            least = off;
            best = &mark;
        }
    return best;
}

QPointF ReachLayout::metres(QPointF position) const {
    return {(position.x() - support.x()) / scale, (support.y() - position.y()) / scale};
}

ReachLayout layout_reach(const rig::Rig& rig, std::span<const study::Reach> reaches, QSizeF size,
                         const ReachLayout* like) {
    constexpr double margin = 34;
    QRectF extent(-0.05, -0.05, 0.1, 0.1);  // metres, y up
    const auto hold = [&](QPointF p) { extent = extent.united(QRectF(p - QPointF(1e-3, 1e-3), QSizeF(2e-3, 2e-3))); };
    struct Placed {
        const rig::Shot* shot;
        QPointF at, looks;
        std::optional<QPointF> is;
    };
    std::vector<Placed> all;
    for (const auto& shot : rig.shots) {
        const auto* reach = reach_of(reaches, shot.id);
        if (!reach) continue;
        const double down = shot.wanted.down.value_or(reach->is ? reach->is->down : 0);
        Placed p{&shot, place_of(shot.wanted, reach->is), {std::cos(down), -std::sin(down)}, {}};
        if (reach->is) p.is = QPointF(reach->is->out, reach->is->height);
        hold(p.at);
        hold(p.at + p.looks * std::min(shot.distance, 1.5));  // the rest of what it sees may run on
        if (p.is) hold(*p.is);
        all.push_back(p);
    }
    ReachLayout l;
    const double wide = std::max(0.3, extent.width()), tall = std::max(0.3, extent.height());
    l.scale = std::max(1.0, std::min((size.width() - 2 * margin) / wide, (size.height() - 2 * margin) / tall));
    l.support = {size.width() / 2 - l.scale * extent.center().x(), size.height() / 2 + l.scale * extent.center().y()};
    if (like) {
        l.scale = like->scale;
        l.support = like->support;
    }
    const auto pixels = [&](QPointF p) {
        return QPointF(l.support.x() + l.scale * p.x(), l.support.y() - l.scale * p.y());
    };
    for (const auto& p : all) {
        ReachLayout::Mark mark;
        mark.shot = p.shot->id;
        mark.at = pixels(p.at);
        mark.looks = {p.looks.x(), -p.looks.y()};
        mark.reaches = l.scale * p.shot->distance;
        if (p.is) mark.is = pixels(*p.is);
        l.marks.push_back(std::move(mark));
    }
    return l;
}

ReachPicture::ReachPicture(project::Document& document, QWidget* parent) : QWidget(parent), document_(document) {
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setMinimumSize(qRound(300 * std::min(1.3, text_scale())), qRound(270 * std::min(1.3, text_scale())));
    setAccessibleName(tr("Where the lens must be"));
}

void ReachPicture::refresh() {
    reaches_ = study::reaches(document_.rig());
    if (!document_.rig().shots.empty() && !reach_of(reaches_, chosen_))
        chosen_ = reaches_.empty() ? std::string() : reaches_.front().shot;
    QStringList words;
    for (const auto& reach : reaches_)
        for (const auto& shot : document_.rig().shots)
            if (shot.id == reach.shot) words << text_of(shot.name) + ": " + text_of(study::sentence_of(reach));
    setAccessibleDescription(words.isEmpty() ? tr("No shot says where the lens must be.") : words.join(' '));
    update();
}

void ReachPicture::choose(const std::string& shot) {
    chosen_ = shot;
    update();
}

void ReachPicture::move_to(const std::string& shot, QPointF to, project::Gesture gesture) {
    for (const auto& now : document_.rig().shots) {
        if (now.id != shot) continue;
        // To a centimetre: nobody plans finer.
        const auto round = [](double v) { return std::round(v * 100) / 100; };
        project::SetShot edit{now.id, now.name, now.distance, now.frame, now.wanted};
        edit.wanted.out = std::max(0.0, round(to.x()));
        edit.wanted.height = round(to.y());
        if (const auto done = document_.perform(edit, gesture); !done) emit problem(text_of(done.problem().sentence()));
        return;
    }
}

void ReachPicture::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    const auto l = layout();
    const auto* mark = l.mark_at(event->position());
    if (!mark) return;
    chosen_ = dragged_ = mark->shot;
    held_ = l;
    gesture_ = next_gesture();
    update();
}

void ReachPicture::mouseMoveEvent(QMouseEvent* event) {
    if (held_) return move_to(dragged_, held_->metres(event->position()), gesture_);
    setCursor(layout().mark_at(event->position()) ? Qt::OpenHandCursor : Qt::ArrowCursor);
}

void ReachPicture::mouseReleaseEvent(QMouseEvent*) {
    held_.reset();
    update();
}

void ReachPicture::keyPressEvent(QKeyEvent* event) {
    const auto* reach = reach_of(reaches_, chosen_);
    if (!reach) return QWidget::keyPressEvent(event);
    const auto way = arrow_way(*event);
    if (!way) return QWidget::keyPressEvent(event);
    const double step = event->modifiers().testFlag(Qt::ShiftModifier) ? 0.1 : 0.01;
    move_to(chosen_, place_of(reach->wanted, reach->is) + step * *way, next_gesture());
}

void ReachPicture::paint_support(QPainter& p, const ReachLayout& l) const {
    const Theme& t = theme();
    if (const auto* part = support_of(document_.rig())) {
        std::vector<SeenFace> faces;
        for (const auto& shape : part->shapes)
            for (auto& face : faces_of(shape, Eigen::Isometry3d::Identity(), {})) faces.push_back(std::move(face));
        std::stable_sort(faces.begin(), faces.end(), [](const auto& a, const auto& b) { return a.depth < b.depth; });
        const QTransform pixels(l.scale, 0, 0, -l.scale, l.support.x(), l.support.y());
        for (const auto& face : faces) {
            p.setPen(QPen(t.text, 0.8));
            p.setBrush(t.of_part(face.material));
            p.drawPolygon(pixels.map(face.outline));
        }
    }
    p.setPen(QPen(t.text, 1.4));
    p.setBrush(t.accent_soft);
    p.drawPolygon(QPolygonF({l.support, l.support + QPointF(-6, 11), l.support + QPointF(6, 11)}));
}

void ReachPicture::paint_shot(QPainter& p, const ReachLayout& l, const ReachLayout::Mark& mark) const {
    const Theme& t = theme();
    const auto* reach = reach_of(reaches_, mark.shot);
    const bool is_chosen = mark.shot == chosen_;
    const QColor ink = !reach || reach->is_met ? t.text : t.slips;
    if (is_chosen) {
        p.setPen(QPen(t.accent, 1, Qt::DashLine));
        p.drawLine(l.support, QPointF(mark.at.x(), l.support.y()));
        p.drawLine(QPointF(mark.at.x(), l.support.y()), mark.at);
    }
    const QPointF across(-mark.looks.y(), mark.looks.x());
    if (mark.reaches > 0) {  // what it sees, as a fan that opens towards the subject
        const double half = 0.35 * mark.reaches;
        QColor fan = t.accent_soft;
        fan.setAlpha(is_chosen ? 150 : 70);
        p.setPen(Qt::NoPen);
        p.setBrush(fan);
        const QPointF end = mark.at + mark.looks * mark.reaches;
        p.drawPolygon(QPolygonF({mark.at, end + across * half, end - across * half}));
    }
    if (mark.is && reach && !reach->is_met) {  // where the rig has it
        p.setPen(QPen(t.slips, 1, Qt::DotLine));
        p.drawLine(mark.at, *mark.is);
        p.setPen(QPen(t.slips, 1.6));
        p.setBrush(t.field);
        p.drawEllipse(*mark.is, 4, 4);
    }
    const double s = is_chosen ? 1.2 : 1;
    const auto at = [&](double along, double beside) {
        return mark.at + mark.looks * (s * along) + across * (s * beside);
    };
    p.setPen(QPen(is_chosen ? t.accent : ink, 1.4));
    p.setBrush(t.payload);
    p.drawPolygon(QPolygonF({at(-20, -8), at(-7, -8), at(-7, 8), at(-20, 8)}));
    p.drawPolygon(QPolygonF({at(-7, -5), at(0, -6), at(0, 6), at(-7, 5)}));
}

void ReachPicture::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    paint_paper(p, *this);
    const auto l = layout();
    p.setFont(body_font(0.88));
    if (l.marks.empty()) {
        p.setPen(t.quiet);
        p.drawText(QRectF(rect()).adjusted(20, 10, -20, -10), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("Say of a shot how far out and how high the lens must be: the reach is drawn here, before any "
                      "part is chosen."));
        return;
    }
    p.setClipRect(rect().adjusted(2, 2, -2, -2));
    paint_support(p, l);
    for (const auto& mark : l.marks)
        if (mark.shot != chosen_) paint_shot(p, l, mark);
    for (const auto& mark : l.marks)
        if (mark.shot == chosen_) paint_shot(p, l, mark);
    // Names beside the lenses, so that none lies on another: those that find no room are told by the cards alone.
    std::vector<QRectF> taken;
    for (const auto& mark : l.marks)
        taken.push_back(QRectF(mark.at - 14 * mark.looks - QPointF(12, 12), QSizeF(24, 24)));
    const QFontMetricsF metrics(p.font());
    for (const auto& mark : l.marks)
        for (const auto& shot : document_.rig().shots) {
            if (shot.id != mark.shot) continue;
            const QString name = metrics.elidedText(text_of(shot.name), Qt::ElideRight, width() * 0.4);
            const QSizeF size(metrics.horizontalAdvance(name) + 6, metrics.height());
            for (const QPointF off : {QPointF(16, -size.height() - 8), QPointF(-size.width() - 16, -size.height() - 8),
                                      QPointF(16, 10), QPointF(-size.width() - 16, 10), QPointF(26, -size.height() / 2),
                                      QPointF(-size.width() - 26, -size.height() / 2)}) {
                const QRectF box(mark.at + off, size);
                const bool is_free =
                    QRectF(rect()).adjusted(4, 4, -4, -4).contains(box) &&
                    std::none_of(taken.begin(), taken.end(), [&](const auto& b) { return b.intersects(box); });
                if (!is_free) continue;
                p.setPen(mark.shot == chosen_ ? t.accent : t.text);
                p.drawText(box, Qt::AlignCenter, name);
                taken.push_back(box);
                break;
            }
        }
    const auto* reach = reach_of(reaches_, chosen_);
    if (!reach) return;
    QString said = tr("%1 out").arg(shown(place_of(reach->wanted, reach->is).x(), Dimension::length));
    if (reach->moment > 0) said += tr(" · %1").arg(shown(reach->moment, Dimension::torque));
    p.setPen(t.accent);
    const double from = std::max(8.0, l.support.x() + 10);
    // On the other side of the line from where the lens is.
    const bool is_above = place_of(reach->wanted, reach->is).y() >= 0;
    const double y = is_above ? l.support.y() + 12 : l.support.y() - metrics.height() - 6;
    const QRectF line(from, std::clamp(y, 4.0, height() - metrics.height() - 4), width() - from - 8, metrics.height());
    p.drawText(line, Qt::AlignLeft | Qt::AlignVCenter, metrics.elidedText(said, Qt::ElideRight, line.width()));
}

}  // namespace clampet::desktop
