#include "desktop/studies/picture_view.h"

#include <QLabel>
#include <QPainter>
#include <QVBoxLayout>

#include "desktop/rig/solid_raster.h"
#include "desktop/studies/sight_panel.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "rig/sag.h"
#include "study/scenes.h"

namespace clampet::desktop {

PictureFrame::PictureFrame(rig::Rig staged, study::Picture picture, QWidget* parent)
    : QWidget(parent), rig_(std::move(staged)), picture_(std::move(picture)) {
    setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Fixed);
    setMaximumWidth(560);
    setAccessibleName(tr("%1: %2").arg(text_of(picture_.shot), text_of(study::sentence_of(rig_, picture_))));
}

void PictureFrame::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    setFixedHeight(height_for(width()));
}

int PictureFrame::height_for(int width) const {
    const double shape = picture_.frame.height / std::max(1e-9, picture_.frame.width);
    return qRound(std::min(width, maximumWidth()) * shape);
}

void PictureFrame::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    const double ratio = devicePixelRatioF();
    const QSize size = (QSizeF(this->size()) * ratio).toSize();
    // A wall behind and a floor below the subject's middle: there is no more to be known of what is filmed.
    p.fillRect(rect(), t.dark ? QColor("#2b3034") : QColor("#dfe3e1"));
    SolidRaster raster(size);
    const auto& f = picture_.frame;
    const auto projection = Projection::through_lens(f.eye, f.looks, f.up, f.width / f.distance, size);
    const rig::Placed placed = rig::settled(rig_);
    const auto& at = placed.placement();
    for (std::size_t i = 0; i < rig_.parts.size(); ++i)
        if (rig_.parts[i].id != picture_.camera)
            for (const auto& shape : rig_.parts[i].shapes)
                raster.add(shape, at.world_from_part[i], projection, t.of_part(shape.material), static_cast<int>(i));
    const auto& seams = placed.mechanism().seams();
    for (std::size_t i = 0; i < seams.size(); ++i)
        for (const auto& limb : rig::limbs_of(seams[i].motion))
            raster.add(limb, at.world_from_port[i], projection, t.of_part(limb.material),
                       static_cast<int>(seams[i].support));
    p.drawImage(QRectF(rect()), raster.image(t.dark ? QColor("#0c0e0f") : t.text));
    p.setRenderHint(QPainter::Antialiasing);
    p.setBrush(Qt::NoBrush);
    if (picture_.wanted > 0 && picture_.distance > 0) {  // how much of it is asked for
        const double share = picture_.wanted / f.width;
        const QRectF asked(0, 0, width() * share, height() * share);
        p.setPen(QPen(picture_.is_wide_enough ? t.holds : t.slips, 1.5, Qt::DashLine));
        if (share <= 1) p.drawRect(asked.translated(QRectF(rect()).center() - asked.center()));
    }
    p.setPen(QPen(t.text, 1.5));
    p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    const QPointF c = QRectF(rect()).center();
    p.setPen(QPen(t.quiet, 1));
    p.drawLine(c - QPointF(7, 0), c + QPointF(7, 0));
    p.drawLine(c - QPointF(0, 7), c + QPointF(0, 7));
}

PictureView::PictureView(project::Document& document, QWidget* parent)
    : StudyView(document, tr("What does the lens see?"), parent), sight_(new SightPanel(document, this)) {
    sight_->hide();
    set_below(sight_);
}

project::Background::Work PictureView::work(rig::Rig rig) {
    return [this, rig = std::move(rig)](const study::Job&) -> std::function<void()> {
        auto found = study::pictures(rig);
        return [this, rig, found = std::move(found)] { show_pictures(rig, found); };
    };
}

void PictureView::show_pictures(const rig::Rig& rig, const Result<std::vector<study::Picture>>& found) {
    clear_answers();
    pictures_.clear();
    sight_->refresh();
    if (!found) return say(QString::fromStdString(found.problem().sentence()));
    pictures_ = *found;
    const auto clear = std::all_of(pictures_.begin(), pictures_.end(), [](const auto& p) { return p.is_clear(); });
    say(clear ? tr("Sharp, wide enough, and nothing of the rig is in the picture.")
              : tr("Not every shot is clear: see below."));
    const auto scenes = study::scenes_of(rig);
    for (const auto& picture : pictures_) {
        const auto scene = std::find_if(scenes.begin(), scenes.end(),
                                        [&](const auto& s) { return s.name == picture.shot && s.set.empty(); });
        auto* title = heading(text_of(picture.shot), this);
        title->setWordWrap(true);
        answers()->addWidget(title);
        answers()->addWidget(new PictureFrame(scene == scenes.end() ? rig : study::staged(rig, *scene), picture, this));
        auto* words = wrapped(this);
        words->setText(text_of(study::sentence_of(rig, picture)) + ".");
        answers()->addWidget(words);
        if (picture.reach) {
            auto* reach = wrapped(this);
            reach->setText(text_of(study::sentence_of(*picture.reach)));
            if (!picture.reach->is_met) set_text_colour(reach, theme().slips);
            answers()->addWidget(reach);
        }
        answers()->addWidget(
            quiet_words(tr("1 mm of movement is %1 pixels of 3840, a tenth of a degree %2.")
                            .arg(QString::number(picture.pixels_per_metre / 1000, 'g', 2),
                                 QString::number(picture.pixels_per_radian * quantity::degree / 10, 'g', 2)),
                        this));
        for (const auto& move : picture.moves)
            answers()->addWidget(quiet_words(text_of(study::sentence_of(rig, picture, move)) + ".", this));
    }
    answers()->addStretch(1);
}

}  // namespace clampet::desktop
