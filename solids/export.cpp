#include "solids/export.h"

#include <fmt/format.h>

#include "study/stopped.h"

namespace clampet::solids {

Status check(const SolidWish& wish) {
    if (!(wish.chord >= 1e-6 && wish.chord <= 2e-3))
        return Problem{"model.chord", "chord", "That is no chord error that triangles can keep.",
                       "Give 0.001 to 2 mm, for example 0.05 mm."};
    return Done{};
}

Result<SolidFormat> solid_format_named(std::string_view name) {
    if (name == "step") return SolidFormat::step;
    if (name == "stl") return SolidFormat::stl;
    if (name == "3mf") return SolidFormat::threemf;
    return Problem{"model.unknown_format", "as", fmt::format("Solids are not written as “{}”.", name),
                   "Use one of: step, stl, 3mf."};
}

Result<std::vector<make::ToWrite>> exported(const Models& models, const SolidWish& wish, const study::Job& job) {
    if (const auto ok = check(wish); !ok) return ok.problem();
    if (models.parts.empty())
        return Problem{"model.nothing_to_make", "", "No part of this rig is made as a solid.",
                       "Mark a part as one to make in its sheet."};
    std::vector<make::ToWrite> files;
    for (const auto& part : models.parts) {
        if (job.is_cancelled()) return study::was_stopped();
        if (wish.format == SolidFormat::stl) {
            for (std::size_t i = 0; i < part.model.pieces().size(); ++i) {
                auto bytes = stl_of(part.model, i, wish.chord);
                if (!bytes) return bytes.problem();
                files.push_back(
                    {fmt::format("{:02}-{}.stl", files.size() + 1, make::file_name(part.model.pieces()[i].name)),
                     std::move(*bytes)});
            }
            continue;
        }
        const bool is_step = wish.format == SolidFormat::step;
        auto bytes = is_step ? step_of({part.model}) : threemf_of({part.model}, wish.chord);
        if (!bytes) return bytes.problem();
        files.push_back(
            {fmt::format("{:02}-{}.{}", files.size() + 1, make::file_name(part.name), is_step ? "step" : "3mf"),
             std::move(*bytes)});
    }
    return files;
}

}  // namespace clampet::solids
