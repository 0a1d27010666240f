// Solids of other programs: what they weigh against closed forms, and files that are broken, open, turned inside out or
// in other units.
#include "parts/solids.h"

#include <fmt/format.h>

#include <BRepAlgoAPI_Cut.hxx>
#include <BRepPrimAPI_MakeBox.hxx>
#include <BRepPrimAPI_MakeCylinder.hxx>
#include <catch2/catch.hpp>
#include <cstring>
#include <filesystem>
#include <fstream>
#include <numbers>
#include <STEPControl_Writer.hxx>

#include "approximately.h"
#include "catalogue/material.h"
#include "parts/hull.h"
#include "project/rig_json.h"
#include "rig/clearance.h"
#include "rig/ray.h"
#include "solids/kernel.h"
#include "solids/own_part.h"
#include "temporary_folder.h"

using namespace clampet;
using parts::Vector;
using solids::Mesh;

namespace {

/// A box from 0 to its size, its faces outward; `turned` inward.
Mesh box_mesh(const Vector& size, bool turned = false, std::size_t leave_out = 0) {
    Mesh mesh;
    for (int i = 0; i < 8; ++i) mesh.corners.push_back(Vector(i & 1, (i >> 1) & 1, (i >> 2) & 1).cwiseProduct(size));
    const std::vector<std::array<std::size_t, 3>> faces{{0, 2, 3}, {0, 3, 1}, {4, 5, 7}, {4, 7, 6},
                                                        {0, 1, 5}, {0, 5, 4}, {2, 6, 7}, {2, 7, 3},
                                                        {0, 4, 6}, {0, 6, 2}, {1, 3, 7}, {1, 7, 5}};
    for (std::size_t i = 0; i + leave_out < faces.size(); ++i) {
        auto face = faces[i];
        if (turned) std::swap(face[1], face[2]);
        mesh.triangles.push_back(face);
    }
    return mesh;
}

std::string text_stl(const Mesh& mesh, double scale) {
    std::string text = "solid part\n";
    for (const auto& t : mesh.triangles) {
        text += " facet normal 0 0 0\n  outer loop\n";
        for (const auto i : t)
            text += fmt::format("   vertex {:.6e} {:.6e} {:.6e}\n", mesh.corners[i].x() * scale,
                                mesh.corners[i].y() * scale, mesh.corners[i].z() * scale);
        text += "  endloop\n endfacet\n";
    }
    return text + "endsolid part\n";
}

std::string binary_stl(const Mesh& mesh, double scale) {
    std::string bytes(80, ' ');
    const auto put = [&](const auto& value) {
        char raw[sizeof(value)];
        std::memcpy(raw, &value, sizeof(value));
        bytes.append(raw, sizeof(value));
    };
    put(static_cast<std::uint32_t>(mesh.triangles.size()));
    for (const auto& t : mesh.triangles) {
        for (int i = 0; i < 3; ++i) put(0.0f);
        for (const auto i : t)
            for (int axis = 0; axis < 3; ++axis) put(static_cast<float>(mesh.corners[i][axis] * scale));
        put(std::uint16_t{0});
    }
    return bytes;
}

struct Files : TemporaryFolder {
    std::string write(const std::string& name, const std::string& bytes) {
        const std::string at = (path() / name).string();
        std::ofstream(at, std::ios::binary) << bytes;
        return at;
    }
};

}  // namespace

