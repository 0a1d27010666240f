#include "desktop/rig/stack_column.h"

#include <QPainter>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"

namespace clampet::desktop {

StackColumn::StackColumn(QWidget* parent) : QWidget(parent), layout_(new QVBoxLayout(this)) {
    layout_->setContentsMargins(0, 4, 8, 4);
    layout_->setSpacing(3);
}

int StackColumn::step() const {
    return qRound(18 * std::min(1.5, text_scale()));
}

void StackColumn::add(QWidget* row, int depth) {
    auto* line = new QHBoxLayout;
    line->setContentsMargins(depth * step(), 0, 0, 0);
    line->addWidget(row);
    layout_->addLayout(line);
    rows_.push_back({row, depth});
}

void StackColumn::end() {
    layout_->addStretch(1);
}

void StackColumn::clear() {
    rows_.clear();
    while (QLayoutItem* item = layout_->takeAt(0)) {
        if (auto* line = item->layout())
            while (QLayoutItem* inner = line->takeAt(0)) {
                if (inner->widget()) inner->widget()->deleteLater();
                delete inner;
            }
        delete item;
    }
}

int StackColumn::depth_of(const QWidget* row) const {
    for (const auto& r : rows_)
        if (r.widget == row) return r.depth;
    return -1;
}

void StackColumn::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setPen(QPen(theme().quiet, 2));
    // From every seam of a branch that stands on something further out, a line down to the part that carries it.
    for (std::size_t i = 0; i < rows_.size(); ++i) {
        if (rows_[i].depth == 0 || (i + 1 < rows_.size() && rows_[i + 1].depth >= rows_[i].depth)) continue;
        const int outer = i + 1 < rows_.size() ? rows_[i + 1].depth : 0;
        for (int depth = rows_[i].depth; depth > outer; --depth) {
            std::size_t first = i;
            while (first > 0 && rows_[first - 1].depth >= depth) --first;
            const int x = depth * step() - step() / 2;
            const int top = rows_[first].widget->geometry().center().y();
            const int bottom = i + 1 < rows_.size() ? rows_[i + 1].widget->geometry().top() : height();
            p.drawLine(x, top, x, bottom);
            p.drawLine(x, top, x + step() / 2, top);
        }
    }
}

}  // namespace clampet::desktop
