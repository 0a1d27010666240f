#include "window.h"

using namespace clampet;
using namespace clampet::desktop;

namespace {
struct Field {
    QuantityField field{quantity::Dimension::length};
    std::vector<std::pair<double, quint64>> commits;
    Field() {
        QObject::connect(&field, &QuantityField::committed,
                         [this](double si, quint64 g) { commits.emplace_back(si, g); });
        field.show_value(0.0337);
        field.show();
        REQUIRE(QTest::qWaitForWindowExposed(&field));
    }
    void type(const QString& text) { DemoWindow::type(field.editor(), text); }
};
}  // namespace

TEST_CASE("a field shows its value and the other system beside it", "[desktop][field]") {
    Field f;
    CHECK(f.field.editor()->text() == "33.7 mm");
    CHECK(f.field.other_text() == "1.327 in");
    CHECK(f.commits.empty());
}

TEST_CASE("any unit and arithmetic, what was typed stays", "[desktop][field]") {
    Field f;
    f.type("1 1/2\"");
    REQUIRE_FALSE(f.commits.empty());
    CHECK(f.commits.back().first == Approx(0.0381));
    CHECK(f.field.editor()->text() == "1 1/2\"");
    CHECK(f.field.other_text() == "38.1 mm");
    f.field.show_value(0.0381);  // the document answers
    CHECK(f.field.editor()->text() == "1 1/2\"");
    f.type("30 mm - 2*3");
    CHECK(f.commits.back().first == Approx(0.024));
    f.type("25");
    CHECK(f.commits.back().first == Approx(0.025));
}

TEST_CASE("one visit is one gesture", "[desktop][field]") {
    Field f;
    f.type("12");
    REQUIRE(f.commits.size() >= 2);
    CHECK(f.commits.front().second == f.commits.back().second);
    const auto first = f.commits.back().second;
    QLineEdit elsewhere;
    elsewhere.show();
    QFocusEvent out(QEvent::FocusOut), in(QEvent::FocusIn);
    QApplication::sendEvent(f.field.editor(), &out);
    QApplication::sendEvent(f.field.editor(), &in);
    f.type("13");
    CHECK(f.commits.back().second != first);
}

TEST_CASE("a bad entry keeps its text and says how to write it", "[desktop][field]") {
    Field f;
    f.type("3 kg");
    CHECK(f.field.editor()->text() == "3 kg");
    CHECK(f.field.problem_text() == "“3 kg” is a mass, and a length is wanted. Write for example 30 mm or 1 1/4 in.");
    for (const auto& [si, gesture] : f.commits) CHECK(si != 3);
    const auto count = f.commits.size();
    f.type("x");
    CHECK(f.commits.size() == count);
    f.type("3 mm");
    CHECK(f.field.problem_text().isEmpty());
    CHECK(f.commits.back().first == Approx(0.003));
}

TEST_CASE("an undo elsewhere replaces a bad text", "[desktop][field]") {
    Field f;
    f.type("banana");
    CHECK_FALSE(f.field.problem_text().isEmpty());
    f.field.show_value(0.05);
    CHECK(f.field.editor()->text() == "50 mm");
    CHECK(f.field.problem_text().isEmpty());
}

TEST_CASE("a size known between two is a range where a field takes them", "[desktop][field]") {
    Field f;
    std::vector<quantity::Range> ranges;
    QObject::connect(&f.field, &QuantityField::committed_range,
                     [&](const quantity::Range& range, quint64) { ranges.push_back(range); });
    f.type("38-39 mm");
    CHECK(ranges.empty());
    CHECK_THAT(f.field.problem_text().toStdString(), Catch::Contains("One number is wanted"));
    f.field.take_ranges();
    f.commits.clear();
    f.type("38-39 mm");
    REQUIRE_FALSE(ranges.empty());
    CHECK(ranges.back().low == Approx(0.038));
    CHECK(ranges.back().high == Approx(0.039));
    CHECK(f.field.problem_text().isEmpty());
    // With spaces it is a difference, as before.
    f.type("40 mm - 2 mm");
    REQUIRE_FALSE(f.commits.empty());
    CHECK(f.commits.back().first == Approx(0.038));
    f.type("39-38 mm");
    CHECK_THAT(f.field.problem_text().toStdString(), Catch::Contains("from more to less"));
    CHECK(f.field.editor()->text() == "39-38 mm");
}
