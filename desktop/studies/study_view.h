#pragma once
#include <QWidget>

#include "project/background.h"
#include "project/document.h"

class QLabel;
class QTimer;
class QVBoxLayout;

namespace clampet::desktop {

/// A question about the whole rig, answered beside it in the place of its picture. It is asked when it is looked at and
/// after every change while it is; what is shown meanwhile is marked old.
class StudyView : public QWidget {
    Q_OBJECT
 public:
    StudyView(project::Document& document, const QString& question, QWidget* parent = nullptr);
    ~StudyView() override;
    /// Whether an answer is still to come.
    bool is_busy() const;
    QString said() const;
    /// Asks again where the rig has changed since.
    void refresh();

 signals:
    void problem(const QString& text);
    void seam_wanted(const QString& interface);
    /// These parts, where the rig stands now, are to be looked at.
    void parts_wanted(const QStringList& parts);

 protected:
    /// What is done beside; what that returns shows the answer, on this thread.
    virtual project::Background::Work work(rig::Rig rig) = 0;
    void showEvent(QShowEvent* event) override;
    project::Document& document() const { return document_; }
    void perform(const project::Edit& edit, project::Gesture gesture = project::single);
    void say(const QString& words);
    /// Where the answer is put: below the question, scrolled.
    QVBoxLayout* answers() const { return answers_; }
    /// What stands below the answers, scrolls with them and stays there.
    void set_below(QWidget* widget);
    /// Takes away all that was put there.
    void clear_answers();

 private:
    void begin();
    project::Document& document_;
    QLabel *state_, *said_;
    QWidget* inside_;
    QVBoxLayout* answers_;
    QTimer* later_;
    std::uint64_t answered_ = 0, asked_ = 0;  ///< revisions of the rig
    bool old_ = false;
    std::unique_ptr<project::Background> background_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
