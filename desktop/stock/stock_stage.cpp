#include "desktop/stock/stock_stage.h"

#include <cmath>
#include <fstream>
#include <QComboBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QRegularExpression>
#include <QVBoxLayout>

#include "desktop/shell/files.h"
#include "desktop/stock/drawer_card.h"
#include "desktop/stock/workshop_panel.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "inventory/csv.h"
#include "parts/part_kind.h"
#include "project/file.h"

namespace clampet::desktop {
namespace {

/// "12 M6 wing nut" is twelve of them; "3/8-16 male to 1/4-20 female" is one.
inventory::Item typed(const QString& text) {
    static const QRegularExpression counted(QStringLiteral("^\\s*(\\d{1,6})\\s*[x×]?\\s+(\\D.*)$"));
    inventory::Item item;
    const auto match = counted.match(text);
    if (match.hasMatch()) item.count = match.captured(1).toDouble();
    item.name = (match.hasMatch() ? match.captured(2) : text).trimmed().toStdString();
    // A kind of part by what it is called.
    for (const auto* kind : parts::registry())
        if (text_of(kind->name()).compare(text_of(item.name), Qt::CaseInsensitive) == 0) item.kind = kind->key();
    return item;
}

}  // namespace

StockStage::StockStage(Session& session, QWidget* parent) : Stage(session, parent) {
    subscription_ = session.stockroom.observe([this] {
        if (is_made()) refresh();
    });
}

void StockStage::furnish() {
    add_ = new QLineEdit(this);
    search_ = new QLineEdit(this);
    said_ = wrapped(this, 1, true);
    knows_ = quiet_words({}, this);
    empty_ =
        quiet_words(tr("The drawer is empty. Type what is in yours: a count and what it is called. Shelves, routes and "
                       "advice then begin with it."),
                    this);
    inside_ = new QWidget;
    flow_ = new FlowLayout(inside_);
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* left = new QVBoxLayout;
    left->setContentsMargins(24, 16, 12, 12);
    left->setSpacing(8);
    // Beside each other where there is room for both, else beneath.
    auto* top = new QWidget(this);
    auto* head = new FlowLayout(top);
    auto* title = heading(tr("What is in the drawer"), this, 1.3);
    head->addWidget(title);
    auto* take = new QPushButton(tr("Take from a table…"), this);
    auto* give = new QPushButton(tr("Write as a table…"), this);
    take->setToolTip(tr("CSV with the columns name, count, price, pack, kind, note."));
    for (auto* button : {take, give}) {
        button->setProperty("pill", true);
        head->addWidget(button);
    }
    left->addWidget(top);
    left->addWidget(said_);
    auto* row = new QHBoxLayout;
    add_->setPlaceholderText(tr("Add: 12 wing nut, M6 or 1/4 · 3/8-16 male to 1/4-20 female · V-jaw clamp"));
    add_->setAccessibleName(tr("Add to the drawer"));
    auto* put = new QPushButton(tr("Put it in"), this);
    put->setProperty("pill", true);
    search_->setPlaceholderText(tr("Find"));
    search_->setAccessibleName(tr("Find in the drawer"));
    search_->setClearButtonEnabled(true);
    row->addWidget(add_, 3);
    row->addWidget(put);
    row->addWidget(search_, 1);
    left->addLayout(row);
    left->addWidget(knows_);
    left->addWidget(empty_);
    left->addWidget(scrolled(inside_, this), 1);
    outer->addLayout(left, 1);
    outer->addWidget(make_sheet());
    workshop_ = new WorkshopPanel(session().document, session().stockroom, this);
    workshop_->setFixedWidth(sheet_->minimumWidth());
    outer->addWidget(workshop_);
    connect(workshop_, &WorkshopPanel::done, this, &StockStage::tell);
    connect(add_, &QLineEdit::returnPressed, this, &StockStage::add_typed);
    connect(put, &QPushButton::clicked, this, &StockStage::add_typed);
    connect(add_, &QLineEdit::textChanged, this, [this](const QString& text) {
        if (text.trimmed().isEmpty()) return knows_->setText({});
        const auto known = inventory::known(typed(text));
        knows_->setText(known.is_known() ? tr("known: %1").arg(text_of(known.says))
                                         : tr("not known by that name; it is kept all the same"));
    });
    connect(search_, &QLineEdit::textChanged, this, &StockStage::narrow);
    connect(take, &QPushButton::clicked, this, [this] {
        const QString path =
            QFileDialog::getOpenFileName(this, tr("Take from a table"), {}, tr("Tables (*.csv *.txt *.tsv)"));
        if (!path.isEmpty()) take_csv(path);
    });
    connect(give, &QPushButton::clicked, this, [this] {
        const QString path =
            QFileDialog::getSaveFileName(this, tr("Write as a table"), "drawer.csv", tr("Tables (*.csv)"));
        if (!path.isEmpty()) give_csv(path);
    });
    refresh();
}

QWidget* StockStage::make_sheet() {
    sheet_ = new Panel(this);
    sheet_->setFixedWidth(qRound(300 * std::min(1.3, text_scale())));
    auto* column = new QVBoxLayout(sheet_);
    column->setContentsMargins(16, 16, 16, 16);
    auto* head = new QHBoxLayout;
    head->addWidget(heading(tr("This one"), sheet_), 1);
    auto* back = flat_button(tr("The workshop"), sheet_);
    back->setToolTip(tr("Hands, printers, tools"));
    connect(back, &QPushButton::clicked, this, [this] {
        chosen_.reset();
        show_chosen();
    });
    head->addWidget(back, 0, Qt::AlignTop);
    column->addLayout(head);
    known_ = quiet_words({}, sheet_);
    column->addWidget(known_);
    auto* form = new QFormLayout;
    form->setRowWrapPolicy(QFormLayout::WrapAllRows);
    const auto field = [&](const QString& label) {
        auto* edit = new QLineEdit(sheet_);
        edit->setAccessibleName(label);
        form->addRow(label, edit);
        connect(edit, &QLineEdit::editingFinished, this, &StockStage::edit_chosen);
        return edit;
    };
    item_name_ = field(tr("It is called"));
    count_ = field(tr("How many"));
    kind_ = new QuietComboBox(sheet_);
    kind_->setAccessibleName(tr("It is a"));
    kind_->addItem(tr("nothing that is put on a rig"), QString());
    for (const auto* kind : parts::registry())
        if (kind->origin() != rig::Origin::site || kind->key() == "tube")
            kind_->addItem(text_of(kind->name()), text_of(kind->key()));
    form->addRow(tr("It is a"), kind_);
    connect(kind_, &QComboBox::activated, this, &StockStage::edit_chosen);
    price_ = field(tr("Price of a pack"));
    pack_ = field(tr("Pieces in a pack"));
    note_ = field(tr("Note"));
    column->addLayout(form);
    remove_ = flat_button(tr("Take it out of the drawer"), sheet_);
    connect(remove_, &QPushButton::clicked, this, [this] {
        if (!chosen_) return;
        auto to = session().stockroom.workshop();
        to.items.erase(to.items.begin() + static_cast<std::ptrdiff_t>(*chosen_));
        chosen_.reset();
        tell(session().stockroom.change(std::move(to), tr("removed item").toStdString()));
    });
    column->addWidget(remove_);
    column->addStretch(1);
    return sheet_;
}

Stage::State StockStage::state() const {
    const auto count = session().stockroom.workshop().items.size();
    return {count == 0 ? tr("empty") : count == 1 ? tr("1 item") : tr("%1 items").arg(count)};
}

Stage::Undo StockStage::undo_state() const {
    const auto& s = session().stockroom;
    const auto text = [](bool can, const QString& word, const std::string& label) {
        return can ? QString("%1: %2").arg(word, QString::fromStdString(label)) : word;
    };
    return {s.can_undo(), s.can_redo(), text(s.can_undo(), tr("&Undo"), s.undo_label()),
            text(s.can_redo(), tr("&Redo"), s.redo_label())};
}
void StockStage::undo() {
    tell(session().stockroom.undo());
}
void StockStage::redo() {
    tell(session().stockroom.redo());
}
void StockStage::enter() {
    add_->setFocus();
    workshop_->refresh();
}

QString StockStage::said() const {
    return said_->text();
}

void StockStage::tell(const Status& done) {
    if (done)
        emit session().settled();
    else
        emit session().problem(QString::fromStdString(done.problem().sentence()));
    emit undo_changed();
}

void StockStage::add_typed() {
    if (add_->text().trimmed().isEmpty()) return;
    const auto done = session().stockroom.put({typed(add_->text())}, tr("new item").toStdString());
    tell(done);
    if (done) add_->clear();
}

void StockStage::take_csv(const QString& path) {
    const auto text = project::read_file(path_of(path));
    if (!text) return tell(text.problem());
    const auto items = inventory::read_csv(*text);
    if (!items) return tell(items.problem());
    tell(session().stockroom.put(*items, tr("items of a table").toStdString()));
}

void StockStage::give_csv(const QString& path) {
    tell(project::write_file_atomically(path_of(path), inventory::write_csv(session().stockroom.workshop().items)));
}

void StockStage::refresh() {
    const auto& workshop = session().stockroom.workshop();
    // Where only counts are others, nothing is made anew.
    bool same = cards_.size() == workshop.items.size();
    for (std::size_t i = 0; same && i < cards_.size(); ++i) {
        auto item = workshop.items[i];
        item.count = cards_[i]->item().count;
        same = item == cards_[i]->item();
    }
    if (same) {
        for (std::size_t i = 0; i < cards_.size(); ++i) cards_[i]->show_count(workshop.items[i].count);
    } else {
        while (auto* item = flow_->takeAt(0)) {
            item->widget()->hide();
            item->widget()->deleteLater();
            delete item;
        }
        cards_.clear();
        for (std::size_t i = 0; i < workshop.items.size(); ++i) {
            auto* card = new DrawerCard(workshop.items[i], inside_);
            connect(card, &DrawerCard::chosen, this, [this, i] { choose(i); });
            connect(card, &DrawerCard::counted, this, [this, i](double by) {
                auto to = session().stockroom.workshop();
                if (i >= to.items.size()) return;
                to.items[i].count = std::max(0.0, to.items[i].count + by);
                tell(session().stockroom.change(std::move(to), tr("change of a count").toStdString()));
            });
            flow_->addWidget(card);
            cards_.push_back(card);
        }
        narrow();
    }
    double worth = 0, pieces = 0;
    std::size_t unknown = 0;
    for (const auto& item : workshop.items) {
        pieces += item.count;
        if (item.price) worth += *item.price * item.count / item.pack;
        unknown += !inventory::known(item).is_known();
    }
    QString words = tr("%1, %2 pieces").arg(text_of(workshop.name)).arg(pieces);
    if (worth > 0) words += tr(", worth about %1 %2").arg(QString::number(worth, 'f', 2), text_of(workshop.currency));
    if (unknown > 0) words += tr("; %1 not known by name").arg(unknown);
    said_->setText(words);
    empty_->setVisible(workshop.items.empty());
    if (chosen_ && *chosen_ >= workshop.items.size()) chosen_.reset();
    show_chosen();
    emit undo_changed();
}

void StockStage::narrow() {
    const QString wanted = search_->text().trimmed();
    for (auto* card : cards_)
        card->setVisible(wanted.isEmpty() || text_of(card->item().name).contains(wanted, Qt::CaseInsensitive) ||
                         text_of(card->item().note).contains(wanted, Qt::CaseInsensitive));
}

void StockStage::choose(std::size_t index) {
    chosen_ = index;
    show_chosen();
}

void StockStage::show_chosen() {
    sheet_->setVisible(chosen_.has_value());
    workshop_->setVisible(!chosen_);
    if (!chosen_) return workshop_->refresh();
    const auto& item = session().stockroom.workshop().items[*chosen_];
    const auto known = inventory::known(item);
    known_->setText(known.is_known() ? text_of(known.says) : tr("Not known by that name; it is kept all the same."));
    item_name_->setText(text_of(item.name));
    count_->setText(QString::number(item.count));
    price_->setText(item.price ? QString::number(*item.price) : QString());
    price_->setPlaceholderText(text_of(session().stockroom.workshop().currency));
    pack_->setText(QString::number(item.pack));
    note_->setText(text_of(item.note));
    kind_->setCurrentIndex(std::max(0, kind_->findData(text_of(item.kind))));
}

void StockStage::edit_chosen() {
    if (!chosen_) return;
    auto to = session().stockroom.workshop();
    auto& item = to.items[*chosen_];
    const auto number = [](QLineEdit* edit) -> double {
        bool ok = false;
        const double value = edit->text().trimmed().replace(',', '.').toDouble(&ok);
        return ok ? value : std::nan("");  // refused with what would be right; the text stays
    };
    item.name = item_name_->text().trimmed().toStdString();
    item.count = number(count_);
    item.pack = number(pack_);
    item.price = price_->text().trimmed().isEmpty() ? std::nullopt : std::optional(number(price_));
    item.note = note_->text().toStdString();
    const auto kind = kind_->currentData().toString().toStdString();
    if (kind != item.kind) item.values.clear();
    item.kind = kind;
    tell(session().stockroom.change(std::move(to), tr("change of an item").toStdString()));
}

}  // namespace clampet::desktop
