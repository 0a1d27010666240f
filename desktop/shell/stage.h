#pragma once
#include <any>
#include <QWidget>
#include <utility>

#include "desktop/shell/session.h"

namespace clampet::desktop {

/// One stage of the work: a page, and its tab along the top. Its place is its line in stages.cpp; the window knows no
/// more of it than what stands here.
class Stage : public QWidget {
    Q_OBJECT
 public:
    explicit Stage(Session& session, QWidget* parent = nullptr) : QWidget(parent), session_(session) {}
    virtual QString name() const = 0;  ///< with its mnemonic: "&Rig"
    virtual QString key() const = 0;   ///< of its action: "rig"
    struct State {
        QString words;
        bool warns = false, enabled = true;
    };
    virtual State state() const = 0;  ///< its line in the tab
    /// What undo takes back while it is shown: the document's last edit, unless it says otherwise.
    struct Undo {
        bool can_undo = false, can_redo = false;
        QString undo, redo;  ///< texts of the menu
    };
    virtual Undo undo_state() const;
    virtual void undo();
    virtual void redo();
    virtual void enter() {}          ///< it was chosen by its tab or its key, and is shown now
    virtual void take_keyboard() {}  ///< a rig was opened: the keyboard goes where work starts
    /// What it shows is made once, when that is first wanted: a start is not to wait for pages that nobody looks at.
    void make() {
        if (!std::exchange(is_made_, true)) furnish();
    }
    /// Whether it is shown without a rig: what it does then needs none.
    virtual bool needs_rig() const { return true; }
    /// What it shows, to be shown again when its widgets are made anew.
    virtual std::any memory() const { return {}; }
    virtual void recall(const std::any&) {}

 signals:
    void wanted();         ///< it is to be shown
    void undo_changed();   ///< undo_state() is another
    void state_changed();  ///< state() is another, beside an edit

 protected:
    Session& session() const { return session_; }
    bool is_made() const { return is_made_; }
    virtual void furnish() {}  ///< makes its widgets, where its constructor does not
    void showEvent(QShowEvent* event) override {
        make();
        QWidget::showEvent(event);
    }

 private:
    Session& session_;
    bool is_made_ = false;
};

/// All stages, in the order of the work.
std::vector<Stage*> make_stages(Session& session, QWidget* parent);

}  // namespace clampet::desktop
