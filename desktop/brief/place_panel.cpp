#include "desktop/brief/place_panel.h"

#include <algorithm>
#include <QGridLayout>
#include <QLabel>
#include <QVBoxLayout>

#include "desktop/rig/kind_rows.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/panel.h"
#include "parts/part_kind.h"
#include "rig/mechanism.h"

namespace clampet::desktop {

PlacePanel::PlacePanel(project::Document& document, QWidget* parent)
    : QWidget(parent), document_(document), cards_(new FlowLayout), says_(quiet_words({}, this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addLayout(cards_);
    column->addWidget(says_);
    fill_cards();
}

const rig::Part* PlacePanel::support() const {
    const auto& placed = document_.check().placed;
    if (document_.is_empty() || !placed) return nullptr;
    return &document_.rig().parts[placed->mechanism().root()];
}

void PlacePanel::fill_cards() {
    for (const auto* kind : parts::registry()) {
        if (kind->origin() != rig::Origin::site) continue;
        project::ShelfItem item;
        item.kind = kind;
        item.parts = {{std::string(kind->key())}};
        auto* card = new ShelfCard(std::move(item), this);
        card->setCheckable(true);
        cards_->addWidget(card);
        by_kind_[std::string(kind->key())] = card;
        connect(card, &ShelfCard::clicked, this, [this, key = std::string(kind->key())] { choose(key); });
    }
}

void PlacePanel::choose(const std::string& kind) {
    const auto* now = support();
    if (now && now->kind == kind) return refresh();
    const project::NewPart part{kind};
    const auto done = now ? document_.perform(project::ReplacePart{now->id, part})
                          : document_.perform(project::Build{{}, {}, {}, {part}});
    if (!done)
        emit problem(tr("%1 What grips it now does not go on that: change it on the Rig first.")
                         .arg(text_of(done.problem().sentence())));
    refresh();
}

void PlacePanel::fit_width(int width) {
    const int columns = std::clamp(width / qRound(330 * text_scale()), 1, 3);
    if (columns == columns_) return;
    columns_ = columns;
    shown_.clear();  // its rows are laid out anew
    refresh();
}

void PlacePanel::fill_rows(const rig::Part& part) {
    delete sizes_;
    rows_.clear();
    sizes_ = new QWidget(this);
    auto* grid = new QGridLayout(sizes_);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(24);
    int at = 0;
    for (const auto& p : parts::kind_named(part.kind)->parameters()) {
        auto* row = new InputRow(p, sizes_);
        connect(row, &InputRow::committed, this, [this, key = p.key, row](const rig::Input& input, quint64 gesture) {
            const auto* on = support();
            if (!on) return;
            const project::SetPartValue edit{on->id, key, size_from(input)};
            if (const auto done = document_.perform(edit, gesture); !done) row->show_problem(done.problem());
        });
        grid->addWidget(row, at / columns_, at % columns_, Qt::AlignTop);
        ++at;
        rows_[p.key] = row;
    }
    for (int i = 0; i < columns_; ++i) grid->setColumnStretch(i, 1);
    layout()->addWidget(sizes_);
    sizes_->show();
}

void PlacePanel::refresh() {
    const auto* part = support();
    const auto* kind = part ? parts::kind_named(part->kind) : nullptr;
    for (auto& [key, card] : by_kind_) card->setChecked(kind && kind->key() == key);
    says_->setText(!part   ? tr("Choose one: the rig begins there.")
                   : !kind ? tr("It holds on to %1, a part of its own.").arg(text_of(part->name))
                           : tr("It holds on to %1: measure what is there.").arg(text_of(part->name)));
    const std::string wanted = kind ? part->id + "/" + part->kind : std::string();
    if (wanted != shown_) {
        shown_ = wanted;
        if (kind)
            fill_rows(*part);
        else {
            delete sizes_;
            sizes_ = nullptr;
            rows_.clear();
        }
    }
    if (!kind) return;
    show_sizes(*part, [this](const std::string& key) { return rows_.at(key); });
}

ShelfCard* PlacePanel::card(const std::string& kind) const {
    const auto at = by_kind_.find(kind);
    return at == by_kind_.end() ? nullptr : at->second;
}
InputRow* PlacePanel::row(const std::string& key) const {
    const auto at = rows_.find(key);
    return at == rows_.end() ? nullptr : at->second;
}
QString PlacePanel::says() const {
    return says_->text();
}

}  // namespace clampet::desktop
