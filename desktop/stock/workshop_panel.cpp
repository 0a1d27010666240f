#include "desktop/stock/workshop_panel.h"

#include <cmath>
#include <QGridLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "project/carried.h"
#include "quantity/format.h"
#include "quantity/parse.h"

namespace clampet::desktop {
namespace {

QLineEdit* line(const QString& name, const QString& help, QWidget* parent) {
    auto* edit = new QLineEdit(parent);
    edit->setAccessibleName(name);
    edit->setToolTip(help);
    edit->setPlaceholderText(name);
    return edit;
}

/// A number as it is typed; NaN, which is refused with what would be right, for what is none.
double number_in(const QLineEdit* edit, quantity::Dimension dimension) {
    const auto unit = std::string(quantity::display_unit(dimension, quantity::System::metric));
    const auto value = quantity::parse(edit->text().toStdString(), dimension, unit);
    return value ? *value : std::nan("");
}

}  // namespace

WorkshopPanel::WorkshopPanel(project::Document& document, project::Stockroom& stockroom, QWidget* parent)
    : Panel(parent),
      document_(document),
      stockroom_(stockroom),
      name_(line(tr("Name of the workshop"), {}, this)),
      tools_(line(tr("drill press, tap 1/4-20, …"), tr("With commas between them"), this)),
      hand_rows_(new QVBoxLayout),
      printer_rows_(new QVBoxLayout),
      add_hand_(flat_button(tr("Add hands"), this)),
      add_printer_(flat_button(tr("Add a printer"), this)),
      rig_(wrapped(this)) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(2, 2, 2, 2);
    auto* inside = new QWidget(this);
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(14, 14, 14, 14);
    column->setSpacing(6);
    name_->setPlaceholderText({});
    tools_->setAccessibleName(tr("Tools"));
    column->addWidget(heading(tr("The workshop"), inside));
    column->addWidget(name_);
    column->addWidget(heading(tr("This rig"), inside, 0.95));
    column->addWidget(rig_);
    column->addWidget(heading(tr("Whose hands tighten it"), inside, 0.95));
    column->addWidget(quiet_words(tr("1 is common practice for a hand, 0.7 a weak one, 1.4 a strong one."), inside));
    column->addLayout(hand_rows_);
    column->addWidget(add_hand_, 0, Qt::AlignLeft);
    column->addWidget(heading(tr("Printers"), inside, 0.95));
    column->addWidget(quiet_words(tr("A part from a file is made as the first one prints."), inside));
    column->addLayout(printer_rows_);
    column->addWidget(add_printer_, 0, Qt::AlignLeft);
    column->addWidget(heading(tr("Tools"), inside, 0.95));
    column->addWidget(tools_);
    column->addStretch(1);
    outer->addWidget(scrolled(inside, this));
    connect(name_, &QLineEdit::editingFinished, this, [this] {
        const auto text = name_->text().trimmed().toStdString();
        if (!text.empty() && text != stockroom_.workshop().name)
            change([&](auto& w) { w.name = text; }, tr("name of the workshop"));
    });
    connect(tools_, &QLineEdit::editingFinished, this, [this] {
        std::vector<std::string> tools;
        for (const auto& tool : tools_->text().split(',', Qt::SkipEmptyParts))
            if (!tool.trimmed().isEmpty()) tools.push_back(tool.trimmed().toStdString());
        if (tools != stockroom_.workshop().tools) change([&](auto& w) { w.tools = tools; }, tr("change of the tools"));
    });
    connect(add_hand_, &QPushButton::clicked, this, [this] {
        change(
            [](auto& w) {
                w.hands.push_back({tr("Hands %1").arg(w.hands.size() + 1).toStdString(), 1});
            },
            tr("new hands"));
        if (!hands_.empty()) hands_.back().name->setFocus();
    });
    connect(add_printer_, &QPushButton::clicked, this, [this] {
        change(
            [](auto& w) {
                inventory::Printer printer;
                printer.name = tr("Printer %1").arg(w.printers.size() + 1).toStdString();
                w.printers.push_back(std::move(printer));
            },
            tr("new printer"));
        if (!printers_.empty()) printers_.back().name->setFocus();
    });
    subscription_ = document_.observe([this](const project::Change&) {
        if (isVisible()) refresh();
    });
}

