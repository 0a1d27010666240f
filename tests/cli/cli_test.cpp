// Runs the real program and reads what it prints.
#include <cmath>
#include <nlohmann/json.hpp>

#include "approximately.h"
#include "families/family.h"
#include "project/edits.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "run.h"
#include "said_by.h"
#include "study/check.h"
#include "study/sentences.h"

using namespace clampet;
using nlohmann::json;

namespace {

const std::string demo = CLAMPET_SOURCE_DIR "/data/demo/stair-rail.clampet.json";

}  // namespace

TEST_CASE("check gives the same answer as the study behind it", "[cli]") {
    const auto r = run("check " + demo + " --json");
    CHECK(r.exit_code == 1);
    CHECK(r.err.empty());
    const auto j = json::parse(r.out);
    const auto check = *study::check(project::demo_rig());
    CHECK(j.at("headline") == study::headline(check));
    CHECK(j.at("worst") == "camera-screw");
    REQUIRE(j.at("interfaces").size() == check.interfaces.size());
    for (std::size_t i = 0; i < check.interfaces.size(); ++i) {
        const auto& row = j.at("interfaces")[i];
        CHECK(row.at("interface") == check.interfaces[i].id);
        CHECK(row.at("factor").get<double>() == absolute(check.interfaces[i].typical, 1e-9));
        CHECK(row.at("verdict") == std::string(study::name_of(check.interfaces[i].verdict)));
        for (const auto& m : row.at("modes")) {
            CHECK((m.at("factor").is_null() || m.at("factor").is_number()));
            CHECK(m.at("wrench").size() == 6);
        }
    }
    CHECK_THAT(run("check " + demo).out, Catch::Contains(study::headline(check)));
}

TEST_CASE("the limit of a rig, and what is not its own to say", "[cli]") {
    const auto post = std::string(CLAMPET_SOURCE_DIR) + "/data/starting/pole-clamp.clampet.json";
    const auto limit = run("limit " + post + " --json");
    CHECK(limit.exit_code == 0);
    const auto j = json::parse(limit.out);
    REQUIRE(j.at("curve").size() == 7);
    // Further out it carries less, and each point says what lets go.
    double before = 1e9;
    for (const auto& point : j.at("curve")) {
        const double mass = point.at("mass").is_null() ? 200 : point.at("mass").get<double>();
        CHECK(mass <= before);
        before = mass;
        if (!point.at("mass").is_null()) CHECK_FALSE(point.at("interface").get<std::string>().empty());
    }
    CHECK(j.at("devices").size() > 40);
    CHECK(run("limit " + post + " --push 5N").exit_code == 2);
    CHECK(run("limit " + post + " friction=0.3").exit_code == 2);
    CHECK(run("limit " + demo).exit_code == 1);  // its camera's screw bottoms
    CHECK(run("limit nothing.json").exit_code == 2);
}

TEST_CASE("a rig is checked in its shots, along a joint, at its worst and by chance", "[cli]") {
    const std::string boom = CLAMPET_SOURCE_DIR "/data/demo/boom.clampet.json";
    const auto all = run("check " + boom + " --json");
    CHECK(all.exit_code == 1);
    const auto j = json::parse(all.out);
    REQUIRE(j["scenes"].size() == 2);
    CHECK(j["scenes"][0]["shot"] == "straight");
    // Each interface is told where it is nearest to letting go: no scene has less.
    for (const auto& row : j["interfaces"])
        for (const auto& scene : j["scenes"])
            if (!row["factor"].is_null() && row["verdict"] != "holds")
                CHECK(row["factor"].get<double>() <=
                      scene["factors"][row["interface"].get<std::string>()].get<double>());
    const auto one = json::parse(run("check " + boom + " --shot \"Along the rope\" --json").out);
    REQUIRE(one["scenes"].size() == 1);
    CHECK(one["scenes"][0]["factors"] == j["scenes"][1]["factors"]);
    CHECK(run("check " + boom + " --shot ghost").exit_code == 2);
    CHECK(run("check " + boom + " --payload ghost").exit_code == 2);

    const auto sweep = run("sweep " + demo + " --axis ball.forward --from -30deg --to 60deg --steps 3 --json");
    CHECK(sweep.exit_code == 1);
    const auto points = json::parse(sweep.out)["points"];
    REQUIRE(points.size() == 4);
    const auto posed = json::parse(run("check " + demo + " --pose ball.forward=60deg --json").out);
    for (const auto& row : posed["interfaces"])
        CHECK(points[3]["factors"][row["interface"].get<std::string>()].get<double>() ==
              relative(row["factor"].get<double>(), 1e-3));
    CHECK(run("sweep " + demo + " --axis ball.wobble").exit_code == 2);
    CHECK(run("sweep " + demo + " --axis ball.forward --from 3kg").exit_code == 2);

    const auto worst = run("worst " + demo + " --poses 64 --seam ball --json");
    CHECK(worst.exit_code == 1);
    const auto seam = json::parse(worst.out)["interfaces"][0];
    const auto as_posed = json::parse(run("check " + demo + " --json").out);
    for (const auto& row : as_posed["interfaces"])
        if (row["interface"] == "ball") CHECK(seam["factor"].get<double>() <= row["factor"].get<double>());
    CHECK(seam["pose"].contains("ball"));
    CHECK(run("worst " + demo + " --seam ghost").exit_code == 2);

    const auto drawn = run("scatter " + demo + " --draws 200 --seed 3 --json");
    CHECK(drawn.exit_code == 1);
    const auto chances = json::parse(drawn.out);
    CHECK(chances["draws"] == 200);
    CHECK(chances["chance"] == 1.0);  // one screw bottoms in every draw
    CHECK(run("scatter " + demo + " --draws 200 --seed 3 --json").out == drawn.out);
    CHECK(run("scatter " + demo + " --draws 0").exit_code == 2);
}

TEST_CASE("exit codes of the contract", "[cli]") {
    TemporaryFolder folder;
    auto rig = project::demo_rig();
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    rig.interface("ball")->elements[0].inputs["torque"] = 2.5;
    rig.interface("ball")->pose.clear();
    rig.interface("cup-on-bush")->elements[0].inputs["torque"] = 9.0;
    rig.interface("rail-clamp")->elements[0].inputs["torque"] = 2.0;
    const auto good = (folder / "good.json").string();
    std::ofstream(good) << project::write_rig(rig);
    CHECK(run("check " + good).exit_code == 0);
    CHECK(run("check " + good + " --required 50").exit_code == 1);
    CHECK(run("check " + demo).exit_code == 1);
    CHECK(run("check").exit_code == 2);
    CHECK(run("check " + demo + " --required 0").exit_code == 2);
    CHECK(run("check " + demo + " --case earthquake").exit_code == 2);
    CHECK(run("check /no/such/file").exit_code == 3);
    CHECK(run("nonsense").exit_code == 2);
    CHECK(run("").exit_code == 2);
    CHECK(run("--help").exit_code == 0);
    CHECK(run("check " + good + " > /dev/full").exit_code == 4);
}

TEST_CASE("validate says line and path of what is wrong", "[cli]") {
    TemporaryFolder folder;
    CHECK(run("validate " + demo).exit_code == 0);
    CHECK(json::parse(run("validate " + demo + " --json").out).at("parts") == 6);
    std::string text = project::write_rig(project::demo_rig());
    text.replace(text.find("1.34"), 4, "-9.1");
    const auto bad = (folder / "bad.json").string();
    std::ofstream(bad) << text;
    const auto r = run("validate " + bad);
    CHECK(r.exit_code == 3);
    CHECK_THAT(r.err,
               Catch::Contains("/parts/5/mass") && Catch::Contains("line ") && Catch::Contains("for example 1.34"));
    CHECK(std::count(r.err.begin(), r.err.end(), '\n') == 1);
    CHECK(run("validate " + std::string(folder.path())).exit_code == 3);
}

TEST_CASE("bench computes one interface and shows its working", "[cli]") {
    const auto r = run(
        "bench flat_face shape=disc diameter=40mm hole_diameter=0 bears=whole friction=0.3 force=1000N kept=1 --wrench "
        "0,0,0,0,0,1 --json");
    const auto j = json::parse(r.out);
    CHECK(r.exit_code == 0);
    CHECK(j.at("family") == "flat_face");
    CHECK(j.at("factor").get<double>() == relative(4, 1e-3));
    CHECK(j.at("governs") == "slips");
    CHECK(j.at("modes")[0].at("motion") == "twists");
    CHECK(j.at("modes")[0].at("factor_mass") == j.at("modes")[0].at("factor_live"));
    CHECK(j.at("modes")[1].at("factor").is_null());
    CHECK(j.at("parameters").at("diameter") == 0.04);
    CHECK(j.at("working").size() > 5);
    for (const auto& line : j.at("working"))
        CHECK((line.contains("quantity") && line.contains("formula") && line.contains("value") &&
               line.contains("unit") && line.contains("source")));
    CHECK_THAT(
        run("bench flat_face shape=disc diameter=40mm hole_diameter=0 bears=whole friction=0.3 force=1000N kept=1 "
            "--wrench 0,0,0,0,0,1")
            .out,
        Catch::Contains("4.0×, slips first") && Catch::Contains("Working"));
}

