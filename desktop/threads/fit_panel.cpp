#include "desktop/threads/fit_panel.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>

#include "catalogue/thread_identify.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/panel.h"
#include "families/family.h"

namespace clampet::desktop {
namespace {

constexpr int field_letters = 34;

TypedRow add_row(QWidget* panel, QGridLayout* grid, const QString& words, const QString& example,
                 const QString& started) {
    TypedRow made{new QLineEdit(panel), wrapped(panel, 0.9)};
    auto* label = new QLabel(words, panel);
    label->setBuddy(made.edit);
    made.edit->setPlaceholderText(example);
    made.edit->setText(started);
    made.edit->setAccessibleName(words);
    made.edit->setFixedWidth(made.edit->fontMetrics().averageCharWidth() * field_letters);
    set_text_colour(made.problem, theme().slips);
    made.problem->hide();
    const int row = grid->rowCount();
    grid->addWidget(label, row, 0);
    grid->addWidget(made.edit, row, 1);
    grid->addWidget(made.problem, row + 1, 0, 1, 2);
    return made;
}

/// The panel's column: what it is for, its rows, the answer.
struct Column {
    QGridLayout* grid;
    QLabel *verdict, *answer;
    QHBoxLayout* beside;
};
Column column_of(QWidget* panel, const QString& purpose) {
    auto* beside = new QHBoxLayout(panel);
    beside->setContentsMargins(0, 0, 0, 0);
    beside->setSpacing(18);
    auto* column = new QVBoxLayout;
    beside->addLayout(column, 5);
    column->setSpacing(10);
    column->addWidget(quiet_words(purpose, panel));
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(14);
    grid->setVerticalSpacing(6);
    grid->setColumnStretch(2, 1);
    column->addLayout(grid);
    Column made{grid, wrapped(panel, 1.15, true), wrapped(panel), beside};
    column->addWidget(made.verdict);
    column->addWidget(made.answer);
    column->addStretch(1);
    return made;
}

void show_problem(const TypedRow& row, const Problem* problem) {
    row.problem->setText(problem ? text_of(problem->what + " " + problem->remedy) : QString());
    row.problem->setVisible(problem != nullptr);
}

template <class Rows>
const TypedRow& row_of(const Rows& rows, std::string_view which) {
    for (const auto& row : rows)
        if (row.key == which) return row.row;
    return rows.front().row;
}

/// Problems stand at the field that they name.
template <class Rows>
void show_where(const Rows& rows, const Problem* problem) {
    for (const auto& row : rows) show_problem(row.row, problem && problem->where == row.key ? problem : nullptr);
}

std::vector<std::string> names_in(const QString& typed) {
    std::vector<std::string> names;
    for (const auto& name : typed.split(';', Qt::SkipEmptyParts))
        if (!name.trimmed().isEmpty()) names.push_back(name.trimmed().toStdString());
    return names;
}

study::Verdict verdict_of(study::Together together) {
    switch (together) {
        case study::Together::fits:
            return study::Verdict::holds;
        case study::Together::tight:
            return study::Verdict::slips;
        default:
            return study::Verdict::doubtful;
    }
}

}  // namespace

FitPanel::FitPanel(QWidget* parent) : QWidget(parent) {
    const auto column =
        column_of(this, tr("A post in a bore, a plate in a slot, a board between jaws: write what it is "
                           "and its size, or a tube's name from stock. A range stands for what is not "
                           "known better."));
    verdict_ = column.verdict;
    answer_ = column.answer;
    using Question = study::FitQuestion;
    const auto row = [&](std::string_view key, const QString& words, const QString& example, const QString& started,
                         std::string Question::*text) {
        return Row{key, add_row(this, column.grid, words, example, started), text};
    };
    rows_ = {row("one", tr("What goes in"), tr("post 24.8 mm"), tr("post 24.8 mm"), &Question::one),
             row("other", tr("Into what"), tr("bore 25-25.2 mm; inside 1 in pipe schedule 40"), tr("bore 25 mm"),
                 &Question::other),
             row("depth", tr("How far it is in"), tr("60 mm"), tr("60 mm"), &Question::depth),
             row("height", tr("Camera above the rim"), tr("300 mm"), tr("300 mm"), &Question::height),
             row("subject", tr("Subject away"), tr("1.5 m"), {}, &Question::subject),
             row("frame", tr("Width that is seen there"), tr("0.9 m"), {}, &Question::frame),
             row("place", tr("Wood is kept"), tr("indoors; outdoors"), {}, &Question::place)};
    picture_ = new DrawingView(this);
    picture_->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    column.beside->addWidget(picture_, 4);
    for (const auto& made : rows_) connect(made.row.edit, &QLineEdit::textChanged, this, &FitPanel::refresh);
    refresh();
}

void FitPanel::refresh() {
    const auto found = study::answer(question());
    show_picture(question(), found ? &*found : nullptr);
    show_where(rows_, found ? nullptr : &found.problem());
    verdict_->setVisible(bool(found));
    if (!found) return answer_->clear();
    const auto verdict = verdict_of(found->together);
    verdict_->setText(mark_of(verdict) + " " + text_of(found->says));
    set_text_colour(verdict_, theme().of(verdict));
    QStringList lines;
    const auto words = study::in_words(*found);
    for (std::size_t i = 1; i < words.size(); ++i) lines << text_of(words[i]);
    answer_->setText(lines.join('\n'));
}

/// What is round and has a depth is drawn as its bench draws it.
void FitPanel::show_picture(const study::FitQuestion& asked, const study::FitAnswer* found) {
    picture_->setVisible(found && found->lean > 0);
    if (picture_->isHidden()) return;
    auto inner = study::read_fit_end(asked.one), outer = study::read_fit_end(asked.other);
    if (!inner->goes_in) std::swap(inner, outer);
    const auto joint =
        families::join(*families::family_named("round_joint"),
                       {{"post", inner->size.typical}, {"bore", outer->size.typical}, {"depth", found->depth}});
    if (joint) picture_->show_drawing((*joint)->section({}));
}

QLineEdit* FitPanel::field(std::string_view which) const {
    return row_of(rows_, which).edit;
}
QString FitPanel::problem_at(std::string_view which) const {
    return row_of(rows_, which).problem->text();
}
QString FitPanel::answer_text() const {
    return verdict_->isHidden() ? QString() : verdict_->text() + "\n" + answer_->text();
}
study::FitQuestion FitPanel::question() const {
    study::FitQuestion asked;
    for (const auto& row : rows_) asked.*row.text = row.row.edit->text().trimmed().toStdString();
    return asked;
}
void FitPanel::restore(const study::FitQuestion& question) {
    for (const auto& row : rows_) row.row.edit->setText(text_of(question.*row.text));
}

IdentifyPanel::IdentifyPanel(QWidget* parent) : QWidget(parent) {
    const auto column =
        column_of(this, tr("A screw without a name: measure what you can and say what you tried. One of "
                           "the four is enough to begin."));
    verdict_ = column.verdict;
    answer_ = column.answer;
    const auto row = [&](std::string_view key, const QString& words, const QString& example) {
        return Row{key, add_row(this, column.grid, words, example, {})};
    };
    rows_ = {row("diameter", tr("Over its crests, by caliper"), tr("6.3 mm")),
             row("pitch", tr("From crest to crest, or a count"), tr("1.27 mm; 20 per inch")),
             row("goes-into", tr("It goes into"), tr("1/4-20; M6")),
             row("not-into", tr("It does not go into"), tr("3/8-16"))};
    for (const auto& made : rows_) connect(made.row.edit, &QLineEdit::textChanged, this, &IdentifyPanel::refresh);
    refresh();
}

void IdentifyPanel::refresh() {
    const auto text = [&](std::string_view key) { return field(key)->text().trimmed(); };
    const auto show = [&](const Problem* problem) {
        show_where(rows_, problem);
        const bool nowhere = problem && problem->where.empty();
        verdict_->setText(nowhere ? text_of(problem->what) : QString());
        set_text_colour(verdict_, theme().quiet);
        answer_->setText(nowhere ? text_of(problem->remedy) : QString());
    };
    const auto evidence = catalogue::read_evidence({text("diameter").toStdString(), text("pitch").toStdString(),
                                                    names_in(text("goes-into")), names_in(text("not-into"))});
    if (!evidence) return show(&evidence.problem());
    const auto found = catalogue::identify_thread(*evidence);
    if (!found) return show(&found.problem());
    show(nullptr);
    verdict_->setText(tr("Most likely %1").arg(text_of(found->front().thread->designation)));
    set_text_colour(verdict_, theme().text);
    QStringList lines;
    for (const auto& candidate : *found) lines << text_of(catalogue::in_words(candidate)).trimmed();
    answer_->setText(lines.join('\n'));
}

QLineEdit* IdentifyPanel::field(std::string_view which) const {
    return row_of(rows_, which).edit;
}
QString IdentifyPanel::problem_at(std::string_view which) const {
    return row_of(rows_, which).problem->text();
}
QString IdentifyPanel::answer_text() const {
    return verdict_->text() + "\n" + answer_->text();
}
std::array<QString, 4> IdentifyPanel::typed() const {
    std::array<QString, 4> all;
    for (std::size_t i = 0; i < rows_.size(); ++i) all[i] = rows_[i].row.edit->text();
    return all;
}
void IdentifyPanel::restore(const std::array<QString, 4>& typed) {
    for (std::size_t i = 0; i < rows_.size(); ++i) rows_[i].row.edit->setText(typed[i]);
}

}  // namespace clampet::desktop
