#pragma once
#include <map>
#include <optional>

#include "desktop/bench/bench_model.h"
#include "desktop/widgets/panel.h"

class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

class BenchLoadPanel;
class InputRow;
class StockRow;

/// What goes into the bench's interface, and the value that an input must have.
class BenchInputsPanel : public Panel {
    Q_OBJECT
 public:
    explicit BenchInputsPanel(BenchModel& model, QWidget* parent = nullptr);
    void refresh();
    BenchLoadPanel* load() const { return load_; }
    InputRow* input(const std::string& key) const;
    QPushButton* solve_button(const std::string& key) const;
    QPushButton* use_answer() const { return use_; }
    /// The row of what is chosen by its name: "material", "tube", "tight".
    StockRow* stock(const std::string& key) const;
    QString answer_text() const;

 signals:
    void problem(const QString& sentence);

 private:
    QWidget* build(QWidget* inside);
    void rebuild_rows();
    void add_row(const families::Parameter& parameter);
    void rebuild_stock();
    void refresh_rows();
    void ask(const std::string& key);
    void show_answer(const families::Parameter& parameter, const study::Solution& solution);

    BenchModel& model_;
    std::string family_;  ///< whose rows are shown
    BenchLoadPanel* load_ = nullptr;
    QLabel *purpose_ = nullptr, *notes_ = nullptr, *answer_ = nullptr;
    QVBoxLayout *stock_ = nullptr, *inputs_ = nullptr;
    QPushButton* use_ = nullptr;
    std::vector<StockRow*> stock_rows_;
    std::map<std::string, std::pair<InputRow*, QPushButton*>> rows_;
    std::optional<std::pair<std::string, rig::Input>> answer_value_;
};

}  // namespace clampet::desktop
