#include "desktop/studies/variants_view.h"

#include <cmath>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "project/rig_json.h"
#include "quantity/format.h"

namespace clampet::desktop {

VariantsView::VariantsView(project::Document& document, QWidget* parent)
    : StudyView(document, tr("What was better before?"), parent),
      name_(new QLineEdit(this)),
      keep_(new QPushButton(tr("Keep it as it is now"), this)) {
    auto* row = new QHBoxLayout;
    name_->setPlaceholderText(tr("Its name, for example A"));
    name_->setAccessibleName(tr("Name of the variant"));
    keep_->setProperty("pill", true);
    row->addWidget(name_, 1);
    row->addWidget(keep_);
    row->setContentsMargins(0, 0, 12, 0);
    static_cast<QVBoxLayout*>(layout())->insertLayout(1, row);
    const auto keep = [this] {
        const auto& variants = this->document().rig().variants;
        const QString named =
            name_->text().trimmed().isEmpty()
                ? QString(QChar(static_cast<char16_t>('A' + std::min<std::size_t>(variants.size(), 25))))
                : name_->text().trimmed();
        perform(project::KeepVariant{named.toStdString()});
        name_->clear();
    };
    connect(keep_, &QPushButton::clicked, this, keep);
    connect(name_, &QLineEdit::returnPressed, this, keep);
}

project::Background::Work VariantsView::work(rig::Rig rig) {
    return [this, rig = std::move(rig)](const study::Job& job) -> std::function<void()> {
        std::vector<std::optional<study::Comparison>> all;
        for (const auto& variant : rig.variants) {
            std::optional<study::Comparison> one;
            if (const auto before = project::read_rig(variant.text))
                if (auto compared = study::compare(*before, rig, job)) one = std::move(*compared);
            all.push_back(std::move(one));
        }
        return [this, all = std::move(all)]() mutable { show_comparisons(std::move(all)); };
    };
}

void VariantsView::show_comparisons(std::vector<std::optional<study::Comparison>> found) {
    clear_answers();
    comparisons_ = std::move(found);
    say(comparisons_.empty() ? tr("Nothing is kept yet. Keep the rig as it is, change it, and see both side by side.")
                             : QString());
    for (std::size_t i = 0; i < comparisons_.size(); ++i)
        if (comparisons_[i]) add_comparison(i, *comparisons_[i]);
    answers()->addStretch(1);
}

void VariantsView::add_comparison(std::size_t index, const study::Comparison& c) {
    const QString name = text_of(document().rig().variants[index].name);
    auto* panel = new Panel(this);
    auto* lines = new QVBoxLayout(panel);
    lines->setContentsMargins(12, 8, 12, 10);
    auto* top = new QHBoxLayout;
    top->addWidget(heading(name, panel), 1);
    auto* take = flat_button(tr("go back to it"), panel);
    auto* forget = flat_button(tr("forget it"), panel);
    top->addWidget(take);
    top->addWidget(forget);
    lines->addLayout(top);
    connect(take, &QPushButton::clicked, this, [this, index] { perform(project::TakeVariant{index}); });
    connect(forget, &QPushButton::clicked, this, [this, index] { perform(project::RemoveVariant{index}); });
    auto* grid = new QGridLayout;
    grid->setColumnStretch(0, 1);
    int row = 0;
    const auto add = [&](const QString& text, int column, bool strong, const QColor& colour) {
        auto* label = new QLabel(text, panel);
        label->setFont(body_font(strong ? 1 : 0.92, strong));
        label->setWordWrap(column == 0);
        set_text_colour(label, colour);
        grid->addWidget(label, row, column, column ? Qt::AlignRight | Qt::AlignTop : Qt::Alignment());
    };
    const QColor ink = theme().text, quiet = theme().quiet;
    add({}, 0, false, quiet);
    add(name, 1, true, ink);
    add(tr("now"), 2, true, ink);
    ++row;
    const auto factor = [&](bool there, double value, study::Verdict verdict, int column) {
        if (!there) return add(QString::fromUtf8("–"), column, false, quiet);
        add(mark_of(verdict) + " " + text_of(quantity::format_factor(value)), column, true, theme().of(verdict));
    };
    for (const auto& seam : c.seams) {
        add(text_of(seam.name), 0, false, ink);
        factor(seam.in_a, seam.a, seam.a_verdict, 1);
        factor(seam.in_b, seam.b, seam.b_verdict, 2);
        ++row;
    }
    const auto side = [&](const study::Comparison::Side& s) {
        const QString mass = desktop::shown(s.mass, quantity::Dimension::mass);
        return s.parts == 1 ? tr("1 part, %1").arg(mass) : tr("%1 parts, %2").arg(s.parts).arg(mass);
    };
    add(tr("Without the site"), 0, false, quiet);
    add(side(c.a), 1, false, quiet);
    add(side(c.b), 2, false, quiet);
    lines->addLayout(grid);
    lines->addWidget(
        heading(c.differences.empty() ? tr("Nothing is otherwise") : tr("What is otherwise"), panel, 0.95));
    for (const auto& d : c.differences) {
        auto* words = wrapped(panel, 0.95);
        words->setText(d.a.empty()   ? tr("%1: %2 is new").arg(text_of(d.what), text_of(d.b))
                       : d.b.empty() ? tr("%1: %2 is gone").arg(text_of(d.what), text_of(d.a))
                                     : tr("%1: %2, before %3").arg(text_of(d.what), text_of(d.b), text_of(d.a)));
        lines->addWidget(words);
    }
    answers()->addWidget(panel);
}

}  // namespace clampet::desktop
