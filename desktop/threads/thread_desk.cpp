#include "desktop/threads/thread_desk.h"

#include <QButtonGroup>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "catalogue/drills.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/threads/fit_panel.h"
#include "desktop/threads/stack_builder.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/panel.h"
#include "families/thread/fit_section.h"

namespace clampet::desktop {
namespace {

using quantity::Dimension;

QString passes(double hole) {
    return text_of(catalogue::in_words(catalogue::clearance_drills_sold(hole)));
}

QString sizes_of(const catalogue::Thread& t) {
    const auto holes = catalogue::clearance_holes(t);
    return ThreadDesk::tr(
               "%1: outside %2, pitch %3 (%4 per inch). Drills as sold: to tap, with the share of thread that is "
               "left, %5; to pass close %6, normal %7, loose %8.")
        .arg(QString::fromStdString(t.designation), shown(t.major, Dimension::length),
             shown(t.pitch, Dimension::length))
        .arg(quantity::inch / t.pitch, 0, 'g', 4)
        .arg(text_of(catalogue::in_words(catalogue::tap_drills_sold(t))), passes(holes.close), passes(holes.normal),
             passes(holes.loose));
}

}  // namespace

ThreadDesk::ThreadDesk(QWidget* parent)
    : QWidget(parent),
      back_(new QPushButton(tr("← all benches"), this)),
      fit_tab_(new QPushButton(tr("Do they fit?"), this)),
      stack_tab_(new QPushButton(tr("Stack it up"), this)),
      together_tab_(new QPushButton(tr("Posts and plates"), this)),
      identify_tab_(new QPushButton(tr("Which thread is it?"), this)),
      two_ends_(new QWidget(this)),
      pages_(new QStackedWidget(this)),
      builder_(new StackBuilder(pages_)),
      together_(new FitPanel(pages_)),
      identify_(new IdentifyPanel(pages_)),
      picture_(new DrawingView(this)),
      verdict_(wrapped(this)),
      reason_(wrapped(this)),
      route_(wrapped(this)),
      sizes_(wrapped(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 10, 18, 14);
    column->setSpacing(10);
    auto* head = new QHBoxLayout;
    back_->setFlat(true);
    auto* title = new QLabel(tr("Thread desk: what goes together"), this);
    title->setFont(body_font(1.25, true));
    head->addWidget(back_);
    head->addWidget(title);
    head->addStretch(1);
    column->addLayout(head);
    auto* tab_row = new QHBoxLayout;
    auto* row = new QHBoxLayout(two_ends_);
    row->setContentsMargins(0, 0, 0, 0);
    for (int i = 0; i < 2; ++i) {
        auto* thread = new QComboBox(two_ends_);
        auto* sex = new QComboBox(two_ends_);
        for (const auto& t : catalogue::threads()) thread->addItem(QString::fromStdString(t.designation));
        for (const auto& plain : catalogue::plain_ends) thread->addItem(text_of(plain.designation));
        sex->addItems({tr("screw"), tr("socket")});
        sex->setCurrentIndex(i);
        thread->setAccessibleName(i == 0 ? tr("Thread of one end") : tr("Thread of the other end"));
        sex->setAccessibleName(i == 0 ? tr("One end is") : tr("The other end is"));
        ends_[i] = {thread, sex};
        row->addWidget(new QLabel(i == 0 ? tr("One end") : tr("the other"), this));
        row->addWidget(thread);
        row->addWidget(sex);
        for (auto* box : {thread, sex}) connect(box, &QComboBox::currentIndexChanged, this, &ThreadDesk::refresh);
    }
    row->addStretch(1);
    auto* group = new QButtonGroup(this);
    for (int page = 0; page < static_cast<int>(tabs().size()); ++page) {
        auto* tab = tabs()[static_cast<std::size_t>(page)];
        tab->setCheckable(true);
        tab->setProperty("pill", true);
        group->addButton(tab);
        tab_row->addWidget(tab);
        connect(tab, &QPushButton::clicked, this, [this, page] {
            pages_->setCurrentIndex(page);
            two_ends_->setVisible(page < 2);
        });
    }
    tab_row->addStretch(1);
    fit_tab_->setChecked(true);
    column->addLayout(tab_row);
    column->addWidget(two_ends_);
    pages_->addWidget(fit_page());
    pages_->addWidget(builder_);
    pages_->addWidget(together_);
    pages_->addWidget(identify_);
    column->addWidget(pages_, 1);
    connect(back_, &QPushButton::clicked, this, &ThreadDesk::back_wanted);
    connect(builder_, &StackBuilder::bench_wanted, this, &ThreadDesk::bench_wanted);
    connect(builder_, &StackBuilder::changed, this, &ThreadDesk::changed);
    const auto as_it_is = desk_;  // each box that is set lays all of them on the desk
    for (int i = 0; i < 2; ++i) ends_[i].thread->setCurrentText(QString::fromStdString(as_it_is.end(i).designation));
    refresh();
}

QWidget* ThreadDesk::fit_page() {
    auto* page = new QWidget(pages_);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(10);
    verdict_->setFont(body_font(1.15, true));
    set_text_colour(reason_, theme().quiet);
    column->addWidget(verdict_);
    column->addWidget(reason_);
    picture_->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    column->addWidget(picture_, 1);
    auto* joins = new QLabel(tr("What joins them"), page);
    joins->setFont(body_font(1.05, true));
    column->addWidget(joins);
    column->addWidget(route_);
    auto* sizes = new QLabel(tr("Sizes and drills"), page);
    sizes->setFont(body_font(1.05, true));
    column->addWidget(sizes);
    column->addWidget(sizes_);
    return page;
}

void ThreadDesk::refresh() {
    for (int i = 0; i < 2; ++i)
        if (!desk_.set_end(i, {ends_[i].thread->currentText().toStdString(), ends_[i].sex->currentIndex() == 0}))
            return;
    const auto answer = desk_.answer();
    stack_tab_->setEnabled(desk_.meet());
    if (!desk_.meet() && stack_tab_->isChecked()) fit_tab_->click();
    picture_->setVisible(desk_.meet());
    if (desk_.meet()) {
        builder_->set_threads(desk_.screw(), desk_.socket());
        picture_->show_drawing(families::fit_section(desk_.screw(), desk_.socket()));
    }
    for (int i = 0; i < 2; ++i) name_sexes(i);
    if (answer) {
        verdict_->setText(mark_of(answer->verdict) + " " + QString::fromStdString(answer->name));
        set_text_colour(verdict_, theme().of(answer->verdict));
        reason_->setText(QString::fromStdString(answer->reason));
    } else {
        verdict_->setText(text_of(desk_.what_meets()));
        set_text_colour(verdict_, theme().text);
        reason_->clear();
    }
    route_->setText(QString::fromStdString(desk_.route()));
    QStringList sizes;
    for (int i = 0; i < 2; ++i)
        if (const auto& thread = desk_.thread(i); thread && !sizes.contains(sizes_of(*thread)))
            sizes += sizes_of(*thread);
    sizes_->setText(sizes.isEmpty() ? tr("Neither of them is a thread.") : sizes.join("\n"));
}

void ThreadDesk::name_sexes(int end) {
    const auto* plain = catalogue::plain_end(desk_.end(end).designation);
    ends_[end].sex->setItemText(0, plain ? text_of(plain->male) : tr("screw"));
    ends_[end].sex->setItemText(1, plain ? text_of(plain->female) : tr("socket"));
}

ThreadDesk::State ThreadDesk::state() const {
    State s;
    for (int i = 0; i < 2; ++i) {
        s.threads[i] = ends_[i].thread->currentText();
        s.sexes[i] = ends_[i].sex->currentIndex();
    }
    s.page = pages_->currentIndex();
    s.together = together_->question();
    s.identify = identify_->typed();
    s.design = builder_->design();
    return s;
}

void ThreadDesk::restore(const State& s) {
    for (int i = 0; i < 2; ++i) {
        ends_[i].thread->setCurrentText(s.threads[i]);
        ends_[i].sex->setCurrentIndex(s.sexes[i]);
    }
    builder_->adopt(s.design);
    together_->restore(s.together);
    identify_->restore(s.identify);
    tabs()[static_cast<std::size_t>(s.page)]->click();
}

QString ThreadDesk::verdict_text() const {
    return verdict_->text();
}
QString ThreadDesk::route_text() const {
    return route_->text();
}
QString ThreadDesk::sizes_text() const {
    return sizes_->text();
}

}  // namespace clampet::desktop
