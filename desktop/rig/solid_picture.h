#pragma once
#include <QPolygonF>
#include <span>
#include <vector>

#include "rig/rig.h"

class QPainter;

namespace clampet::desktop {

/// From where solids are looked at, without perspective: the picture's two ways and the way to the viewer, unit vectors
/// of the world at right angles.
struct Sight {
    rig::Vector right = rig::Vector::UnitX(), up = rig::Vector::UnitZ(), towards = -rig::Vector::UnitY();
    /// Turned about the world's z and then lifted [rad]: 0, 0 is from the right side.
    static Sight turned(double about, double lifted);
    QPointF seen(const rig::Vector& point) const { return {point.dot(right), point.dot(up)}; }
};

/// One face of a solid as it is seen, in metres with y up.
struct SeenFace {
    QPolygonF outline;
    double shade = 1;  ///< 1 where light falls on it, less where it is turned away
    double depth = 0;  ///< of its middle; larger is nearer
    rig::Stuff material = rig::Stuff::metal;
};
/// The faces of a solid that look to the viewer.
std::vector<SeenFace> faces_of(const rig::Shape& shape, const Eigen::Isometry3d& world, const Sight& sight);

/// A solid where it stands.
struct PlacedShape {
    rig::Shape shape;
    Eigen::Isometry3d world = Eigen::Isometry3d::Identity();
};
/// Paints solids so that all of them fill a rectangle of the painter, what is nearer before what is farther.
void paint_solids(QPainter& painter, const QRectF& place, std::span<const PlacedShape> shapes, const Sight& sight);
void paint_solids(QPainter& painter, const QRectF& place, std::span<const rig::Shape> shapes, const Sight& sight);

}  // namespace clampet::desktop
