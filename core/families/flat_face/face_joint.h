#pragma once
#include <optional>

#include "families/flat_face/flat_face.h"
#include "families/shared/squeeze.h"
#include "mechanics/cut_face.h"

namespace clampet::families {

std::span<const Parameter> face_parameters();

enum class Bearing { whole, cone, pad, rubber, rim };

/// The numbers of one face [SI].
struct FaceNumbers {
    mechanics::PatchShape shape;  ///< the whole face
    double reach = 0;             ///< radius round the screw inside which the pressure lives; 0 = everywhere
    Bearing bearing = Bearing::cone;
    double friction = 0, load_share = 0.2;
    mechanics::Point screw;  ///< where the screw pulls
    double allowable_pressure = 0;
    bool one_screw = true, right_hand = true;
    double thread_pitch = 0, thread_radius_friction = 0;  ///< P and mu_t d_2/(2 cos alpha) of the screw, for "unscrews"
    double pad_thickness = 0, pad_modulus = 0, sag_limit = 0;
    double plate_thickness = 0, head_diameter = 0, screw_radius = 0;  ///< screw_radius 0: not known
    Squeeze squeeze;
};

class FaceJoint : public Joint {
 public:
    /// `coarse` serves whole contact, `fine` a face that has opened.
    /// `tolerance` of load factors that have no closed form.
    FaceJoint(FaceNumbers numbers, mechanics::CutFacePtr coarse, mechanics::CutFacePtr fine, double tolerance);
    void search_on(const mechanics::CutFacePtr& face, double tolerance) {
        search_ = std::make_unique<FaceJoint>(n_, face, face, tolerance);
    }
    const Joint& for_search() const noexcept override { return search_ ? *search_ : *this; }
    bool surely_holds(std::size_t mode, const Wrench& wrench) const noexcept override;
    std::span<const Mode> modes() const noexcept override;
    double utilisation(std::size_t mode, const Wrench& wrench) const noexcept override;
    double load_factor(std::size_t mode, const Ray& ray) const noexcept override;
    Phrase motion(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> results(const Load& load) const override;
    Working working(const Load& load) const override;
    std::vector<Advisory> advisories() const override;
    drawing::Drawing section(const Load& load) const override;

 private:
    /// What presses on the face, and where.
    struct Pressed {
        double N = 0, Sx = 0, Sy = 0;
    };
    Pressed pressed(const Wrench& wrench) const noexcept;
    struct Slip {
        mechanics::SlipLimit<3> limit;
        double mean_radius = 0;  ///< of the friction about the screw [m]
        double swing = 0;        ///< multiplier when it can only swing about the screw
    };
    /// The answers at the last point of a root search: the next one starts from there.
    struct Nearby {
        mechanics::ContactPressure pressure;
        mechanics::SlipLimit<3> slip;
        std::optional<double> close_call;  ///< where the coarse model all but slipped before its factor
    };
    /// On cork, leather or rubber, which is squashed and not crushed.
    bool soft() const noexcept { return n_.bearing == Bearing::pad || n_.bearing == Bearing::rubber; }
    /// Whether a wrench asks for friction at all.
    bool drives_slip(const Wrench& wrench) const noexcept;
    Slip slip(const Wrench& wrench, bool only_limit, const mechanics::KnownEnough& enough = {},
              Nearby* near = nullptr) const noexcept;
    /// Load factor of slips or crush; the last answers are left in `near`.
    double searched_factor(std::size_t mode, const Ray& ray, Nearby& near) const noexcept;
    double peak_pressure(const Wrench& wrench, Nearby* near = nullptr) const noexcept;
    /// Where the multiplier is above `enough`, some value up to 1/enough.
    double slips_utilisation(const Wrench& wrench, Nearby* near,
                             double enough = std::numeric_limits<double>::infinity()) const noexcept;
    double crush_utilisation(const Wrench& wrench, Nearby* near) const noexcept;
    double tilt(const Wrench& wrench) const noexcept;
    /// Tilting moment about the screw's foot [N m].
    double about_screw(const Wrench& wrench) const noexcept;
    double tips_utilisation(const Wrench& wrench) const noexcept;
    double balance_utilisation(const Wrench& wrench) const noexcept;
    /// Twist about the screw that face and thread together resist in the loosening sense [N m].
    double unscrewing_torque(const Wrench& wrench) const noexcept;

    FaceNumbers n_;
    mechanics::CutFacePtr coarse_face_, fine_face_;
    const mechanics::PressureSolver &coarse_, &fine_;
    const mechanics::PressureSolver* block_;  ///< in closed form, for the peak of an even bedding
    const mechanics::PlanarContacts &coarse_contacts_, &fine_contacts_;
    std::unique_ptr<const FaceJoint> search_;  ///< the same on a coarse grid
    const std::vector<mechanics::HullEdge>& edges_;
    std::span<const Mode> modes_;
    double tolerance_;
    double rest_radius_ = 0;  ///< mean friction radius about the screw without a load: least when it is central
};

}  // namespace clampet::families
