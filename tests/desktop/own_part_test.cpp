// A part of one's own from a file, put on the rig: read beside the window, weighed by what it is made of, its ports
// pressed on it.
#include "solids/own_part.h"

#include <fmt/format.h>

#include <fstream>

#include "desktop/own/own_part_dialog.h"
#include "desktop/own/own_part_picture.h"
#include "desktop/rig/elevation_scene.h"
#include "desktop/rig/rig_page.h"
#include "desktop/rig/shelf_card.h"
#include "desktop/rig/shelf_view.h"
#include "window.h"

using namespace clampet;
using desktop::OwnPartDialog;

namespace {

/// A block of 50 × 30 × 20 mm about its own middle, as text STL in millimetres.
std::string block_stl() {
    const double half[] = {25, 15, 10};
    const int faces[12][3] = {{0, 2, 3}, {0, 3, 1}, {4, 5, 7}, {4, 7, 6}, {0, 1, 5}, {0, 5, 4},
                              {2, 6, 7}, {2, 7, 3}, {0, 4, 6}, {0, 6, 2}, {1, 3, 7}, {1, 7, 5}};
    std::string text = "solid block\n";
    for (const auto& face : faces) {
        text += "facet normal 0 0 0\nouter loop\n";
        for (const int i : face)
            text += fmt::format("vertex {} {} {}\n", (i & 1 ? 1 : -1) * half[0], (i & 2 ? 1 : -1) * half[1],
                                (i & 4 ? 1 : -1) * half[2]);
        text += "endloop\nendfacet\n";
    }
    return text + "endsolid block\n";
}

/// An L of 40 × 40 mm and 5 mm walls, 30 mm wide: its foot below, its back on the left.
std::string bracket_stl() {
    const double outline[6][2] = {{0, 0}, {40, 0}, {40, 5}, {5, 5}, {5, 40}, {0, 40}};  // x and z
    const int caps[4][3] = {{0, 1, 2}, {0, 2, 3}, {0, 3, 5}, {3, 4, 5}};
    std::string text = "solid bracket\n";
    const auto triangle = [&](std::array<std::array<double, 3>, 3> corners) {
        text += "facet normal 0 0 0\nouter loop\n";
        for (const auto& c : corners) text += fmt::format("vertex {} {} {}\n", c[0], c[1], c[2]);
        text += "endloop\nendfacet\n";
    };
    const auto at = [&](int i, double y) { return std::array<double, 3>{outline[i][0], y, outline[i][1]}; };
    for (const auto& c : caps) {
        triangle({at(c[0], -15), at(c[1], -15), at(c[2], -15)});
        triangle({at(c[0], 15), at(c[2], 15), at(c[1], 15)});
    }
    for (int i = 0; i < 6; ++i) {
        const int n = (i + 1) % 6;
        triangle({at(i, -15), at(i, 15), at(n, 15)});
        triangle({at(i, -15), at(n, 15), at(n, -15)});
    }
    return text + "endsolid bracket\n";
}

struct OwnWindow : DemoWindow {
    OwnWindow() : DemoWindow(false) {
        for (const char* kind : {"floor", "post"})
            REQUIRE(window.document().perform(project::Build{
                window.document().is_empty() ? "" : window.document().rig().parts.back().id, {}, {}, {{kind}}}));
        window.show_stage("rig");
        QApplication::processEvents();
    }
    const rig::Rig& rig() { return window.document().rig(); }
    desktop::ShelfView& shelf() { return *window.findChild<desktop::RigPage*>()->shelf(); }
    /// Opens the shelf on the post, and a file for it.
    OwnPartDialog& open(const std::string& name, const std::string& bytes) {
        const std::string path = (folder.path() + "/").toStdString() + name;
        std::ofstream(path, std::ios::binary) << bytes;
        window.stack()->select_part(QString::fromStdString(rig().parts.back().id));
        QTest::mouseClick(window.stack()->here_button(), Qt::LeftButton);
        shelf().ask_for_file = [path] { return QString::fromStdString(path); };
        QTest::mouseClick(shelf().own_part(), Qt::LeftButton);
        REQUIRE(shelf().own_dialog());
        read(*shelf().own_dialog());
        return *shelf().own_dialog();
    }
    static void read(OwnPartDialog& dialog) {
        for (int i = 0; i < 500 && dialog.is_reading(); ++i) QTest::qWait(10);
        REQUIRE_FALSE(dialog.is_reading());
    }
    static void choose(QComboBox* box, int at) {
        box->setCurrentIndex(at);
        emit box->activated(at);
        emit box->textActivated(box->currentText());
    }
};

}  // namespace

