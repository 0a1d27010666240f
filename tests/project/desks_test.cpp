// The desks of bench and threads without a window: what is laid on them, what they answer, and their undo.
#include <cmath>

#include "approximately.h"
#include "families/thread/uncertain_stack.h"
#include "project/desks/bench_desk.h"
#include "project/desks/fit_desk.h"
#include "project/desks/stack_desk.h"
#include "project/starting_points.h"

using namespace clampet;
using families::StackItem;
using project::StackDesk;

namespace {

StackDesk quarter_inch() {
    StackDesk desk;
    const auto thread = *catalogue::thread_named("1/4-20");
    desk.set_threads(thread, thread);
    return desk;
}

std::vector<std::string> names(const StackDesk& desk) {
    std::vector<std::string> all;
    for (const auto& item : desk.design().items) all.push_back(item.name);
    return all;
}

StackItem item(const char* name) {
    return {StackItem::Kind::washer, name, 1.6e-3, 12e-3};
}

using Names = std::vector<std::string>;

}  // namespace

TEST_CASE("items are laid, moved and taken off a stack, and each step is undone", "[project][desk]") {
    auto desk = quarter_inch();
    CHECK(names(desk) == Names{"plate"});
    desk.add(item("last"));
    desk.insert(item("first"), 0);
    CHECK(names(desk) == Names{"first", "plate", "last"});
    CHECK(desk.selected() == 0);
    desk.move(0, 3);
    CHECK(names(desk) == Names{"plate", "last", "first"});
    CHECK(desk.selected() == 2);
    desk.move(2, 1);
    CHECK(names(desk) == Names{"plate", "first", "last"});
    CHECK(desk.selected() == 1);
    desk.remove(1);
    CHECK(names(desk) == Names{"plate", "last"});
    CHECK(desk.selected() == -1);
    for (const auto& before : {Names{"plate", "first", "last"}, Names{"plate", "last", "first"},
                               Names{"first", "plate", "last"}, Names{"plate", "last"}, Names{"plate"}}) {
        REQUIRE(desk.undo());
        CHECK(names(desk) == before);
    }
    CHECK_FALSE(desk.undo());
    while (desk.can_redo()) desk.redo();
    CHECK(names(desk) == Names{"plate", "last"});
}

TEST_CASE("a stack with a pad is squeezed as its bench squeezes it", "[project][desk]") {
    auto desk = quarter_inch();
    const auto trays = desk.trays();
    const StackItem* cork = nullptr;
    for (const auto& tray : trays)
        for (const auto& laid : tray.items)
            if (laid.name == "cork 1.5 mm") cork = &laid;
    REQUIRE(cork);
    CHECK(cork->modulus == relative(15e6, 1e-9));
    desk.add(*cork);
    REQUIRE(desk.set_length(&families::StackDesign::screw_length, 0.0127));
    const auto squeezed = desk.design().squeezed();
    REQUIRE(squeezed);
    // The same numbers from the family itself.
    families::Values values;
    for (const auto& [key, value] : desk.design().inputs()) values[key] = value;
    const auto joint = families::join(*families::family_named("thread"), values);
    REQUIRE(joint);
    double preload = 0, protrusion = 0;
    for (const auto& r : (*joint)->results({})) {
        if (r.name == "preload") preload = r.value;
        if (r.name == "protrusion") protrusion = r.value;
    }
    CHECK(squeezed->preload == relative(preload, 1e-12));
    CHECK(desk.design().verdict().protrusion == absolute(protrusion, 1e-12));
    CHECK(squeezed->items < desk.design().thickness());
    // More torque squeezes more.
    REQUIRE(desk.set_torque(1.6));
    CHECK(desk.design().squeezed()->items < squeezed->items);
    CHECK(desk.set_torque(0).problem().id == ProblemId("stack.impossible_torque"));
    CHECK(desk.set_torque(std::nan("")).problem().id == ProblemId("stack.impossible_torque"));
    // The picture draws it as thin as it is then.
    const auto picture = families::picture_of(desk.design());
    double drawn = 0;
    for (const auto& laid : picture.items) drawn += laid.thickness;
    CHECK(drawn == absolute(desk.design().squeezed()->items, 1e-12));
}

TEST_CASE("a countersunk head lies flush until somebody says how deep", "[project][desk]") {
    auto desk = quarter_inch();
    desk.add(item("plate"));
    REQUIRE(desk.set_length(&families::StackDesign::screw_length, 0.0127));
    desk.set_countersunk(true);
    // Its length counts over all: 12.7 mm less the plate of 8 mm and the washer of 1.6 mm, and what it is sunk.
    CHECK(desk.design().verdict().protrusion == absolute(0.0031, 1e-9));
    REQUIRE(desk.set_length(&families::StackDesign::sink, 0.0005));
    CHECK(desk.design().verdict().protrusion == absolute(0.0036, 1e-9));
}

