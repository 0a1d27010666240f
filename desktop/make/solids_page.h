#pragma once
#include <optional>
#include <QWidget>

#include "desktop/shell/session.h"
#include "project/background.h"
#include "solids/export.h"
#include "solids/printing.h"

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace clampet::desktop {

class OwnPartPicture;
class QuantityField;

/// What is made as solids: built beside the window, turned by dragging, with how it is best printed, and written as
/// STEP, STL or 3MF.
class SolidsPage : public QWidget {
    Q_OBJECT
 public:
    explicit SolidsPage(Session& session, QWidget* parent = nullptr);
    /// The rig has changed, or the page comes up.
    void build();
    void cancel();
    bool is_building() const { return is_building_; }
    const std::optional<solids::Models>& models() const { return models_; }
    /// Shows a part's first piece.
    void choose(const std::string& part);

    QComboBox* pieces() const { return pieces_; }
    QComboBox* format() const { return format_; }
    QuantityField* chord() const { return chord_; }
    QuantityField* holes() const { return holes_; }
    QComboBox* printer() const { return printer_; }
    QPushButton* write_button() const { return write_; }
    QPushButton* cancel_button() const { return cancel_; }
    QString said() const;
    QString advice() const;
    /// Asks for the folder; a test answers instead.
    std::function<QString()> ask_where;
    void write_into(const QString& folder);

 private:
    void took(const Result<solids::Models>& models);
    void show_piece();
    void list_printers();
    /// Holes as the chosen printer's ladder of test holes has them.
    void follow_ladder();
    solids::PrintSettings settings() const;

    Session& session_;
    std::shared_ptr<solids::ModelShop> shop_;  ///< one worker at a time has it
    project::Background background_;
    project::Stockroom::Subscription drawer_;
    std::optional<solids::Models> models_;
    std::vector<std::pair<std::size_t, std::size_t>> listed_;  ///< part and piece of each line
    std::string wanted_;                                       ///< a part to show when it is built
    solids::SolidWish wish_;
    solids::Allowance allowance_;
    bool is_building_ = false;
    QLabel *says_, *advice_;
    QProgressBar* progress_;
    QPushButton *cancel_, *write_;
    QComboBox *pieces_, *format_;
    QuantityField *chord_, *holes_;
    QComboBox* printer_;
    OwnPartPicture* picture_;
};

}  // namespace clampet::desktop
