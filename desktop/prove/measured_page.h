#pragma once
#include <array>

#include "desktop/prove/prove_page.h"
#include "prove/measured.h"

class QComboBox;
class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

class QuantityField;
class RecordList;

/// Parts as they came out: scales and calipers against what was intended; accept, shim or take off.
class MeasuredPage : public ProvePage {
    Q_OBJECT
 public:
    explicit MeasuredPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;

    QComboBox* part() const { return part_; }
    QComboBox* of() const { return of_; }
    QuantityField* length() const { return length_; }
    QuantityField* mass() const { return mass_; }
    /// Of a frame: its two sides, then its two diagonals.
    QuantityField* frame(std::size_t i) const { return frame_[i]; }
    QPushButton* take() const { return take_; }
    QPushButton* leave() const { return leave_; }
    RecordList* list() const { return list_; }
    QString judged() const;

 private:
    void show_measurables();
    void show_chosen();
    void took(double si);
    void took_frame();
    void make_frame_fields(class FormRow* form);
    bool is_frame() const;
    Result<rig::Measured> measured() const;
    void keep(bool is_taken);
    const prove::Measurable* chosen() const;

    std::vector<prove::Measurable> all_;
    std::optional<double> typed_;
    std::array<std::optional<double>, 4> sides_;
    std::array<QuantityField*, 4> frame_{};
    std::array<QWidget*, 4> frame_rows_{};
    QComboBox *part_, *of_;
    QuantityField *length_, *mass_;
    QWidget *length_row_, *mass_row_, *take_row_;
    QPushButton *take_, *leave_;
    QLabel *intended_, *judged_;
    RecordList* list_;
};

}  // namespace clampet::desktop
