#pragma once
#include <functional>
#include <QWidget>

#include "desktop/widgets/going.h"
#include "families/stock_use.h"
#include "rig/rig.h"

class QComboBox;
class QLabel;

namespace clampet::desktop {

/// What a thing is called, chosen or typed: "oak", "48.3 x 4.0 scaffold", "snug, Ø40 knob". It fills the inputs that
/// the name knows.
class StockRow : public QWidget {
    Q_OBJECT
 public:
    /// `uses`: of one question, families::stock_questions.
    StockRow(const families::Family& family, std::vector<families::StockUse> uses, QWidget* parent = nullptr);
    ~StockRow() override { hear_no_more(*this); }
    using Inputs = std::map<std::string, rig::Input, std::less<>>;
    /// What of the names lies in a drawer comes first in the list, and is marked there.
    void show_owned(const std::function<double(const std::string& name)>& owned);
    /// Shows what was taken, if anything, among the inputs that are given; hides itself where nothing of it counts.
    void refresh(const Inputs& given, const families::Values& values);
    /// The interface stands alone: what is chosen is one of the surfaces that rub. On a rig its parts say which.
    void choose_surfaces_too() { chooses_surfaces_ = true; }
    /// The first of them: its key and its label are the row's.
    const families::StockUse& use() const { return uses_.front(); }
    QComboBox* names() const { return names_; }
    QString note() const;

 signals:
    void taken(const std::map<std::string, rig::Input>& inputs);

 private:
    void take(const QString& typed);
    void show_note(const QString& text, bool problem);
    const families::Family& family_;
    std::vector<families::StockUse> uses_;
    const families::StockUse* taken_by_ = nullptr;  ///< what was taken from, to give its numbers back
    QComboBox* names_;
    QLabel* note_;
    families::Values values_;  ///< in force, for who goes back to numbers
    Inputs given_;
    std::string taken_;
    bool chooses_surfaces_ = false;
};

}  // namespace clampet::desktop
