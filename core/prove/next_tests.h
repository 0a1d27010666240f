#pragma once
#include <string>
#include <vector>

#include "prove/belief.h"
#include "prove/pull.h"
#include "study/job.h"

namespace clampet::prove {

/// A pull that would tell most of an interface, and how to make it.
struct TestToDo {
    std::string seam, name;    ///< id and name of the interface
    rig::Vector at, way;       ///< where to hook it, from the interface's middle; which way: in the world
    double slides_at = 0;      ///< what to expect [N]
    double low = 0, high = 0;  ///< 5 and 95 % of that [N]
    double stop_at = 0;        ///< no harder than so [N]
    bool stops_early = false;  ///< before what is likely: it can then only show that it holds so much
    double factor = 0, required = 0;
    double deviation = 0;            ///< of ln of its factor, from what the test would tell of
    double worth = 0;                ///< how likely it changes the verdict, 0 to 1
    std::vector<std::string> watch;  ///< sentences: what to look at, what to mind
};

/// Every interface that slides by friction, the one whose test is worth most first.
/// Meaning  Of the six ways the one in which it slides at the least force before anything else lets go or breaks. The
///          test is stopped at 0.7 of what harms it at the weak end of its band, at 0.9 of what another interface
///          bears, at 1.5 times what is expected at the strong end. Its worth is the chance that its verdict is another
///          after a pull: the typical factor after it is log-normal about that of now, and holds where it reaches what
///          is required [mechanics 14].
/// Errors   As study::check().
Result<std::vector<TestToDo>> tests_to_do(const rig::Rig& rig, const study::Job& job = {});

}  // namespace clampet::prove
