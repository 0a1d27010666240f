// What is seen of a rig, by the real program: taps, time under load, measured parts, log, revisions, card, ladder.
#include <fmt/format.h>

#include <cmath>
#include <nlohmann/json.hpp>

#include "approximately.h"
#include "run.h"

using nlohmann::json;

namespace {

/// A file of the project, to be changed.
struct Copy {
    TemporaryFolder folder;
    std::string file;
    explicit Copy(const char* of) : file((folder.path() / "rig.clampet.json").string()) {
        std::filesystem::copy_file(std::string(CLAMPET_SOURCE_DIR) + "/data/" + of, file);
    }
    std::string text() const {
        std::ifstream stream(file);
        return {std::istreambuf_iterator<char>(stream), {}};
    }
    std::string write(const char* name, const std::string& text) const {
        const auto path = (folder.path() / name).string();
        std::ofstream(path) << text;
        return path;
    }
};

json said(const std::string& arguments) {
    const auto r = run(arguments + " --json");
    CAPTURE(arguments, r.err);
    REQUIRE((r.exit_code == 0 || r.exit_code == 1));
    return json::parse(r.out);
}

/// One line, the id of the problem in it; nothing on standard output.
void refused(const std::string& arguments, const char* id, int exit_code = 2) {
    const auto r = run(arguments);
    CAPTURE(arguments, r.err);
    CHECK(r.exit_code == exit_code);
    CHECK(r.out.empty());
    CHECK_THAT(r.err, Catch::Contains(id));
    CHECK(std::count(r.err.begin(), r.err.end(), '\n') == 1);
}

}  // namespace

TEST_CASE("a tap corrects the modulus of an arm, by a frequency or a recording", "[cli][records]") {
    Copy rig("rigs/k07.clampet.json");
    const auto tap = said("tap " + rig.file + " --seam arm --frequency 12Hz --damping 0.03");
    CHECK(tap.at("predicted").at("frequency").get<double>() > 12);
    CHECK(tap.at("tap").at("value").get<double>() < tap.at("tap").at("stood").get<double>());
    CHECK(tap.at("kept") == false);
    std::string recording = "time (s),z (m/s^2)\n";
    for (int i = 0; i < 600; ++i) {
        const double t = i * 0.005, w = 2 * 3.14159265358979 * 12;
        recording += fmt::format("{},{}\n", t, std::exp(-0.03 * w * t) * std::cos(w * std::sqrt(1 - 0.0009) * t));
    }
    const auto by_phone = said("tap " + rig.file + " --keep --date 2026-11-29 --seam arm --recording " +
                               rig.write("phone.csv", recording));
    CHECK(by_phone.at("tap").at("frequency").get<double>() == relative(12, 1e-3));
    CHECK(by_phone.at("tap").at("damping").get<double>() == relative(0.03, 0.01));
    // Kept: the model swings so now.
    const auto again = said("tap " + rig.file + " --seam arm --frequency 12Hz");
    CHECK(again.at("predicted").at("frequency").get<double>() == relative(12, 2e-3));
    CHECK(run("validate " + rig.file).exit_code == 0);
    refused("tap " + rig.file + " --seam arm", "tap.frequency_or_recording");
    refused("tap " + rig.file + " --seam arm --frequency 12kg", "frequency");
    refused("tap " + rig.file + " --seam arm --recording " + rig.write("bad.csv", "hello\n"), "recording.length");
    refused("tap " + rig.file + " --seam arm --recording /nowhere.csv", "/nowhere.csv");
}

