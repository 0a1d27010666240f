#include "catalogue/stock.h"

#include "families/bench.h"
#include "families/stock_use.h"

using namespace clampet;
using namespace bench;

TEST_CASE("what is turned and stays on its screw says once where the thread stands", "[stock]") {
    int bought = 0;
    for (const auto* row : catalogue::stock_group("hand torque")) {
        const auto said = row->texts.find("bought_as");
        if (said == row->texts.end()) continue;
        ++bought;
        CAPTURE(row->name, said->second);
        CHECK(said->second.find("{}") != std::string::npos);
        CHECK(said->second.find("{}") == said->second.rfind("{}"));
    }
    CHECK(bought > 5);
}

TEST_CASE("stock sizes are those of their standards", "[stock][published]") {
    const auto size = [](const char* group, const std::string& name, const char* key) {
        for (const auto* row : catalogue::stock_group(group))
            if (row->name == name) return row->size(key);
        FAIL("no " << group << " " << name);
        return 0.0;
    };
    CHECK(size("washer", "M6 plain", "outer") == relative(0.012, 1e-9));         // ISO 7089
    CHECK(size("washer", "M6 plain", "thickness") == relative(0.0016, 1e-9));    // ISO 7089
    CHECK(size("washer", "M8 large", "outer") == relative(0.024, 1e-9));         // ISO 7093-1
    CHECK(size("timber", "2 x 4 in", "width") == relative(3.5 * 0.0254, 1e-6));  // PS 20
    CHECK(size("timber", "2 x 4 in", "thickness") == relative(1.5 * 0.0254, 1e-6));
    CHECK(size("tube", "48.3 x 4.0 scaffold", "outer") == relative(0.0483, 1e-9));  // EN 39
}
