#include "desktop/make/list_view.h"

#include <algorithm>
#include <QGridLayout>
#include <QLabel>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {

namespace {

constexpr int narrow = 12;  // letters that need not wrap

}  // namespace

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
        label->setWordWrap(!head && label->text().size() > narrow);
        grid->addWidget(label, row, at, Qt::AlignTop);
    };
    for (std::size_t c = 0; c < table_.columns.size(); ++c) cell(table_.columns[c], 0, static_cast<int>(c), true);
    // What is long wraps, and has its share of the room; numbers stay in one line.
    for (std::size_t c = 0; c < table_.columns.size(); ++c) {
        std::size_t longest = 0;
        for (const auto& row : table_.rows)
            if (c < row.size()) longest = std::max(longest, row[c].size());
        const bool is_last = c + 1 == table_.columns.size();
        grid->setColumnStretch(static_cast<int>(c), longest > narrow
                                                        ? static_cast<int>(std::min<std::size_t>(longest, 60))
                                                    : is_last ? 1
                                                              : 0);
    }
    for (std::size_t r = 0; r < table_.rows.size(); ++r)
        for (std::size_t c = 0; c < table_.rows[r].size(); ++c)
            cell(table_.rows[r][c], static_cast<int>(r) + 1, static_cast<int>(c), false);
    for (const auto& note : table_.notes) column->addWidget(quiet_words(text_of(note), rows_));
    column->addStretch(1);
    rows_->show();
}

}  // namespace clampet::desktop
