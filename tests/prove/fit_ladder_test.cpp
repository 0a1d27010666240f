// Ladders of test holes: against SciPy (tests/reference/fit_ladder.py), and a printer that is made up with a known fit.
#include "prove/fit_ladder.h"

#include <catch2/catch.hpp>
#include <random>

#include "approximately.h"
#include "parts/made_solid.h"

using namespace clampet;
using inventory::FitTried;
using inventory::HoleLies;
using inventory::TriedFit;

namespace {

constexpr double mm = 1e-3;

std::vector<FitTried> tried(std::initializer_list<std::pair<double, TriedFit>> all) {
    std::vector<FitTried> tries;
    for (const auto& [clearance, verdict] : all)
        tries.push_back({"", "PETG, printed", HoleLies::upright, 8 * mm, clearance * mm, verdict});
    return tries;
}

constexpr auto tight = TriedFit::tight, right = TriedFit::right, loose = TriedFit::loose;

struct FromSciPy {
    const char* name;
    std::vector<FitTried> tries;
    double clearance, deviation, sure;  // [mm]
};

/// What somebody says whose pin is right `at` so much more, give or take.
TriedFit said_of(double clearance, double at, std::mt19937& random) {
    std::normal_distribution<double> hand(0, 0.012 * mm);
    const double off = clearance - at + hand(random);
    return off < -0.05 * mm ? tight : off > 0.05 * mm ? loose : right;
}

}  // namespace

TEST_CASE("What a ladder of test holes says is what SciPy finds by drawing from the same prior", "[prove][fits]") {
    const FromSciPy all[] = {
        {"none", {}, 0.25000, 0.15000, 0.32661},
        {"one rung", tried({{0.10, tight}, {0.18, tight}, {0.25, right}, {0.33, right}, {0.40, loose}}), 0.28937,
         0.02778, 0.83299},
        {"all tight", tried({{0.10, tight}, {0.18, tight}, {0.25, tight}, {0.33, tight}, {0.40, tight}}), 0.51551,
         0.07182, 0.50084},
        {"two of one mind",
         tried({{0.10, tight}, {0.25, right}, {0.40, loose}, {0.25, right}, {0.20, tight}, {0.30, loose}}), 0.25,
         0.02322, 0.73644},
        {"they contradict", tried({{0.20, tight}, {0.20, loose}, {0.20, right}}), 0.20495, 0.04730, 0.47340}};
    for (const auto& one : all) {
        INFO(one.name);
        const auto learned = prove::learned_from(one.tries);
        CHECK(learned.tries == one.tries.size());
        CHECK(learned.clearance == relative(one.clearance * mm, 0.01));
        CHECK(learned.deviation == relative(one.deviation * mm, 0.02));
        CHECK(learned.sure == relative(one.sure, 0.02));
    }
}

TEST_CASE("A printed fit is found in three rungs, whatever the printer does", "[prove][fits]") {
    for (const double at : {0.08, 0.17, 0.25, 0.34, 0.48})
        for (unsigned seed = 1; seed <= 6; ++seed) {
            INFO(at << " mm, person " << seed);
            std::mt19937 random(seed);
            std::vector<FitTried> tries;
            for (int rung = 0; rung < 3; ++rung)
                for (const double c : prove::next_rung(prove::learned_from(tries)))
                    tries.push_back({"", "PETG, printed", HoleLies::upright, 8 * mm, c, said_of(c, at * mm, random)});
            const auto learned = prove::learned_from(tries);
            CHECK(learned.is_settled());
            CHECK(std::abs(learned.clearance - at * mm) < 0.035 * mm);
            CHECK(learned.sure > 0.75);
        }
}

TEST_CASE("The first rung goes over what is common practice, the next ones closer about what is right",
          "[prove][fits]") {
    const auto first = prove::next_rung(prove::learned_from({}));
    REQUIRE(first.size() == prove::holes_of_a_rung);
    CHECK(first.front() == relative(0.11 * mm, 1e-6));
    CHECK(first.back() == relative(0.39 * mm, 1e-6));
    const auto second = prove::next_rung(
        prove::learned_from(tried({{0.10, tight}, {0.18, tight}, {0.25, right}, {0.33, right}, {0.40, loose}})));
    CHECK(second.back() - second.front() < (first.back() - first.front()) / 2);
    for (std::size_t i = 1; i < second.size(); ++i) CHECK(second[i] - second[i - 1] >= 0.0199 * mm);
    for (const double c : second) CHECK(std::abs(c / (0.01 * mm) - std::round(c / (0.01 * mm))) < 1e-6);
}

