#pragma once
#include <QAbstractButton>
#include <QWidget>
#include <vector>

class QHBoxLayout;

namespace clampet::desktop {

/// One stage of the work, with its state in a line.
class StageTab : public QAbstractButton {
    Q_OBJECT
 public:
    StageTab(const QString& name, QWidget* parent = nullptr);
    void set_state(const QString& state, bool warns);
    QString state() const { return state_; }
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;  ///< its name is read in full; its state may be shortened

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    QString state_;
    bool warns_ = false;
};

/// The dark bar along the top: the rig's name, the stages, the menus.
class StageBar : public QWidget {
    Q_OBJECT
 public:
    explicit StageBar(QWidget* parent = nullptr);
    StageTab* add_stage(const QString& name);
    void add_menu(const QString& title, class QMenu* menu);
    void set_title(const QString& title, const QString& detail);

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    QWidget* place_;  ///< of the title; narrower where the stages need the room
    QHBoxLayout *tabs_, *menus_;
    QString title_, detail_;
};

}  // namespace clampet::desktop
