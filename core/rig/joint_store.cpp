#include "rig/joint_store.h"

namespace clampet::rig {

Result<Prepared> JointStore::prepare(const Interface& interface, End end) {
    {
        const std::scoped_lock lock(mutex_);
        auto& entry = entries_[interface.id];
        if (entry.elements != interface.elements) entry = {interface.elements, {}};
        if (const auto at = entry.ends.find(end); at != entry.ends.end()) return at->second;
        ++built_;
    }
    auto prepared = rig::prepare(interface, end);  // others may ask meanwhile
    if (!prepared) return prepared;
    const std::scoped_lock lock(mutex_);
    auto& entry = entries_[interface.id];
    if (entry.elements == interface.elements) entry.ends.insert_or_assign(end, *prepared);
    return prepared;
}

std::size_t JointStore::built() const {
    const std::scoped_lock lock(mutex_);
    return built_;
}

Result<Prepared> prepare(const Interface& interface, End end, JointStore* store) {
    return store ? store->prepare(interface, end) : prepare(interface, end);
}

}  // namespace clampet::rig
