#pragma once
#include "desktop/prove/prove_page.h"
#include "desktop/prove/table_button.h"
#include "prove/tap.h"

class QComboBox;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

class CurveView;
class QuantityField;
class RecordList;

/// Tap it and watch it settle: a recording of a phone, or what was counted, against what the model says.
class TapPage : public ProvePage {
    Q_OBJECT
 public:
    explicit TapPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;
    /// A recording, beside the window.
    void read(const QString& file) { read_->read(file); }
    bool is_reading() const { return read_->is_reading(); }

    QComboBox* seam() const { return seam_; }
    QComboBox* corrects() const { return corrects_; }
    QuantityField* frequency() const { return frequency_; }
    QuantityField* damping() const { return damping_; }
    QPushButton* keep() const { return keep_; }
    CurveView* curve() const { return curve_; }
    RecordList* list() const { return list_; }
    QString predicted() const;

 private:
    void show_predicted();
    void took(const Result<prove::Swing>& swing);
    void keep_tap();

    std::optional<double> typed_frequency_, typed_damping_;
    QLabel* predicted_;
    QComboBox *seam_, *corrects_;
    QuantityField *frequency_, *damping_;
    QLineEdit* note_;
    TableButton* read_;
    QPushButton* keep_;
    CurveView* curve_;
    RecordList* list_;
};

}  // namespace clampet::desktop