TEST_CASE("bench splits the load into what stays and what may grow", "[cli]") {
    const auto j =
        json::parse(run("bench flat_face bears=whole hole_diameter=0 friction=0.3 force=1000 kept=1 --wrench "
                        "150,0,0,0,0,0 --permanent 100,0,0,0,0,0 --json")
                        .out);
    CHECK(j.at("modes")[0].at("factor_mass").get<double>() == relative(2, 1e-3));
    CHECK(j.at("modes")[0].at("factor_live").get<double>() == relative(4, 1e-3));
}

TEST_CASE("bench refuses what cannot be built, on one line", "[cli]") {
    struct Row {
        const char *arguments, *says;
    };
    for (const Row& row :
         {Row{"bench glue", "Use one of: thread"}, Row{"bench ball diameter=-3mm", "It must be more than 0 mm"},
          Row{"bench ball diameter=3kg", "a length is wanted"}, Row{"bench ball colour=red", "It has: diameter"},
          Row{"bench ball diameter", "is not key=value"}, Row{"bench ball --wrench 1,2,3", "Write Fx,Fy,Fz,Mx,My,Mz"},
          Row{"bench ball --wrench 1,2,3,4,5,nan", "is not six numbers"},
          Row{"bench ball diameter=nan", "not a number"},
          Row{"bench ball friction='steel on cheese'", "Type a measured number"},
          Row{"bench thread screw=M9", "not in the catalogue"},
          Row{"bench tube_grip diameter=200mm", "Use a flank of at least"}}) {
        CAPTURE(row.arguments);
        const auto r = run(row.arguments);
        CHECK(r.exit_code == 2);
        CHECK(r.out.empty());
        CHECK_THAT(r.err, Catch::Contains(row.says));
        CHECK(std::count(r.err.begin(), r.err.end(), '\n') == 1);
    }
}

TEST_CASE("families and their parameters are listed", "[cli]") {
    const auto families = json::parse(run("families --json").out).at("families");
    CHECK(families.size() == clampet::families::registry().size());
    for (const auto& f : families) {
        const auto key = f.at("family").get<std::string>();
        const auto params = json::parse(run("bench " + key + " --params --json").out).at("parameters");
        CHECK(params.size() >= 3);
        for (const auto& p : params)
            CHECK((p.contains("key") && p.contains("default") && p.contains("help") && p.contains("source")));
        CHECK_THAT(run("families").out, Catch::Contains(key));
        CHECK(run("bench " + key + " --params").exit_code == 0);
    }
}

TEST_CASE("thread show, fit and stack", "[cli]") {
    const auto show = json::parse(run("thread show 1/4-20 --class 2A --json").out);
    CHECK(show.at("external").at("major").at("high").get<double>() / 0.0254 == absolute(0.2489, 0.0001));  // ASME B1.1
    CHECK_FALSE(show.contains("internal"));
    CHECK(run("thread show 1/4-20 --class 3A").exit_code == 2);
    CHECK_THAT(run("thread show M6").out, Catch::Contains("ISO 724"));
    CHECK(json::parse(run("thread fit M6 1/4-20 --json").out).at("fit") == "jams");
    CHECK(run("thread fit M6 1/4-20").exit_code == 1);
    CHECK(run("thread fit M6 M6").exit_code == 0);
    CHECK(json::parse(run("thread fit M6 M6 --json").out).at("turns_low").is_null());
    CHECK_THAT(run("thread fit M6 M99").err, Catch::Contains("not in the catalogue"));
    const auto stack = json::parse(run("thread stack screw=1/4-20x5/8in items=8mm socket=5.5mm --json").out);
    CHECK(stack.at("verdict") == "bottoms");
    CHECK(stack.at("protrusion").get<double>() == absolute(0.007875, 1e-9));
    CHECK(stack.at("washer_thickness").at("low").get<double>() == absolute(0.002675, 1e-9));
    CHECK(stack.at("standard_screw_lengths")[0].get<double>() == absolute(0.0127, 1e-9));
    CHECK(json::parse(run("thread stack screw=M6x0.75x16mm items=6mm+2*1mm socket=12mm --json").out).at("verdict") ==
          "right");
    CHECK(
        json::parse(run("thread stack screw=1/4-20x1/2in items=9.5mm socket=5.5mm in=wood --json").out).at("verdict") ==
        "short");
    CHECK(run("thread stack screw=1/4-20 socket=5mm").exit_code == 2);
    CHECK(run("thread stack screw=1/4-20x1in socket=-5mm").exit_code == 2);
}

TEST_CASE("quantity says what the program understands", "[cli]") {
    CHECK(run("quantity '1 1/2\"' --to mm").out == "38.1 mm\n");
    const auto j = json::parse(run("quantity '40 in-lb' --json").out);
    CHECK(j.at("dimension") == "torque");
    CHECK(j.at("value").get<double>() == relative(4.519394, 1e-6));
    CHECK(run("quantity '3 kg' --to mm").exit_code == 2);
    CHECK(run("quantity 'three'").exit_code == 2);
    CHECK(run("quantity '40 in·lb'").out == "torque: 4.52 N·m, 40 in·lb\n");
}

TEST_CASE("solve gives the value that reaches the factor, or says why none does", "[cli]") {
    const auto s = json::parse(
        run("solve strap force friction=0.3 bolts=4 kept=1 --wrench 100,0,0,0,0,0 --required 2 --json").out);
    CHECK(s.at("value").get<double>() == relative(200 / 2.4, 1e-3));
    CHECK(s.at("factor").get<double>() >= 2);
    CHECK(s.at("already") == true);
    CHECK_THAT(run("solve strap force --wrench 100,0,0,0,0,0").out,
               Catch::Contains("and more") || Catch::Contains("between"));
    const auto none = run("solve ball friction --wrench 0,0,0,9e5,0,0 --json");
    CHECK(none.exit_code == 1);
    CHECK(json::parse(none.out).at("value").is_null());
    CHECK_THAT(json::parse(none.out).at("reason").get<std::string>(), Catch::Contains("No value of"));
    CHECK(run("solve ball friction --wrench 0,0,0,9e5,0,0").exit_code == 1);
    for (const char* wrong :
         {"solve ball colour --wrench 0,0,1,0,0,0", "solve nothing friction --wrench 0,0,1,0,0,0",
          "solve ball friction --wrench 1,2", "solve ball friction", "solve thread screw --wrench 0,0,1,0,0,0",
          "solve ball friction --wrench 0,0,0,0,0,0", "solve ball friction ball_diameter=3kg --wrench 0,0,1,0,0,0"}) {
        CAPTURE(wrong);
        CHECK(run(wrong).exit_code == 2);
        CHECK_FALSE(run(wrong).err.empty());
    }
}

TEST_CASE("a finish covers the faces that rub", "[cli]") {
    const auto assumed = [](const std::string& arguments) {
        const auto answer = run("bench tube_grip " + arguments + " --json");
        INFO(answer.err);
        const auto document = json::parse(answer.out);
        for (const auto& one : document.at("assumed"))
            if (one.at("input") == "friction") return one.at("from").get<std::string>();
        return std::string("nothing");
    };
    CHECK(assumed("finish=varnished") == "painted steel on varnished wood");
    CHECK(assumed("'friction=varnished oak on steel'") == "steel on varnished wood");
    CHECK(assumed("friction=0.3 finish=bare") == "nothing");  // a number of one's own stays
    CHECK_THAT(run("bench flat_face friction=0.3 finish=painted").err, Catch::Contains("is typed as a number"));
    const auto none = run("bench arm finish=painted");
    CHECK(none.exit_code == 2);
    CHECK_THAT(none.err, Catch::Contains("no face that takes a finish"));
    CHECK_THAT(run("bench tube_grip finish=glittering").err, Catch::Contains("is no finish this knows"));
}

TEST_CASE("adapter routes", "[cli]") {
    const auto bush = json::parse(run("thread route '1/4-20 male' '3/8-16 female' --json").out);
    CHECK(bush.at("steps").size() == 1);
    CHECK_THAT(run("thread route '1/4-20 male' '1/4-20 female'").out, Catch::Contains("no adapter"));
    CHECK(run("thread route 'M2 male' '1/4-20 female'").exit_code == 1);
    CHECK(run("thread route '1/4-20' '1/4-20 female'").exit_code == 2);
    CHECK(run("thread route '1/4-20 male' '3/8-16 female' --stock /nowhere.json").exit_code == 3);
    TemporaryFolder folder;
    const auto stock = folder.path() / "stock.json";
    std::ofstream(stock) << R"({"adapters":[{"name":"the odd bush","a":"1/4-20 female","b":"3/8-16 male"}]})";
    const auto mine =
        json::parse(run("thread route '1/4-20 male' '3/8-16 female' --json --stock " + stock.string()).out);
    CHECK(mine.at("steps")[0].at("in_stock") == true);
    std::ofstream(stock) << "{";
    CHECK(run("thread route '1/4-20 male' '3/8-16 female' --stock " + stock.string()).exit_code == 3);
}

