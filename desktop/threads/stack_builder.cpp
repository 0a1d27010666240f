#include "desktop/threads/stack_builder.h"

#include <algorithm>
#include <cmath>
#include <QApplication>
#include <QComboBox>
#include <QFormLayout>
#include <QLabel>
#include <QMouseEvent>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/threads/stack_canvas.h"
#include "desktop/widgets/interval_bar.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"

namespace clampet::desktop {
namespace {

constexpr qsizetype most_washers_named = 3;

using families::StackItem;
using quantity::Dimension;

QLabel* words(const QString& text, QWidget* parent, double size = 1, bool strong = false) {
    auto* label = wrapped(parent, size, strong);
    label->setText(text);
    return label;
}

void clear(QLayout* layout) {
    while (auto* item = layout->takeAt(0)) {
        delete item->widget();
        delete item;
    }
}

QString interval_text(const mechanics::Interval& i) {
    if (!std::isfinite(i.high)) return StackBuilder::tr("%1 or more").arg(shown(i.low, Dimension::length));
    return StackBuilder::tr("%1 to %2").arg(shown(i.low, Dimension::length), shown(i.high, Dimension::length));
}

}  // namespace

TrayChip::TrayChip(StackItem item, QWidget* parent)
    : QPushButton(QString::fromStdString(item.label()), parent), item_(std::move(item)) {
    setCursor(Qt::OpenHandCursor);
    setAccessibleName(text());
    setToolTip(text() + "\n" + tr("Press to lay it next to the socket, or drag it where it belongs."));
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
}

/// A long name is shortened in its middle: how thick it is stands at its end.
void TrayChip::resizeEvent(QResizeEvent* event) {
    QPushButton::resizeEvent(event);
    const int padding = 2 * fontMetrics().horizontalAdvance(QLatin1Char('m'));
    setText(fontMetrics().elidedText(QString::fromStdString(item_.label()), Qt::ElideMiddle, width() - padding));
}

void TrayChip::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) return;
    if (!rect().contains(event->pos())) dragging_ = true;
    if (!dragging_) return;
    setDown(false);
    setCursor(Qt::ClosedHandCursor);
    emit dragged(event->globalPosition().toPoint());
}

void TrayChip::mouseReleaseEvent(QMouseEvent* event) {
    setCursor(Qt::OpenHandCursor);
    if (!std::exchange(dragging_, false)) return QPushButton::mouseReleaseEvent(event);
    setDown(false);
    emit dropped(event->globalPosition().toPoint());
}

