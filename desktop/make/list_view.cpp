#include "desktop/make/list_view.h"

#include <QGridLayout>
#include <QLabel>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {

ListView::ListView(QWidget* parent) : QWidget(parent) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
}

void ListView::show_table(const make::Table& table) {
    table_ = table;
    delete rows_;
    rows_ = new QWidget(this);
    layout()->addWidget(rows_);
    auto* column = new QVBoxLayout(rows_);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(18);
    grid->setVerticalSpacing(5);
    column->addLayout(grid);
    const auto cell = [&](const std::string& text, int row, int at, bool head) {
        auto* label = new QLabel(text_of(text), rows_);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        label->setFont(body_font(head ? 0.85 : 0.95));
        if (head) set_text_colour(label, theme().quiet);
        label->setWordWrap(!head && static_cast<std::size_t>(at) + 1 == table_.columns.size());
        grid->addWidget(label, row, at, Qt::AlignTop);
    };
    for (std::size_t c = 0; c < table_.columns.size(); ++c) cell(table_.columns[c], 0, static_cast<int>(c), true);
    grid->setColumnStretch(static_cast<int>(table_.columns.size()) - 1, 1);
    for (std::size_t r = 0; r < table_.rows.size(); ++r)
        for (std::size_t c = 0; c < table_.rows[r].size(); ++c)
            cell(table_.rows[r][c], static_cast<int>(r) + 1, static_cast<int>(c), false);
    for (const auto& note : table_.notes) column->addWidget(quiet_words(text_of(note), rows_));
    column->addStretch(1);
    rows_->show();
}

}  // namespace clampet::desktop
