#pragma once
#include <optional>
#include <QWidget>

#include "desktop/shell/session.h"
#include "desktop/widgets/going.h"
#include "make/export.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;

namespace clampet::desktop {

class TimelineView;

/// The plan of work: how and when, a line of days, and the steps to tick off. What is said and ticked is the rig's.
class WorkPage : public QWidget {
    Q_OBJECT
 public:
    explicit WorkPage(Session& session, QWidget* parent = nullptr);
    ~WorkPage() override { hear_no_more(*this); }
    void refresh();
    /// What the rig says, read; nothing where it says something wrong.
    const std::optional<make::Planning>& planning() const { return planning_; }
    /// Whether work can be planned.
    const std::optional<make::Plan>& plan() const { return plan_; }
    double waiting() const;  ///< of what dries, sets and is printed, on the longest way [s]

    QComboBox* finish() const { return finish_; }
    QComboBox* glue() const { return glue_; }
    QLineEdit* start() const { return start_; }
    QLineEdit* hours() const { return hours_; }
    QLineEdit* days() const { return days_; }
    TimelineView* timeline() const { return timeline_; }
    QString said() const;
    QCheckBox* tick(std::size_t step) const;
    QString words_of_step(std::size_t step) const;
    /// What the clock says; a test says otherwise.
    std::function<make::WallTime()> now;

 private:
    void say(std::string rig::Making::*what, const QString& text);
    void tick_off(const std::string& step, bool done);
    void show_steps(const make::Schedule& schedule);
    void fill_fields();

    Session& session_;
    std::optional<make::Planning> planning_;
    std::optional<make::Plan> plan_;
    QComboBox *finish_, *glue_;
    QLineEdit *start_, *hours_, *days_, *off_;
    QLabel* says_;
    TimelineView* timeline_;
    QWidget *inside_, *rows_ = nullptr;
    std::vector<QCheckBox*> ticks_;  ///< by step
    std::vector<QLabel*> words_;     ///< by step
};

}  // namespace clampet::desktop
