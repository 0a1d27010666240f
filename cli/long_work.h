#pragma once
#include "study/job.h"

namespace clampet::cli {

/// Long work on the command line: progress on a terminal, none with --json; SIGINT stops it cleanly with what is known.
class LongWork {
 public:
    /// `verb` of what is done: "checked".
    LongWork(const char* verb, bool json);
    LongWork(const LongWork&) = delete;
    LongWork& operator=(const LongWork&) = delete;
    ~LongWork();
    /// `threads`: 0 for as many as there are cores.
    study::Job job(unsigned threads) const;

 private:
    const char* verb_;
    bool tells_;
};

}  // namespace clampet::cli
