#include "desktop/brief/thing_chip.h"

#include <QApplication>
#include <QDrag>
#include <QMimeData>
#include <QMouseEvent>
#include <QPainter>

#include "catalogue/device.h"
#include "desktop/rig/solid_picture.h"
#include "desktop/theme/words.h"
#include "parts/part_kind.h"

namespace clampet::desktop {
namespace {

constexpr const char* thing_format = "application/x-clampet-thing";

QPixmap picture_of(const QString& device, double ratio) {
    constexpr int size = 84;
    QPixmap picture(QSize(size, size) * ratio);
    picture.setDevicePixelRatio(ratio);
    picture.fill(Qt::transparent);
    const auto body = parts::built(*parts::kind_named("device"), {{"device", device.toStdString()}});
    if (!body) return picture;
    QPainter p(&picture);
    p.setRenderHint(QPainter::Antialiasing);
    paint_solids(p, QRectF(4, 4, size - 8, size - 8), body->shapes, Sight::turned(-0.6, 0.42));
    return picture;
}

}  // namespace

QMimeData* carried(const QString& device) {
    auto* data = new QMimeData;
    data->setData(thing_format, device.toUtf8());
    return data;
}

std::optional<QString> thing_in(const QMimeData* data) {
    if (!data || !data->hasFormat(thing_format)) return std::nullopt;
    const QString device = QString::fromUtf8(data->data(thing_format));
    for (const auto& known : catalogue::devices())
        if (text_of(known.name) == device) return device;
    return std::nullopt;
}

ThingChip::ThingChip(QString device, QWidget* parent) : QPushButton(device, parent), device_(std::move(device)) {}

void ThingChip::mousePressEvent(QMouseEvent* event) {
    pressed_ = event->pos();
    QPushButton::mousePressEvent(event);
}

void ThingChip::mouseMoveEvent(QMouseEvent* event) {
    const bool is_far = (event->pos() - pressed_).manhattanLength() >= QApplication::startDragDistance();
    if (!event->buttons().testFlag(Qt::LeftButton) || !is_far) return QPushButton::mouseMoveEvent(event);
    setDown(false);
    auto* drag = new QDrag(this);
    drag->setMimeData(carried(device_));
    drag->setPixmap(picture_of(device_, devicePixelRatioF()));
    drag->setHotSpot({42, 42});
    drag->exec(Qt::CopyAction);
}

}  // namespace clampet::desktop
