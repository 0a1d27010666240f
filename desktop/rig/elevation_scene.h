#pragma once
#include <optional>
#include <QPolygonF>
#include <vector>

#include "desktop/rig/solid_picture.h"
#include "project/document.h"

namespace clampet::desktop {

/// From where the rig is looked at: from its right, from ahead, from above, or as it is turned by hand.
enum class ViewSide { side, front, top, turned };
/// Of a named side.
Sight sight_of(ViewSide view);

/// The rig seen from somewhere, in metres with y up: what the elevation paints, hits and drags. No painter, no palette.
struct ElevationScene {
    struct Solid {
        std::string part;
        rig::Stuff material = rig::Stuff::metal;
        QPolygonF outline;
        double depth = 0;      ///< larger is nearer
        bool is_limb = false;  ///< of a seam: it lies between two parts
        friend bool operator==(const Solid&, const Solid&) = default;
    };
    std::vector<Solid> solids;  ///< far ones first
    QRectF extent;
    struct Lever {  ///< of the weight beyond the selected seam
        QPointF joint, centre_of_gravity;
        double arm = 0, weight = 0, moment = 0;
        friend bool operator==(const Lever&, const Lever&) = default;
    };
    std::optional<Lever> lever;
    struct Push {
        QPointF at, along;  ///< unit vector in the picture; zero when it points at the viewer
        QString words;      ///< "push 15 N"
        friend bool operator==(const Push&, const Push&) = default;
    };
    std::optional<Push> push;  ///< the worst of what comes from any side, for the selected seam
    struct Handle {            ///< of an axis that can be moved in this view
        std::string interface, axis;
        std::string part, key;      ///< of a port that is moved on its part: the size that says where; else empty
        QString name, plus, minus;  ///< "Forward", "forward", "back"
        bool slides = false;
        QPointF pivot, handle;  ///< of a turn: its axis and the ring; of a slide: where it touches and the ring
        QPointF along;          ///< of a slide: picture per metre
        double sense = 1;       ///< of a turn: 1 where positive is counter-clockwise in the picture
        /// Of a turn: the picture of the way from the axis to the ring, and of the way that it goes on; a ring's
        /// breadth long where nothing is foreshortened.
        QPointF out, on;
        double position = 0, least = 0, most = 0;
        bool is_beyond = false;  ///< it stands beyond a stop
        bool is_selected = false;
        friend bool operator==(const Handle&, const Handle&) = default;
    };
    std::vector<Handle> handles;  ///< the selected seam's first
    std::vector<QPointF> feet;    ///< the support polygon
    struct Ghost {                ///< the payload in another shot
        QString shot;
        std::vector<QPolygonF> outlines;
        friend bool operator==(const Ghost&, const Ghost&) = default;
    };
    std::vector<Ghost> ghosts;
    struct Frame {  ///< what the lens sees
        QPointF eye;
        QPolygonF corners;
        QString words;  ///< "0.72 × 0.48 m at 1 m"
        friend bool operator==(const Frame&, const Frame&) = default;
    };
    std::optional<Frame> frame;
    struct Touch {  ///< two parts that lie in each other
        std::string one, other;
        QString words;  ///< "Camera and Ball cup are 3.2 mm in each other"
        friend bool operator==(const Touch&, const Touch&) = default;
    };
    std::vector<Touch> touches;
    QString untold_touches;                            ///< why it could not be looked at what touches; else empty
    std::vector<std::pair<QPointF, QPointF>> tethers;  ///< second catches: from what they hold to what they are tied to
    friend bool operator==(const ElevationScene&, const ElevationScene&) = default;
};
/// What is shown beside the rig itself.
struct Shown {
    bool ghosts = false, frame = false;
};
/// `least_facing`: how much an axis must point to the viewer, or lie in the picture, to be dragged in it.
ElevationScene make_scene(const project::Document& document, const Sight& sight, const std::string& selected,
                          const Shown& shown = {}, double least_facing = 0.7);
inline ElevationScene make_scene(const project::Document& document, ViewSide view, const std::string& selected) {
    return make_scene(document, sight_of(view), selected);
}

}  // namespace clampet::desktop