TEST_CASE("every family answers on the command line, and agrees with the core", "[cli][law]") {
    for (const auto* family : clampet::families::registry()) {
        const std::string key(family->key());
        CAPTURE(key);
        const auto r = run("bench " + key + " --wrench 2,1,-9,0.1,0.3,0.2 --json");
        CHECK((r.exit_code == 0 || r.exit_code == 1));
        const auto answer = json::parse(r.out);
        const auto joint = *clampet::families::join(*family, {});
        const auto report = clampet::families::report(*joint, {{}, {2, 1, -9, 0.1, 0.3, 0.2, 0, 0, -9.80665}});
        if (std::isinf(report.factor))
            CHECK(answer.at("factor").is_null());
        else
            CHECK(answer.at("factor").get<double>() == relative(report.factor, 1e-9));
    }
}

TEST_CASE("every family is told in words as well", "[cli]") {
    for (const auto* family : clampet::families::registry()) {
        const std::string key(family->key());
        CAPTURE(key);
        const auto told = run("bench " + key + " --wrench 2,1,-9,0.1,0.3,0.2").out;
        CHECK_THAT(told, Catch::StartsWith(std::string(family->name())) && Catch::Contains("\nWorking\n") &&
                             Catch::Contains("\nResults\n"));
        const auto joint = *clampet::families::join(*family, {});
        for (const auto& mode : joint->modes()) CHECK_THAT(told, Catch::Contains(mode.key));
        const auto listed = run("bench " + key + " --params").out;
        for (const auto& p : family->parameters())
            CHECK_THAT(listed, Catch::Contains(p.key) && Catch::Contains(p.help));
    }
}

TEST_CASE("an input's conditions are told to scripts", "[cli]") {
    const auto rows = json::parse(run("bench tube_grip --params --json").out).at("parameters");
    const auto row = std::find_if(rows.begin(), rows.end(), [](const json& r) { return r.at("key") == "jaw_law"; });
    REQUIRE(row != rows.end());
    CHECK(row->at("only_when").at("key") == "jaws");
    CHECK(row->at("and_when").at("key") == "squeezed_by");
    CHECK(run("bench bond kind=finger fingers=3.5").exit_code == 2);
    CHECK_THAT(run("bench bond kind=finger fingers=3.5").err, Catch::Contains("whole number"));
}

TEST_CASE("stock by its name", "[cli]") {
    const auto tube = json::parse(run("bench tube_grip \"stock=48.3 x 4.0 scaffold\" --json --wrench 5,0,0,0,0,0").out);
    CHECK(tube.at("parameters").at("diameter") == absolute(0.0483, 1e-12));
    CHECK(tube.at("parameters").at("wall") == absolute(0.004, 1e-12));
    const auto own = json::parse(run("bench tube_grip \"stock=48.3 x 4.0 scaffold\" wall=3mm --json").out);
    CHECK(own.at("parameters").at("wall") == absolute(0.003, 1e-12));
    const auto refused = run("bench tube_grip stock=drainpipe");
    CHECK(refused.exit_code == 2);
    CHECK_THAT(refused.err, Catch::Contains("drainpipe") && Catch::Contains("handrail"));
    CHECK_THAT(run("bench arm --params").out, Catch::Contains("Timber on edge"));
    CHECK(json::parse(run("bench arm --params --json").out).at("stock").size() > 10);
    CHECK(run("bench stance stock=x").exit_code == 2);
}

TEST_CASE("every family gives on the command line what it gives in the core", "[cli][families]") {
    const families::Load load{{1, 2, -14, 0.3, 0.8, 0.1, 0, 0, -9.80665}, {4, 3, 2, 0.4, 0.5, 0.3}};
    for (const auto* family : families::registry()) {
        const std::string key(family->key());
        CAPTURE(key);
        const auto answer =
            run("bench " + key + " --wrench 5,5,-12,0.7,1.3,0.4 --permanent 1,2,-14,0.3,0.8,0.1 --json");
        REQUIRE((answer.exit_code == 0 || answer.exit_code == 1));
        const auto told = json::parse(answer.out);
        const auto joint = families::join(*family, {});
        REQUIRE(joint);
        const auto report = families::report(**joint, load);
        CHECK(answer.exit_code == (report.factor >= 1 ? 0 : 1));
        CHECK(told.at("family") == key);
        REQUIRE(told.at("modes").size() == report.modes.size());
        for (std::size_t i = 0; i < report.modes.size(); ++i) {
            const auto& row = told.at("modes")[i];
            CHECK(row.at("mode") == report.modes[i].mode);
            if (std::isfinite(report.modes[i].factor))
                CHECK(row.at("factor").get<double>() == relative(report.modes[i].factor, 1e-9));
            else
                CHECK(row.at("factor").is_null());
        }
        for (const auto& line : told.at("working")) CHECK_FALSE(line.at("source").get<std::string>().empty());
        // It is listed, and its inputs are explained.
        CHECK_THAT(run("families").out, Catch::Contains(key + " "));
        CHECK_THAT(run("bench " + key + " --params").out, Catch::Contains("default"));
    }
}

TEST_CASE("a stack by key and value: ends, walls and what cannot be read", "[cli]") {
    const auto through = json::parse(run("thread stack screw=M6x20mm items=5mm socket=12mm end=through --json").out);
    CHECK(through.at("verdict") == "right");
    CHECK(through.at("judgement") == "Holds");
    // Items, plate and 10 mm beyond it: common practice.
    CHECK(through.at("screw_lengths").at("high") == 0.027);
    // A stack that is known between two thicknesses: one length, several, or refused upside down.
    const auto range = json::parse(run("thread stack screw=M6x16mm items=38-39mm socket=8mm --json").out);
    CHECK(range.at("to_buy").size() == 1);
    CHECK(range.at("to_buy")[0] == 0.045);
    CHECK(run("thread stack screw=M6x16mm items=10-22mm socket=8mm").exit_code == 1);
    const auto upside_down = run("thread stack screw=M6x16mm items=39-38mm socket=8mm");
    CHECK(upside_down.exit_code == 2);
    CHECK_THAT(upside_down.err, Catch::Contains("from more to less"));
    const auto long_one = json::parse(run("thread stack screw=M6x65mm items=5mm socket=8mm end=through --json").out);
    CHECK(long_one.at("verdict") == "too long");
    CHECK(long_one.at("judgement") == "Doubtful");
    CHECK(long_one.at("standard_screw_lengths").back() == 0.022);
    const auto shank = json::parse(run("thread stack screw=M6x30mm items=5mm socket=40mm plain=12mm --json").out);
    CHECK(shank.at("verdict") == "shank");
    CHECK_THAT(shank.at("sentence").get<std::string>(), Catch::Contains("it clamps nothing"));
    const auto shallow = json::parse(run("thread stack screw=M6x16mm items=12mm socket=2mm --json").out);
    CHECK(shallow.at("screw_lengths").is_null());
    for (const char* bad : {"thread stack screw=M6x20mm socket=12mm colour=red", "thread stack screw=M6x20mm socket",
                            "thread stack screw=M6x20mm socket=12mm in=cheese",
                            "thread stack screw=M6x20mm socket=12mm end=open", "thread stack socket=12mm",
                            "thread stack screw=M6xlong socket=12mm", "thread stack screw=M99x20mm socket=12mm"}) {
        CAPTURE(bad);
        const auto refused = run(bad);
        CHECK(refused.exit_code == 2);
        CHECK(refused.out.empty());
        CHECK_FALSE(refused.err.empty());
    }
    // Only washers that go over this screw are offered.
    const auto offered = json::parse(run("thread stack screw=3/8-16x1in items=10mm socket=8.5mm --json").out);
    CHECK(offered.at("verdict") == "bottoms");
    REQUIRE_FALSE(offered.at("standard_washers").empty());
    for (const auto& washer : offered.at("standard_washers")) {
        const double thickness = washer.at("thickness");
        CHECK(thickness >= offered.at("washer_thickness").at("low").get<double>() - 1e-6);
        CHECK(thickness <= offered.at("washer_thickness").at("high").get<double>() + 1e-6);
        CHECK(washer.at("count").get<int>() >= 1);
        CHECK(washer.at("kind") != "rubber");
    }
    // Screws are named as they are sold.
    CHECK_THAT(run("thread stack screw=1/4-20x5/8in items=8mm socket=5.5mm").out,
               Catch::Contains("(standard: 1/2 in)"));
    CHECK_THAT(
        run("thread stack screw=M6x20mm items=5mm socket=12mm").out,
        Catch::Contains("\n  2 × M6 nylon 3, 3 mm, nylon\n") && Catch::Contains("\n  3 × M6 large, 1.6 mm, steel\n"));
}

