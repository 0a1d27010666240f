#pragma once
#include <map>
#include <QWidget>

#include "project/document.h"

class QComboBox;
class QLabel;

namespace clampet::desktop {

class InputRow;
class StockRow;

/// The second catch of a part: what it is tied to and with what, how far it would fall and with what it is caught.
class CatchPanel : public QWidget {
    Q_OBJECT
 public:
    CatchPanel(project::Document& document, std::string part, QWidget* parent = nullptr);
    void refresh();
    QComboBox* anchors() const { return anchors_; }
    StockRow* cord() const { return cord_; }
    InputRow* row(const std::string& key) const;
    QString says() const;  ///< what would happen, as it is shown

 private:
    const rig::Tether* tether() const;
    void tie_to(const std::string& anchor);
    void perform(rig::Tether tether, project::Gesture gesture = project::single);

    project::Document& document_;
    std::string part_;
    QComboBox* anchors_;
    QLabel* says_;
    QWidget* numbers_;
    StockRow* cord_ = nullptr;
    std::map<std::string, InputRow*> rows_;
};

}  // namespace clampet::desktop