TEST_CASE("a box from a file weighs and balances as a pocket calculator says", "[solids]") {
    Files files;
    const Vector size(0.06, 0.04, 0.02);
    const auto mesh = box_mesh(size);
    for (const auto& path :
         {files.write("text.stl", text_stl(mesh, 1e3)), files.write("binary.STL", binary_stl(mesh, 1e3))}) {
        CAPTURE(path);
        const auto solid = solids::read_solid(path);
        REQUIRE(solid);
        CHECK(solid->is_closed);
        CHECK(solid->notes.empty());
        CHECK(solid->triangles == 12);
        CHECK(solid->whole.volume == relative(0.06 * 0.04 * 0.02, 1e-6));
        CHECK(solid->whole.area == relative(2 * (0.06 * 0.04 + 0.06 * 0.02 + 0.04 * 0.02), 1e-6));
        CHECK((solid->whole.centroid - size / 2).norm() < 1e-8);
        // V/12 (b^2 + c^2), handbook.
        CHECK(solid->whole.inertia(0, 0) == relative(solid->whole.volume / 12 * (0.04 * 0.04 + 0.02 * 0.02), 1e-5));
        CHECK(std::abs(solid->whole.inertia(0, 1)) < 1e-12);
        CHECK((solid->hull.size - size).norm() < 1e-8);

        // A shell of 1.2 mm in full, a fifth of what is within.
        const double density = catalogue::material_named("PETG, printed")->density;
        const double shell = solid->whole.area * 0.0012;
        CHECK(*solids::mass_of(*solid, {}) == relative(density * (shell + 0.2 * (solid->whole.volume - shell)), 1e-9));
        CHECK(*solids::mass_of(*solid, {"birch plywood", false, 0, 0}) ==
              relative(catalogue::material_named("birch plywood")->density * solid->whole.volume, 1e-9));
    }
}

TEST_CASE("a file that is open, inside out, in inches, cut short, empty, flat or none says so", "[solids][bad]") {
    Files files;
    const Vector size(0.06, 0.04, 0.02);
    const auto turned = solids::read_solid(files.write("turned.stl", text_stl(box_mesh(size, true), 1e3)));
    REQUIRE(turned);
    CHECK(turned->notes == std::vector<std::string>{"It was inside out, and was turned."});
    CHECK(turned->whole.volume == relative(size.prod(), 1e-6));
    CHECK(turned->whole.inertia(0, 0) > 0);

    const auto open = solids::read_solid(files.write("open.stl", text_stl(box_mesh(size, false, 1), 1e3)));
    REQUIRE(open);
    CHECK_FALSE(open->is_closed);
    CHECK(open->notes.front() == "Its surface is open at 3 edges, so nobody knows what it encloses: weigh it.");
    CHECK(open->whole.volume == relative(size.prod(), 1e-6));  // its hull's

    const auto inches = files.write("inches.stl", text_stl(box_mesh(size), 1 / 0.0254));
    const auto small = solids::read_solid(inches);
    REQUIRE(small);
    REQUIRE(small->notes.size() == 1);
    CHECK(small->notes.front().find("is the file in inches or metres?") != std::string::npos);
    const auto right = solids::read_solid(inches, solids::FileUnit::inch);
    REQUIRE(right);
    CHECK(right->whole.volume == relative(size.prod(), 1e-5));

    const auto refused = [&](const std::string& name, const std::string& bytes) {
        const auto read = solids::read_solid(files.write(name, bytes));
        REQUIRE_FALSE(read);
        return read.problem().what;
    };
    const std::string text = text_stl(box_mesh(size), 1e3), binary = binary_stl(box_mesh(size), 1e3);
    CHECK(refused("cut.stl", text.substr(0, text.size() / 2)) == "cut.stl is no whole STL file.");
    CHECK(refused("cut-binary.stl", binary.substr(0, binary.size() / 2)) == "cut-binary.stl is no whole STL file.");
    CHECK(refused("none.stl", binary_stl({}, 1)) == "none.stl has no triangles.");
    CHECK(refused("words.stl", "this is no solid at all") == "words.stl is no whole STL file.");
    CHECK(refused("flat.stl", text_stl(box_mesh({0.06, 0.04, 0}), 1e3)) == "flat.stl is flat: it encloses nothing.");
    CHECK(refused("part.step", "ISO-10303-21; cut") == "part.step is no whole STEP file.");
    CHECK(refused("part.obj", "v 0 0 0") == "part.obj is neither STL nor STEP.");
    const auto missing = solids::read_solid((files.path() / "not-there.stl").string());
    REQUIRE_FALSE(missing);
    CHECK(missing.problem().remedy == "Check that it is there and may be read.");

    CHECK(solids::mass_of(*turned, {"moon cheese", true, 0.001, 0.2}).problem().where == "material");
    CHECK(solids::mass_of(*turned, {"PETG, printed", true, -1, 0.2}).problem().where == "walls");
    CHECK(solids::mass_of(*turned, {"PETG, printed", true, 0.001, NAN}).problem().where == "infill");
}

