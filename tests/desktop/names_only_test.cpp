// Somebody who knows only names, sizes and feel reaches a verdict: words, a device, things by name, choices. No
// modulus, friction or newton is typed. Ten of the cases of docs/coverage.md, each at the seam that people ask about.
#include <array>

#include "desktop/bench/bench_load_panel.h"
#include "desktop/bench/bench_page.h"
#include "desktop/bench/benches_page.h"
#include "desktop/widgets/stock_row.h"
#include "window.h"

using namespace clampet;

namespace {

struct ByName {
    const char* rig;
    const char *words, *device;
    std::vector<std::pair<const char*, const char*>> names;    ///< asked for by key, and what is typed there
    std::vector<std::pair<const char*, const char*>> choices;  ///< an input and its choice
};

/// Presses: one for the tab, one to go, two for every list.
struct Person {
    DemoWindow d{false};
    int presses = 0;

    void go(const ByName& rig) {
        QTest::mouseClick(d.window.tab("benches"), Qt::LeftButton);
        auto* page = d.window.benches();
        DemoWindow::type(page->search(), rig.words);
        QTest::keyClick(page->search(), Qt::Key_Return);
        REQUIRE(d.window.bench());
        presses += 2;
        auto* device = d.window.bench()->load_panel()->device();
        const int at = device->findText(rig.device);
        REQUIRE(at > 0);
        device->setCurrentIndex(at);
        emit device->activated(at);
        presses += 2;
    }
    void choose(const char* key, const char* choice) {
        auto* list = d.window.bench()->input(key)->choices();
        const int at = list->findData(choice);
        REQUIRE(at >= 0);
        if (at == list->currentIndex()) return;
        list->setCurrentIndex(at);
        emit list->activated(at);
        presses += 2;
    }
    void take(const char* key, const char* name) {
        auto* row = d.window.bench()->stock(key);
        REQUIRE(row);
        REQUIRE_FALSE(row->isHidden());
        DemoWindow::type(row->names()->lineEdit(), name);
        QTest::keyClick(row->names()->lineEdit(), Qt::Key_Return);
        INFO(row->note().toStdString());
        CHECK(row->names()->currentText() == name);
        presses += 1;
    }
};

const std::array<ByName, 10>& rigs() {
    static const std::array<ByName, 10> all{
        {{"K01 turned head",
          "tilt head",
          "full-frame body with 24-70 class zoom",
          {{"tight", "star knob, Ø50"}, {"material", "oak"}},
          {{"while_set", "carried"}}},
         {"K03 worn strap",
          "shoulder strap",
          "compact",
          {{"webbing", "50 mm webbing, polyester"}, {"material", "birch plywood"}, {"tight", "snug, wing nut"}},
          {{"worn", "yes"}}},
         {"K06 clamp at the desk",
          "C clamp",
          "7-inch monitor",
          {{"clamp", "G-clamp 75 mm (3 in)"}, {"material", "beech"}},
          {}},
         {"K07 mirror on a small ball", "small ball", "mirror 10 x 15 cm, 4 mm glass", {{"tight", "knob, Ø20"}}, {}},
         {"K08 arm with pockets",
          "routed pockets",
          "small mirrorless with pancake",
          {{"material", "birch plywood"}},
          {}},
         {"K09 phone jig", "phone jig", "phone", {}, {}},
         {"K10 washer in a shoe", "washer and grommet", "compact", {}, {{"sides", "closed"}}},
         {"K12 pouch", "tee-nut in cloth", "action camera", {{"cloth", "nylon pack cloth, 1000 denier"}}, {}},
         {"K16 pipe clamp",
          "clamp on a pole",
          "small mirrorless with pancake",
          {{"tube", "48.3 x 3.2 scaffold, light"}, {"material", "birch plywood"}, {"tight", "star knob, Ø40"}},
          {}},
         {"K18 arm on its post", "boom", "mirrorless with 35 mm", {{"material", "beech"}}, {{"holed", "down"}}}}};
    return all;
}

bool is_typed_number(const rig::Input& input) {
    return std::holds_alternative<double>(input) || std::holds_alternative<rig::Band>(input);
}

}  // namespace

TEST_CASE("ten rigs reach a verdict by names, sizes and feel", "[desktop][bench][names]") {
    for (const auto& rig : rigs()) {
        DYNAMIC_SECTION(rig.rig) {
            Person person;
            person.go(rig);
            for (const auto& [key, choice] : rig.choices) person.choose(key, choice);
            for (const auto& [key, name] : rig.names) person.take(key, name);
            const auto& bench = person.d.window.bench_model();
            for (const auto& [key, input] : bench.bench().element.inputs) {
                CAPTURE(key);
                CHECK_FALSE(is_typed_number(input));
            }
            CHECK(bench.bench().payload.device == rig.device);
            const auto& result = bench.result();
            CHECK_FALSE(result.report.modes.empty());
            CHECK((result.report.factor > 0.2 && result.report.factor < 1000));
            CHECK(person.presses <= 9);
        }
    }
}
