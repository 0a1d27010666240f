// What the working writes down comes to what it says: every line whose numbers are sums is worked out again.
#include <map>
#include <optional>
#include <set>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;
using families::Kind;

namespace {

/// Works out "0.95 · 500.0 N", "(2.5 kg · 600 mm + 0.6 kg · 120 mm)/300 mm", "475 N / cos 45.0°" in SI units. Nothing
/// where there is a symbol in it, or words.
class Sum {
 public:
    explicit Sum(std::string text) : text_(std::move(text)) {}
    std::optional<double> value() {
        const auto v = sum();
        skip();
        return failed_ || at_ < text_.size() ? std::nullopt : v;
    }

 private:
    bool take(std::string_view word) {
        skip();
        if (text_.compare(at_, word.size(), word) != 0) return false;
        at_ += word.size();
        return true;
    }
    void skip() {
        while (at_ < text_.size() && text_[at_] == ' ') ++at_;
    }
    std::optional<double> fail() {
        failed_ = true;
        return std::nullopt;
    }
    std::optional<double> sum() {
        auto left = product();
        while (left) {
            const bool plus = take("+ "), minus = !plus && take("− ");
            if (!plus && !minus) return left;
            const auto right = product();
            if (!right) return fail();
            left = plus ? *left + *right : *left - *right;
        }
        return left;
    }
    std::optional<double> product() {
        auto left = power();
        while (left) {
            const bool over = take("/"), times = !over && (take("·") || take("×"));
            skip();
            const bool bracket = !over && !times && at_ < text_.size() && text_[at_] == '(';
            if (!over && !times && !bracket) {
                if (const auto unit = unit_here()) {  // after a bracket: 0.22(30 + 30) N
                    left = *left * *unit;
                    continue;
                }
                return left;
            }
            const auto right = power();
            if (!right) return fail();
            left = over ? *left / *right : *left * *right;
        }
        return left;
    }
    std::optional<double> power() {
        auto v = one();
        if (v && take("²")) return *v * *v;
        if (v && take("³")) return *v * *v * *v;
        return v;
    }
    std::optional<double> bracketed(double (*of)(double)) {
        const auto v = take("(") ? sum() : std::nullopt;
        return v && take(")") ? std::optional(of(*v)) : fail();
    }
    /// min or max of several.
    std::optional<double> of_several(bool least) {
        auto best = sum();
        while (best && take(",")) {
            const auto next = sum();
            if (!next) return fail();
            best = least ? std::min(*best, *next) : std::max(*best, *next);
        }
        return best && take(")") ? best : fail();
    }
    std::optional<double> one() {
        if (take("√")) return bracketed([](double v) { return std::sqrt(v); });
        if (take("exp")) return bracketed([](double v) { return std::exp(v); });
        if (take("min(")) return of_several(true);
        if (take("max(")) return of_several(false);
        for (const auto& [name, of] : {std::pair<const char*, double (*)(double)>{"cos ", std::cos},
                                       {"sin ", std::sin},
                                       {"tan ", std::tan},
                                       {"atan ", std::atan}})
            if (take(name)) {
                const auto v = one();
                return v ? std::optional(of(*v)) : fail();
            }
        if (take("π")) return constants::pi;
        if (take("[")) {
            const auto v = sum();
            return v && take("]") ? v : fail();
        }
        skip();
        if (at_ < text_.size() && text_[at_] == '(') return bracketed([](double v) { return v; });
        const char* start = text_.c_str() + at_;
        char* end = nullptr;
        const double number = std::strtod(start, &end);
        if (end == start) return fail();
        at_ += static_cast<std::size_t>(end - start);
        return number * unit_here().value_or(1);
    }
    std::optional<double> unit_here() {
        static const std::vector<std::pair<std::string_view, double>> units{{"N/mm", 1e3},
                                                                            {"N·m", 1},
                                                                            {"N·mm", 1e-3},
                                                                            {"kN", 1e3},
                                                                            {"N", 1},
                                                                            {"kg", 1},
                                                                            {"mm²", 1e-6},
                                                                            {"mm", 1e-3},
                                                                            {"MPa", 1e6},
                                                                            {"GPa", 1e9},
                                                                            {"°", constants::degree},
                                                                            {"%", 0.01},
                                                                            {"m/s²", 1}};
        skip();
        for (const auto& [unit, size] : units) {
            if (text_.compare(at_, unit.size(), unit) != 0) continue;
            const std::size_t after = at_ + unit.size();
            if (after < text_.size() && std::isalpha(static_cast<unsigned char>(text_[after]))) continue;
            at_ = after;
            return size;
        }
        return std::nullopt;
    }
    std::string text_;
    std::size_t at_ = 0;
    bool failed_ = false;
};

/// The inputs of a family as they stand first, and with every choice it has.
std::vector<Values> choices_of(const families::Family& family) {
    std::vector<Values> all{{}};
    for (const auto& p : family.parameters())
        if (p.kind == Kind::choice)
            for (const auto& c : p.choices)
                if (c.key != p.standard_text) all.push_back({{p.key, c.key}});
    const std::size_t count = all.size();
    // And with its sizes a little off, so that no two of them are alike.
    for (std::size_t i = 0; i < count; ++i) {
        Values other = all[i];
        double step = 1.02;
        for (const auto& p : family.parameters())
            if (p.kind == Kind::quantity && !p.whole_number && families::check_value(p, {p.standard * step})) {
                other[p.key] = p.standard * step;
                step = step > 1.08 ? 1.02 : step + 0.013;
            }
        all.push_back(std::move(other));
    }
    return all;
}

}  // namespace

