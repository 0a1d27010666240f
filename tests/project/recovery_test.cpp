#include "project/recovery.h"

#include <fcntl.h>
#include <signal.h>
#include <sys/wait.h>
#include <unistd.h>

#include <fstream>
#include <set>

#include "approximately.h"
#include "project/starting_points.h"
#include "temporary_folder.h"

using namespace clampet;

TEST_CASE("after a kill the work is back", "[project][recovery]") {
    TemporaryFolder folder;
    const pid_t child = fork();
    if (child == 0) {
        project::Recovery mine(folder.path());
        auto rig = project::demo_rig();
        rig.name = "Unsaved";
        if (!mine.keep(rig, std::filesystem::path("/somewhere/rig.clampet.json"))) _exit(1);
        raise(SIGKILL);
    }
    waitpid(child, nullptr, 0);
    project::Recovery next(folder.path());
    auto found = next.take_orphan();
    REQUIRE(found);
    CHECK(found->rig.name == "Unsaved");
    CHECK(found->path == std::filesystem::path("/somewhere/rig.clampet.json"));
    CHECK_FALSE(next.take_orphan());  // taken over once
}

TEST_CASE("a second crash before saving loses nothing either", "[project][recovery]") {
    TemporaryFolder folder;
    for (int crash = 0; crash < 2; ++crash) {
        const pid_t child = fork();
        if (child == 0) {
            project::Recovery mine(folder.path());
            if (crash == 0 && !mine.keep(project::demo_rig(), {})) _exit(1);
            if (crash == 1 && !mine.take_orphan()) _exit(1);
            raise(SIGKILL);
        }
        int status = 0;
        waitpid(child, &status, 0);
        CHECK(WIFSIGNALED(status));
    }
    CHECK(project::Recovery(folder.path()).take_orphan());
}

TEST_CASE("the copy of a running program is left alone", "[project][recovery]") {
    TemporaryFolder folder;
    int ready[2], go[2];
    REQUIRE((pipe(ready) == 0 && pipe(go) == 0));
    const pid_t child = fork();
    if (child == 0) {
        project::Recovery mine(folder.path());
        char c = mine.keep(project::demo_rig(), {}) ? 'k' : 'x';
        if (write(ready[1], &c, 1) != 1 || read(go[0], &c, 1) != 1) _exit(1);
        mine.discard();
        _exit(0);
    }
    char c = 0;
    REQUIRE(read(ready[0], &c, 1) == 1);
    CHECK(c == 'k');
    CHECK_FALSE(project::Recovery(folder.path()).take_orphan());
    REQUIRE(write(go[1], &c, 1) == 1);
    waitpid(child, nullptr, 0);
    CHECK_FALSE(project::Recovery(folder.path()).take_orphan());
}

TEST_CASE("a spoiled copy is left in place, not taken", "[project][recovery]") {
    TemporaryFolder folder;
    std::ofstream(folder / "1-0.recovery.json") << "{\"rig\": \"half";
    project::Recovery r(folder.path());
    CHECK_FALSE(r.take_orphan());
    CHECK(std::filesystem::exists(folder / "1-0.recovery.json"));
}

TEST_CASE("a folder that cannot be made is reported when it matters", "[project][recovery]") {
    project::Recovery r("/proc/none/recovery");
    CHECK_FALSE(r.take_orphan());
    CHECK_FALSE(r.keep(project::demo_rig(), {}));
}

TEST_CASE("two crashed windows both come back, one after the other", "[project][recovery]") {
    TemporaryFolder folder;
    for (const char* name : {"first", "second"}) {
        const pid_t child = fork();
        if (child == 0) {
            project::Recovery mine(folder.path());
            auto rig = project::demo_rig();
            rig.name = name;
            if (!mine.keep(rig, std::filesystem::path("/tmp/") / name)) _exit(1);
            raise(SIGKILL);
        }
        waitpid(child, nullptr, 0);
    }
    project::Recovery next(folder.path());
    CHECK(next.orphans() == 2);
    std::set<std::string> names;
    for (int i = 0; i < 2; ++i) {
        const auto found = next.take_orphan();
        REQUIRE(found);
        names.insert(found->rig.name);
        next.discard();  // saved, or given up
    }
    CHECK(names == std::set<std::string>{"first", "second"});
    CHECK(next.orphans() == 0);
    CHECK_FALSE(next.take_orphan());
}

TEST_CASE("a file's name that is no text comes back with the work", "[project][recovery]") {
    TemporaryFolder folder;
    const std::filesystem::path odd("/tmp/half-\xff\xfe muffled.clampet.json");
    { REQUIRE(project::Recovery(folder.path()).keep(project::demo_rig(), odd)); }
    const auto found = project::Recovery(folder.path()).take_orphan();
    REQUIRE(found);
    CHECK(found->path == odd);
}
