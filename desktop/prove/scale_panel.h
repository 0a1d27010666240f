#pragma once
#include "desktop/prove/scale_link.h"
#include "desktop/prove/table_button.h"

class QComboBox;
class QLabel;
class QPushButton;

namespace clampet::desktop {

class CurveView;

/// A scale live: its line, what it shows, the force over time, and when it let go. A table of a pull instead.
class ScalePanel : public QWidget {
    Q_OBJECT
 public:
    explicit ScalePanel(QWidget* parent = nullptr);
    QComboBox* port() const { return port_; }
    QComboBox* unit() const { return unit_; }
    QComboBox* speed() const { return speed_; }
    QPushButton* connect_button() const { return connect_; }
    QPushButton* zero_button() const { return zero_; }
    QPushButton* again_button() const { return again_; }
    TableButton* read_button() const { return read_; }
    CurveView* curve() const { return curve_; }
    QString said() const;
    QString shows() const;
    const prove::Trace& trace() const { return trace_; }
    bool is_reading() const { return read_->is_reading(); }
    /// A table of time and force, beside the window.
    void read(const QString& file) { read_->read(file); }
    void start_over();

 signals:
    void let_go(const clampet::prove::LetGo& how);

 protected:
    /// A scale may have been plugged in since.
    void showEvent(QShowEvent* event) override;

 private:
    void list_ports();
    void toggle();
    void take();
    void show_trace();
    void look();
    void took(const Result<prove::Trace>& trace);
    void say(const QString& words, bool is_wrong = false);

    ScaleLink link_;
    prove::Trace trace_;
    QTimer due_;
    std::optional<prove::LetGo> found_;
    QComboBox *port_, *unit_, *speed_;
    QPushButton *connect_, *zero_, *again_;
    TableButton* read_;
    QLabel *shows_, *says_;
    CurveView* curve_;
};

}  // namespace clampet::desktop
