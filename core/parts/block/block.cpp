#include "parts/rows.h"

namespace clampet::parts {
namespace of_block {
namespace {

/// A box of one material. Origin: the middle of its lower face.
Result<Body> build(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), height = number(v, "height"),
                 hole = number(v, "hole"), density = density_of(v);
    if (const auto ok = check_hole(v); !ok) return ok.problem();
    Solids solids;
    solids.add(box({0, 0, height / 2}, {length, width, height}, stuff_of(v)), density);
    if (hole > 0) solids.drill(cylinder({0, 0, height / 2}, hole, height, Vector::UnitZ(), Stuff::metal), density);
    std::vector<Port> ports;
    struct End {
        const char *id, *thread, *depth;
        double at;
    };
    for (const End& end :
         {End{"bottom", "bottom_thread", "bottom_depth", 0}, End{"top", "top_thread", "top_depth", height}}) {
        if (text(v, end.id) == "face") {
            ports.push_back(face_port(end.id, {0, 0, end.at}, length, width, hole, text(v, "surface"), height));
            continue;
        }
        if (const auto thread = major_diameter(v, end.thread); !thread) return thread.problem();
        if (number(v, end.depth) > height)
            return Problem{"block.thread_too_deep", end.depth, "The thread is deeper than the block is high.",
                           "Give at most its height."};
        ports.push_back(
            female_thread(end.id, {0, 0, end.at}, text(v, end.thread), number(v, end.depth), text(v, "surface")));
    }
    return solids.body(std::move(ports));
}

void fit(Values& v, const Port& neighbour, bool above) {
    const std::string end = above ? "bottom" : "top";
    if (neighbour.kind == families::PortKind::face) v[end] = "face";
    const auto sex = neighbour.sizes.find("sex"), designation = neighbour.sizes.find("designation");
    if (sex == neighbour.sizes.end() || sex->second != families::Value("male")) return;
    v[end] = "thread";
    if (designation != neighbour.sizes.end()) v[end + "_thread"] = designation->second;
    if (const auto stud = size_of(neighbour, "length")) v[end + "_depth"] = *stud + 0.002;
}

std::vector<families::Parameter> rows() {
    const std::vector<families::Choice> ends{{"face", "a face"}, {"thread", "a thread"}};
    return {
        length_row("length", "Length", 0.060, 5, "Ahead, x."),
        length_row("width", "Width", 0.050, 5, "Across, y."),
        length_row("height", "Height", 0.030, 5, "Up, z."),
        gap_row("hole", "Hole through it", 0.007, 1, "Upwards through its middle; 0 for none."),
        material_row("birch plywood"),
        surface_row("surface", "Its faces are", "plywood", "What others rub on."),
        choice_row("bottom", "Below it has", ends, "face", "What it is held by."),
        shown_for(thread_row("bottom_thread", "Thread below", "1/4-20 UNC", "Cut, or of an insert."), "bottom",
                  {"thread"}),
        shown_for(length_row("bottom_depth", "Thread below, depth", 0.012, 1, "Of its thread."), "bottom", {"thread"}),
        choice_row("top", "On top it has", ends, "face", "What it carries by."),
        shown_for(thread_row("top_thread", "Thread on top", "1/4-20 UNC", "Cut, or of an insert."), "top", {"thread"}),
        shown_for(length_row("top_depth", "Thread on top, depth", 0.012, 1, "Of its thread."), "top", {"thread"})};
}

std::vector<Workpiece> pieces(const Values& v) {
    const double height = number(v, "height"), hole = number(v, "hole");
    auto block = piece_of(v, "block", number(v, "length"), number(v, "width"), height);
    if (hole > 0) block.bores.push_back({Eigen::Vector2d::Zero(), hole});
    for (const char* end : {"bottom", "top"})
        for (auto& bore : end_bores(v, end, Eigen::Vector2d::Zero(), height, end == std::string("bottom")))
            block.bores.push_back(std::move(bore));
    return {std::move(block)};
}

}  // namespace
}  // namespace of_block

const PartKind& block_kind() {
    using namespace of_block;
    static const SimpleKind kind(
        {"block", "Block or board", "A box of one material: a spacer, a riser, a board, with faces or threads."},
        rows(), build, {}, fit, pieces);
    return kind;
}

}  // namespace clampet::parts
