#include "desktop/shell/start_page.h"

#include <QFileInfo>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "project/starting_points.h"

namespace clampet::desktop {

void StartPage::showEvent(QShowEvent* event) {
    if (!recent_) build();
    QWidget::showEvent(event);
}

void StartPage::build() {
    recent_ = new QVBoxLayout;
    auto* outer = new QHBoxLayout(this);
    auto* column = new QVBoxLayout;
    column->setSpacing(10);
    outer->addStretch(1);
    outer->addLayout(column, 3);
    outer->addStretch(1);
    column->addStretch(1);
    auto* title = new QLabel(tr("Will this rig hold this camera?"), this);
    title->setFont(body_font(1.9, true));
    title->setWordWrap(true);
    auto* words = new QLabel(tr("Lay the load path out from the camera to the ground, and see where it would let go "
                                "first, and why. Every number can be changed, and shows its working."),
                             this);
    words->setWordWrap(true);
    set_text_colour(words, theme().quiet);
    column->addWidget(title);
    column->addWidget(words);
    column->addSpacing(8);
    const auto add = [&](const QString& name, const QString& text, const QString& description) {
        auto* button = new QPushButton(text, this);
        button->setObjectName(name);
        button->setAccessibleDescription(description);
        auto* hint = new QLabel(description, this);
        hint->setWordWrap(true);
        set_text_colour(hint, theme().quiet);
        hint->setFont(body_font(0.92));
        auto* row = new QHBoxLayout;
        button->setMinimumWidth(qRound(210 * text_scale()));
        row->addWidget(button);
        row->addWidget(hint, 1);
        column->addLayout(row);
        return button;
    };
    connect(add("start-demo", tr("Look at the &demo"),
                tr("A camera on a stair rail, from the invented film Half-Muffled. One screw bottoms, one seam slips, "
                   "one is doubtful.")),
            &QPushButton::clicked, this, &StartPage::demo_wanted);
    for (const auto& point : project::starting_points())
        connect(add("start-" + QString::fromStdString(point.key), QString::fromStdString(point.title),
                    QString::fromStdString(point.description)),
                &QPushButton::clicked, this,
                [this, key = QString::fromStdString(point.key)] { emit starting_point_wanted(key); });
    connect(add("start-open", tr("&Open a file…"), tr("A rig saved before, ending in .clampet.json.")),
            &QPushButton::clicked, this, &StartPage::open_wanted);
    column->addSpacing(8);
    column->addLayout(recent_);
    column->addStretch(2);
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
