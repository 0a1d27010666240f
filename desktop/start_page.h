#pragma once
#include <QStringList>
#include <QWidget>

class QVBoxLayout;

namespace clampet::desktop {

/// What to begin with: the demonstration, a starting point, or a rig of late.
class StartPage : public QWidget {
    Q_OBJECT
 public:
    explicit StartPage(QWidget* parent = nullptr);
    void show_recent(const QStringList& files);

 signals:
    void demo_wanted();
    void starting_point_wanted(const QString& key);
    void file_wanted(const QString& path);
    void open_wanted();

 private:
    QVBoxLayout* recent_;
};

}  // namespace clampet::desktop
