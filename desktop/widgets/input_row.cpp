#include "desktop/widgets/input_row.h"

#include <QAbstractItemView>
#include <QComboBox>
#include <QCompleter>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QShortcut>
#include <QSignalBlocker>

#include "catalogue/material.h"
#include "catalogue/thread.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "families/stock_use.h"
#include "quantity/format.h"
#include "quantity/parse.h"

namespace clampet::desktop {
namespace {

constexpr int fewest_letters = 9;  // of a choice, where there is little room

QString key_of(const families::Choice& choice) {
    return QString::fromStdString(choice.key);
}

/// Names of the catalogue that a text input takes; empty for free text.
QStringList catalogue_names(const families::Parameter& p) {
    QStringList names;
    if (p.source != "catalogue") return names;
    if (p.key.find("material") != std::string::npos)
        for (const auto& m : catalogue::materials()) names << QString::fromStdString(m.name);
    else
        for (const auto& t : catalogue::threads()) names << QString::fromStdString(t.designation);
    return names;
}

rig::Input scaled(const rig::Band& band, double typical) {
    if (!(band.typical > 0)) return typical;
    return rig::Band{band.low * typical / band.typical, typical, band.high * typical / band.typical};
}

}  // namespace

InputRow::InputRow(const families::Parameter& parameter, QWidget* parent)
    : QWidget(parent),
      parameter_(parameter),
      label_(new QLabel(this)),
      note_(new QLabel(this)),
      origin_(new QLabel(this)),
      help_(new QLabel(this)) {
    label_->setText(QString::fromStdString(parameter.label));
    label_->setToolTip(QString::fromStdString(parameter.help));
    label_->setWordWrap(true);
    note_->setFont(body_font(0.85));
    note_->setWordWrap(true);
    note_->hide();
    origin_->setFont(body_font(0.85));
    origin_->setWordWrap(true);
    origin_->hide();
    connect(origin_, &QLabel::linkActivated, this, &InputRow::given_up);
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(8);
    grid->setVerticalSpacing(2);
    grid->addWidget(label_, 0, 0, Qt::AlignLeft | Qt::AlignTop);
    grid->setColumnStretch(0, 10);
    grid->setColumnStretch(1, 12);
    if (parameter.kind == families::Kind::quantity)
        build_quantity();
    else if (parameter.kind == families::Kind::choice)
        build_choice();
    else
        build_text();
    int row = 0;
    if (field_) grid->addWidget(field_, row++, 1);
    if (choices_) grid->addWidget(choices_, row++, 1);
    grid->addWidget(note_, row, 0, 1, 2);
    grid->addWidget(origin_, row + 1, 0, 1, 2);
    help_->setFont(body_font(0.85));
    help_->setWordWrap(true);
    help_->hide();
    grid->addWidget(help_, row + 2, 0, 1, 2);
    auto* explain = new QShortcut(QKeySequence(Qt::Key_F1), this);
    explain->setContext(Qt::WidgetWithChildrenShortcut);
    connect(explain, &QShortcut::activated, this, &InputRow::toggle_help);
    label_->setBuddy(field_ ? static_cast<QWidget*>(field_->editor()) : choices_);
}

void InputRow::build_quantity() {
    field_ = new QuantityField(parameter_.dimension, this);
    field_->set_name(QString::fromStdString(parameter_.label), QString::fromStdString(parameter_.help));
    connect(field_, &QuantityField::committed, this, [this](double si, quint64 gesture) {
        const auto* band = given_ ? std::get_if<rig::Band>(&*given_) : nullptr;
        emit committed(band ? scaled(*band, si) : rig::Input{si}, gesture);
    });
    field_->take_ranges();
    connect(field_, &QuantityField::committed_range, this, [this](const quantity::Range& range, quint64 gesture) {
        emit committed(rig::Band{range.low, range.typical, range.high}, gesture);
    });
    if (parameter_.friction_pair.empty()) return;
    choices_ = new QuietComboBox(this);
    choices_->setAccessibleName(QString::fromStdString(parameter_.label) + tr(", pair of materials"));
    offer_pairs(parameter_.friction_pair);
    choices_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    choices_->setMinimumContentsLength(fewest_letters);
    connect(choices_, &QComboBox::activated, this, &InputRow::chosen);
}

/// Pairs of the surfaces that lie here come first, those with one of them next, all others behind.
void InputRow::offer_pairs(const std::string& here) {
    if (here == pairs_for_ && choices_->count() > 0) return;
    pairs_for_ = here;
    const QSignalBlocker quiet(choices_);
    choices_->clear();
    choices_->addItem(tr("my own value"));
    const auto known = catalogue::friction_named(here);
    const auto near = [&](const catalogue::FrictionPair& pair) {
        const auto lies_here = [&](const std::string& surface) {
            return known && (surface == known->a || surface == known->b);
        };
        return lies_here(pair.a) && lies_here(pair.b) ? 0 : lies_here(pair.a) || lies_here(pair.b) ? 1 : 2;
    };
    for (int rank = 0; rank < 3; ++rank) {
        const int before = choices_->count();
        for (const auto& pair : catalogue::friction_pairs())
            if (near(pair) == rank) choices_->addItem(QString::fromStdString(pair.name()));
        if (rank < 2 && choices_->count() > before) choices_->insertSeparator(choices_->count());
    }
}

void InputRow::build_choice() {
    choices_ = new QuietComboBox(this);
    for (const auto& choice : parameter_.choices)
        choices_->addItem(QString::fromStdString(choice.label), key_of(choice));
    choices_->setAccessibleName(QString::fromStdString(parameter_.label));
    choices_->setAccessibleDescription(QString::fromStdString(parameter_.help));
    choices_->setToolTip(QString::fromStdString(parameter_.help));
    choices_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    choices_->setMinimumContentsLength(fewest_letters);
    connect(choices_, &QComboBox::activated, this, &InputRow::chosen);
}

void InputRow::build_text() {
    choices_ = new QuietComboBox(this);
    choices_->setEditable(true);
    choices_->setInsertPolicy(QComboBox::NoInsert);
    choices_->addItems(catalogue_names(parameter_));
    choices_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    choices_->setMinimumContentsLength(fewest_letters);
    choices_->setCompleter(nullptr);
    choices_->lineEdit()->setAccessibleName(QString::fromStdString(parameter_.label));
    choices_->setAccessibleName(QString::fromStdString(parameter_.label));
    choices_->setToolTip(QString::fromStdString(parameter_.help));
    connect(choices_, &QComboBox::activated, this, [this] { typed_text(choices_->currentText()); });
    connect(choices_->lineEdit(), &QLineEdit::textEdited, this, &InputRow::typed_text);
}

/// What it is, what it may be, and where its default comes from.
void InputRow::toggle_help() {
    if (!help_->isHidden()) return help_->hide();
    QString words = QString::fromStdString(parameter_.help);
    if (parameter_.kind == families::Kind::quantity) {
        const auto shown = [&](double si) {
            return QString::fromStdString(quantity::format(si, parameter_.dimension));
        };
        words += tr(" From %1 to %2; begins at %3")
                     .arg(shown(parameter_.least), shown(parameter_.most), shown(parameter_.standard));
        words += parameter_.source.empty() || parameter_.source == "input"
                     ? "."
                     : ", " + QString::fromStdString(parameter_.source) + ".";
    } else if (parameter_.kind == families::Kind::choice) {
        QStringList choices;
        for (const auto& choice : parameter_.choices) choices << QString::fromStdString(choice.label);
        words += tr(" One of: %1.").arg(choices.join("; "));
    }
    set_text_colour(help_, theme().quiet);
    help_->setText(words);
    help_->show();
}
QString InputRow::help_text() const {
    return help_->isHidden() ? QString() : help_->text();
}

QLineEdit* InputRow::text_editor() const {
    return choices_ && choices_->isEditable() ? choices_->lineEdit() : nullptr;
}

void InputRow::chosen(int index) {
    if (parameter_.kind == families::Kind::choice) {
        emit committed(choices_->itemData(index).toString().toStdString(), 0);
        return;
    }
    if (index > 0)
        emit committed(rig::FrictionOf{choices_->itemText(index).toStdString()}, 0);
    else
        field_->editor()->setFocus();
}

void InputRow::typed_text(const QString& text) {
    if (!note_->isHidden()) show_note({}, false);
    emit committed(text.trimmed().toStdString(), 0);
}

void InputRow::show_note(const QString& text, bool problem) {
    note_->setText(text);
    note_->setProperty("problem", problem);
    set_text_colour(note_, (problem ? theme().slips : theme().quiet));
    note_->setVisible(!text.isEmpty());
}

QString InputRow::note() const {
    return note_->isHidden() || note_->property("problem").toBool() ? QString() : note_->text();
}
QString InputRow::problem_text() const {
    if (field_ && !field_->problem_text().isEmpty()) return field_->problem_text();
    return !note_->isHidden() && note_->property("problem").toBool() ? note_->text() : QString();
}

void InputRow::show_problem(const Problem& problem) {
    if (field_)
        field_->show_problem(problem);
    else
        show_note(QString::fromStdString(problem.what + " " + problem.remedy), true);
}

void InputRow::show_origin(const QString& words) {
    set_text_colour(origin_, theme().quiet);
    origin_->setTextInteractionFlags(Qt::NoTextInteraction);
    origin_->setFocusPolicy(Qt::NoFocus);
    origin_->setText(words);
    origin_->setVisible(!words.isEmpty());
}
void InputRow::offer(const QString& words) {
    origin_->setText(
        QString("<a href=\"take\" style=\"color:%1\">%2</a>").arg(theme().accent.name(), words.toHtmlEscaped()));
    origin_->setTextInteractionFlags(Qt::LinksAccessibleByMouse | Qt::LinksAccessibleByKeyboard);
    origin_->setAccessibleName(QString("%1: %2").arg(label_->text(), words));
    origin_->show();
}
QString InputRow::origin() const {
    return origin_->isHidden() ? QString() : origin_->text();
}

void InputRow::show_nothing() {
    given_.reset();
    if (field_) field_->show_nothing();
    if (text_editor() && !text_editor()->hasFocus()) choices_->setEditText({});
}

QString InputRow::words_of_band(double low, double high) const {
    return tr("%1 to %2")
        .arg(QString::fromStdString(quantity::format(low, parameter_.dimension)),
             QString::fromStdString(quantity::format(high, parameter_.dimension)));
}

QString InputRow::words_of_stock(const std::string& name, const families::Family* family) const {
    const QString from = tr("from “%1”").arg(QString::fromStdString(name));
    if (!family) return from;
    const auto told = families::stock_value(*family, parameter_.key, name);
    return told && told->high > told->low ? words_of_band(told->low, told->high) + ", " + from : from;
}

namespace {
/// A number, or the typical one of a range, that is no name for something else.
std::optional<double> number_of(const std::optional<rig::Input>& given) {
    if (given && std::holds_alternative<double>(*given)) return std::get<double>(*given);
    if (given && std::holds_alternative<rig::Band>(*given)) return std::get<rig::Band>(*given).typical;
    return std::nullopt;
}
bool differs(double a, double b) {
    return std::abs(a - b) > 1e-9 * std::max(std::abs(a), std::abs(b));
}
}  // namespace

void InputRow::show_input(const std::optional<rig::Input>& given, const families::Value& typical,
                          const families::Family* family) {
    given_ = given;
    const auto* stock = given_ ? std::get_if<rig::NamedStock>(&*given_) : nullptr;
    // What a name stands for has more digits than anybody types or reads, once tests have taught it.
    const bool linked =
        given && (std::holds_alternative<rig::Link>(*given) || std::holds_alternative<rig::NamedStock>(*given) ||
                  std::holds_alternative<rig::FrictionOf>(*given));
    // What a person typed stands as it was typed, while it is being typed too; what tests taught of it is said below.
    const auto typed_number = number_of(given);
    // What the rig reckoned, or tests taught, has more digits than anybody types or reads.
    const auto is_reckoned = [&](double si) {
        constexpr int typed = 6;
        const auto back = quantity::parse(quantity::format(si, parameter_.dimension, quantity::System::metric, typed),
                                          parameter_.dimension);
        return (parameter_.fact != families::RigFact::none || (family && !typed_number)) && back && differs(*back, si);
    };
    if (field_ && std::holds_alternative<double>(typical)) {
        const double shown = typed_number.value_or(std::get<double>(typical));
        if (linked || is_reckoned(shown))
            field_->show_computed(shown);
        else
            field_->show_value(shown);
    }
    if (parameter_.kind == families::Kind::choice) {
        const QSignalBlocker quiet(choices_);
        choices_->setCurrentIndex(choices_->findData(QString::fromStdString(std::get<std::string>(typical))));
        show_note(stock ? words_of_stock(stock->name, family) : QString(), false);
        return;
    }
    if (parameter_.kind == families::Kind::text) {
        const QString text = QString::fromStdString(std::get<std::string>(typical));
        if (choices_->lineEdit()->text() != text && !(choices_->lineEdit()->hasFocus() && !problem_text().isEmpty()))
            choices_->setEditText(text);
        if (!choices_->lineEdit()->hasFocus()) choices_->lineEdit()->setCursorPosition(0);  // read from its beginning
        if (choices_->lineEdit()->text() == text)
            show_note(stock ? words_of_stock(stock->name, family) : QString(), false);
        return;
    }
    QString note;
    std::string pair;
    if (given && std::holds_alternative<rig::FrictionOf>(*given)) pair = std::get<rig::FrictionOf>(*given).pair;
    if (!given) pair = parameter_.friction_pair;
    auto untaught = typed_number;
    if (const auto found = catalogue::friction_named(pair); !pair.empty() && found) {
        note = words_of_band(found->low, found->high) + ", " + QString::fromStdString(found->source);
        untaught = found->typical;
    }
    if (given && std::holds_alternative<rig::Band>(*given))
        note = words_of_band(std::get<rig::Band>(*given).low, std::get<rig::Band>(*given).high);
    if (untaught && differs(*untaught, std::get<double>(typical))) {
        const auto counts = quantity::format(std::get<double>(typical), parameter_.dimension);
        note += (note.isEmpty() ? "" : "; ") + tr("tests taught that it counts as %1").arg(text_of(counts));
    }
    if (stock) note = words_of_stock(stock->name, family);
    if (given && std::holds_alternative<rig::Link>(*given))
        note = tr("from the %1; type a number to set it by hand")
                   .arg(QString::fromStdString(std::get<rig::Link>(*given).element));
    if (choices_) {
        // Not under the fingers of who types or picks in it.
        if (!pair.empty() && window()->focusWidget() != choices_ && !choices_->view()->isVisible()) offer_pairs(pair);
        const QSignalBlocker quiet(choices_);
        int index = pair.empty() ? 0 : choices_->findText(QString::fromStdString(pair));
        if (index < 0)
            if (const auto found = catalogue::friction_named(pair))
                index = choices_->findText(QString::fromStdString(found->name()));
        choices_->setCurrentIndex(std::max(0, index));
    }
    show_note(note, false);
}

}  // namespace clampet::desktop