void WorkshopPanel::change(const std::function<void(inventory::Workshop&)>& how, const QString& label) {
    auto to = stockroom_.workshop();
    how(to);
    emit done(stockroom_.change(std::move(to), label.toStdString()));
    refresh();
}

void WorkshopPanel::edit_hand(std::size_t i) {
    const auto& row = hands_[i];
    const inventory::Hand hand{row.name->text().trimmed().toStdString(),
                               number_in(row.strength, quantity::Dimension::number)};
    if (i >= stockroom_.workshop().hands.size() || hand == stockroom_.workshop().hands[i]) return;
    auto to = stockroom_.workshop();
    to.hands[i] = hand;
    emit done(stockroom_.change(std::move(to), tr("change of hands").toStdString()));
}

void WorkshopPanel::edit_printer(std::size_t i) {
    const auto& row = printers_[i];
    const inventory::Printer printer{
        row.name->text().trimmed().toStdString(), row.material->text().trimmed().toStdString(),
        number_in(row.walls, quantity::Dimension::length), number_in(row.infill, quantity::Dimension::number)};
    if (i >= stockroom_.workshop().printers.size() || printer == stockroom_.workshop().printers[i]) return;
    auto to = stockroom_.workshop();
    to.printers[i] = printer;
    emit done(stockroom_.change(std::move(to), tr("change of a printer").toStdString()));
}

void WorkshopPanel::tighten_with(std::size_t i, bool on) {
    const auto& hand = stockroom_.workshop().hands[i];
    const auto hands = on ? std::optional(hand) : std::nullopt;
    const auto performed = document_.perform(project::SetHands{hands});
    emit done(performed ? Status(Done{}) : Status(performed.problem()));
    refresh();
}

void WorkshopPanel::rebuild() {
    for (auto* row : rows_) {
        row->hide();
        row->deleteLater();
    }
    rows_.clear();
    hands_.clear();
    printers_.clear();
    const auto& workshop = stockroom_.workshop();
    const auto remove_button = [](const QString& name, QWidget* parent) {
        auto* button = flat_button(tr("remove"), parent);
        button->setAccessibleName(tr("Remove %1").arg(name));
        return button;
    };
    for (std::size_t i = 0; i < workshop.hands.size(); ++i) {
        auto* holder = new QWidget(this);
        auto* grid = new QGridLayout(holder);
        grid->setContentsMargins(0, 0, 0, 4);
        grid->setVerticalSpacing(2);
        HandRow row{line(tr("Whose"), {}, holder), line(tr("How strong"), tr("Times a common hand, 0.3 to 3"), holder),
                    flat_button(tr("tightens this rig"), holder),
                    remove_button(text_of(workshop.hands[i].name), holder)};
        row.tightens->setCheckable(true);
        grid->addWidget(row.name, 0, 0);
        grid->addWidget(row.strength, 0, 1);
        grid->addWidget(row.tightens, 1, 0, Qt::AlignLeft);
        grid->addWidget(row.remove, 1, 1, Qt::AlignRight);
        grid->setColumnStretch(0, 3);
        grid->setColumnStretch(1, 1);
        for (auto* edit : {row.name, row.strength})
            connect(edit, &QLineEdit::editingFinished, this, [this, i] { edit_hand(i); });
        connect(row.tightens, &QPushButton::clicked, this, [this, i](bool on) { tighten_with(i, on); });
        connect(row.remove, &QPushButton::clicked, this, [this, i] {
            change([&](auto& w) { w.hands.erase(w.hands.begin() + static_cast<std::ptrdiff_t>(i)); },
                   tr("removed hands"));
        });
        hand_rows_->addWidget(holder);
        rows_.push_back(holder);
        hands_.push_back(row);
    }
    for (std::size_t i = 0; i < workshop.printers.size(); ++i) {
        auto* holder = new QWidget(this);
        auto* grid = new QGridLayout(holder);
        grid->setContentsMargins(0, 0, 0, 4);
        grid->setVerticalSpacing(2);
        PrinterRow row{line(tr("Which"), {}, holder), line(tr("Prints"), tr("A material, for example PETG"), holder),
                       line(tr("Walls"), tr("Thickness of the shell, for example 1.2 mm"), holder),
                       line(tr("Infill"), tr("Share of what is within, 0 to 1"), holder),
                       remove_button(text_of(workshop.printers[i].name), holder)};
        grid->addWidget(row.name, 0, 0, 1, 2);
        grid->addWidget(row.remove, 0, 2, Qt::AlignRight);
        int column = 0;
        for (auto* edit : {row.material, row.walls, row.infill}) {
            auto* label = quiet_words(edit->accessibleName().toLower(), holder, 0.85);
            label->setBuddy(edit);
            grid->addWidget(label, 1, column);
            grid->addWidget(edit, 2, column);
            grid->setColumnStretch(column++, edit == row.material ? 3 : 2);
        }
        for (auto* edit : {row.name, row.material, row.walls, row.infill})
            connect(edit, &QLineEdit::editingFinished, this, [this, i] { edit_printer(i); });
        connect(row.remove, &QPushButton::clicked, this, [this, i] {
            change([&](auto& w) { w.printers.erase(w.printers.begin() + static_cast<std::ptrdiff_t>(i)); },
                   tr("removed printer"));
        });
        printer_rows_->addWidget(holder);
        rows_.push_back(holder);
        printers_.push_back(row);
    }
    for (auto* row : rows_) row->show();
}

