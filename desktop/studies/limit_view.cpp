#include "desktop/studies/limit_view.h"

#include <QLabel>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/payload_plot.h"
#include "quantity/format.h"

namespace clampet::desktop {

using quantity::Dimension;

LimitView::LimitView(project::Document& document, QWidget* parent)
    : StudyView(document, tr("How much may I put on it?"), parent),
      plot_(new PayloadPlot(this)),
      list_(new QWidget(this)) {
    plot_->setMinimumHeight(220);
    answers()->addWidget(plot_);
    answers()->addWidget(list_);
    answers()->addStretch(1);
    new QVBoxLayout(list_);
    list_->layout()->setContentsMargins(0, 0, 0, 0);
    connect(plot_, &PayloadPlot::payload_chosen, this, [this](double overhang, double mass, quint64 gesture) {
        const auto* payload = rig::payload_of(this->document().rig());
        if (!payload) return;
        const rig::Vector at(overhang, payload->centre_of_gravity.y(), payload->centre_of_gravity.z());
        const std::string id = payload->id;
        perform(project::SetMass{id, mass}, gesture);
        perform(project::SetCentreOfGravity{id, at}, gesture);
    });
}

project::Background::Work LimitView::work(rig::Rig rig) {
    return [this, rig = std::move(rig)](const study::Job& job) -> std::function<void()> {
        auto found = study::rig_limits(rig, {}, job);
        return [this, found = std::move(found)] { show_limits(found); };
    };
}

void LimitView::show_limits(const Result<study::RigLimits>& found) {
    if (!found) return say(QString::fromStdString(found.problem().sentence()));
    limits_ = *found;
    const auto* payload = rig::payload_of(document().rig());
    PayloadCurve curve;
    for (const auto& [overhang, limit] : limits_.curve) curve.points.push_back({overhang, limit.limit});
    curve.devices = limits_.devices;
    if (payload) {
        curve.overhang = payload->centre_of_gravity.x();
        curve.mass = payload->mass;
    }
    const auto& at = limits_.here;
    say(!at.limit.ends      ? tr("More than it will ever be asked to carry.")
        : at.limit.mass > 0 ? tr("%1 where the payload balances now. Beyond that: %2")
                                  .arg(desktop::shown(at.limit.mass, Dimension::mass), text_of(at.sentence))
                            : tr("Nothing yet, even without a payload: %1").arg(text_of(at.sentence)));
    plot_->show_curve(curve);
    while (auto* item = list_->layout()->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    QStringList yes, no;
    for (const auto& d : limits_.devices) (d.holds ? yes : no) << text_of(d.device->name);
    const auto add = [&](const QString& title, const QStringList& names) {
        if (!names.isEmpty()) list_->layout()->addWidget(quiet_words(title.arg(names.join(", ")), list_));
    };
    if (yes.isEmpty())
        list_->layout()->addWidget(quiet_words(tr("No class of device that is known is light enough."), list_));
    else if (no.isEmpty())
        list_->layout()->addWidget(quiet_words(tr("Every class of device that is known is light enough."), list_));
    else {
        add(tr("Light enough: %1."), yes);
        add(tr("Too much: %1."), no);
    }
}

}  // namespace clampet::desktop
