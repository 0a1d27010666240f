#include "desktop/prove/revisions_page.h"

#include <QCheckBox>
#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/make/list_view.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/form_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "make/rig_picture.h"
#include "project/rig_json.h"

namespace clampet::desktop {

RevisionsPage::RevisionsPage(Session& session, QWidget* parent)
    : ProvePage(session, parent),
      background_([here = QPointer<RevisionsPage>(this)](std::function<void()> answer) {
          if (here) QMetaObject::invokeMethod(here, std::move(answer), Qt::QueuedConnection);
      }),
      line_(new DrawingView(this)),
      picture_a_(new DrawingView(this)),
      picture_b_(new DrawingView(this)),
      name_(new QLineEdit(this)),
      why_(new QLineEdit(this)),
      why_then_(new QLineEdit(this)),
      learned_(new QLineEdit(this)),
      failed_(new QCheckBox(tr("Given up"), this)),
      chosen_(new QuietComboBox(this)),
      a_(new QuietComboBox(this)),
      b_(new QuietComboBox(this)),
      keep_(new QPushButton(tr("Keep the rig as it is"), this)),
      judge_(new QPushButton(tr("Note it"), this)),
      back_(new QPushButton(tr("Go back to it"), this)),
      compare_(new QPushButton(tr("Compare"), this)),
      seams_(new ListView(this)),
      differences_(new ListView(this)) {
    auto* inside = new QWidget;
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(0, 4, 6, 0);
    column->addWidget(heading(tr("Revisions"), this, 1.3));
    column->addWidget(line_);
    column->addWidget(make_keep_row());
    column->addWidget(make_judge_row());
    column->addWidget(answer());
    column->addWidget(heading(tr("Any two, seam by seam"), this, 1.1));
    column->addWidget(make_compare_row());
    auto* pictures = new QHBoxLayout;
    for (auto* picture : {picture_a_, picture_b_}) {
        picture->setFixedHeight(170);
        picture->hide();
        pictures->addWidget(picture);
    }
    column->addLayout(pictures);
    column->addWidget(seams_);
    column->addWidget(differences_);
    column->addStretch(1);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    outer->addWidget(scrolled(inside, this));
}

QWidget* RevisionsPage::make_keep_row() {
    auto* form = new FormRow(this);
    for (auto* edit : {name_, why_, why_then_, learned_}) edit->setMinimumWidth(220);
    name_->setMinimumWidth(120);
    name_->setPlaceholderText(tr("for example Rail 3"));
    why_->setPlaceholderText(tr("what was changed, and why"));
    form->add(tr("Name"), name_);
    form->add(tr("What was changed, and why"), why_);
    form->add(keep_);
    connect(keep_, &QPushButton::clicked, this, [this] {
        const auto name = name_->text().trimmed();
        if (name.isEmpty()) return say(Problem{"prove.no_name", "name", "It has no name yet.", "For example Rail 3."});
        if (!perform(project::KeepVariant{name.toStdString(), today(), why_->text().trimmed().toStdString()})) return;
        name_->clear();
        why_->clear();
        say(tr("Kept as “%1”. What you change now goes on from it.").arg(name));
    });
    return form;
}

QWidget* RevisionsPage::make_judge_row() {
    auto* form = new FormRow(this);
    learned_->setPlaceholderText(tr("what it taught; why it failed"));
    form->add(tr("Of revision"), chosen_);
    form->add(tr("Why it was made"), why_then_);
    form->add(tr("What it taught"), learned_);
    form->add(" ", failed_);
    for (auto* button : {judge_, back_}) form->add(button);
    connect(chosen_, &QComboBox::currentIndexChanged, this, &RevisionsPage::show_chosen);
    connect(judge_, &QPushButton::clicked, this, [this] {
        if (const auto index = variant())
            perform(project::JudgeVariant{*index, why_then_->text().trimmed().toStdString(),
                                          learned_->text().trimmed().toStdString(), failed_->isChecked()});
    });
    connect(back_, &QPushButton::clicked, this, [this] {
        if (const auto index = variant()) perform(project::TakeVariant{*index});
    });
    return form;
}

QWidget* RevisionsPage::make_compare_row() {
    auto* form = new FormRow(this);
    form->add(tr("One"), a_);
    form->add(tr("The other"), b_);
    form->add(compare_);
    connect(compare_, &QPushButton::clicked, this, &RevisionsPage::compare_both);
    return form;
}

std::optional<std::size_t> RevisionsPage::variant() const {
    const auto count = rig().variants.size();
    const int index = chosen_->currentIndex();
    if (index < 0 || static_cast<std::size_t>(index) >= count) return std::nullopt;
    return static_cast<std::size_t>(index);
}

void RevisionsPage::refresh() {
    const auto all = prove::revisions_of(rig());
    line_->show_drawing(prove::picture_of(all, pictures_of(all)));
    const auto lanes = std::max_element(all.begin(), all.end(), [](auto& a, auto& b) { return a.lane < b.lane; });
    line_->setFixedHeight(
        qRound(std::min(1.5, text_scale()) * (190 + 90 * static_cast<double>(std::min<std::size_t>(2, lanes->lane)))));
    std::vector<std::pair<QString, QString>> kept, names;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const QString name = all[i].variant ? text_of(all[i].name) : tr("As it is now");
        names.emplace_back(name, QString::number(i));
        if (all[i].variant) kept.emplace_back(name, QString::number(i));
    }
    fill(chosen_, kept);
    const bool was_empty = b_->count() == 0;
    fill(a_, names);
    fill(b_, names);
    if (was_empty) b_->setCurrentIndex(b_->count() - 1);
    for (QWidget* field : std::initializer_list<QWidget*>{why_then_, learned_, failed_, judge_, back_})
        field->setEnabled(!kept.empty());
    compare_->setEnabled(names.size() > 1);
    show_chosen();
}

