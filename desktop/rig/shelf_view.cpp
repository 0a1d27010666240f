#include "desktop/rig/shelf_view.h"

#include <algorithm>
#include <QComboBox>
#include <QFileDialog>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/own/own_part_dialog.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "parts/part_kind.h"
#include "project/search.h"
#include "rig/joining.h"

namespace clampet::desktop {

ShelfView::ShelfView(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      title_(wrapped(this, 1.15, true)),
      empty_(quiet_words({}, this)),
      ports_(new QuietComboBox(this)),
      search_(new QLineEdit(this)),
      close_(new QPushButton(tr("Close the shelf"), this)),
      inside_(new QWidget),
      flow_(new FlowLayout(inside_)) {
    setAccessibleName(tr("Shelf"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(16, 14, 12, 10);
    outer->setSpacing(8);
    auto* head = new QHBoxLayout;
    head->addWidget(title_, 1);
    close_->setProperty("pill", true);
    head->addWidget(close_, 0, Qt::AlignTop);
    outer->addLayout(head);
    auto* row = new QHBoxLayout;
    search_->setPlaceholderText(tr("What is it called? clamp, ball head, phone…"));
    search_->setAccessibleName(tr("Search the shelf"));
    search_->setClearButtonEnabled(true);
    ports_->setAccessibleName(tr("Where it goes"));
    ports_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    ports_->setMinimumContentsLength(12);
    row->addWidget(search_, 1);
    row->addWidget(ports_);
    own_ = new QPushButton(tr("My own, from a file…"), this);
    own_->setToolTip(tr("A part drawn in another program: STL or STEP"));
    outer->addLayout(row);
    outer->addWidget(own_, 0, Qt::AlignLeft);  // on a line of its own: the page is narrow with large text
    ask_for_file = [this] {
        return QFileDialog::getOpenFileName(this, tr("A part of my own"), {}, tr("Solids (*.stl *.step *.stp)"));
    };
    connect(own_, &QPushButton::clicked, this, &ShelfView::take_own);
    outer->addWidget(empty_);
    outer->addWidget(scrolled(inside_, this), 1);
    connect(close_, &QPushButton::clicked, this, &ShelfView::done);
    connect(search_, &QLineEdit::textChanged, this, &ShelfView::narrow);
    connect(search_, &QLineEdit::returnPressed, this, [this] {
        for (auto* card : cards_)
            if (card->isVisibleTo(inside_) && card->isEnabled()) return take(card->item());
    });
    connect(ports_, &QComboBox::activated, this, [this](int at) {
        place_.on_port = ports_->itemData(at).toString().toStdString();
        fill();
    });
}

std::string ShelfView::on() const {
    if (place_.between.empty()) return place_.replaces.empty() ? place_.on_part : place_.replaces;
    const auto* opened = document_.rig().interface(place_.between);
    return opened ? opened->support.part : std::string();
}

void ShelfView::show_place(const project::ShelfPlace& place) {
    place_ = place;
    const auto* part = document_.rig().part(on());
    const QString name = part ? text_of(part->name) : QString();
    if (!place_.replaces.empty()) {
        title_->setText(tr("Instead of %1").arg(name));
    } else if (!place_.between.empty()) {
        const auto* above = document_.rig().part(document_.rig().interface(place_.between)->payload.part);
        title_->setText(tr("Between %1 and %2").arg(name, text_of(above->name)));
    } else {
        title_->setText(tr("What goes on %1?").arg(name));
    }
    search_->clear();
    fill_ports();
    fill();
    search_->setFocus();
}

QString ShelfView::title() const {
    return title_->text();
}

void ShelfView::fill_ports() {
    ports_->clear();
    ports_->addItem(tr("wherever it fits"), QString());
    const auto* part = document_.rig().part(place_.on_part);
    const bool chooses = part && place_.between.empty() && place_.replaces.empty();
    if (chooses)
        for (const auto& port : part->ports)
            if (port.kind != families::PortKind::unknown && !rig::is_taken(document_.rig(), part->id, port.id))
                ports_->addItem(tr("%1: %2").arg(words_of(port.id), text_of(families::name_of(port.kind))),
                                text_of(port.id));
    ports_->setVisible(chooses && ports_->count() > 2);
    own_->setVisible(chooses);
    ports_->setCurrentIndex(std::max(0, ports_->findData(text_of(place_.on_port))));
}

void ShelfView::fill() {
    for (auto* card : cards_) {
        flow_->removeWidget(card);
        card->deleteLater();
    }
    cards_.clear();
    QWidget* before = search_;
    for (auto& item : project::shelf(document_.rig(), place_, workshop_ ? &workshop_() : nullptr)) {
        auto* card = new ShelfCard(std::move(item), inside_);
        connect(card, &QAbstractButton::clicked, this, [this, card] { take(project::ShelfItem(card->item())); });
        flow_->addWidget(card);
        card->show();
        setTabOrder(before, card);
        before = card;
        cards_.push_back(card);
    }
    narrow();
}

void ShelfView::narrow() {
    const QString words = search_->text().trimmed();
    std::vector<std::string> meant;
    if (!words.isEmpty())
        for (const auto& found : project::search(words.toStdString()))
            if (found.leads_to == catalogue::LeadsTo::part) meant.push_back(found.key);
    bool any = false;
    for (auto* card : cards_) {
        const auto& kind = *card->item().kind;
        const bool named = (text_of(kind.name()) + " " + text_of(kind.purpose())).contains(words, Qt::CaseInsensitive);
        const bool is_meant = std::find(meant.begin(), meant.end(), kind.key()) != meant.end();
        card->setVisible(words.isEmpty() || named || is_meant);
        any = any || (card->isVisibleTo(inside_) && card->isEnabled());
    }
    empty_->setText(any ? QString()
                    : words.isEmpty()
                        ? tr("Nothing here can be joined to that. Choose another part of the column, or "
                             "change what it carries by.")
                        : tr("Nothing called “%1” can go there. Clear the search to see all.").arg(words));
    empty_->setVisible(!any);
    inside_->updateGeometry();
}

void ShelfView::take(const project::ShelfItem& item) {
    const auto done = document_.perform(project::edit_for(item, place_));
    if (!done) return emit problem(QString::fromStdString(done.problem().sentence()));
    const bool goes_on = place_.replaces.empty() && place_.between.empty();
    const std::string part = place_.replaces.empty() ? document_.rig().parts.back().id : place_.replaces;
    const bool is_payload = item.kind->role() == rig::Role::payload;
    emit placed(text_of(part));
    if (!goes_on || is_payload) return emit this->done();
    show_place({part});
}

void ShelfView::take_own() {
    const QString file = ask_for_file();
    if (file.isEmpty()) return;
    const auto* printers = workshop_ ? &workshop_().printers : nullptr;
    auto* dialog = dialog_ =
        new OwnPartDialog(document_, place_, printers && !printers->empty() ? &printers->front() : nullptr, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::finished, this, [this, dialog](int result) {
        dialog_ = nullptr;
        if (result != QDialog::Accepted) return;
        const std::string part = dialog->placed();
        emit placed(text_of(part));
        show_place({part});
    });
    dialog->open();
    dialog->read(file);
}

ShelfCard* ShelfView::card(const QString& kind) const {
    for (auto* card : cards_)
        if (card->item().kind->key() == kind.toStdString()) return card;
    return nullptr;
}

QStringList ShelfView::shown_kinds() const {
    QStringList kinds;
    for (auto* card : cards_)
        if (card->isVisibleTo(inside_) && card->isEnabled()) kinds << text_of(card->item().kind->key());
    return kinds;
}

void ShelfView::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape) return emit done();
    QWidget::keyPressEvent(event);
}

void ShelfView::paintEvent(QPaintEvent*) {
    QPainter(this).fillRect(rect(), theme().paper);
}

}  // namespace clampet::desktop
