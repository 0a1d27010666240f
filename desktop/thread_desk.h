#pragma once
#include <QWidget>

#include "catalogue/adapters.h"

class QComboBox;
class QLabel;
class QPushButton;

namespace clampet::desktop {

class DrawingView;

/// Two threaded ends and what joins them: do they fit, what lies between them, which drills they need.
class ThreadDesk : public QWidget {
    Q_OBJECT
 public:
    explicit ThreadDesk(QWidget* parent = nullptr);
    QComboBox* thread(int end) const { return ends_[end].thread; }
    QComboBox* sex(int end) const { return ends_[end].sex; }
    QPushButton* back_button() const { return back_; }
    QPushButton* stack_button() const { return stack_; }
    DrawingView* picture() const { return picture_; }
    QString verdict_text() const;
    QString route_text() const;
    QString sizes_text() const;

 signals:
    void back_wanted();
    void stack_wanted(const QString& screw, const QString& socket);  ///< the bench of a screw in its socket

 private:
    struct End {
        QComboBox *thread, *sex;
    };
    catalogue::ThreadEnd end(int index) const;
    void refresh();

    QPushButton *back_, *stack_;
    End ends_[2];
    DrawingView* picture_;
    QLabel *verdict_, *reason_, *route_, *sizes_;
};

}  // namespace clampet::desktop
