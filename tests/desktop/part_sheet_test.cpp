// A part is pressed in the column or in the picture, and its sheet says and takes what it is.
#include "desktop/rig/part_sheet.h"

#include "desktop/rig/part_block.h"
#include "desktop/rig/rig_page.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/rig/shelf_view.h"
#include "window.h"

using namespace clampet;

namespace {

struct PartWindow : DemoWindow {
    explicit PartWindow(bool demo = true) : DemoWindow(demo) {}
    desktop::PartSheet& sheet() { return *window.part_sheet(); }
    const rig::Part& part(const char* id) { return *window.document().rig().part(id); }
    void press(const char* id) {
        auto* block = window.stack()->block(id);
        REQUIRE(block);
        QTest::mouseClick(block, Qt::LeftButton);
        REQUIRE(sheet().isVisible());
    }
    desktop::InputRow& row(const char* key) {
        auto* found = sheet().row(key);
        REQUIRE(found);
        return *found;
    }
    void type(const char* key, const QString& text) { DemoWindow::type(row(key).field()->editor(), text); }
};

}  // namespace

TEST_CASE("a part is pressed: its sizes, its weight and where that comes from", "[desktop][parts]") {
    PartWindow d;
    CHECK(d.window.sheet()->isVisible());
    d.press("clamp");
    CHECK_FALSE(d.window.sheet()->isVisible());
    CHECK(d.sheet().title_text().toStdString() == d.part("clamp").name);
    CHECK(d.window.stack()->block("clamp")->isChecked());
    CHECK_FALSE(d.window.stack()->seam("camera-screw")->isChecked());
    CHECK(d.row("flank").field()->editor()->text() == "30 mm");
    CHECK_THAT(d.row("mass").origin().toStdString(), Catch::Contains("measured; take 208"));
    CHECK_THAT(d.sheet().ports_text().toStdString(), Catch::Contains("jaw"));
    // The measured weight is given up for that of its sizes, and back again.
    d.row("mass").take_offer();
    CHECK_FALSE(d.part("clamp").weighed);
    CHECK_THAT(d.row("mass").origin().toStdString(), Catch::Contains("from its sizes"));
    CHECK(d.row("mass").field()->editor()->text().toStdString() ==
          quantity::format(d.part("clamp").mass, quantity::Dimension::mass));
    d.type("mass", "260 g");
    CHECK(d.part("clamp").weighed == Approx(0.26));
    d.type("up", "12 mm");
    CHECK(d.part("clamp").balanced->z() == Approx(0.012));
    // A seam brings its own sheet back.
    d.click_seam("ball");
    CHECK(d.window.sheet()->isVisible());
    CHECK_FALSE(d.window.stack()->block("clamp")->isChecked());
}

TEST_CASE("a size of a part changes its seam and its picture; a wrong one is refused in its field",
          "[desktop][parts]") {
    PartWindow d;
    const auto typical = [&] {
        const auto& check = d.window.document().check();
        for (const auto& result : check.interfaces)
            if (result.id == "rail-clamp") return result.typical;
        return 0.0;
    };
    const double before = typical();
    const auto solids = d.window.elevation()->scene().solids.size();
    d.press("clamp");
    d.type("half_angle", "75 deg");
    CHECK(typical() != before);
    d.shortcut("undo");
    CHECK(typical() == Approx(before));
    d.type("flank", "5 mm");
    CHECK_THAT(d.row("flank").problem_text().toStdString(), Catch::Contains("beyond the end of the flanks"));
    CHECK(std::get<double>(d.part("clamp").values.at("flank")) == Approx(0.03));
    d.press("camera");
    auto* choice = d.row("microphone").choices();
    CHECK(d.row("mic_mass").isVisible());
    choice->setCurrentIndex(choice->findData("no"));
    emit choice->activated(choice->currentIndex());
    CHECK_FALSE(d.row("mic_mass").isVisible());
    CHECK(d.window.elevation()->scene().solids.size() == solids - 1);
    CHECK(d.row("thread").text_editor()->text() == "1/4-20 UNC");
    DemoWindow::type(d.row("thread").text_editor(), "nonsense");
    CHECK_FALSE(d.row("thread").problem_text().isEmpty());
    CHECK(d.row("wide").origin().isEmpty());  // typed in the demo
    CHECK_THAT(d.row("socket_back").origin().toStdString(), Catch::Contains("assumed"));
}

TEST_CASE("wind area and inertia come from the shape until they are typed", "[desktop][parts]") {
    PartWindow d;
    d.press("camera");
    CHECK(d.row("wind_area").origin() == "from its shape");
    d.type("wind_area", "300 cm²");
    CHECK(d.part("camera").wind_area == Approx(0.03));
    CHECK_THAT(d.row("wind_area").origin().toStdString(), Catch::Contains("take it from its shape"));
    d.row("wind_area").take_offer();
    CHECK_FALSE(d.part("camera").wind_area);
    const auto shape = rig::body_of(d.part("camera")).inertia;
    d.type("inertia_x", "40");  // kg·cm², as shown beside it
    REQUIRE(d.part("camera").inertia);
    CHECK(d.part("camera").inertia->x() == Approx(0.004));
    CHECK(d.part("camera").inertia->y() == Approx(shape.y()));
    d.type("inertia_y", "9 kg·m²");  // no body has that beside the others
    CHECK_FALSE(d.row("inertia_y").problem_text().isEmpty());
    d.row("inertia_z").take_offer();
    CHECK_FALSE(d.part("camera").inertia);
}

