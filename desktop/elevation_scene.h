#pragma once
#include <optional>
#include <QPolygonF>
#include <vector>

#include "project/document.h"

namespace clampet::desktop {

enum class ViewSide { side, front };

/// The rig seen from one side, in metres with y up: what the elevation paints, hits and drags. No painter, no palette.
struct ElevationScene {
    struct Solid {
        std::string part, material;
        QPolygonF outline;
        double depth = 0;  ///< larger is nearer
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
        double force = 0;
        friend bool operator==(const Push&, const Push&) = default;
    };
    std::optional<Push> push;  ///< the worst push on the selected seam
    struct Ball {
        std::string interface;
        QPointF centre, axis, handle;  ///< axis: unit vector of the clamp axis in the picture
        double angle = 0, tilt = 0, limit = 0;
        bool can_drag = false;
        friend bool operator==(const Ball&, const Ball&) = default;
    };
    std::optional<Ball> ball;
    std::vector<QPointF> feet;  ///< ends of the support polygon, seen from the side
    friend bool operator==(const ElevationScene&, const ElevationScene&) = default;
};
ElevationScene make_scene(const project::Document& document, ViewSide view, const std::string& selected);

/// World to picture: side shows x to the right, front shows y to the right.
QPointF seen(const rig::Vector& point, ViewSide view);

}  // namespace clampet::desktop
