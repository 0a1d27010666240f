#include "desktop/rig/catch_panel.h"

#include <algorithm>
#include <QComboBox>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "desktop/widgets/stock_row.h"
#include "rig/column.h"
#include "rig/tether.h"
#include "study/sentences.h"

namespace clampet::desktop {
namespace {

constexpr const char* asked[] = {"length", "strength", "knot_share", "axial_stiffness", "anchor_strength"};

const families::Family& tethers() {
    return *families::family_named(rig::tether_family);
}

/// Parts that do not fall with it: its load path from the support up, then all others.
std::vector<const rig::Part*> anchors_of(const rig::Rig& rig, const std::string& part) {
    std::vector<const rig::Part*> all;
    // What stays the longest is tied to first.
    const auto path = rig::path_down(rig, part);
    for (auto f = path.rbegin(); f != path.rend(); ++f) all.push_back(rig.part((*f)->support.part));
    for (const auto& other : rig.parts) {
        const auto own = rig::path_down(rig, other.id);
        const bool falls = other.id == part ||
                           std::any_of(own.begin(), own.end(), [&](const auto* f) { return f->support.part == part; });
        if (!falls && std::find(all.begin(), all.end(), &other) == all.end()) all.push_back(&other);
    }
    return all;
}

}  // namespace

CatchPanel::CatchPanel(project::Document& document, std::string part, QWidget* parent)
    : QWidget(parent), document_(document), part_(std::move(part)), anchors_(new QuietComboBox(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    anchors_->setAccessibleName(tr("It is tied to"));
    column->addWidget(anchors_);
    says_ = quiet_words({}, this);
    column->addWidget(says_);
    numbers_ = new QWidget(this);
    auto* inside = new QVBoxLayout(numbers_);
    inside->setContentsMargins(0, 0, 0, 0);
    inside->setSpacing(8);
    cord_ = new StockRow(tethers(), families::stock_questions(tethers()).front(), numbers_);
    inside->addWidget(cord_);
    connect(cord_, &StockRow::taken, this, [this](const std::map<std::string, rig::Input>& taken) {
        if (!tether()) return;
        rig::Tether changed = *tether();
        for (const auto& [key, input] : taken) changed.inputs[key] = input;
        perform(std::move(changed));
    });
    for (const char* key : asked) {
        auto* row = new InputRow(*families::find_parameter(tethers(), key), numbers_);
        connect(row, &InputRow::committed, this, [this, key](const rig::Input& input, quint64 gesture) {
            if (!tether()) return;
            rig::Tether changed = *tether();
            changed.inputs[key] = input;
            perform(std::move(changed), gesture);
        });
        inside->addWidget(row);
        rows_[key] = row;
    }
    column->addWidget(numbers_);
    connect(anchors_, &QComboBox::activated, this,
            [this](int index) { tie_to(anchors_->itemData(index).toString().toStdString()); });
}

const rig::Tether* CatchPanel::tether() const {
    for (const auto& t : document_.rig().tethers)
        if (t.caught == part_) return &t;
    return nullptr;
}

void CatchPanel::perform(rig::Tether tether, project::Gesture gesture) {
    if (const auto done = document_.perform(project::SetTether{std::move(tether)}, gesture); !done) {
        const auto& key = done.problem().where;
        for (auto& [name, row] : rows_)
            if (key.ends_with("/" + name)) return row->show_problem(done.problem());
        says_->setText(text_of(done.problem().sentence()));
    }
}

void CatchPanel::tie_to(const std::string& anchor) {
    if (anchor.empty()) {
        if (tether()) (void)document_.perform(project::RemoveTether{tether()->id});
        return;
    }
    rig::Tether changed = tether() ? *tether() : rig::Tether{};
    changed.caught = part_;
    changed.anchor = anchor;
    if (!tether()) {
        changed.name = tr("Second catch of %1").arg(text_of(document_.rig().part(part_)->name)).toStdString();
        // Long enough to reach, with a hand's breadth of slack.
        const auto placed = document_.check().placed;
        const auto centre = [&](const std::string& id) {
            return rig::Vector(placed->world_from_part(id) * document_.rig().part(id)->centre_of_gravity);
        };
        if (placed) changed.inputs["length"] = std::ceil(((centre(part_) - centre(anchor)).norm() + 0.1) * 20) / 20;
    }
    perform(std::move(changed));
}

void CatchPanel::refresh() {
    const auto& rig = document_.rig();
    anchors_->clear();
    anchors_->addItem(tr("Nothing: it falls"), QString());
    for (const auto* part : anchors_of(rig, part_))
        anchors_->addItem(tr("Tied to %1").arg(text_of(part->name)), text_of(part->id));
    const auto* here = tether();
    anchors_->setCurrentIndex(here ? anchors_->findData(text_of(here->anchor)) : 0);
    numbers_->setVisible(here != nullptr);
    if (!here) {
        says_->setText(document_.check().catches.asked
                           ? tr("Over people or equipment a second, independent catch is asked for.")
                           : tr("A cord or strap that holds it when what carries it lets go."));
        return;
    }
    const auto typical = rig::values_of(*here);
    cord_->refresh(here->inputs, typical);
    for (auto& [key, row] : rows_) {
        const auto given = here->inputs.find(key);
        row->show_input(given == here->inputs.end() ? std::nullopt : std::optional(given->second),
                        typical.find(key)->second, &tethers());
    }
    for (const auto& each : document_.check().catches.each) {
        if (each.id != here->id) continue;
        QStringList covers;
        for (const auto& id : each.covers)
            if (const auto* f = rig.interface(id)) covers << text_of(f->name);
        says_->setText(tr("%1: %2. Covers: %3.")
                           .arg(text_of(std::string(study::name_of(each.verdict))), text_of(study::sentence(each)),
                                covers.isEmpty() ? tr("nothing") : covers.join(", ")));
    }
}

InputRow* CatchPanel::row(const std::string& key) const {
    const auto at = rows_.find(key);
    return at == rows_.end() ? nullptr : at->second;
}

QString CatchPanel::says() const {
    return says_->text();
}

}  // namespace clampet::desktop
