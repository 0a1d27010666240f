#pragma once
#include <QImage>
#include <vector>

#include "desktop/rig/solid_picture.h"

namespace clampet::desktop {

/// How points of the world come onto a picture.
struct Projection {
    /// Without perspective: what a sight sees, through a transform from its metres (y up) to pixels.
    static Projection flat(const Sight& sight, const QTransform& pixels);
    /// As a lens sees it: `width` of the sensor over the focal length falls on all of a picture this wide.
    static Projection through_lens(const rig::Vector& eye, const rig::Vector& looks, const rig::Vector& up,
                                   double width_per_distance, QSizeF picture);
    Sight sight;
    rig::Vector eye = rig::Vector::Zero();
    bool has_perspective = false;
    QTransform pixels;
    /// A point on the picture, and how near it is: more is nearer, and even along a straight edge of the picture.
    struct Point {
        double x = 0, y = 0, near = 0;
    };
    Point operator()(const rig::Vector& own) const;
    /// Along the picture's axes and to the viewer, from the eye.
    rig::Vector own_of(const rig::Vector& world) const;
};

/// Solids painted with what is nearer in front of what is farther, point by point: bodies may reach through one
/// another. Edges are drawn where what is seen changes.
class SolidRaster {
 public:
    explicit SolidRaster(QSize pixels);
    /// `id` of 0 or more says what was painted where.
    void add(const rig::Shape& shape, const Eigen::Isometry3d& world, const Projection& projection,
             const QColor& colour, int id);
    /// What is seen at a pixel; -1 for nothing.
    int id_at(QPoint pixel) const;
    /// What covers so much of the picture, 0 to 1.
    double share_of(int id) const;
    QImage image(const QColor& ink) const;

 private:
    struct Cell {
        float near = 0;
        int face = -1;
    };
    struct Face {
        QRgb colour = 0;
        int id = 0;
        int group = 0;  ///< edges are drawn between groups
    };
    using Corner = rig::Vector;
    /// `smooth`: it goes on from the face before without an edge between.
    void add_face(std::vector<Corner> corners, const rig::Vector& normal, bool smooth);
    void fill(const Projection::Point& a, const Projection::Point& b, const Projection::Point& c, int face);
    void add_box(const rig::Shape& shape);
    void add_swept(const rig::Shape& shape);
    void add_sphere(const rig::Shape& shape);
    void add_hull(const rig::Shape& shape);

    QSize size_;
    std::vector<Cell> cells_;
    std::vector<Face> faces_;
    int groups_ = 0;
    // What is being added.
    const Projection* projection_ = nullptr;
    Eigen::Isometry3d world_ = Eigen::Isometry3d::Identity();
    QColor colour_;
    int id_ = 0;
};

}  // namespace clampet::desktop