TEST_CASE("a time under load says what is kept, what creeps and when to tighten again", "[cli][records]") {
    Copy rig("demo/stair-rail.clampet.json");
    const auto forces =
        said("hang " + rig.file + " --keep --seam rail-clamp --forces \"0 = 42 N, 1 h = 38 N, 1 d = 33 N\"");
    CHECK(forces.at("kept_after_a_day").at("typical").get<double>() == relative(0.79, 0.03));
    CHECK(forces.at("after").at("factor").get<double>() != forces.at("before").at("factor").get<double>());
    const auto marks = said("hang " + rig.file + " --seam rail-clamp --marks \"0 = 0, 1 h = 0.2, 8 h = 0.3\"");
    CHECK(marks.at("settles") == true);
    CHECK(json::parse(rig.text()).at("hangs").size() == 1);
    refused("hang " + rig.file + " --seam rail-clamp", "hang.marks_or_forces");
    refused("hang " + rig.file + " --seam rail-clamp --marks soon", "hang.no_reading");
    refused("hang " + rig.file + " --seam rail-clamp --marks \"8 h = 1, 1 h = 2\"", "record.wrong");
    refused("hang " + rig.file + " --seam rail-clamp --forces \"0 = 10 N, 1 d = 30 N\"", "hang.grows");
}

TEST_CASE("a measured part is judged, and the rig takes it or leaves it", "[cli][records]") {
    Copy rig("demo/stair-rail.clampet.json");
    const auto thin = said("measure " + rig.file + " --keep --part clamp --of thickness --value 17.4mm");
    CHECK_THAT(thin.at("measured").at("said").get<std::string>(), Catch::Contains("shim"));
    const auto again = said("measure " + rig.file + " --part clamp --of thickness --value 17.4mm");
    CHECK(again.at("measured").at("intended").get<double>() == relative(0.0174, 1e-9));
    const auto frame = said("measure " + rig.file +
                            " --part clamp --of diagonals --side 300 --other-side 400 --diagonal 502 "
                            "--other-diagonal 498");
    CHECK(frame.at("measured").at("value").get<double>() == relative(std::asin(4000.0 / 480000.0), 1e-9));
    refused("measure " + rig.file + " --part clamp --of colour --value 1mm", "measured.nothing_such");
    refused("measure " + rig.file + " --part clamp --of thickness --value -1mm", "record.wrong");
    refused("measure " + rig.file + " --part clamp --of thickness", "value");
}

TEST_CASE("a log is added to, searched, written as a table, edited and taken back", "[cli][records]") {
    Copy rig("demo/stair-rail.clampet.json");
    const auto before = said("log " + rig.file).at("log").size();
    REQUIRE(
        run("log " + rig.file + " --add shoot --text 'Stairs; first night' --date 2026-11-20 --seam ball").exit_code ==
        0);
    REQUIRE(run("log " + rig.file + " --add incident --text 'The knob came loose' --date 2026-11-22").exit_code == 0);
    CHECK(said("log " + rig.file).at("log").size() == before + 2);
    CHECK(said("log " + rig.file + " --search 'KNOB loose'").at("log").size() == 1);
    const auto table = (rig.folder.path() / "log.csv").string();
    REQUIRE(run("log " + rig.file + " --give " + table).exit_code == 0);
    std::ofstream(table, std::ios::app) << "2026-11-23;note;;by hand;\r\n";
    REQUIRE(run("log " + rig.file + " --take " + table).exit_code == 0);
    CHECK(said("log " + rig.file + " --search 'by hand'").at("log").size() == 1);
    CHECK(said("log " + rig.file).at("log").size() == before + 3);
    const auto kept = rig.text();
    refused("log " + rig.file + " --add party --text x", "log.unknown_event");
    refused("log " + rig.file + " --add note --text x --date tomorrow", "record.no_date");
    refused("log " + rig.file + " --text x", "log.nothing_added");
    refused("log " + rig.file + " --take " + rig.write("bad.csv", "a;b\n1;2\n"), "log.no_columns");
    refused("log " + rig.file + " --give /nowhere/log.csv", "/nowhere", 4);
    CHECK(rig.text() == kept);
}

