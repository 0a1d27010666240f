#include "desktop/brief/sets_panel.h"

#include <algorithm>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "project/building.h"

namespace clampet::desktop {
namespace {

/// What can be taken off alone: what carries nothing, and is not of the place.
std::vector<std::string> what_comes_off(const rig::Rig& rig) {
    std::vector<std::string> all;
    for (const auto& part : rig.parts) {
        const bool carries = std::any_of(rig.interfaces.begin(), rig.interfaces.end(),
                                         [&](const auto& f) { return !f.closes_loop && f.support.part == part.id; });
        if (part.origin != rig::Origin::site && (!carries || part.role == rig::Role::payload)) all.push_back(part.id);
    }
    return all;
}

}  // namespace

SetsPanel::SetsPanel(project::Document& document, QWidget* parent)
    : QWidget(parent),
      document_(document),
      column_(new QVBoxLayout(this)),
      add_(new QPushButton(tr("+ Payload set"), this)) {
    column_->setContentsMargins(0, 0, 0, 0);
    add_->setProperty("pill", true);
    add_->setToolTip(tr("A longer lens, without the light, the camera off: each is checked in every shot."));
    column_->addWidget(add_, 0, Qt::AlignLeft);
    connect(add_, &QPushButton::clicked, this, &SetsPanel::add_set);
}

void SetsPanel::add_set() {
    rig::PayloadSet set;
    for (int i = 1; set.id.empty(); ++i) {
        set.id = "set-" + std::to_string(i);
        for (const auto& known : document_.rig().sets)
            if (known.id == set.id) set.id.clear();
        if (!set.id.empty()) set.name = tr("Set %1").arg(i).toStdString();
    }
    if (const auto done = document_.perform(project::SetPayloadSet{set}); !done)
        emit problem(QString::fromStdString(done.problem().sentence()));
}

Status SetsPanel::change(const std::string& id, const std::function<void(rig::PayloadSet&)>& how,
                         project::Gesture gesture) {
    const auto& sets = document_.rig().sets;
    const auto at = std::find_if(sets.begin(), sets.end(), [&](const auto& s) { return s.id == id; });
    if (at == sets.end()) return Done{};
    rig::PayloadSet set = *at;
    how(set);
    const auto done = document_.perform(project::SetPayloadSet{set}, gesture);
    if (!done) emit problem(QString::fromStdString(done.problem().sentence()));
    return done;
}

void SetsPanel::add_row(const rig::PayloadSet& set) {
    const std::string id = set.id;
    Row row{new Panel(this), nullptr, {}, nullptr, nullptr};
    auto* lines = new QVBoxLayout(row.whole);
    lines->setContentsMargins(12, 8, 12, 8);
    auto* top = new QHBoxLayout;
    row.name = new QLineEdit(row.whole);
    row.name->setAccessibleName(tr("Name of a payload set"));
    row.name->setMinimumWidth(qRound(150 * text_scale()));
    row.mass = new QuantityField(quantity::Dimension::mass, row.whole);
    row.mass->set_name(tr("Payload weighs"), tr("With the other lens on, for example 2.1 kg"));
    row.remove = flat_button(tr("remove"), row.whole);
    auto* label = quiet_words(tr("its payload then weighs"), row.whole);
    label->setWordWrap(false);
    top->addWidget(row.name, 1);
    top->addWidget(label);
    top->addWidget(row.mass);
    top->addWidget(row.remove);
    lines->addLayout(top);
    auto* place = new QWidget(row.whole);
    auto* flow = new FlowLayout(place);
    for (const auto& part : what_comes_off(document_.rig())) {
        auto* button = new QPushButton(text_of(document_.rig().part(part)->name), place);
        button->setProperty("pill", true);
        button->setCheckable(true);
        button->setToolTip(tr("On in this set, or off"));
        flow->addWidget(button);
        row.parts[part] = button;
        connect(button, &QPushButton::clicked, this, [this, id, part](bool on) {
            (void)change(id, [&](rig::PayloadSet& s) {
                std::erase(s.without, part);
                if (!on) s.without.push_back(part);
            });
        });
    }
    lines->addWidget(place);
    connect(row.name, &QLineEdit::editingFinished, this, [this, id, field = row.name] {
        const std::string text = field->text().trimmed().toStdString();
        if (!text.empty()) (void)change(id, [&](rig::PayloadSet& s) { s.name = text; });
    });
    connect(row.mass, &QuantityField::committed, this, [this, id, field = row.mass](double si, quint64 gesture) {
        const auto* payload = rig::payload_of(document_.rig());
        if (!payload) return;
        const auto done = change(
            id,
            [&](rig::PayloadSet& s) {
                std::erase_if(s.instead, [&](const auto& i) { return i.part == payload->id; });
                if (std::abs(si - payload->mass) > 1e-9)
                    s.instead.push_back({payload->id, si, payload->centre_of_gravity});
            },
            gesture);
        if (!done) field->show_problem(done.problem());
    });
    connect(row.remove, &QPushButton::clicked, this, [this, id] {
        if (const auto done = document_.perform(project::RemovePayloadSet{id}); !done)
            emit problem(QString::fromStdString(done.problem().sentence()));
    });
    column_->insertWidget(column_->count() - 1, row.whole);
    rows_[id] = std::move(row);
}

void SetsPanel::rebuild() {
    for (auto& [id, row] : rows_) {
        row.whole->hide();
        row.whole->deleteLater();
    }
    rows_.clear();
    for (const auto& set : document_.rig().sets) add_row(set);
}

void SetsPanel::refresh() {
    const auto& rig = document_.rig();
    const auto parts = what_comes_off(rig);
    bool same = rows_.size() == rig.sets.size() && parts == shown_parts_;
    for (const auto& set : rig.sets) same = same && rows_.contains(set.id);
    shown_parts_ = parts;
    if (!same) rebuild();
    add_->setEnabled(!parts.empty());
    const auto* payload = rig::payload_of(rig);
    for (const auto& set : rig.sets) {
        auto& row = rows_.at(set.id);
        if (!row.name->hasFocus()) row.name->setText(text_of(set.name));
        for (auto& [part, button] : row.parts) {
            button->setText(text_of(rig.part(part)->name));
            button->setChecked(std::find(set.without.begin(), set.without.end(), part) == set.without.end());
        }
        double mass = payload ? payload->mass : 0;
        for (const auto& instead : set.instead)
            if (payload && instead.part == payload->id) mass = instead.mass;
        const bool off = payload && std::find(set.without.begin(), set.without.end(), payload->id) != set.without.end();
        row.mass->setEnabled(payload && !off);
        row.mass->show_value(mass);
    }
}

}  // namespace clampet::desktop
