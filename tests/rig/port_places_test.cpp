// Where on a part a port is, found by trying its sizes.
#include "rig/port_places.h"

#include "approximately.h"
#include "project/edits.h"

using namespace clampet;
using rig::Vector;

namespace {

/// A camera on a plate on a post.
rig::Rig on_a_plate() {
    rig::Rig r = *project::edited({}, project::Build{{}, {}, {}, {{"floor"}}});
    for (const char* kind : {"post", "plate", "camera"})
        r = *project::edited(r, project::Build{r.parts.back().id, {}, {}, {{kind}}});
    return r;
}

}  // namespace

TEST_CASE("the hole of a plate is a place along it, and what is on it goes there", "[rig][places]") {
    const auto r = on_a_plate();
    const rig::Placed placed(r);
    // The plate's upper face is at the post's head: what moves with it is the plate itself, and the camera.
    const auto seam = *std::find_if(r.interfaces.begin(), r.interfaces.end(),
                                    [&](const auto& f) { return !rig::places_of(r, f, placed).empty(); });
    const auto places = rig::places_of(r, seam, placed);
    REQUIRE(places.size() == 2);
    const std::string plate = places[0].part;
    CHECK(r.part(plate)->kind == "plate");
    for (const auto& place : places) {
        CAPTURE(place.key);
        CHECK(place.part == plate);
        CHECK(place.value == 0);
        // As far as the size says, and that way.
        const auto moved = *project::edited(r, project::SetPartValue{place.part, place.key, 0.012});
        const rig::Placed now(moved);
        const auto& camera = r.parts.back().id;
        const Vector by = now.world_from_part(camera).translation() - placed.world_from_part(camera).translation();
        CHECK((by - 0.012 * place.along).norm() < 1e-9);
    }
    CHECK(places[0].key == "top_ahead");
    // Beside the plate it cannot be.
    const auto beside = project::edited(r, project::SetPartValue{plate, "top_ahead", 0.026});
    REQUIRE_FALSE(beside);
    CHECK_THAT(beside.problem().what, Catch::Contains("beside the plate"));
    // What bears is what lies evenly round the hole.
    const auto off = *project::edited(r, project::SetPartValue{plate, "top_ahead", 0.010});
    const auto& top = off.part(plate)->port("top")->sizes;
    CHECK(std::get<double>(top.at("length")) == Approx(0.030));
}

TEST_CASE("a size that makes a part longer is no place on it", "[rig][places]") {
    const auto r = on_a_plate();
    const rig::Placed placed(r);
    // The post's height carries its top, and makes another post of it.
    for (const auto& f : r.interfaces)
        for (const auto& place : rig::places_of(r, f, placed)) CHECK(r.part(place.part)->kind == "plate");
}
