#pragma once
#include <functional>
#include <QImage>
#include <QWidget>

#include "desktop/shell/session.h"
#include "make/export.h"
#include "project/background.h"

class QComboBox;
class QLabel;
class QVBoxLayout;

namespace clampet::desktop {

/// The report and the lists page by page, as they will be printed: black on white in either theme.
class PrintedPage : public QWidget {
    Q_OBJECT
 public:
    explicit PrintedPage(Session& session, QWidget* parent = nullptr);
    /// What is asked for, but for what it is: the rig's plan, its drawer, the paper. Shows the pages anew.
    void refresh(const make::Wish& wish);

    QComboBox* which() const { return which_; }
    bool is_building() const { return is_building_; }
    std::size_t pages() const { return images_.size(); }
    const QImage& page(std::size_t index) const { return images_.at(index); }
    QString said() const;

 protected:
    void resizeEvent(QResizeEvent* event) override;

 private:
    void build();
    void took(const Result<std::vector<drawing::PageImage>>& pages);
    void show_pages();

    Session& session_;
    project::Background background_;
    make::Wish wish_;
    inventory::Workshop workshop_;
    std::vector<QImage> images_;
    bool is_building_ = false;
    std::vector<QLabel*> labels_;
    QComboBox* which_;
    QLabel* says_;
    QWidget* inside_;
    QVBoxLayout* column_;
};

}  // namespace clampet::desktop
