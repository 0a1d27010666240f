#include "desktop/rig/stack_view.h"

#include <algorithm>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>
#include <set>

#include "desktop/rig/part_block.h"
#include "desktop/rig/seam_button.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "parts/part_kind.h"
#include "rig/joining.h"
#include "study/sentences.h"

namespace clampet::desktop {

StackView::StackView(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      headline_(new QLabel(this)),
      column_(nullptr),
      add_(new QPushButton(tr("+ part on top"), this)),
      remove_(new QPushButton(tr("− top part"), this)) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(12, 12, 4, 8);
    headline_->setWordWrap(true);
    headline_->setTextFormat(Qt::RichText);
    headline_->setAccessibleName(tr("Worst seam"));
    outer->addWidget(headline_);
    auto* inside = new QWidget;
    auto* scroll = scroll_ = scrolled(inside, this);
    column_ = new QVBoxLayout(inside);
    column_->setContentsMargins(0, 4, 8, 4);
    column_->setSpacing(3);
    outer->addWidget(scroll, 1);
    auto* actions = new QHBoxLayout;
    for (auto* button : {add_, remove_}) {
        button->setFlat(true);
        actions->addWidget(button);
    }
    add_->setToolTip(tr("Put another part on top and choose how it is joined"));
    remove_->setToolTip(tr("Take the top part off (undo brings it back)"));
    actions->addStretch(1);
    outer->addLayout(actions);
    auto* legend = new QLabel(tr("scale 0.5× to 10×  ┊ required  ▏typical  ▭ low to high"), this);
    legend->setFont(body_font(0.8));
    legend->setWordWrap(true);
    set_text_colour(legend, theme().quiet);
    outer->addWidget(legend);
    connect(add_, &QPushButton::clicked, this, &StackView::add_part);
    connect(remove_, &QPushButton::clicked, this, &StackView::remove_top);
    subscription_ = document_.observe([this](const project::Change& change) {
        if (change.everything || !same_structure())
            rebuild();
        else
            refresh();
    });
    rebuild();
}

SeamButton* StackView::seam(const QString& interface) const {
    const auto at = seams_.find(interface);
    return at == seams_.end() ? nullptr : at->second;
}

QString StackView::headline() const {
    return headline_->property("plain").toString();
}

bool StackView::same_structure() const {
    const auto& results = document_.check().interfaces;
    const auto& parts = document_.rig().parts;
    const bool same_seams = seams_.size() == results.size() &&
                            std::all_of(results.begin(), results.end(),
                                        [&](const auto& r) { return seams_.contains(QString::fromStdString(r.id)); });
    return same_seams && blocks_.size() == parts.size() &&
           std::all_of(blocks_.begin(), blocks_.end(), [&](const auto& b) { return document_.rig().part(b.first); });
}

void StackView::rebuild() {
    while (QLayoutItem* item = column_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    seams_.clear();
    blocks_.clear();
    std::set<std::string> shown;
    QWidget* before = nullptr;
    const auto add_block = [&](const std::string& id) {
        if (!shown.insert(id).second) return;
        auto* block = new PartBlock(this);
        connect(block, &QAbstractButton::clicked, this, [this, id] { select_part(text_of(id)); });
        if (before) setTabOrder(before, block);
        before = block;
        column_->addWidget(block);
        blocks_.emplace_back(id, block);
    };
    const auto add_seam = [&](const study::InterfaceResult& result) {
        auto* button = new SeamButton(QString::fromStdString(result.id), this);
        connect(button, &QAbstractButton::clicked, this, [this, id = button->interface()] { select(id); });
        column_->addWidget(button);
        seams_[button->interface()] = button;
        if (before) setTabOrder(before, button);
        before = button;
    };
    const auto& results = document_.check().interfaces;
    for (const auto& result : results) {
        const auto* interface = document_.rig().interface(result.id);
        if (interface->closes_loop) continue;
        add_block(interface->payload.part);
        add_seam(result);
    }
    for (const auto& part : document_.rig().parts) add_block(part.id);
    // What closes a loop ties two parts of the column together: it stands below, with both named.
    for (const auto& result : results) {
        const auto* interface = document_.rig().interface(result.id);
        if (!interface->closes_loop) continue;
        auto* tie = new QLabel(tr("%1 is also held by %2:")
                                   .arg(text_of(document_.rig().part(interface->payload.part)->name),
                                        text_of(document_.rig().part(interface->support.part)->name)),
                               this);
        tie->setWordWrap(true);
        set_text_colour(tie, theme().quiet);
        column_->addWidget(tie);
        add_seam(result);
    }
    column_->addStretch(1);
    const bool known = seams_.contains(selected_);
    if (!known) {
        const auto& check = document_.check();
        selected_ = check.worst ? QString::fromStdString(check.interfaces[*check.worst].id) : QString();
    }
    const bool part_stays = !selected_part_.isEmpty() && document_.rig().part(selected_part_.toStdString());
    if (!part_stays) selected_part_.clear();
    refresh();
    part_stays ? emit part_selected(selected_part_) : emit selected_changed(selected_);
}

void StackView::refresh() {
    const auto& check = document_.check();
    for (const auto& result : check.interfaces) {
        auto* button = seam(QString::fromStdString(result.id));
        if (!button) continue;
        const auto& elements = document_.rig().interface(result.id)->elements;
        std::string family = result.governs ? result.modes[*result.governs].family : elements.front().family;
        button->show_result(result, QString::fromStdString(family),
                            result.required > 0 ? result.required : check.required);
        button->setChecked(button->interface() == selected_ && selected_part_.isEmpty());
    }
    for (auto& [id, block] : blocks_)
        if (const auto* part = document_.rig().part(id)) {
            block->show_part(*part);
            block->setChecked(text_of(id) == selected_part_);
        }
    const QString words = QString::fromStdString(study::headline(check));
    const QColor colour = theme().of(check.verdict);
    headline_->setProperty("plain", words);
    headline_->setText(
        QString("<span style='color:%1; font-weight:600'>%2</span>").arg(colour.name(), words.toHtmlEscaped()));
    headline_->setAccessibleDescription(words);
    remove_->setEnabled(!check.interfaces.empty());
    add_->setEnabled(!document_.is_empty());
}

void StackView::select(const QString& interface) {
    if (!seams_.contains(interface)) return;
    selected_ = interface;
    selected_part_.clear();
    mark();
    emit selected_changed(interface);
}

void StackView::select_part(const QString& part) {
    if (!document_.rig().part(part.toStdString())) return;
    selected_part_ = part;
    mark();
    scroll_->ensureWidgetVisible(block(part));
    emit part_selected(part);
}

void StackView::mark() {
    for (auto& [id, button] : seams_) button->setChecked(id == selected_ && selected_part_.isEmpty());
    for (auto& [id, block] : blocks_) block->setChecked(text_of(id) == selected_part_);
}

PartBlock* StackView::block(const QString& part) const {
    for (const auto& [id, block] : blocks_)
        if (text_of(id) == part) return block;
    return nullptr;
}

namespace {

QIcon icon_of(const families::Family& family) {
    return family_icon(text_of(family.key()), theme().text);
}

}  // namespace

void StackView::add(const project::AddPart& edit) {
    const auto done = document_.perform(edit);
    if (!done) return emit problem(QString::fromStdString(done.problem().sentence()));
    select_part(text_of(document_.rig().parts.back().id));
}

/// A part of a kind, where a family joins it to what is on top; the others are shown, with what they lack.
void StackView::offer_kinds(QMenu* menu, const std::string& on) {
    const auto* below = document_.rig().part(on);
    for (const auto* kind : parts::registry()) {
        if (kind->role() == rig::Role::support) continue;
        const QString name = text_of(kind->name());
        const auto body = parts::built(*kind, {});
        const auto ways = rig::ways_to_join(document_.rig(), *below, body->ports);
        if (ways.empty()) {
            auto* action = menu->addAction(tr("%1 (nothing on %2 takes it)").arg(name, text_of(below->name)));
            action->setEnabled(false);
            continue;
        }
        auto* to = ways.size() == 1 ? menu : menu->addMenu(name);
        for (const auto& way : ways) {
            const QString joined = tr("joined by: %1").arg(text_of(way.family->name()));
            auto* action =
                to->addAction(icon_of(*way.family), to == menu ? QString("%1, %2").arg(name, joined) : joined);
            connect(action, &QAction::triggered, this, [this, on, kind, family = way.family] {
                add({on, std::string(kind->name()), std::string(family->key()), 0, {}, std::string(kind->key())});
            });
        }
    }
}

void StackView::add_part() {
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const std::string on = document_.top_part();
    offer_kinds(menu, on);
    menu->addSeparator();
    auto* own = menu->addMenu(tr("A part of my own"));
    for (const auto* family : families::registry()) {
        if (!family->joins_parts()) continue;
        auto* action = own->addAction(icon_of(*family), tr("joined by: %1").arg(text_of(family->name())));
        connect(action, &QAction::triggered, this, [this, on, family] {
            add({on, tr("New part").toStdString(), std::string(family->key()), 0.1});
        });
    }
    menu->popup(add_->mapToGlobal(QPoint(0, -menu->sizeHint().height())));
}

void StackView::remove_top() {
    const auto done = document_.perform(project::RemovePart{document_.top_part()});
    if (!done) emit problem(QString::fromStdString(done.problem().sentence()));
}

}  // namespace clampet::desktop
