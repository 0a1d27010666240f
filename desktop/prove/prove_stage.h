#pragma once
#include "desktop/shell/stage.h"
#include "project/background.h"
#include "prove/next_tests.h"
#include "prove/trace.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QStackedWidget;
class QVBoxLayout;

namespace clampet::desktop {

class BeliefView;
class CardPage;
class DrawingView;
class FitPage;
class HangPage;
class LogPage;
class MeasuredPage;
class ProvePage;
class QuantityField;
class RecordList;
class RevisionsPage;
class ScalePanel;
class TapPage;

/// What a pull with a scale tells: the tests to do, the one that tells most first and drawn; a pull as it was made,
/// from a scale on a line, a table or as it was typed; what is thought of friction and hand before and after; all
/// tests, each of which can be taken back. Beside that, pages for taps, time under load, fits, measured parts,
/// revisions, the log and the use card.
class ProveStage : public Stage {
    Q_OBJECT
 public:
    explicit ProveStage(Session& session, QWidget* parent = nullptr);
    QString name() const override { return tr("&Prove"); }
    QString key() const override { return "prove"; }
    State state() const override;
    void enter() override;

    bool is_looking() const { return is_looking_; }
    const std::vector<prove::TestToDo>& tests() const { return tests_; }
    QPushButton* test_button(std::size_t index) const { return buttons_.at(index); }
    QComboBox* seam() const { return seam_; }
    QComboBox* way() const { return way_; }
    QComboBox* outcome() const { return outcome_; }
    QuantityField* force() const { return force_; }
    QuantityField* arm() const { return arm_; }
    QCheckBox* anew() const { return anew_; }
    QPushButton* keep() const { return keep_; }
    QPushButton* anew_button() const { return tightened_; }
    DrawingView* picture() const { return picture_; }
    BeliefView* belief() const { return belief_; }
    QString watch() const;
    QString said() const;
    /// Of the tests that were made: counts it or not.
    QCheckBox* counts(std::size_t pull) const;
    QString words_of(std::size_t pull) const;
    /// The page Pull is 0; the others in the order of their tabs.
    void show_page(std::size_t page);
    std::size_t shown_page() const;
    QPushButton* tab(std::size_t page) const { return tabs_.at(page); }
    ScalePanel* scale() const { return scale_; }
    TapPage* tap() const { return tap_; }
    HangPage* hang() const { return hang_; }
    FitPage* fits() const { return fits_; }
    MeasuredPage* measured() const { return measured_; }
    RevisionsPage* revisions() const { return revisions_; }
    LogPage* log() const { return log_; }
    CardPage* card() const { return card_; }

 protected:
    void furnish() override;
    void showEvent(QShowEvent* event) override;

 private:
    void refresh();
    void look();
    void took(const Result<std::vector<prove::TestToDo>>& tests);
    void choose(std::size_t test);
    void show_pulls();
    void show_picture();
    void keep_pull();
    void perform(const project::Edit& edit);
    QWidget* make_form();
    QWidget* make_tabs();
    void take_let_go(const prove::LetGo& how);

    project::Background background_;
    std::vector<prove::TestToDo> tests_;
    std::size_t chosen_ = 0;
    std::optional<double> typed_force_;
    std::optional<double> typed_arm_;
    bool is_old_ = true, is_looking_ = false;
    QLabel *says_ = nullptr, *watch_ = nullptr, *answer_ = nullptr;
    QWidget* inside_tests_ = nullptr;
    RecordList* pulls_ = nullptr;
    QVBoxLayout* test_column_ = nullptr;
    std::vector<QPushButton*> buttons_, tabs_;
    QStackedWidget* pages_ = nullptr;
    TapPage* tap_ = nullptr;
    HangPage* hang_ = nullptr;
    FitPage* fits_ = nullptr;
    MeasuredPage* measured_ = nullptr;
    RevisionsPage* revisions_ = nullptr;
    LogPage* log_ = nullptr;
    CardPage* card_ = nullptr;
    std::vector<ProvePage*> others_;
    ScalePanel* scale_ = nullptr;
    DrawingView* picture_ = nullptr;
    BeliefView* belief_ = nullptr;
    QComboBox *seam_ = nullptr, *way_ = nullptr, *outcome_ = nullptr;
    QuantityField *force_ = nullptr, *arm_ = nullptr;
    QLineEdit* note_ = nullptr;
    QCheckBox* anew_ = nullptr;
    QPushButton *keep_ = nullptr, *tightened_ = nullptr;
    project::Document::Subscription subscription_;
    project::Stockroom::Subscription drawer_;
};

}  // namespace clampet::desktop
