#include "desktop/prove/record_list.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/widgets/panel.h"

namespace clampet::desktop {

RecordList::RecordList(const QString& none, QWidget* parent)
    : QWidget(parent), none_(none), column_(new QVBoxLayout(this)) {
    column_->setContentsMargins(0, 0, 0, 0);
}

void RecordList::clear() {
    for (auto* row : rows_) row->deleteLater();
    rows_.clear();
    boxes_.clear();
    words_.clear();
    while (auto* item = column_->takeAt(0)) delete item;
}

void RecordList::add(const Line& line) {
    auto* row = new QWidget(this);
    auto* across = new QHBoxLayout(row);
    across->setContentsMargins(0, 0, 0, 0);
    QCheckBox* box = nullptr;
    if (line.count) {
        box = new QCheckBox(line.date, row);
        box->setAccessibleName(line.words);
        box->setChecked(!line.is_off);
        box->setToolTip(tr("Counts: untick it to take it back."));
        connect(box, &QCheckBox::clicked, this, [count = line.count](bool on) { count(on); });
        across->addWidget(box, 0, Qt::AlignTop);
    } else {
        across->addWidget(new QLabel(line.date, row), 0, Qt::AlignTop);
    }
    auto* words = wrapped(row, 0.95);
    words->setText(line.words);
    across->addWidget(words, 1);
    if (line.remove) {
        auto* remove = flat_button(tr("remove"), row);
        connect(remove, &QPushButton::clicked, this, [remove = line.remove] { remove(); });
        across->addWidget(remove, 0, Qt::AlignTop);
    }
    column_->addWidget(row);
    rows_.push_back(row);
    boxes_.push_back(box);
    words_.push_back(line.words);
}

void RecordList::finish() {
    if (boxes_.empty()) {
        auto* words = quiet_words(none_, this);
        column_->addWidget(words);
        rows_.push_back(words);
    }
    column_->addStretch(1);
}

}  // namespace clampet::desktop
