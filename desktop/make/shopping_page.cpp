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
        connect(field, &QLineEdit::textEdited, this, [this] { refresh(work_, sawing_); });
    };
    named(tr("An hour of yours is worth"), rate_);
    named(tr("Ready-made it would cost"), ready_made_);
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

double ShoppingPage::own_rate() const {
    return number_in(rate_).value_or(0);
}

std::optional<double> ShoppingPage::bought() const {
    return number_in(ready_made_);
}

void ShoppingPage::refresh(const make::Work& work, const make::Sawing& sawing) {
    work_ = work;
    sawing_ = sawing;
    const auto& workshop = session_.stockroom.workshop();
    const auto& rig = session_.document.rig();
    const auto needs = make::needs_of(rig, work, sawing, &workshop);
    const auto plan = make::plan_of(rig, work);
    if (!needs || !plan) {
        const auto& problem = needs ? plan.problem() : needs.problem();
        needs_->show_table({"", {}, {}, {problem.sentence()}});
        cost_->show_table({});
        return;
    }
    for (auto* field : {rate_, ready_made_}) field->setPlaceholderText("0 " + text_of(workshop.currency));
    needs_->show_table(make::shopping_list(*needs, workshop.currency));
    cost_->show_table(
        make::cost_list(*needs, make::cost_of(*needs, plan->hands_on(), own_rate(), bought()), workshop.currency));
}

}  // namespace clampet::desktop
