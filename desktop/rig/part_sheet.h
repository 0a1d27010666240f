#pragma once
#include <deque>
#include <map>
#include <QWidget>

#include "project/document.h"

class QLabel;
class QVBoxLayout;

namespace clampet::desktop {

class CatchPanel;
class InputRow;

/// The selected part: what it weighs and where it balances, the sizes of its kind, and where others are joined to it.
class PartSheet : public QWidget {
    Q_OBJECT
 public:
    explicit PartSheet(project::Document& document, QWidget* parent = nullptr);
    void select(const std::string& part);
    const std::string& selected() const { return part_; }
    /// A row by its key: "mass", "ahead", "left", "up", "wind_area", a size of its kind, or PORT/SIZE of its own ports.
    InputRow* row(const std::string& key) const;
    CatchPanel* second_catch() const { return catch_; }
    QString ports_text() const;
    QString title_text() const;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    void rebuild();
    void refresh();
    void refresh_weight(const rig::Part& part);
    void refresh_ports(const rig::Part& part);
    void add_port_rows(const rig::Port& port);
    InputRow* add_row(const std::string& key, const families::Parameter& parameter, QVBoxLayout* to);
    void edit(const std::string& key, const rig::Input& input, project::Gesture gesture);
    void give_up(const std::string& key);
    /// Whether its kind says what it weighs as one of its sizes.
    static bool weighs_by_size(const rig::Part& part);
    void perform(const std::string& key, const project::Edit& edit, project::Gesture gesture);

    project::Document& document_;
    std::string part_, shape_;  ///< of the rows that stand: the kinds of the part and of its ports
    QWidget* inside_ = nullptr;
    CatchPanel* catch_ = nullptr;
    QLabel *title_ = nullptr, *subtitle_ = nullptr, *ports_ = nullptr;
    std::map<std::string, InputRow*, std::less<>> rows_;
    std::deque<families::Parameter> own_;  ///< rows of its own ports
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
