#include "solids/shop.h"

#include <fmt/format.h>

#include <optional>

#include "make/pieces.h"
#include "parts/part_kind.h"
#include "study/stopped.h"

namespace clampet::solids {
namespace {

/// A part that is to be built, and what comes of it.
struct Order {
    std::size_t index = 0;  ///< in the rig
    parts::Body body;
    std::optional<Result<Model>> model;
};

}  // namespace

Result<Models> ModelShop::models_of(const rig::Rig& rig, const Allowance& allowance, const study::Job& job) {
    Models models;
    std::vector<Order> orders;
    std::map<std::string, Kept> kept;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        const auto& part = rig.parts[i];
        if (part.origin != parts::Origin::make) continue;
        const auto* kind = parts::kind_named(part.kind);
        if (const auto old = kept_.find(part.id); kind && old != kept_.end() && old->second.kind == part.kind &&
                                                  old->second.values == part.values &&
                                                  old->second.holes == allowance.printed_holes) {
            kept.insert(kept_.extract(old));
            continue;
        }
        if (!kind) {
            models.otherwise.push_back(part.name);
            continue;
        }
        auto body = parts::built(*kind, part.values);
        if (!body) return make::at_part(body.problem(), i, part);
        if (body->made.empty())
            models.otherwise.push_back(part.name);
        else
            orders.push_back({i, std::move(*body), std::nullopt});
    }
    study::run(job, orders.size(), [&](std::size_t k) {
        orders[k].model = Model::of(orders[k].body, rig.parts[orders[k].index].name, allowance, job);
    });
    if (job.is_cancelled()) return study::was_stopped();
    for (auto& order : orders) {
        const auto& part = rig.parts[order.index];
        if (!*order.model) return make::at_part(order.model->problem(), order.index, part);
        kept[part.id] = {part.kind,
                         part.values,
                         allowance.printed_holes,
                         {part.id, part.name, std::move(order.body), std::move(**order.model)}};
    }
    kept_ = std::move(kept);
    for (const auto& part : rig.parts)
        if (const auto found = kept_.find(part.id); found != kept_.end()) {
            found->second.made.name = part.name;
            models.parts.push_back(found->second.made);
        }
    return models;
}

}  // namespace clampet::solids
