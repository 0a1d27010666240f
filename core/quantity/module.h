#pragma once
#include <filesystem>
#include <string>
#include <vector>

#include "quantity/result.h"

namespace clampet {

/// A library of ours that is loaded when it is first needed, because those that it needs take longer to load than all
/// else to start. What it can do is an interface with nothing of theirs in it, handed out by an entry `extern "C" const
/// Interface* entry()`.
struct Module {
    std::string purpose;          ///< how a person would call it: "What builds solids"
    std::string file;             ///< "libclampet-occt.so"
    std::string entry;            ///< "clampet_solid_kernel"
    std::filesystem::path built;  ///< where it was built
};
/// What a module hands out or makes: known by its base, so never copied.
class Uncopied {
 public:
    Uncopied(const Uncopied&) = delete;
    Uncopied& operator=(const Uncopied&) = delete;
    virtual ~Uncopied() = default;

 protected:
    Uncopied() = default;
};
using Places = std::vector<std::filesystem::path>;

/// Beside the program, in the library folder of where it is installed, or where it was built; where CLAMPET_MODULES
/// names a folder, only there.
Places places_of(const Module& module);
/// Its entry, from the first of these places that has it. It stays until the end: what it has made must not outlive its
/// code. Errors  A Problem: it is at none of them, or its libraries are missing.
Result<void*> entry_of(const Module& module, const Places& places);

template <class Interface>
Result<const Interface*> load(const Module& module, const Places& places) {
    const auto entry = entry_of(module, places);
    if (!entry) return entry.problem();
    return reinterpret_cast<const Interface* (*)()>(*entry)();
}
template <class Interface>
Result<const Interface*> load(const Module& module) {
    return load<Interface>(module, places_of(module));
}

}  // namespace clampet
