#pragma once
#include "catalogue/thread.h"
#include "families/thread/thread.h"
#include "mechanics/stack_up.h"
#include "mechanics/thread_strength.h"
#include "mechanics/tightening.h"

namespace clampet::families {

std::span<const Parameter> thread_parameters();

/// The numbers of one screwed joint [SI].
struct ThreadNumbers {
    catalogue::Thread male, female;
    catalogue::FitVerdict fit;
    double turned_on = 0;  ///< what turning past snug added [N]
    mechanics::StackUp stack;
    mechanics::StackVerdict verdict;
    mechanics::MatingSizes sizes;
    mechanics::TightenedScrew screw;
    double screw_strength = 0, proof_stress = 0;  ///< sigma_u, R_p of the screw [Pa]
    double screw_shear = 0, socket_shear = 0;     ///< tau_u [Pa]
    bool soft_socket = false;
    double torque = 0, kept = 1, load_share = 0.2, pivot = 0;
    double fresh_preload = 0, preload = 0;  ///< what the torque makes; what still presses (0 when it bottoms)
    double highest_preload = 0;             ///< at the high torque and the low friction
    bool payload_turned = false, countersunk = false;
    bool stops = false;          ///< on the bottom of its socket, while soft pads still press
    double weakest_section = 0;  ///< stress area, or that of a neck [m^2]
    double bush_torque = 0;      ///< that twists the wall of a bush off; 0: in no bush [N m]
    double bush_holds = 0;       ///< torque that it takes to turn the bush back [N m]
    std::string socket_material;
};

class ThreadJoint : public Joint {
 public:
    explicit ThreadJoint(ThreadNumbers numbers);
    const ThreadNumbers& numbers() const noexcept { return n_; }
    /// A taper or parallel pipe thread, which is turned tight without a face.
    bool is_pipe() const noexcept;
    std::span<const Mode> modes() const noexcept override { return modes_; }
    double utilisation(std::size_t mode, const Wrench& wrench) const noexcept override;
    std::vector<NamedValue> demand(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> capacity(std::size_t mode, const Wrench& wrench) const override;
    std::vector<NamedValue> results(const Load& load) const override;
    Working working(const Load& load) const override;
    std::vector<Advisory> advisories() const override;
    drawing::Drawing section(const Load& load) const override;

 private:
    double screw_force(const Wrench& wrench) const noexcept;
    double strip_force() const noexcept;
    /// What a tightening may leave: 0.7 of stripping, 0.9 of yield.
    double preload_allowed() const noexcept;
    double tension_force() const noexcept;
    bool clamps() const noexcept;
    double loosening_torque() const noexcept;
    std::string state_sentence() const;

    std::size_t unscrews_ = static_cast<std::size_t>(-1);  ///< place of that mode, where there is one
    ThreadNumbers n_;
    std::vector<Mode> modes_;
};

}  // namespace clampet::families
