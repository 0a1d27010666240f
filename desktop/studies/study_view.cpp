#include "desktop/studies/study_view.h"

#include <QLabel>
#include <QTimer>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {
namespace {

constexpr int pause = 250;  ///< of a person who types, until work begins [ms]

}  // namespace

StudyView::StudyView(project::Document& document, const QString& question, QWidget* parent)
    : QWidget(parent),
      document_(document),
      state_(quiet_words({}, this)),
      said_(wrapped(this, 1, true)),
      inside_(new QWidget(this)),
      answers_(new QVBoxLayout),
      later_(new QTimer(this)) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(16, 6, 4, 6);
    outer->addWidget(heading(question, this, 1.15));
    outer->addWidget(said_);
    outer->addWidget(state_);
    auto* column = new QVBoxLayout(inside_);
    column->setContentsMargins(0, 4, 12, 8);
    column->setSpacing(8);
    column->addLayout(answers_, 1);
    answers_->setSpacing(8);
    outer->addWidget(scrolled(inside_, this), 1);
    setAccessibleName(question);
    said_->hide();
    background_ = std::make_unique<project::Background>([this](std::function<void()> answer) {
        QMetaObject::invokeMethod(this, std::move(answer), Qt::QueuedConnection);
    });
    later_->setSingleShot(true);
    later_->setInterval(pause);
    connect(later_, &QTimer::timeout, this, &StudyView::begin);
    subscription_ = document_.observe([this](const project::Change&) { refresh(); });
}

StudyView::~StudyView() {
    background_->stop();
}

bool StudyView::is_busy() const {
    return isVisible() && answered_ != document_.revision();
}

QString StudyView::said() const {
    return said_->isHidden() ? QString() : said_->text();
}

void StudyView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    refresh();
}

void StudyView::refresh() {
    if (!isVisible() || document_.is_empty() || asked_ == document_.revision()) return;
    background_->stop();
    asked_ = 0;
    state_->setText(answered_ ? tr("the answer below is old: it is being worked out anew") : tr("being worked out"));
    state_->show();
    later_->start();
}

void StudyView::begin() {
    const auto revision = document_.revision();
    asked_ = revision;
    background_->start([this, revision, todo = work(document_.rig())](const study::Job& job) {
        study::Job all = job;
        all.workers = study::all_cores();
        auto answer = todo(all);
        return [this, revision, answer = std::move(answer)] {
            answered_ = revision;
            state_->hide();
            if (answer) answer();
        };
    });
}

void StudyView::perform(const project::Edit& edit, project::Gesture gesture) {
    if (const auto done = document_.perform(edit, gesture); !done)
        emit problem(QString::fromStdString(done.problem().sentence()));
}

void StudyView::say(const QString& words) {
    said_->setVisible(!words.isEmpty());
    said_->setText(words);
    said_->setAccessibleName(words);
}

void StudyView::set_below(QWidget* widget) {
    inside_->layout()->addWidget(widget);
}

void StudyView::clear_answers() {
    while (auto* item = answers_->takeAt(0)) {
        if (item->widget()) {
            item->widget()->hide();
            item->widget()->deleteLater();
        }
        delete item;
    }
}

}  // namespace clampet::desktop
