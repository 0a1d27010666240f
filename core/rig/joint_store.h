#pragma once
#include <map>
#include <mutex>

#include "rig/rig.h"

namespace clampet::rig {

/// Joints of interfaces as they stood when they were last asked for, so that an edit, its check and what shows it build
/// each of them once. It belongs to whoever owns the rig; any thread may ask.
class JointStore {
 public:
    /// As rig::prepare(); what was built of the same elements before is given again.
    Result<Prepared> prepare(const Interface& interface, End end);
    /// So many were built, and not found.
    std::size_t built() const;

 private:
    struct Entry {
        std::vector<Element> elements;
        std::map<End, Prepared> ends;
    };
    mutable std::mutex mutex_;
    std::map<std::string, Entry, std::less<>> entries_;  ///< by the interface's id
    std::size_t built_ = 0;
};

/// From the store, where there is one.
Result<Prepared> prepare(const Interface& interface, End end, JointStore* store);

}  // namespace clampet::rig
