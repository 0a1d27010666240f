#pragma once
#include "desktop/prove/prove_page.h"
#include "desktop/prove/table_button.h"
#include "prove/log.h"

class QComboBox;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

class RecordList;

/// What happened: tests, tightenings, shoots, incidents, attempts; searched, added to, as a table out and in.
class LogPage : public ProvePage {
    Q_OBJECT
 public:
    explicit LogPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;

    QLineEdit* search() const { return search_; }
    QComboBox* event() const { return event_; }
    QComboBox* seam() const { return seam_; }
    QLineEdit* date() const { return date_; }
    QLineEdit* text() const { return text_; }
    QPushButton* add() const { return add_; }
    QPushButton* give() const { return give_; }
    TableButton* take() const { return take_; }
    RecordList* list() const { return list_; }
    void write(const QString& file);
    /// Beside the window.
    void read(const QString& file) { take_->read(file); }
    bool is_reading() const { return take_->is_reading(); }
    std::function<QString()> ask_where;

 private:
    void show_lines();
    void add_entry();
    void took(const Result<std::vector<rig::LogEntry>>& entries);

    QLineEdit *search_, *date_, *text_;
    QComboBox *event_, *seam_;
    QPushButton *add_, *give_;
    TableButton* take_;
    RecordList* list_;
};

}  // namespace clampet::desktop