TEST_CASE("advice for one interface", "[cli]") {
    const auto weak = run("bench ball force=100N --wrench 5,0,-14,0,1.2,0.4 --required 2 --advice --json");
    CHECK(weak.exit_code == 1);
    const auto told = json::parse(weak.out);
    REQUIRE_FALSE(told.at("advice").empty());
    CHECK(told.at("advice")[0].at("key") == "force");
    CHECK(told.at("advice")[0].at("factor").get<double>() >= 1.999);
    CHECK_THAT(run("bench ball force=100N --wrench 5,0,-14,0,1.2,0.4 --advice").out,
               Catch::Contains("instead of 100 N") && Catch::Contains("a turn of the hand"));
    const auto strong = run("bench ball force=9000N --wrench 5,0,-14,0,1.2,0.4 --advice");
    CHECK(strong.exit_code == 0);
    CHECK_THAT(strong.out, Catch::Contains("nothing needs to be changed"));
    CHECK(run("bench ball --advice --required 0 --wrench 1,0,0,0,0,0").exit_code == 2);
    CHECK(run("bench bell --advice").exit_code == 2);
    CHECK_THAT(run("bench ball --advice").err, Catch::Contains("--wrench"));
    // Nothing that is given is ignored.
    CHECK(run("bench ball --required 3 --wrench 1,0,0,0,0,0").exit_code == 2);
    CHECK(run("bench ball --params --advice --wrench 1,0,0,0,0,0").exit_code == 2);
}

TEST_CASE("an input that does not count is refused by name, with the choice that would make it count", "[cli]") {
    const auto dropped = run("bench ball torque=0.5N·m --wrench 0,0,-9,0,1,0");
    CHECK(dropped.exit_code == 2);
    CHECK(
        dropped.err ==
        "clampet-cli: torque: torque does not count while squeezed_by is force. Add squeezed_by=screw, or leave torque "
        "out. [input.not_in_force]\n");
    CHECK(run("bench ball torque=0.5N·m squeezed_by=screw --wrench 0,0,-9,0,1,0").exit_code != 2);
    CHECK(run("solve ball force torque=0.5N·m --wrench 0,0,-9,0,1,0").exit_code == 2);
    CHECK_THAT(run("bench tube_grip jaws=flat flank=20mm").err,
               Catch::Contains("flank does not count while jaws is flat"));
}

TEST_CASE("how an arm stands decides what its own weight does", "[cli]") {
    const auto drop = [](const std::string& stands) {
        const auto told = json::parse(run("bench arm --json --stands " + stands).out);
        return told.at("results").at("drop").get<double>();
    };
    CHECK(drop("upright") == relative(drop("hung"), 1e-9));
    CHECK(drop("upright") > 1e-4);
    CHECK(drop("level_along_x") < 1e-9);
    CHECK(drop("level_along_y") > drop("upright"));  // the arm is wider than it is high the other way round
    CHECK_THAT(run("bench arm --stands sideways").err, Catch::Contains("upright, hung, level_along_x"));
}

TEST_CASE("an error is one line, whatever the name that was given", "[cli]") {
    for (const char* bad :
         {"check \"$(printf 'no\\nsuch\\tfile')\"", "bench \"$(printf 'ba\\nll')\"",
          "quantity \"$(printf '1\\n2 mm')\"", "thread show \"$(printf 'M\\001')\"", "\"$(printf 'no\\ncommand')\""}) {
        const auto r = run(bad);
        CAPTURE(bad, r.err);
        CHECK(r.exit_code != 0);
        CHECK(std::count(r.err.begin(), r.err.end(), '\n') == 1);
    }
}

TEST_CASE("amounts, areas and cases are told as they are", "[cli]") {
    CHECK(run("quantity '10 USD'").out == "price: 10.00 USD\n");
    CHECK(json::parse(run("quantity '3.5 £' --json").out).at("unit") == "GBP");
    CHECK(run("quantity '10 USD' --to EUR").exit_code == 2);
    const auto told = json::parse(run("bench thread --json").out);
    for (const auto& line : told.at("working"))
        if (line.at("quantity") == "external_shear_area") {
            CHECK(line.at("unit") == "m²");
            CHECK(line.at("value").get<double>() < 1e-3);
        }
    CHECK_THAT(run("check " + demo + " --case nope").err,
               Catch::Contains("The rig has no load case “nope”. It has: rest, push."));
}

TEST_CASE("load cases and cards are listed, in words and in JSON", "[cli][loads]") {
    const auto listed = json::parse(run("cases --json").out);
    CHECK(listed.at("cases").size() == 11);
    CHECK(listed.at("cards").size() == 6);
    for (const auto& c : listed.at("cases"))
        for (const auto& p : c.at("parameters")) CHECK_FALSE(p.at("source").get<std::string>().empty());
    const auto words = run("cases").out;
    for (const auto& c : listed.at("cases")) CHECK_THAT(words, Catch::Contains(c.at("case").get<std::string>()));
    CHECK_THAT(words, Catch::Contains("a competent person", Catch::CaseSensitive::No));
}

TEST_CASE("a rig is checked as used otherwise, posed otherwise, and case by case", "[cli][loads]") {
    const std::string post = std::string(CLAMPET_SOURCE_DIR) + "/data/starting/floor-post.clampet.json";
    const auto plain = json::parse(run("check " + post + " --json").out);
    CHECK_FALSE(plain.at("interfaces")[0].contains("cases"));
    const auto all = json::parse(run("check " + post + " --use people,outdoors --by-case --json").out);
    CHECK(all.at("required") == 3);
    for (const auto& row : all.at("interfaces")) {
        std::vector<std::string> names;
        double least = 1e9;
        for (const auto& c : row.at("cases")) {
            names.push_back(c.at("case"));
            if (c.at("factor").is_number()) least = std::min(least, c.at("factor").get<double>());
        }
        CHECK(names == std::vector<std::string>{"rest", "push", "tug", "bump", "wind", "payload_off"});
        // The seam's factor is that of its worst case.
        if (row.at("factor").is_number()) CHECK(row.at("factor").get<double>() == Approx(least).epsilon(2e-3));
    }
    CHECK_THAT(run("check " + post + " --use outdoors --by-case").out, Catch::Contains("by load case"));
    const auto ball = [&](const std::string& more) {
        const auto told = json::parse(run("check " + post + " --json " + more).out);
        for (const auto& row : told.at("interfaces"))
            if (row.at("interface") == "ball") return row.at("factor").get<double>();
        return 0.0;
    };
    CHECK(ball("--pose ball.forward=45deg") < ball(""));
    CHECK(ball("--case rest") > ball(""));
    for (const char* bad : {"--pose ball", "--pose ball.forward", "--pose ball.forward=far", "--pose ball.yaw=1deg",
                            "--pose ghost.pan=1deg", "--use underwater"}) {
        const auto r = run("check " + post + " " + bad);
        CAPTURE(bad, r.err);
        CHECK(r.exit_code == 2);
        CHECK(std::count(r.err.begin(), r.err.end(), '\n') == 1);
    }
}

TEST_CASE("a file of an older schema is written anew, and the schema is printed", "[cli][migration]") {
    TemporaryFolder folder;
    const std::string old = std::string(CLAMPET_SOURCE_DIR) + "/tests/project/schema-1/stair-rail.clampet.json";
    const auto out = (folder / "new.json").string();
    CHECK(run("migrate " + old + " --out " + out).exit_code == 0);
    std::ifstream written(out);
    const auto rig = json::parse(written);
    CHECK(rig.at("schema") == 2);
    CHECK(rig == json::parse(run("migrate " + old).out));
    CHECK(run("migrate " + old + " --out /no/such/folder/x.json").exit_code == 4);
    CHECK(run("migrate /no/such/file").exit_code == 3);
    CHECK(json::parse(run("schema").out).at("title") == "Clampet rig, schema 2");
}

