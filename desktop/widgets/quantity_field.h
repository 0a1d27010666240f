#pragma once
#include <QWidget>

#include "desktop/widgets/going.h"
#include "project/document.h"
#include "quantity/format.h"
#include "quantity/parse_range.h"
#include "quantity/result.h"

class QLabel;
class QLineEdit;

namespace clampet::desktop {

/// Takes any unit and simple arithmetic, shows what was typed and the other system beside it. A bad entry keeps its
/// text and says what is wrong; the last good value stays in force.
class QuantityField : public QWidget {
    Q_OBJECT
 public:
    QuantityField(quantity::Dimension dimension, QWidget* parent = nullptr);
    ~QuantityField() override { hear_no_more(*this); }
    /// From the document: never emits.
    void show_value(double si);
    /// The same for a value that was computed: rounded, as nobody typed its digits.
    void show_computed(double si);
    /// Nothing is known of it; what is being typed stays.
    void show_nothing();
    void show_problem(const Problem& problem);
    /// Where a size may be known between two values.
    void take_ranges() { takes_ranges_ = true; }
    /// Where it may be left open: a field that is left empty says so.
    void take_nothing() { takes_nothing_ = true; }
    /// Where a scale is read: a mass is what hangs.
    void take_masses() { takes_masses_ = true; }
    void set_name(const QString& name, const QString& help);
    QLineEdit* editor() const { return edit_; }
    QString problem_text() const;
    QString other_text() const;

 signals:
    /// A person typed a good value; one visit to the field is one gesture.
    void committed(double si, quint64 gesture);
    /// A person left a field empty that may be left open.
    void cleared(quint64 gesture);
    /// A person typed a good range, in a field that takes them.
    void committed_range(const quantity::Range& range, quint64 gesture);

 protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

 private:
    void typed(const QString& text);
    Result<quantity::Range> read(const QString& text) const;
    void left_open();
    void show_text(double si, const std::string& text);
    void show_other(double si);
    void clear_problem();

    quantity::Dimension dimension_;
    QLineEdit* edit_;
    QLabel *other_, *problem_;
    double value_ = 0;
    bool bad_ = false, takes_ranges_ = false, takes_nothing_ = false, takes_masses_ = false;
    quint64 gesture_ = 0;
};

/// A fresh gesture number.
project::Gesture next_gesture();

}  // namespace clampet::desktop
