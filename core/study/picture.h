#pragma once
#include "study/movement.h"
#include "study/reach.h"
#include "study/scenes.h"

namespace clampet::study {

/// What a lens has in its picture at a distance from its front, in the world.
struct Frame {
    Eigen::Vector3d eye = Eigen::Vector3d::Zero();                                    ///< the lens's front [m]
    Eigen::Vector3d looks = Eigen::Vector3d::UnitX(), up = Eigen::Vector3d::UnitZ();  ///< unit vectors
    double distance = 1;                                                              ///< [m]
    double width = 0, height = 0;                                                     ///< there [m]
    /// From the top left on, as it is seen.
    std::array<Eigen::Vector3d, 4> corners() const;
};
/// Thin lens: frame = sensor × distance / focal length.
Frame frame_at(const rig::Lens& lens, const Eigen::Isometry3d& world_from_camera, double distance);
/// The part that sees: the heaviest with a lens; nothing where none says what it sees with.
const rig::Part* camera_of(const rig::Rig& rig);

/// What the camera of a rig sees in one shot.
struct Picture {
    std::string shot;           ///< name of the scene
    std::string camera;         ///< part
    double distance = 0;        ///< from the lens's front to what it must see, as the shot says [m]; 0: not said
    Frame frame;                ///< there; at 1 m where the distance is not said
    double wanted = 0;          ///< how wide it must be [m]; 0: not said
    double needs_distance = 0;  ///< from the lens's front, for the wanted frame [m]
    double nearest = 0;         ///< that can be sharp, from the lens's front [m]; 0: not known
    double farthest = std::numeric_limits<double>::infinity();  ///< with a close-up lens [m]
    double closeup = 0;  ///< of a close-up lens that makes it sharp, as sold [dioptres]; 0: none is needed or does
    bool is_sharp = true, is_wide_enough = true;
    std::optional<Reach> reach = {};  ///< where the shot says that the lens must be
    struct InTheWay {
        std::string part;
        double share = 0;   ///< of the picture
        std::string where;  ///< "lower left"
    };
    std::vector<InTheWay> in_the_way;  ///< parts of the rig in the picture, the largest first
    std::vector<Movement> moves;       ///< how far it wanders at the subject, the most first
    double pixels_per_metre = 0;       ///< movement across at the subject, in a picture 3840 wide
    double pixels_per_radian = 0;      ///< of the camera's turning
    /// Nothing of it is otherwise than the shot asks.
    bool is_clear() const { return in_the_way.empty() && is_sharp && is_wide_enough && (!reach || reach->is_met); }
};

/// Frame and focus of a lens for what it must see, wherever it stands: nothing is looked for in its way.
/// Range  distance > 0; wanted 0 where it is not asked [m].
Picture picture_without_rays(const rig::Lens& lens, double distance, double wanted, double closeup = 0);

struct PictureOptions {
    double closeup = 0;  ///< of a close-up lens that is on [dioptres]
};
/// Of every shot with all that is on the rig; of the pose that it is in where it has none.
/// Meaning  Thin lens: frame = sensor × distance / focal length. Focus scales begin at the sensor. What is in the way
///          is looked for with 96 × 64 rays, up to the subject; what belongs to the site is the subject.
/// Errors   A Problem when the rig is not valid or has no camera that says what it sees with.
Result<std::vector<Picture>> pictures(const rig::Rig& rig, const PictureOptions& options = {});

/// "Boom bends under a push of 15 N: 3.4 mm at the subject, 5.1 pixels".
std::string sentence_of(const rig::Rig& rig, const Picture& picture, const Movement& movement);
/// "1.10 m wide at 1.1 m; sharp; Boom takes 4 % at the lower left".
std::string sentence_of(const rig::Rig& rig, const Picture& picture);

}  // namespace clampet::study
