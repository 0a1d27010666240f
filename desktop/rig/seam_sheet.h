#pragma once
#include <map>
#include <QWidget>
#include <set>
#include <vector>

#include "project/document.h"
#include "rig/in_force.h"

class QTimer;
class QComboBox;
class QLabel;
class QPushButton;
class QVBoxLayout;
class QGridLayout;
class QButtonGroup;

namespace clampet::desktop {

class FlowLayout;

class DrawingView;
class InputRow;
class StockRow;

/// The selected interface: its section to scale, its inputs, how it could let go, and the working.
class SeamSheet : public QWidget {
    Q_OBJECT
 public:
    SeamSheet(project::Document& document, QWidget* parent = nullptr);
    /// What lies in its drawer comes first where a thing is chosen by its name.
    void use_workshop(std::function<const inventory::Workshop&()> workshop) { workshop_ = std::move(workshop); }
    void select(const QString& interface);
    /// Shows one of the interface's elements: "screw", "face".
    void select_element(const QString& element);
    /// The row of an input; it is made if it was not on the sheet yet.
    InputRow* input(const std::string& key);
    DrawingView* section() const { return section_; }
    QComboBox* ways() const { return ways_; }  ///< hidden where there is but one
    QPushButton* working_button() const { return working_button_; }
    QPushButton* bench_button() const { return bench_; }
    QPushButton* more_button() const { return more_; }
    QString verdict_text() const;
    QString carries_text() const;
    /// What hands have to do while it is loose and tightened again; empty where it is not loosened.
    QString loose_text() const;
    QString working_text() const;
    /// Rows of "How it could let go" as they are shown: mode, factor.
    std::vector<std::pair<QString, QString>> mode_rows() const { return mode_rows_; }
    QStringList advice_texts() const;
    /// The row of what is chosen by its name, "material" or "tube"; with more inputs, made when it is first wanted.
    StockRow* stock(const std::string& key);

 signals:
    void bench_wanted(const QString& interface, const QString& element);

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    void rebuild();
    void refresh();
    void fill_ways(const rig::Interface& interface);
    InputRow* row_for(const families::Parameter& parameter);
    void refresh_loose();
    void refresh_inputs(const rig::Element& element, const families::Values& typical,
                        const std::vector<rig::Filled>& filled);
    void refresh_stock(const rig::Element& element, const families::Values& typical);
    void refresh_modes(const study::InterfaceResult& result);
    void refresh_working(const families::Joint& joint, const mechanics::Load& load);
    void edit(const std::string& key, const rig::Input& input, project::Gesture gesture);
    const rig::Element* element() const;

    project::Document& document_;
    std::function<const inventory::Workshop&()> workshop_;
    std::string interface_, element_;
    std::string loose_of_;  ///< the interface that what hands hold is said of
    QLabel *title_, *verdict_, *subtitle_, *sentence_, *carries_, *loose_, *advisories_, *working_;
    QTimer* later_;
    DrawingView* section_;
    QComboBox* ways_;
    FlowLayout* elements_;
    QVBoxLayout *inputs_, *stock_, *more_inputs_;
    std::vector<StockRow*> stock_rows_;
    QWidget* more_panel_;
    QPushButton *more_, *working_button_, *bench_;
    QGridLayout* modes_;
    std::vector<std::pair<QLabel*, QLabel*>> mode_labels_;
    std::pair<QLabel*, QLabel*> mode_labels(std::size_t row);
    std::map<std::string, InputRow*, std::less<>> rows_;  ///< those that were needed so far: a row takes a millisecond
    std::uint64_t shown_revision_ = 0;                    ///< of the document; 0: nothing is shown
    std::vector<std::pair<QString, QString>> mode_rows_;
    project::Document::Subscription subscription_;
    std::set<std::string> filled_;  ///< inputs of the element that ports or rig say
};

}  // namespace clampet::desktop