TEST_CASE("a part is pressed in the picture", "[desktop][parts][elevation]") {
    PartWindow d;
    auto* view = d.window.elevation();
    // The middle of the rail's far end, away from every handle.
    QPointF at;
    for (const auto& solid : view->scene().solids)
        if (solid.part == "rail") at = solid.outline.boundingRect().center() - QPointF(0.2, 0);
    CHECK(view->part_at(view->pixel(at)) == std::optional<std::string>("rail"));
    CHECK_FALSE(view->part_at({2, 2}));
    QTest::mouseClick(view, Qt::LeftButton, {}, view->pixel(at).toPoint());
    CHECK(d.sheet().selected() == "rail");
    CHECK(d.sheet().isVisible());
    // Other colours keep what is selected, and from where it is looked at.
    view->set_view(desktop::ViewSide::front);
    d.shortcut("dark");
    QApplication::processEvents();
    CHECK(d.window.stack()->selected_part() == "rail");
    CHECK(d.window.part_sheet()->isVisible());
    CHECK(d.window.elevation()->view() == desktop::ViewSide::front);
    d.shortcut("dark");
}

TEST_CASE("an arm that is a seam is in the picture", "[desktop][elevation]") {
    PartWindow d;
    const auto before = d.window.elevation()->scene().solids.size();
    REQUIRE(d.window.document().perform(
        project::AddPart{"camera", "Light", "arm", 0.3, {{"length", 0.4}, {"root_height", 0.03}}}));
    const auto& solids = d.window.elevation()->scene().solids;
    CHECK(solids.size() == before + 2);  // the light and what holds it
    const auto limb = std::find_if(solids.begin(), solids.end(), [](const auto& s) { return s.is_limb; });
    REQUIRE(limb != solids.end());
    CHECK(limb->part == "camera");
    const QRectF box = limb->outline.boundingRect();
    CHECK(std::hypot(box.width(), box.height()) > 0.4);
    CHECK(d.window.elevation()->scene().extent.contains(box));
}

TEST_CASE("ports of one's own part are said on its sheet, and its seam takes them", "[desktop][parts][ports]") {
    PartWindow d(false);
    rig::Rig rig = project::demo_rig();
    auto& rail = *rig.part("rail");
    rail.kind.clear();  // as a file of schema 1 has it
    rail.values.clear();
    rail.ports_of_kind = 0;
    rail.ports.front().sizes.clear();
    rail.ports.erase(rail.ports.begin() + 1, rail.ports.end());
    REQUIRE(d.window.document().adopt(rig));
    d.press("rail");
    CHECK(d.row("mass").origin().isEmpty());
    CHECK(d.row("grip/diameter").field()->editor()->text().isEmpty());
    d.type("grip/diameter", "42.4 mm");
    CHECK(std::get<double>(d.part("rail").ports.front().sizes.at("diameter")) == Approx(0.0424));
    const auto& f = *d.window.document().rig().interface("rail-clamp");
    CHECK(std::get<double>(rig::in_force(d.window.document().rig(), f).elements[0].inputs.at("diameter")) ==
          Approx(0.0424));
    d.type("grip/wall", "-1 mm");
    CHECK_FALSE(d.row("grip/wall").problem_text().isEmpty());
    auto* surface = d.row("grip/surface").choices();
    surface->setCurrentIndex(surface->findData("steel"));
    emit surface->activated(surface->currentIndex());
    CHECK(d.part("rail").ports.front().surface == "steel");
    auto* kind = d.row("grip/kind").choices();
    kind->setCurrentIndex(kind->findData("face"));
    emit kind->activated(kind->currentIndex());
    CHECK(d.part("rail").ports.front().kind == families::PortKind::face);
    CHECK(d.part("rail").ports.front().sizes.empty());
    CHECK(d.sheet().row("grip/hole"));
    CHECK_FALSE(d.sheet().row("grip/wall"));
}

TEST_CASE("a part of a kind is put on top from the shelf, where it meets what is there", "[desktop][parts]") {
    PartWindow d;
    QTest::mouseClick(d.window.stack()->remove_button(), Qt::LeftButton);  // the camera
    QTest::mouseClick(d.window.stack()->remove_button(), Qt::LeftButton);  // the plate: the cup's seat is free
    QTest::mouseClick(d.window.stack()->add_button(), Qt::LeftButton);
    auto* shelf = d.window.findChild<desktop::ShelfView*>();
    REQUIRE(shelf);
    CHECK_FALSE(shelf->card("camera")->isEnabled());
    QTest::mouseClick(shelf->card("ball_plate"), Qt::LeftButton);
    const auto& rig = d.window.document().rig();
    CHECK(rig.parts.back().kind == "ball_plate");
    CHECK(rig.interfaces.back().elements[0].family == "ball");
    CHECK(d.sheet().isVisible());
    CHECK(d.sheet().selected() == rig.parts.back().id);
}

TEST_CASE("blocks are reached and pressed by keyboard", "[desktop][keyboard]") {
    PartWindow d;
    auto* block = d.window.stack()->block("plate");
    block->setFocus();
    QTest::keyClick(block, Qt::Key_Space);
    CHECK(d.sheet().selected() == "plate");
    CHECK_FALSE(block->accessibleName().isEmpty());
}
