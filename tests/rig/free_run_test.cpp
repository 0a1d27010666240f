// A grip goes no farther along its tube than the tube does.
#include "rig/free_run.h"

#include "approximately.h"
#include "project/edits.h"
#include "project/starting_points.h"
#include "study/worst_pose.h"

using namespace clampet;
using rig::Vector;

namespace {

const families::Axis& slide_of(const families::Motion& motion) {
    return *std::find_if(motion.axes.begin(), motion.axes.end(), [](const auto& a) { return a.slides; });
}

rig::Rig collar_on(const families::Values& tube, const char* port) {
    rig::Rig r = *project::edited({}, project::Build{{}, {}, {}, {{"tube", "", tube}}});
    return *project::edited(r, project::Build{r.parts[0].id, port, {}, {{"collar", "", {{"length", 0.04}}}}});
}

}  // namespace

TEST_CASE("a collar goes as far as it lies on its tube whole", "[rig][travel]") {
    // From the tube's middle: half of 800 mm less half of a collar of 40 mm, to either side.
    for (const char* lies : {"level", "upright"}) {
        const auto r = collar_on({{"length", 0.8}, {"lies", std::string(lies)}}, "grip");
        const auto slide = slide_of(rig::motion_in(r, r.interfaces[0]));
        CHECK(slide.least == Approx(-0.38));
        CHECK(slide.most == Approx(0.38));
        // The mechanism has it so: what is searched stays on the tube.
        const rig::Mechanism mechanism(r);
        CHECK(slide_of(mechanism.seams()[0].motion).most == Approx(0.38));
    }
    // From its end it goes one way only.
    const auto at_end = collar_on({{"length", 0.8}}, "head");
    const auto slide = slide_of(rig::motion_in(at_end, at_end.interfaces[0]));
    CHECK(slide.least == Approx(-0.78));
    CHECK(slide.most == Approx(-0.02));
    // One that is longer than its tube stays in the middle.
    const auto tiny = collar_on({{"length", 0.03}}, "grip");
    CHECK(slide_of(rig::motion_in(tiny, tiny.interfaces[0])).most == Approx(0).margin(1e-12));
}

TEST_CASE("a tube that is held goes the other way, and stops of a person's own count", "[rig][travel]") {
    const auto boom = *project::starting_rig("boom");
    // The boom's rod, 1 m, slides in the pair's jaw of 40 mm.
    const auto* f = boom.interface("boom-in-pair");
    const auto slide = slide_of(rig::motion_in(boom, *f));
    CHECK(slide.most == Approx(0.48));
    CHECK(slide.least == Approx(-0.48));
    auto stopped = *f;
    stopped.stops["slide"] = {-0.1, 2.0};
    CHECK(rig::stops_of(stopped, slide).least == Approx(-0.1));
    CHECK(rig::stops_of(stopped, slide).most == Approx(0.48));
}

TEST_CASE("the worst pose of the boom leaves every grip on its tube", "[rig][travel][study]") {
    const auto boom = *project::starting_rig("boom");
    study::WorstPoseOptions options;
    options.most_poses = 729;
    const auto worst = study::worst_pose(boom, options);
    REQUIRE(worst);
    for (const auto& seam : worst->seams)
        for (const auto& f : boom.interfaces)
            for (const auto& axis : rig::motion_in(boom, f).axes) {
                if (!axis.slides) continue;
                const double at = seam.pose.at(f.id).at(axis.key);
                CAPTURE(seam.id, f.id, at);
                CHECK(at <= std::max(axis.most, rig::position_of(f, axis.key)) + 1e-9);
                CHECK(at >= std::min(axis.least, rig::position_of(f, axis.key)) - 1e-9);
            }
}
