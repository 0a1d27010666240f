#include "desktop/bench/benches_page.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {
BenchCard::BenchCard(const families::Family& family, QWidget* parent) : QAbstractButton(parent), family_(family) {
    setObjectName("bench-" + text_of(family.key()));
    setText(text_of(family.name()));
    setAccessibleDescription(text_of(family.purpose()));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    // A light load, so that springs, gaps and pressures show something.
    if (const auto joint = families::join(family, {})) picture_ = (*joint)->section({{0, 0, -13, 0, 0.4, 0}, {}});
    words_ = (text_of(family.name()) + " " + text_of(family.purpose())).toLower();
    for (const auto& p : family.parameters()) {
        words_ += " " + QString::fromStdString(p.label).toLower();
        for (const auto& choice : p.choices) words_ += " " + QString::fromStdString(choice.label).toLower();
    }
}

bool BenchCard::matches(const QString& search) const {
    for (const auto& word : search.toLower().split(' ', Qt::SkipEmptyParts))
        if (!words_.contains(word)) return false;
    return true;
}

QSize BenchCard::sizeHint() const {
    const double em = QFontMetricsF(body_font()).height();
    return {qRound(13.5 * em), qRound(11.2 * em)};
}

void BenchCard::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF whole = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.setPen(QPen(hasFocus() ? t.accent : t.line, hasFocus() ? 2 : 1));
    p.setBrush(underMouse() ? t.field : t.panel);
    p.drawRoundedRect(whole, 6, 6);
    const double em = QFontMetricsF(body_font()).height();
    const QRectF picture = whole.adjusted(1.2 * em, 0.8 * em, -1.2 * em, -4.6 * em);
    paint_shapes(p, picture_, fit_drawing(picture_, picture), screen_look());
    p.setPen(t.text);
    p.setFont(body_font(1, true));
    p.drawText(QRectF(whole.left() + 0.7 * em, whole.bottom() - 4.3 * em, whole.width() - 1.4 * em, 1.3 * em),
               Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(text(), Qt::ElideRight, whole.width() - 1.4 * em));
    p.setPen(t.quiet);
    p.setFont(body_font(0.85));
    p.drawText(QRectF(whole.left() + 0.7 * em, whole.bottom() - 3.0 * em, whole.width() - 1.4 * em, 2.8 * em),
               Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap, accessibleDescription());
}

void BenchesPage::showEvent(QShowEvent* event) {
    prepare();
    QWidget::showEvent(event);
}

void BenchesPage::prepare() {
    if (!search_) build();
}

void BenchesPage::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    if (search_) lay_out();
}

void BenchesPage::build() {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(28, 18, 18, 10);
    column->setSpacing(10);
    auto* title = new QLabel(tr("Benches: one interface on its own"), this);
    title->setFont(body_font(1.35, true));
    search_ = new QLineEdit(this);
    search_->setPlaceholderText(tr("what it is for: tube, desk, quick release, strap …"));
    search_->setAccessibleName(tr("Search the benches"));
    search_->setClearButtonEnabled(true);
    search_->setMaximumWidth(qRound(420 * text_scale()));
    thread_desk_ = new QPushButton(tr("Thread desk: what screws into what"), this);
    connect(thread_desk_, &QPushButton::clicked, this, &BenchesPage::thread_desk_wanted);
    column->addWidget(title);
    auto* row = new QHBoxLayout;
    row->addWidget(search_, 1);
    row->addWidget(thread_desk_);
    row->addStretch(1);
    column->addLayout(row);
    nothing_ = new QLabel(tr("No bench is for that. Try another word, such as clamp, screw, ball or slide."), this);
    set_text_colour(nothing_, theme().quiet);
    nothing_->hide();
    column->addWidget(nothing_);
    inside_ = new QWidget;
    auto* scroll = scrolled(inside_, this);
    grid_ = new QGridLayout(inside_);
    grid_->setContentsMargins(0, 0, 8, 8);
    grid_->setSpacing(12);
    column->addWidget(scroll, 1);
    for (const auto* family : families::registry()) {
        auto* card = new BenchCard(*family, inside_);
        cards_.push_back(card);
        connect(card, &BenchCard::clicked, this, [this, family] { emit bench_wanted(text_of(family->key())); });
    }
    connect(search_, &QLineEdit::textChanged, this, [this] { lay_out(); });
    connect(search_, &QLineEdit::returnPressed, this, [this] {
        const auto cards = shown_cards();
        if (!cards.empty()) cards.front()->click();
    });
    lay_out();
}

std::vector<BenchCard*> BenchesPage::shown_cards() const {
    std::vector<BenchCard*> all;
    for (auto* card : cards_)
        if (search_ && card->matches(search_->text())) all.push_back(card);
    return all;
}

void BenchesPage::lay_out() {
    const int wide = cards_.empty() ? 200 : cards_.front()->sizeHint().width();
    const int columns = std::max(1, (width() - 56) / (wide + grid_->spacing()));
    for (auto* card : cards_) {
        grid_->removeWidget(card);
        card->hide();
    }
    int at = 0;
    for (auto* card : shown_cards()) {
        grid_->addWidget(card, at / columns, at % columns);
        card->show();
        ++at;
    }
    for (int i = 0; i < 12; ++i) {
        grid_->setRowStretch(i, 0);
        grid_->setColumnStretch(i, i < columns ? 1 : 0);
    }
    grid_->setRowStretch(at / columns + 1, 1);
    nothing_->setVisible(at == 0);
}

}  // namespace clampet::desktop
