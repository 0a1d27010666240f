#include "allocations.h"

#include <cstdlib>
#include <new>

namespace {
thread_local std::size_t count = 0;
void* counted(std::size_t size) {
    ++count;
    if (void* p = std::malloc(size ? size : 1)) return p;
    throw std::bad_alloc();
}
void* counted(std::size_t size, std::align_val_t alignment) {
    ++count;
    const auto unit = static_cast<std::size_t>(alignment);
    if (void* p = std::aligned_alloc(unit, (size + unit - 1) / unit * unit)) return p;
    throw std::bad_alloc();
}
}  // namespace

std::size_t allocations() noexcept {
    return count;
}

void* operator new(std::size_t size) {
    return counted(size);
}
void* operator new[](std::size_t size) {
    return counted(size);
}
void* operator new(std::size_t size, std::align_val_t alignment) {
    return counted(size, alignment);
}
void* operator new[](std::size_t size, std::align_val_t alignment) {
    return counted(size, alignment);
}
void operator delete(void* p) noexcept {
    std::free(p);
}
void operator delete[](void* p) noexcept {
    std::free(p);
}
void operator delete(void* p, std::size_t) noexcept {
    std::free(p);
}
void operator delete[](void* p, std::size_t) noexcept {
    std::free(p);
}
void operator delete(void* p, std::align_val_t) noexcept {
    std::free(p);
}
void operator delete[](void* p, std::align_val_t) noexcept {
    std::free(p);
}
void operator delete(void* p, std::size_t, std::align_val_t) noexcept {
    std::free(p);
}
void operator delete[](void* p, std::size_t, std::align_val_t) noexcept {
    std::free(p);
}
