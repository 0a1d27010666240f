#include "desktop/prove/fit_page.h"

#include <cmath>
#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPointer>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/prove/curve_view.h"
#include "desktop/prove/record_list.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/form_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "project/file.h"
#include "solids/test_piece.h"

namespace clampet::desktop {
namespace {

using quantity::Dimension;

constexpr int curve_steps = 50;
constexpr double shown_from = -1e-4, shown_to = 6e-4;  // clearances [m]
constexpr double shown_wider = 5;                      // the gap is drawn so many times as wide as it is

/// A hole with its pin, the gap drawn wider than it is.
class HolePicture : public QWidget {
 public:
    HolePicture(double pin, double clearance, QWidget* parent) : QWidget(parent), pin_(pin), clearance_(clearance) {
        setFixedSize(64, 64);
    }

 protected:
    void paintEvent(QPaintEvent*) override {
        const Theme& t = theme();
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        const double hole = 24, gap = std::clamp(hole * shown_wider * clearance_ / pin_, -hole * 0.2, hole * 0.7);
        p.setPen(QPen(t.text, 1.4));
        p.setBrush(t.plastic);
        p.drawRoundedRect(rect().adjusted(2, 2, -2, -2), 6, 6);
        p.setBrush(t.panel);
        p.drawEllipse(QRectF(rect()).center(), hole, hole);
        p.setBrush(t.metal);
        p.drawEllipse(QRectF(rect()).center(), hole - gap, hole - gap);
    }

