#include "long_work.h"

#include <fmt/format.h>
#include <unistd.h>

#include <csignal>

namespace clampet::cli {
namespace {

std::atomic<bool> interrupted{false};  // a signal handler may touch nothing else
static_assert(std::atomic<bool>::is_always_lock_free);

void interrupt(int) {
    if (interrupted.exchange(true)) std::_Exit(130);  // asked twice: at once
}

}  // namespace

LongWork::LongWork(const char* verb, bool json) : verb_(verb), tells_(!json && ::isatty(STDERR_FILENO) != 0) {
    interrupted = false;
    std::signal(SIGINT, interrupt);
}

LongWork::~LongWork() {
    std::signal(SIGINT, SIG_DFL);
    if (tells_) fmt::print(stderr, "\r\x1b[K");
}

study::Job LongWork::job(unsigned threads) const {
    study::Job job;
    job.workers = threads > 0 ? threads : study::all_cores();
    job.cancelled = &interrupted;
    if (tells_)
        job.progress = [verb = verb_](std::size_t done, std::size_t total) {
            if (total > 20) fmt::print(stderr, "\r{} {} of {}", verb, done, total);
        };
    return job;
}

}  // namespace clampet::cli
