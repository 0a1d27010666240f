#pragma once
#include <optional>
#include <QDialog>

#include "project/document.h"
#include "project/shelf.h"
#include "solids/own_part.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QRadioButton;

namespace clampet::desktop {

class OwnPartPicture;
class QuantityField;

/// A part of one's own from an STL or STEP file: what it is made of, what it weighs, and where it is held and carries.
class OwnPartDialog : public QDialog {
    Q_OBJECT
 public:
    /// `printer`: how a print of it is made, to begin with.
    OwnPartDialog(project::Document& document, project::ShelfPlace place, const inventory::Printer* printer = nullptr,
                  QWidget* parent = nullptr);
    /// Reads it beside the window; what it says comes when it is read.
    void read(const QString& path);
    bool is_reading() const { return reading_; }
    OwnPartPicture* picture() const { return picture_; }
    QLineEdit* part_name() const { return name_; }
    QComboBox* unit() const { return unit_; }
    QComboBox* material() const { return material_; }
    QComboBox* made() const { return made_; }
    QuantityField* walls() const { return walls_; }
    QuantityField* infill() const { return infill_; }
    QComboBox* port_kind(int index) const { return ports_[index].kind; }
    QPushButton* put() const { return put_; }
    QString says() const;
    QString weight() const;
    /// The part that was put there; empty where none was.
    std::string placed() const { return placed_; }

 private:
    struct PortRow {
        QRadioButton* chosen = nullptr;
        QComboBox* kind = nullptr;
        rig::Vector at = rig::Vector::Zero(), outward = rig::Vector::UnitZ();
    };
    void took(const Result<solids::Imported>& solid);
    void refresh();
    void place_ports();
    rig::Port port_of(int index) const;
    void put_there();

    project::Document& document_;
    project::ShelfPlace place_;
    quint64 asked_ = 0;  ///< which reading its answer is waited for
    std::string path_, placed_;
    std::optional<solids::Imported> solid_;
    solids::Making making_;
    bool reading_ = false;
    OwnPartPicture* picture_;
    QLineEdit* name_;
    QComboBox *unit_, *material_, *made_;
    QuantityField *walls_, *infill_;
    QLabel *weight_, *says_;
    PortRow ports_[2];
    QPushButton* put_;
};

}  // namespace clampet::desktop
