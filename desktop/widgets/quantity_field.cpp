#include "desktop/widgets/quantity_field.h"

#include <atomic>
#include <cmath>
#include <limits>
#include <QEvent>
#include <QFocusEvent>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QStyle>

#include "desktop/theme/theme.h"
#include "quantity/parse.h"

namespace clampet::desktop {
namespace {

using quantity::System;

/// What a bare number means in a field: the metric display unit.
std::string bare_unit(quantity::Dimension dimension) {
    return std::string(quantity::display_unit(dimension, System::metric));
}

bool same(double a, double b) {
    return std::abs(a - b) <= 1e-9 * std::max(std::abs(a), std::abs(b));
}

}  // namespace

project::Gesture next_gesture() {
    static std::atomic<project::Gesture> last{0};
    return ++last;
}

QuantityField::QuantityField(quantity::Dimension dimension, QWidget* parent)
    : QWidget(parent),
      dimension_(dimension),
      edit_(new QLineEdit(this)),
      other_(new QLabel(this)),
      problem_(new QLabel(this)) {
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(2);
    grid->addWidget(edit_, 0, 0);
    grid->addWidget(other_, 0, 1);
    grid->addWidget(problem_, 1, 0, 1, 2);
    grid->setColumnStretch(0, 3);
    grid->setColumnStretch(1, 2);
    edit_->setAlignment(Qt::AlignRight);
    edit_->setFont(body_font(1, true));
    edit_->setMinimumWidth(qRound(70 * text_scale()));
    other_->setFont(body_font(0.85));
    set_text_colour(other_, theme().quiet);
    problem_->setFont(body_font(0.9));
    set_text_colour(problem_, theme().slips);
    problem_->setWordWrap(true);
    problem_->hide();
    setFocusProxy(edit_);
    edit_->installEventFilter(this);
    connect(edit_, &QLineEdit::textEdited, this, &QuantityField::typed);
    connect(edit_, &QLineEdit::editingFinished, this, &QuantityField::left_open);
}

void QuantityField::set_name(const QString& name, const QString& help) {
    edit_->setAccessibleName(name);
    edit_->setAccessibleDescription(help);
    edit_->setToolTip(help);
}

QString QuantityField::problem_text() const {
    return problem_->isHidden() ? QString() : problem_->text();
}
QString QuantityField::other_text() const {
    return other_->text();
}

void QuantityField::show_value(double si) {
    show_text(si, quantity::format_exact(si, dimension_));
}

void QuantityField::show_nothing() {
    value_ = std::numeric_limits<double>::quiet_NaN();
    if (edit_->hasFocus()) return;
    edit_->clear();
    other_->clear();
    clear_problem();
}

void QuantityField::show_computed(double si) {
    show_text(si, quantity::format(si, dimension_));
}

void QuantityField::show_text(double si, const std::string& text) {
    // The text that was typed stays as long as it means the value in force.
    const bool typed_the_same = edit_->hasFocus() && !edit_->text().isEmpty() && !bad_ && same(si, value_);
    if (!typed_the_same) {
        const auto parsed = read(edit_->text());
        const bool still_means_it = parsed && same(parsed->typical, si);
        const bool keep_bad_text = bad_ && same(si, value_);
        if (!still_means_it && !keep_bad_text) {
            edit_->setText(QString::fromStdString(text));
            edit_->setCursorPosition(0);
        }
        if (!keep_bad_text) clear_problem();
    }
    value_ = si;
    show_other(si);
}

void QuantityField::show_other(double si) {
    if (dimension_ == quantity::Dimension::number || dimension_ == quantity::Dimension::angle) return;
    const bool typed_imperial = edit_->text().contains("in") || edit_->text().contains('"') ||
                                edit_->text().contains("lb") || edit_->text().contains("oz") ||
                                edit_->text().contains("psi") || edit_->text().contains("mph") ||
                                edit_->text().contains("ft");
    const bool same_unit =
        quantity::display_unit(dimension_, System::metric) == quantity::display_unit(dimension_, System::imperial);
    if (si == 0 || same_unit) return other_->clear();
    other_->setText(
        QString::fromStdString(quantity::format(si, dimension_, typed_imperial ? System::metric : System::imperial)));
}

void QuantityField::show_problem(const Problem& problem) {
    bad_ = true;
    problem_->setText(QString::fromStdString(problem.what + " " + problem.remedy));
    problem_->show();
    edit_->setProperty("bad", true);
    edit_->style()->polish(edit_);
}

void QuantityField::clear_problem() {
    if (!bad_) return;
    bad_ = false;
    problem_->hide();
    edit_->setProperty("bad", false);
    edit_->style()->polish(edit_);
}

Result<quantity::Range> QuantityField::read(const QString& text) const {
    const auto typed = text.toStdString();
    if (takes_masses_)
        if (const auto pull = quantity::parse_pull(typed)) return quantity::Range{*pull, *pull, *pull};
    return quantity::parse_range(typed, dimension_, bare_unit(dimension_));
}

void QuantityField::typed(const QString& text) {
    if (takes_nothing_ && text.trimmed().isEmpty()) return clear_problem();  // what follows may still be typed
    const auto range = read(text);
    if (!range) return show_problem(range.problem());
    if (!range->is_one() && !takes_ranges_)
        return show_problem({"quantity.one_wanted", "", tr("One number is wanted here.").toStdString(),
                             tr("Write what is typical; for a difference put spaces round the minus.").toStdString()});
    const double value = range->typical;
    clear_problem();
    if (gesture_ == 0) gesture_ = next_gesture();
    const double before = value_;
    value_ = value;
    show_other(value);
    if (range->is_one())
        emit committed(value, gesture_);
    else
        emit committed_range(*range, gesture_);
    if (bad_) value_ = before;  // refused by the document: what is in force is the old value
}

void QuantityField::left_open() {
    if (!takes_nothing_ || !edit_->text().trimmed().isEmpty() || std::isnan(value_)) return;
    value_ = std::numeric_limits<double>::quiet_NaN();
    other_->clear();
    emit cleared(next_gesture());
}

bool QuantityField::eventFilter(QObject* watched, QEvent* event) {
    if (watched == edit_ && (event->type() == QEvent::FocusIn || event->type() == QEvent::FocusOut)) gesture_ = 0;
    return QWidget::eventFilter(watched, event);
}

}  // namespace clampet::desktop
