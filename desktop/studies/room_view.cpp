#include "desktop/studies/room_view.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "quantity/format.h"

namespace clampet::desktop {

RoomView::RoomView(project::Document& document, QWidget* parent)
    : StudyView(document, tr("Does anything touch?"), parent) {}

project::Background::Work RoomView::work(rig::Rig rig) {
    return [this, rig = std::move(rig)](const study::Job& job) -> std::function<void()> {
        auto found = study::room(rig, {}, job);
        return [this, found = std::move(found)] { show_room(found); };
    };
}

void RoomView::show_room(const Result<study::Room>& found) {
    clear_answers();
    if (!found) {
        room_ = {};
        return say(QString::fromStdString(found.problem().sentence()));
    }
    room_ = *found;
    const auto in_shots = std::count_if(room_.touches.begin(), room_.touches.end(),
                                        [](const auto& touch) { return !touch.shot.empty(); });
    say(room_.touches.empty() ? tr("Nothing touches, in %1 positions.").arg(room_.poses)
        : in_shots == 0       ? tr("Nothing touches in the shots; on the way between there are limits.")
        : in_shots == 1       ? tr("One thing is in the way in a shot.")
                              : tr("%1 things are in the way in the shots.").arg(in_shots));
    for (const auto& touch : room_.touches) add_touch(touch);
    for (const auto& e : room_.envelopes)
        answers()->addWidget(
            quiet_words(tr("%1: the rig takes %2 ahead, %3 across, %4 up; its top is at %5.")
                            .arg(text_of(e.shot), desktop::shown(e.size.x(), quantity::Dimension::length),
                                 desktop::shown(e.size.y(), quantity::Dimension::length),
                                 desktop::shown(e.size.z(), quantity::Dimension::length),
                                 desktop::shown(e.over_support, quantity::Dimension::length)),
                        this));
    answers()->addStretch(1);
}

void RoomView::add_touch(const study::Touch& touch) {
    auto* row = new Panel(this);
    auto* lines = new QVBoxLayout(row);
    lines->setContentsMargins(12, 8, 12, 8);
    auto* top = new QHBoxLayout;
    auto* words = wrapped(row, 1, !touch.shot.empty());
    words->setText(text_of(study::sentence_of(document().rig(), touch)));
    top->addWidget(words, 1);
    auto* look = flat_button(tr("show it"), row);
    look->setAccessibleName(tr("Show where %1").arg(words->text()));
    top->addWidget(look, 0, Qt::AlignTop);
    lines->addLayout(top);
    if (touch.spacer) {
        const auto* seam = document().rig().interface(touch.spacer->interface);
        lines->addWidget(quiet_words(tr("%1 more in %2 frees it; %3.")
                                         .arg(desktop::shown(touch.spacer->thickness, quantity::Dimension::length),
                                              seam ? text_of(seam->name) : QString(), text_of(touch.spacer->then)),
                                     row));
    }
    connect(look, &QPushButton::clicked, this, [this, touch] {
        perform(project::SetPositions{touch.pose});
        emit parts_wanted({text_of(touch.one), text_of(touch.other)});
    });
    answers()->addWidget(row);
}

}  // namespace clampet::desktop
