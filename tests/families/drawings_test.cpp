// What a drawing says is what it draws: dimensions against the distance between their points, and against the inputs.
#include <cmath>
#include <random>

#include "approximately.h"
#include "families/family.h"
#include "quantity/format.h"

using namespace clampet;
using families::Kind;
using families::Values;

namespace {

const families::Load load{{3, 2, -13, 0.4, 1.1, 0.2}, {5, 0, 0, 0, 0.5, 0}};

/// The length that a label starts or ends with, "Ø 33.7 mm" or "4 joints, 120 mm"; nothing where it names none.
std::optional<double> length_in(const std::string& label) {
    const auto unit = label.rfind(" mm");
    if (unit == label.npos) return std::nullopt;
    std::size_t from = unit;
    while (from > 0 && (std::isdigit(static_cast<unsigned char>(label[from - 1])) || label[from - 1] == '.')) --from;
    if (from == unit) return std::nullopt;
    return std::stod(label.substr(from, unit - from)) * 1e-3;
}

/// Some that are drawn larger or shorter than they are, so that they can be seen; they say their real size.
bool is_a_sketch(std::string_view family, const std::string& label) {
    if (family == "ball_chain" && label.find("joints") != label.npos) return true;  // at most twelve are drawn
    if (family == "arm") return true;                                               // its drop is drawn as it bends
    if (label.find("drawn nearer") != label.npos) return true;
    return false;
}

std::vector<drawing::Dimension> dimensions(const drawing::Drawing& d) {
    std::vector<drawing::Dimension> all;
    for (const auto& e : d.elements)
        if (const auto* dimension = std::get_if<drawing::Dimension>(&e)) all.push_back(*dimension);
    return all;
}

/// Inputs about the family's own, lengths within a third.
Values varied(const families::Family& family, unsigned seed) {
    std::mt19937 random(seed);
    std::uniform_real_distribution<double> in(0.8, 1.25);
    Values values;
    for (const auto& p : family.parameters()) {
        if (p.kind != Kind::quantity || p.dimension != quantity::Dimension::length || p.whole_number) continue;
        const double v = std::clamp(p.standard * in(random), p.least, p.most);
        if (families::check_value(p, families::Value{v})) values[p.key] = v;
    }
    return values;
}

}  // namespace

TEST_CASE("a dimension says the distance that it is drawn over", "[families][drawing]") {
    int seen = 0;
    for (const auto* family : families::registry())
        for (unsigned seed = 0; seed < 5; ++seed) {
            const auto joint = families::join(*family, seed == 0 ? Values{} : varied(*family, seed));
            if (!joint) continue;
            for (const auto& d : dimensions((*joint)->section(load))) {
                const auto said = length_in(d.label);
                if (!said || is_a_sketch(family->key(), d.label)) continue;
                CAPTURE(family->key(), seed, d.label);
                // Labels are rounded to a tenth of a millimetre or four figures.
                CHECK(std::hypot(d.to.x - d.from.x, d.to.y - d.from.y) == Approx(*said).epsilon(2e-3).margin(0.06e-3));
                ++seen;
            }
        }
    CHECK(seen > 100);
}

TEST_CASE("a drawing shows the sizes that were typed", "[families][drawing]") {
    struct Row {
        const char *family, *key;
        double value;
        Values more = {};
    };
    const std::vector<Row> rows{{"ball", "diameter", 0.0317},
                                {"tube_grip", "diameter", 0.0411},
                                {"jam_collar", "span", 0.0234, {{"given_by", std::string("span")}}},
                                {"rest", "length", 0.0471},
                                {"dovetail", "width", 0.0433},
                                {"fastener_group", "plate_length", 0.0913}};
    for (const auto& row : rows) {
        Values values = row.more;
        values[row.key] = row.value;
        const auto joint = families::join(*families::family_named(row.family), values);
        CAPTURE(row.family, row.key);
        REQUIRE(joint);
        bool shown = false;
        for (const auto& d : dimensions((*joint)->section(load)))
            if (const auto said = length_in(d.label)) shown = shown || std::abs(*said - row.value) < 0.06e-3;
        CHECK(shown);
    }
}

TEST_CASE("what is drawn stays within its own size, and grows with it", "[families][drawing]") {
    for (const auto* family : families::registry()) {
        const auto joint = families::join(*family, {});
        REQUIRE(joint);
        const auto box = (*joint)->section(load).extent();
        CAPTURE(family->key());
        CHECK(std::isfinite(box.width()));
        CHECK(box.width() > 0.001);
        CHECK(box.height() > 0.001);
        CHECK(box.width() < 10);
        // Every length doubled: the drawing doubles, but for what a standard gives (threads, gaps of a sketch).
        Values doubled;
        const auto in_force = families::complete(*family, {});
        REQUIRE(in_force);
        for (const auto& p : family->parameters())
            if (p.kind == Kind::quantity && p.dimension == quantity::Dimension::length && p.standard != 0 &&
                p.is_relevant(*in_force) && families::check_value(p, families::Value{2 * p.standard}))
                doubled[p.key] = 2 * p.standard;
        const auto larger = families::join(*family, doubled);
        if (!larger || doubled.empty()) continue;
        const auto twice = (*larger)->section(load).extent();
        CHECK(twice.width() * twice.height() > 1.2 * box.width() * box.height());
    }
}
