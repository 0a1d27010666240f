#include "desktop/prove/prove_page.h"

#include <QComboBox>
#include <QDate>
#include <QLabel>
#include <QScrollArea>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"

namespace clampet::desktop {

ProvePage::ProvePage(Session& session, QWidget* parent)
    : QWidget(parent), session_(session), answer_(wrapped(this, 0.95)) {}

QString ProvePage::said() const {
    return answer_->text();
}

bool ProvePage::perform(const project::Edit& edit) {
    const auto done = session_.document.perform(edit);
    if (!done) say(done.problem());
    return static_cast<bool>(done);
}

void ProvePage::say(const QString& text) {
    answer_->setText(text);
    set_text_colour(answer_, theme().text);
}

void ProvePage::say(const Problem& problem) {
    answer_->setText(text_of(problem.sentence()));
    set_text_colour(answer_, theme().slips);
}

QString ProvePage::verdict_of(const std::string& seam) const {
    for (const auto& r : session_.document.check().interfaces)
        if (r.id == seam) return tr("%1 %2").arg(text_of(study::name_of(r.verdict)), factor_text(r.typical));
    return tr("not checked");
}

void ProvePage::fill(QComboBox* box, const std::vector<std::pair<QString, QString>>& names_and_keys) {
    const QSignalBlocker quiet(box);
    const QString before = box->currentData().toString();
    box->clear();
    for (const auto& [name, key] : names_and_keys) box->addItem(name, key);
    box->setCurrentIndex(std::max(0, box->findData(before)));
    box->setEnabled(box->count() > 0);
}

void ProvePage::end_with(QVBoxLayout* column, QWidget* form, QWidget* drawn, const QString& title, QWidget* list) {
    column->addWidget(form);
    column->addWidget(drawn, 2);
    column->addWidget(answer_);
    column->addWidget(heading(title, this, 1.1));
    column->addWidget(scrolled(list, this), 1);
}

std::string ProvePage::today() {
    return QDate::currentDate().toString(Qt::ISODate).toStdString();
}

}  // namespace clampet::desktop
