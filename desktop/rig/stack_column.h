#pragma once
#include <QWidget>
#include <vector>

class QVBoxLayout;

namespace clampet::desktop {

/// The rows of the column one below another. What branches off is indented, beside the line that ties it to the part
/// that carries it.
class StackColumn : public QWidget {
    Q_OBJECT
 public:
    explicit StackColumn(QWidget* parent = nullptr);
    void add(QWidget* row, int depth);
    void end();  ///< nothing follows
    void clear();
    int depth_of(const QWidget* row) const;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    struct Row {
        QWidget* widget;
        int depth;
    };
    int step() const;  ///< of indenting [px]
    QVBoxLayout* layout_;
    std::vector<Row> rows_;
};

}  // namespace clampet::desktop
