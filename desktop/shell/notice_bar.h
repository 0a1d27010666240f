#pragma once
#include <QWidget>

class QLabel;

namespace clampet::desktop {

/// A line under the header that says what went wrong or what was done, until it is put away.
class NoticeBar : public QWidget {
    Q_OBJECT
 public:
    explicit NoticeBar(QWidget* parent = nullptr);
    void show_problem(const QString& text);
    void show_notice(const QString& text);
    QString text() const;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    QLabel* label_;
    bool problem_ = false;
};

}  // namespace clampet::desktop
