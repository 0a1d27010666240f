#include "solids/kernel.h"

#include <dlfcn.h>
#include <fmt/format.h>

#include <filesystem>

namespace clampet::solids {
namespace {

namespace fs = std::filesystem;

/// Beside the program, in the library folder of where it is installed, or where it was built.
std::vector<fs::path> places() {
    std::vector<fs::path> all;
    std::error_code failed;
    const auto program = fs::read_symlink("/proc/self/exe", failed);
    if (!failed)
        all = {program.parent_path() / kernel_file,
               program.parent_path().parent_path() / "lib" / "clampet" / kernel_file};
    all.emplace_back(CLAMPET_BUILT_KERNEL);
    return all;
}

}  // namespace

Result<const Kernel*> kernel_at(const std::vector<fs::path>& places) {
    std::string why = "it is not beside the program";
    for (const auto& place : places) {
        std::error_code failed;
        if (!fs::exists(place, failed)) continue;
        // It stays until the end: what it has built must not outlive its code.
        if (void* module = dlopen(place.c_str(), RTLD_NOW | RTLD_LOCAL))
            if (auto* entry = reinterpret_cast<KernelEntry*>(dlsym(module, kernel_entry))) return entry();
        if (const char* said = dlerror()) why = said;
    }
    return Problem{"model.no_kernel", "",
                   fmt::format("What builds solids, {}, could not be loaded: {}.", kernel_file, why),
                   "Build or install Clampet anew, with the packages that it lists; all else works without."};
}

Result<const Kernel*> kernel() {
    static const Result<const Kernel*> loaded = kernel_at(places());
    return loaded;
}

}  // namespace clampet::solids