StackBuilder::StackBuilder(QWidget* parent)
    : QWidget(parent),
      tray_(new QWidget(this)),
      item_row_(new QWidget(this)),
      canvas_(new StackCanvas(this)),
      verdict_(wrapped(this, 1.15, true)),
      sentence_(wrapped(this)),
      washer_title_(wrapped(this, 1, true)),
      washer_names_(wrapped(this)),
      length_title_(wrapped(this, 1, true)),
      item_name_(wrapped(item_row_, 1, true)),
      washers_(new IntervalBar(this)),
      lengths_(new IntervalBar(this)),
      length_(new QuantityField(Dimension::length, this)),
      depth_(new QuantityField(Dimension::length, this)),
      plain_(new QuantityField(Dimension::length, this)),
      thickness_(new QuantityField(Dimension::length, item_row_)),
      sink_(new QuantityField(Dimension::length, this)),
      torque_(new QuantityField(Dimension::torque, this)),
      head_(new QComboBox(this)),
      end_(new QComboBox(this)),
      wall_(new QComboBox(this)),
      remove_(new QPushButton(tr("Take it off"), item_row_)),
      bench_(new QPushButton(tr("Check its strength on the bench"), this)) {
    set_text_colour(sentence_, theme().quiet);
    set_text_colour(washer_names_, theme().quiet);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(12);

    auto* left = new QVBoxLayout;
    left->addWidget(words(tr("Drag in, or press"), this, 1, true));
    auto* scroll = scrolled(tray_, this);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setFixedWidth(qRound(210 * text_scale()));
    new QVBoxLayout(tray_);
    tray_->layout()->setContentsMargins(0, 0, 6, 0);
    static_cast<QVBoxLayout*>(tray_->layout())->setSpacing(3);
    left->addWidget(scroll, 1);
    row->addLayout(left);

    auto* middle = new QVBoxLayout;
    middle->addWidget(verdict_);
    middle->addWidget(sentence_);
    middle->addWidget(canvas_, 1);
    row->addLayout(middle, 1);

    auto* right = new QWidget(this);
    right->setFixedWidth(qRound(330 * std::min(1.35, text_scale())));
    auto* column = new QVBoxLayout(right);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    head_->addItems({tr("flat underneath"), tr("countersunk")});
    head_->setAccessibleName(tr("The head is"));
    sink_->set_name(tr("Sunk below the surface"),
                    tr("How far the top of the head lies below it; 0 where it is flush."));
    torque_->set_name(tr("Tightened with"), tr("Pads give way by it: Ø20 knob 0.8 N·m, star Ø40 3 N·m."));
    thickness_->take_ranges();
    end_->addItems({tr("blind"), tr("open at the far end"), tr("a nut")});
    wall_->addItems({tr("metal"), tr("wood or plastic")});
    length_->set_name(tr("Screw, under the head"), tr("From under the head to the tip."));
    plain_->set_name(tr("Plain shank"), tr("Unthreaded length under the head; 0 when threaded all the way."));
    depth_->set_name(tr("Socket, depth"), tr("Run the bare screw in by fingers until it stops: its length less what "
                                             "sticks out."));
    thickness_->set_name(
        tr("Thickness"),
        tr("Of the chosen item; a pad's before it is squeezed. Write 38-39 mm where you do not know it better."));
    end_->setAccessibleName(tr("The socket is"));
    wall_->setAccessibleName(tr("The socket is of"));
    auto* form = new QFormLayout;
    form->setSpacing(6);
    form->addRow(tr("Screw, under the head"), length_);
    form->addRow(tr("Plain shank"), plain_);
    form->addRow(tr("The head is"), head_);
    form->addRow(tr("Sunk below the surface"), sink_);
    form->addRow(tr("Socket, depth"), depth_);
    form->addRow(tr("The socket is"), end_);
    form->addRow(tr("It is of"), wall_);
    form->addRow(tr("Tightened with"), torque_);
    form_ = form;
    column->addLayout(form);
    auto* item_form = new QFormLayout(item_row_);
    item_form->setContentsMargins(0, 4, 0, 4);
    item_form->addRow(item_name_);
    item_form->addRow(tr("Thickness"), thickness_);
    item_form->addRow(remove_);
    column->addWidget(item_row_);
    column->addSpacing(4);
    column->addWidget(length_title_);
    column->addWidget(lengths_);
    column->addWidget(washer_title_);
    column->addWidget(washers_);
    column->addWidget(washer_names_);
    lengths_->setAccessibleName(tr("Screw lengths that are right"));
    washers_->setAccessibleName(tr("Washers to add"));
    column->addStretch(1);
    column->addWidget(bench_, 0, Qt::AlignLeft);
    row->addWidget(right);

    connect(canvas_, &StackCanvas::selected, this, [this](int item) {
        desk_.select(item);
        refresh();
    });
    connect(canvas_, &StackCanvas::removed, this, [this](int item) {
        desk_.remove(item);
        refresh();
    });
    connect(canvas_, &StackCanvas::moved, this, [this](int item, int place) {
        desk_.move(item, place);
        refresh();
    });
    connect(remove_, &QPushButton::clicked, this, [this] {
        if (desk_.selected() >= 0) emit canvas_->removed(desk_.selected());
    });
    const auto take = [this](QuantityField* field, double families::StackDesign::*number) {
        connect(field, &QuantityField::committed, this, [this, field, number](double si, quint64 gesture) {
            if (const auto done = desk_.set_length(number, si, gesture); !done)
                return field->show_problem(done.problem());
            refresh();
        });
    };
    take(length_, &families::StackDesign::screw_length);
    take(depth_, &families::StackDesign::socket_depth);
    take(plain_, &families::StackDesign::plain_length);
    take(sink_, &families::StackDesign::sink);
    connect(torque_, &QuantityField::committed, this, [this](double si, quint64 gesture) {
        if (const auto done = desk_.set_torque(si, gesture); !done) return torque_->show_problem(done.problem());
        refresh();
    });
    connect(thickness_, &QuantityField::committed_range, this, [this](const quantity::Range& range, quint64 gesture) {
        if (const auto done = desk_.set_range(range.low, range.high, gesture); !done)
            return thickness_->show_problem(done.problem());
        refresh();
    });
    connect(head_, &QComboBox::activated, this, [this](int index) {
        desk_.set_countersunk(index == 1);
        refresh();
    });
    connect(thickness_, &QuantityField::committed, this, [this](double si, quint64 gesture) {
        if (const auto done = desk_.set_thickness(si, gesture); !done) return thickness_->show_problem(done.problem());
        refresh();
    });
    connect(end_, &QComboBox::activated, this, [this](int index) {
        desk_.set_end(index == 1, index == 2);
        refresh();
    });
    connect(wall_, &QComboBox::activated, this, [this](int index) {
        desk_.set_soft_socket(index == 1);
        refresh();
    });
    lengths_->set_naming(
        [this](double size) { return QString::fromStdString(families::sold_as(design().screw, size)); });
    connect(lengths_, &IntervalBar::picked, this, [this](double size) {
        (void)desk_.set_length(&families::StackDesign::screw_length, size);  // a standard one can be built
        refresh();
    });
    connect(washers_, &IntervalBar::picked, this, [this](double size) {
        if (const auto washer = desk_.washer_of(size)) insert(*washer, static_cast<int>(design().items.size()));
    });
    connect(bench_, &QPushButton::clicked, this, &StackBuilder::bench_wanted);
}

