#pragma once
#include <functional>
#include <optional>
#include <QWidget>

#include "families/family.h"
#include "project/document.h"

class QComboBox;
class QLabel;
class QLineEdit;

namespace clampet::desktop {

class QuantityField;

/// One input of a family: a quantity, a choice, a thread, a text, or a friction with its pair of materials.
class InputRow : public QWidget {
    Q_OBJECT
 public:
    InputRow(const families::Parameter& parameter, QWidget* parent = nullptr);
    const families::Parameter& parameter() const { return parameter_; }
    /// From the document: what is given (if anything) and the typical value in force; the family looks up what is known
    /// by its name.
    void show_input(const std::optional<rig::Input>& given, const families::Value& typical,
                    const families::Family* family = nullptr);
    /// Nothing is given, and nothing stands in for it.
    void show_nothing();
    /// Who says it, where nobody typed it: "from Stair handrail". Empty for nobody.
    void show_origin(const QString& words);
    /// It is typed, and somebody says it too: words to press to take that.
    void offer(const QString& words);
    QString origin() const;
    void take_offer() { emit given_up(); }  ///< what pressing those words does
    void show_problem(const Problem& problem);
    QuantityField* field() const { return field_; }
    QComboBox* choices() const { return choices_; }
    QLineEdit* text_editor() const;
    QString note() const;
    QString problem_text() const;
    /// F1: what it is, beneath it; again to put it away.
    void toggle_help();
    QString help_text() const;

 signals:
    void committed(const rig::Input& input, quint64 gesture);
    void given_up();  ///< what was typed: ports or rig are to say it

 private:
    void build_quantity();
    void offer_pairs(const std::string& here);
    void build_choice();
    void build_text();
    void chosen(int index);
    void typed_text(const QString& text);
    void show_note(const QString& text, bool problem);
    QString words_of_band(double low, double high) const;
    /// What a name says: its band where it has one, the name, where it is from.
    QString words_of_stock(const std::string& name, const families::Family* family) const;

    const families::Parameter& parameter_;
    std::string pairs_for_;  ///< the surfaces whose pairs stand first
    QuantityField* field_ = nullptr;
    QComboBox* choices_ = nullptr;  ///< of a choice, a friction's pair, or a thread or material by name
    QLabel *label_, *note_, *origin_, *help_;
    std::optional<rig::Input> given_;
};

}  // namespace clampet::desktop
