#pragma once
#include <QWidget>

#include "make/table.h"

namespace clampet::desktop {

/// A list for the workshop as it stands on paper: columns, a row a line, notes below.
class ListView : public QWidget {
    Q_OBJECT
 public:
    explicit ListView(QWidget* parent = nullptr);
    void show_table(const make::Table& table);
    const make::Table& shown() const { return table_; }

 private:
    make::Table table_;
    QWidget* rows_ = nullptr;
};

}  // namespace clampet::desktop
