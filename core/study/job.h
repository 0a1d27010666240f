#pragma once
#include <atomic>
#include <cstddef>
#include <functional>

namespace clampet::study {

/// How long work is done: by how many workers, how it tells its progress, how it is stopped.
struct Job {
    unsigned workers = 1;                          ///< at least one: the caller's own thread
    const std::atomic<bool>* cancelled = nullptr;  ///< set from any thread or a signal handler
    /// Called from one thread at a time with what is done and what there is to do; never after run() has returned.
    std::function<void(std::size_t done, std::size_t total)> progress;
    bool is_cancelled() const { return cancelled && cancelled->load(std::memory_order_relaxed); }
};

/// Calls `each(i)` once for every i under `count`, in any order and from any worker, until all are done or the job is
/// cancelled. What it leaves must depend on i alone, so that the answer is the same for any number of workers.
/// Errors  An exception of a worker ends the job and is thrown again here.
void run(const Job& job, std::size_t count, const std::function<void(std::size_t)>& each);

/// As many workers as the machine has cores.
unsigned all_cores();

}  // namespace clampet::study
