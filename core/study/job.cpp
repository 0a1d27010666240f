#include "study/job.h"

#include <algorithm>
#include <exception>
#include <mutex>
#include <thread>
#include <vector>

namespace clampet::study {

void run(const Job& job, std::size_t count, const std::function<void(std::size_t)>& each) {
    std::atomic<std::size_t> next{0};
    std::mutex telling;
    std::size_t done = 0;
    std::exception_ptr thrown;
    const auto work = [&] {
        for (;;) {
            const std::size_t i = next.fetch_add(1);
            if (i >= count || job.is_cancelled()) return;
            try {
                each(i);
            } catch (...) {
                const std::lock_guard lock(telling);
                if (!thrown) thrown = std::current_exception();
                next = count;
                return;
            }
            const std::lock_guard lock(telling);
            ++done;
            if (job.progress) job.progress(done, count);
        }
    };
    {
        std::vector<std::jthread> others;
        const std::size_t helpers =
            std::min<std::size_t>(std::max(1u, job.workers), std::max<std::size_t>(count, 1)) - 1;
        for (std::size_t k = 0; k < helpers; ++k) others.emplace_back(work);
        work();
    }
    if (thrown) std::rethrow_exception(thrown);
}

unsigned all_cores() {
    return std::max(1u, std::thread::hardware_concurrency());
}

}  // namespace clampet::study
