#include "desktop/brief/use_panel.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "loads/cards.h"
#include "rig/mechanism.h"

namespace clampet::desktop {
namespace {

using families::Parameter;

/// Narrower than that at plain text, three cards or fields do not fit beside each other.
constexpr int room_for_three = 1180;

QString card_text(const loads::Card& card) {
    QString text = text_of(card.name) + "\n" + text_of(card.meaning);
    if (card.required > 0) text += "\n" + QObject::tr("required %1").arg(factor_text(card.required));
    return text;
}

double value_of(const rig::CaseUse& use, const Parameter& p) {
    const auto at = use.inputs.find(p.key);
    const auto* number = at == use.inputs.end() ? nullptr : std::get_if<double>(&at->second);
    return number ? *number : p.standard;
}

/// What a text of a load case may name in this rig: parts, or joints that turn.
std::vector<std::pair<std::string, QString>> names_for(const Parameter& p, const rig::Rig& rig) {
    std::vector<std::pair<std::string, QString>> names;
    if (p.key == "axis") {
        names.emplace_back("", QObject::tr("all that are turned"));
        for (const auto& f : rig.interfaces)
            for (const auto& axis : rig::motion_of(f).axes)
                if (!axis.slides)
                    names.emplace_back(f.id + "." + axis.key,
                                       QString("%1: %2").arg(text_of(f.name), text_of(axis.label)));
        return names;
    }
    const rig::Part* payload = rig::payload_of(rig);
    names.emplace_back("", payload && payload->role != rig::Role::support
                               ? QObject::tr("the payload (%1)").arg(text_of(payload->name))
                               : QObject::tr("the payload"));
    for (const auto& part : rig.parts)
        if (part.role != rig::Role::support) names.emplace_back(part.id, text_of(part.name));
    return names;
}

}  // namespace

UsePanel::UsePanel(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      cautions_(new QLabel(this)),
      list_(new QVBoxLayout),
      add_(new QuietComboBox(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(10);
    cards_grid_ = new QGridLayout;
    cards_grid_->setSpacing(10);
    for (const auto& card : loads::cards()) {
        auto* button = new QPushButton(card_text(card), this);
        button->setCheckable(true);
        button->setProperty("card", true);
        button->setAccessibleName(text_of(card.name));
        button->setAccessibleDescription(text_of(card.meaning));
        button->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Preferred);
        connect(button, &QPushButton::clicked, this, &UsePanel::choose_cards);
        cards_[std::string(card.key)] = button;
    }
    lay_cards();
    column->addLayout(cards_grid_);
    cautions_->setWordWrap(true);
    set_text_colour(cautions_, theme().doubtful);
    column->addWidget(cautions_);
    auto* head = new QLabel(tr("What it must stand, beside its own weight"), this);
    head->setFont(body_font(1.1, true));
    column->addSpacing(4);
    column->addWidget(head);
    list_->setSpacing(12);
    column->addLayout(list_);
    add_->setAccessibleName(tr("Add a load case"));
    add_->addItem(tr("Add a load…"));
    for (const auto* each : loads::registry())
        add_->addItem(tr("%1: %2").arg(text_of(each->name()), text_of(each->purpose())),
                      QString::fromUtf8(each->key().data(), static_cast<int>(each->key().size())));
    connect(add_, &QComboBox::activated, this, [this](int index) {
        const QString kind = add_->itemData(index).toString();
        add_->setCurrentIndex(0);
        if (!kind.isEmpty()) perform(project::AddCase{kind.toStdString()});
    });
    add_->setMaximumWidth(qRound(460 * text_scale()));
    column->addWidget(add_);
}

/// Fewer stand beside each other where the text is large or the window narrow.
int UsePanel::cards_in_a_row() const {
    return text_scale() > 1.25 ? 1 : wide_ ? 3 : 2;
}
int UsePanel::fields_in_a_row() const {
    return text_scale() > 1.25 || !wide_ ? 2 : 3;
}

void UsePanel::lay_cards() {
    int at = 0;
    for (const auto& card : loads::cards()) {
        auto* button = cards_.at(std::string(card.key));
        cards_grid_->addWidget(button, at / cards_in_a_row(), at % cards_in_a_row());  // taken from where it was
        ++at;
    }
}

void UsePanel::fit_width(int width) {
    const bool wide = width >= room_for_three * text_scale();
    if (wide == wide_) return;
    wide_ = wide;
    lay_cards();
    rebuild_rows();
    refresh();
}

void UsePanel::perform(const project::Edit& edit, project::Gesture gesture, QuantityField* field) {
    const auto done = document_.perform(edit, gesture);
    if (done) return;
    if (field)
        field->show_problem(done.problem());
    else
        emit problem(QString::fromStdString(done.problem().sentence()));
    if (!field) refresh();
}

void UsePanel::choose_cards() {
    std::vector<std::string> chosen;
    for (const auto& card : loads::cards())
        if (cards_.at(std::string(card.key))->isChecked()) chosen.emplace_back(card.key);
    perform(project::SetUse{chosen});
}

UsePanel::Row UsePanel::make_row(const rig::CaseUse& use) {
    Row row;
    row.widget = new QWidget(this);
    auto* grid = new QGridLayout(row.widget);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(4);
    const auto* kind = loads::case_named(use.kind);
    row.title = new QLabel(row.widget);
    row.title->setFont(body_font(1, true));
    grid->addWidget(row.title, 0, 0, 1, 2);
    grid->addWidget(quiet_words(text_of(kind->purpose()), row.widget), 0, 2, 1, 2 * fields_in_a_row() - 3);
    row.remove = new QPushButton(tr("Leave out"), row.widget);
    row.remove->setProperty("pill", true);
    row.remove->setAccessibleName(tr("Leave out: %1").arg(text_of(kind->name())));
    connect(row.remove, &QPushButton::clicked, this, [this, id = use.id] { perform(project::RemoveCase{id}); });
    grid->addWidget(row.remove, 0, 2 * fields_in_a_row() - 1, Qt::AlignRight);
    int at = 0;
    for (const auto& p : kind->parameters()) {
        auto* label = new QLabel(text_of(p.label), row.widget);
        label->setToolTip(text_of(p.help));
        label->setWordWrap(true);
        label->setMinimumWidth(qRound(118 * text_scale()));  // the columns of all cases stand below each other
        label->setMaximumWidth(qRound(118 * text_scale()));
        QWidget* editor = nullptr;
        if (p.kind == families::Kind::quantity) {
            auto* field = new QuantityField(p.dimension, row.widget);
            field->set_name(QString("%1: %2").arg(text_of(kind->name()), text_of(p.label)), text_of(p.help));
            connect(field, &QuantityField::committed, this,
                    [this, id = use.id, key = p.key, field](double v, quint64 g) {
                        perform(project::SetCaseInput{id, key, v}, g, field);
                    });
            row.fields[p.key] = field;
            editor = field;
        } else {
            auto* choice = new QuietComboBox(row.widget);
            choice->setAccessibleName(QString("%1: %2").arg(text_of(kind->name()), text_of(p.label)));
            choice->setToolTip(text_of(p.help));
            choice->setMinimumContentsLength(8);
            choice->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
            connect(choice, &QComboBox::activated, this, [this, id = use.id, key = p.key, choice](int index) {
                perform(project::SetCaseInput{id, key, choice->itemData(index).toString().toStdString()});
            });
            row.choices[p.key] = choice;
            editor = choice;
        }
        const int line = 1 + at / fields_in_a_row(), column = 2 * (at % fields_in_a_row());
        grid->addWidget(label, line, column, Qt::AlignTop);
        grid->addWidget(editor, line, column + 1, Qt::AlignTop);
        ++at;
    }
    for (int k = 0; k < fields_in_a_row(); ++k) {
        grid->setColumnMinimumWidth(2 * k, qRound(118 * text_scale()));
        grid->setColumnStretch(2 * k + 1, 1);
    }
    return row;
}

void UsePanel::rebuild_rows() {
    for (auto& [id, row] : rows_) row.widget->deleteLater();
    rows_.clear();
    shown_.clear();
    QWidget* before = add_;
    for (const auto& use : document_.rig().cases) {
        if (!loads::case_named(use.kind)) continue;
        Row row = make_row(use);
        list_->addWidget(row.widget);
        row.widget->show();
        setTabOrder(before, row.remove);
        before = row.remove;
        shown_.push_back(use.id);
        rows_[use.id] = row;
    }
}

void UsePanel::refresh() {
    const auto& rig = document_.rig();
    QStringList cautions;
    for (const auto& card : loads::cards()) {
        const bool chosen = std::find(rig.use.begin(), rig.use.end(), card.key) != rig.use.end();
        auto* button = cards_.at(std::string(card.key));
        const QSignalBlocker quiet_button(button);
        button->setChecked(chosen);
        button->setText((chosen ? QString::fromUtf8("✓ ") : QString()) + card_text(card));
        if (chosen && !card.caution.empty()) cautions << text_of(card.caution);
    }
    cautions_->setText(cautions.join("\n"));
    cautions_->setVisible(!cautions.isEmpty());
    std::vector<std::string> now;
    for (const auto& use : rig.cases) now.push_back(use.id);
    if (now != shown_) rebuild_rows();
    for (const auto& use : rig.cases) {
        auto& row = rows_.at(use.id);
        row.title->setText(QString::fromStdString(loads::name_of(rig, use)));
        for (const auto& p : loads::case_named(use.kind)->parameters()) {
            if (p.kind == families::Kind::quantity) {
                row.fields.at(p.key)->show_value(value_of(use, p));
                continue;
            }
            auto* choice = row.choices.at(p.key);
            const QSignalBlocker quiet_choice(choice);
            choice->clear();
            for (const auto& [key, name] : names_for(p, rig)) choice->addItem(name, QString::fromStdString(key));
            const auto at = use.inputs.find(p.key);
            const auto* text = at == use.inputs.end() ? nullptr : std::get_if<std::string>(&at->second);
            const int index = choice->findData(QString::fromStdString(text ? *text : std::string()));
            if (index < 0 && text) {  // several axes, as a file may name them
                choice->addItem(QString::fromStdString(*text), QString::fromStdString(*text));
                choice->setCurrentIndex(choice->count() - 1);
            } else {
                choice->setCurrentIndex(std::max(0, index));
            }
        }
    }
}

QuantityField* UsePanel::field(const std::string& load_case, const std::string& key) const {
    return rows_.at(load_case).fields.at(key);
}
QComboBox* UsePanel::choice(const std::string& load_case, const std::string& key) const {
    return rows_.at(load_case).choices.at(key);
}

}  // namespace clampet::desktop
