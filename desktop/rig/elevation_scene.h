#pragma once
#include <optional>
#include <QPolygonF>
#include <vector>

#include "project/document.h"

namespace clampet::desktop {

/// From where the rig is looked at: from its right, from ahead, from above.
enum class ViewSide { side, front, top };

/// The rig seen from one side, in metres with y up: what the elevation paints, hits and drags. No painter, no palette.
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
        QString name, plus, minus;  ///< "Forward", "forward", "back"
        bool slides = false;
        QPointF pivot, handle;  ///< of a turn: its axis and the ring; of a slide: where it touches and the ring
        QPointF along;          ///< of a slide: picture per metre
        double sense = 1;       ///< of a turn: 1 where positive is counter-clockwise in the picture
        double position = 0, least = 0, most = 0;
        bool is_beyond = false;  ///< it stands beyond a stop
        bool is_selected = false;
        friend bool operator==(const Handle&, const Handle&) = default;
    };
    std::vector<Handle> handles;  ///< the selected seam's first
    std::vector<QPointF> feet;    ///< the support polygon
    friend bool operator==(const ElevationScene&, const ElevationScene&) = default;
};
ElevationScene make_scene(const project::Document& document, ViewSide view, const std::string& selected);

/// World to picture: side shows x to the right, front shows y to the right.
QPointF seen(const rig::Vector& point, ViewSide view);

}  // namespace clampet::desktop