 private:
    double pin_, clearance_;
};

QString mm(double si) {
    return shown(si, Dimension::length);
}

}  // namespace

FitPage::FitPage(Session& session, QWidget* parent)
    : ProvePage(session, parent),
      background_([here = QPointer<FitPage>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }),
      learned_(wrapped(this, 1.1, true)),
      printer_(new QuietComboBox(this)),
      lies_(new QuietComboBox(this)),
      pin_(new QuantityField(Dimension::length, this)),
      row_(new QWidget),
      holes_(new QHBoxLayout(row_)),
      keep_(new QPushButton(tr("Keep what was tried"), this)),
      write_(new QPushButton(tr("Write the test piece…"), this)),
      curve_(new CurveView(this)),
      list_(new RecordList(tr("Nothing was tried yet."))) {
    ask_where = [this] {
        return QFileDialog::getSaveFileName(this, tr("Write the test piece"), "test-piece.stl",
                                            tr("To print (*.stl *.3mf *.step);;To drill by, on paper (*.pdf)"));
    };
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->addWidget(heading(tr("What fits, by this printer"), this, 1.3));
    column->addWidget(
        quiet_words(tr("Print the piece, push the pin into each hole, and say how it went. Three pieces are "
                       "usually enough; every printed hole of this printer takes what is right then."),
                    this));
    auto* form = new FormRow(this);
    form->add(tr("Printer"), printer_);
    lies_->addItem(tr("upright"), static_cast<int>(inventory::HoleLies::upright));
    lies_->addItem(tr("lying across"), static_cast<int>(inventory::HoleLies::across));
    form->add(tr("The holes are printed"), lies_);
    pin_->set_name(tr("The pin"), tr("What is to go in: a bolt, a rod, a printed pin. 8 mm, 1/4 in."));
    pin_->setFixedWidth(qRound(140 * std::min(1.5, text_scale())));
    pin_->show_value(typed_pin_);
    form->add(tr("The pin"), pin_);
    form->add(write_);
    column->addWidget(form);
    column->addWidget(learned_);
    holes_->setContentsMargins(0, 0, 0, 0);
    auto* ladder = scrolled(row_, this);
    ladder->setMinimumHeight(qRound(150 * std::min(1.6, text_scale())));
    column->addWidget(ladder);
    keep_->setProperty("pill", true);
    column->addWidget(keep_, 0, Qt::AlignLeft);
    column->addWidget(curve_, 2);
    column->addWidget(answer());
    column->addWidget(heading(tr("Tried so far"), this, 1.1));
    column->addWidget(scrolled(list_, this), 1);
    connect(printer_, &QComboBox::currentIndexChanged, this, &FitPage::show_rung);
    connect(lies_, &QComboBox::currentIndexChanged, this, &FitPage::show_rung);
    connect(pin_, &QuantityField::committed, this, [this](double si, quint64) {
        if (const auto ok = prove::check({"", "any", {}, si, 0, {}}); !ok) return pin_->show_problem(ok.problem());
        typed_pin_ = si;
        show_rung();
    });
    connect(keep_, &QPushButton::clicked, this, &FitPage::keep_rung);
    connect(write_, &QPushButton::clicked, this, [this] {
        const QString file = ask_where();
        if (!file.isEmpty()) write_piece(file);
    });
}

QString FitPage::learned() const {
    return learned_->text();
}

const inventory::Printer* FitPage::chosen() const {
    for (const auto& printer : session().stockroom.workshop().printers)
        if (text_of(printer.name) == printer_->currentData().toString()) return &printer;
    return nullptr;
}

inventory::HoleLies FitPage::how_it_lies() const {
    return static_cast<inventory::HoleLies>(lies_->currentData().toInt());
}

void FitPage::refresh() {
    std::vector<std::pair<QString, QString>> printers;
    for (const auto& printer : session().stockroom.workshop().printers)
        printers.emplace_back(tr("%1, %2").arg(text_of(printer.name), text_of(printer.material)),
                              text_of(printer.name));
    fill(printer_, printers);
    for (QWidget* field : std::initializer_list<QWidget*>{lies_, pin_, write_}) field->setEnabled(!printers.empty());
    show_rung();
}

void FitPage::show_rung() {
    for (auto* card : cards_) card->deleteLater();
    cards_.clear();
    tried_.clear();
    while (auto* item = holes_->takeAt(0)) delete item;
    rung_.clear();
    list_->clear();
    const auto* printer = chosen();
    keep_->setEnabled(printer != nullptr);
    if (!printer) {
        learned_->setText(tr("There is no printer yet: add one under Stock."));
        curve_->show_curves({});
        return list_->finish();
    }
    const auto tries = prove::tries_of(*printer, how_it_lies());
    const auto now = prove::learned_from(tries);
    learned_->setText(tries.empty() ? tr("Nothing tried yet: 0.1 to 0.4 mm more than the pin is common practice.")
                                    : tr("Right is %1 more than the pin (± %2), %3 % sure%4.")
                                          .arg(mm(now.clearance), mm(now.deviation))
                                          .arg(qRound(100 * now.sure))
                                          .arg(now.is_settled() ? tr("; it need not be tried further") : QString()));
    rung_ = prove::next_rung(now);
    for (const double clearance : rung_) {
        auto* card = new QWidget(row_);
        auto* lines = new QVBoxLayout(card);
        lines->setContentsMargins(0, 0, 6, 0);
        lines->addWidget(new HolePicture(typed_pin_, clearance, card), 0, Qt::AlignHCenter);
        auto* how = new QuietComboBox(card);
        how->addItem(tr("not tried"), -1);
        how->addItem(tr("too tight"), static_cast<int>(inventory::TriedFit::tight));
        how->addItem(tr("right"), static_cast<int>(inventory::TriedFit::right));
        how->addItem(tr("too loose"), static_cast<int>(inventory::TriedFit::loose));
        how->setAccessibleName(tr("A hole %1 wider").arg(mm(clearance)));
        auto* label = new QLabel(tr("+ %1").arg(mm(clearance)), card);
        label->setAlignment(Qt::AlignHCenter);
        lines->addWidget(label);
        lines->addWidget(how);
        lines->addStretch(1);
        holes_->addWidget(card);
        cards_.push_back(card);
        tried_.push_back(how);
    }
    holes_->addStretch(1);
    using Curve = CurveView::Curve;
    Curve tight{tr("too tight"), {}, {}, Curve::Look::dashed, false},
        right{tr("right"), {}, {}, Curve::Look::line, true}, loose{tr("too loose"), {}, {}, Curve::Look::line, false};
    std::vector<double> clearances;
    for (int i = 0; i <= curve_steps; ++i) clearances.push_back(shown_from + (shown_to - shown_from) * i / curve_steps);
    const auto chances = prove::chances_over(tries, clearances);
    for (std::size_t i = 0; i < clearances.size(); ++i) {
        for (auto* curve : {&tight, &right, &loose}) curve->x.push_back(clearances[i] * 1e3);
        tight.y.push_back(100 * chances[i].tight);
        right.y.push_back(100 * chances[i].right);
        loose.y.push_back(100 * chances[i].loose);
    }
    curve_->show_curves({tr("mm wider than the pin"), tr("% likely"), {tight, loose, right}, {}, {}, true});
    for (const auto& t : printer->fits)
        list_->add({text_of(t.date),
                    tr("%1, pin %2, %3 wider, %4: %5")
                        .arg(text_of(t.material), mm(t.pin), mm(t.clearance),
                             t.lies == inventory::HoleLies::upright ? tr("upright") : tr("lying across"),
                             t.verdict == inventory::TriedFit::tight   ? tr("too tight")
                             : t.verdict == inventory::TriedFit::loose ? tr("too loose")
                                                                       : tr("right")),
                    false, nullptr, [this, t] { remove(t); }});
    list_->finish();
}

void FitPage::change(const std::function<void(inventory::Printer&)>& what, const QString& label) {
    auto workshop = session().stockroom.workshop();
    for (auto& printer : workshop.printers)
        if (text_of(printer.name) == printer_->currentData().toString()) what(printer);
    if (const auto ok = session().stockroom.change(std::move(workshop), label.toStdString()); !ok) say(ok.problem());
    refresh();
}

void FitPage::keep_rung() {
    std::vector<inventory::FitTried> all;
    for (std::size_t i = 0; i < tried_.size(); ++i) {
        const int how = tried_[i]->currentData().toInt();
        if (how < 0) continue;
        all.push_back(
            {today(), chosen()->material, how_it_lies(), typed_pin_, rung_[i], static_cast<inventory::TriedFit>(how)});
    }
    if (all.empty()) return say(tr("Say of one hole at least how the pin went in."));
    change([&](inventory::Printer& p) { p.fits.insert(p.fits.end(), all.begin(), all.end()); }, tr("fit ladder"));
    say(all.size() == 1 ? tr("1 hole kept in the drawer's file.")
                        : tr("%1 holes kept in the drawer's file.").arg(all.size()));
}

void FitPage::remove(const inventory::FitTried& tried) {
    change(
        [&](inventory::Printer& p) {
            const auto at = std::find(p.fits.begin(), p.fits.end(), tried);
            if (at != p.fits.end()) p.fits.erase(at);
        },
        tr("fit taken back"));
}

void FitPage::write_piece(const QString& file) {
    const auto* printer = chosen();
    if (!printer) return;
    is_writing_ = true;
    say(tr("The test piece is being built …"));
    background_.start([here = QPointer<FitPage>(this), file, pin = typed_pin_, rung = rung_, lies = how_it_lies(),
                       material = printer->material](const study::Job& job) -> std::function<void()> {
        const auto name = file.toStdString();
        auto bytes = solids::test_file(name, pin, rung, lies, material, job);
        const auto ok = bytes ? project::write_file_atomically(name, *bytes) : Status(bytes.problem());
        return [here, ok, file] {
            if (!here) return;
            here->is_writing_ = false;
            if (!ok) return here->say(ok.problem());
            here->say(tr("Written: %1. The notched end has the tightest hole.").arg(file));
        };
    });
}

}  // namespace clampet::desktop
