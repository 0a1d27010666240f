#include "desktop/rig/stack_view.h"

#include <algorithm>
#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/rig/part_block.h"
#include "desktop/rig/seam_button.h"
#include "desktop/rig/stack_column.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "rig/column.h"
#include "rig/joining.h"
#include "study/sentences.h"

namespace clampet::desktop {

StackView::StackView(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      headline_(new QLabel(this)),
      column_(nullptr),
      add_(new QPushButton(tr("+ part on top"), this)),
      here_(new QPushButton(this)),
      remove_(new QPushButton(tr("− top part"), this)),
      more_(new QPushButton(tr("More…"), this)) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(12, 12, 4, 8);
    headline_->setWordWrap(true);
    headline_->setTextFormat(Qt::RichText);
    headline_->setAccessibleName(tr("Worst seam"));
    outer->addWidget(headline_);
    column_ = new StackColumn;
    outer->addWidget(scroll_ = scrolled(column_, this), 1);
    auto* place = new QWidget(this);
    auto* actions = new FlowLayout(place);
    for (auto* button : {add_, here_, remove_, more_}) {
        button->setFlat(true);
        actions->addWidget(button);
    }
    add_->setToolTip(tr("Open the shelf for what goes on top"));
    here_->setToolTip(tr("Open the shelf for what is chosen in the column (Insert)"));
    remove_->setToolTip(tr("Take the top part off (undo brings it back)"));
    more_->setToolTip(tr("Replace, lift out, move, copy, mirror, hold twice: for what is chosen in the column"));
    outer->addWidget(place);
    auto* legend = new QLabel(tr("scale 0.5× to 10×  ┊ required  ▏typical  ▭ low to high"), this);
    legend->setFont(body_font(0.8));
    legend->setWordWrap(true);
    set_text_colour(legend, theme().quiet);
    outer->addWidget(legend);
    connect(add_, &QPushButton::clicked, this, [this] { emit shelf_wanted({document_.top_part()}); });
    connect(here_, &QPushButton::clicked, this, [this] {
        emit shelf_wanted(selected_part_.isEmpty() ? project::ShelfPlace{.between = selected_.toStdString()}
                                                   : project::ShelfPlace{selected_part_.toStdString()});
    });
    connect(more_, &QPushButton::clicked, this, [this] {
        auto* menu = make_menu();
        menu->popup(more_->mapToGlobal(QPoint(0, -menu->sizeHint().height())));
    });
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
    return rows_ == rig::column_of(document_.rig());
}

void StackView::rebuild() {
    column_->clear();
    seams_.clear();
    blocks_.clear();
    QWidget* before = nullptr;
    const auto follow = [&](QWidget* widget) {
        if (before) setTabOrder(before, widget);
        before = widget;
    };
    const auto add_seam = [&](const std::string& id, int depth) {
        auto* button = new SeamButton(QString::fromStdString(id), this);
        connect(button, &QAbstractButton::clicked, this, [this, own = button->interface()] { select(own); });
        column_->add(button, depth);
        seams_[button->interface()] = button;
        follow(button);
    };
    rows_ = rig::column_of(document_.rig());
    for (const auto& row : rows_) {
        if (row.is_seam && row.is_tie) {
            const auto* f = document_.rig().interface(row.id);
            auto* tie = new QLabel(tr("%1 is also held by %2:")
                                       .arg(text_of(document_.rig().part(f->payload.part)->name),
                                            text_of(document_.rig().part(f->support.part)->name)),
                                   this);
            tie->setWordWrap(true);
            set_text_colour(tie, theme().quiet);
            column_->add(tie, 0);
        }
        if (row.is_seam) {
            add_seam(row.id, row.depth);
            continue;
        }
        auto* block = new PartBlock(this);
        connect(block, &QAbstractButton::clicked, this, [this, id = row.id] { select_part(text_of(id)); });
        column_->add(block, row.depth);
        blocks_.emplace_back(row.id, block);
        follow(block);
    }
    column_->end();
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
    }
    for (auto& [id, block] : blocks_)
        if (const auto* part = document_.rig().part(id)) block->show_part(*part);
    const QString words = QString::fromStdString(study::headline(check));
    const QColor colour = theme().of(check.verdict);
    headline_->setProperty("plain", words);
    headline_->setText(
        QString("<span style='color:%1; font-weight:600'>%2</span>").arg(colour.name(), words.toHtmlEscaped()));
    headline_->setAccessibleDescription(words);
    remove_->setEnabled(!check.interfaces.empty());
    add_->setEnabled(!document_.is_empty());
    more_->setEnabled(!document_.is_empty());
    mark();
}

void StackView::preview(const std::vector<Preview>& all) {
    for (auto& [id, button] : seams_) button->preview({});
    for (const auto& each : all)
        if (auto* button = seam(each.interface)) button->preview(each.factor, each.verdict);
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
    const bool on_part = !selected_part_.isEmpty();
    here_->setText(on_part ? tr("+ on this part") : tr("+ in this seam"));
    here_->setEnabled(on_part || seams_.contains(selected_));
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

/// What was copied last; it outlives the rig that it came from.
std::optional<project::Branch>& copied() {
    static std::optional<project::Branch> branch;
    return branch;
}

}  // namespace

std::string StackView::chosen() const {
    if (!selected_part_.isEmpty()) return selected_part_.toStdString();
    const auto* f = document_.rig().interface(selected_.toStdString());
    return f ? f->payload.part : document_.top_part();
}

