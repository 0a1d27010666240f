#pragma once
#include <optional>
#include <QString>
#include <QWidget>
#include <vector>

namespace clampet::desktop {

/// Curves over one axis, with what they are of: a force over time, a swing and its fit, chances over a clearance.
class CurveView : public QWidget {
    Q_OBJECT
 public:
    explicit CurveView(QWidget* parent = nullptr);
    struct Curve {
        QString name;
        std::vector<double> x, y;
        enum class Look { line, dashed, dots } look = Look::line;
        bool is_accent = true;
    };
    struct Mark {
        double x = 0, y = 0;
        QString words;
    };
    struct Shown {
        QString across, up;  ///< "s", "N"
        std::vector<Curve> curves;
        std::optional<Mark> mark = {};
        QString nothing;         ///< what is said where there is nothing to draw
        bool from_zero = false;  ///< the upward axis begins at 0 at most
    };
    void show_curves(Shown shown);
    const Shown& shown() const { return shown_; }
    QSize sizeHint() const override { return {420, 190}; }

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    Shown shown_;
};

}  // namespace clampet::desktop
