#include "desktop/shell/start_page.h"

#include <QFileInfo>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/rig/shelf_card.h"
#include "desktop/shell/rig_card.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "project/starting_points.h"

namespace clampet::desktop {

void StartPage::showEvent(QShowEvent* event) {
    if (!recent_) build();
    QWidget::showEvent(event);
}

void StartPage::build() {
    recent_ = new QVBoxLayout;
    auto* inside = new QWidget;
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->addWidget(scrolled(inside, this));
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(32, 20, 32, 16);
    column->setSpacing(8);
    auto* title = new QLabel(tr("Will this rig hold this camera?"), this);
    title->setFont(body_font(1.7, true));
    title->setWordWrap(true);
    auto* words = new QLabel(tr("Lay the load path out from the camera to the ground, and see where it would let go "
                                "first, and why. Every number can be changed, and shows its working."),
                             this);
    words->setWordWrap(true);
    set_text_colour(words, theme().quiet);
    column->addWidget(title);
    column->addWidget(words);
    const auto section = [&](const QString& text) {
        auto* label = new QLabel(text, this);
        label->setFont(body_font(1.05, true));
        label->setWordWrap(true);
        column->addSpacing(4);
        column->addWidget(label);
        auto* place = new QWidget(this);
        auto* flow = new FlowLayout(place);
        column->addWidget(place);
        return flow;
    };
    auto* sites = section(tr("Build your own. What is there to hold on to?"));
    for (auto& item : project::shelf({}, {})) {
        auto* card = new ShelfCard(std::move(item), this);
        connect(card, &QAbstractButton::clicked, this, [this, card] { emit site_wanted(card->item()); });
        sites->addWidget(card);
    }
    auto* ready = section(tr("Or look at one that stands: the invented film Half-Muffled, and rigs that people build"));
    const auto add = [&](const project::StartingPoint& point, const QString& name) {
        auto* card = new RigCard(text_of(point.title), text_of(point.description), this);
        card->setObjectName("start-" + name);
        if (auto rig = project::starting_rig(point.key)) card->show_rig(std::move(*rig));
        connect(card, &QPushButton::clicked, this,
                [this, key = text_of(point.key)] { emit starting_point_wanted(key); });
        ready->addWidget(card);
    };
    for (const auto& point : project::demo_rigs())
        add(point, &point == &project::demo_rigs().front() ? QStringLiteral("demo") : text_of(point.key));
    for (const auto& point : project::starting_points()) add(point, text_of(point.key));
    auto* open = new QPushButton(tr("&Open a file…"), this);
    open->setObjectName("start-open");
    open->setToolTip(tr("A rig saved before, ending in .clampet.json"));
    connect(open, &QPushButton::clicked, this, &StartPage::open_wanted);
    column->addWidget(open, 0, Qt::AlignLeft);
    column->addSpacing(8);
    column->addLayout(recent_);
    column->addStretch(1);
    fill_recent();
}

void StartPage::show_recent(const QStringList& files) {
    recent_files_ = files;
    if (recent_) fill_recent();
}

void StartPage::fill_recent() {
    while (QLayoutItem* item = recent_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    if (recent_files_.isEmpty()) return;
    auto* head = new QLabel(tr("Of late"), this);
    head->setFont(body_font(1, true));
    recent_->addWidget(head);
    for (const auto& file : recent_files_) {
        auto* button = new QPushButton(QFileInfo(file).fileName(), this);
        button->setFlat(true);
        button->setToolTip(file);
        connect(button, &QPushButton::clicked, this, [this, file] { emit file_wanted(file); });
        recent_->addWidget(button, 0, Qt::AlignLeft);
    }
}

}  // namespace clampet::desktop
