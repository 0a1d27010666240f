#pragma once
#include "desktop/prove/prove_page.h"
#include "rig/records.h"

class QComboBox;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

class CurveView;
class QuantityField;
class RecordList;

/// Leave it loaded for a day: marks and times, or what it still takes to move it; when to tighten again.
class HangPage : public ProvePage {
    Q_OBJECT
 public:
    explicit HangPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;

    QComboBox* seam() const { return seam_; }
    QComboBox* of() const { return of_; }
    QuantityField* time() const { return time_; }
    QuantityField* moved() const { return moved_; }
    QuantityField* force() const { return force_; }
    QPushButton* add() const { return add_; }
    QPushButton* keep() const { return keep_; }
    CurveView* curve() const { return curve_; }
    RecordList* list() const { return list_; }
    const std::vector<rig::Hang::Reading>& readings() const { return readings_; }

 private:
    bool is_mark() const;
    void start_over();
    void add_reading();
    void show_readings();
    void keep_hang();
    const rig::Hang* last_of_seam() const;

    std::vector<rig::Hang::Reading> readings_;  ///< forces in newtons
    std::optional<double> typed_time_, typed_value_;
    QComboBox *seam_, *of_;
    QuantityField *time_, *moved_, *force_;
    QWidget *moved_row_, *force_row_;
    QLineEdit* note_;
    QPushButton *add_, *back_, *keep_;
    CurveView* curve_;
    RecordList* list_;
};

}  // namespace clampet::desktop