void WorkshopPanel::say_of_rig() {
    const auto& rig = document_.rig();
    const auto differences = project::differences(rig, stockroom_.workshop());
    const auto taken = std::count_if(rig.parts.begin(), rig.parts.end(), [](const auto& p) { return !p.item.empty(); });
    QStringList words;
    for (const auto& d : differences) words << text_of(d.says);
    if (words.isEmpty())
        words << (taken > 0 ? (taken > 1 ? tr("All that it takes from the drawer is here: %1 parts.").arg(taken)
                                         : tr("What it takes from the drawer is here: 1 part."))
                            : tr("It takes nothing from the drawer so far."));
    rig_->setText(words.join('\n'));
    set_text_colour(rig_, differences.empty() ? theme().quiet : theme().doubtful);
}

void WorkshopPanel::refresh() {
    const auto& workshop = stockroom_.workshop();
    if (hands_.size() != workshop.hands.size() || printers_.size() != workshop.printers.size()) rebuild();
    const auto put = [](QLineEdit* edit, const QString& text) {
        if (edit->hasFocus() || edit->text() == text) return;
        edit->setText(text);
        edit->setCursorPosition(0);
    };
    put(name_, text_of(workshop.name));
    QStringList tools;
    for (const auto& tool : workshop.tools) tools << text_of(tool);
    put(tools_, tools.join(", "));
    const auto& hands = document_.rig().hands;
    for (std::size_t i = 0; i < hands_.size(); ++i) {
        put(hands_[i].name, text_of(workshop.hands[i].name));
        put(hands_[i].strength, QString::number(workshop.hands[i].strength));
        hands_[i].tightens->setChecked(hands && hands->name == workshop.hands[i].name);
        hands_[i].tightens->setText(hands_[i].tightens->isChecked() ? tr("● tightens this rig")
                                                                    : tr("○ tightens this rig"));
    }
    for (std::size_t i = 0; i < printers_.size(); ++i) {
        const auto& printer = workshop.printers[i];
        put(printers_[i].name, text_of(printer.name));
        put(printers_[i].material, text_of(printer.material));
        put(printers_[i].walls, shown(printer.walls, quantity::Dimension::length));
        put(printers_[i].infill, QString::number(printer.infill));
    }
    say_of_rig();
}

}  // namespace clampet::desktop
