#pragma once
#include "desktop/shell/stage.h"
#include "desktop/widgets/going.h"

class QLabel;
class QLineEdit;
class QPushButton;
class QComboBox;

namespace clampet::desktop {

class DrawerCard;
class FlowLayout;
class WorkshopPanel;

/// The drawer: what is owned, how many and at what price. It belongs to the workshop and serves all rigs.
class StockStage : public Stage {
    Q_OBJECT
 public:
    explicit StockStage(Session& session, QWidget* parent = nullptr);
    ~StockStage() override { hear_no_more(*this); }
    QString name() const override { return tr("S&tock"); }
    QString key() const override { return "stock"; }
    State state() const override;
    Undo undo_state() const override;
    void undo() override;
    void redo() override;
    void enter() override;
    bool needs_rig() const override { return false; }

    QLineEdit* add_field() const { return add_; }
    QLineEdit* search() const { return search_; }
    QLineEdit* price() const { return price_; }
    QLineEdit* pack() const { return pack_; }
    QLineEdit* note() const { return note_; }
    QLineEdit* item_name() const { return item_name_; }
    QComboBox* kind() const { return kind_; }
    QPushButton* remove_button() const { return remove_; }
    WorkshopPanel* workshop() const { return workshop_; }
    const std::vector<DrawerCard*>& cards() const { return cards_; }
    QString said() const;
    /// Adds what is typed: "12 M6 wing nut", "3/8-16 male to 1/4-20 female".
    void add_typed();
    /// Puts what a table says into the drawer; tells what is wrong with it, and then nothing is put.
    void take_csv(const QString& path);
    void give_csv(const QString& path);
    void choose(std::size_t index);

 protected:
    void furnish() override;

 private:
    void refresh();
    void narrow();
    void show_chosen();
    void edit_chosen();
    void tell(const Status& done);
    QWidget* make_sheet();
    QLineEdit *add_ = nullptr, *search_ = nullptr;
    QLabel *said_ = nullptr, *knows_ = nullptr, *empty_ = nullptr;
    QWidget* inside_ = nullptr;
    FlowLayout* flow_ = nullptr;
    std::vector<DrawerCard*> cards_;
    QWidget* sheet_ = nullptr;
    WorkshopPanel* workshop_ = nullptr;
    QLabel* known_ = nullptr;
    QLineEdit *item_name_ = nullptr, *count_ = nullptr, *price_ = nullptr, *pack_ = nullptr, *note_ = nullptr;
    QComboBox* kind_ = nullptr;
    QPushButton* remove_ = nullptr;
    std::optional<std::size_t> chosen_;
    project::Stockroom::Subscription subscription_;
};

}  // namespace clampet::desktop
