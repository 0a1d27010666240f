#pragma once
#include <QTimer>
#include <QWidget>

#include "desktop/bench/bench_inputs_panel.h"
#include "desktop/bench/bench_load_panel.h"
#include "desktop/bench/bench_model.h"
#include "desktop/bench/bench_modes_panel.h"
#include "desktop/bench/bench_plots.h"

class QLabel;
class QPushButton;

namespace clampet::desktop {

class DrawingView;

/// One interface on its own: its drawing, what goes in, what it can take, and the value an input must have.
class BenchPage : public QWidget {
    Q_OBJECT
 public:
    explicit BenchPage(BenchModel& model, QWidget* parent = nullptr);
    InputRow* input(const std::string& key) const { return inputs_->input(key); }
    QPushButton* solve_button(const std::string& key) const { return inputs_->solve_button(key); }
    BenchLoadPanel* load_panel() const { return inputs_->load(); }
    QuantityField* payload_field(const QString& name) const { return inputs_->load()->field(name); }
    QComboBox* stands() const { return inputs_->load()->stands(); }
    DrawingView* section() const { return section_; }
    FactorPlot* factor_plot() const { return curve_->plot(); }
    PolarPlot* polar_plot() const { return polar_->plot(); }
    QComboBox* against() const { return curve_->against(); }
    PayloadPlot* payload_plot() const { return curve_->payload_plot(); }
    QComboBox* plane() const { return polar_->plane(); }
    QPushButton* use_answer() const { return inputs_->use_answer(); }
    StockRow* stock(const std::string& key) const { return inputs_->stock(key); }
    QPushButton* advice_button() const { return modes_->advice_button(); }
    std::vector<QPushButton*> advice() const { return modes_->advice(); }
    QPushButton* pin_button() const { return modes_->pin_button(); }
    QPushButton* to_rig_button() const { return modes_->to_rig_button(); }
    QPushButton* back_button() const { return back_; }
    QPushButton* working_button() const { return modes_->working_button(); }
    QString verdict_text() const;
    QString answer_text() const { return inputs_->answer_text(); }
    QString working_text() const { return modes_->working_text(); }
    std::vector<std::pair<QString, QString>> mode_rows() const { return modes_->rows(); }
    /// Brings the plots up to date at once, instead of after the next paint.
    void update_plots();
    /// Drawing, table and plots into a file; the format goes by its ending: pdf, svg, png, csv.
    Status export_to(const QString& path) const;
    /// Whether a rig is open that a design could be put into.
    void set_rig_name(const QString& name);

 signals:
    void back_wanted();
    void rig_wanted();  ///< put the design into the rig
    void exported(const QString& path);
    void problem(const QString& sentence);

 private:
    QWidget* build_head();
    void refresh();
    void choose_export();

    BenchModel& model_;
    QPushButton* back_ = nullptr;
    QLabel *title_ = nullptr, *verdict_ = nullptr;
    DrawingView* section_;
    BenchInputsPanel* inputs_;
    BenchPolarPanel* polar_;
    BenchCurvePanel* curve_;
    BenchModesPanel* modes_;
    QTimer plots_;
    QString rig_name_;
};

}  // namespace clampet::desktop