std::vector<drawing::Drawing> RevisionsPage::pictures_of(const std::vector<prove::Revision>& all) {
    std::map<std::string, drawing::Drawing> kept;
    std::vector<drawing::Drawing> pictures;
    for (const auto& r : all) {
        if (!r.variant) {
            pictures.push_back(make::picture_of(rig()));
            continue;
        }
        const auto& text = rig().variants[*r.variant].text;
        if (const auto drawn = drawn_.find(text); drawn != drawn_.end()) {
            pictures.push_back(drawn->second);
        } else {
            const auto then = project::read_rig(text);
            pictures.push_back(then ? make::picture_of(*then) : drawing::Drawing{});
        }
        kept.emplace(text, pictures.back());
    }
    drawn_ = std::move(kept);
    return pictures;
}

void RevisionsPage::show_chosen() {
    const auto index = variant();
    const auto* v = index ? &rig().variants[*index] : nullptr;
    why_then_->setText(v ? text_of(v->why) : QString());
    learned_->setText(v ? text_of(v->learned) : QString());
    for (auto* edit : {why_then_, learned_}) edit->setCursorPosition(0);
    failed_->setChecked(v && v->has_failed);
}

Result<rig::Rig> RevisionsPage::rig_of(QComboBox* box) const {
    const auto index = static_cast<std::size_t>(std::max(0, box->currentIndex()));
    if (index >= rig().variants.size()) return rig();
    return project::read_rig(rig().variants[index].text);
}

void RevisionsPage::compare_both() {
    const auto one = rig_of(a_), other = rig_of(b_);
    if (!one || !other) return say(one ? other.problem() : one.problem());
    picture_a_->show_drawing(make::picture_of(*one));
    picture_b_->show_drawing(make::picture_of(*other));
    picture_a_->show();
    picture_b_->show();
    is_comparing_ = true;
    say(tr("Being compared …"));
    background_.start(
        [here = QPointer<RevisionsPage>(this), a = *one, b = *other](const study::Job& job) -> std::function<void()> {
            auto compared = study::compare(a, b, job);
            return [here, compared = std::move(compared)] {
                if (here) here->took(compared);
            };
        });
}

void RevisionsPage::took(const Result<study::Comparison>& compared) {
    is_comparing_ = false;
    if (!compared) return say(compared.problem());
    const auto name = [](QComboBox* box) { return box->currentText().toStdString(); };
    make::Table seams{"", {"seam", name(a_), name(b_)}, {}, {}}, differences{"", {"what", name(a_), name(b_)}, {}, {}};
    const auto words = [](bool is_in, double factor, study::Verdict verdict) {
        return is_in ? (mark_of(verdict) + " " + factor_text(factor)).toStdString() : std::string("–");
    };
    for (const auto& s : compared->seams)
        seams.rows.push_back({s.name, words(s.in_a, s.a, s.a_verdict), words(s.in_b, s.b, s.b_verdict)});
    for (const auto& d : compared->differences)
        differences.rows.push_back({d.what, d.a.empty() ? "–" : d.a, d.b.empty() ? "–" : d.b});
    seams_->show_table(seams);
    differences_->show_table(differences);
    say(tr("%1: %2. %3: %4.%5")
            .arg(a_->currentText(), text_of(compared->a.tally), b_->currentText(), text_of(compared->b.tally),
                 compared->differences.empty() ? tr(" Nothing is otherwise.") : QString()));
}

}  // namespace clampet::desktop
