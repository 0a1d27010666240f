#pragma once
#include "desktop/prove/prove_page.h"
#include "project/background.h"
#include "prove/fit_ladder.h"

class QComboBox;
class QPushButton;
class QHBoxLayout;

namespace clampet::desktop {

class CurveView;
class QuantityField;
class RecordList;

/// A ladder of test holes of a printer: a row from too tight to too loose, what is thought right, what to print next.
class FitPage : public ProvePage {
    Q_OBJECT
 public:
    explicit FitPage(Session& session, QWidget* parent = nullptr);
    void refresh() override;

    QComboBox* printer() const { return printer_; }
    QComboBox* lies() const { return lies_; }
    QuantityField* pin() const { return pin_; }
    /// Of the rung that is to be tried, the tightest first.
    std::size_t holes() const { return tried_.size(); }
    QComboBox* tried(std::size_t hole) const { return tried_.at(hole); }
    const std::vector<double>& rung() const { return rung_; }
    QPushButton* keep() const { return keep_; }
    QPushButton* write_button() const { return write_; }
    CurveView* curve() const { return curve_; }
    RecordList* list() const { return list_; }
    QString learned() const;
    /// The test piece of the rung that is shown, in the format that the name says.
    void write_piece(const QString& file);
    bool is_writing() const { return is_writing_; }
    std::function<QString()> ask_where;

 private:
    const inventory::Printer* chosen() const;
    inventory::HoleLies how_it_lies() const;
    void show_rung();
    void keep_rung();
    void remove(const inventory::FitTried& tried);
    void change(const std::function<void(inventory::Printer&)>& what, const QString& label);

    project::Background background_;
    bool is_writing_ = false;
    double typed_pin_ = 0.008;
    std::vector<double> rung_;
    QLabel* learned_;
    QComboBox *printer_, *lies_;
    QuantityField* pin_;
    QWidget* row_;
    QHBoxLayout* holes_;
    std::vector<QWidget*> cards_;
    std::vector<QComboBox*> tried_;
    QPushButton *keep_, *write_;
    CurveView* curve_;
    RecordList* list_;
};

}  // namespace clampet::desktop
