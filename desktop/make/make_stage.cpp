#include "desktop/make/make_stage.h"

#include <algorithm>
#include <QButtonGroup>
#include <QComboBox>
#include <QDate>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desktop/make/list_view.h"
#include "desktop/make/piece_card.h"
#include "desktop/make/sheet_view.h"
#include "desktop/shell/files.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "make/drills.h"
#include "make/template_sheet.h"
#include "project/file.h"

namespace clampet::desktop {
namespace {

/// The piece itself, without dimensions and words.
drawing::Drawing picture_of(const parts::Workpiece& piece) {
    drawing::Drawing picture;
    const auto path = [&](const std::vector<Eigen::Vector2d>& corners, drawing::Material material) {
        std::vector<drawing::Point> points;
        for (const auto& c : corners) points.push_back({c.x(), c.y()});
        picture.path(points, material);
    };
    const auto material = piece.stuff == parts::Stuff::wood      ? drawing::Material::wood
                          : piece.stuff == parts::Stuff::plastic ? drawing::Material::plastic
                                                                 : drawing::Material::metal;
    path(parts::outline_of(piece), material);
    for (const auto& opening : piece.openings) path(opening, drawing::Material::air);
    for (const auto& bore : piece.bores)
        picture.circle({bore.at.x(), bore.at.y()}, bore.diameter / 2, drawing::Material::air);
    return picture;
}

}  // namespace

MakeStage::MakeStage(Session& session, QWidget* parent)
    : Stage(session, parent),
      says_(wrapped(this, 1, true)),
      otherwise_(quiet_words({}, this)),
      title_(wrapped(this, 1.05, true)),
      inside_(new QWidget),
      flow_(new FlowLayout(inside_)),
      pages_(new QStackedWidget(this)),
      sheet_(new SheetView(this)),
      boards_(new DrawingView(this)),
      cuts_(new ListView(this)),
      drills_(new ListView(this)),
      paper_(new QuietComboBox(this)),
      export_(new QPushButton(tr("Export all into a folder…"), this)) {
    ask_where = [this] { return QFileDialog::getExistingDirectory(this, tr("Export all into a folder")); };
    auto* outer = new QHBoxLayout(this);
    outer->setContentsMargins(24, 16, 24, 12);
    outer->setSpacing(18);
    auto* left = new QVBoxLayout;
    left->setSpacing(8);
    left->addWidget(heading(tr("What is to be made"), this, 1.3));
    left->addWidget(says_);
    left->addWidget(scrolled(inside_, this), 1);
    left->addWidget(otherwise_);
    auto* row = new QHBoxLayout;
    for (const auto& paper : {drawing::a4, drawing::a3, drawing::letter}) paper_->addItem(text_of(paper.name));
    paper_->setAccessibleName(tr("Paper"));
    row->addWidget(new QLabel(tr("Paper"), this));
    row->addWidget(paper_);
    row->addStretch(1);
    export_->setProperty("pill", true);
    row->addWidget(export_);
    left->addLayout(row);
    outer->addLayout(left, 2);
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    auto* tabs = new QHBoxLayout;
    auto* group = new QButtonGroup(this);
    for (const auto& words : {tr("Template"), tr("Cut list"), tr("Drills")}) {
        auto* tab = new QPushButton(words, this);
        tab->setCheckable(true);
        tab->setProperty("pill", true);
        group->addButton(tab, static_cast<int>(views_.size()));
        tabs->addWidget(tab);
        views_.push_back(tab);
    }
    views_.front()->setChecked(true);
    tabs->addStretch(1);
    connect(group, &QButtonGroup::idClicked, this, &MakeStage::show_view);
    right->addLayout(tabs);
    pages_->addWidget(make_sheet_page());
    pages_->addWidget(make_cuts_page());
    pages_->addWidget(scrolled(drills_, this));
    right->addWidget(pages_, 1);
    outer->addLayout(right, 3);
    connect(export_, &QPushButton::clicked, this, [this] {
        const QString folder = ask_where();
        if (!folder.isEmpty()) export_into(folder);
    });
    subscription_ = session.document.observe([this](const project::Change&) {
        is_old_ = true;
        if (isVisible()) refresh();
    });
}

QWidget* MakeStage::make_sheet_page() {
    auto* page = new QWidget(this);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(title_);
    column->addWidget(sheet_, 1);
    column->addWidget(quiet_words(tr("As it is printed, at real size: glue it on, mark the crosses, saw outside the "
                                     "line. Check the square first."),
                                  page));
    return page;
}

QWidget* MakeStage::make_cuts_page() {
    auto* page = new QWidget(this);
    auto* column = new QVBoxLayout(page);
    column->setContentsMargins(0, 0, 0, 0);
    auto* top = new QWidget(page);
    auto* row = new FlowLayout(top);
    struct Asked {
        QString name, help;
        double make::Sawing::*value;
    };
    const Asked all[] = {
        {tr("The saw cuts"), tr("Width of its cut: hand and circular saws 1.5 to 3.2 mm, common practice."),
         &make::Sawing::kerf},
        {tr("To trim, each end"), tr("Left on each end."), &make::Sawing::allowance},
        {tr("Boards are so long"), tr("As they are bought."), &make::Sawing::bar}};
    for (const auto& asked : all) {
        auto* field = new QuantityField(quantity::Dimension::length, page);
        field->set_name(asked.name, asked.help);
        field->show_value(sawn_.*asked.value);
        field->setFixedWidth(qRound(170 * std::min(1.5, text_scale())));
        auto* box = new QWidget(page);
        auto* pair = new QVBoxLayout(box);
        pair->setContentsMargins(0, 0, 10, 0);
        pair->setSpacing(2);
        pair->addWidget(new QLabel(asked.name, box));
        pair->addWidget(field);
        row->addWidget(box);
        connect(field, &QuantityField::committed, this, [this, field, value = asked.value](double si, quint64) {
            auto sawing = sawn_;
            sawing.*value = si;
            if (const auto ok = make::check(sawing); !ok) return field->show_problem(ok.problem());
            sawn_ = sawing;
            show_lists();
        });
        sawing_.push_back(field);
    }
    column->addWidget(top);
    column->addSpacing(10);
    boards_->setFixedHeight(qRound(150 * std::min(1.3, text_scale())));
    column->addWidget(boards_);
    column->addWidget(scrolled(cuts_, page), 1);
    return page;
}

Stage::State MakeStage::state() const {
    const auto& parts = session().document.rig().parts;
    const auto count =
        std::count_if(parts.begin(), parts.end(), [](const auto& part) { return part.origin == rig::Origin::make; });
    return {count == 0 ? tr("nothing to make") : count == 1 ? tr("1 part") : tr("%1 parts").arg(count)};
}

void MakeStage::enter() {
    if (!cards_.empty()) cards_[std::min(chosen_, cards_.size() - 1)]->setFocus();
}

void MakeStage::showEvent(QShowEvent* event) {
    Stage::showEvent(event);
    if (is_old_) refresh();
}

QString MakeStage::sheet_title() const {
    return title_->text();
}
QString MakeStage::said() const {
    return says_->text();
}

std::string MakeStage::detail() const {
    return session().document.rig().name + ", " + QDate::currentDate().toString(Qt::ISODate).toStdString();
}

void MakeStage::show_view(int which) {
    pages_->setCurrentIndex(which);
}

void MakeStage::choose(std::size_t index) {
    if (index >= sheets_.size()) return;
    chosen_ = index;
    cards_[index]->setChecked(true);
    title_->setText(text_of(sheets_[index].title));
    sheet_->show_sheet(sheets_[index]);
}

void MakeStage::show_lists() {
    drills_->show_table(make::drill_list(made_));
    if (const auto cuts = make::cut_list(made_, sawn_)) cuts_->show_table(*cuts);
    boards_->show_drawing(make::drawing_of(make::layouts_of(made_, sawn_), sawn_));
}

void MakeStage::refresh() {
    is_old_ = false;
    auto made = make::made_of(session().document.rig());
    problem_.reset();
    if (made)
        made_ = std::move(*made);
    else
        problem_ = made.problem();
    if (problem_) made_ = {};
    sheets_ = make::templates_of(made_, detail());
    while (auto* item = flow_->takeAt(0)) {
        item->widget()->hide();
        item->widget()->deleteLater();
        delete item;
    }
    cards_.clear();
    for (const auto& part : made_.parts)
        for (const auto& piece : part.pieces) {
            auto* card = new PieceCard(text_of(make::name_of(part, piece)), text_of(make::stock_of(piece)), piece.count,
                                       picture_of(piece), inside_);
            connect(card, &PieceCard::clicked, this, [this, at = cards_.size()] {
                choose(at);
                views_.front()->click();
            });
            flow_->addWidget(card);
            cards_.push_back(card);
        }
    const auto pieces = made_.pieces();
    says_->setText(problem_      ? text_of(problem_->sentence())
                   : pieces == 0 ? tr("No part of this rig is made of boards or bars. What a part is, made, bought "
                                      "or there already, is said on its sheet in the rig.")
                   : pieces == 1 ? tr("1 piece to saw and bore")
                                 : tr("%1 pieces to saw and bore").arg(pieces));
    set_text_colour(says_, problem_ ? theme().slips : theme().text);
    QStringList names;
    for (const auto& name : made_.otherwise) names += text_of(name);
    otherwise_->setText(tr("Made too, without sheets yet: %1.").arg(names.join(", ")));
    otherwise_->setVisible(!names.isEmpty());
    export_->setEnabled(pieces > 0);
    for (auto* view : views_) view->setEnabled(pieces > 0);
    pages_->setVisible(pieces > 0);
    show_lists();
    choose(std::min(chosen_, sheets_.empty() ? 0 : sheets_.size() - 1));
}

void MakeStage::export_into(const QString& folder) {
    std::vector<project::NamedFile> files;
    using make::Format;
    using make::What;
    const std::pair<What, Format> wanted[] = {{What::templates, Format::pdf},
                                              {What::templates, Format::svg},
                                              {What::templates, Format::dxf},
                                              {What::cut_list, Format::csv},
                                              {What::drills, Format::csv}};
    for (const auto& [what, format] : wanted) {
        const auto some = make::exported(made_, {what, format, paper_->currentText().toStdString(), sawn_, detail()});
        if (!some) return emit session().problem(text_of(some.problem().sentence()));
        for (const auto& file : *some) files.push_back({file.name, file.bytes});
    }
    if (const auto done = project::write_files(path_of(folder), files); !done)
        return emit session().problem(text_of(done.problem().sentence()));
    emit session().notice(tr("%1 files written into %2.").arg(files.size()).arg(folder));
}

}  // namespace clampet::desktop
