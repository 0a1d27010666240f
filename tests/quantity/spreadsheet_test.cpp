#include "quantity/spreadsheet.h"

#include "approximately.h"
#include "families/shared/points_text.h"
#include "make/table.h"

using namespace clampet;
using quantity::number_in;
using quantity::read_spreadsheet;

namespace {

using Cells = std::vector<std::string>;

Cells first_row(const std::string& text) {
    const auto table = read_spreadsheet(text);
    REQUIRE(table);
    REQUIRE_FALSE(table->rows.empty());
    return table->rows.front().cells;
}

}  // namespace

TEST_CASE("a table's cells are what a spreadsheet means", "[quantity][csv]") {
    CHECK(first_row("a,b,c") == Cells{"a", "b", "c"});
    CHECK(first_row("a,,c,") == Cells{"a", "", "c", ""});
    CHECK(first_row("\xEF\xBB\xBF"
                    "a,b") == Cells{"a", "b"});
    // What stands more often is a tab, else a semicolon, else a comma.
    CHECK(first_row("a;b,c;d") == Cells{"a", "b,c", "d"});
    CHECK(first_row("a\tb;c\td") == Cells{"a", "b;c", "d"});
    CHECK(first_row("a,b\tc,d,e") == Cells{"a", "b\tc", "d", "e"});
    CHECK(read_spreadsheet("a;b")->separator == ';');
    CHECK(read_spreadsheet("a\tb")->separator == '\t');
    CHECK(read_spreadsheet("a")->separator == ',');
    // Quotes: a separator, a line's end and a quote within; one in the middle of a cell is a letter: 3/8".
    CHECK(first_row("\"a,b\",c") == Cells{"a,b", "c"});
    CHECK(first_row("\"a\nb\",c") == Cells{"a\nb", "c"});
    CHECK(first_row("\"he said \"\"no\"\"\",c") == Cells{"he said \"no\"", "c"});
    CHECK(first_row("3/8\" bolt,c") == Cells{"3/8\" bolt", "c"});
    CHECK(first_row("\"\",c") == Cells{"", "c"});
    // Any line end; empty lines are passed over, and lines are counted as an editor does.
    for (const char* text : {"a\nb\n\nc\n", "a\r\nb\r\n\r\nc", "\na\n,\nb\n\n\nc"}) {
        const auto table = read_spreadsheet(text);
        REQUIRE(table);
        CAPTURE(text);
        REQUIRE(table->rows.size() == 3);
        CHECK(table->rows[2].cells == Cells{"c"});
    }
    CHECK(read_spreadsheet("a\n\nb")->rows[1].line == 3);
    CHECK(read_spreadsheet("\"a\nb\"\nc")->rows[1].line == 3);
    CHECK(read_spreadsheet("")->rows.empty());
    const auto open = read_spreadsheet("a,b\nc,\"d\ne\n");
    REQUIRE_FALSE(open);
    CHECK(open.problem().id == ProblemId("csv.open_quote"));
    CHECK(open.problem().where == "line 2");
}

TEST_CASE("a cell's number has its point, or its comma where commas do not separate", "[quantity][csv]") {
    CHECK(*number_in("12", ',') == 12);
    CHECK(*number_in("-3.5", ',') == -3.5);
    CHECK(*number_in("3,5", ';') == 3.5);
    CHECK(*number_in("3,5", '\t') == 3.5);
    CHECK(*number_in("1e-3", ',') == relative(0.001, 1e-12));
    for (const char* bad : {"3,5", "", "12 mm", "x", "1.2.3", "nan", "inf", "1e999", " 12"}) {
        CAPTURE(bad);
        CHECK(number_in(bad, ',').problem().id == ProblemId("csv.not_a_number"));
    }
    CHECK(quantity::trimmed(" \t a b \t") == "a b");
    CHECK(quantity::trimmed(" \t ").empty());
    CHECK(quantity::trimmed("").empty());
    CHECK(quantity::lower("M6 Wing NUT Ø") == "m6 wing nut Ø");
    CHECK((quantity::is_digit('0') && quantity::is_digit('9')));
    CHECK_FALSE((quantity::is_digit('/') || quantity::is_digit(':') || quantity::is_digit('a')));
}

TEST_CASE("points are pairs with units, millimetres where none is said", "[families][points]") {
    const auto points = families::read_points("-20 mm,0 mm; 2 cm,1.5; 0,1 in;", "points");
    REQUIRE(points);
    REQUIRE(points->size() == 3);
    CHECK((*points)[0].x == relative(-0.02, 1e-12));
    CHECK((*points)[1].x == relative(0.02, 1e-12));
    CHECK((*points)[1].y == relative(0.0015, 1e-12));
    CHECK((*points)[2].y == relative(0.0254, 1e-12));
    // As they are written they are read again.
    const auto text = families::points_text(*points);
    CHECK(text == "-20.0 mm,0.0 mm; 20.0 mm,1.5 mm; 0.0 mm,25.4 mm");
    const auto again = families::read_points(text, "points");
    REQUIRE(again);
    CHECK((*again)[2].y == absolute(0.0254, 1e-9));
    CHECK(families::read_points("", "points")->empty());
    CHECK(families::read_points(" ; ; ", "points")->empty());
    const auto places = families::read_places("1,2,3; 4,5", "places");
    REQUIRE(places);
    CHECK((*places)[0][2] == relative(0.003, 1e-12));
    CHECK((*places)[1][2] == 0);
    for (const char* bad : {"1", "1,2,3", "1,x", "1,2;3", "1 kg,2", "1,,2"}) {
        CAPTURE(bad);
        const auto wrong = families::read_points(bad, "screws");
        REQUIRE_FALSE(wrong);
        CHECK(wrong.problem().where == "screws");
        CHECK(wrong.problem().id == ProblemId("points.not_a_pair"));
    }
    CHECK_FALSE(families::read_places("1,2,3,4", "places"));
    std::string many;
    for (int i = 0; i < 64; ++i) many += "1,2;";
    CHECK(families::read_points(many, "points")->size() == 64);
    CHECK(families::read_points(many + "1,2", "points").problem().id == ProblemId("points.too_many"));
}

TEST_CASE("a list is in columns for a terminal and in cells for a spreadsheet", "[make][table]") {
    const make::Table table{"Cut list", {"piece", "mm"}, {{"cheek, left", "120 × 60"}, {"Öse", "8"}}, {"Grain along."}};
    CHECK(make::csv_of(table) == "piece,mm\n\"cheek, left\",120 × 60\nÖse,8\n");
    CHECK(make::text_of(table) ==
          "Cut list\n"
          "  piece        mm\n"
          "  cheek, left  120 × 60\n"
          "  Öse          8\n"
          "  Grain along.\n");
    // What csv_of() writes, the reader of tables gives back.
    const auto again = read_spreadsheet(make::csv_of(table));
    REQUIRE(again);
    CHECK(again->rows.at(1).cells == table.rows[0]);
    CHECK(again->rows.at(2).cells == table.rows[1]);
}
