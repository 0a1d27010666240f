#pragma once
#include "desktop/studies/study_view.h"
#include "study/compare.h"

class QLineEdit;
class QPushButton;

namespace clampet::desktop {

/// Rigs as they once stood, kept to be compared with: side by side with the present one, seam by seam.
class VariantsView : public StudyView {
    Q_OBJECT
 public:
    explicit VariantsView(project::Document& document, QWidget* parent = nullptr);
    QLineEdit* name() const { return name_; }
    QPushButton* keep_button() const { return keep_; }
    /// Of each that is kept, with the present rig; nothing where one could not be checked.
    const std::vector<std::optional<study::Comparison>>& shown() const { return comparisons_; }

 protected:
    project::Background::Work work(rig::Rig rig) override;

 private:
    void show_comparisons(std::vector<std::optional<study::Comparison>> found);
    void add_comparison(std::size_t index, const study::Comparison& comparison);
    QLineEdit* name_;
    QPushButton* keep_;
    std::vector<std::optional<study::Comparison>> comparisons_;
};

}  // namespace clampet::desktop
