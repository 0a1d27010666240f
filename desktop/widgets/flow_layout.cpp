#include "desktop/widgets/flow_layout.h"

#include <algorithm>
#include <QWidget>

namespace clampet::desktop {

FlowLayout::~FlowLayout() {
    for (auto* item : items_) delete item;
}

QLayoutItem* FlowLayout::itemAt(int index) const {
    return index >= 0 && index < count() ? items_[static_cast<std::size_t>(index)] : nullptr;
}

QLayoutItem* FlowLayout::takeAt(int index) {
    auto* item = itemAt(index);
    if (item) items_.erase(items_.begin() + index);
    return item;
}

QSize FlowLayout::sizeHint() const {
    QSize all(0, 0);
    for (const auto* item : items_) {
        const QSize size = item->sizeHint();
        all = {all.width() + (all.width() > 0 ? spacing() : 0) + size.width(), std::max(all.height(), size.height())};
    }
    return all;
}

/// No wider than its widest, which gives way too where there is less room.
QSize FlowLayout::minimumSize() const {
    QSize most(0, 0);
    for (const auto* item : items_) most = most.expandedTo(item->minimumSize());
    return {0, most.height()};
}

void FlowLayout::setGeometry(const QRect& rect) {
    QLayout::setGeometry(rect);
    place(rect, true);
}

int FlowLayout::place(const QRect& rect, bool move) const {
    int x = rect.x(), y = rect.y(), line = 0;
    for (auto* item : items_) {
        if (item->isEmpty()) continue;
        const QSize wanted = item->sizeHint();
        const QSize size(std::min(wanted.width(), rect.width()), wanted.height());
        if (x > rect.x() && x + size.width() > rect.x() + rect.width()) {
            x = rect.x();
            y += line + spacing();
            line = 0;
        }
        if (move) item->setGeometry({QPoint(x, y), size});
        x += size.width() + spacing();
        line = std::max(line, size.height());
    }
    return y + line - rect.y();
}

}  // namespace clampet::desktop
