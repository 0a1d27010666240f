#pragma once
#include <functional>
#include <QWidget>

#include "project/document.h"
#include "project/shelf.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

class FlowLayout;
class OwnPartDialog;
class ShelfCard;

/// The shelf: parts by picture for one place of the rig. Only what can meet there is lit; what needs an adapter brings
/// it along. It stays open on what was put there until a payload is in place.
class ShelfView : public QWidget {
    Q_OBJECT
 public:
    explicit ShelfView(project::Document& document, QWidget* parent = nullptr);
    /// Lays out what can go there, and gives the keyboard to the search.
    /// Whose drawer lies on it.
    void use_workshop(std::function<const inventory::Workshop&()> workshop) { workshop_ = std::move(workshop); }
    void show_place(const project::ShelfPlace& place);
    const project::ShelfPlace& place() const { return place_; }
    ShelfCard* card(const QString& kind) const;
    QLineEdit* search() const { return search_; }
    QComboBox* ports() const { return ports_; }
    QPushButton* own_part() const { return own_; }
    /// Which file a part of one's own is read from; a dialog asks, unless told otherwise.
    std::function<QString()> ask_for_file;
    /// Takes such a part: the dialog that is open for it, or nothing.
    OwnPartDialog* own_dialog() const { return dialog_; }
    QString title() const;
    /// Kinds that are shown, lit ones first.
    QStringList shown_kinds() const;

 signals:
    void done();                       ///< closed, or a payload is in place
    void placed(const QString& part);  ///< the last of what was put there
    void problem(const QString& text);

 protected:
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent*) override;

 private:
    std::function<const inventory::Workshop&()> workshop_;
    void fill();
    void fill_ports();
    void narrow();
    void take(const project::ShelfItem& item);
    void take_own();
    QPushButton* own_ = nullptr;
    OwnPartDialog* dialog_ = nullptr;
    std::string on() const;

    project::Document& document_;
    project::ShelfPlace place_;
    QLabel *title_, *empty_;
    QComboBox* ports_;
    QLineEdit* search_;
    QPushButton* close_;
    QWidget* inside_;
    FlowLayout* flow_;
    std::vector<ShelfCard*> cards_;
};

}  // namespace clampet::desktop
