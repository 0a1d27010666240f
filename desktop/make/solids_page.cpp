#include "desktop/make/solids_page.h"

#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPointer>
#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/own/own_part_picture.h"
#include "desktop/shell/files.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "project/file.h"
#include "prove/fit_ladder.h"

namespace clampet::desktop {
namespace {

constexpr double shown_chord = 2e-4;  // of the triangles on screen [m]

/// Its own surface as the pictures draw what is hollow.
rig::Shape shape_of(const solids::Mesh& mesh, rig::Stuff stuff) {
    rig::Shape shape;
    shape.kind = rig::ShapeKind::hull;
    shape.material = stuff;
    rig::Vector low = mesh.corners.front(), high = low;
    for (const auto& p : mesh.corners) {
        low = low.cwiseMin(p);
        high = high.cwiseMax(p);
    }
    shape.at = (low + high) / 2;
    shape.size = high - low;
    for (const auto& p : mesh.corners) shape.skin.push_back(p - shape.at);
    for (const auto& t : mesh.triangles)
        shape.skin_faces.push_back({static_cast<int>(t[0]), static_cast<int>(t[1]), static_cast<int>(t[2])});
    shape.corners = shape.skin;
    shape.faces = shape.skin_faces;
    return shape;
}

}  // namespace

SolidsPage::SolidsPage(Session& session, QWidget* parent)
    : QWidget(parent),
      session_(session),
      shop_(std::make_shared<solids::ModelShop>()),
      background_([here = QPointer<SolidsPage>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }),
      says_(wrapped(this, 0.95)),
      advice_(wrapped(this, 0.95)),
      progress_(new QProgressBar(this)),
      cancel_(new QPushButton(tr("Stop"), this)),
      write_(new QPushButton(tr("Write solids…"), this)),
      pieces_(new QuietComboBox(this)),
      format_(new QuietComboBox(this)),
      chord_(new QuantityField(quantity::Dimension::length, this)),
      holes_(new QuantityField(quantity::Dimension::length, this)),
      printer_(new QuietComboBox(this)),
      picture_(new OwnPartPicture(this)) {
    ask_where = [this] { return QFileDialog::getExistingDirectory(this, tr("Write solids into a folder")); };
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* top = new QHBoxLayout;
    pieces_->setAccessibleName(tr("Solid"));
    top->addWidget(pieces_, 1);
    top->addWidget(progress_);
    top->addWidget(cancel_);
    column->addLayout(top);
    column->addWidget(says_);
    picture_->setMinimumHeight(140);
    column->addWidget(picture_, 1);
    column->addWidget(advice_);
    auto* bottom = new QWidget(this);
    auto* row = new FlowLayout(bottom);
    const auto named = [&](const QString& name, QWidget* field) { row->addWidget(under_name(name, field, bottom)); };
    for (const auto& [name, key] : {std::pair{"STEP", solids::SolidFormat::step},
                                    {"STL", solids::SolidFormat::stl},
                                    {"3MF", solids::SolidFormat::threemf}})
        format_->addItem(name, static_cast<int>(key));
    format_->setAccessibleName(tr("Format"));
    named(tr("Format"), format_);
    chord_->set_name(tr("Curves within"), tr("By how much a triangle of STL or 3MF may leave a curve."));
    chord_->show_value(wish_.chord);
    named(tr("Curves within"), chord_);
    holes_->set_name(tr("Holes in prints wider by"),
                     tr("Round holes come out narrower in prints: 0.1 to 0.4 mm is common practice."));
    holes_->show_value(allowance_.printed_holes);
    named(tr("Holes in prints wider by"), holes_);
    for (auto* field : {chord_, holes_}) field->setFixedWidth(qRound(150 * std::min(1.5, text_scale())));
    printer_->setAccessibleName(tr("Printer"));
    named(tr("Printer"), printer_);
    connect(printer_, &QComboBox::currentIndexChanged, this, [this] {
        follow_ladder();
        show_piece();
    });
    list_printers();
    drawer_ = session.stockroom.observe([this] { list_printers(); });
    write_->setProperty("pill", true);
    named(" ", write_);
    column->addWidget(bottom);
    connect(pieces_, &QComboBox::currentIndexChanged, this, &SolidsPage::show_piece);
    connect(format_, &QComboBox::currentIndexChanged, this, [this] {
        wish_.format = static_cast<solids::SolidFormat>(format_->currentData().toInt());
        chord_->setEnabled(wish_.format != solids::SolidFormat::step);
    });
    chord_->setEnabled(false);
    connect(chord_, &QuantityField::committed, this, [this](double si, quint64) {
        auto wish = wish_;
        wish.chord = si;
        if (const auto ok = solids::check(wish); !ok) return chord_->show_problem(ok.problem());
        wish_ = wish;
    });
    connect(holes_, &QuantityField::committed, this, [this](double si, quint64) {
        const solids::Allowance allowance{si};
        if (const auto ok = solids::check(allowance); !ok) return holes_->show_problem(ok.problem());
        allowance_ = allowance;
        build();
    });
    connect(cancel_, &QPushButton::clicked, this, &SolidsPage::cancel);
    connect(write_, &QPushButton::clicked, this, [this] {
        const QString folder = ask_where();
        if (!folder.isEmpty()) write_into(folder);
    });
    progress_->hide();
    cancel_->hide();
    write_->setEnabled(false);
}

QString SolidsPage::said() const {
    return says_->text();
}

QString SolidsPage::advice() const {
    return advice_->text();
}

solids::PrintSettings SolidsPage::settings() const {
    const auto& printers = session_.stockroom.workshop().printers;
    const auto chosen = static_cast<std::size_t>(std::max(0, printer_->currentIndex()));
    if (chosen >= printers.size()) return {};
    return {printers[chosen].walls, printers[chosen].infill};
}

void SolidsPage::follow_ladder() {
    const auto& printers = session_.stockroom.workshop().printers;
    const auto chosen = static_cast<std::size_t>(std::max(0, printer_->currentIndex()));
    const auto ladder = chosen < printers.size() ? prove::learned_by(printers[chosen]) : std::nullopt;
    holes_->setToolTip(
        ladder ? tr("By the test holes of %1; another number stands over it.").arg(text_of(printers[chosen].name))
               : tr("Round holes come out narrower in prints: 0.1 to 0.4 mm is common practice."));
    if (!ladder) return;
    const auto allowance = solids::allowed(ladder->clearance);
    if (std::abs(allowance.printed_holes - allowance_.printed_holes) < 1e-6) return;
    allowance_ = allowance;
    holes_->show_value(allowance_.printed_holes);
    if (isVisible()) build();
}

void SolidsPage::list_printers() {
    const QString before = printer_->currentText();
    const QSignalBlocker quiet(printer_);
    printer_->clear();
    for (const auto& printer : session_.stockroom.workshop().printers) printer_->addItem(text_of(printer.name));
    if (printer_->count() == 0) printer_->addItem(tr("as is usual"));
    printer_->setCurrentIndex(std::max(0, printer_->findText(before)));
    follow_ladder();
    show_piece();
}

void SolidsPage::build() {
    is_building_ = true;
    progress_->setRange(0, 0);
    progress_->show();
    cancel_->show();
    says_->setText(tr("Solids are being built …"));
    background_.start([shop = shop_, rig = session_.document.rig(), allowance = allowance_,
                       here = QPointer<SolidsPage>(this)](const study::Job& given) -> std::function<void()> {
        study::Job job = given;
        job.workers = std::min(2u, study::all_cores());
        job.progress = [here](std::size_t done, std::size_t all) {
            QMetaObject::invokeMethod(
                qApp,
                [here, done, all] {
                    if (!here || !here->is_building_) return;
                    here->progress_->setRange(0, static_cast<int>(all));
                    here->progress_->setValue(static_cast<int>(done));
                },
                Qt::QueuedConnection);
        };
        auto models = shop->models_of(rig, allowance, job);
        return [here, models = std::move(models)] {
            if (here) here->took(models);
        };
    });
}

void SolidsPage::cancel() {
    background_.stop();
    is_building_ = false;
    progress_->hide();
    cancel_->hide();
    says_->setText(tr("Stopped. Press Solids again to go on."));
}

void SolidsPage::took(const Result<solids::Models>& models) {
    is_building_ = false;
    progress_->hide();
    cancel_->hide();
    models_.reset();
    listed_.clear();
    pieces_->clear();
    if (!models) {
        says_->setText(text_of(models.problem().sentence()));
        set_text_colour(says_, theme().slips);
        write_->setEnabled(false);
        picture_->hide();
        advice_->clear();
        return;
    }
    models_ = *models;
    int wanted = 0;
    for (std::size_t i = 0; i < models_->parts.size(); ++i)
        for (std::size_t k = 0; k < models_->parts[i].model.pieces().size(); ++k) {
            if (models_->parts[i].part == wanted_ && k == 0) wanted = static_cast<int>(listed_.size());
            listed_.emplace_back(i, k);
            pieces_->addItem(text_of(models_->parts[i].model.pieces()[k].name));
        }
    QStringList without;
    for (const auto& name : models_->otherwise) without += text_of(name);
    says_->setText(listed_.empty() ? tr("No part of this rig is made as a solid.")
                                   : tr("%1 solids, closed and checked.").arg(listed_.size()) +
                                         (without.isEmpty() ? "" : " " + tr("Without: %1.").arg(without.join(", "))));
    set_text_colour(says_, theme().text);
    picture_->setVisible(!listed_.empty());
    write_->setEnabled(!listed_.empty());
    pieces_->setCurrentIndex(listed_.empty() ? -1 : wanted);
    show_piece();
}

void SolidsPage::choose(const std::string& part) {
    wanted_ = part;
    for (std::size_t i = 0; i < listed_.size(); ++i)
        if (models_->parts[listed_[i].first].part == part) return pieces_->setCurrentIndex(static_cast<int>(i));
}

void SolidsPage::show_piece() {
    const auto index = static_cast<std::size_t>(pieces_->currentIndex());
    if (pieces_->currentIndex() < 0 || index >= listed_.size()) return advice_->clear();
    const auto& part = models_->parts[listed_[index].first];
    const auto& piece = part.model.pieces()[listed_[index].second];
    picture_->show_solid(shape_of(part.model.mesh(listed_[index].second, shown_chord), piece.stuff));
    const double mass = piece.density * (piece.whole.volume + piece.filled_volume);
    QString text = tr("%1, %2 as a whole.").arg(text_of(piece.material), shown(mass, quantity::Dimension::mass));
    if (piece.is_printed) {
        text = text_of(piece.material) + ".";
        for (const auto& sentence :
             solids::sentences_of(solids::advice_of(part, listed_[index].second, settings()), settings()))
            text += " " + text_of(sentence);
    }
    advice_->setText(text);
}

void SolidsPage::write_into(const QString& folder) {
    if (!models_) return;
    const auto files = solids::exported(*models_, wish_);
    if (!files) return emit session_.problem(text_of(files.problem().sentence()));
    std::vector<project::NamedFile> named;
    for (const auto& file : *files) named.push_back({file.name, file.bytes});
    if (const auto done = project::write_files(path_of(folder), named); !done)
        return emit session_.problem(text_of(done.problem().sentence()));
    emit session_.notice(tr("%1 files written into %2.").arg(named.size()).arg(folder));
}

}  // namespace clampet::desktop
