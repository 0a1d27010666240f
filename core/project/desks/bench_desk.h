#pragma once
#include <functional>
#include <optional>
#include <vector>

#include "project/document.h"
#include "study/bench.h"
#include "study/capacity.h"
#include "study/payload_limit.h"
#include "study/solve.h"

namespace clampet::project {

/// Where a bench came from, so that its design can go back there.
struct BenchOrigin {
    std::string interface, element, name;
};

/// A variant that was pinned, to be seen beside the one in work.
struct PinnedVariant {
    study::Bench bench;
    study::BenchResult result;
};

/// The bench in work: its inputs, its load, its undo, and what follows from them.
class BenchDesk {
 public:
    /// What is to be called after whatever changes on it; nothing by default.
    void when_changed(std::function<void()> call) { changed_ = std::move(call); }
    /// Starts on a family at its defaults.
    void open_family(const families::Family& family, double required);
    /// Takes an element of a seam with its governing load; links become numbers.
    void open_seam(const Document& document, const std::string& interface, const std::string& element);
    bool is_open() const { return result_.has_value(); }
    const study::Bench& bench() const { return bench_; }
    const study::BenchResult& result() const { return *result_; }
    const families::Family& family() const { return *families::family_named(bench_.element.family); }
    const std::optional<BenchOrigin>& origin() const { return origin_; }
    /// The design as its seam is to have it: what ports or rig say as well stays theirs.
    decltype(rig::Element::inputs) inputs_for(const rig::Rig& rig) const;
    const std::optional<PinnedVariant>& pinned() const { return pinned_; }

    /// Inputs that the bench begins with: nothing to undo. On a Problem nothing changes.
    Status start_with(const std::map<std::string, rig::Input>& inputs);
    /// Several inputs in one step; on a Problem nothing changes.
    Status set_inputs(const std::map<std::string, rig::Input>& inputs);
    /// Changes one thing; on a Problem nothing changes. Steps of one gesture undo together.
    Status set_input(const std::string& key, const rig::Input& input, Gesture gesture = single);
    Status set_payload(const study::BenchLoad& payload, Gesture gesture = single);
    Status change_payload(const std::function<void(study::BenchLoad&)>& change, Gesture gesture = single);
    Status set_required(double required, Gesture gesture = single);
    void use_own_load();
    void pin();
    void unpin();
    bool can_undo() const { return history_.can_undo(); }
    bool can_redo() const { return history_.can_redo(); }
    void undo();
    void redo();

    /// SI value in force; NaN where the input is not a quantity.
    double value_of(const std::string& key) const;
    Result<study::Solution> solve(const std::string& key) const;
    std::vector<study::DirectionalCapacity> capacity(const study::Bench& bench, const families::Joint& joint) const;
    /// The most it may carry over how far ahead that is, and what of the devices known that is. Of the bench's own
    /// payload.
    study::PayloadLimit largest_payload() const;
    std::vector<study::PayloadPoint> payload_curve(double to) const;
    std::vector<study::DeviceOn> devices() const;
    std::vector<study::CurvePoint> curve(const study::Bench& bench, const std::string& key, double from,
                                         double to) const;

 private:
    void tell() const {
        if (changed_) changed_();
    }
    Status adopt(study::Bench bench, Gesture gesture);
    void reset(study::Bench bench);
    void judge_anew();

    study::Bench bench_;
    std::optional<study::BenchResult> result_;
    std::optional<BenchOrigin> origin_;
    std::optional<PinnedVariant> pinned_;
    History<study::Bench> history_;
    std::function<void()> changed_;
};

}  // namespace clampet::project
