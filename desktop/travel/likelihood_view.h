#pragma once
#include <QWidget>

#include "desktop/theme/theme.h"
#include "study/scatter.h"

namespace clampet::desktop {

/// How often each seam would let go: its draws as a strip of dots on a logarithmic scale, the worst first, and the
/// chance.
class LikelihoodView : public QWidget {
    Q_OBJECT
 public:
    explicit LikelihoodView(QWidget* parent = nullptr);
    void show_scatter(study::Scatter scatter);
    void mark_old();
    bool is_old() const { return old_; }
    const study::Scatter& shown_scatter() const { return scatter_; }
    /// The order of the rows, as indices of its seams.
    std::vector<std::size_t> order() const;
    /// "1 in 40", "less than 1 in 1000".
    static QString chance_words(double chance);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {200, sizeHint().height()}; }

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    study::Scatter scatter_;
    bool old_ = false;
};

}  // namespace clampet::desktop
