#pragma once
#include <optional>
#include <QPointF>

class QKeyEvent;
class QPainter;
class QWidget;

namespace clampet::desktop {

/// The paper of a picture that is worked on, with its edge, thicker where it has the keyboard.
void paint_paper(QPainter& painter, const QWidget& picture);
/// The way an arrow key goes, a unit vector with y up; nothing for other keys.
std::optional<QPointF> arrow_way(const QKeyEvent& event);

}  // namespace clampet::desktop
