#include "desktop/widgets/stock_row.h"

#include <QCompleter>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "study/bench.h"

namespace clampet::desktop {
namespace {

constexpr int fewest_letters = 6;

/// A drawer that is a little open.
QIcon drawer_icon() {
    constexpr int size = 16;
    QPixmap picture(size, size);
    picture.fill(Qt::transparent);
    QPainter p(&picture);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().accent, 1.5));
    p.drawRect(QRectF(2.5, 3.5, 11, 9));
    p.drawLine(QPointF(2.5, 8), QPointF(13.5, 8));
    p.drawLine(QPointF(6.5, 10.5), QPointF(9.5, 10.5));
    return picture;
}

}  // namespace

StockRow::StockRow(const families::Family& family, std::vector<families::StockUse> uses, QWidget* parent)
    : QWidget(parent),
      family_(family),
      uses_(std::move(uses)),
      names_(new QuietComboBox(this)),
      note_(wrapped(this, 0.85)) {
    setObjectName("stock-" + text_of(use().key));
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(2);
    auto* label = new QLabel(text_of(use().label), this);
    label->setWordWrap(true);
    label->setBuddy(names_);
    grid->addWidget(label, 0, 0, Qt::AlignLeft | Qt::AlignTop);
    grid->addWidget(names_, 0, 1);
    grid->addWidget(note_, 1, 0, 1, 2);
    grid->setColumnStretch(0, 10);
    grid->setColumnStretch(1, 12);
    names_->setEditable(true);
    names_->setInsertPolicy(QComboBox::NoInsert);
    names_->addItem(tr("my own numbers"));
    for (const auto& offer : families::stock_offers(uses_)) {
        names_->addItem(text_of(offer.row->name));
        names_->setItemData(names_->count() - 1, text_of(offer.row->source), Qt::ToolTipRole);
    }
    names_->completer()->setFilterMode(Qt::MatchContains);
    names_->completer()->setCompletionMode(QCompleter::PopupCompletion);
    names_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    names_->setMinimumContentsLength(fewest_letters);
    names_->setAccessibleName(tr("%1, by name").arg(text_of(use().label)));
    names_->lineEdit()->setAccessibleName(names_->accessibleName());
    note_->hide();
    connect(names_, &QComboBox::activated, this, [this] { take(names_->currentText()); });
    connect(names_->lineEdit(), &QLineEdit::editingFinished, this, [this] { take(names_->currentText()); });
}

void StockRow::show_owned(const std::function<double(const std::string& name)>& owned) {
    int first = 1;  // after one's own numbers
    for (int i = 1; i < names_->count(); ++i) {
        const QString name = names_->itemText(i);
        const double count = owned(name.toStdString());
        if (!(count > 0)) continue;
        const QVariant source = names_->itemData(i, Qt::ToolTipRole);
        names_->removeItem(i);
        names_->insertItem(first, drawer_icon(), name);
        names_->setItemData(first, tr("%1 in the drawer. %2").arg(count).arg(source.toString()), Qt::ToolTipRole);
        names_->setItemData(first, tr("%1, %2 in the drawer").arg(name).arg(count), Qt::AccessibleTextRole);
        ++first;
    }
    if (first > 1) names_->insertSeparator(first);
}

void StockRow::show_note(const QString& text, bool problem) {
    note_->setText(text);
    set_text_colour(note_, problem ? theme().slips : theme().quiet);
    note_->setVisible(!text.isEmpty());
}

QString StockRow::note() const {
    return note_->isHidden() ? QString() : note_->text();
}

void StockRow::take(const QString& typed) {
    const std::string name = typed.trimmed().toStdString();
    if (name == taken_) return;
    if (typed == names_->itemText(0) || name.empty()) {
        // What the name said stays as numbers.
        std::map<std::string, rig::Input> numbers;
        if (!taken_by_) return;
        for (const auto& fills : {taken_by_->fills, taken_by_->names, taken_by_->also})
            for (const auto& [input, _] : fills)
                std::visit([&, key = input](const auto& value) { numbers[key] = value; }, values_.at(input));
        emit taken(numbers);
        return;
    }
    const auto offer = families::stock_named(uses_, family_.key(), name, use().key);
    if (!offer) return show_note(text_of(offer.problem().what + " " + offer.problem().remedy), true);
    auto inputs = study::inputs_from(*offer, name);
    if (chooses_surfaces_) inputs.merge(study::frictions_from(*offer, family_, given_));
    emit taken(inputs);
}

void StockRow::refresh(const Inputs& given, const families::Values& values) {
    values_ = values;
    given_ = given;
    std::optional<study::Taken> known;
    taken_by_ = nullptr;
    for (const auto& use : uses_) {
        if (known) break;
        known = study::taken_from(use, given);
        if (known) taken_by_ = &use;
    }
    taken_ = known ? known->name : std::string();
    const QString shown = known ? text_of(known->name) : names_->itemText(0);
    if (!names_->lineEdit()->hasFocus() || names_->currentText() != shown) {
        names_->setEditText(shown);
        names_->lineEdit()->setCursorPosition(0);
    }
    QString note;
    if (known && known->corrected) note = tr("with numbers of your own");
    if (known)
        if (const auto offer = families::stock_named(uses_, family_.key(), known->name, use().key))
            note += (note.isEmpty() ? "" : "; ") + text_of(offer->row->source);
    show_note(note, false);
    // With the choices that it brings along: a band where jaws are, but no disc spring where nothing is squeezed.
    setVisible(std::any_of(uses_.begin(), uses_.end(), [&](const auto& use) {
        auto with = values;
        for (const auto& [key, choice] : use.sets) with.insert_or_assign(key, families::Value{choice});
        const auto counts = [&](const auto& fills) {
            return std::any_of(fills.begin(), fills.end(), [&](const auto& pair) {
                const auto* p = families::find_parameter(family_, pair.first);
                return p && p->is_relevant(with);
            });
        };
        return counts(use.fills) || counts(use.names) || counts(use.also);
    }));
}

}  // namespace clampet::desktop
