#pragma once
#include <array>
#include <QWidget>

#include "families/thread/stack_design.h"
#include "project/desks/fit_desk.h"
#include "study/fit.h"

class QComboBox;
class QLabel;
class QPushButton;
class QStackedWidget;

namespace clampet::desktop {

class DrawingView;
class FitPanel;
class IdentifyPanel;
class StackBuilder;

/// Two threaded ends and what joins them: do they fit, what lies between them, which drills they need; the stack of
/// washers, plates and pads that the screw goes through; other things that go together; and which thread a screw has.
class ThreadDesk : public QWidget {
    Q_OBJECT
 public:
    explicit ThreadDesk(QWidget* parent = nullptr);
    QComboBox* thread(int end) const { return ends_[end].thread; }
    QComboBox* sex(int end) const { return ends_[end].sex; }
    QPushButton* back_button() const { return back_; }
    QPushButton* fit_tab() const { return fit_tab_; }
    QPushButton* stack_tab() const { return stack_tab_; }
    QPushButton* together_tab() const { return together_tab_; }
    QPushButton* identify_tab() const { return identify_tab_; }
    FitPanel* together() const { return together_; }
    IdentifyPanel* identify() const { return identify_; }
    StackBuilder* builder() const { return builder_; }
    DrawingView* picture() const { return picture_; }
    /// What lies on the desk, to be laid out again when its widgets are made anew.
    struct State {
        QString threads[2];
        int sexes[2] = {0, 1};
        int page = 0;
        study::FitQuestion together;
        std::array<QString, 4> identify;
        families::StackDesign design;
    };
    State state() const;
    void restore(const State& state);
    QString verdict_text() const;
    QString route_text() const;
    QString sizes_text() const;

 signals:
    void back_wanted();
    void bench_wanted();  ///< of the stack that lies on the desk
    void changed();       ///< what undo would take back

 private:
    struct End {
        QComboBox *thread, *sex;
    };
    /// The tabs in the order of their pages.
    std::array<QPushButton*, 4> tabs() const { return {fit_tab_, stack_tab_, together_tab_, identify_tab_}; }
    QWidget* fit_page();
    void refresh();
    void name_sexes(int end);

    QPushButton *back_, *fit_tab_, *stack_tab_, *together_tab_, *identify_tab_;
    QWidget* two_ends_;
    QStackedWidget* pages_;
    project::FitDesk desk_;
    StackBuilder* builder_;
    FitPanel* together_;
    IdentifyPanel* identify_;
    End ends_[2];
    DrawingView* picture_;
    QLabel *verdict_, *reason_, *route_, *sizes_;
};

}  // namespace clampet::desktop
