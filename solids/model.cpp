#include "solids/model.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "parts/made_solid.h"
#include "parts/solids.h"
#include "solids/kernel.h"
#include "study/stopped.h"

namespace clampet::solids {

struct Model::Shapes {
    std::vector<ModelPiece> pieces;
    std::vector<std::shared_ptr<const KernelSolid>> solids;  ///< one a piece
    const Kernel* kernel = nullptr;
};

namespace {

constexpr double most_wider = 0.002;  // holes in prints [m]

using parts::MadeSolid;
using parts::Shape;
using parts::ShapeKind;

std::vector<Block> blocks_of(const std::vector<Shape>& shapes) {
    std::vector<Block> blocks;
    for (const auto& shape : shapes) {
        auto& block = blocks.emplace_back(Block{shape, {}});
        if (shape.kind != ShapeKind::prism) continue;
        const auto [u, v] = parts::profile_axes(shape.axis);
        for (const auto& p : shape.profile)
            block.foot.push_back(shape.at - shape.length / 2 * shape.axis + p.x() * u + p.y() * v);
    }
    return blocks;
}

/// The pieces that are apart: what is glued of a print joins the one before.
std::vector<MadeSolid> apart(const parts::Body& body) {
    std::vector<MadeSolid> pieces;
    for (const auto& made : body.made) {
        if (made.is_glued && !pieces.empty() && parts::is_printed(made.material))
            pieces.back().joined.insert(pieces.back().joined.end(), made.joined.begin(), made.joined.end());
        else
            pieces.push_back(made);
    }
    return pieces;
}

/// A pocket for a nut or a bolt's head: six corners, as far from its middle and from each other.
bool is_hexagon(const Shape& shape) {
    if (shape.kind != ShapeKind::prism || shape.profile.size() != 6) return false;
    const double out = shape.profile.front().norm();
    for (std::size_t i = 0; i < 6; ++i) {
        const double side = (shape.profile[(i + 1) % 6] - shape.profile[i]).norm();
        if (std::abs(shape.profile[i].norm() - out) > 1e-3 * out || std::abs(side - out) > 1e-3 * out) return false;
    }
    return true;
}

/// Holes as they are cut: wider in prints.
std::vector<Shape> holes_of(const MadeSolid& made, double wider) {
    auto holes = made.cut;
    for (auto& hole : holes)
        if (hole.kind == ShapeKind::cylinder)
            hole.diameter += wider;
        else if (is_hexagon(hole))  // across its flats
            for (auto& corner : hole.profile) corner *= 1 + wider / (std::sqrt(3.0) * corner.norm());
    return holes;
}

Blueprint blueprint_of(const MadeSolid& made, const Allowance& allowance) {
    const bool is_printed = parts::is_printed(made.material);
    Blueprint print;
    print.joined = blocks_of(made.joined);
    if (is_printed) print.roundings = made.roundings;
    print.holes = blocks_of(holes_of(made, is_printed ? allowance.printed_holes : 0));
    print.sinks = made.sinks;
    std::vector<Shape> ends, threads;
    for (const auto& end : made.ends)  // what they meet is taken away from the bar
        ends.push_back(parts::shape_of(end, 2 * (made.joined.front().length + made.joined.front().diameter)));
    for (const auto& thread : made.threads) threads.push_back(parts::hole_of(thread, made.stuff));
    print.ends = blocks_of(ends);
    print.threads = blocks_of(threads);
    return print;
}

Problem unsound(const std::string& name) {
    return {"model.not_closed", "", fmt::format("“{}” does not come out as one closed solid.", name),
            "Its walls or holes run into each other: give it more room, or less hole."};
}

}  // namespace

Allowance allowed(double clearance) {
    return {std::clamp(clearance, 0.0, most_wider)};
}

Status check(const Allowance& allowance) {
    if (!(allowance.printed_holes >= 0 && allowance.printed_holes <= most_wider))
        return Problem{"model.allowance", "holes", "Printed holes cannot be made wider by that much.",
                       "Give 0 to 2 mm, for example 0.2 mm."};
    return Done{};
}

Result<Model> Model::of(const parts::Body& body, const std::string& part, const Allowance& allowance,
                        const study::Job& job) {
    if (const auto ok = check(allowance); !ok) return ok.problem();
    if (body.made.empty())
        return Problem{"model.nothing_made", "", fmt::format("“{}” has no solid that is made here.", part),
                       "Solids are of parts to make, not of what is bought or there."};
    const auto loaded = kernel();
    if (!loaded) return loaded.problem();
    auto shapes = std::make_shared<Shapes>();
    shapes->kernel = *loaded;
    const auto pieces = apart(body);
    for (const auto& made : pieces) {
        if (job.is_cancelled()) return study::was_stopped();
        ModelPiece piece{pieces.size() == 1 || made.name.empty() ? part : part + ": " + made.name,
                         made.material,
                         made.stuff,
                         made.density,
                         parts::is_printed(made.material),
                         {},
                         0};
        auto built = shapes->kernel->build(blueprint_of(made, allowance));
        if (!built) return unsound(piece.name);
        piece.whole = built->whole;
        piece.filled_volume = built->filled_volume;
        shapes->solids.push_back(std::move(built->solid));
        shapes->pieces.push_back(std::move(piece));
    }
    Model model;
    model.shapes_ = std::move(shapes);
    return model;
}

const std::vector<ModelPiece>& Model::pieces() const {
    return shapes_->pieces;
}

Mesh Model::mesh(std::size_t piece, double chord) const {
    constexpr double angle = 0.35;  // between facets of an arc [rad]
    return welded(shapes_->kernel->triangles_of(*shapes_->solids.at(piece), chord, angle));
}

std::optional<std::string> Model::as_step(const std::vector<Model>& models) {
    std::vector<SolidToWrite> all;
    const Kernel* by = nullptr;
    for (const auto& model : models) {
        by = model.shapes_->kernel;
        for (std::size_t i = 0; i < model.pieces().size(); ++i)
            all.push_back({&model.pieces()[i], model.shapes_->solids[i].get()});
    }
    return by ? by->step_of(all) : std::nullopt;
}

}  // namespace clampet::solids
