#include "desktop/make/make_stage.h"

#include <algorithm>
#include <QButtonGroup>
#include <QComboBox>
#include <QDate>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QPointer>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

#include "desktop/make/list_view.h"
#include "desktop/make/piece_card.h"
#include "desktop/make/printed_page.h"
#include "desktop/make/sheet_view.h"
#include "desktop/make/shopping_page.h"
#include "desktop/make/solids_page.h"
#include "desktop/make/work_page.h"
#include "desktop/shell/files.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "make/drills.h"
#include "make/rig_picture.h"
#include "make/template_sheet.h"
#include "parts/part_kind.h"
#include "project/file.h"

namespace clampet::desktop {
namespace {

enum View { sheet_view, cuts_view, drills_view, work_view, shopping_view, solids_view, printed_view };

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
    path(parts::side_of(piece), material);
    if (!piece.is_round)
        for (const auto& opening : piece.openings) path(opening, drawing::Material::air);
    for (const auto& bore : piece.bores)
        if (const auto seen = parts::seen_at(piece, bore.at))
            picture.circle({seen->x(), seen->y()}, bore.diameter / 2, drawing::Material::air);
    return picture;
}

}  // namespace

MakeStage::MakeStage(Session& session, QWidget* parent)
    : Stage(session, parent), background_([here = QPointer<MakeStage>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }) {
    drawer_ = session.stockroom.observe([this] {
        is_old_ = true;
        if (isVisible()) refresh();
    });
    subscription_ = session.document.observe([this](const project::Change&) {
        is_old_ = true;
        if (isVisible()) refresh();
    });
}

