#include "make/nesting.h"

#include <algorithm>
#include <numeric>
#include <random>

#include "approximately.h"

using namespace clampet;
using make::nest;

namespace {

void holds_together(const std::vector<double>& lengths, double bar, double kerf, const make::Nested& nested) {
    std::vector<int> seen(lengths.size());
    for (const auto& b : nested.bars) {
        double used = 0;
        for (const auto piece : b.pieces) {
            ++seen[piece];
            used += lengths[piece];
        }
        const auto cuts = static_cast<double>(b.pieces.size());
        // The last piece may end with the bar, without a cut.
        CHECK(used + (cuts - 1) * kerf <= bar + 1e-9);
        CHECK(b.left_over == absolute(std::max(0.0, bar - used - (cuts - 1) * kerf), kerf + 1e-9));
    }
    for (std::size_t i = 0; i < lengths.size(); ++i) CHECK(seen[i] == (lengths[i] <= bar ? 1 : 0));
}

}  // namespace

TEST_CASE("pieces lie on as few bars as can be", "[make][nesting]") {
    // Where first fit decreasing needs a fourth bar of 61 and three do: Johnson 1973, from memory; 60 is its sum.
    std::vector<double> lengths{44, 24, 24, 22, 21, 17, 8, 8, 6, 6};
    for (const double bar : {60.0, 61.0}) {
        const auto nested = nest(lengths, bar, 0);
        CHECK(nested.bars.size() == 3);
        CHECK(nested.fewest);
        holds_together(lengths, bar, 0, nested);
    }
    // The same whatever their order.
    std::reverse(lengths.begin(), lengths.end());
    CHECK(nest(lengths, 61, 0).bars.size() == 3);
}

TEST_CASE("each cut takes its kerf, and the last one may be the bar's end", "[make][nesting]") {
    CHECK(nest({1.2, 1.2}, 2.4, 0).bars.size() == 1);
    CHECK(nest({1.2, 1.2}, 2.4, 0.003).bars.size() == 2);
    CHECK(nest({1.2, 1.197}, 2.4, 0.003).bars.size() == 1);
    const auto long_one = nest({3.0, 1.0}, 2.4, 0.003);
    CHECK(long_one.bars.size() == 1);
    CHECK(long_one.bars[0].pieces == std::vector<std::size_t>{1});
    CHECK(nest({}, 2.4, 0.003).bars.empty());
}

TEST_CASE("sixty pieces are laid out, none twice", "[make][nesting]") {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> any(0.05, 1.3);
    for (int round = 0; round < 5; ++round) {
        std::vector<double> lengths(60);
        for (auto& length : lengths) length = any(random);
        const auto nested = nest(lengths, 2.4, 0.003);
        holds_together(lengths, 2.4, 0.003, nested);
        const double sum = std::accumulate(lengths.begin(), lengths.end(), 0.0);
        CHECK(static_cast<double>(nested.bars.size()) <= std::ceil(sum / 2.4) + 1);
    }
}