void StackBuilder::build_tray(QWidget* tray) {
    clear(tray->layout());
    const auto trays = desk_.trays();
    for (const auto& [title, items] : trays) {
        tray->layout()->addWidget(words(QString::fromStdString(title), tray, 0.9));
        for (const auto& item : items) {
            auto* chip = new TrayChip(item, tray);
            tray->layout()->addWidget(chip);
            connect(chip, &TrayChip::clicked, this,
                    [this, chip] { insert(chip->item(), static_cast<int>(design().items.size())); });
            connect(chip, &TrayChip::dragged, this,
                    [this](QPoint at) { canvas_->mark_place(canvas_->place_at(canvas_->mapFromGlobal(at))); });
            connect(chip, &TrayChip::dropped, this, [this, chip](QPoint at) {
                const auto place = canvas_->place_at(canvas_->mapFromGlobal(at));
                canvas_->mark_place(std::nullopt);
                if (place) insert(chip->item(), *place);
            });
        }
    }
    static_cast<QVBoxLayout*>(tray->layout())->addStretch(1);
}

std::vector<TrayChip*> StackBuilder::chips() const {
    const auto found = tray_->findChildren<TrayChip*>();
    return {found.begin(), found.end()};
}

void StackBuilder::set_threads(const catalogue::Thread& screw, const catalogue::Thread& socket) {
    if (desk_.set_threads(screw, socket) || tray_->layout()->count() == 0) build_tray(tray_);
    refresh();
}

void StackBuilder::adopt(const families::StackDesign& design) {
    desk_.adopt(design);
    build_tray(tray_);
    refresh();
}

void StackBuilder::insert(const StackItem& item, int place) {
    desk_.insert(item, place);
    refresh();
}

void StackBuilder::undo() {
    if (desk_.undo()) refresh();
}
void StackBuilder::redo() {
    if (desk_.redo()) refresh();
}

void StackBuilder::refresh_verdict() {
    const auto j = desk_.judgement();
    verdict_->setText(mark_of(j.verdict) + " " + QString::fromStdString(j.state));
    set_text_colour(verdict_, theme().of(j.verdict));
    sentence_->setText(QString::fromStdString(j.sentence));
}

void StackBuilder::refresh() {
    const auto& stack = desk_.design();
    const auto v = stack.verdict();
    const int selected = desk_.selected();
    refresh_verdict();
    canvas_->show_design(stack, selected);
    length_->show_value(stack.screw_length);
    depth_->show_value(stack.socket_depth);
    plain_->show_value(stack.plain_length);
    sink_->show_value(stack.sink);
    torque_->show_value(stack.torque);
    head_->setCurrentIndex(stack.countersunk);
    const bool soft = stack.squeezed().has_value();
    for (const auto& [field, visible] : {std::pair<QWidget*, bool>{sink_, stack.countersunk}, {torque_, soft}}) {
        field->setVisible(visible);
        form_->labelForField(field)->setVisible(visible);
    }
    end_->setCurrentIndex(stack.nut ? 2 : stack.through ? 1 : 0);
    wall_->setCurrentIndex(stack.soft_socket);
    item_row_->setVisible(selected >= 0);
    if (selected >= 0) {
        const auto& item = stack.items[static_cast<std::size_t>(selected)];
        item_name_->setText(QString::fromStdString(item.is_range() ? item.label() : item.name));
        thickness_->show_value(item.thickness);
    }
    std::vector<double> thicknesses;
    for (const auto* row : families::washers_for(stack.screw)) thicknesses.push_back(row->size("thickness"));
    thicknesses = families::within(std::move(thicknesses), {0, 1});
    washers_->show_sizes(thicknesses, v.extra_items, -1);
    lengths_->show_sizes(families::screw_lengths_for(stack.screw), v.screw_lengths, stack.screw_length);
    length_title_->setText(v.screw_lengths.is_empty() ? tr("No screw length is right: the socket is too shallow")
                                                      : tr("Right lengths: %1").arg(interval_text(v.screw_lengths)));
    washer_title_->setText(v.extra_items.is_empty() ? tr("No thickness to add puts it right")
                                                    : tr("Thickness to add: %1").arg(interval_text(v.extra_items)));
    QStringList names;
    for (const auto& choice : families::washers_within(stack.screw, v.extra_items))
        if (names.size() < most_washers_named) names << QString::fromStdString(choice.label());
    washer_names_->setText(names.isEmpty() ? QString() : tr("For example %1.").arg(names.join(tr("; or "))));
    washer_names_->setVisible(!names.isEmpty());
    emit changed();
}

QString StackBuilder::verdict_text() const {
    return verdict_->text();
}
QString StackBuilder::sentence_text() const {
    return sentence_->text();
}

}  // namespace clampet::desktop