int StackView::depth_of(const QString& part) const {
    for (const auto& [id, block] : blocks_)
        if (text_of(id) == part) return column_->depth_of(block);
    return -1;
}

void StackView::perform(const project::Edit& edit) {
    const auto done = document_.perform(edit);
    if (!done) emit problem(QString::fromStdString(done.problem().sentence()));
}

void StackView::offer_own_part(QMenu* menu, const std::string& on) {
    auto* own = menu->addMenu(tr("A part of my own on it"));
    for (const auto* family : families::registry()) {
        if (!family->joins_parts()) continue;
        auto* action = own->addAction(icon_of(*family), tr("joined by: %1").arg(text_of(family->name())));
        connect(action, &QAction::triggered, this, [this, on, family] {
            perform(project::AddPart{on, tr("New part").toStdString(), std::string(family->key()), 0.1});
        });
    }
}

/// Where a branch could go, and what it could be held by as well.
void StackView::offer_places(QMenu* menu, const std::string& part) {
    auto *move = menu->addMenu(tr("Put it on")), *tie = menu->addMenu(tr("Hold it twice, also by"));
    const auto& rig = document_.rig();
    for (const auto& other : rig.parts) {
        if (other.id == part) continue;
        project::MoveBranch there{part, other.id};
        if (project::edited(rig, there))
            connect(move->addAction(text_of(other.name)), &QAction::triggered, this, [this, there] { perform(there); });
        for (const auto& port : other.ports)
            for (const auto& own : rig.part(part)->ports) {
                if (rig::is_taken(rig, other.id, port.id) || rig::is_taken(rig, part, own.id)) continue;
                if (rig::ways_between(port, own).empty()) continue;
                project::CloseLoop loop{{other.id, port.id}, {part, own.id}};
                connect(
                    tie->addAction(tr("%1, %2 on %3").arg(text_of(other.name), words_of(own.id), words_of(port.id))),
                    &QAction::triggered, this, [this, loop] { perform(loop); });
            }
    }
    move->setEnabled(!move->isEmpty());
    tie->setEnabled(!tie->isEmpty());
}

QMenu* StackView::make_menu() {
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const std::string part = chosen();
    const auto* known = document_.rig().part(part);
    if (!known) return menu;
    menu->addSection(text_of(known->name));
    const auto held = std::find_if(document_.rig().interfaces.begin(), document_.rig().interfaces.end(),
                                   [&](const auto& f) { return !f.closes_loop && f.payload.part == part; });
    const bool is_held = held != document_.rig().interfaces.end();
    const auto offer = [&](const QString& text, bool can, const QKeySequence& keys, auto act) {
        auto* action = menu->addAction(text);
        action->setEnabled(can);
        action->setShortcut(keys);
        action->setShortcutContext(Qt::WidgetShortcut);  // shown here, heard in keyPressEvent
        connect(action, &QAction::triggered, this, act);
    };
    offer(tr("Put something on it…"), true, QKeySequence(Qt::Key_Insert), [this, part] { emit shelf_wanted({part}); });
    offer(tr("Put another in its place…"), true, {},
          [this, part] { emit shelf_wanted(project::ShelfPlace{.replaces = part}); });
    offer(tr("Lift it out, keep what it carries"), is_held, {}, [this, part] { perform(project::LiftOut{part}); });
    offer(tr("Take it off with all that it carries"), is_held, QKeySequence(Qt::Key_Delete),
          [this, part] { perform(project::RemovePart{part}); });
    offer(tr("Change places with the part below"), is_held, {}, [this, part] { perform(project::MoveDown{part}); });
    menu->addSeparator();
    offer(tr("Copy with all that it carries"), is_held, QKeySequence::Copy, [this] { copy(); });
    offer(tr("Put the copy on it"), copied().has_value(), QKeySequence::Paste, [this] { paste(); });
    const auto again = [this, part](bool mirrored) {
        auto branch = project::branch_of(document_.rig(), part);
        if (branch) perform(project::Paste{branch->held.support.part, "", *branch, mirrored});
    };
    offer(tr("Double it beside itself"), is_held, {}, [again] { again(false); });
    offer(tr("Mirror it to the other side"), is_held, {}, [again] { again(true); });
    menu->addSeparator();
    if (is_held) offer_places(menu, part);
    offer_own_part(menu, part);
    return menu;
}

void StackView::copy() {
    auto branch = project::branch_of(document_.rig(), chosen());
    if (!branch) return emit problem(QString::fromStdString(branch.problem().sentence()));
    copied() = std::move(*branch);
}

void StackView::paste() {
    if (copied()) perform(project::Paste{chosen(), "", *copied()});
}

void StackView::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Copy)) return copy();
    if (event->matches(QKeySequence::Paste)) return paste();
    if (event->key() == Qt::Key_Insert && !document_.is_empty()) return here_->click();
    if (event->key() == Qt::Key_Delete && !document_.is_empty()) return perform(project::RemovePart{chosen()});
    QWidget::keyPressEvent(event);
}

void StackView::contextMenuEvent(QContextMenuEvent* event) {
    for (QWidget* at = childAt(event->pos()); at && at != this; at = at->parentWidget()) {
        if (auto* seam = qobject_cast<SeamButton*>(at)) select(seam->interface());
        for (const auto& [id, block] : blocks_)
            if (block == at) select_part(text_of(id));
    }
    if (!document_.is_empty()) make_menu()->popup(event->globalPos());
}

void StackView::remove_top() {
    perform(project::RemovePart{document_.top_part()});
}

}  // namespace clampet::desktop
