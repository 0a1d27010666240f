#pragma once
#include <optional>
#include <QPushButton>

class QMimeData;

namespace clampet::desktop {

/// A thing that can be held, by its class: pressed, or dragged onto a picture of what is held.
class ThingChip : public QPushButton {
    Q_OBJECT
 public:
    /// `device`: a name of catalogue::devices().
    ThingChip(QString device, QWidget* parent = nullptr);
    const QString& device() const { return device_; }

 protected:
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;

 private:
    QString device_;
    QPoint pressed_;
};

/// What a drag of a thing carries, and what it says; nothing where it is no thing.
QMimeData* carried(const QString& device);
std::optional<QString> thing_in(const QMimeData* data);

}  // namespace clampet::desktop
