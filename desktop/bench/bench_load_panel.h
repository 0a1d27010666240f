#pragma once
#include <functional>
#include <map>

#include "desktop/bench/bench_model.h"

class QComboBox;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

class QuantityField;

/// What the bench's interface carries: the load of its seam, or a payload of its own; and the factor that it needs.
class BenchLoadPanel : public QWidget {
    Q_OBJECT
 public:
    explicit BenchLoadPanel(BenchModel& model, QWidget* parent = nullptr);
    void refresh();
    /// "mass", "x", "y", "z", "push", "required".
    QuantityField* field(const QString& name) const;
    QComboBox* stands() const { return stands_; }
    /// What it carries, by its class; the first entry is a payload of one's own.
    QComboBox* device() const { return device_; }
    QString device_note() const;

 private:
    void add_row(QVBoxLayout* column, const QString& name, const QString& label, const QString& help,
                 quantity::Dimension dimension);
    void add_device(QVBoxLayout* column);
    void refresh_device();
    void add_payload(QVBoxLayout* column);
    void take(const QString& name, double value, quint64 gesture);

    BenchModel& model_;
    QLabel* words_;
    QPushButton* own_;
    QWidget* payload_;
    QComboBox *stands_, *device_;
    QLabel* device_note_;
    std::map<QString, QuantityField*> fields_;
};

}  // namespace clampet::desktop
