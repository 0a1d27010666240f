#pragma once
#include <QStringList>
#include <QWidget>

class QVBoxLayout;

namespace clampet::desktop {

/// What to begin with: the demonstration, a starting point, or a rig of late.
class StartPage : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;
    void show_recent(const QStringList& files);

 signals:
    void demo_wanted();
    void starting_point_wanted(const QString& key);
    void file_wanted(const QString& path);
    void open_wanted();

 protected:
    void showEvent(QShowEvent* event) override;

 private:
    void build();
    void fill_recent();
    QVBoxLayout* recent_ = nullptr;  ///< made when the page is first shown: most starts go straight to a rig
    QStringList recent_files_;
};

}  // namespace clampet::desktop