TEST_CASE("a block from a file is weighed, turned, pressed and put on a stud", "[desktop][own]") {
    OwnWindow d;
    auto& dialog = d.open("block.stl", block_stl());
    CHECK(dialog.part_name()->text() == "block");
    CHECK(dialog.put()->isEnabled());
    CHECK_THAT(dialog.says().toStdString(), Catch::Contains("50 mm"));
    // Made of something else, all through: 30 cm³ of it.
    OwnWindow::choose(dialog.made(), 1);
    CHECK_FALSE(dialog.walls()->isVisible());
    OwnWindow::choose(dialog.material(), dialog.material()->findText("birch plywood"));
    CHECK_THAT(dialog.weight().toStdString(), Catch::Contains("20"));  // 0.68 g/cm³ of 30 cm³
    // In inches it would be a wardrobe: it says so.
    OwnWindow::choose(dialog.unit(), 3);
    OwnWindow::read(dialog);
    CHECK_THAT(dialog.says().toStdString(), Catch::Contains("1.27 m") || Catch::Contains("1270 mm"));
    OwnWindow::choose(dialog.unit(), 0);
    OwnWindow::read(dialog);

    // Pressed where it is to be held: on its lower side it is already, so on its right side.
    auto& picture = *dialog.picture();
    const auto at = picture.pixel_of({0.005, -0.015, 0.002});
    const auto mark = picture.pressed_at(at);
    REQUIRE(mark);
    CHECK((mark->at - rig::Vector(0.005, -0.015, 0.002)).norm() < 1e-6);
    CHECK((mark->outward - rig::Vector(0, -1, 0)).norm() < 1e-6);
    CHECK_FALSE(picture.pressed_at({2, 2}));
    QTest::mouseClick(&picture, Qt::LeftButton, {}, at.toPoint());
    // A face on the post's stud meets nothing; a thread does.
    QTest::mouseClick(dialog.put(), Qt::LeftButton);
    if (d.shelf().own_dialog()) {
        CHECK_THAT(dialog.says().toStdString(), Catch::Contains("Choose another way"));
        const auto designation = [&] {
            for (const auto& port : d.rig().parts.back().ports)
                if (port.kind == families::PortKind::thread) return std::get<std::string>(port.sizes.at("designation"));
            return std::string();
        }();
        OwnWindow::choose(dialog.port_kind(0),
                          dialog.port_kind(0)->findData(QString::fromStdString("socket " + designation)));
        QTest::mouseClick(dialog.put(), Qt::LeftButton);
    }
    REQUIRE(d.rig().parts.size() == 3);
    const auto& part = d.rig().parts.back();
    CHECK(part.name == "block");
    CHECK(part.kind.empty());
    CHECK(part.shapes.front().kind == rig::ShapeKind::hull);
    CHECK(part.port("held")->surface == "plywood");             // as what it is made of
    CHECK(part.port("held")->z.y() == Approx(1).margin(0.02));  // into the part
    CHECK(d.rig().interfaces.back().elements.front().family == "thread");
    CHECK(d.shelf().title().contains("block"));
    // It is written, and comes back.
    CHECK(*project::read_rig(project::write_rig(d.rig())) == d.rig());
    d.shortcut("undo");
    CHECK(d.rig().parts.size() == 2);
}

TEST_CASE("a port is pressed down in the hollow of a bracket, not on its hull", "[desktop][own]") {
    OwnWindow d;
    auto& dialog = d.open("bracket.stl", bracket_stl());
    auto& picture = *dialog.picture();
    // On the foot, in the corner: the hull's slope would lie 6 mm above it.
    const rig::Vector on_foot(0.010, 0, 0.005);
    for (int i = 0; i < 10; ++i) QTest::keyClick(&picture, Qt::Key_Left);  // to where its back hides nothing
    const auto mark = picture.pressed_at(picture.pixel_of(on_foot));
    REQUIRE(mark);
    CHECK((mark->at - on_foot).norm() < 1e-6);
    CHECK((mark->outward - rig::Vector::UnitZ()).norm() < 1e-6);
    // And its picture is its own from the side too: less than its hull's.
    const auto hull = solids::read_solid((d.folder.path() + "/bracket.stl").toStdString());
    REQUIRE(hull);
    rig::Rig r;
    r.parts = {*solids::own_part(*hull, {}, "Bracket", {})};
    REQUIRE(d.window.document().adopt(r));
    const auto scene = desktop::make_scene(d.window.document(), desktop::ViewSide::side, "");
    REQUIRE(scene.solids.size() == 1);
    double area = 0;
    const auto& o = scene.solids.front().outline;
    for (int i = 0; i < o.size(); ++i) {
        const QPointF &from = o[i], &to = o[(i + 1) % o.size()];
        area += (from.x() * to.y() - from.y() * to.x()) / 2;
    }
    CHECK(std::abs(area) == Approx(0.04 * 0.005 + 0.005 * 0.035).epsilon(1e-3));
}

TEST_CASE("a file that is no solid says what is wrong, and nothing is put there", "[desktop][own][bad]") {
    OwnWindow d;
    auto& dialog = d.open("cut.stl", block_stl().substr(0, 300));
    CHECK_THAT(dialog.says().toStdString(), Catch::Contains("cut.stl is no whole STL file."));
    CHECK_FALSE(dialog.put()->isEnabled());
    dialog.reject();
    CHECK(d.rig().parts.size() == 2);
}
