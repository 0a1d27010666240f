#include "allocations.h"

#include <cstdlib>
#include <new>

namespace {
thread_local std::size_t count = 0;
#ifndef __SANITIZE_ADDRESS__
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
#endif
}  // namespace

std::size_t allocations() noexcept {
    return count;
}

#ifndef __SANITIZE_ADDRESS__  // the sanitizer has its own, and must keep it: there nothing is counted

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
void* operator new(std::size_t size, const std::nothrow_t&) noexcept {
    ++count;
    return std::malloc(size ? size : 1);
}
void* operator new[](std::size_t size, const std::nothrow_t&) noexcept {
    ++count;
    return std::malloc(size ? size : 1);
}
void operator delete(void* p, const std::nothrow_t&) noexcept {
    std::free(p);
}
void operator delete[](void* p, const std::nothrow_t&) noexcept {
    std::free(p);
}

#endif
