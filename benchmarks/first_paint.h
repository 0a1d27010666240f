#pragma once
#include <QApplication>
#include <QEvent>
#include <QTimer>
#include <QWidget>

/// Ends the program after the next paint of a window.
class FirstPaint : public QObject {
 public:
    bool eventFilter(QObject*, QEvent* event) override {
        if (event->type() == QEvent::Paint) QTimer::singleShot(0, QApplication::instance(), &QApplication::quit);
        return false;
    }
};

inline int show_and_leave(QWidget& window) {
    window.resize(1280, 800);
    FirstPaint first;
    window.installEventFilter(&first);
    window.show();
    return QApplication::exec();
}