TEST_CASE("sums are worked out as they are written", "[families][working]") {
    const std::vector<std::pair<const char*, double>> cases{
        {"0.95 · 500.0 N", 475},
        {"(2.500 kg · 600.0 mm + 0.600 kg · 120.0 mm)/300.0 mm", 5.24},
        {"475.0 N / cos 60.0°", 950},
        {"750 N/mm(1.244 mm − 0.500 mm)", 558},
        {"0.220(30.0 + 30.0 + 0.0) N", 13.2},
        {"√(3² + (8/2)²)", 5},
        {"max(1 + 2, 0.5) − min(2, 1)", 2},
        {"20.0 mm² · 700 MPa", 14000},
        {"-0.0 N − 30.0 N", -30}};
    for (const auto& [text, value] : cases) {
        CAPTURE(text);
        const auto got = Sum(text).value();
        REQUIRE(got);
        CHECK(*got == relative(value, 1e-12));
    }
    for (const char* text : {"F", "3 mm and more", "star knob Ø40", "26.2 mm cos φ", "2 +", ""}) {
        CAPTURE(text);
        CHECK_FALSE(Sum(text).value());
    }
}

TEST_CASE("the numbers of a working come to its value", "[families][working]") {
    const std::vector<Load> loads{
        {{}, {}}, {{2, -1, -12, 0.2, 0.3, -0.1}, {5, 3, -4, 0.3, -0.2, 0.25}}, {{}, {-6, 2, 9, -0.4, 0.2, 0.3}}};
    std::set<std::string> looked_at;
    for (const auto* family : families::registry())
        for (const auto& values : choices_of(*family)) {
            const auto joint = families::join(*family, values);
            if (!joint) continue;  // choices that go only with others
            for (const auto& load : loads)
                for (const auto& line : (*joint)->working(load)) {
                    const auto worked = Sum(line.numbers).value();
                    if (!worked || !std::isfinite(line.value)) continue;
                    looked_at.insert(std::string(family->key()) + " " + line.quantity);
                    CAPTURE(family->key(), line.quantity, line.formula, line.numbers, line.value, *worked);
                    // As exact as what is written down.
                    CHECK(*worked == Approx(line.value).epsilon(0.02).margin(0.02 * std::abs(*worked) + 1e-4));
                }
        }
    CHECK(looked_at.size() > 40);
}

TEST_CASE("a screw in a sunk hole reaches as much farther as it is sunk", "[families][working]") {
    const auto line = [](double sink) {
        const auto& thread = *families::family_named("thread");
        const auto made = families::join(thread, {{"head", s("countersunk")}, {"sink", sink}});
        REQUIRE(made);
        for (const auto& l : (*made)->working({}))
            if (l.quantity == "protrusion") return l;
        return mechanics::WorkLine{};
    };
    const auto flush = line(0), sunk = line(0.0015);
    CHECK(sunk.value == relative(flush.value + 0.0015, 1e-9));
    CHECK_THAT(sunk.formula, Catch::Contains("+ sink"));
    CHECK_FALSE(flush.formula.find("sink") != std::string::npos);
    for (const auto& l : {flush, sunk}) {
        const auto worked = Sum(l.numbers).value();
        REQUIRE(worked);
        CHECK(*worked == relative(l.value, 0.01));
    }
}
