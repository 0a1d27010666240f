#include "project/recovery.h"

#include <fcntl.h>
#include <signal.h>
#include <sys/wait.h>
#include <unistd.h>

#include <fstream>

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
