#pragma once
#include "desktop/widgets/going.h"
#include "desktop/widgets/panel.h"
#include "project/document.h"
#include "project/stockroom.h"

class QLineEdit;
class QVBoxLayout;

namespace clampet::desktop {

/// The workshop beside its drawer: whose hands tighten things, what prints, which tools there are; and where the open
/// rig and this workshop are not the same.
class WorkshopPanel : public Panel {
    Q_OBJECT
 public:
    WorkshopPanel(project::Document& document, project::Stockroom& stockroom, QWidget* parent = nullptr);
    ~WorkshopPanel() override { hear_no_more(*this); }
    void refresh();
    /// What the open rig takes from the drawer, and what differs.
    QString rig_says() const { return rig_->text(); }
    QLineEdit* name() const { return name_; }
    QLineEdit* tools() const { return tools_; }
    QPushButton* add_hand() const { return add_hand_; }
    QPushButton* add_printer() const { return add_printer_; }
    struct HandRow {
        QLineEdit *name, *strength;
        QPushButton *tightens, *remove;
    };
    struct PrinterRow {
        QLineEdit *name, *material, *walls, *infill;
        QPushButton* remove;
    };
    const std::vector<HandRow>& hands() const { return hands_; }
    const std::vector<PrinterRow>& printers() const { return printers_; }

 signals:
    void done(const clampet::Status& status);

 private:
    void change(const std::function<void(inventory::Workshop&)>& how, const QString& label);
    void rebuild();
    void edit_hand(std::size_t index);
    void edit_printer(std::size_t index);
    void tighten_with(std::size_t index, bool on);
    void say_of_rig();

    project::Document& document_;
    project::Stockroom& stockroom_;
    QLineEdit *name_, *tools_;
    QVBoxLayout *hand_rows_, *printer_rows_;
    QPushButton *add_hand_, *add_printer_;
    QLabel* rig_;
    std::vector<HandRow> hands_;
    std::vector<PrinterRow> printers_;
    std::vector<QWidget*> rows_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
