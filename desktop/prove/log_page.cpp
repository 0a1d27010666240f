#include "desktop/prove/log_page.h"

#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/prove/record_list.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/form_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "project/file.h"
#include "prove/records.h"

namespace clampet::desktop {

LogPage::LogPage(Session& session, QWidget* parent)
    : ProvePage(session, parent),
      search_(new QLineEdit(this)),
      date_(new QLineEdit(this)),
      text_(new QLineEdit(this)),
      event_(new QuietComboBox(this)),
      seam_(new QuietComboBox(this)),
      add_(new QPushButton(tr("Add it"), this)),
      give_(new QPushButton(tr("Write as a table…"), this)),
      take_(new TableButton(tr("Take a table…"), this)),
      list_(new RecordList(tr("Nothing of that."))) {
    ask_where = [this] {
        return QFileDialog::getSaveFileName(this, tr("Write the log"), "log.csv", tr("Tables (*.csv)"));
    };
    take_->ask_file = [this] {
        return QFileDialog::getOpenFileName(this, tr("A log as a table"), {}, tr("Tables (*.csv)"));
    };
    take_->work = [this]() -> TableButton::Work {
        return [this, now = rig()](const std::string& text, const study::Job& job) -> std::function<void()> {
            auto entries = prove::entries_from(text, now, job);
            return [this, entries = std::move(entries)] { took(entries); };
        };
    };
    connect(take_, &TableButton::began, this, [this] { say(tr("Reading …")); });
    connect(take_, &TableButton::failed, this, [this](const Problem& problem) { say(problem); });
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->addWidget(heading(tr("Log"), this, 1.3));
    auto* form = new FormRow(this);
    for (const auto& [words, key] : {std::pair{tr("note"), "note"},
                                     {tr("tightened"), "tightened"},
                                     {tr("shoot"), "shoot"},
                                     {tr("incident"), "incident"},
                                     {tr("attempt"), "attempt"}})
        event_->addItem(words, QString(key));
    date_->setPlaceholderText("2026-11-29");
    date_->setFixedWidth(130);
    text_->setMinimumWidth(260);
    text_->setPlaceholderText(tr("what happened"));
    form->add(tr("What"), event_);
    form->add(tr("Seam"), seam_);
    form->add(tr("When"), date_);
    form->add(tr("What happened"), text_);
    for (auto* button : std::initializer_list<QPushButton*>{add_, give_, take_}) form->add(button);
    column->addWidget(form);
    column->addWidget(answer());
    search_->setPlaceholderText(tr("Search: words that stand in it"));
    search_->setAccessibleName(tr("Search the log"));
    search_->setClearButtonEnabled(true);
    column->addWidget(search_);
    column->addWidget(scrolled(list_, this), 1);
    connect(search_, &QLineEdit::textChanged, this, &LogPage::show_lines);
    connect(add_, &QPushButton::clicked, this, &LogPage::add_entry);
    connect(text_, &QLineEdit::returnPressed, this, &LogPage::add_entry);
    connect(give_, &QPushButton::clicked, this, [this] {
        const QString file = ask_where();
        if (!file.isEmpty()) write(file);
    });
}

void LogPage::refresh() {
    std::vector<std::pair<QString, QString>> seams{{tr("the rig"), QString()}};
    for (const auto& seam : rig().interfaces) seams.emplace_back(text_of(seam.name), text_of(seam.id));
    fill(seam_, seams);
    if (date_->text().isEmpty()) date_->setText(text_of(today()));
    show_lines();
}

void LogPage::show_lines() {
    list_->clear();
    for (const auto& line : prove::found_in(prove::log_of(rig()), search_->text().toStdString())) {
        RecordList::Line shown{
            text_of(line.date),
            tr("%1%2: %3")
                .arg(text_of(line.what), line.seam.empty() ? QString() : tr(", %1").arg(text_of(line.seam)),
                     text_of(line.text)),
            false};
        if (line.is_entry) shown.remove = [this, id = line.id] { perform(project::RemoveRecord{id}); };
        list_->add(shown);
    }
    list_->finish();
}

void LogPage::add_entry() {
    rig::LogEntry entry{prove::fresh_record_id(rig(), "log"), date_->text().trimmed().toStdString(),
                        *prove::event_named(event_->currentData().toString().toStdString()),
                        seam_->currentData().toString().toStdString(), text_->text().trimmed().toStdString()};
    if (!perform(project::AddRecord{entry})) return;
    text_->clear();
    say(QString());
}

void LogPage::write(const QString& file) {
    const auto lines = prove::found_in(prove::log_of(rig()), search_->text().toStdString());
    if (const auto ok = project::write_file_atomically(file.toStdString(), prove::csv_of(lines)); !ok)
        return say(ok.problem());
    say(lines.size() == 1 ? tr("1 line written to %1.").arg(file)
                          : tr("%1 lines written to %2.").arg(lines.size()).arg(file));
}

void LogPage::took(const Result<std::vector<rig::LogEntry>>& entries) {
    if (!entries) return say(entries.problem());
    if (perform(project::SetLog{*entries}))
        say(tr("The log has %1 entries now; undo brings the old one back.").arg(entries->size()));
}

}  // namespace clampet::desktop
