// A rig carries the things of a drawer that it was made of; where another drawer differs, it says so.
#include "project/carried.h"

#include "approximately.h"
#include "catalogue/device.h"
#include "families/stock_use.h"
#include "project/edits.h"
#include "project/rig_json.h"
#include "project/shelf.h"
#include "project/starting_points.h"
#include "project/workshop_file.h"
#include "quantity/format.h"
#include "rig/in_force.h"

using namespace clampet;

namespace {

inventory::Item spring_clamps(double count) {
    inventory::Item item;
    item.name = "Yellow clamp";
    item.kind = "spring_clamp";
    item.count = count;
    item.price = 2.5;
    return item;
}

inventory::Workshop bell_loft() {
    inventory::Workshop w;
    w.name = "Bell loft";
    w.items = {spring_clamps(1)};
    w.hands = {{"Small hands", 0.7}};
    return w;
}

/// A tube with a clamp from the drawer on it, put there from the shelf.
rig::Rig with_clamp(const inventory::Workshop& workshop) {
    rig::Rig r = *project::edited({}, project::Build{{}, {}, {}, {{"tube"}}});
    for (const auto& item : project::shelf(r, {r.parts[0].id}, &workshop))
        if (item.owned > 0 && item.kind->key() == "spring_clamp")
            return *project::edited(r, project::edit_for(item, {r.parts[0].id}));
    FAIL("the drawer's clamp is not on the shelf");
    return r;
}

std::string all_of(const std::vector<project::Difference>& differences) {
    std::string all;
    for (const auto& d : differences) all += d.says + "\n";
    return all;
}

}  // namespace

TEST_CASE("a rig opens where its drawer is not, and says what is otherwise", "[project][workshop]") {
    const auto here = bell_loft();
    const auto r = with_clamp(here);
    CHECK(r.parts.back().item == "Yellow clamp");
    CHECK(project::differences(r, here).empty());
    // Through its file, into a workshop that knows nothing of it.
    const auto kept = project::read_rig(project::write_rig(project::carrying(r, here)));
    REQUIRE(kept);
    REQUIRE(kept->used.size() == 1);
    CHECK(kept->used[0].price == 2.5);
    CHECK(kept->workshop == "Bell loft");
    CHECK(kept->parts == r.parts);
    CHECK_THAT(all_of(project::differences(*kept, {})),
               Catch::Contains("“Yellow clamp” is not in this drawer") && Catch::Contains("from Bell loft"));
    // Saved there, it still comes with what it was made of.
    const auto again = project::carrying(*kept, {});
    CHECK(again.used == kept->used);
    CHECK(again.workshop == "Bell loft");
    // A thing of that name that is another size, and of which there are too few.
    auto other = here;
    const auto* kind = parts::kind_named("spring_clamp");
    const auto& row = kind->parameters().front();
    REQUIRE(row.kind == families::Kind::quantity);
    other.items[0].values[row.key] = 1.25 * row.standard;
    other.items[0].count = 0;
    const auto said = all_of(project::differences(*kept, other));
    CHECK_THAT(said, Catch::Contains("The rig takes 1 of “Yellow clamp”; there are 0."));
    CHECK_THAT(said, Catch::Contains("otherwise in this drawer: " + row.label) &&
                         Catch::Contains(quantity::format(1.25 * row.standard, row.dimension) + ", in the rig " +
                                         quantity::format(row.standard, row.dimension)));
    // What is taken off the rig is carried no longer.
    auto without = *project::edited(*kept, project::RemovePart{kept->parts.back().id});
    without = project::carrying(without, here);
    CHECK(without.used.empty());
    CHECK(without.workshop.empty());
}

TEST_CASE("hands that tighten a rig come with it, and count", "[project][workshop][rig]") {
    auto r = project::demo_rig();
    // What is tightened by feel: a word and a knob.
    std::string element, seam;
    for (auto& f : r.interfaces)
        for (auto& e : f.elements)
            if (const auto* family = families::family_named(e.family);
                family && families::find_parameter(*family, "torque") &&
                families::find_parameter(*family, "squeezed_by")) {
                e.inputs["torque"] = rig::NamedStock{"snug, star knob, Ø40"};
                seam = f.id;
                element = e.id;
            }
    REQUIRE_FALSE(seam.empty());
    // What the hand gives, as the interface has it in force.
    const auto torque = [&](const rig::Rig& now) {
        const auto f = rig::in_force(now, *now.interface(seam));
        for (const auto& e : f.elements) {
            if (e.id != element) continue;
            const auto& input = e.inputs.at("torque");
            if (const auto* band = std::get_if<rig::Band>(&input)) return band->typical;
            const auto told = families::stock_value(*families::family_named(e.family), "torque",
                                                    std::get<rig::NamedStock>(input).name);
            REQUIRE(told);
            return std::get<double>(told->value);
        }
        return 0.0;
    };
    const double common = torque(r);
    REQUIRE(common > 0);
    const auto small = *project::edited(r, project::SetHands{rig::Hands{"Small hands", 0.7}});
    CHECK(torque(small) == relative(0.7 * common, 1e-12));
    CHECK_FALSE(project::edited(r, project::SetHands{rig::Hands{"Giant", 30}}));
    CHECK_FALSE(project::edited(r, project::SetHands{rig::Hands{"", 1}}));
    CHECK_FALSE(project::edited(r, project::SetHands{rig::Hands{"None", std::nan("")}}));
    CHECK_THAT(all_of(project::differences(small, bell_loft())), !Catch::Contains("Small hands"));
    CHECK_THAT(all_of(project::differences(small, {})), Catch::Contains("is not of this workshop"));
    auto stronger = bell_loft();
    stronger.hands[0].strength = 0.9;
    CHECK_THAT(all_of(project::differences(small, stronger)),
               Catch::Contains("0.9 times as strong as usual here, 0.7 times in the rig"));
    const auto kept = project::read_rig(project::write_rig(small));
    REQUIRE(kept);
    CHECK(kept->hands == small.hands);
}

