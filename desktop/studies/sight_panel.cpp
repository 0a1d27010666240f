#include "desktop/studies/sight_panel.h"

#include <QComboBox>
#include <QGridLayout>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "study/picture.h"

namespace clampet::desktop {

SightPanel::SightPanel(project::Document& document, QWidget* parent)
    : Panel(parent),
      document_(document),
      screen_(new QuietComboBox(this)),
      mirror_(new QuietComboBox(this)),
      eye_{},
      says_(wrapped(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 12, 14, 12);
    column->setSpacing(8);
    column->addWidget(heading(tr("Who sees the screen?"), this, 1.05));
    column->addWidget(
        quiet_words(tr("From where somebody looks at the back of the camera or at a monitor: ahead, to the "
                       "left and up from where the rig begins."),
                    this));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(10);
    grid->setVerticalSpacing(3);
    const auto put = [&](int at, const QString& label, QWidget* field) {
        const int row = 2 * (at / 3), place = at % 3;
        auto* words = quiet_words(label, this, 0.88);
        words->setBuddy(field);
        grid->addWidget(words, row, place);
        grid->addWidget(field, row + 1, place, Qt::AlignTop);
    };
    for (auto* box : {screen_, mirror_}) {
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(10);
        connect(box, &QComboBox::activated, this, [this] { answer(); });
    }
    screen_->setAccessibleName(tr("What is looked at"));
    mirror_->setAccessibleName(tr("The mirror"));
    const QString ways[] = {tr("Eye ahead"), tr("to the left"), tr("up")};
    for (int axis = 0; axis < 3; ++axis) {
        eye_[axis] = new QuantityField(quantity::Dimension::length, this);
        eye_[axis]->set_name(ways[axis], tr("From where the rig begins"));
        put(axis, ways[axis], eye_[axis]);
        connect(eye_[axis], &QuantityField::committed, this, [this, axis](double si, quint64) {
            place_[axis] = si;
            answer();
        });
    }
    put(3, tr("Looks at"), screen_);
    put(4, tr("By a mirror"), mirror_);
    for (int i = 0; i < 3; ++i) grid->setColumnStretch(i, 1);
    column->addLayout(grid);
    column->addWidget(says_);
}

void SightPanel::fill(QComboBox* box, bool none) {
    const QVariant chosen = box->currentData();
    box->clear();
    if (none) box->addItem(tr("none: straight"), QString());
    for (const auto& part : document_.rig().parts)
        if (!part.shapes.empty() && (none || part.role == rig::Role::payload))
            box->addItem(text_of(part.name), text_of(part.id));
    if (const int at = box->findData(chosen); at >= 0) box->setCurrentIndex(at);
}

study::SightQuestion SightPanel::question() const {
    return {screen_->currentData().toString().toStdString(), mirror_->currentData().toString().toStdString(), place_};
}

void SightPanel::refresh() {
    fill(screen_, false);
    fill(mirror_, true);
    const auto& placed = document_.check().placed;
    const auto* camera = study::camera_of(document_.rig());
    if (!is_placed_ && camera && placed && !placed->is_empty()) {
        // Behind the camera at arm's length, as whoever operates it stands; common practice.
        const auto& world = placed->world_from_part(camera->id);
        place_ = world * rig::Vector(-0.6, 0, 0.1);
        for (int axis = 0; axis < 3; ++axis) place_[axis] = std::round(place_[axis] * 100) / 100;
        is_placed_ = true;
    }
    for (int axis = 0; axis < 3; ++axis) eye_[axis]->show_value(place_[axis]);
    setVisible(screen_->count() > 0);
    answer();
}

void SightPanel::answer() {
    if (screen_->count() == 0) return;
    const auto asked = question();
    const auto found = study::sight(document_.rig(), asked);
    if (!found) {
        says_->setText(text_of(found.problem().sentence()));
        set_text_colour(says_, theme().slips);
        return;
    }
    says_->setText(text_of(study::sentence_of(document_.rig(), asked, *found)));
    set_text_colour(says_, found->is_seen() ? theme().text : theme().slips);
}

QString SightPanel::says() const {
    return says_->text();
}

}  // namespace clampet::desktop
