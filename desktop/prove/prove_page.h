#pragma once
#include "desktop/shell/session.h"

class QComboBox;
class QLabel;
class QVBoxLayout;

namespace clampet::desktop {

/// One of the pages of the stage Prove: what is seen of the rig in one way, and what follows from it.
class ProvePage : public QWidget {
    Q_OBJECT
 public:
    explicit ProvePage(Session& session, QWidget* parent = nullptr);
    /// The rig or the drawer has changed, or the page comes up.
    virtual void refresh() = 0;
    QString said() const;

 protected:
    Session& session() const { return session_; }
    const rig::Rig& rig() const { return session_.document.rig(); }
    /// Performs it and says what did not go. Returns whether it went.
    bool perform(const project::Edit& edit);
    /// Below the form, in the colour of what slips where it is a problem.
    void say(const QString& text);
    void say(const Problem& problem);
    QLabel* answer() const { return answer_; }
    /// The verdict and the factor of an interface as they stand: "holds 1.92×".
    QString verdict_of(const std::string& seam) const;
    /// Names of interfaces by their ids, the same one chosen as before.
    static void fill(QComboBox* box, const std::vector<std::pair<QString, QString>>& names_and_keys);
    /// Below the form: what is drawn, the answer, and what is kept already, under its title.
    void end_with(QVBoxLayout* column, QWidget* form, QWidget* drawn, const QString& title, QWidget* list);
    /// Today, as it is kept.
    static std::string today();

 private:
    Session& session_;
    QLabel* answer_;
};

}  // namespace clampet::desktop
