#pragma once
#include <vector>

#include "desktop/bench/bench_model.h"
#include "desktop/widgets/panel.h"

class QGridLayout;
class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

/// How the bench's interface could let go, what would make it hold, and the working.
class BenchModesPanel : public Panel {
    Q_OBJECT
 public:
    explicit BenchModesPanel(BenchModel& model, QWidget* parent = nullptr);
    /// `rig_name`: of the open rig that a design could be put into; empty: none.
    void refresh(const QString& rig_name);
    QPushButton* advice_button() const { return advice_button_; }
    /// What would make it hold, as buttons that do it.
    std::vector<QPushButton*> advice() const;
    QPushButton* pin_button() const { return pin_; }
    QPushButton* to_rig_button() const { return to_rig_; }
    QPushButton* working_button() const { return working_button_; }
    QString working_text() const;
    const std::vector<std::pair<QString, QString>>& rows() const { return mode_rows_; }

 signals:
    void export_wanted();
    void rig_wanted();
    void problem(const QString& sentence);

 private:
    QWidget* build(QWidget* inside);
    QLayout* build_foot();
    void refresh_modes();
    void refresh_advice();
    void refresh_working();
    struct ModeLabels {
        QLabel *name, *other, *factor;
    };
    ModeLabels& mode_labels(std::size_t row);
    void show_mode(std::size_t row, const families::ModeReport& mode);

    BenchModel& model_;
    QGridLayout* modes_ = nullptr;
    QVBoxLayout* advice_ = nullptr;
    QLabel* working_ = nullptr;
    QPushButton *advice_button_ = nullptr, *working_button_ = nullptr, *pin_ = nullptr, *export_ = nullptr,
                *to_rig_ = nullptr;
    std::vector<ModeLabels> mode_labels_;
    std::vector<std::pair<QString, QString>> mode_rows_;
};

}  // namespace clampet::desktop