TEST_CASE("hands and printers of a workshop are kept, and refused where they are none", "[project][workshop]") {
    auto w = bell_loft();
    w.printers = {{"Corner printer", "PETG, printed", 0.0016, 0.35}};
    const auto back = project::read_workshop(project::write_workshop(w));
    REQUIRE(back);
    CHECK(*back == w);
    const auto refused = [&](auto change, const char* where) {
        auto bad = w;
        change(bad);
        const auto ok = inventory::validate(bad);
        REQUIRE_FALSE(ok);
        CHECK(ok.problem().where == where);
        CHECK_FALSE(project::read_workshop(project::write_workshop(bad)));
    };
    refused([](auto& b) { b.hands[0].strength = 0.1; }, "/hands/0");
    refused([](auto& b) { b.hands[0].name.clear(); }, "/hands/0");
    refused([](auto& b) { b.printers[0].walls = 0; }, "/printers/0");
    refused([](auto& b) { b.printers[0].infill = 1.5; }, "/printers/0");
    refused([](auto& b) { b.printers[0].material = "moonstone"; }, "/printers/0/material");
}

TEST_CASE("what is to be held is planned before there is a rig, and the shelf offers it first",
          "[project][workshop][building]") {
    rig::Planned camera{"Our camera", "device", {{"device", std::string("mirrorless with mid zoom")}}};
    auto r = *project::edited({}, project::SetPlanned{{camera}});
    CHECK(r.parts.empty());
    const auto kept = project::read_rig(project::write_rig(r));
    REQUIRE(kept);
    CHECK(kept->planned == r.planned);
    r = *project::edited(r, project::Build{{}, {}, {}, {{"floor"}}});
    r = *project::edited(r, project::Build{r.parts[0].id, {}, {}, {{"weighted_base"}}});
    r = *project::edited(r, project::Build{r.parts.back().id, {}, {}, {{"post"}}});
    const auto on = r.parts.back().id;
    const auto shelf = project::shelf(r, {on});
    REQUIRE(shelf.front().can_go());
    CHECK(shelf.front().is_planned);
    CHECK(shelf.front().parts.back().name == "Our camera");
    r = *project::edited(r, project::edit_for(shelf.front(), {on}));
    CHECK(r.planned.empty());
    CHECK(r.parts.back().name == "Our camera");
    CHECK(r.parts.back().mass == catalogue::device_named("mirrorless with mid zoom")->typical_mass());
    // Weighed and balanced before, it is so on the rig, and in its file before that.
    camera.weighed = 1.31;
    camera.balanced = rig::Vector(0.021, 0, 0.055);
    auto weighed = *project::edited({}, project::SetPlanned{{camera}});
    CHECK(project::read_rig(project::write_rig(weighed))->planned == weighed.planned);
    weighed = *project::edited(weighed, project::Build{{}, {}, {}, {{"edge"}}});
    weighed = *project::edited(weighed, project::Build{weighed.parts[0].id, {}, {}, {{"screw_clamp"}}});
    const auto clamp = weighed.parts.back().id;
    weighed = *project::edited(weighed, project::edit_for(project::shelf(weighed, {clamp}).front(), {clamp}));
    CHECK(weighed.parts.back().mass == 1.31);
    CHECK(weighed.parts.back().centre_of_gravity == rig::Vector(0.021, 0, 0.055));
    camera.weighed = -1;
    CHECK(project::edited({}, project::SetPlanned{{camera}}).problem().where == "/planned/0/mass");
    camera.weighed = 1.31;
    camera.balanced = rig::Vector(0, std::nan(""), 0);
    CHECK(project::edited({}, project::SetPlanned{{camera}}).problem().where == "/planned/0/centre_of_gravity");
    // Only what is held can be planned, and it must be known.
    CHECK_FALSE(project::edited({}, project::SetPlanned{{{"Post", "post", {}}}}));
    CHECK_FALSE(project::edited({}, project::SetPlanned{{{"?", "no such kind", {}}}}));
    CHECK_FALSE(project::edited({}, project::SetPlanned{{{"Odd", "device", {{"device", std::string("airship")}}}}}));
}
