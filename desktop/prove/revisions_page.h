#pragma once
#include <map>

#include "desktop/prove/prove_page.h"
#include "project/background.h"
#include "prove/revisions.h"
#include "study/compare.h"

class QCheckBox;
class QComboBox;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

class DrawingView;
class ListView;

/// A rig's revisions as a branching line: what was changed and why, what was learned, what failed; any two compared.
class RevisionsPage : public ProvePage {
    Q_OBJECT
 public:
    explicit RevisionsPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;

    DrawingView* line() const { return line_; }
    QLineEdit* name() const { return name_; }
    QLineEdit* why() const { return why_; }
    QPushButton* keep() const { return keep_; }
    QComboBox* chosen() const { return chosen_; }
    QLineEdit* why_then() const { return why_then_; }
    QLineEdit* learned() const { return learned_; }
    QCheckBox* failed() const { return failed_; }
    QPushButton* judge() const { return judge_; }
    QPushButton* go_back() const { return back_; }
    QComboBox* a() const { return a_; }
    QComboBox* b() const { return b_; }
    QPushButton* compare() const { return compare_; }
    ListView* seams() const { return seams_; }
    ListView* differences() const { return differences_; }
    bool is_comparing() const { return is_comparing_; }
    DrawingView* picture(bool of_b) const { return of_b ? picture_b_ : picture_a_; }

 private:
    QWidget* make_keep_row();
    QWidget* make_judge_row();
    QWidget* make_compare_row();
    std::optional<std::size_t> variant() const;
    std::vector<drawing::Drawing> pictures_of(const std::vector<prove::Revision>& all);
    void show_chosen();
    void compare_both();
    void took(const Result<study::Comparison>& compared);
    Result<rig::Rig> rig_of(QComboBox* box) const;

    project::Background background_;
    std::map<std::string, drawing::Drawing> drawn_;  ///< by the text of a kept revision: they are drawn once
    bool is_comparing_ = false;
    DrawingView *line_, *picture_a_, *picture_b_;
    QLineEdit *name_, *why_, *why_then_, *learned_;
    QCheckBox* failed_;
    QComboBox *chosen_, *a_, *b_;
    QPushButton *keep_, *judge_, *back_, *compare_;
    ListView *seams_, *differences_;
};

}  // namespace clampet::desktop
