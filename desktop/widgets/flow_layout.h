#pragma once
#include <QLayout>
#include <vector>

namespace clampet::desktop {

/// One after another like words, on a new line where the width ends.
class FlowLayout : public QLayout {
    Q_OBJECT
 public:
    explicit FlowLayout(QWidget* parent = nullptr) : QLayout(parent) {}
    ~FlowLayout() override;
    void addItem(QLayoutItem* item) override { items_.push_back(item); }
    int count() const override { return static_cast<int>(items_.size()); }
    QLayoutItem* itemAt(int index) const override;
    QLayoutItem* takeAt(int index) override;
    Qt::Orientations expandingDirections() const override { return {}; }
    bool hasHeightForWidth() const override { return true; }
    int heightForWidth(int width) const override { return place({0, 0, width, 0}, false); }
    QSize sizeHint() const override;
    QSize minimumSize() const override;
    void setGeometry(const QRect& rect) override;

 private:
    /// Height of all; with `move` they are moved there too.
    int place(const QRect& rect, bool move) const;
    std::vector<QLayoutItem*> items_;
};

}  // namespace clampet::desktop