TEST_CASE("a thickness that is known as a range says what to buy", "[project][desk]") {
    auto desk = quarter_inch();
    desk.select(0);
    CHECK(desk.set_range(0.009, 0.007).problem().id == ProblemId("stack.no_range"));
    REQUIRE(desk.set_range(0.007, 0.009));
    const auto range = desk.design().thickness_range();
    REQUIRE(range);
    CHECK(range->low == absolute(0.007, 1e-12));
    CHECK(desk.design().items[0].thickness == absolute(0.008, 1e-12));
    const auto screws = families::screws_for_range(desk.design().stack_up(), *range, desk.design().screw);
    CHECK(desk.judgement().sentence.find(screws.sentence(desk.design().screw)) != std::string::npos);
    REQUIRE(desk.set_thickness(0.008));
    CHECK_FALSE(desk.design().thickness_range());
}

TEST_CASE("places that are not there change nothing of a stack", "[project][desk]") {
    auto desk = quarter_inch();
    desk.insert(item("far"), 99);
    CHECK(names(desk) == Names{"plate", "far"});
    CHECK(desk.selected() == 1);
    desk.insert(item("near"), -3);
    CHECK(names(desk) == Names{"near", "plate", "far"});
    const auto as_it_is = names(desk);
    desk.remove(7);
    desk.remove(-1);
    desk.move(0, 1);
    desk.move(1, 1);
    desk.move(5, 0);
    desk.move(0, 4);
    CHECK(names(desk) == as_it_is);
    desk.select(3);
    CHECK(desk.selected() == -1);
    desk.select(2);
    CHECK(desk.selected() == 2);
    desk.undo();
    CHECK(desk.selected() == -1);
}

TEST_CASE("sizes of a stack are refused where they cannot be built", "[project][desk]") {
    using families::StackDesign;
    auto desk = quarter_inch();
    for (const double bad : {0.0, -0.01, 0.51, std::nan("")}) {
        CHECK(desk.set_length(&StackDesign::screw_length, bad).problem().id == ProblemId("stack.impossible_length"));
        CHECK(desk.set_thickness(bad).problem().id == ProblemId("stack.item_without_thickness"));
    }
    // A screw is a tenth of a millimetre at least, as the remedy says.
    const auto short_one = desk.set_length(&StackDesign::screw_length, 0.99e-4);
    REQUIRE_FALSE(short_one);
    CHECK(short_one.problem().remedy == "Give from 0.1 mm to 500 mm.");
    CHECK(desk.set_length(&StackDesign::screw_length, 1e-4));
    CHECK(desk.set_length(&StackDesign::screw_length, 0.5));
    desk.undo();
    desk.undo();
    CHECK(desk.set_length(&StackDesign::plain_length, 0));  // no shank is one
    CHECK_FALSE(desk.set_length(&StackDesign::plain_length, -1e-9));
    CHECK_FALSE(desk.can_undo());
    REQUIRE(desk.set_length(&StackDesign::socket_depth, 0.0075, 4));
    REQUIRE(desk.set_length(&StackDesign::socket_depth, 0.0085, 4));
    CHECK(desk.design().socket_depth == 0.0085);
    REQUIRE(desk.set_thickness(0.003));  // nothing is chosen
    CHECK(desk.design().items[0].thickness == 0.008);
    desk.select(0);
    REQUIRE(desk.set_thickness(0.003));
    CHECK(desk.design().items[0].thickness == 0.003);
    desk.set_end(true);
    desk.set_soft_socket(true);
    CHECK((desk.design().through && desk.design().soft_socket));
    CHECK(std::get<std::string>(desk.inputs().at("socket_end")) == "through");
    CHECK(std::get<double>(desk.inputs().at("items")) == absolute(0.003, 1e-12));
    for (int i = 0; i < 4; ++i) REQUIRE(desk.undo());
    CHECK(desk.design().socket_depth == absolute(0.0055, 1e-12));  // one gesture, one step
    CHECK_FALSE(desk.can_undo());
}

TEST_CASE("a stack takes other threads with the nearest length that their screws are sold by", "[project][desk]") {
    auto desk = quarter_inch();
    CHECK(desk.judgement().verdict == study::Verdict::holds);  // 12.7 mm through 8 mm into 5.5 mm
    desk.add(item("washer"));
    desk.add(item("washer"));
    CHECK(desk.judgement().verdict == study::Verdict::doubtful);  // 1.5 mm are left: less than two turns
    CHECK(desk.judgement().state == "It engages too little");
    const auto metric = *catalogue::thread_named("M6");
    CHECK(desk.set_threads(metric, metric));
    CHECK(desk.design().screw_length == absolute(0.012, 1e-9));
    CHECK_FALSE(desk.set_threads(metric, *catalogue::thread_named("M5")));
    CHECK(desk.judgement().verdict == study::Verdict::slips);
    const auto trays = desk.trays();
    REQUIRE(trays.size() == 3);
    CHECK(trays[0].title == "Washers for " + metric.designation);
    REQUIRE(desk.washer_of(0.0016));
    CHECK(desk.washer_of(0.0016)->kind == StackItem::Kind::washer);
    CHECK_FALSE(desk.washer_of(0.0161));
}

