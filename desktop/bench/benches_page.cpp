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
#include "rig/rig.h"

namespace clampet::desktop {
namespace {

using catalogue::LeadsTo;

/// The bench's own section with what is preset on it, under a light load, so that springs, gaps and pressures show.
drawing::Drawing picture_of(const project::Found& found) {
    const auto* family = families::family_named(found.leads_to == LeadsTo::bench ? found.key : "thread");
    rig::Element element{"hold", std::string(family->key()), {}};
    if (found.leads_to == LeadsTo::bench) element.inputs = {found.inputs.begin(), found.inputs.end()};
    const auto values = rig::values_of(element, rig::End::typical, {});
    const auto joint = values ? families::join(*family, *values) : families::join(*family, {});
    return joint ? (*joint)->section({{0, 0, -13, 0, 0.4, 0}, {}}) : drawing::Drawing{};
}

project::Found bench_of(const families::Family& family) {
    return {
        LeadsTo::bench, std::string(family.key()), {}, std::string(family.name()), std::string(family.purpose()), 0};
}

bool is_told(const project::Found& found) {
    return found.leads_to == LeadsTo::help || found.leads_to == LeadsTo::beyond || found.leads_to == LeadsTo::part;
}

}  // namespace

BenchCard::BenchCard(const project::Found& found, QWidget* parent) : QAbstractButton(parent), found_(found) {
    setObjectName("bench-" + text_of(found.key));
    setText(text_of(found.title));
    setAccessibleDescription(text_of(found.says));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    if (found.leads_to != LeadsTo::start) picture_ = picture_of(found);
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
    if (found_.leads_to == LeadsTo::start) {
        p.setPen(t.quiet);
        p.setFont(body_font(1));
        p.drawText(picture, Qt::AlignCenter | Qt::TextWordWrap, tr("a whole rig to begin with"));
    } else {
        paint_shapes(p, picture_, fit_drawing(picture_, picture), screen_look());
    }
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
    search_->setPlaceholderText(tr("what it is, or what goes wrong: pole, zip tie, it droops …"));
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
    nothing_ = new QLabel(
        tr("Nothing answers that. Try another word, such as clamp, screw, ball, tape or “it droops”."), this);
    set_text_colour(nothing_, theme().quiet);
    nothing_->hide();
    column->addWidget(nothing_);
    told_ = wrapped(this);
    told_->setTextFormat(Qt::RichText);
    told_->hide();
    column->addWidget(told_);
    inside_ = new QWidget;
    auto* scroll = scrolled(inside_, this);
    grid_ = new QGridLayout(inside_);
    grid_->setContentsMargins(0, 0, 8, 8);
    grid_->setSpacing(12);
    column->addWidget(scroll, 1);
    for (const auto* family : families::registry()) add_card(all_, bench_of(*family));
    connect(search_, &QLineEdit::textChanged, this, &BenchesPage::look);
    connect(search_, &QLineEdit::returnPressed, this, [this] {
        const auto cards = shown_cards();
        if (!cards.empty()) cards.front()->click();
    });
    lay_out();
}

void BenchesPage::add_card(std::vector<BenchCard*>& cards, const project::Found& found) {
    auto* card = new BenchCard(found, inside_);
    cards.push_back(card);
    // The card may be gone with its words by the time that its bench stands: the signal has its own copy.
    connect(card, &BenchCard::clicked, this, [this, found] { emit wanted(found); });
}

void BenchesPage::look() {
    for (auto* card : found_) card->deleteLater();
    found_.clear();
    QString told;
    for (const auto& found : project::search(search_->text().toStdString())) {
        if (is_told(found))
            told += QString("%1<b>%2:</b> %3")
                        .arg(told.isEmpty() ? "" : "<br>", text_of(found.title).toHtmlEscaped(),
                             text_of(found.says).toHtmlEscaped());
        else
            add_card(found_, found);
    }
    told_->setText(told);
    told_->setVisible(!told.isEmpty());
    lay_out();
}

QString BenchesPage::told() const {
    return told_->isHidden() ? QString() : told_->text();
}

std::vector<BenchCard*> BenchesPage::shown_cards() const {
    if (!search_) return {};
    return search_->text().trimmed().isEmpty() ? all_ : found_;
}

void BenchesPage::lay_out() {
    const int wide = all_.empty() ? 200 : all_.front()->sizeHint().width();
    const int columns = std::max(1, (width() - 56) / (wide + grid_->spacing()));
    while (QLayoutItem* item = grid_->takeAt(0)) delete item;
    for (auto* card : all_) card->hide();
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
    nothing_->setVisible(at == 0 && told_->isHidden());
}

}  // namespace clampet::desktop
