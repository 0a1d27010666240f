#include "desktop/make/shopping_page.h"

#include <QDoubleValidator>
#include <QLabel>
#include <QLineEdit>
#include <QLocale>
#include <QVBoxLayout>

#include "desktop/make/list_view.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {
namespace {

constexpr double most_money = 1e9;

/// A decimal comma is a point.
std::optional<double> number_in(const QLineEdit* field) {
    bool is_number = false;
    const double value = field->text().replace(',', '.').toDouble(&is_number);
    return is_number && value >= 0 && value <= most_money ? std::optional(value) : std::nullopt;
}

}  // namespace

ShoppingPage::ShoppingPage(Session& session, QWidget* parent)
    : QWidget(parent),
      session_(session),
      rate_(new QLineEdit(this)),
      ready_made_(new QLineEdit(this)),
      ready_days_(new QLineEdit(this)),
      needs_(new ListView(this)),
      cost_(new ListView(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* top = new QWidget(this);
    auto* row = new FlowLayout(top);
    const auto named = [&](const QString& name, QLineEdit* field) {
        field->setAccessibleName(name);
        field->setFixedWidth(qRound(190 * std::min(1.5, text_scale())));
        // What is no sum cannot be typed.
        auto* validator = new QDoubleValidator(0, most_money, 2, field);
        validator->setNotation(QDoubleValidator::StandardNotation);
        field->setValidator(validator);
        row->addWidget(under_name(name, field, top));
        connect(field, &QLineEdit::textEdited, this, [this] { refresh(wish_); });
    };
    named(tr("An hour of yours is worth"), rate_);
    named(tr("Ready-made it would cost"), ready_made_);
    named(tr("and be here in so many days"), ready_days_);
    column->addWidget(top);
    auto* inside = new QWidget;
    auto* lists = new QVBoxLayout(inside);
    lists->setContentsMargins(0, 0, 0, 0);
    lists->addWidget(needs_);
    lists->addSpacing(10);
    lists->addWidget(heading(tr("Cost"), inside));
    lists->addWidget(cost_);
    lists->addStretch(1);
    column->addWidget(scrolled(inside, this), 1);
}

make::Wish ShoppingPage::with_own(make::Wish wish) const {
    constexpr double day = 86400;  // [s]
    wish.own_rate = number_in(rate_).value_or(0);
    wish.ready_made = number_in(ready_made_);
    wish.ready_delivery = number_in(ready_days_).value_or(0) * day;
    return wish;
}

void ShoppingPage::refresh(const make::Wish& wish) {
    wish_ = wish;
    auto asked = with_own(wish);
    const auto& workshop = session_.stockroom.workshop();
    asked.workshop = &workshop;
    const auto& rig = session_.document.rig();
    for (auto* field : {rate_, ready_made_}) field->setPlaceholderText("0 " + text_of(workshop.currency));
    ready_days_->setPlaceholderText(tr("days"));
    const auto show = [&](ListView* list, make::What what) {
        asked.what = what;
        const auto table = make::list_of(rig, asked);
        list->show_table(table && *table ? **table
                                         : make::Table{"", {}, {}, {table ? "" : table.problem().sentence()}});
        return static_cast<bool>(table);
    };
    if (show(needs_, make::What::hardware))
        show(cost_, make::What::cost);
    else
        cost_->show_table({});
}

}  // namespace clampet::desktop
