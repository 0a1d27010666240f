#pragma once
#include <optional>

#include "desktop/shell/stage.h"
#include "drawing/paper.h"
#include "make/export.h"
#include "project/background.h"

class QComboBox;
class QLabel;
class QPushButton;
class QStackedWidget;

namespace clampet::desktop {

class DrawingView;
class FlowLayout;
class ListView;
class PieceCard;
class PrintedPage;
class QuantityField;
class SheetView;
class ShoppingPage;
class SolidsPage;
class WorkPage;

/// What the workshop needs of the rig: pieces with their templates, the cut list, the drills. It follows the rig.
class MakeStage : public Stage {
    Q_OBJECT
 public:
    explicit MakeStage(Session& session, QWidget* parent = nullptr);
    QString name() const override { return tr("&Make"); }
    QString key() const override { return "make"; }
    State state() const override;
    void enter() override;

    const std::vector<PieceCard*>& cards() const { return cards_; }
    SheetView* sheet() const { return sheet_; }
    QString sheet_title() const;
    ListView* cut_list() const { return cuts_; }
    DrawingView* boards() const { return boards_; }
    ListView* drills() const { return drills_; }
    QPushButton* view_button(std::size_t which) const { return views_[which]; }
    QuantityField* sawing(std::size_t which) const { return sawing_[which]; }
    QComboBox* paper() const { return paper_; }
    QPushButton* export_button() const { return export_; }
    WorkPage* work() const { return work_; }
    ShoppingPage* shopping() const { return shopping_; }
    SolidsPage* solids() const { return solids_; }
    PrintedPage* printed() const { return printed_; }
    /// Takes what was sawn up out of the drawer, and puts the left-overs in.
    QPushButton* put_back_button() const { return put_back_; }
    QString said() const;
    /// Every sheet and list into a folder: a PDF of all templates, each of them as SVG and DXF, the lists as CSV, the
    /// checklist, the calendar, the report.
    /// Made beside the window; written when all of it is there.
    void export_into(const QString& folder);
    bool is_exporting() const { return is_exporting_; }
    /// Asks for the folder; a test answers instead.
    std::function<QString()> ask_where;

 private:
    void refresh();
    void choose(std::size_t index);
    void show_lists();
    void put_left_overs_back();
    void add_piece_cards();
    void add_print_cards();
    PieceCard* add_card(PieceCard* card);
    make::Wish wish(make::What what, make::Format format) const;
    void write_all(const QString& folder, const Result<std::vector<make::ToWrite>>& files);
    QWidget* make_sheet_page();
    QWidget* make_cuts_page();
    void show_view(int which);
    std::string detail() const;

    make::Made made_;
    std::optional<Problem> problem_;
    make::Sawing sawn_;
    std::vector<drawing::Sheet> sheets_;
    std::size_t made_parts_ = 0;  ///< parts that are made, however
    QLabel *says_ = nullptr, *otherwise_ = nullptr, *title_ = nullptr;
    QWidget* inside_ = nullptr;
    FlowLayout* flow_ = nullptr;
    std::vector<PieceCard*> cards_;  ///< first of the pieces, in the order of their sheets
    std::vector<QPushButton*> views_;
    QStackedWidget* pages_ = nullptr;
    SheetView* sheet_ = nullptr;
    DrawingView* boards_ = nullptr;  ///< and what is sawn from them
    ListView *cuts_ = nullptr, *drills_ = nullptr;
    WorkPage* work_ = nullptr;
    ShoppingPage* shopping_ = nullptr;
    SolidsPage* solids_ = nullptr;
    PrintedPage* printed_ = nullptr;
    QPushButton* put_back_ = nullptr;
    std::vector<QuantityField*> sawing_;
    QComboBox* paper_ = nullptr;
    QPushButton* export_ = nullptr;
    std::size_t chosen_ = 0;
    project::Background background_;
    bool is_exporting_ = false;
    project::Document::Subscription subscription_;
    project::Stockroom::Subscription drawer_;
    bool is_old_ = true;  ///< the rig has changed since it was shown

 protected:
    void furnish() override;
    void showEvent(QShowEvent* event) override;
};

}  // namespace clampet::desktop
