#include "desktop/brief/brief_page.h"

#include <fmt/format.h>

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/brief/payload_picture.h"
#include "desktop/brief/place_panel.h"
#include "desktop/brief/planned_panel.h"
#include "desktop/brief/sets_panel.h"
#include "desktop/brief/shots_table.h"
#include "desktop/brief/thing_chip.h"
#include "desktop/brief/use_panel.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "loads/cards.h"
#include "loads/load_case.h"
#include "project/search.h"

namespace clampet::desktop {
namespace {

using quantity::Dimension;

/// What people put on a camera beside its lens; classes of catalogue::devices().
constexpr const char* also_on_it[] = {"on-camera microphone", "pocket LED light", "wireless receiver or transmitter",
                                      "5-inch monitor",       "7-inch monitor",   "recorder"};

/// "carried, outdoors", or how many loads it must stand.
QString use_words(const rig::Rig& rig) {
    QStringList names;
    for (const auto& card : loads::cards())
        if (std::find(rig.use.begin(), rig.use.end(), card.key) != rig.use.end()) names << text_of(card.name).toLower();
    if (!names.isEmpty()) return names.join(", ");
    return rig.cases.size() == 1 ? text_of(loads::name_of(rig, rig.cases.front())).section(':', 0, 0).toLower()
                                 : QObject::tr("%1 loads").arg(rig.cases.size());
}

}  // namespace

Stage::State BriefPage::state() const {
    const auto& planned = document_.rig().planned;
    if (document_.is_empty()) return {planned.empty() ? tr("nothing yet") : tr("%1 to be held").arg(planned.size())};
    double payload = 0;
    for (const auto& part : document_.rig().parts)
        if (part.role == rig::Role::payload) payload += part.mass;
    const QString held =
        payload > 0 || planned.empty() ? shown(payload, Dimension::mass) : tr("%1 to be held").arg(planned.size());
    return {tr("%1 · %2").arg(held, use_words(document_.rig()))};
}

BriefPage::BriefPage(Session& session, QWidget* parent) : Stage(session, parent), document_(session.document) {
    subscription_ = document_.observe([this](const project::Change& change) {
        if (!isVisible()) return;  // filled when it is shown
        if (change.everything || rows_.size() != document_.rig().parts.size())
            rebuild();
        else
            refresh();
    });
}

void BriefPage::furnish() {
    name_ = new QLineEdit(this);
    required_ = new QuantityField(Dimension::number, this);
    beyond_ = wrapped(this);
    set_text_colour(beyond_, theme().slips);
    use_ = new UsePanel(document_, this);
    sets_ = new SetsPanel(document_, this);
    shots_ = new ShotsTable(document_, this);
    table_ = new QWidget(this);
    held_ = new QWidget(this);
    auto* cards = new QVBoxLayout(held_);
    cards->setContentsMargins(0, 0, 0, 0);
    cards->setSpacing(10);
    together_ = wrapped(this, 1, true);
    planned_ = new PlannedPanel(session(), this);
    place_ = new PlacePanel(document_, this);
    also_ = new QWidget(this);
    auto* chips = new FlowLayout(also_);
    chips->addWidget(quiet_words(tr("Also on it:"), also_));
    for (const char* device : also_on_it) {
        auto* chip = new ThingChip(text_of(std::string(device)), also_);
        chip->setObjectName(QString("also-%1").arg(device));
        chip->setToolTip(tr("Puts it on the shoe of what is held; or drag it onto the picture"));
        chips->addWidget(chip);
        connect(chip, &QPushButton::clicked, this, [this, device] { also_put_on(device); });
    }
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFocusPolicy(Qt::NoFocus);
    auto* inside = new QWidget(scroll);
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(28, 22, 28, 22);
    column->setSpacing(10);
    auto* title = new QLabel(tr("What is to be held, and how it is used"), this);
    title->setFont(body_font(1.35, true));
    column->addWidget(title);
    auto* top = new QGridLayout;
    top->setHorizontalSpacing(14);
    top->setColumnStretch(2, 1);
    const auto row = [&](int at, const QString& label, QWidget* field, const QString& help) {
        auto* words = new QLabel(label, this);
        words->setBuddy(field);
        top->addWidget(words, at, 0, Qt::AlignTop);
        top->addWidget(field, at, 1, Qt::AlignTop);
        top->addWidget(quiet_words(help, this), at, 2, Qt::AlignTop);
        field->setMinimumWidth(qRound(230 * text_scale()));
    };
    row(0, tr("Name of the rig"), name_, {});
    row(1, tr("Required factor"), required_,
        tr("On the bench 1.5, carried 2, over people or equipment 3 and always a second catch. Our judgement; local "
           "rules come first."));
    column->addLayout(top);
    column->addWidget(beyond_);
    const auto section = [&](const QString& text, const QString& help, QWidget* content) {
        auto* label = new QLabel(text, this);
        label->setFont(body_font(1.1, true));
        column->addSpacing(8);
        column->addWidget(label);
        column->addWidget(quiet_words(help, this));
        column->addWidget(content);
    };
    section(tr("What is held"),
            tr("To scale, from its right and from ahead. The round mark is where it balances, the "
               "small triangle its screw: x ahead, y to the left, z up from there."),
            held_);
    column->addWidget(together_);
    column->addWidget(planned_);
    column->addWidget(also_);
    section(tr("What there is to hold on to"), tr("The rig begins there."), place_);
    section(tr("How it is used"), tr("Sets what it must stand, how surely, and what to mind."), use_);
    connect(use_, &UsePanel::problem, &session(), &Session::problem);
    connect(place_, &PlacePanel::problem, &session(), &Session::problem);
    section(tr("What is on it at one time"),
            tr("One mount, several cameras, lenses, with and without the light: all that is there is one set, these "
               "are others."),
            sets_);
    section(tr("What each shot needs"),
            tr("Where the lens must be and look, from what the rig holds on to; how far away and how wide what it "
               "films is."),
            shots_);
    connect(sets_, &SetsPanel::problem, &session(), &Session::problem);
    connect(shots_, &ShotsTable::problem, &session(), &Session::problem);
    column->addSpacing(8);
    auto* parts = new QLabel(tr("What holds it, from the top down"), this);
    parts->setFont(body_font(1.1, true));
    column->addWidget(parts);
    column->addWidget(quiet_words(
        tr("The centre of gravity is measured from the part's own mounting point: x ahead, y to the left, z up."),
        this));
    column->addWidget(table_);
    column->addStretch(1);
    scroll->setWidget(inside);
    outer->addWidget(scroll);
    name_->setAccessibleName(tr("Name of the rig"));
    required_->set_name(tr("Required factor"), tr("How many times the load the rig must hold"));
    edits_name(name_, session(), [this](const std::string& text, project::Gesture gesture) {
        return document_.perform(project::SetRigName{text}, gesture);
    });
    connect(required_, &QuantityField::committed, this,
            [this](double v, quint64 g) { perform(project::SetRequired{v}, required_, g); });
}

void BriefPage::resizeEvent(QResizeEvent* event) {
    Stage::resizeEvent(event);
    fit_width();
}

void BriefPage::fit_width() {
    if (!use_) return;
    use_->fit_width(width());
    place_->fit_width(width());
    shots_->fit_width(width());
    planned_->fit_width(width());
    for (auto& [id, card] : payloads_) card->fit_width(width());
}

void BriefPage::showEvent(QShowEvent* event) {
    make();
    fit_width();
    rebuild();
    Stage::showEvent(event);
}

void BriefPage::perform(const project::Edit& edit, QuantityField* field, project::Gesture gesture) {
    const auto done = document_.perform(edit, gesture);
    if (!done && field) field->show_problem(done.problem());
}

void BriefPage::add_payload(const rig::Part& part, HeldThingPtr thing) {
    auto* card = new PayloadCard(std::move(thing), rows_.at(part.id), held_);
    held_->layout()->addWidget(card);
    card->fit_width(width());
    payloads_[part.id] = card;
    connect(card->picture(), &PayloadPicture::thing_dropped, this,
            [this, id = part.id](const QString& device) { also_put_on(device.toStdString(), id); });
}

void BriefPage::also_put_on(const std::string& device, const std::string& on) {
    // On the first thing that is held and has a place for it.
    Problem why{"brief.nothing_held", "", "Nothing is held yet.", "Build the rig up to its camera first."};
    for (const auto& [id, card] : payloads_) {
        if (!on.empty() && id != on) continue;
        project::NewPart what{"device"};
        what.name = device;
        what.values["device"] = device;
        const auto done = document_.perform(project::Build{id, {}, {}, {what}});
        if (done) return;
        why = {"brief.no_place_for_it", "", fmt::format("There is no free place for the {} on what is held.", device),
               "On the Rig, open the shelf where it is to go: on an arm, a clamp or a plate of its own."};
    }
    emit session().problem(text_of(why.sentence()));
}

void BriefPage::rebuild() {
    // Rebuilt only when parts come or go: a field that is being typed in must live on.
    bool same = grid_ && rows_.size() == document_.rig().parts.size();
    for (const auto& part : document_.rig().parts) same = same && rows_.contains(part.id);
    if (same) return refresh();
    rows_.clear();
    payloads_.clear();
    qDeleteAll(held_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    delete grid_;
    qDeleteAll(table_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    grid_ = new QGridLayout(table_);
    grid_->setContentsMargins(0, 0, 0, 0);
    grid_->setHorizontalSpacing(14);
    grid_->setVerticalSpacing(7);
    int at = 0, column = 0;
    for (const QString& head : {tr("part"), tr("mass"), tr("ahead, x"), tr("left, y"), tr("up, z")})
        grid_->addWidget(quiet_words(head, table_), at, column++);
    const auto& rig = document_.rig();
    for (auto it = rig.parts.rbegin(); it != rig.parts.rend(); ++it) {
        ++at;
        const auto thing = on_the_rig(document_, it->id);
        const auto row = rows_[it->id] = held_fields(thing, at, session(), table_);
        if (it->role == rig::Role::payload) {
            add_payload(*it, thing);
            continue;
        }
        // Five columns beside each other: what large numbers need, names give.
        row.name->setMinimumWidth(qRound(text_scale() < 1 ? 190 * text_scale() : 190 / text_scale()));
        grid_->addWidget(row.name, at, 0, Qt::AlignTop);
        grid_->addWidget(row.mass, at, 1, Qt::AlignTop);
        for (int axis = 0; axis < 3; ++axis) grid_->addWidget(row.centre[axis], at, 2 + axis, Qt::AlignTop);
    }
    grid_->setColumnStretch(0, 3);
    for (int i = 1; i < 5; ++i) grid_->setColumnStretch(i, 2);
    refresh();
}

void BriefPage::refresh() {
    const auto& rig = document_.rig();
    show_name(name_, rig.name);
    QStringList beyond;
    for (const auto& said : project::beyond_the_tool(rig.name)) beyond << text_of(said);
    beyond_->setText(beyond.join('\n'));
    beyond_->setVisible(!beyond.isEmpty());
    required_->show_value(rig.required);
    use_->refresh();
    sets_->refresh();
    place_->refresh();
    double held = 0;
    for (auto& [id, card] : payloads_) {
        card->refresh();
        held += rig.part(id)->mass;
    }
    together_->setText(tr("Together %1").arg(shown(held, Dimension::mass)));
    together_->setVisible(payloads_.size() > 1);
    planned_->refresh();
    planned_->setVisible(payloads_.empty() || !rig.planned.empty());
    also_->setVisible(!payloads_.empty());
    shots_->refresh();
    for (const auto& part : rig.parts)
        if (const auto row = rows_.find(part.id); row != rows_.end()) row->second.show(part);
}

QuantityField* BriefPage::mass(const std::string& part) const {
    return rows_.at(part).mass;
}
QuantityField* BriefPage::centre(const std::string& part, int axis) const {
    return rows_.at(part).centre[axis];
}
PayloadCard* BriefPage::payload(const std::string& part) const {
    const auto at = payloads_.find(part);
    return at == payloads_.end() ? nullptr : at->second;
}
QPushButton* BriefPage::also(const QString& device) const {
    return also_->findChild<QPushButton*>("also-" + device);
}
QString BriefPage::beyond_text() const {
    return beyond_->isHidden() ? QString() : beyond_->text();
}
QLineEdit* BriefPage::part_name(const std::string& part) const {
    return rows_.at(part).name;
}

}  // namespace clampet::desktop
