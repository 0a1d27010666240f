#include "solids/test_piece.h"

#include "make/template_sheet.h"
#include "solids/writers.h"

namespace clampet::solids {
namespace {

constexpr double hole_chord = 2e-5, board_thickness = 0.018;  // of test holes; of a board to drill [m]

}  // namespace

Result<std::string> test_file(const std::string& file, double pin, const std::vector<double>& clearances,
                              inventory::HoleLies lies, const std::string& material, const study::Job& job) {
    const auto ends = [&](const char* end) { return file.ends_with(end); };
    if (ends(".pdf")) {
        const auto board = prove::test_board(pin, clearances, "birch plywood", board_thickness);
        if (!board) return board.problem();
        const make::MadePart part{"test", "test board", {*board}};
        return drawing::pdf_of({make::template_of(part, *board, "fit ladder")}, drawing::a4);
    }
    if (!ends(".step") && !ends(".stp") && !ends(".3mf") && !ends(".stl"))
        return Problem{"ladder.format", "out", "The file's name does not say what it is to be.",
                       "End it in .stl, .3mf or .step to print, or in .pdf for a template to drill by."};
    const auto body = prove::test_piece(pin, clearances, lies, material);
    if (!body) return body.problem();
    const auto model = Model::of(*body, "fit ladder", Allowance{0}, job);
    if (!model) return model.problem();
    if (ends(".3mf")) return threemf_of({*model}, hole_chord);
    if (ends(".stl")) return stl_of(*model, 0, hole_chord);
    return step_of({*model});
}

}  // namespace clampet::solids
