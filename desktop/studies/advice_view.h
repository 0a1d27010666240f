#pragma once
#include "desktop/studies/study_view.h"
#include "project/rig_advice.h"

namespace clampet::desktop {

/// The cheapest changes that make what is weak hold, tried on the whole rig; one press does one.
class AdviceView : public StudyView {
    Q_OBJECT
 public:
    explicit AdviceView(project::Document& document, QWidget* parent = nullptr);
    const std::vector<project::RigAdvice>& shown() const { return advice_; }
    /// Whose drawer is looked into first.
    void use_workshop(std::function<const inventory::Workshop&()> workshop) { workshop_ = std::move(workshop); }
    /// Does the change of that row.
    void take(std::size_t row);

 signals:
    /// The pointer or the keyboard is on that row; -1: on none.
    void looked_at(int row);

 protected:
    bool eventFilter(QObject* watched, QEvent* event) override;
    void hideEvent(QHideEvent* event) override;
    project::Background::Work work(rig::Rig rig) override;

 private:
    void show_advice(const Result<std::vector<project::RigAdvice>>& found);
    void add_row(std::size_t row);
    std::vector<project::RigAdvice> advice_;
    std::function<const inventory::Workshop&()> workshop_;
};

}  // namespace clampet::desktop
