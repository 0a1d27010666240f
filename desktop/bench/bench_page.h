#pragma once
#include <map>
#include <QTimer>
#include <QWidget>

#include "desktop/bench/bench_model.h"

class QComboBox;
class QGridLayout;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

class DrawingView;
class FactorPlot;
class InputRow;
class PolarPlot;
class QuantityField;

/// One interface on its own: its drawing, what goes in, what it can take, and the value an input must have.
class BenchPage : public QWidget {
    Q_OBJECT
 public:
    explicit BenchPage(BenchModel& model, QWidget* parent = nullptr);
    InputRow* input(const std::string& key) const;
    QPushButton* solve_button(const std::string& key) const;
    QuantityField* payload_field(const QString& name) const;
    QComboBox* stands() const { return stands_; }
    DrawingView* section() const { return section_; }
    FactorPlot* factor_plot() const { return curve_; }
    PolarPlot* polar_plot() const { return polar_; }
    QComboBox* against() const { return against_; }
    QComboBox* plane() const { return plane_; }
    QPushButton* use_answer() const { return use_; }
    QPushButton* stock_button() const { return stock_; }
    QPushButton* advice_button() const { return advice_button_; }
    /// What would make it hold, as buttons that do it.
    std::vector<QPushButton*> advice() const;
    QPushButton* pin_button() const { return pin_; }
    QPushButton* to_rig_button() const { return to_rig_; }
    QPushButton* back_button() const { return back_; }
    QPushButton* working_button() const { return working_button_; }
    QString verdict_text() const;
    QString answer_text() const;
    QString working_text() const;
    std::vector<std::pair<QString, QString>> mode_rows() const { return mode_rows_; }
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
    QWidget* build_inputs();
    QWidget* build_polar();
    QWidget* build_curve();
    QWidget* build_modes();
    void build_payload(QVBoxLayout* column);
    void rebuild_inputs();
    void rebuild_stock();
    void refresh_advice();
    void refresh();
    void refresh_inputs();
    void refresh_payload();
    struct ModeLabels {
        QLabel *name, *other, *factor;
    };
    ModeLabels& mode_labels(std::size_t row);
    void show_mode(std::size_t row, const families::ModeReport& mode);
    void refresh_modes();
    void refresh_working();
    void ask(const std::string& key);
    void set_payload(const std::function<void(study::BenchLoad&)>& change, QuantityField* field, quint64 gesture);
    QuantityField* payload_row(QVBoxLayout* column, const QString& name, const QString& label, const QString& help,
                               quantity::Dimension dimension);
    void choose_export();

    BenchModel& model_;
    std::string family_;  ///< whose rows are shown
    QPushButton* back_ = nullptr;
    QLabel *title_ = nullptr, *verdict_ = nullptr, *purpose_ = nullptr, *notes_ = nullptr, *answer_ = nullptr,
           *load_words_ = nullptr, *working_ = nullptr;
    DrawingView* section_ = nullptr;
    QVBoxLayout *inputs_ = nullptr, *payload_ = nullptr;
    QWidget* payload_panel_ = nullptr;
    QPushButton *own_load_ = nullptr, *use_ = nullptr, *stock_ = nullptr, *advice_button_ = nullptr, *pin_ = nullptr,
                *export_ = nullptr, *to_rig_ = nullptr, *working_button_ = nullptr;
    QComboBox *stands_ = nullptr, *against_ = nullptr, *plane_ = nullptr;
    FactorPlot* curve_ = nullptr;
    PolarPlot* polar_ = nullptr;
    QVBoxLayout* advice_ = nullptr;
    QGridLayout* modes_ = nullptr;
    std::map<std::string, std::pair<InputRow*, QPushButton*>> rows_;
    std::map<QString, QuantityField*> payload_fields_;
    std::vector<ModeLabels> mode_labels_;
    std::vector<std::pair<QString, QString>> mode_rows_;
    std::optional<std::pair<std::string, rig::Input>> answer_value_;
    std::string ranged_;  ///< the input that the plot's range belongs to
    double range_from_ = 0, range_to_ = 1;
    QTimer plots_;
    QString rig_name_;
};

}  // namespace clampet::desktop
