#include "desktop/brief/planned_panel.h"

#include <QDragEnterEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/brief/payload_card.h"
#include "desktop/brief/payload_picture.h"
#include "desktop/brief/thing_chip.h"
#include "desktop/shell/session.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {
namespace {

/// What mounts are mostly built for; classes of catalogue::devices().
constexpr const char* often_held[] = {"phone",
                                      "action camera",
                                      "small mirrorless with pancake",
                                      "mirrorless with mid zoom",
                                      "full-frame body with 24-70 class zoom",
                                      "camcorder",
                                      "7-inch monitor",
                                      "LED panel 20 cm",
                                      "shotgun microphone",
                                      "tablet"};

}  // namespace

PlannedPanel::PlannedPanel(Session& session, QWidget* parent)
    : QWidget(parent),
      session_(session),
      document_(session.document),
      says_(wrapped(this)),
      chips_(new QWidget(this)),
      things_(new QVBoxLayout) {
    setAcceptDrops(true);
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    column->addWidget(says_);
    column->addLayout(things_);
    auto* flow = new FlowLayout(chips_);
    flow->addWidget(quiet_words(tr("Add:"), chips_));
    auto* camera = new QPushButton(tr("camera, its lens by sizes"), chips_);
    camera->setObjectName("planned-camera");
    camera->setToolTip(tr("One whose lens says what it sees"));
    flow->addWidget(camera);
    connect(camera, &QPushButton::clicked, this, [this] {
        auto planned = document_.rig().planned;
        planned.push_back({tr("Camera with lens").toStdString(), "camera", {}});
        perform(std::move(planned));
    });
    for (const char* device : often_held) {
        auto* chip = new ThingChip(text_of(std::string(device)), chips_);
        chip->setObjectName(QString("planned-%1").arg(device));
        chip->setToolTip(tr("What it typically weighs and where it balances; correct it by measuring yours"));
        flow->addWidget(chip);
        connect(chip, &QPushButton::clicked, this, [this, chip] { add(chip->device()); });
    }
    column->addWidget(chips_);
}

void PlannedPanel::perform(std::vector<rig::Planned> planned) {
    if (const auto done = document_.perform(project::SetPlanned{std::move(planned)}); !done)
        emit session_.problem(text_of(done.problem().sentence()));
}

void PlannedPanel::add(const QString& device) {
    auto planned = document_.rig().planned;
    planned.push_back({device.toStdString(), "device", {{"device", device.toStdString()}}});
    perform(std::move(planned));
}

void PlannedPanel::refresh() {
    const auto& planned = document_.rig().planned;
    double mass = 0;
    for (const auto& p : planned)
        if (const auto part = rig::part_of(p)) mass += part->mass;
    says_->setText(
        planned.empty()
            ? tr("Nothing yet. Press what is to be held, or drag it here: its reach is known before there is "
                 "a rig, and the shelf offers it first.")
            : tr("To be held, %1, and not on the rig yet: open the shelf where it is to go.")
                  .arg(shown(mass, quantity::Dimension::mass)));
    // Rebuilt only when things come or go: a field that is being typed in must live on.
    bool same = planned.size() == held_.size();
    for (std::size_t i = 0; same && i < held_.size(); ++i) same = held_[i].kind == planned[i].kind;
    if (!same) {
        for (const auto& held : held_) {
            things_->removeWidget(held.holder);
            held.holder->deleteLater();
        }
        held_.clear();
        for (std::size_t i = 0; i < planned.size(); ++i) held_.push_back(make(i));
    }
    for (std::size_t i = 0; i < planned.size(); ++i) {
        const auto part = rig::part_of(planned[i]);
        if (!part) continue;
        held_[i].fields.show(*part);
        held_[i].card->refresh();
        held_[i].off->setAccessibleName(tr("Take %1 away").arg(text_of(planned[i].name)));
    }
}

PlannedPanel::Held PlannedPanel::make(std::size_t index) {
    auto* holder = new QWidget(this);
    auto* column = new QVBoxLayout(holder);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2);
    const auto thing = on_the_plan(document_, index);
    const auto fields = held_fields(thing, static_cast<int>(index) + 1, session_, holder);
    auto* card = new PayloadCard(thing, fields, holder);
    auto* off = flat_button(tr("Take it away"), holder);
    column->addWidget(card);
    column->addWidget(off, 0, Qt::AlignRight);
    connect(card->picture(), &PayloadPicture::thing_dropped, this, &PlannedPanel::add);
    connect(off, &QPushButton::clicked, this, [this, index] {
        auto rest = document_.rig().planned;
        if (index < rest.size()) rest.erase(rest.begin() + static_cast<std::ptrdiff_t>(index));
        perform(std::move(rest));
    });
    things_->addWidget(holder);
    card->fit_width(width_);
    holder->show();
    return {holder, card, fields, off, document_.rig().planned[index].kind};
}

void PlannedPanel::fit_width(int width) {
    width_ = width;
    for (const auto& held : held_) held.card->fit_width(width);
}

std::vector<PayloadCard*> PlannedPanel::cards() const {
    std::vector<PayloadCard*> all;
    for (const auto& held : held_) all.push_back(held.card);
    return all;
}

ThingChip* PlannedPanel::chip(const QString& device) const {
    return chips_->findChild<ThingChip*>("planned-" + device);
}
QString PlannedPanel::says() const {
    return says_->text();
}

void PlannedPanel::dragEnterEvent(QDragEnterEvent* event) {
    if (thing_in(event->mimeData())) event->acceptProposedAction();
}

void PlannedPanel::dropEvent(QDropEvent* event) {
    const auto device = thing_in(event->mimeData());
    if (!device) return;
    event->acceptProposedAction();
    add(*device);
}

}  // namespace clampet::desktop
