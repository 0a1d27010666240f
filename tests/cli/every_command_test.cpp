// What holds of every command: help, and files that are none.
#include <algorithm>
#include <sstream>

#include "run.h"
#include "said_by.h"

namespace {

/// Those that --help lists.
std::vector<std::string> commands() {
    std::istringstream help(run("--help").out);
    std::vector<std::string> all;
    bool listed = false;
    for (std::string line; std::getline(help, line);) {
        if (listed && line.starts_with("  ")) all.push_back(line.substr(2, line.find(' ', 2) - 2));
        listed = listed || line.starts_with("Subcommands:");
    }
    return all;
}

void write(const std::filesystem::path& path, const std::string& text) {
    std::ofstream(path, std::ios::binary) << text;
}

/// One line on the error stream that says what to do, and nothing else.
void check_refused(const Run& r) {
    CAPTURE(r.out, r.err);
    CHECK(r.out.empty());
    CHECK(r.err.starts_with("clampet-cli: "));
    CHECK(std::count(r.err.begin(), r.err.end(), '\n') == 1);
    CHECK(r.err.size() > 30);
}

/// No module is found while this lives.
struct WithoutModules {
    WithoutModules() { setenv("CLAMPET_MODULES", "/nowhere", 1); }
    WithoutModules(const WithoutModules&) = delete;
    WithoutModules& operator=(const WithoutModules&) = delete;
    ~WithoutModules() { unsetenv("CLAMPET_MODULES"); }
};

}  // namespace

TEST_CASE("every command says what it is for, and refuses what it does not know in one line", "[cli][input]") {
    const auto all = commands();
    CHECK(all.size() > 30);
    for (const auto& command : all) {
        CAPTURE(command);
        const auto help = run(command + " --help");
        CHECK(help.exit_code == 0);
        CHECK(help.err.empty());
        CHECK_THAT(help.out, Catch::Contains("Usage: "));
        const auto nonsense = run(command + " --nonsense");
        CHECK(nonsense.exit_code == 2);
        check_refused(nonsense);
    }
}

TEST_CASE("files that are no rig are refused by every command that reads one", "[cli][input]") {
    TemporaryFolder folder;
    std::ifstream in(CLAMPET_SOURCE_DIR "/data/demo/stair-rail.clampet.json");
    const std::string whole{std::istreambuf_iterator<char>(in), {}};
    write(folder / "cut.clampet.json", whole.substr(0, whole.size() / 3));
    write(folder / "empty.clampet.json", "");
    write(folder / "picture.clampet.json", std::string("\x89PNG\r\n\x1a\n\0\0\0\rIHDR", 16));
    write(folder / "list.clampet.json", "[1, 2, 3]");
    write(folder / "another.clampet.json", R"({"shopping": ["milk", "bread"]})");
    struct Case {
        std::string file, says;
    };
    const std::vector<Case> cases{{folder / "cut.clampet.json", "[json.cut_off]"},
                                  {folder / "empty.clampet.json", "[json.cut_off]"},
                                  {folder / "picture.clampet.json", "["},
                                  {folder / "list.clampet.json", "["},
                                  {folder / "another.clampet.json", "["},
                                  {folder / "nothing.clampet.json", "[file.not_there]"},
                                  {folder / "", "[file.is_a_folder]"}};
    for (const std::string command : {"check", "worst", "scatter", "room", "balance", "loosen", "picture", "advise",
                                      "log", "revisions", "card", "belief", "migrate", "validate"})
        for (const auto& c : cases) {
            const auto r = run(command + " '" + c.file + "'");
            CAPTURE(command, c.file, r.exit_code);
            CHECK(r.exit_code == 3);  // cli.md: the file could not be read
            check_refused(r);
            CHECK_THAT(r.err, Catch::Contains(c.says));
        }
    // Nothing of them was changed.
    std::ifstream again(folder / "cut.clampet.json");
    CHECK(std::string{std::istreambuf_iterator<char>(again), {}} == whole.substr(0, whole.size() / 3));
}

TEST_CASE("a command does not wait for what it may not need to be loaded", "[cli][speed]") {
    // What the loader of programs would load before main().
    const auto libraries = said_by(std::string("LD_TRACE_LOADED_OBJECTS=1 ") + CLAMPET_CLI);
    CHECK_THAT(libraries, Catch::Contains("libfmt"));
    CHECK_THAT(libraries, !Catch::Contains("libTK"));
    CHECK_THAT(libraries, !Catch::Contains("lib3MF"));
    CHECK_THAT(libraries, !Catch::Contains("libfcl"));
    CHECK_THAT(libraries, !Catch::Contains("libcairo"));
}

TEST_CASE("without a module, what needs it is refused with the reason, and all else works", "[cli][module]") {
    const std::string demo = CLAMPET_SOURCE_DIR "/data/demo/stair-rail.clampet.json";
    TemporaryFolder folder;
    const auto check = nlohmann::json::parse(run("check " + demo + " --json").out);
    CHECK(check.at("overlaps").is_array());
    const WithoutModules none;
    auto without = nlohmann::json::parse(run("check " + demo + " --json").out);
    CHECK(without.at("overlaps").is_null());
    without["overlaps"] = check.at("overlaps");
    CHECK(without == check);
    CHECK_THAT(run("check " + demo).out, Catch::Contains("whether parts touch was not looked at\n"
                                                         "What finds parts that touch, libclampet-fcl.so, could not be "
                                                         "loaded: it is not at /nowhere/libclampet-fcl.so."));
    const auto room = run("room " + demo);
    CHECK(room.exit_code == 2);
    check_refused(room);
    for (const std::string what : {"templates --as pdf", "templates --as dxf", "report --as pdf", "solids --as stl"}) {
        CAPTURE(what);
        const auto refused = run("export " + demo + " --what " + what + " --out " + (folder / "x").string());
        CHECK(refused.exit_code != 0);
        check_refused(refused);
        CHECK_THAT(refused.err, Catch::Contains("[module.not_loaded]") && Catch::Contains("could not be loaded"));
        CHECK_FALSE(std::filesystem::exists(folder / "x"));
    }
}