TEST_CASE("a large file is read whole", "[solids]") {
    // A ball of many triangles: as its polyhedron, which the closed form of the ball bounds.
    Files files;
    constexpr std::size_t rings = 200, round = 400;
    Mesh ball;
    const double r = 0.05;
    for (std::size_t i = 0; i <= rings; ++i)
        for (std::size_t k = 0; k < round; ++k) {
            const double up = std::numbers::pi * static_cast<double>(i) / rings,
                         turn = 2 * std::numbers::pi * static_cast<double>(k) / round;
            ball.corners.push_back(r *
                                   Vector(std::sin(up) * std::cos(turn), std::sin(up) * std::sin(turn), -std::cos(up)));
        }
    for (std::size_t i = 0; i < rings; ++i)
        for (std::size_t k = 0; k < round; ++k) {
            const std::size_t a = i * round + k, b = i * round + (k + 1) % round;
            ball.triangles.push_back({a, b, b + round});
            ball.triangles.push_back({a, b + round, a + round});
        }
    const auto solid = solids::read_solid(files.write("ball.stl", binary_stl(ball, 1e3)));
    REQUIRE(solid);
    CHECK(solid->is_closed);
    CHECK(solid->triangles > 150'000);
    CHECK(solid->whole.volume == relative(4.0 / 3 * std::numbers::pi * r * r * r, 1e-3));
    CHECK(solid->whole.inertia(2, 2) == relative(0.4 * solid->whole.volume * r * r, 1e-3));
    // Its hull of some hundred corners stands for it within a few per cent.
    CHECK(solid->hull.corners.size() < 160);
    CHECK(parts::volume_of(solid->hull) == relative(solid->whole.volume, 0.05));
}

TEST_CASE("a STEP file weighs what its closed form says, whatever its unit", "[solids]") {
    Files files;
    // A disc of 40 mm with a bore of 10 mm, 12 mm high, written by the library that reads it.
    const TopoDS_Shape disc =
        BRepAlgoAPI_Cut(BRepPrimAPI_MakeCylinder(20, 12).Shape(), BRepPrimAPI_MakeCylinder(5, 12).Shape()).Shape();
    const std::string path = (files.path() / "disc.step").string();
    STEPControl_Writer writer;
    writer.Transfer(disc, STEPControl_AsIs);
    REQUIRE(writer.Write(path.c_str()) == IFSelect_RetDone);
    const auto solid = solids::read_solid(path);
    REQUIRE(solid);
    CHECK(solid->whole.volume == relative(std::numbers::pi * (0.02 * 0.02 - 0.005 * 0.005) * 0.012, 1e-6));
    CHECK(solid->whole.centroid.z() == relative(0.006, 1e-6));
    CHECK(solid->hull.size.x() == relative(0.04, 0.01));
    // m/2 (R^2 + r^2) about its axis.
    CHECK(solid->whole.inertia(2, 2) == relative(solid->whole.volume / 2 * (0.02 * 0.02 + 0.005 * 0.005), 1e-5));
}

TEST_CASE("a part of one's own is its weight, its hull and its ports", "[solids][rig]") {
    Files files;
    const auto solid = solids::read_solid(files.write("box.stl", text_stl(box_mesh({0.06, 0.04, 0.02}), 1e3)));
    REQUIRE(solid);
    const auto part = solids::own_part(*solid, {"birch plywood", false, 0, 0}, "My bracket",
                                       {parts::Port{"below", families::PortKind::face, {0.03, 0.02, 0}}});
    REQUIRE(part);
    CHECK(part->mass == relative(catalogue::material_named("birch plywood")->density * 0.06 * 0.04 * 0.02, 1e-6));
    CHECK(part->shapes.front().material == parts::Stuff::wood);
    CHECK(part->inertia->x() == relative(part->mass / 12 * (0.04 * 0.04 + 0.02 * 0.02), 1e-5));
    // A ray from above enters it at its top, one beside it not; a ball 5 mm beside it is 5 mm away.
    const auto& hull = part->shapes.front();
    CHECK(*rig::entered(hull, {0.03, 0.02, 0.1}, -Vector::UnitZ()) == relative(0.08, 1e-9));
    CHECK_FALSE(rig::entered(hull, {0.07, 0.02, 0.1}, -Vector::UnitZ()));
    const rig::ConvexPieces own(part->shapes),
        ball(std::array{parts::sphere(Vector::Zero(), 0.02, parts::Stuff::metal)});
    Eigen::Isometry3d beside = Eigen::Isometry3d::Identity();
    beside.translation() = Vector(0.075, 0.02, 0.01);
    CHECK(rig::gap_of(own, Eigen::Isometry3d::Identity(), ball, beside) == relative(0.005, 1e-4));
}

TEST_CASE("the hull of points is what encloses them", "[parts][hull]") {
    // A cube with points within it: its own corners are left, and its volume.
    std::vector<Vector> points;
    for (int x = 0; x <= 2; ++x)
        for (int y = 0; y <= 2; ++y)
            for (int z = 0; z <= 2; ++z) points.emplace_back(0.01 * x, 0.01 * y, 0.01 * z);
    const auto hull = parts::hull_of(points, parts::Stuff::metal);
    REQUIRE(hull);
    CHECK(parts::volume_of(*hull) == relative(8e-6, 1e-9));
    CHECK((parts::centroid_of(*hull) - Vector::Constant(0.01)).norm() < 1e-12);
    for (const auto& [a, b, c] : hull->faces) {
        const Vector &p = hull->corners[static_cast<std::size_t>(a)], &q = hull->corners[static_cast<std::size_t>(b)],
                     &r = hull->corners[static_cast<std::size_t>(c)];
        CHECK((q - p).cross(r - p).dot(p) > 0);  // from its middle they look outward
    }
    CHECK_FALSE(parts::hull_of(std::vector<Vector>(points.begin(), points.begin() + 9), parts::Stuff::metal));  // x = 0
    CHECK_FALSE(parts::hull_of(std::vector<Vector>(points.begin(), points.begin() + 3), parts::Stuff::metal));
    points.emplace_back(NAN, 0, 0);
    CHECK(parts::hull_of(points, parts::Stuff::metal).problem().what == "A corner is no place.");
    // Slanting and flat: no plane along an axis says so.
    const std::vector<Vector> slanting{{0, 0, 0}, {1, 0, 1}, {0, 1, 0}, {1, 1, 1}, {0.5, 0.5, 0.5}};
    CHECK_FALSE(parts::hull_of(slanting, parts::Stuff::metal));
}

TEST_CASE("a hollow solid is drawn as it is, and stands in the way as its hull", "[solids][hull]") {
    // A tray of OCCT: a box with a pocket from above that leaves 4 mm walls.
    const TemporaryFolder folder;
    const gp_Pnt at(4, 4, 4);
    const TopoDS_Shape tray =
        BRepAlgoAPI_Cut(BRepPrimAPI_MakeBox(60, 40, 20).Shape(), BRepPrimAPI_MakeBox(at, 52.0, 32.0, 20.0).Shape());
    STEPControl_Writer writer;
    writer.Transfer(tray, STEPControl_AsIs);
    const auto path = (folder / "tray.step").string();
    REQUIRE(writer.Write(path.c_str()) == IFSelect_RetDone);
    const auto solid = solids::read_solid(path);
    REQUIRE(solid);
    CHECK(solid->whole.volume == relative(60e-3 * 40e-3 * 20e-3 - 52e-3 * 32e-3 * 16e-3, 1e-9));
    const auto& hull = solid->hull;
    REQUIRE_FALSE(hull.skin.empty());
    // The surface that is drawn encloses what the tray does, not what its hull does.
    Mesh skin;
    for (const auto& p : hull.skin) skin.corners.push_back(p);
    for (const auto& f : hull.skin_faces)
        skin.triangles.push_back(
            {static_cast<std::size_t>(f[0]), static_cast<std::size_t>(f[1]), static_cast<std::size_t>(f[2])});
    CHECK(solids::properties_of(skin).volume == relative(solid->whole.volume, 0.02));
    CHECK(parts::volume_of(hull) == relative(60e-3 * 40e-3 * 20e-3, 1e-6));
    // It comes back from a file as it was.
    rig::Rig rig;
    rig.parts = {*solids::own_part(*solid, {}, "Tray", {})};
    const auto back = project::read_rig(project::write_rig(rig));
    REQUIRE(back);
    REQUIRE(back->parts[0].shapes.size() == 1);
    CHECK(back->parts[0].shapes[0].skin_faces == hull.skin_faces);
    CHECK(back->parts[0].shapes[0].skin.size() == hull.skin.size());
    // A box needs none.
    const auto box = (folder / "box.stl").string();
    std::ofstream(box) << text_stl(box_mesh({0.06, 0.04, 0.02}), 1000);
    const auto plain = solids::read_solid(box);
    REQUIRE(plain);
    CHECK(plain->hull.skin.empty());
}

TEST_CASE("a fine surface is made coarse enough to draw, and keeps its shape", "[solids]") {
    // A tube of 20,000 triangles: coarse, it encloses the same but for a few per cent, and its hole stays open.
    Mesh tube;
    constexpr std::size_t around = 1250, rings = 4;
    const double radii[rings] = {0.03, 0.03, 0.02, 0.02}, heights[rings] = {0, 0.05, 0.05, 0};
    for (std::size_t k = 0; k < rings; ++k)
        for (std::size_t i = 0; i < around; ++i) {
            const double a = 2 * std::numbers::pi * static_cast<double>(i) / around;
            tube.corners.emplace_back(radii[k] * std::cos(a), radii[k] * std::sin(a), heights[k]);
        }
    for (std::size_t k = 0; k < rings; ++k)
        for (std::size_t i = 0; i < around; ++i) {
            const std::size_t n = (i + 1) % around, up = (k + 1) % rings;
            tube.triangles.push_back({k * around + i, k * around + n, up * around + n});
            tube.triangles.push_back({k * around + i, up * around + n, up * around + i});
        }
    const auto whole = solids::properties_of(tube);
    CHECK(whole.volume == relative(std::numbers::pi * (0.03 * 0.03 - 0.02 * 0.02) * 0.05, 1e-4));
    const auto coarse = solids::coarsened(tube, 700);
    CHECK(coarse.triangles.size() <= 700);
    CHECK(coarse.triangles.size() > 200);
    CHECK(solids::properties_of(coarse).volume == relative(whole.volume, 0.06));
    CHECK(solids::open_edges_of(coarse) == 0);
    for (const auto& p : coarse.corners) CHECK(std::hypot(p.x(), p.y()) > 0.018);
    CHECK(solids::coarsened(coarse, 700).triangles.size() == coarse.triangles.size());
}

TEST_CASE("what builds solids is found where it was built", "[solids][kernel]") {
    CHECK(solids::kernel());
}
