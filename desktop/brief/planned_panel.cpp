#include "desktop/brief/planned_panel.h"

#include <QDragEnterEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/brief/thing_chip.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "parts/part_kind.h"

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

PlannedPanel::PlannedPanel(project::Document& document, QWidget* parent)
    : QWidget(parent), document_(document), says_(wrapped(this)), chips_(new QWidget(this)), things_(new FlowLayout) {
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
        emit problem(text_of(done.problem().sentence()));
}

void PlannedPanel::add(const QString& device) {
    auto planned = document_.rig().planned;
    planned.push_back({device.toStdString(), "device", {{"device", device.toStdString()}}});
    perform(std::move(planned));
}

void PlannedPanel::refresh() {
    const auto& planned = document_.rig().planned;
    says_->setText(
        planned.empty()
            ? tr("Nothing yet. Press what is to be held, or drag it here: its reach is known before there is "
                 "a rig, and the shelf offers it first.")
            : tr("To be held, and not on the rig yet: open the shelf where it is to go."));
    if (planned == shown_ && holders_.size() == planned.size()) return;
    shown_ = planned;
    for (auto* holder : holders_) {
        things_->removeWidget(holder);
        holder->deleteLater();
    }
    holders_.clear();
    cards_.clear();
    for (std::size_t i = 0; i < planned.size(); ++i) {
        const auto* kind = parts::kind_named(planned[i].kind);
        if (!kind) continue;
        project::ShelfItem item{kind, {{planned[i].kind, planned[i].name, planned[i].values}}};
        item.is_planned = true;
        auto* holder = new QWidget(this);
        auto* column = new QVBoxLayout(holder);
        column->setContentsMargins(0, 0, 0, 0);
        column->setSpacing(2);
        auto* card = new ShelfCard(std::move(item), holder);
        auto* off = flat_button(tr("Take it away"), holder);
        off->setAccessibleName(tr("Take %1 away").arg(text_of(planned[i].name)));
        column->addWidget(card);
        column->addWidget(off, 0, Qt::AlignHCenter);
        card->setFocusPolicy(Qt::NoFocus);  // a picture: what can be done with it stands below
        card->setAttribute(Qt::WA_TransparentForMouseEvents);
        connect(off, &QPushButton::clicked, this, [this, i] {
            auto rest = document_.rig().planned;
            if (i < rest.size()) rest.erase(rest.begin() + static_cast<std::ptrdiff_t>(i));
            perform(std::move(rest));
        });
        things_->addWidget(holder);
        holder->show();
        holders_.push_back(holder);
        cards_.push_back(card);
    }
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
