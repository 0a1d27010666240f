#include "project/file.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <signal.h>
#include <sys/resource.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

#include <fstream>

#include "approximately.h"
#include "project/document.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "temporary_folder.h"

using namespace clampet;
namespace fs = std::filesystem;

TEST_CASE("a file is replaced whole", "[project][file]") {
    TemporaryFolder folder;
    const auto path = folder / "rig.clampet.json";
    REQUIRE(project::write_file_atomically(path, "one"));
    REQUIRE(project::write_file_atomically(path, "two"));
    CHECK(*project::read_file(path) == "two");
    CHECK(folder.entries() == 1);  // nothing left beside it
    fs::permissions(path, fs::perms::owner_read | fs::perms::owner_write);
    REQUIRE(project::write_file_atomically(path, "three"));
    CHECK((fs::status(path).permissions() & fs::perms::all) == (fs::perms::owner_read | fs::perms::owner_write));
    fs::create_symlink(path, folder / "link");
    REQUIRE(project::write_file_atomically(folder / "link", "four"));
    CHECK(fs::is_symlink(folder / "link"));
    CHECK(*project::read_file(path) == "four");
}

TEST_CASE("files that cannot be read say what to do", "[project][file]") {
    TemporaryFolder folder;
    CHECK(project::read_file(folder / "none").problem().remedy == "Check the name and the folder.");
    CHECK(project::read_file(folder.path()).problem().remedy == "Choose a rig file, ending in .clampet.json.");
    CHECK_FALSE(project::read_file("/dev/zero"));
    const auto huge = folder / "huge.clampet.json";
    std::ofstream(huge) << "{";
    fs::resize_file(huge, 300u << 20);  // sparse: 300 MB without the disk
    const auto text = project::read_file(huge);
    REQUIRE_FALSE(text);
    CHECK_THAT(text.problem().what, Catch::Contains("300 MB"));
    std::ofstream(folder / "empty");
    CHECK(*project::read_file(folder / "empty") == "");
}

TEST_CASE("a full disk leaves the old file and no rubbish", "[project][file]") {
    TemporaryFolder folder;
    const auto path = folder / "rig.clampet.json";
    REQUIRE(project::write_file_atomically(path, "old"));
    const pid_t child = fork();
    if (child == 0) {  // a limit on file size stands for the full disk: write() fails in the middle
        signal(SIGXFSZ, SIG_IGN);
        const rlimit limit{1000, 1000};
        setrlimit(RLIMIT_FSIZE, &limit);
        const auto done = project::write_file_atomically(path, std::string(100000, 'x'));
        _exit(!done && done.problem().remedy == "Free some space or save to another place; the old file is untouched."
                  ? 0
                  : 1);
    }
    int status = 0;
    waitpid(child, &status, 0);
    CHECK(WEXITSTATUS(status) == 0);
    CHECK(*project::read_file(path) == "old");
    CHECK(folder.entries() == 1);
}

TEST_CASE("a kill during save leaves the old file or the new one, whole", "[project][file]") {
    TemporaryFolder folder;
    const auto path = folder / "rig.clampet.json";
    const std::string old_text(300000, 'o'), new_text(300000, 'n');
    REQUIRE(project::write_file_atomically(path, old_text));
    for (int k = 0; k < 25; ++k) {
        const pid_t child = fork();
        if (child == 0) {
            for (;;) {
                (void)project::write_file_atomically(path, new_text);
                (void)project::write_file_atomically(path, old_text);
            }
        }
        usleep(static_cast<useconds_t>(500 + 700 * k));
        kill(child, SIGKILL);
        waitpid(child, nullptr, 0);
        const auto text = project::read_file(path);
        REQUIRE(text);
        CHECK((*text == old_text || *text == new_text));
    }
}

TEST_CASE("places that cannot be written to say so", "[project][file]") {
    TemporaryFolder folder;
    CHECK(project::write_file_atomically(folder / "no/such/folder/rig.json", "x").problem().remedy ==
          "The folder is not there: make it, or choose another.");
    CHECK_FALSE(project::write_file_atomically(folder.path(), "x"));
    if (geteuid() != 0) {
        fs::permissions(folder.path(), fs::perms::owner_read | fs::perms::owner_exec);
        const auto done = project::write_file_atomically(folder / "rig.json", "x");
        fs::permissions(folder.path(), fs::perms::owner_all);
        REQUIRE_FALSE(done);
        CHECK(done.problem().remedy == "Save to a folder that you may write to; the old file is untouched.");
    } else {  // root may write anywhere, so another user tries
        const auto path = folder / "rig.json";
        REQUIRE(project::write_file_atomically(path, "old"));
        fs::permissions(folder.path(), fs::perms::owner_all | fs::perms::others_read | fs::perms::others_exec);
        const pid_t child = fork();
        if (child == 0) {
            if (setgid(65534) != 0 || setuid(65534) != 0) _exit(2);
            const auto done = project::write_file_atomically(path, "new");
            _exit(!done && done.problem().remedy == "Save to a folder that you may write to; the old file is untouched."
                      ? 0
                      : 1);
        }
        int status = 0;
        waitpid(child, &status, 0);
        CHECK(WEXITSTATUS(status) == 0);
        CHECK(*project::read_file(path) == "old");
    }
}

TEST_CASE("a killed save leaves nothing behind for good", "[project][file]") {
    TemporaryFolder folder;
    const auto path = folder / "rig.clampet.json";
    REQUIRE(project::write_file_atomically(path, "old"));
    const pid_t child = fork();
    if (child == 0) _exit(0);
    waitpid(child, nullptr, 0);  // a process number that has ended
    const auto stale = folder.path() / (".rig.clampet.json." + std::to_string(child) + ".part"),
               alive = folder.path() / (".rig.clampet.json." + std::to_string(getppid()) + ".part"),
               other = folder / ".another.clampet.json.1.part", own = folder / ".rig.clampet.json.notes.part";
    for (const auto& left : {stale, alive, other, own}) std::ofstream(left) << "half";
    REQUIRE(project::write_file_atomically(path, "new"));
    CHECK(*project::read_file(path) == "new");
    CHECK_FALSE(fs::exists(stale));
    CHECK(fs::exists(alive));  // another Clampet may be saving now
    CHECK(fs::exists(other));
    CHECK(fs::exists(own));
}

TEST_CASE("files that belong together are all there or none is", "[project][file]") {
    TemporaryFolder folder;
    const auto to = folder.path() / "out";
    REQUIRE(project::write_files(to, {{"a.txt", "a"}, {"b.txt", "b"}}));
    CHECK(*project::read_file(to / "b.txt") == "b");
    // A name that no file can have: what was written before it is taken away, what was there already stays.
    CHECK_FALSE(project::write_files(to, {{"a.txt", "A"}, {"c.txt", "c"}, {std::string(300, 'x'), "no"}}));
    CHECK(std::filesystem::exists(to / "a.txt"));
    CHECK_FALSE(std::filesystem::exists(to / "c.txt"));
    CHECK_FALSE(project::write_files(folder.path() / "new", {{"a.txt", "a"}, {std::string(300, 'x'), "no"}}));
    CHECK_FALSE(std::filesystem::exists(folder.path() / "new"));
    CHECK(project::write_files(to / "a.txt", {{"d.txt", "d"}}).problem().id == ProblemId("file.not_a_folder"));
}
