#include "desktop/rig/seam_sheet.h"

#include <algorithm>
#include <QButtonGroup>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QTimer>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "desktop/widgets/stock_row.h"
#include "quantity/format.h"
#include "rig/joining.h"
#include "study/fit.h"
#include "study/sentences.h"
#include "study/while_loose.h"

namespace clampet::desktop {
namespace {

void clear(QLayout* layout) {
    while (QLayoutItem* item = layout->takeAt(0)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
}

}  // namespace

SeamSheet::SeamSheet(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      title_(new QLabel(this)),
      verdict_(new QLabel(this)),
      subtitle_(new QLabel(this)),
      sentence_(new QLabel(this)),
      carries_(new QLabel(this)),
      loose_(new QLabel(this)),
      advisories_(new QLabel(this)),
      working_(new QLabel(this)),
      later_(new QTimer(this)),
      section_(new DrawingView(this)),
      ways_(new QuietComboBox(this)),
      elements_(new FlowLayout),
      inputs_(new QVBoxLayout),
      stock_(new QVBoxLayout),
      more_inputs_(new QVBoxLayout),
      more_panel_(new QWidget(this)),
      more_(new QPushButton(this)),
      working_button_(new QPushButton(this)),
      bench_(new QPushButton(tr("Open in its bench"), this)),
      modes_(new QGridLayout) {
    later_->setSingleShot(true);
    later_->setInterval(120);
    connect(later_, &QTimer::timeout, this, [this] { refresh_loose(); });
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* inside = new QWidget;
    auto* scroll = scrolled(inside, this);
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(18, 12, 14, 14);
    column->setSpacing(8);
    title_->setFont(body_font(1.2, true));
    title_->setWordWrap(true);
    verdict_->setFont(body_font(1.05, true));
    auto* top = new QHBoxLayout;
    top->addWidget(title_, 1);
    top->addWidget(verdict_, 0, Qt::AlignTop);
    column->addLayout(top);
    for (auto* label : {subtitle_, sentence_, carries_, loose_, advisories_, working_}) label->setWordWrap(true);
    set_text_colour(subtitle_, theme().quiet);
    subtitle_->setFont(body_font(0.92));
    column->addWidget(sentence_);
    column->addWidget(carries_);
    ways_->setAccessibleName(tr("How they are joined"));
    ways_->setToolTip(tr("Their ports can be joined in more than one way"));
    ways_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    ways_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);  // its names are long, the sheet is narrow
    connect(ways_, &QComboBox::activated, this, [this](int at) {
        const auto done = document_.perform(project::JoinBy{interface_, ways_->itemData(at).toString().toStdString()});
        if (!done) return advisories_->setText(QString::fromStdString(done.problem().sentence()));
        select(QString::fromStdString(interface_));
    });
    column->addWidget(ways_);
    elements_->setSpacing(6);
    column->addLayout(elements_);
    column->addWidget(subtitle_);
    column->addWidget(section_);
    column->addWidget(loose_);
    bench_->setFlat(true);
    column->addWidget(bench_, 0, Qt::AlignLeft);
    connect(bench_, &QPushButton::clicked, this,
            [this] { emit bench_wanted(QString::fromStdString(interface_), QString::fromStdString(element_)); });
    column->addWidget(advisories_);
    inputs_->setSpacing(5);
    column->addLayout(inputs_);
    more_->setFlat(true);
    more_->setCheckable(true);
    column->addWidget(more_, 0, Qt::AlignLeft);
    stock_->setSpacing(5);
    column->addLayout(stock_);
    more_inputs_->setContentsMargins(0, 0, 0, 0);
    more_inputs_->setSpacing(5);
    more_panel_->setLayout(more_inputs_);
    more_panel_->hide();
    column->addWidget(more_panel_);
    column->addWidget(heading(tr("How it could let go"), this));
    modes_->setVerticalSpacing(4);
    modes_->setColumnStretch(0, 1);
    column->addLayout(modes_);
    working_button_->setFlat(true);
    working_button_->setCheckable(true);
    column->addWidget(working_button_, 0, Qt::AlignLeft);
    working_->setFont(body_font(0.88));
    working_->setTextFormat(Qt::RichText);
    working_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    working_->hide();
    column->addWidget(working_);
    column->addStretch(1);
    outer->addWidget(scroll);
    connect(more_, &QPushButton::toggled, this, [this](bool on) {
        more_panel_->setVisible(on);
        refresh();
    });
    connect(working_button_, &QPushButton::toggled, this, [this](bool on) {
        working_->setVisible(on);
        refresh();
    });
    subscription_ = document_.observe([this](const project::Change& change) {
        if (shown_revision_ == document_.revision()) return;
        if (change.everything && !element())
            rebuild();
        else if (change.touches(interface_))
            refresh();
    });
    rebuild();
}

const rig::Element* SeamSheet::element() const {
    const auto* interface = document_.rig().interface(interface_);
    if (!interface) return nullptr;
    for (const auto& e : interface->elements)
        if (e.id == element_) return &e;
    return nullptr;
}

void SeamSheet::select(const QString& interface) {
    interface_ = interface.toStdString();
    element_.clear();
    // The element that would let go first is the one to look at.
    for (const auto& result : document_.check().interfaces)
        if (result.id == interface_ && result.governs) element_ = result.modes[*result.governs].element;
    rebuild();
}

void SeamSheet::select_element(const QString& element) {
    element_ = element.toStdString();
    rebuild();
}

void SeamSheet::rebuild() {
    clear(elements_);
    clear(inputs_);
    clear(stock_);
    clear(more_inputs_);
    rows_.clear();
    stock_rows_.clear();
    const auto* interface = document_.rig().interface(interface_);
    ways_->setVisible(false);
    for (auto* w : std::initializer_list<QWidget*>{section_, more_, working_button_, bench_, verdict_, advisories_})
        w->setVisible(interface != nullptr);
    if (!interface) {
        title_->setText(document_.is_empty() ? QString() : tr("Choose a seam"));
        sentence_->setText(
            document_.is_empty()
                ? QString()
                : tr("A seam is where two parts meet and might slip. Choose one in the column on the left."));
        subtitle_->clear();
        carries_->clear();
        loose_->hide();
        mode_rows_.clear();
        for (auto& [name, factor] : mode_labels_) {
            name->hide();
            factor->hide();
        }
        working_->clear();
        return;
    }
    if (!element()) element_ = interface->elements.front().id;
    fill_ways(*interface);
    if (interface->elements.size() > 1) {
        auto* group = new QButtonGroup(this);
        for (const auto& e : interface->elements) {
            const auto* family = families::family_named(e.family);
            auto* pill = new QPushButton(
                QString::fromUtf8(family->name().data(), static_cast<int>(family->name().size())), this);
            pill->setProperty("pill", true);
            pill->setCheckable(true);
            pill->setChecked(e.id == element_);
            pill->setObjectName(QString::fromStdString("element-" + e.id));
            group->addButton(pill);
            elements_->addWidget(pill);
            connect(pill, &QPushButton::clicked, this,
                    [this, id = QString::fromStdString(e.id)] { select_element(id); });
        }
    }
    refresh();
}

void SeamSheet::fill_ways(const rig::Interface& interface) {
    ways_->clear();
    const auto *below = document_.rig().part(interface.support.part),
               *above = document_.rig().part(interface.payload.part);
    const std::string& now = interface.elements.front().family;
    const auto add = [&](const families::Family& family) {
        ways_->addItem(QString::fromUtf8(family.name().data(), static_cast<int>(family.name().size())),
                       QString::fromUtf8(family.key().data(), static_cast<int>(family.key().size())));
    };
    for (const auto& way :
         rig::ways_between(*below->port(interface.support.port), *above->port(interface.payload.port)))
        add(*way.family);
    if (ways_->findData(QString::fromStdString(now)) < 0) add(*families::family_named(now));
    ways_->setCurrentIndex(ways_->findData(QString::fromStdString(now)));
    ways_->setVisible(ways_->count() > 1);
}

InputRow* SeamSheet::row_for(const families::Parameter& parameter) {
    auto& row = rows_[parameter.key];
    if (row) return row;
    row = new InputRow(parameter, this);
    connect(row, &InputRow::committed, this,
            [this, key = parameter.key](const rig::Input& input, quint64 gesture) { edit(key, input, gesture); });
    // Rows stand in the family's order, whenever they were made.
    const bool main = element()->inputs.contains(parameter.key) || filled_.contains(parameter.key);
    connect(row, &InputRow::given_up, this, [this, key = parameter.key] {
        if (const auto done = document_.perform(project::ClearInput{interface_, element_, key}); !done)
            if (auto* own = this->input(key)) own->show_problem(done.problem());
    });
    int at = 0;
    for (const auto& p : families::family_named(element()->family)->parameters()) {
        if (p.key == parameter.key) break;
        const auto made = rows_.find(p.key);
        at += made != rows_.end() && (made->second->parentWidget() != more_panel_) == main;
    }
    (main ? inputs_ : more_inputs_)->insertWidget(at, row);
    return row;
}

InputRow* SeamSheet::input(const std::string& key) {
    if (!element()) return nullptr;
    const auto* parameter = families::find_parameter(*families::family_named(element()->family), key);
    if (!parameter) return nullptr;
    if (!rows_.contains(key)) {
        row_for(*parameter);
        refresh();
    }
    return rows_.at(key);
}

void SeamSheet::edit(const std::string& key, const rig::Input& input, project::Gesture gesture) {
    const auto done = document_.perform(project::SetInput{interface_, element_, key, input}, gesture);
    if (!done)
        if (auto* row = this->input(key)) row->show_problem(done.problem());
}

StockRow* SeamSheet::stock(const std::string& key) {
    more_->setChecked(true);
    for (auto* row : stock_rows_)
        if (row->use().key == key) return row;
    return nullptr;
}

void SeamSheet::refresh_stock(const rig::Element& e, const families::Values& typical) {
    const auto& family = *families::family_named(e.family);
    if (more_->isChecked() && stock_rows_.empty())
        for (auto& asked : families::stock_questions(family)) {
            auto* row = new StockRow(family, std::move(asked), this);
            if (workshop_)
                row->show_owned([this](const std::string& name) { return inventory::owned(workshop_(), name); });
            stock_->addWidget(row);
            stock_rows_.push_back(row);
            connect(row, &StockRow::taken, this, [this](const std::map<std::string, rig::Input>& taken) {
                if (!element()) return;
                auto inputs = element()->inputs;
                for (const auto& [key, input] : taken) inputs[key] = input;
                if (const auto done = document_.perform(project::SetInputs{interface_, element_, inputs}); !done)
                    advisories_->setText(QString::fromStdString(done.problem().sentence()));
            });
        }
    for (auto* row : stock_rows_) {
        row->refresh(e.inputs, typical);
        if (!more_->isChecked()) row->hide();
    }
}

void SeamSheet::refresh() {
    const auto* interface = document_.rig().interface(interface_);
    const auto& results = document_.check().interfaces;
    const auto result = std::find_if(results.begin(), results.end(), [&](const auto& r) { return r.id == interface_; });
    if (!interface || !element() || result == results.end()) return;
    shown_revision_ = result->pending ? 0 : document_.revision();  // what is still to come is shown when it is there
    const auto& family = *families::family_named(element()->family);
    title_->setText(QString::fromStdString(interface->name));
    verdict_->setText(result->pending
                          ? tr("being checked")
                          : mark_of(result->verdict) + " " + QString::fromUtf8(study::name_of(result->verdict)));
    set_text_colour(verdict_, result->pending ? theme().quiet : theme().of(result->verdict));
    sentence_->setText(QString::fromStdString(study::sentence(*result)));
    subtitle_->setText(QString::fromUtf8(family.purpose().data(), static_cast<int>(family.purpose().size())));
    QString notes;
    for (const auto& advisory : result->advisories)
        notes += (notes.isEmpty() ? "" : "\n") + QString::fromUtf8("! ") + QString::fromStdString(advisory.text);
    advisories_->setText(notes);
    set_text_colour(advisories_, theme().slips);
    advisories_->setVisible(!notes.isEmpty());

    const auto filled = rig::filled_inputs(document_.rig(), *interface, document_.check().placed.get());
    const auto now = rig::in_force(document_.rig(), *interface, document_.check().placed.get());
    const auto prepared = document_.joints().prepare(now, rig::End::typical);
    if (!prepared) return;
    std::map<std::string, double> linked;
    const families::Joint* joint = nullptr;
    for (std::size_t i = 0; i < interface->elements.size(); ++i) {
        const auto& e = now.elements[i];
        if (e.id == element_) {
            joint = prepared->joints[i].get();
            if (const auto typical = rig::values_of(e, rig::End::typical, linked))
                refresh_inputs(interface->elements[i], *typical, filled);
        }
        for (const auto& value : prepared->joints[i]->results({})) linked[e.id + "." + value.name] = value.value;
    }
    if (!joint) return;
    const auto every = result->pending ? *result : document_.with_every_mode(interface_);
    // The load under which this element would let go first, as the sentence has it.
    mechanics::Load load = result->rest;
    double least = std::numeric_limits<double>::infinity();
    for (const auto& mode : every.modes)
        if (mode.element == element_ && mode.mode_class == families::ModeClass::ultimate && mode.factor() <= least) {
            least = mode.factor();
            load = mode.load;
        }
    section_->show_drawing(joint->section(load));
    const auto w = load.whole();
    const double force = std::hypot(w.fx, w.fy, w.fz);
    carries_->setText(
        tr("Carries %1, %2.")
            .arg(shown(force, quantity::Dimension::force), QString::fromStdString(quantity::as_if_hung(force))));
    if (const auto* below = document_.rig().part(interface->support.part),
        *above = document_.rig().part(interface->payload.part);
        below && above) {
        const auto *support = below->port(interface->support.port), *payload = above->port(interface->payload.port);
        if (const auto fit = support && payload ? study::fit_of(*support, *payload) : std::nullopt)
            carries_->setText(carries_->text() + " " + text_of(fit->says));
    }
    set_text_colour(carries_, theme().quiet);
    // What hands hold takes some milliseconds: it follows once the hand that drags or types rests.
    if (loose_of_ == interface_)
        later_->start();
    else
        refresh_loose();
    refresh_modes(every);
    refresh_working(*joint, load);
}

void SeamSheet::refresh_loose() {
    later_->stop();
    loose_of_ = interface_;
    if (!document_.rig().interface(interface_)) return loose_->hide();
    const auto loose = study::while_loose(document_.rig(), interface_);
    QString words;
    if (loose) {
        words = text_of(study::sentence_of(*loose));
        if (const auto tight = study::tightening_sentence(document_.rig(), *loose); !tight.empty())
            words += " " + text_of(tight);
    }
    loose_->setText(words);
    loose_->setVisible(!words.isEmpty());
    set_text_colour(
        loose_, loose && (loose->is_more_than_a_hand() || !loose->gives_way.empty()) ? theme().text : theme().quiet);
}

void SeamSheet::refresh_inputs(const rig::Element& e, const families::Values& typical,
                               const std::vector<rig::Filled>& filled) {
    // What ports and rig would say of inputs that are typed, so that one can go back to it.
    rig::Interface untyped = *document_.rig().interface(interface_);
    for (auto& element : untyped.elements)
        if (element.id == e.id) element.inputs.clear();
    const auto offered = rig::filled_inputs(document_.rig(), untyped, document_.check().placed.get());
    filled_.clear();
    for (const auto& f : offered)
        if (f.element == e.id) filled_.insert(f.key);
    const auto said = [&](const std::vector<rig::Filled>& by, const std::string& key) {
        const auto at =
            std::find_if(by.begin(), by.end(), [&](const auto& f) { return f.element == e.id && f.key == key; });
        return at == by.end() ? nullptr : &*at;
    };
    int hidden = 0;
    for (const auto& parameter : families::family_named(e.family)->parameters()) {
        const auto& key = parameter.key;
        const auto given = e.inputs.find(key);
        const auto* from = said(filled, key);
        const bool relevant = parameter.is_relevant(typical), main = given != e.inputs.end() || from;
        const auto made = rows_.find(key);
        hidden += relevant && (made == rows_.end() ? !main : made->second->parentWidget() == more_panel_);
        if (made == rows_.end() && !(relevant && (main || more_->isChecked()))) continue;
        auto* row = row_for(parameter);
        row->show_input(from   ? std::optional(from->value)
                        : main ? std::optional(given->second)
                               : std::nullopt,
                        typical.at(key), families::family_named(e.family));
        if (from)
            row->show_origin(from->from.empty() ? tr("from what it carries") : tr("from %1").arg(text_of(from->from)));
        else if (const auto* other = said(offered, key))
            row->offer(other->from.empty() ? tr("typed; take it from what it carries")
                                           : tr("typed; take it from %1").arg(text_of(other->from)));
        else
            row->show_origin({});
        row->setVisible(relevant);
    }
    refresh_stock(e, typical);
    more_->setText(more_->isChecked() ? tr("▾ fewer inputs")
                                      : (hidden == 1 ? tr("▸ 1 more input") : tr("▸ %1 more inputs").arg(hidden)));
    more_->setVisible(hidden > 0);
}

std::pair<QLabel*, QLabel*> SeamSheet::mode_labels(std::size_t row) {
    // Labels are made once and filled again: making them is slower than a keystroke may be.
    while (mode_labels_.size() <= row) {
        auto* name = new QLabel(this);
        auto* factor = new QLabel(this);
        name->setWordWrap(true);
        factor->setAlignment(Qt::AlignRight | Qt::AlignTop);
        factor->setFont(body_font(1, true));
        const int at = static_cast<int>(mode_labels_.size());
        modes_->addWidget(name, at, 0);
        modes_->addWidget(factor, at, 1);
        mode_labels_.emplace_back(name, factor);
    }
    const auto labels = mode_labels_[row];
    labels.first->show();
    labels.second->show();
    return labels;
}

void SeamSheet::refresh_modes(const study::InterfaceResult& result) {
    mode_rows_.clear();
    auto modes = result.modes;
    std::stable_sort(modes.begin(), modes.end(), [](const auto& a, const auto& b) {
        if (a.mode_class != b.mode_class) return a.mode_class == families::ModeClass::ultimate;
        return a.share() < b.share();
    });
    std::size_t row = 0;
    bool service = false;
    for (const auto& m : modes) {
        if (m.mode_class == families::ModeClass::service && !service) {
            const auto [heading, nothing] = mode_labels(row++);
            heading->setText(tr("while it serves (no part of the least)"));
            heading->setFont(body_font(0.85));
            set_text_colour(heading, theme().quiet);
            nothing->clear();
            service = true;
        }
        const QString words = QString::fromStdString(m.words.does());
        const auto verdict = study::judge(m.factor(), m.mode_class, m.required);
        const auto [name, factor] = mode_labels(row++);
        name->setText(words);
        name->setFont(body_font());
        set_text_colour(name, theme().text);
        factor->setText(mark_of(verdict) + " " + factor_text(m.factor()));
        set_text_colour(factor, theme().of(verdict));
        const QString where = m.tell_direction && m.direction
                                  ? " " + QString::fromStdString(study::direction_words(*m.direction))
                                  : QString();
        factor->setToolTip(m.direction ? tr("%1; %2 on all of the load, %3 on %4 alone")
                                             .arg(text_of(m.under) + where, factor_text(m.mass), factor_text(m.live),
                                                  text_of(m.margin).replace("this ", "the "))
                                       : text_of(m.under));
        mode_rows_.emplace_back(words, factor_text(m.factor()));
    }
    for (; row < mode_labels_.size(); ++row) {
        mode_labels_[row].first->hide();
        mode_labels_[row].second->hide();
    }
}

void SeamSheet::refresh_working(const families::Joint& joint, const mechanics::Load& load) {
    const auto lines = joint.working(load);
    working_button_->setText(
        (working_button_->isChecked() ? tr("▾ working, %1 lines") : tr("▸ working, %1 lines")).arg(lines.size()));
    if (!working_button_->isChecked()) {
        working_->clear();
        return;
    }
    const auto w = load.whole();
    QString text = tr("<p>Load at the seam: force (%1, %2, %3), moment (%4, %5, %6)</p>")
                       .arg(shown(w.fx, quantity::Dimension::force), shown(w.fy, quantity::Dimension::force),
                            shown(w.fz, quantity::Dimension::force), shown(w.mx, quantity::Dimension::torque),
                            shown(w.my, quantity::Dimension::torque), shown(w.mz, quantity::Dimension::torque));
    working_->setText(text + working_html(lines));
}

QString SeamSheet::verdict_text() const {
    return verdict_->text();
}
QString SeamSheet::loose_text() const {
    return loose_->text();
}

QString SeamSheet::carries_text() const {
    return carries_->text();
}
QString SeamSheet::working_text() const {
    return working_->isHidden() ? QString() : working_->text();
}
QStringList SeamSheet::advice_texts() const {
    return advisories_->isHidden() ? QStringList() : advisories_->text().split('\n');
}

void SeamSheet::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), theme().panel);
    p.fillRect(QRect(0, 0, 1, height()), theme().line);
}

}  // namespace clampet::desktop
