#pragma once
#include <map>
#include <QWidget>

#include "project/background.h"
#include "project/document.h"
#include "study/scenes.h"
#include "study/worst_pose.h"

class QComboBox;
class QLabel;
class QMenu;
class QPushButton;
class QHBoxLayout;
class QTimer;

namespace clampet::desktop {

class LikelihoodView;
class ShotCard;
class TravelPlot;

/// Shots as small pictures with their worst factor, the travel of one axis, and the search for the worst pose: below
/// the rig. Long work is done beside; what is shown meanwhile is marked old.
class ShotsPanel : public QWidget {
    Q_OBJECT
 public:
    explicit ShotsPanel(project::Document& document, QWidget* parent = nullptr);
    void select(const QString& interface);
    ShotCard* card(const QString& shot) const;
    QPushButton* keep_button() const { return keep_; }
    QPushButton* worst_button() const { return worst_; }
    QPushButton* travel_button() const { return travel_; }
    QPushButton* likelihood_button() const { return likelihood_; }
    LikelihoodView* likelihood() const { return likelihood_view_; }
    QComboBox* axes() const { return axes_; }
    TravelPlot* plot() const { return plot_; }
    QString said() const;
    /// Whether work is under way whose answer is still to be shown.
    bool is_busy() const;
    /// What can be done with a shot: name it, give it the present pose, remove it.
    QMenu* make_menu(const QString& shot);
    const study::ScenesCheck& scenes() const { return scenes_; }

 signals:
    void problem(const QString& text);
    void seam_wanted(const QString& interface);

 protected:
    void resizeEvent(QResizeEvent* event) override;

 private:
    void refresh();
    void rebuild_cards();
    void check_shots();
    void look_along();
    void draw_likelihood();
    void begin();  ///< what has waited for a pause
    void begin_check();
    void begin_travel();
    void begin_draws();
    void find_worst();
    void show_worst(const study::WorstPose& found);
    void fill_axes();
    void say(const QString& words);
    void perform(const project::Edit& edit, project::Gesture gesture = project::single);
    project::Background::Post post();

    project::Document& document_;
    QHBoxLayout* cards_row_;
    QLabel *said_, *hint_;
    QPushButton *keep_, *worst_, *travel_, *likelihood_;
    QComboBox* axes_;
    QWidget* travel_place_;
    TravelPlot* plot_;
    LikelihoodView* likelihood_view_;
    QTimer* later_;
    bool pending_check_ = false, pending_travel_ = false, pending_draws_ = false;
    std::map<QString, ShotCard*> cards_;
    std::vector<rig::Shot> shown_shots_;
    study::ScenesCheck scenes_;
    std::string selected_;
    QString said_in_full_;
    std::uint64_t checked_ = 0;  ///< revision whose shots were looked at
    std::string travelled_seam_, travelled_key_;
    std::string travelled_axis_;  ///< what the travel was last looked at of…
    rig::Rig travelled_;          ///< …and the rig, with that axis at 0
    bool searching_ = false;
    std::uint64_t drawn_ = 0;  ///< revision whose likelihood was drawn
    std::unique_ptr<project::Background> checking_, travelling_, searching_job_, drawing_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