TEST_CASE("kinds of parts are listed, and what one of them weighs and has", "[cli][parts]") {
    const auto all = json::parse(run("parts --json").out);
    CHECK(all.at("parts").size() >= 10);
    CHECK_THAT(run("parts").out, Catch::Contains("vee_clamp") && Catch::Contains("camera"));
    // EN 10220: 48.3 x 4.0 weighs 4.37 kg/m.
    const auto tube = json::parse(run("parts tube 'stock=48.3 x 4.0 scaffold' length=2m --json").out);
    CHECK(tube.at("mass").get<double>() == absolute(8.74, 0.011));
    CHECK(tube.at("values").at("diameter").get<double>() == relative(0.0483, 1e-9));
    CHECK(tube.at("ports").at(0).at("kind") == "tube");
    CHECK_THAT(run("parts tube").out, Catch::Contains("weighs") && Catch::Contains("diameter 33.7 mm"));
    CHECK_THAT(run("parts camera --params").out, Catch::Contains("lens_mass"));
    CHECK(json::parse(run("parts camera --params --json").out).at("parameters").size() > 10);
    for (const char* wrong : {"parts wing", "parts tube wall=20mm", "parts tube wall=x", "parts tube wings=2",
                              "parts camera lens=no lens_mass=1kg", "parts tube stock=none"}) {
        const auto refused = run(wrong);
        CAPTURE(wrong);
        CHECK(refused.exit_code == 2);
        CHECK(refused.out.empty());
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
}

TEST_CASE("a name fills what it knows, says so, and a number beside it counts instead", "[cli][stock]") {
    const auto answer =
        json::parse(run("bench flat_face material=beech pad=cork 'tight=snug, Ø40 knob' squeezed_by=screw "
                        "'friction=cork on plywood' pad_modulus=20MPa --json")
                        .out);
    const auto& values = answer.at("parameters");
    CHECK(values.at("torque").get<double>() == relative(2.1, 1e-9));
    CHECK(values.at("plate_modulus").get<double>() == relative(12.5e9, 1e-9));
    CHECK(values.at("pad_modulus").get<double>() == relative(20e6, 1e-9));
    CHECK(values.at("bears") == "pad");
    std::map<std::string, json> assumed;
    for (const auto& a : answer.at("assumed")) {
        CHECK(assumed.emplace(a.at("input"), a).second);  // each input once
        CHECK_FALSE(a.at("source").get<std::string>().empty());
    }
    CHECK(assumed.at("pad_modulus").at("corrected") == true);
    CHECK(assumed.at("pad_modulus").at("typical").get<double>() == relative(15e6, 1e-9));
    CHECK(assumed.at("plate_modulus").at("from") == "beech");
    CHECK(assumed.at("plate_modulus").at("corrected") == false);
    CHECK(assumed.at("torque").at("low").get<double>() == relative(1.4, 1e-6));
    CHECK(assumed.at("torque").at("high").get<double>() == relative(3.15, 1e-6));
    CHECK(assumed.at("friction").at("from") == "cork on plywood");
    // What is named is what rubs, as far as nobody says otherwise.
    const auto rubs = [](const std::string& arguments) {
        const auto answered = json::parse(run("bench " + arguments + " --json").out);
        for (const auto& a : answered.at("assumed"))
            if (a.at("input") == "friction" && a.at("corrected") == false) return a.at("from").get<std::string>();
        return std::string("typed");
    };
    CHECK(rubs("flat_face material=beech pad=cork") == "cork on hardwood");
    CHECK(rubs("flat_face pad=cork material=beech") == "cork on hardwood");
    CHECK(rubs("friction_pivot material=oak") == "hardwood on hardwood");
    CHECK(rubs("friction_pivot material=oak finish=waxed") == "waxed wood on waxed wood");
    CHECK(rubs("friction_pivot material=oak friction=0.3") == "typed");
    CHECK(rubs("rest 'material=aluminium 6061-T6'") == "hardwood on aluminium");
    // What it carries goes by name beside what it is of.
    CHECK(run("bench ball 'device=7-inch monitor' --json").out ==
          run("bench ball --device '7-inch monitor' --json").out);
    CHECK(run("limit edge_clamp material=pine device=phone").exit_code != 2);
    CHECK(run("bench ball device=phone --device phone").exit_code == 2);
    const auto text = run("bench arm material=PLA modulus=3GPa").out;
    CHECK_THAT(text, Catch::Contains("density = 1240 kg/m³, from PLA, printed"));
    CHECK_THAT(text, Catch::Contains("modulus = 2.3 GPa, from PLA, printed: from memory — yours counts instead"));
    for (const char* wrong : {"bench arm material=aluminium", "bench arm material=cork", "bench stance material=oak",
                              "bench flat_face tight=snug", "bench arm material=", "parts tube material=cheese"}) {
        const auto refused = run(wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
}

TEST_CASE("a payload is a load as a person knows it", "[cli]") {
    // The same load twice: by hand as a wrench, and as a mass at a place. Statics.
    const double weight = 1.3 * 9.80665;
    const auto carried = json::parse(run("bench flat_face --payload 1.3kg --at 20mm,0,60mm --json").out);
    CHECK(carried.at("wrench").at(2).get<double>() == relative(-weight, 1e-9));
    CHECK(carried.at("wrench").at(4).get<double>() == relative(0.02 * weight, 1e-9));
    CHECK(carried.at("permanent") == carried.at("wrench"));
    CHECK(carried.at("payload").at("mass").get<double>() == relative(1.3, 1e-9));
    const auto hung = json::parse(run("bench flat_face --payload 1.3kg --stands hung --json").out);
    CHECK(hung.at("wrench").at(2).get<double>() == relative(weight, 1e-9));
    const auto pushed = json::parse(run("bench flat_face --payload 1.3kg --push 15N --json").out);
    double push = 0, least = 0;
    for (int i = 0; i < 3; ++i) {
        const double extra = pushed.at("wrench").at(i).get<double>() - pushed.at("permanent").at(i).get<double>();
        push += extra * extra;
    }
    CHECK(std::sqrt(push) == relative(15, 1e-6));
    least = pushed.at("factor").get<double>();
    for (const char* wrench : {"15,0,-12.75,0,0.9,0", "0,15,-12.75,-0.9,0,0", "-15,0,-12.75,0,-0.9,0"})
        CHECK(
            least <=
            json::parse(run(std::string("bench flat_face --json --permanent 0,0,-12.75,0,0,0 --wrench ") + wrench).out)
                    .at("factor")
                    .get<double>() *
                1.001);
    const auto device = json::parse(run("bench flat_face --device '7 inch monitor' --payload 700g --json").out);
    CHECK(device.at("payload").at("device").at("name") == "7-inch monitor");
    CHECK(device.at("payload").at("mass").get<double>() == relative(0.7, 1e-9));
    CHECK_THAT(run("bench flat_face --device '7-inch monitor'").out, Catch::Contains("weigh yours"));
    CHECK(run("solve flat_face force --payload 1.3kg --at 0,0,60mm --push 15N --required 2").exit_code == 0);
    CHECK(run("bench bond --advice --payload 1kg --at 30mm,0,0").exit_code == 1);
    for (const char* wrong : {"--payload -1kg", "--payload 1kg --at 1,2", "--payload 1kg --at 1,2,3,4", "--at 0,0,0",
                              "--payload 1kg --wrench 1,0,0,0,0,0", "--push x", "--push 1e9N", "--device monitor",
                              "--device toaster", "--payload nan", "--payload 1kg --stands askew"}) {
        const auto refused = run(std::string("bench flat_face ") + wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(refused.out.empty());
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
}

TEST_CASE("words are answered on the command line", "[cli][search]") {
    CHECK_THAT(run("search zip tie").out, Catch::Contains("clampet-cli bench tube_grip jaws=band"));
    const auto found = json::parse(run("search --json it droops").out);
    CHECK(found.at("answers").at(0).at("key") == "arm");
    CHECK(found.at("answers").at(0).at("leads_to") == "bench");
    CHECK_THAT(run("search M6").out, Catch::Contains("clampet-cli thread show \"M6\""));
    CHECK_THAT(run("search drone").out, Catch::StartsWith("beyond"));
    CHECK_THAT(run("search qwertz").out, Catch::StartsWith("Nothing answers"));
    CHECK(run("search").exit_code == 2);
    // What it tells to type can be typed.
    const auto clamps = json::parse(run("search --json clamp").out);
    for (const auto& answer : clamps.at("answers")) {
        const std::string command = answer.at("command");
        if (command.empty()) continue;
        CAPTURE(command);
        CHECK(run(command.substr(command.find(' ') + 1)).exit_code <= 1);
    }
}

TEST_CASE("the largest payload on the command line", "[cli][limit]") {
    const auto answer = json::parse(run("limit edge_clamp --push 15N --required 2 --json").out);
    CHECK(answer.at("mass").get<double>() > 1);
    CHECK(answer.at("devices").size() > 40);
    double last = 1e9;
    for (const auto& point : answer.at("curve")) {
        const double mass = point.at("mass").is_null() ? 200 : point.at("mass").get<double>();
        CHECK(mass <= last * 1.001);
        last = mass;
    }
    // At that mass the bench gives just the factor that was asked for.
    const double mass = answer.at("mass").get<double>();
    const auto at = answer.at("at");
    const auto bench = json::parse(run("bench edge_clamp --push 15N --json --payload " + std::to_string(mass) +
                                       "kg --at " + std::to_string(at[0].get<double>()) + "," +
                                       std::to_string(at[1].get<double>()) + "," + std::to_string(at[2].get<double>()))
                                       .out);
    CHECK(bench.at("factor").get<double>() == relative(2, 0.01));
    CHECK_THAT(run("limit edge_clamp").out, Catch::Contains("ahead"));
    CHECK(run("limit bond material=x").exit_code == 2);
    CHECK(run("limit nothing").exit_code == 2);
    CHECK(run("limit bond --at 1").exit_code == 2);
}

TEST_CASE("what goes together is told on the command line", "[cli][fit]") {
    CHECK(run("fit 'plate 4.9mm' 'slot 5 mm'").exit_code == 0);
    const auto loose = run("fit 'post 24.6 mm' 'bore 25.2mm' --depth 60mm --height 1.2m");
    CHECK(loose.exit_code == 1);
    CHECK_THAT(loose.out, Catch::StartsWith("Goes in, loose by 0.6 mm.") && Catch::Contains("24.6 mm at the camera"));
    const auto answer = json::parse(run("fit 'dowel 24.9-25.1 mm' 'hole 25 mm' --json").out);
    CHECK(answer.at("together") == "perhaps");
    CHECK(answer.at("play").at("low").get<double>() == absolute(-0.1e-3, 1e-12));
    CHECK_THAT(run("fit M6 1/4-20").out, Catch::Contains("jams after"));
    CHECK_THAT(run("quantity '38-39 in'").out, Catch::StartsWith("length: 965.2 mm to 990.6 mm"));
    CHECK(json::parse(run("quantity 'about 12 mm' --json").out).at("low").get<double>() == relative(0.0108, 1e-9));
    for (const char* wrong :
         {"fit 'post 3 mm' 'rod 3 mm'", "fit cheese 'bore 3mm'", "fit 'post 40-38mm' 'bore 40mm'", "fit 'post 3 mm'",
          "fit 'post 3mm' 'bore 3mm' --depth x", "quantity '39-38 in'", "fit 'post 3mm' 'bore 3mm' --height -1m",
          "fit 'post 3mm' 'bore 3.1mm' --height 1m", "fit 'plate 3mm' 'slot 3.1mm' --depth 20mm"}) {
        const auto refused = run(wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(refused.out.empty());
    }
}

TEST_CASE("a thread is identified on the command line", "[cli][thread]") {
    CHECK_THAT(run("thread identify --diameter 6.3mm --per-inch 20").out, Catch::Contains("1/4-20 UNC"));
    const auto answer = json::parse(run("thread identify --diameter 5.9mm --pitch 1mm --json").out);
    CHECK(answer.at("candidates").at(0).at("thread") == "M6");
    CHECK_THAT(run("thread show 'quarter twenty'").out, Catch::StartsWith("1/4-20 UNC"));
    for (const char* wrong : {"thread identify", "thread identify --diameter x", "thread identify --diameter 300mm",
                              "thread identify --per-inch 0", "thread identify --goes-into cheese", "thread show 3/8",
                              "thread show 'M6-4g'", "thread identify --pitch 1mm --per-inch 20"}) {
        const auto refused = run(wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
}

TEST_CASE("what hands hold and who sees the screen, on the command line", "[cli][studies]") {
    const std::string post = std::string(CLAMPET_SOURCE_DIR) + "/data/demo/castered-post.clampet.json";
    const auto loosened = json::parse(run("loosen " + post + " --json").out).at("loosened");
    REQUIRE(loosened.size() == 2);
    CHECK(loosened[0].at("interface") == "ball");
    CHECK(loosened[0].at("force").get<double>() > 1);
    CHECK(loosened[1].at("force").get<double>() == relative(loosened[1].at("mass").get<double>() * 9.80665, 1e-6));
    CHECK_THAT(run("loosen " + post).out, Catch::Contains("must be held with"));
    CHECK(run("loosen /nowhere.clampet.json").exit_code == 3);
    const auto seen = run("sight " + post + " camera --eye '-60 cm; 0; 1.6 m' --json");
    CHECK(seen.exit_code == 0);
    CHECK(json::parse(seen.out).at("seen") == true);
    const auto ahead = run("sight " + post + " camera --eye '2 m; 0; 1.6 m'");
    CHECK(ahead.exit_code == 1);
    CHECK_THAT(ahead.out, Catch::Contains("not seen from there"));
    for (const char* eye : {"1 m; 2 m", "here; 0; 0", "nan; 0; 0", "1;2;3;4"})
        CHECK(run("sight " + post + " camera --eye '" + eye + "'").exit_code == 2);
    CHECK(run("sight " + post + " nobody --eye '1 m; 0; 0'").exit_code == 2);
}

TEST_CASE("room, balance, picture and advice of a rig on the command line", "[cli][studies]") {
    const std::string demo = std::string(CLAMPET_SOURCE_DIR) + "/data/demo/", rail = demo + "stair-rail.clampet.json",
                      boom = demo + "boom.clampet.json";
    const auto room = run("room " + rail + " --json");
    CHECK(room.exit_code == 0);  // nothing in the shots
    const auto touches = json::parse(room.out).at("touches");
    REQUIRE(touches.size() > 2);
    CHECK(touches[0].at("spacer").at("thickness").get<double>() > 0);
    CHECK(json::parse(run("room " + rail + " --threads 3 --json").out) == json::parse(room.out));
    CHECK_THAT(run("room " + rail).out, Catch::Contains("frees it"));
    const auto balance = json::parse(run("balance " + boom + " --json").out);
    REQUIRE(balance.at("weights").size() == 1);
    CHECK(balance.at("weights")[0].at("mass").get<double>() == relative(1.6, 1e-9));
    CHECK(balance.at("pivots").size() >= 5);
    CHECK_THAT(run("balance " + boom).out, Catch::Contains("what turns each joint"));
    const auto picture = json::parse(run("picture " + boom + " --shot 'Straight down' --json").out).at("pictures");
    REQUIRE(picture.size() == 1);
    CHECK(picture[0].at("looks")[2].get<double>() == absolute(-1, 1e-9));
    CHECK_THAT(run("picture " + boom).out, Catch::Contains("pixels of 3840"));
    const auto advice = run("advise " + rail + " --seam ball --json");
    CHECK(advice.exit_code == 1);
    const auto rows = json::parse(advice.out).at("advice");
    REQUIRE_FALSE(rows.empty());
    CHECK(rows[0].at("factor").get<double>() > rows[0].at("before").get<double>());
    CHECK_THAT(run("advise " + demo + "printed-chain.clampet.json").out,
               Catch::Contains("nothing needs to be changed"));
    for (const auto& wrong :
         {"room nothing.json", "balance nothing.json", "picture nothing.json", "advise nothing.json"})
        CHECK(run(wrong).exit_code == 3);
    for (const auto& wrong : {"room " + rail + " --steps 0", "picture " + boom + " --shot nowhere",
                              std::string("picture " CLAMPET_SOURCE_DIR "/data/rigs/k07.clampet.json"),
                              "picture " + boom + " --closeup -1", "advise " + rail + " --seam nothing"}) {
        const auto refused = run(wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
    }
}

TEST_CASE("the drawer and two rigs side by side on the command line", "[cli][stock]") {
    const std::string folder = std::filesystem::temp_directory_path() / "clampet-cli-stock";
    std::filesystem::remove_all(folder);
    std::filesystem::create_directories(folder);
    const auto file = [&](const char* name) { return folder + "/" + name; };
    std::ofstream(file("good.csv")) << "Name;Count;Price\nM6 wing nut;4;1,20\n3/8-16 male to 1/4-20 female;2;\n";
    std::ofstream(file("bad.csv")) << "name,count\nM6 wing nut,4\nthingummy,x\n";
    std::ofstream(file("none.json")) << "{";
    const auto taken =
        run("stock " + file("w.json") + " --take " + file("good.csv") + " --give " + file("out.csv") + " --json");
    CHECK(taken.exit_code == 0);
    const auto items = json::parse(taken.out).at("items");
    REQUIRE(items.size() == 2);
    CHECK(items[0].at("price").get<double>() == relative(1.2, 1e-12));
    CHECK(items[1].at("is") == "adapter, 3/8-16 UNC male to 1/4-20 UNC female");
    // Taken twice there are twice as many; what was written comes in again.
    CHECK(json::parse(run("stock " + file("w.json") + " --take " + file("out.csv") + " --json").out)
              .at("items")[0]
              .at("count") == 8);
    for (const auto& [command, place] :
         {std::pair{"stock " + file("w.json") + " --take " + file("bad.csv"), "bad.csv, line 3, count"},
          {"stock " + file("none.json"), "none.json, line 1"},
          {"stock " + file("w.json") + " --take " + file("nowhere.csv"), "nowhere.csv"}}) {
        const auto refused = run(command);
        CAPTURE(command, refused.err);
        CHECK(refused.exit_code == 3);
        CHECK_THAT(refused.err, Catch::Contains(place));
    }
    CHECK(run("stock " + file("w.json") + " --give /nonexistent/x.csv").exit_code == 4);
    const std::string rigs = std::string(CLAMPET_SOURCE_DIR) + "/data/rigs/",
                      demo = std::string(CLAMPET_SOURCE_DIR) + "/data/demo/";
    const auto compared =
        json::parse(run("compare " + rigs + "k10.clampet.json " + rigs + "k02.clampet.json --json").out);
    CHECK(compared.at("interfaces").size() >= 6);
    CHECK(compared.at("differences").size() > 3);
    CHECK(run("compare " + rigs + "k01.clampet.json " + file("none.json")).exit_code == 3);
    // What is in the drawer is told, and comes before what would have to be bought.
    std::ofstream(file("knob.csv")) << "name\n\"star knob, Ø32\"\n";
    (void)run("stock " + file("w.json") + " --take " + file("knob.csv"));
    const auto advice =
        json::parse(
            run("advise " + demo + "stair-rail.clampet.json --seam ball --json --workshop " + file("w.json")).out)
            .at("advice");
    REQUIRE_FALSE(advice.empty());
    CHECK(std::any_of(advice.begin(), advice.end(), [](const auto& a) { return a.at("owned") == 1; }));
    std::filesystem::remove_all(folder);
}

TEST_CASE("parts that lie in each other are told by check", "[cli][bad]") {
    // Two plates on one tube, slid onto one place.
    rig::Rig rig = *project::edited({}, project::Build{{}, {}, {}, {{"tube"}}});
    const std::string rail = rig.parts[0].id;
    for (int i = 0; i < 2; ++i) rig = *project::edited(rig, project::Build{rail, {}, {}, {{"collar"}}});
    const TemporaryFolder folder;
    const auto file = (folder / "two.clampet.json").string();
    const auto write = [&](double apart) {
        const auto posed = *project::edited(rig, project::SetPose{rig.interfaces[1].id, "slide", apart});
        std::ofstream(file) << project::write_rig(posed);
        return run("check " + file + " --json");
    };
    const auto on_one_place =
        json::parse(write(rig.interfaces[0].pose.empty() ? 0.0 : rig.interfaces[0].pose.begin()->second).out);
    REQUIRE(on_one_place.at("overlaps").size() == 1);
    CHECK(on_one_place.at("overlaps")[0].at("depth").get<double>() > 0.001);
    CHECK_THAT(run("check " + file).out, Catch::Contains("what cannot be so") && Catch::Contains("in each other"));
    const auto apart = json::parse(write(0.2).out);
    CHECK(apart.at("overlaps").empty());
    CHECK_THAT(run("check " + file).out, !Catch::Contains("what cannot be so"));
}

TEST_CASE("a rig is held against a workshop", "[cli][stock]") {
    const std::string folder = CLAMPET_SOURCE_DIR "/data/demo/";
    const auto own = run("stock " + folder + "workshop.clampet-workshop.json --for " + folder + "boom.clampet.json");
    CHECK(own.exit_code == 0);
    CHECK_THAT(own.out, Catch::Contains("All that “Boom over hands and rope” takes"));
    const TemporaryFolder bare;
    const auto file = (bare / "bare.clampet-workshop.json").string();
    std::ofstream(file) << R"({"format": "clampet-workshop", "schema": 1, "name": "Bare", "items": []})";
    const auto other = run("stock " + file + " --for " + folder + "boom.clampet.json --json");
    CHECK(other.exit_code == 1);
    const auto j = json::parse(other.out);
    CHECK(j.at("differences").size() == 4);
    CHECK_THAT(j.at("differences")[0].at("says").get<std::string>(), Catch::Contains("is not in this drawer"));
    CHECK(run("stock " + file + " --for /nowhere.json").exit_code == 3);
}

TEST_CASE("picture says whether a rig brings the lens where a shot wants it", "[cli][studies]") {
    const auto r = run("picture " CLAMPET_SOURCE_DIR "/data/demo/boom.clampet.json --json");
    CHECK(r.exit_code == 1);
    const auto pictures = json::parse(r.out).at("pictures");
    REQUIRE(pictures.size() == 2);
    const auto& down = pictures[0].at("reach");
    CHECK(down.at("met") == true);
    CHECK(down.at("is").at("out").get<double>() == Approx(0.48).margin(0.01));
    // By its own eye and view: level out, up, and under level.
    const auto& eye = pictures[1].at("eye");
    const auto& reach = pictures[1].at("reach");
    CHECK(reach.at("is").at("out").get<double>() == Approx(std::hypot(eye[0].get<double>(), eye[1].get<double>())));
    CHECK(reach.at("is").at("height").get<double>() == eye[2].get<double>());
    CHECK(reach.at("met") == false);
    CHECK_THAT(reach.at("says").get<std::string>(), Catch::EndsWith("too low."));
    const auto text = run("picture " CLAMPET_SOURCE_DIR "/data/demo/boom.clampet.json");
    CHECK_THAT(text.out, Catch::Contains("The rig brings it there."));
}

TEST_CASE("a counterweight is made up from the drawer, or of what is sold", "[cli][stock]") {
    const std::string folder = CLAMPET_SOURCE_DIR "/data/";
    const auto bought = json::parse(run("balance " + folder + "rigs/k05.clampet.json --json").out).at("weights").at(0);
    REQUIRE(bought.at("by_mass").at("exists") == true);
    REQUIRE(bought.contains("made_of"));
    CHECK(bought.at("made_of").at("owned") == false);
    const double mass = bought.at("made_of").at("mass");
    const auto &least = bought.at("by_mass").at("least"), &most = bought.at("by_mass").at("most");
    CHECK((least.is_null() || mass >= least.get<double>()));
    CHECK((most.is_null() || mass <= most.get<double>()));
    CHECK(mass > 0);
    const auto text =
        run("balance " + folder + "rigs/k05.clampet.json --workshop " + folder + "demo/workshop.clampet-workshop.json")
            .out;
    CHECK_THAT(text, Catch::Contains("from the drawer: sandbag, 3 kg"));
    CHECK(run("balance " + folder + "rigs/k05.clampet.json --workshop " + folder + "rigs/k05.clampet.json").exit_code ==
          3);
}

TEST_CASE("what the workshop needs is written or printed", "[cli][export]") {
    const std::string arm = CLAMPET_SOURCE_DIR "/data/rigs/k16.clampet.json";
    TemporaryFolder folder;
    const auto in = [&](const char* name) { return (folder.path() / name).string(); };
    const auto drills = run("export " + arm + " --what drills");
    CHECK(drills.exit_code == 0);
    CHECK_THAT(drills.out, Catch::StartsWith("Drills, in the order of use") && Catch::Contains("8.4 mm"));
    const auto cuts = json::parse(run("export " + arm + " --what cutlist --length 1.2m --json").out);
    CHECK(cuts.at("rows").size() >= 4);
    CHECK(cuts.at("rows")[0].contains("sawn to"));
    CHECK(run("export " + arm + " --what templates --out " + in("all.pdf")).exit_code == 0);
    CHECK(std::filesystem::file_size(folder.path() / "all.pdf") > 5000);
    const auto svgs = run("export " + arm + " --what templates --as svg --out " + in("sheets") + " --json");
    CHECK(svgs.exit_code == 0);
    const auto written = json::parse(svgs.out).at("written");
    for (const auto& file : written) CHECK(std::filesystem::exists(file.get<std::string>()));
    CHECK(run("export " + arm + " --what cutlist --as csv --out " + in("cuts.csv")).exit_code == 0);
    CHECK(std::filesystem::file_size(folder.path() / "cuts.csv") > 100);
    for (const std::string wrong :
         {"--what poems", "--what templates --as csv --out x", "--what templates", "--what cutlist --kerf 30mm",
          "--what cutlist --length -1m", "--what templates --paper A9 --out x.pdf", "--what drills --paper A3",
          "--what templates --as svg --paper A3 --out x", "--what drills --kerf 2mm"}) {
        const auto refused = run("export " + arm + " " + wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
    // Nothing to make; a file where a folder should be; nothing half-written where one of them cannot be.
    const std::string bought = CLAMPET_SOURCE_DIR "/data/rigs/k06.clampet.json";
    CHECK_THAT(run("export " + bought + " --what templates --out " + in("none.pdf")).err, Catch::Contains("is made"));
    CHECK_FALSE(std::filesystem::exists(folder.path() / "none.pdf"));
    CHECK(run("export " + arm + " --what templates --as svg --out " + in("cuts.csv")).exit_code == 4);
}

TEST_CASE("export plans the work, lists what to buy and reports", "[cli][export]") {
    const std::string head = CLAMPET_SOURCE_DIR "/data/rigs/k01.clampet.json";
    TemporaryFolder folder;
    const auto in = [&](const char* name) { return (folder.path() / name).string(); };
    const auto steps = run("export " + head + " --what steps --finish paint");
    CHECK(steps.exit_code == 0);
    CHECK_THAT(steps.out, Catch::StartsWith("Plan of work") && Catch::Contains("coat 3 of 3"));
    const auto dates = json::parse(
        run("export " + head + " --what schedule --start 2026-12-07 --hours 09:00-17:00 --days mon,tue --json").out);
    CHECK(dates.at("rows")[0].at("begin") == "2026-12-07 09:00");
    CHECK(run("export " + head + " --what schedule --as ics --out " + in("plan.ics")).exit_code == 0);
    CHECK_THAT(run("export " + head + " --what bom").out, Catch::Contains("M8 × 65 mm screw"));
    const auto cost = run("export " + head + " --what cost --rate 20 --ready-made 480");
    CHECK_THAT(cost.out, Catch::Contains("own work") && Catch::Contains("480.00 EUR"));
    CHECK(run("export " + head + " --what report --out " + in("report.html")).exit_code == 0);
    std::ifstream html(in("report.html"));
    const std::string page{std::istreambuf_iterator<char>(html), {}};
    CHECK_THAT(page, Catch::StartsWith("<!DOCTYPE html>") && Catch::Contains("<svg") &&
                         Catch::Contains("Working of the worst"));
    CHECK(run("export " + head + " --what report --as pdf --out " + in("report.pdf")).exit_code == 0);
    for (const std::string wrong :
         {"--what steps --finish gold", "--what schedule --start soon", "--what schedule --hours 22:00-19:00",
          "--what schedule --days someday", "--what steps --start 2026-12-01", "--what cost --rate lots",
          "--what bom --rate 20", "--what report", "--what report --as ics --out x", "--what drills --finish oil"}) {
        const auto refused = run("export " + head + " " + wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
}

TEST_CASE("export writes solids, and says what does not count for them", "[cli][export]") {
    const std::string chain = CLAMPET_SOURCE_DIR "/data/demo/printed-chain.clampet.json";
    TemporaryFolder folder;
    const auto in = [&](const char* name) { return (folder.path() / name).string(); };
    const auto made =
        run("export " + chain + " --what solids --as stl --chord 0.1mm --holes 0.3mm --out " + in("stl") + " --json");
    CHECK(made.exit_code == 0);
    const auto written = json::parse(made.out).at("written");
    CHECK_FALSE(written.empty());
    for (const auto& file : written) CHECK(std::filesystem::file_size(file.get<std::string>()) > 1000);
    for (const std::string wrong : {"--as obj --out x", "--as step --chord 1mm --out x", "--kerf 3mm --out x",
                                    "--holes 5mm --out x", "--as stl --chord 9mm --out x", "--as stl"}) {
        const auto refused = run("export " + chain + " --what solids " + wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
    }
    // A limit on file size stands for the full disk: nothing half-written stays, and it says so.
    const auto full = said_by("trap '' XFSZ; ulimit -f 8; " CLAMPET_CLI " export " + chain +
                              " --what solids --as stl --chord 0.02mm --out " + in("full") + " 2>&1; echo exit $?");
    CHECK_THAT(full, Catch::Contains("exit 4"));
    CHECK((!std::filesystem::exists(in("full")) || std::filesystem::is_empty(in("full"))));
    std::ofstream(in("file")) << "mine";
    const auto refused = run("export " + chain + " --what solids --as stl --out " + in("file"));
    CAPTURE(refused.err);
    CHECK(refused.exit_code == 4);
    CHECK(std::filesystem::file_size(in("file")) == 4);
}

TEST_CASE("export saws from the drawer, puts the left-overs back, and prints as a printer is set", "[cli][export]") {
    TemporaryFolder folder;
    const auto drawer = (folder.path() / "drawer.clampet-workshop.json").string();
    const std::string boom = CLAMPET_SOURCE_DIR "/data/demo/boom.clampet.json";
    std::ofstream(drawer) << R"({"format":"clampet-workshop","schema":1,"items":[
        {"name":"beech, 400 x 70 x 62 mm"},{"name":"M6 wing nut","count":3}],
        "printers":[{"name":"Thin","material":"PETG, printed","walls":"0.8 mm","infill":0.1},
                    {"name":"Stout","material":"PETG, printed","walls":"3 mm","infill":0.8}]})";
    const auto listed = run("export " + boom + " --what cutlist --workshop " + drawer);
    CHECK(listed.exit_code == 0);
    CHECK_THAT(listed.out, Catch::Contains("From the drawer, beech, 400 x 70 x 62 mm") &&
                               Catch::Contains("0.4 mm thinner than drawn"));
    const auto sawn = run("export " + boom + " --what cutlist --sawn --workshop " + drawer);
    CHECK(sawn.exit_code == 0);
    CHECK(sawn.out == listed.out);  // of the drawer as it was
    const auto after = json::parse(std::ifstream(drawer));
    REQUIRE(after.at("items").size() == 2);
    // 400 − 96 − 3 mm of kerf.
    CHECK(after.at("items")[1].at("name") == "beech, 301 × 70 × 62 mm");
    const auto mass = [&](const std::string& more) {
        const auto made = run("export " + boom + " --what solids --as stl --out " + (folder.path() / "stl").string() +
                              " --json --workshop " + drawer + more);
        CHECK(made.exit_code == 0);
        return json::parse(made.out).at("prints").at(0).at("mass").get<double>();
    };
    CHECK(mass(" --printer Thin") < mass(" --printer Stout"));
    CHECK(mass("") == mass(" --printer Thin"));  // the first one
    for (const auto& wrong : std::vector<std::string>{
             "--what cutlist --sawn", "--what drills --workshop " + drawer + " --sawn",
             "--what solids --printer Thin --out x", "--what solids --printer Odd --out x --workshop " + drawer,
             "--what cost --ready-delivery soon", "--what bom --ready-delivery 5"}) {
        const auto refused = run("export " + boom + " " + wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
    CHECK_THAT(run("export " + boom + " --what cost --ready-delivery 5").out,
               Catch::Contains("ready-made it would be here in 5 days"));
}

TEST_CASE("a pull says what it teaches, and is kept where that is asked", "[cli][prove]") {
    TemporaryFolder folder;
    const auto file = (folder.path() / "rail.clampet.json").string();
    std::filesystem::copy_file(CLAMPET_SOURCE_DIR "/data/demo/stair-rail.clampet.json", file);
    const auto before = json::parse(run("belief " + file + " --json").out);
    CHECK(before.at("believed").empty());
    REQUIRE(before.at("tests_to_do").size() > 1);
    const auto& first = before.at("tests_to_do")[0];
    const std::string seam = first.at("interface");
    const auto way = fmt::format("{},{},{}", first.at("way")[0].get<double>(), first.at("way")[1].get<double>(),
                                 first.at("way")[2].get<double>());
    const auto pull = fmt::format("pull {} --seam {} --direction {} --force {}N", file, seam, way,
                                  0.5 * first.at("slides_at").get<double>());
    const auto tried = run(pull + " --json");
    CAPTURE(tried.err);
    const auto told = json::parse(tried.out);
    CHECK(told.at("pull").at("ratio").get<double>() < 1);
    CHECK(told.at("after").at("factor").get<double>() < told.at("before").at("factor").get<double>());
    CHECK(told.at("kept") == false);
    CHECK(json::parse(run("belief " + file + " --json").out).at("believed").empty());
    CHECK_THAT(run(pull + " --keep --note \"scale borrowed\"").out,
               Catch::Contains("Kept in the rig’s file") || Catch::Contains("Kept in the rig's file"));
    const auto after = json::parse(run("belief " + file + " --json").out);
    CHECK(after.at("believed").size() >= 2);
    CHECK(run("validate " + file).exit_code == 0);
    CHECK_THAT(run("belief " + file).out, Catch::Contains("friction of") && Catch::Contains("as it is"));
    // The same from what the scale wrote: up to the force, then it lets go.
    const auto scale = (folder.path() / "scale.csv").string();
    const double force = 0.5 * first.at("slides_at").get<double>();
    {
        std::ofstream csv(scale);
        csv << "time (s);force (N)\n";
        for (int i = 0; i < 200; ++i) {
            const double f = i < 20 ? 0 : force * (i - 20) / 130;
            csv << fmt::format("{};{}\n", 0.02 * i, f <= force ? f : 0.1 * force);
        }
    }
    const auto by_trace =
        run(fmt::format("pull {} --seam {} --direction {} --trace {} --json", file, seam, way, scale));
    CAPTURE(by_trace.err);
    CHECK(json::parse(by_trace.out).at("pull").at("ratio").get<double>() ==
          Approx(told.at("pull").at("ratio").get<double>()).epsilon(0.03));
    CHECK(json::parse(by_trace.out).at("pull").at("outcome") == "slid");
    for (const auto& wrong : std::vector<std::string>{
             "--seam nothing --force 10N", "--seam " + seam, "--seam " + seam + " --force 10N --trace " + scale,
             "--seam " + seam + " --trace " + file, "--seam " + seam + " --force lots",
             "--seam " + seam + " --force 10N --direction sideways", "--seam " + seam + " --force 10N --outcome flew",
             "--seam " + seam + " --force 99kN --direction " + way, "--seam " + seam + " --force -3N"}) {
        const auto refused = run("pull " + file + " " + wrong);
        CAPTURE(wrong, refused.err);
        CHECK(refused.exit_code == 2);
        CHECK(std::count(refused.err.begin(), refused.err.end(), '\n') == 1);
    }
}
