#pragma once
#include <string>

#include "desktop/bench/bench_model.h"
#include "desktop/widgets/panel.h"

class QComboBox;

namespace clampet::desktop {

class FactorPlot;
class PayloadPlot;
class PolarPlot;

/// What the interface can take in each direction; the push is turned in it.
class BenchPolarPanel : public Panel {
    Q_OBJECT
 public:
    explicit BenchPolarPanel(BenchModel& model, QWidget* parent = nullptr);
    void refresh();
    PolarPlot* plot() const { return polar_; }
    QComboBox* plane() const { return plane_; }

 private:
    BenchModel& model_;
    QComboBox* plane_;
    PolarPlot* polar_;
};

/// The factor against one input; the input is dragged in it.
class BenchCurvePanel : public Panel {
    Q_OBJECT
 public:
    explicit BenchCurvePanel(BenchModel& model, QWidget* parent = nullptr);
    /// The inputs to choose from; the plot itself follows with refresh().
    bool moves_factor(const std::string& key) const;
    void refresh_choices();
    void refresh();
    FactorPlot* plot() const { return curve_; }
    PayloadPlot* payload_plot() const { return payload_; }
    QComboBox* against() const { return against_; }

 signals:
    /// A value that was chosen cannot be.
    void refused(const std::string& key, const Problem& problem);

 private:
    void choose(double value, quint64 gesture);
    void choose_payload(double overhang, double mass, quint64 gesture);
    void refresh_payload();
    void set_range(const families::Parameter& parameter, double present);

    BenchModel& model_;
    QComboBox* against_;
    FactorPlot* curve_;
    PayloadPlot* payload_;
    std::string family_, ranged_;  ///< the input that the plot's range belongs to
    double range_from_ = 0, range_to_ = 1;
};

}  // namespace clampet::desktop
