#pragma once
#include <span>
#include <string>
#include <string_view>

#include "quantity/result.h"

namespace clampet::catalogue {

/// "own": a pitch and an angle that a person gives.
enum class ThreadForm { iso, unified, whitworth, trapezoidal, acme, square, taper_pipe, own };
/// Sold and cut in millimetres; the others in inches.
bool is_metric(ThreadForm form);

/// Largest and smallest size that a class of thread allows [m].
struct Limits {
    double low = 0, high = 0;
};

/// A screw thread: basic sizes and the limits of its usual class (6g/6H, 2A/2B, BS 84 medium). Of trapezoidal, Acme,
/// square and own threads the limits are the basic sizes; a taper pipe thread is measured at its hand-tight plane.
/// Source  ISO 68-1, ISO 724, ASME B1.1; Whitworth BS 84; ISO 228-1, ASME B1.20.1, ISO 2904, ASME B1.5. Limits of ISO
/// 965 and BS 84 and the sizes of the last four are from memory.
struct Thread {
    std::string designation, series;
    ThreadForm form = ThreadForm::iso;
    double major = 0, pitch = 0;  ///< d, P [m]
    double flank_half_angle = 0;  ///< alpha [rad]
    double pitch_diameter = 0;    ///< d_2 [m]
    double minor_internal = 0;    ///< D_1 [m]
    double minor_external = 0;    ///< d_3, root of the screw [m]
    double stress_area = 0;       ///< A_t [m^2]
    std::string external_class, internal_class;
    Limits external_major, external_pitch, internal_pitch, internal_minor;
    std::string source;

    int starts = 1;    ///< threads side by side: it advances starts × pitch a turn
    double taper = 0;  ///< growth of its diameter over its length: 1/16 of a taper pipe thread

    double lead() const { return starts * pitch; }  ///< advance per turn [m]
    double lead_angle() const;                      ///< psi [rad]
    double depth_per_side() const { return (major - minor_internal) / 2; }
};

/// All threads that Clampet carries, in catalogue order.
std::span<const Thread> threads();

/// The thread that a person names: "1/4-20", "1/4-20 UNC", "M6", "M6x0.75", "M6×1", "3/8-16", "1/4 BSW", "#10-32",
/// "Tr14x3", "G 1/2"; or one of a pitch and angle of one's own: "own 8 x 1.25, 60°", "own 8 x 2, 30°, 4 starts".
/// Errors  A Problem that lists near matches when the name is not in the catalogue.
Result<Thread> thread_named(std::string_view designation);

/// ISO metric thread of any size: basic dimensions only, limits equal to basic.
/// Range   0.2 mm <= P < d <= 1 m. Source ISO 68-1, ISO 724.
Result<Thread> iso_metric_thread(double major, double pitch);

enum class Fit { fits, by_luck, jams, no_contact, too_big };
std::string_view name_of(Fit fit);

struct FitVerdict {
    Fit fit = Fit::fits;
    double turns_low = 0, turns_high = 0;  ///< turns before it jams, over the class limits; infinity for equal pitches
    std::string reason;
};
/// Does this male thread go into this female one?
/// Meaning  n = [(P_b - P_a)/2 + (D_2 - d_2) tan alpha] / |P_a - P_b| turns before the flanks jam, over the class
/// limits, with the steeper flank. A taper wedges; other starts jam. Range    `engaged_turns`: turns that the joint
/// would use; "by luck" when they jam later than that. Source Derived from the thread forms; checks M6 in 1/4-20: 0.93
/// to 1.43, #10-32 in M5: 18 to 37.
FitVerdict fit(const Thread& male, const Thread& female, double engaged_turns = 5);

/// Tapping drill for a share of full thread depth, d - q 1.299 P (60 degrees) [m]. Source Machinery's Handbook.
double tap_drill(const Thread& thread, double thread_share = 0.75);
/// Holes that a screw passes through, by how loosely [m].
struct ClearanceHoles {
    double close = 0, normal = 0, loose = 0;
    std::string source;
};
/// Of the table by the thread's outside diameter (ISO 273, ASME B18.2.8); else 1.05, 1.1 and 1.2 of it, common
/// practice.
ClearanceHoles clearance_holes(const Thread& thread);

}  // namespace clampet::catalogue
