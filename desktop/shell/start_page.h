#pragma once
#include <QStringList>
#include <QWidget>

#include "project/shelf.h"

class QVBoxLayout;

namespace clampet::desktop {

/// What to begin with: the demonstration, a starting point, or a rig of late.
class StartPage : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;
    void show_recent(const QStringList& files);

 signals:
    /// A rig is to be built from nothing, on what there is to hold on to.
    void site_wanted(const project::ShelfItem& site);
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