void MakeStage::furnish() {
    says_ = wrapped(this, 1, true);
    otherwise_ = quiet_words({}, this);
    title_ = wrapped(this, 1.05, true);
    inside_ = new QWidget;
    flow_ = new FlowLayout(inside_);
    pages_ = new QStackedWidget(this);
    sheet_ = new SheetView(this);
    boards_ = new DrawingView(this);
    cuts_ = new ListView(this);
    drills_ = new ListView(this);
    work_ = new WorkPage(session(), this);
    shopping_ = new ShoppingPage(session(), this);
    solids_ = new SolidsPage(session(), this);
    printed_ = new PrintedPage(session(), this);
    put_back_ = new QPushButton(tr("Sawn: left-overs into the drawer"), this);
    paper_ = new QuietComboBox(this);
    export_ = new QPushButton(tr("Export all into a folder…"), this);
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
    auto* tab_row = new QWidget(this);
    auto* tabs = new FlowLayout(tab_row);
    auto* group = new QButtonGroup(this);
    for (const auto& words :
         {tr("Template"), tr("Cut list"), tr("Drills"), tr("Work"), tr("Shopping"), tr("Solids"), tr("As printed")}) {
        auto* tab = new QPushButton(words, tab_row);
        tab->setCheckable(true);
        tab->setProperty("pill", true);
        group->addButton(tab, static_cast<int>(views_.size()));
        tabs->addWidget(tab);
        views_.push_back(tab);
    }
    views_.front()->setChecked(true);
    connect(group, &QButtonGroup::idClicked, this, &MakeStage::show_view);
    right->addWidget(tab_row);
    pages_->addWidget(make_sheet_page());
    pages_->addWidget(make_cuts_page());
    pages_->addWidget(scrolled(drills_, this));
    for (QWidget* page : std::initializer_list<QWidget*>{work_, shopping_, solids_, printed_}) pages_->addWidget(page);
    right->addWidget(pages_, 1);
    outer->addLayout(right, 3);
    connect(export_, &QPushButton::clicked, this, [this] {
        const QString folder = ask_where();
        if (!folder.isEmpty()) export_into(folder);
    });
    connect(paper_, &QComboBox::currentIndexChanged, this, [this] {
        if (pages_->currentIndex() == printed_view) show_view(printed_view);
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
        {tr("Boards are so long"), tr("As they are bought; sheets too."), &make::Sawing::bar},
        {tr("Sheets are so wide"), tr("Plywood as it is bought, along the outer plies’ grain the length."),
         &make::Sawing::sheet}};
    for (const auto& asked : all) {
        auto* field = new QuantityField(quantity::Dimension::length, page);
        field->set_name(asked.name, asked.help);
        field->show_value(sawn_.*asked.value);
        field->setFixedWidth(qRound(170 * std::min(1.5, text_scale())));
        row->addWidget(under_name(asked.name, field, page));
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
    put_back_->setProperty("pill", true);
    put_back_->setToolTip(tr("What was sawn up leaves the drawer; what is left over of all boards goes in."));
    column->addWidget(put_back_, 0, Qt::AlignLeft);
    connect(put_back_, &QPushButton::clicked, this, &MakeStage::put_left_overs_back);
    return page;
}

Stage::State MakeStage::state() const {
    const auto& rig = session().document.rig();
    const auto count = std::count_if(rig.parts.begin(), rig.parts.end(),
                                     [](const auto& part) { return part.origin == rig::Origin::make; });
    if (count == 0) return {tr("nothing to make")};
    const QString parts = count == 1 ? tr("1 part") : tr("%1 parts").arg(count);
    const double dries = work_ ? work_->waiting() : 0;
    if (!(dries > 0)) return {parts};
    return {tr("%1 · %2 of waiting").arg(parts, text_of(make::duration_in_words(dries)))};
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
    if (which == solids_view) solids_->build();
    if (which == printed_view) printed_->refresh(wish(make::What::report, make::Format::pdf));
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
    if (const auto cuts = make::cut_list(made_, sawn_, &session().stockroom.workshop())) cuts_->show_table(*cuts);
    const auto& drawer = session().stockroom.workshop();
    const auto layouts = make::layouts_of(made_, sawn_, &drawer);
    boards_->show_drawing(make::drawing_of(layouts, sawn_));
    const bool uses_drawer = std::any_of(layouts.begin(), layouts.end(), [](const auto& l) { return !l.own.empty(); });
    put_back_->setVisible(uses_drawer || !make::left_overs_of(layouts, sawn_).empty());
    shopping_->refresh(wish(make::What::hardware, make::Format::pdf));
    if (pages_->currentIndex() == printed_view && isVisible())
        printed_->refresh(wish(make::What::report, make::Format::pdf));
}

void MakeStage::put_left_overs_back() {
    const auto& drawer = session().stockroom.workshop();
    const auto layouts = make::layouts_of(made_, sawn_, &drawer);
    const auto left = make::left_overs_of(layouts, sawn_);
    double count = 0;
    for (const auto& item : left) count += item.count;
    if (const auto done = session().stockroom.change(make::sawn_out(drawer, layouts, sawn_), "Sawn: left-overs"); !done)
        return emit session().problem(text_of(done.problem().sentence()));
    emit session().notice(
        count == 1 ? tr("1 left-over is in the drawer now; what was sawn up is out. Undo it in Stock.")
                   : tr("%1 left-overs are in the drawer now; what was sawn up is out. Undo it in Stock.").arg(count));
}

PieceCard* MakeStage::add_card(PieceCard* card) {
    flow_->addWidget(card);
    cards_.push_back(card);
    return card;
}

void MakeStage::add_piece_cards() {
    for (const auto& part : made_.parts)
        for (const auto& piece : part.pieces) {
            auto* card = add_card(new PieceCard(text_of(make::name_of(part, piece)), text_of(make::stock_of(piece)),
                                                piece.count, picture_of(piece), inside_));
            connect(card, &PieceCard::clicked, this, [this, at = cards_.size() - 1] {
                choose(at);
                views_[sheet_view]->click();
            });
        }
}

/// Parts that are printed, or made by their solid alone: they have no template.
void MakeStage::add_print_cards() {
    for (const auto& part : session().document.rig().parts) {
        const auto* kind = part.origin == rig::Origin::make ? parts::kind_named(part.kind) : nullptr;
        const bool is_sawn = std::any_of(made_.parts.begin(), made_.parts.end(),
                                         [&](const make::MadePart& made) { return made.part == part.id; });
        if (!kind || is_sawn) continue;
        const auto body = parts::built(*kind, part.values);
        if (!body || body->made.empty()) continue;
        auto* card = add_card(new PieceCard(text_of(part.name), text_of(body->made.front().material), 1,
                                            make::picture_of(body->made), inside_));
        connect(card, &PieceCard::clicked, this, [this, id = part.id] {
            solids_->choose(id);
            views_[solids_view]->click();
        });
    }
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
    add_piece_cards();
    add_print_cards();
    work_->refresh();
    const auto& parts = session().document.rig().parts;
    made_parts_ = static_cast<std::size_t>(
        std::count_if(parts.begin(), parts.end(), [](const auto& part) { return part.origin == rig::Origin::make; }));
    const auto pieces = made_.pieces(), prints = cards_.size() - sheets_.size();
    const QString sawn = pieces == 1 ? tr("1 piece to saw and bore") : tr("%1 pieces to saw and bore").arg(pieces),
                  printed = prints == 1 ? tr("1 part to print or shape") : tr("%1 parts to print or shape").arg(prints);
    says_->setText(problem_                   ? text_of(problem_->sentence())
                   : made_parts_ == 0         ? tr("No part of this rig is made. What a part is, made, bought or there "
                                                           "already, is said on its sheet in the rig.")
                   : pieces > 0 && prints > 0 ? sawn + ", " + printed
                   : prints > 0               ? printed
                   : pieces > 0               ? sawn
                                              : tr("Nothing of it is sawn or printed here."));
    set_text_colour(says_, problem_ ? theme().slips : theme().text);
    QStringList names;
    for (const auto& part : parts)
        if (std::find(made_.otherwise.begin(), made_.otherwise.end(), part.name) != made_.otherwise.end() &&
            std::none_of(cards_.begin(), cards_.end(),
                         [&](const PieceCard* card) { return card->text() == text_of(part.name); }))
            names += text_of(part.name);
    otherwise_->setText(tr("Made too, put together from what is bought: %1.").arg(names.join(", ")));
    otherwise_->setVisible(!names.isEmpty());
    const bool is_any = made_parts_ > 0 && !problem_;
    export_->setEnabled(is_any);
    for (std::size_t i = 0; i < views_.size(); ++i)
        views_[i]->setEnabled(is_any && (pieces > 0 || i >= static_cast<std::size_t>(work_view)));
    if (pieces == 0 && pages_->currentIndex() < work_view && is_any) views_[work_view]->click();
    pages_->setVisible(is_any);
    show_lists();
    if (pages_->currentIndex() == solids_view && isVisible()) solids_->build();
    if (!sheets_.empty()) choose(std::min(chosen_, sheets_.size() - 1));
    emit state_changed();  // how long it waits
}

make::Wish MakeStage::wish(make::What what, make::Format format) const {
    make::Wish wish{what, format, paper_->currentText().toStdString(), sawn_, detail()};
    if (work_->planning()) wish.planning = *work_->planning();
    wish.revision = static_cast<unsigned>(session().document.rig().variants.size()) + 1;
    wish.workshop = &session().stockroom.workshop();
    return shopping_->with_own(wish);
}

void MakeStage::export_into(const QString& folder) {
    using make::Format;
    using make::What;
    std::vector<std::pair<What, Format>> wanted;
    if (made_.pieces() > 0)
        wanted = {{What::templates, Format::pdf}, {What::templates, Format::svg}, {What::templates, Format::dxf},
                  {What::drawings, Format::pdf},  {What::cut_list, Format::csv},  {What::drills, Format::csv}};
    for (const auto& more : {std::pair{What::hardware, Format::csv},
                             {What::cost, Format::csv},
                             {What::steps, Format::pdf},
                             {What::schedule, Format::ics},
                             {What::report, Format::html},
                             {What::report, Format::pdf}})
        wanted.push_back(more);
    std::vector<make::Wish> wishes;
    for (const auto& [what, format] : wanted) wishes.push_back(wish(what, format));
    is_exporting_ = true;
    export_->setEnabled(false);
    background_.start([here = QPointer<MakeStage>(this), folder, wishes = std::move(wishes),
                       rig = session().document.rig(),
                       workshop = session().stockroom.workshop()](const study::Job& job) -> std::function<void()> {
        Result<std::vector<make::ToWrite>> all = std::vector<make::ToWrite>{};
        for (auto one : wishes) {
            one.workshop = &workshop;
            auto files = make::exported(rig, one, job);
            // What is done leaves nothing for a calendar.
            if (!files && files.problem().id == "schedule.nothing_left") continue;
            if (!files) {
                all = files.problem();
                break;
            }
            all->insert(all->end(), files->begin(), files->end());
        }
        return [here, folder, all = std::move(all)] {
            if (here) here->write_all(folder, all);
        };
    });
}

void MakeStage::write_all(const QString& folder, const Result<std::vector<make::ToWrite>>& files) {
    is_exporting_ = false;
    export_->setEnabled(true);
    if (!files) return emit session().problem(text_of(files.problem().sentence()));
    std::vector<project::NamedFile> named;
    for (const auto& file : *files) named.push_back({file.name, file.bytes});
    if (const auto done = project::write_files(path_of(folder), named); !done)
        return emit session().problem(text_of(done.problem().sentence()));
    emit session().notice(tr("%1 files written into %2.").arg(named.size()).arg(folder));
}

}  // namespace clampet::desktop
