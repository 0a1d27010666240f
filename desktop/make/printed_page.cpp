#include "desktop/make/printed_page.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QPointer>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"

namespace clampet::desktop {
namespace {

constexpr double fineness = 4000;  // pixels a metre: 102 to the inch
constexpr int widest = 820, beside = 30;

drawing::PaperSize paper_of(const std::string& name) {
    for (const auto& paper : {drawing::a4, drawing::a3, drawing::letter})
        if (paper.name == name) return paper;
    return drawing::a4;
}

}  // namespace

PrintedPage::PrintedPage(Session& session, QWidget* parent)
    : QWidget(parent),
      session_(session),
      background_([here = QPointer<PrintedPage>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }),
      which_(new QuietComboBox(this)),
      says_(wrapped(this, 0.95)),
      inside_(new QWidget),
      column_(new QVBoxLayout(inside_)) {
    using make::What;
    const std::pair<QString, What> all[] = {
        {tr("Report"), What::report},  {tr("Plan of work"), What::steps},
        {tr("Dates"), What::schedule}, {tr("Cut list"), What::cut_list},
        {tr("Drills"), What::drills},  {tr("Hardware and shopping"), What::hardware},
        {tr("Cost"), What::cost}};
    for (const auto& [name, what] : all) which_->addItem(name, static_cast<int>(what));
    which_->setAccessibleName(tr("What is printed"));
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* row = new QHBoxLayout;
    row->addWidget(which_);
    row->addWidget(says_, 1);
    outer->addLayout(row);
    column_->setContentsMargins(0, 0, 0, 0);
    column_->setSpacing(14);
    outer->addWidget(scrolled(inside_, this), 1);
    connect(which_, &QComboBox::currentIndexChanged, this, &PrintedPage::build);
}

QString PrintedPage::said() const {
    return says_->text();
}

void PrintedPage::refresh(const make::Wish& wish) {
    wish_ = wish;
    workshop_ = session_.stockroom.workshop();
    build();
}

void PrintedPage::build() {
    is_building_ = true;
    says_->setText(tr("Pages are being laid out …"));
    auto wish = wish_;
    wish.what = static_cast<make::What>(which_->currentData().toInt());
    background_.start([here = QPointer<PrintedPage>(this), wish, workshop = workshop_,
                       rig = session_.document.rig()](const study::Job& job) -> std::function<void()> {
        auto asked = wish;
        asked.workshop = &workshop;
        const auto document = make::document_of(rig, asked, job);
        auto pages = document ? drawing::images_of(*document, paper_of(wish.paper), fineness)
                              : Result<std::vector<drawing::PageImage>>(document.problem());
        return [here, pages = std::move(pages)] {
            if (here) here->took(pages);
        };
    });
}

void PrintedPage::took(const Result<std::vector<drawing::PageImage>>& pages) {
    is_building_ = false;
    images_.clear();
    if (pages)
        for (const auto& page : *pages)
            images_.push_back(QImage(reinterpret_cast<const uchar*>(page.pixels.data()), page.width, page.height,
                                     page.width * 4, QImage::Format_RGB32)
                                  .copy());
    says_->setText(!pages ? text_of(pages.problem().sentence())
                   : images_.size() == 1
                       ? tr("1 page of %1, as it is printed.").arg(text_of(wish_.paper))
                       : tr("%1 pages of %2, as they are printed.").arg(images_.size()).arg(text_of(wish_.paper)));
    set_text_colour(says_, pages ? theme().quiet : theme().slips);
    for (auto* label : labels_) label->deleteLater();
    labels_.clear();
    for (std::size_t i = 0; i < images_.size(); ++i) {
        auto* label = new QLabel(inside_);
        label->setAccessibleName(tr("Page %1").arg(i + 1));
        label->setFrameShape(QFrame::Box);
        column_->addWidget(label, 0, Qt::AlignHCenter);
        labels_.push_back(label);
    }
    show_pages();
}

void PrintedPage::show_pages() {
    const qreal ratio = devicePixelRatioF();
    const int width = std::clamp(this->width() - beside, 200, widest);
    for (std::size_t i = 0; i < labels_.size(); ++i) {
        auto picture = QPixmap::fromImage(images_[i].scaledToWidth(qRound(width * ratio), Qt::SmoothTransformation));
        picture.setDevicePixelRatio(ratio);
        labels_[i]->setPixmap(picture);
    }
}

void PrintedPage::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    show_pages();
}

}  // namespace clampet::desktop
