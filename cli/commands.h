#pragma once
#include <string>
#include <vector>

#include "bench_arguments.h"
#include "catalogue/thread_identify.h"
#include "study/fit.h"

namespace clampet::cli {

/// Exit codes of the headless contract.
enum Exit { done = 0, not_all_hold = 1, wrong_usage = 2, unreadable = 3, unwritable = 4 };

int quantity_command(const std::string& text, const std::string& unit, bool json);
int families_command(bool json);
/// The kinds of parts; or one of them: its sizes with `params`, else the body that the assignments give.
int parts_command(const std::string& kind, const std::vector<std::string>& assignments, bool params, bool json);
int parameters_command(const std::string& family, bool json);
int bench_command(const std::string& family, const std::vector<std::string>& assignments, const LoadText& load,
                  bool json);
/// What would make it hold: `advise` of one interface on its own.
int bench_advice_command(const std::string& family, const std::vector<std::string>& assignments, const LoadText& load,
                         double required, bool json);
struct SolveRequest {
    std::string family, key;
    LoadText load;
    std::vector<std::string> assignments;
    double required = 2;
};
int solve_command(const SolveRequest& request, bool json);
int thread_show_command(const std::string& designation, const std::string& thread_class, bool json);
int thread_fit_command(const std::string& male, const std::string& female, bool json);
/// Which thread a screw has, from what can be measured and tried.
int thread_identify_command(const catalogue::ThreadEvidenceText& request, bool json);
int thread_route_command(const std::string& from, const std::string& to, const std::string& stock, bool json);
int thread_stack_command(const std::vector<std::string>& assignments, bool json);

struct SolidRequest {
    std::string file, unit = "mm", material = "PETG, printed", walls = "1.2 mm";
    double infill = 0.2;
    bool massive = false;  ///< solid all through, not a print
};
/// What a part of one's own weighs and where it balances, from an STL or STEP file.
int solid_command(const SolidRequest& request, bool json);

struct CheckRequest {
    std::string file;
    std::vector<std::string> cases, use, pose;
    std::vector<std::string> shots, sets;  ///< by id or name; all where none are named
    bool by_case = false;                  ///< the factors under each load case on its own, too
    double required = 0;                   ///< 0: the rig's own
    unsigned threads = 0;                  ///< 0: as many as there are cores
};
int check_command(const CheckRequest& request, bool json);
/// What hands have to do while joints are loosened, set and tightened again.
int loosen_command(const std::string& file, bool json);
struct SightRequest {
    std::string file, screen, mirror, eye;
};
/// Whether a screen is seen from a place, straight or by a mirror.
int sight_command(const SightRequest& request, bool json);
struct WorstRequest {
    std::string file, seam;
    std::uint64_t seed = 1;
    std::size_t poses = 46656;
    unsigned threads = 0;
};
/// Where in its travel a rig is nearest to letting go.
int worst_command(const WorstRequest& request, bool json);
struct SweepRequest {
    std::string file, axis, from, to;  ///< axis: interface.axis; from and to with units, its stops where empty
    std::size_t steps = 24;
    unsigned threads = 0;
};
struct ScatterRequest {
    std::string file;
    std::size_t draws = 20000;
    std::uint64_t seed = 1;
    bool as_posed = false;  ///< not in its shots and payload sets
    unsigned threads = 0;
};
/// How often each interface and the rig would let go.
int scatter_command(const ScatterRequest& request, bool json);
struct RoomRequest {
    std::string file;
    std::size_t steps = 24;
    unsigned threads = 0;
};
/// What touches what, in the shots and on the way between, and how much room the rig takes.
int room_command(const RoomRequest& request, bool json);
/// Within which bounds counterweights may be chosen, what turns each joint, how lopsided it stands.
/// `workshop`: a file, whose drawer is looked into for weights; empty: what is sold.
int balance_command(const std::string& file, const std::string& workshop, unsigned threads, bool json);
struct PictureRequest {
    std::string file;
    std::vector<std::string> shots;
    double closeup = 0;  ///< [dioptres]
};
/// What the camera sees in each shot, and what is in the way.
int picture_command(const PictureRequest& request, bool json);
struct AdviseRequest {
    std::string file, seam, workshop;
    unsigned threads = 0;
};
/// The cheapest changes that make what is weak hold, tried on the whole rig.
int advise_command(const AdviseRequest& request, bool json);
/// Two rigs side by side, seam by seam, and what is otherwise.
int compare_command(const std::string& a, const std::string& b, bool json);
struct StockRequest {
    std::string file, take, give;  ///< a workshop; CSV to take items from, and to write them to
    std::string rig = {};          ///< a rig that is held against it
};
struct ExportRequest {
    std::string file, what = "templates", as, out, paper, kerf, allowance, length, sheet, chord, holes;
    std::string finish, glue, start, hours, days, off, workshop, rate, ready_made, ready_delivery, printer;
    bool sawn = false;  ///< the drawer is written: what was used is out, the left-overs are in
};
/// What the workshop needs of a rig: templates, cut list, drills, solids.
int export_command(const ExportRequest& request, bool json);
/// A pull with a scale, what it teaches and how the verdict changes.
struct PullRequest {
    std::string file, seam, force, trace, arm, direction = "down", outcome, date, note;
    bool anew = false, keep = false;
};
int pull_command(const PullRequest& request, bool json);
/// What a rig's tests teach, and which to do next.
int belief_command(const std::string& file, bool json);
/// A tap: how it swings, against what the model says.
struct TapRequest {
    std::string file, seam, recording, frequency, damping, corrects, date, note;
    bool keep = false;
};
int tap_command(const TapRequest& request, bool json);
/// A time under load: what creeps, what is kept, when to tighten again.
struct HangRequest {
    std::string file, seam, marks, forces, date, note;
    bool keep = false;
};
int hang_command(const HangRequest& request, bool json);
/// A part as it came out: a size, its weight, or the diagonals of a frame.
struct MeasureRequest {
    std::string file, part, of, value, date;
    std::string side, other, diagonal, other_diagonal;  ///< of a frame
    bool leave = false, keep = false;
};
int measure_command(const MeasureRequest& request, bool json);
/// What happened to a rig; words to look for; an entry to add; tables out and in.
struct LogRequest {
    std::string file, words, add, text, seam, date, give, take;
};
int log_command(const LogRequest& request, bool json);
/// A rig's revisions as branches; one to keep, one to judge, two to compare.
struct RevisionsRequest {
    std::string file, keep, why, date, judge, learned;
    std::vector<std::string> compare;
    bool failed = false;
};
int revisions_command(const RevisionsRequest& request, bool json);
/// What goes with a rig when it is used.
struct CardRequest {
    std::string file, out, date;
};
int card_command(const CardRequest& request, bool json);
/// A ladder of test holes of a printer: what is tried, what is thought, what to print next.
struct LadderRequest {
    std::string workshop, printer, pin = "8 mm", lies = "upright", tried, date, out;
};
int ladder_command(const LadderRequest& request, bool json);
/// What is in the drawer.
int stock_command(const StockRequest& request, bool json);
/// Factors of every interface along the travel of one axis.
int sweep_command(const SweepRequest& request, bool json);
/// Whether two things go together, and what cures it where they do not.
int fit_command(const study::FitQuestion& question, bool json);
/// The most that one interface may carry, over how far ahead it is, and which classes of devices that is.
int limit_command(const std::string& family, const std::vector<std::string>& assignments, const LoadText& load,
                  double required, bool json);
/// What answers these words.
int search_command(const std::vector<std::string>& words, bool json);
int cases_command(bool json);
int validate_command(const std::string& file, bool json);
/// Writes a file anew in the present schema; to standard output where `out` is empty.
int migrate_command(const std::string& file, const std::string& out);
/// The JSON Schema of a rig file, or the tables of its description.
int schema_command(bool tables);

}  // namespace clampet::cli
