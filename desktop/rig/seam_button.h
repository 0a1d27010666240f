#pragma once
#include <QAbstractButton>

#include "desktop/widgets/hold_bar_layout.h"
#include "study/check.h"

namespace clampet::desktop {

/// Where things go in a seam's row.
struct SeamRowLayout {
    QRectF symbol, name, verdict, mark, factor, sentence;
    HoldBarLayout bar;
};
/// `em` is the height of a line of text.
SeamRowLayout layout_seam_row(QSizeF size, double em, const HoldBarFactors& factors);

/// One seam of the column: symbol, name, verdict, factor, hold bar, and how it would let go.
class SeamButton : public QAbstractButton {
    Q_OBJECT
 public:
    explicit SeamButton(QString interface, QWidget* parent = nullptr);
    void show_result(const study::InterfaceResult& result, const QString& family, double required);
    /// What it would be after a change that is only looked at, where it is worst; nothing: as it is.
    void preview(std::optional<double> factor, study::Verdict verdict = study::Verdict::holds);
    /// "would be 2.1×, Holds"; empty where nothing is looked at.
    QString previewed() const;
    const QString& interface() const { return interface_; }
    study::Verdict verdict() const { return verdict_; }
    const HoldBarFactors& factors() const { return factors_; }
    SeamRowLayout row() const;
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;
    bool event(QEvent* event) override;

 private:
    QString interface_, name_, sentence_, family_;
    study::Verdict verdict_ = study::Verdict::holds;
    bool pending_ = false;  ///< being checked on a worker
    HoldBarFactors factors_;
    std::optional<double> would_be_;
    study::Verdict would_ = study::Verdict::holds;
};

}  // namespace clampet::desktop