TEST_CASE("two ends that meet say whether they fit, and what joins them if they do not", "[project][desk]") {
    project::FitDesk desk;
    REQUIRE(desk.answer());
    CHECK(desk.answer()->verdict == study::Verdict::slips);  // M6 jams in 1/4-20
    CHECK(desk.screw().designation == desk.thread(0)->designation);
    REQUIRE(desk.set_end(0, {"1/4-20", true}));
    CHECK(desk.answer()->verdict == study::Verdict::holds);
    CHECK(desk.route() == "Nothing: they screw together.");
    REQUIRE(desk.set_end(0, {"3/8-16", false}));
    CHECK_FALSE(desk.answer());
    CHECK_FALSE(desk.meet());
    CHECK_THAT(desk.route(), Catch::Contains(" on, ") && Catch::EndsWith(" free)"));
    REQUIRE(desk.set_end(1, {"M5", true}));
    CHECK(desk.socket().designation == desk.thread(0)->designation);
    CHECK(desk.set_end(1, {"M99", true}).problem().id == ProblemId("thread.unknown"));
    CHECK(desk.end(1).designation == desk.thread(1)->designation);
    // A shoe is no thread: what goes into it is its foot.
    REQUIRE(desk.set_end(0, {"accessory shoe", false}));
    CHECK_FALSE(desk.thread(0));
    CHECK_FALSE(desk.meet());
    CHECK_FALSE(desk.answer());
    CHECK(desk.what_meets() == "accessory shoe meets M5 male: something must lie between them");
    REQUIRE(desk.set_end(1, {"accessory shoe", true}));
    REQUIRE(desk.answer());
    CHECK(desk.answer()->reason == "The shoe foot goes into the accessory shoe.");
    CHECK(desk.route() == "Nothing: they go together.");
}

TEST_CASE("a bench's desk keeps the last good design, its gestures and what was pinned", "[project][desk]") {
    project::BenchDesk desk;
    int calls = 0;
    desk.when_changed([&] { ++calls; });
    desk.open_family(*families::family_named("ball"), 2);
    CHECK(calls == 1);
    const double before = desk.result().report.factor;
    REQUIRE(desk.set_input("force", 600.0, 3));
    REQUIRE(desk.set_input("force", 900.0, 3));
    CHECK(desk.value_of("force") == 900);
    CHECK_FALSE(desk.set_input("force", -1.0));
    CHECK(desk.value_of("force") == 900);
    desk.undo();
    CHECK(desk.value_of("force") == 500);
    CHECK(desk.result().report.factor == before);
    CHECK_FALSE(desk.can_undo());
    desk.redo();
    desk.pin();
    REQUIRE(desk.pinned());
    REQUIRE(desk.set_required(3));
    CHECK(desk.pinned()->bench.required == 2);
    desk.unpin();
    CHECK_FALSE(desk.pinned());
    CHECK(desk.set_required(std::nan("")).problem().id == ProblemId("bench.impossible_required_factor"));
    auto payload = desk.bench().payload;
    payload.mass = -1;
    CHECK(desk.set_payload(payload).problem().what == "The payload cannot have that mass.");
    payload.mass = 1;
    payload.push = 2e5;
    CHECK(desk.set_payload(payload).problem().what == "The push cannot be that hard.");
    payload.push = 10;
    payload.at[1] = 51;
    CHECK(desk.set_payload(payload).problem().what == "The payload cannot be that far away.");
    CHECK(std::isnan(desk.value_of("seats")));
}

TEST_CASE("a seam's element comes to the bench with the load that governs it, and goes back without what ports say",
          "[project][desk]") {
    project::Document document;
    REQUIRE(document.adopt(project::demo_rig()));
    project::BenchDesk desk;
    desk.open_seam(document, "nowhere", "ball");
    CHECK_FALSE(desk.is_open());
    desk.open_seam(document, "ball", "ball");
    REQUIRE(desk.is_open());
    CHECK(desk.origin()->interface == "ball");
    REQUIRE(desk.bench().from_rig);
    const auto& checked = document.check().interfaces;
    const auto at = std::find_if(checked.begin(), checked.end(), [](const auto& i) { return i.id == "ball"; });
    const auto governing = at->modes[*at->governs].load.whole();
    CHECK(desk.bench().from_rig->whole().my == governing.my);
    CHECK(desk.value_of("diameter") > 0);
    CHECK(desk.inputs_for(document.rig()).count("diameter") == 0);  // the ball's port says it
    REQUIRE(desk.set_input("diameter", 0.05));
    CHECK(desk.inputs_for(document.rig()).count("diameter") == 1);
    desk.use_own_load();
    CHECK_FALSE(desk.bench().from_rig);
}
