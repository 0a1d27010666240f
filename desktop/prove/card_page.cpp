#include "desktop/prove/card_page.h"

#include <QDate>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPointer>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "project/file.h"

namespace clampet::desktop {
namespace {

constexpr double fineness = 4150;  // pixels a metre on screen

}  // namespace

CardPage::CardPage(Session& session, QWidget* parent)
    : ProvePage(session, parent),
      background_([here = QPointer<CardPage>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }),
      write_(new QPushButton(tr("Write the card…"), this)),
      inside_(new QWidget),
      row_(new QHBoxLayout(inside_)) {
    ask_where = [this] {
        return QFileDialog::getSaveFileName(this, tr("Write the card"), "use-card.pdf",
                                            tr("To print, A6 (*.pdf);;For a phone (*.png)"));
    };
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->addWidget(heading(tr("What goes with the rig"), this, 1.3));
    column->addWidget(
        quiet_words(tr("How tight by feel, what to look at before each use, limits, second catch, when to "
                       "tighten and to look again. A phone reads the square: its text needs no network."),
                    this));
    auto* top = new QHBoxLayout;
    write_->setProperty("pill", true);
    write_->setEnabled(false);
    top->addWidget(write_);
    top->addWidget(answer(), 1);
    column->addLayout(top);
    row_->setContentsMargins(0, 0, 0, 0);
    row_->setSpacing(14);
    column->addWidget(scrolled(inside_, this), 1);
    connect(write_, &QPushButton::clicked, this, [this] {
        const QString file = ask_where();
        if (!file.isEmpty()) write(file);
    });
}

void CardPage::refresh() {
    is_building_ = true;
    say(tr("The card is being made …"));
    const QDate now = QDate::currentDate();
    const make::Day day(std::chrono::year_month_day{std::chrono::year(now.year()),
                                                    std::chrono::month(static_cast<unsigned>(now.month())),
                                                    std::chrono::day(static_cast<unsigned>(now.day()))});
    background_.start(
        [here = QPointer<CardPage>(this), rig = rig(), day](const study::Job& job) -> std::function<void()> {
            auto card = prove::use_card_of(rig, day, job);
            return [here, card = std::move(card)] {
                if (here) here->took(card);
            };
        });
}

void CardPage::took(const Result<prove::UseCard>& card) {
    is_building_ = false;
    card_.reset();
    images_.clear();
    for (auto* label : labels_) label->deleteLater();
    labels_.clear();
    while (auto* item = row_->takeAt(0)) delete item;
    write_->setEnabled(static_cast<bool>(card));
    if (!card) return say(card.problem());
    card_ = *card;
    const auto document = prove::document_of(*card);
    const auto pages = document ? drawing::images_of(*document, prove::a6, fineness)
                                : Result<std::vector<drawing::PageImage>>(document.problem());
    if (!pages) return say(pages.problem());
    for (const auto& page : *pages) {
        images_.push_back(QImage(reinterpret_cast<const uchar*>(page.pixels.data()), page.width, page.height,
                                 page.width * 4, QImage::Format_RGB32)
                              .copy());
        auto* label = new QLabel(inside_);
        label->setPixmap(QPixmap::fromImage(images_.back()));
        label->setFrameShape(QFrame::Box);
        label->setAccessibleName(tr("Page %1 of the card").arg(images_.size()));
        row_->addWidget(label, 0, Qt::AlignTop);
        labels_.push_back(label);
    }
    row_->addStretch(1);
    say(tr("%1. Next check: %2.").arg(text_of(card->verdict), text_of(card->next_check)));
}

void CardPage::write(const QString& file) {
    if (!card_) return;
    const auto files = prove::files_of(*card_, file.toStdString());
    if (!files) return say(files.problem());
    for (const auto& [name, bytes] : *files)
        if (const auto ok = project::write_file_atomically(name, bytes); !ok) return say(ok.problem());
    say(tr("Written: %1.").arg(file));
}

}  // namespace clampet::desktop
