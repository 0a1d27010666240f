#include "quantity/module.h"

#include <dlfcn.h>
#include <fmt/format.h>

#include <cstdlib>

namespace clampet {
namespace fs = std::filesystem;

Places places_of(const Module& module) {
    if (const char* folder = std::getenv("CLAMPET_MODULES")) return {fs::path(folder) / module.file};
    Places all;
    std::error_code failed;
    const auto program = fs::read_symlink("/proc/self/exe", failed);
    if (!failed)
        all = {program.parent_path() / module.file,
               program.parent_path().parent_path() / "lib" / "clampet" / module.file};
    all.push_back(module.built);
    return all;
}

Result<void*> entry_of(const Module& module, const Places& places) {
    std::string why =
        places.size() == 1 ? "it is not at " + places.front().string() : std::string("it is not beside the program");
    for (const auto& place : places) {
        std::error_code failed;
        if (!fs::exists(place, failed)) continue;
        if (void* loaded = dlopen(place.c_str(), RTLD_NOW | RTLD_LOCAL))
            if (void* entry = dlsym(loaded, module.entry.c_str())) return entry;
        if (const char* said = dlerror()) why = said;
    }
    return Problem{"module.not_loaded", "",
                   fmt::format("{}, {}, could not be loaded: {}.", module.purpose, module.file, why),
                   "Build or install Clampet anew, with the packages that it lists; all else works without."};
}

}  // namespace clampet