TEST_CASE("revisions are kept, judged and compared", "[cli][records]") {
    Copy rig("demo/stair-rail.clampet.json");
    const auto before = said("revisions " + rig.file).at("revisions").size();
    REQUIRE(run("revisions " + rig.file + " --keep Thin --why 'as drawn' --date 2026-11-20").exit_code == 0);
    REQUIRE(run("measure " + rig.file + " --keep --part clamp --of thickness --value 12mm").exit_code <= 1);
    REQUIRE(run("revisions " + rig.file + " --judge Thin --learned 'it bends' --failed").exit_code == 0);
    const auto all = said("revisions " + rig.file).at("revisions");
    REQUIRE(all.size() == before + 1);
    CHECK(all[before - 1].at("name") == "Thin");
    CHECK(all[before - 1].at("why") == "as drawn");
    CHECK(all[before - 1].at("failed") == true);
    CHECK(all[before].at("from") == "Thin");
    const auto differences = said("revisions " + rig.file + " --compare Thin now").at("differences");
    REQUIRE(differences.size() == 1);
    CHECK(differences[0].at("b") == "12 mm");
    CHECK_THAT(run("revisions " + rig.file).out, Catch::Contains("x Thin") && Catch::Contains("* now from Thin"));
    refused("revisions " + rig.file + " --compare Thin Thick", "revision.unknown");
    refused("revisions " + rig.file + " --judge Thick", "revision.none_to_judge");
    refused("revisions " + rig.file + " --keep X --date soon", "record.no_date");
}

TEST_CASE("a card is told, printed and made for a phone", "[cli][records]") {
    Copy rig("demo/boom.clampet.json");
    const auto card = said("card " + rig.file + " --date 2026-11-29");
    CHECK(card.at("date") == "2026-11-29");
    CHECK_FALSE(card.at("tighten").empty());
    CHECK(card.at("code").get<std::string>().size() <= 500);
    for (const char* name : {"card.pdf", "card.png"}) {
        const auto out = (rig.folder.path() / name).string();
        CHECK(said("card " + rig.file + " --out " + out).at("written")[0] == out);
        CHECK(std::filesystem::file_size(out) > 2000);
    }
    CHECK_THAT(run("card " + rig.file).out, Catch::Contains("How tight") && Catch::Contains("Before each use"));
    refused("card " + rig.file + " --out card.doc", "card.format");
    refused("card " + rig.file + " --date 29.11.2026", "record.no_date");
    refused("card " + rig.file + " --out /nowhere/card.pdf", "/nowhere", 4);
}

TEST_CASE("a ladder is tried, learned, printed next, and used by printed holes", "[cli][records]") {
    Copy drawer("demo/workshop.clampet-workshop.json");
    const auto out = (drawer.folder.path() / "piece.stl").string();
    const auto first = said("ladder " + drawer.file);
    const auto tries = first.at("tries").get<int>();
    const auto second = said("ladder " + drawer.file +
                             " --tried '0.30=tight, 0.34=tight, 0.38=right, 0.40=right, 0.44=loose' --out " + out);
    CHECK(second.at("tries").get<int>() == tries + 5);
    CHECK(std::filesystem::file_size(out) > 1000);
    const auto learned = said("ladder " + drawer.file).at("clearance").get<double>();
    CHECK(learned == relative(second.at("clearance").get<double>(), 1e-9));
    CHECK(said("ladder " + drawer.file + " --lies across").at("tries") == 0);
    for (const char* name : {"piece.3mf", "piece.step", "piece.pdf"})
        CHECK(run("ladder " + drawer.file + " --out " + (drawer.folder.path() / name).string()).exit_code == 0);
    // Printed holes are so much wider then, unless another number is typed.
    const auto solids = fmt::format("export {} --what solids --as stl --out {} --workshop {}",
                                    std::string(CLAMPET_SOURCE_DIR) + "/data/demo/boom.clampet.json",
                                    (drawer.folder.path() / "solids").string(), drawer.file);
    CHECK(said(solids).at("holes").get<double>() == relative(learned, 1e-9));
    CHECK(said(solids + " --holes 0.1mm").at("holes").get<double>() == relative(1e-4, 1e-9));
    refused("ladder " + drawer.file + " --printer Nobody", "ladder.no_printer");
    refused("ladder " + drawer.file + " --tried 0.1=perfect", "ladder.unknown_word");
    refused("ladder " + drawer.file + " --tried tight", "ladder.no_try");
    refused("ladder " + drawer.file + " --tried 1m=tight", "ladder.clearances");
    refused("ladder " + drawer.file + " --pin 0mm --out " + out, "ladder.pin");
    refused("ladder " + drawer.file + " --out piece.jpg", "ladder.format");
}