TEST_CASE("Chances over the clearance add up, and cross where it is too tight and too loose", "[prove][fits]") {
    const auto tries = tried({{0.10, tight}, {0.18, tight}, {0.25, right}, {0.33, right}, {0.40, loose}});
    const auto chances = prove::chances_over(tries, {0.05 * mm, 0.29 * mm, 0.5 * mm});
    for (const auto& c : chances) CHECK(c.tight + c.right + c.loose == relative(1.0, 1e-9));
    CHECK(chances[0].tight > 0.95);
    CHECK(chances[1].right > 0.8);
    CHECK(chances[2].loose > 0.95);
}

TEST_CASE("A printer's fit is of what it prints now and of holes that lie so", "[prove][fits]") {
    inventory::Printer printer{"Small printer"};
    CHECK_FALSE(prove::learned_by(printer));
    printer.fits = tried({{0.2, right}});
    printer.fits.push_back({"", "PLA, printed", HoleLies::upright, 8 * mm, 0.2 * mm, tight});
    printer.fits.push_back({"", "PETG, printed", HoleLies::across, 8 * mm, 0.4 * mm, right});
    CHECK(prove::tries_of(printer, HoleLies::upright).size() == 1);
    CHECK(prove::tries_of(printer, HoleLies::across).size() == 1);
    const auto upright = prove::learned_by(printer);
    REQUIRE(upright);
    CHECK(upright->clearance == relative(prove::learned_from(tried({{0.2, right}})).clearance, 1e-9));
    // Without an upright ladder the lying one is better than none.
    printer.fits.erase(printer.fits.begin(), printer.fits.begin() + 2);
    CHECK(prove::learned_by(printer)->clearance > upright->clearance);
}

TEST_CASE("The test piece has a hole for each clearance, the tightest at its notch, and weighs what is left",
          "[prove][fits]") {
    for (const auto lies : {HoleLies::upright, HoleLies::across}) {
        const auto body = prove::test_piece(8 * mm, {0.3 * mm, 0.1 * mm, 0.2 * mm}, lies, "PETG, printed");
        REQUIRE(body);
        REQUIRE(body->made.size() == 1);
        CHECK(body->made.front().material == "PETG, printed");
        // By hand: three cells of 14 mm, 16 mm across and 8 mm deep, less the holes and the notch of 2 mm.
        const double pi = 3.14159265358979;
        double volume = 42 * 16 * 8 - 2 * 2 * (lies == HoleLies::upright ? 8 : 16);
        for (const double d : {8.1, 8.2, 8.3}) volume -= pi / 4 * d * d * 8;
        CHECK(body->mass == relative(volume * 1e-9 * 1270, 0.01));
    }
    const auto board = prove::test_board(8 * mm, {0.3 * mm, 0.1 * mm, 0.2 * mm}, "birch plywood", 18 * mm);
    REQUIRE(board);
    REQUIRE(board->bores.size() == 3);
    CHECK(board->bores.front().diameter == relative(8.1 * mm, 1e-9));
    CHECK(board->bores.front().at.x() < board->bores.back().at.x());
}

TEST_CASE("A ladder that cannot be is refused by what is wrong with it", "[prove][fits][bad]") {
    CHECK((prove::test_piece(0, {0.1 * mm}, HoleLies::upright, "PETG, printed").problem().id == "ladder.pin"));
    CHECK((prove::test_piece(std::nan(""), {0.1 * mm}, HoleLies::upright, "PETG, printed").problem().where == "pin"));
    CHECK((prove::test_piece(8 * mm, {}, HoleLies::upright, "PETG, printed").problem().id == "ladder.clearances"));
    CHECK((prove::test_piece(8 * mm, {0.1}, HoleLies::upright, "PETG, printed").problem().id == "ladder.clearances"));
    CHECK((prove::test_piece(8 * mm, {0.1 * mm}, HoleLies::upright, "cheese").problem().id == "ladder.no_material"));
    CHECK((prove::test_board(8 * mm, {0.1 * mm}, "birch plywood", 0).problem().id == "ladder.thickness"));
    CHECK((prove::check(FitTried{"soon", "PETG, printed", HoleLies::upright, 8 * mm, 0, right}).problem().where ==
           "date"));
    CHECK((prove::check(FitTried{"", "", HoleLies::upright, 8 * mm, 0, right}).problem().where == "material"));
    CHECK((prove::check(FitTried{"", "x", HoleLies::upright, 8 * mm, 1, right}).problem().where == "clearance"));
    CHECK(prove::check(FitTried{"2026-11-29", "x", HoleLies::upright, 8 * mm, 0, right}));
}
