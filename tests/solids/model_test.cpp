// Solids of parts that are made: closed and valid, as heavy as the bodies that are checked, and read back by programs
// that are not ours. Readers: OCCT's for STEP, admesh for STL, Python's zip and XML for 3MF.
#include "solids/model.h"

#include <fmt/format.h>

#include <algorithm>
#include <atomic>
#include <catch2/catch.hpp>
#include <fstream>
#include <numbers>

#include "approximately.h"
#include "constants.h"
#include "parts/made_solid.h"
#include "parts/part_kind.h"
#include "parts/solids.h"
#include "project/starting_points.h"
#include "said_by.h"
#include "solids/export.h"
#include "solids/imported.h"
#include "solids/printing.h"
#include "temporary_folder.h"

using namespace clampet;
using constants::pi;
using families::Values;
using parts::Vector;
using solids::Model;

namespace {

parts::Body body_of(std::string_view kind, const Values& values = {}) {
    const auto* found = parts::kind_named(kind);
    REQUIRE(found);
    auto body = parts::built(*found, values);
    INFO(kind);
    if (!body) FAIL(body.problem().what);
    return std::move(*body);
}

/// As drawn: what printers make of round holes is left out.
Model model_of(const parts::Body& body, const std::string& name = "part") {
    auto model = Model::of(body, name, {.printed_holes = 0});
    if (!model) FAIL(name + ": " + model.problem().what);
    return std::move(*model);
}

/// What its solids weigh, with what is bought, and screws where threads are.
double mass_of(const parts::Body& body, const Model& model) {
    double mass = body.bought_mass;
    for (const auto& piece : model.pieces()) mass += piece.density * (piece.whole.volume + piece.filled_volume);
    return mass;
}

double number_after(const std::string& text, const std::string& word) {
    const auto at = text.find(word);
    INFO(text);
    REQUIRE(at != std::string::npos);
    return std::stod(text.substr(at + word.size()));
}

void write(const std::filesystem::path& path, const std::string& bytes) {
    std::ofstream(path, std::ios::binary) << bytes;
}

/// Counts the objects of a 3MF, the edges that do not have one triangle on each side, and the volume.
constexpr const char* read_3mf = R"(
import sys, zipfile, collections
import xml.etree.ElementTree as E
n = '{http://schemas.microsoft.com/3dmanufacturing/core/2015/02}'
root = E.fromstring(zipfile.ZipFile(sys.argv[1]).read('3D/3dmodel.model'))
volume, loose = 0, 0
objects = root.findall(f'.//{n}object')
for o in objects:
    v = [tuple(float(p.get(k)) for k in 'xyz') for p in o.iter(f'{n}vertex')]
    edges = collections.Counter()
    for t in o.iter(f'{n}triangle'):
        a, b, c = (int(t.get(k)) for k in ('v1', 'v2', 'v3'))
        (x1, y1, z1), (x2, y2, z2), (x3, y3, z3) = v[a], v[b], v[c]
        volume += (x1*(y2*z3-y3*z2) - y1*(x2*z3-x3*z2) + z1*(x2*y3-x3*y2)) / 6
        for e in ((a, b), (b, c), (c, a)): edges[e] += 1
    loose += sum(1 for (a, b), k in edges.items() if k != 1 or edges[(b, a)] != 1)
print('objects', len(objects), 'built', len(root.findall(f'.//{n}item')), 'open', loose, 'volume', volume)
)";

/// Whether both are of the same pieces, in shape and in what they weigh.
bool are_alike(const parts::Body& a, const parts::Body& b) {
    return a.mass == b.mass && a.elsewhere_mass == b.elsewhere_mass &&
           std::equal(a.made.begin(), a.made.end(), b.made.begin(), b.made.end(),
                      [](const parts::MadeSolid& x, const parts::MadeSolid& y) {
                          return x.joined == y.joined && x.cut == y.cut && x.threads.size() == y.threads.size();
                      });
}

/// The defaults of a kind, and each with another choice.
std::vector<Values> variants_of(const parts::PartKind& kind) {
    std::vector<Values> all{{}};
    for (const auto& row : kind.parameters())
        for (const auto& choice : row.choices) all.push_back({{row.key, choice.key}});
    return all;
}

}  // namespace

TEST_CASE("every kind that is made is one closed solid a piece, as heavy as its body", "[solids][made]") {
    std::size_t seen = 0;
    for (const auto* kind : parts::registry()) {
        if (kind->origin() != parts::Origin::make) continue;
        std::vector<parts::Body> tried;
        for (const auto& values : variants_of(*kind)) {
            const auto body = parts::built(*kind, values);
            if (!body || body->made.empty()) continue;  // a choice that wants another size beside it
            const auto is_alike = [&](const parts::Body& other) { return are_alike(*body, other); };
            if (std::any_of(tried.begin(), tried.end(), is_alike)) continue;  // a choice that is not of its shape
            tried.push_back(*body);
            std::string name(kind->key());
            for (const auto& [key, value] : values) name += " " + key + "=" + std::get<std::string>(value);
            INFO(name);
            const auto model = model_of(*body, name);
            ++seen;
            CHECK(mass_of(*body, model) == Approx(body->mass + body->elsewhere_mass).epsilon(0.01));
            for (std::size_t i = 0; i < model.pieces().size(); ++i) {
                const auto mesh = model.mesh(i, 5e-5);
                CHECK(solids::open_edges_of(mesh) == 0);
                CHECK(solids::properties_of(mesh).volume == Approx(model.pieces()[i].whole.volume).epsilon(0.01));
            }
        }
    }
    CHECK(seen > 40);
}

TEST_CASE("a bored block has the volume, the centroid and the inertia of the book", "[solids][made]") {
    // Box less cylinder; moments of a box m (b² + c²)/12, of a cylinder m (3 r² + h²)/12 across and m r²/2 along.
    const double a = 0.060, b = 0.050, h = 0.030, d = 0.012;
    const auto model = model_of(body_of("block", {{"length", a}, {"width", b}, {"height", h}, {"hole", d}}));
    REQUIRE(model.pieces().size() == 1);
    const auto& whole = model.pieces()[0].whole;
    const double box = a * b * h, hole = pi / 4 * d * d * h;
    CHECK(whole.volume == Approx(box - hole).epsilon(1e-9));
    CHECK(whole.centroid.z() == Approx(h / 2).epsilon(1e-9));
    CHECK(whole.inertia(2, 2) == Approx(box * (a * a + b * b) / 12 - hole * d * d / 8).epsilon(1e-9));
    CHECK(whole.inertia(0, 0) ==
          Approx(box * (b * b + h * h) / 12 - hole * (3 * d * d / 4 + h * h) / 12).epsilon(1e-9));
}

TEST_CASE("a disc with a hole and a half-dovetail have the inertia of the book", "[solids][made]") {
    // Hollow cylinder: m (R² + r²)/2 along, m (3 (R² + r²) + h²)/12 across (Bronstein).
    const double R = 0.06, r = 0.005, h = 0.02;
    const auto disc = model_of(body_of("turntable", {{"diameter", 2 * R}, {"hole", 2 * r}, {"thickness", h}}));
    const auto& whole = disc.pieces()[0].whole;
    const double volume = pi * (R * R - r * r) * h;
    CHECK(whole.volume == Approx(volume).epsilon(1e-9));
    CHECK(whole.inertia(2, 2) == Approx(volume * (R * R + r * r) / 2).epsilon(1e-9));
    CHECK(whole.inertia(0, 0) == Approx(volume * (3 * (R * R + r * r) + h * h) / 12).epsilon(1e-9));
    // A prism whose section is an isosceles trapezium: its centroid h/3 (a + 2b)/(a + b) up (Bronstein), its polar
    // moment about the length by its parts: a rectangle and two triangles.
    const double a = 0.038, t = 0.008, length = 0.05, b = a - 2 * t;
    const auto plate = model_of(body_of("plate", {{"held_as", "dovetail"}, {"hole", 0.0}}));
    const auto& solid = plate.pieces()[0].whole;
    const double section = (a + b) / 2 * t, up = t / 3 * (a + 2 * b) / (a + b);
    CHECK(solid.volume == Approx(section * length).epsilon(1e-9));
    CHECK(solid.centroid.z() == Approx(up).epsilon(1e-9));
    // About the length, through the centroid: h³ (a² + 4ab + b²)/(36 (a + b)) + h (a⁴ − b⁴)/(48 (a − b)).
    const double flat = t * t * t * (a * a + 4 * a * b + b * b) / (36 * (a + b)),
                 wide = t * (a * a * a * a - b * b * b * b) / (48 * (a - b));
    CHECK(solid.inertia(0, 0) == Approx(length * (flat + wide)).epsilon(1e-9));
}

TEST_CASE("a ball on its stem is a sphere, a cylinder and what they do not share", "[solids][made]") {
    const double ball = 0.015, stem = 0.008, reach = 0.030, across = 0.030, thick = 0.004, r = ball / 2;
    const auto model = model_of(body_of("ball_tip", {{"ball", ball},
                                                     {"stem", stem},
                                                     {"reach", reach},
                                                     {"across", across},
                                                     {"thickness", thick},
                                                     {"top", "face"},
                                                     {"hole", 0.0},
                                                     {"material", "oak"}}));
    const double z = std::sqrt(r * r - stem * stem / 4), cap_high = r - z, pi_3 = pi / 3;
    const double cap = pi_3 * cap_high * cap_high * (3 * r - cap_high);  // of a sphere, Bronstein
    const double want =
        4 * pi_3 * r * r * r + pi / 4 * stem * stem * (reach - thick - z) - cap + pi / 4 * across * across * thick;
    CHECK(model.pieces()[0].whole.volume == Approx(want).epsilon(1e-6));
}

TEST_CASE("mitred and hollowed bars and let-in heads weigh what their bodies do, by OCCT", "[solids][made]") {
    for (const char* kind : {"trestle", "post"}) {
        const auto body = body_of(kind);
        CHECK(mass_of(body, model_of(body)) == Approx(body.mass).epsilon(3e-4));
    }
    // A mitre through the axis takes at one side what it leaves at the other.
    const auto legs = model_of(body_of("trestle"));
    const double run = 0.25 - 0.0225, rise = 0.75 - 0.0475;
    for (const auto& piece : legs.pieces())
        if (piece.name.find("leg") != std::string::npos)
            CHECK(piece.whole.volume == Approx(pi / 4 * 0.035 * 0.035 * std::hypot(run, rise)).epsilon(1e-6));
    const auto plain = model_of(body_of("plate")), sunk = model_of(body_of("plate", {{"sink", 0.0127}}));
    const double r = 0.0035, big = 0.00635, deep = big - r;
    CHECK(plain.pieces()[0].whole.volume - sunk.pieces()[0].whole.volume ==
          Approx(pi * deep / 3 * (big * big + big * r + r * r) - pi * r * r * deep).epsilon(1e-6));
}

TEST_CASE("a print is rounded where it would break, and its round holes are wider", "[solids][made]") {
    const auto body = body_of("ball_tip", {{"material", "PETG, printed"}});
    const auto bare = [&] {
        auto without = body;
        for (auto& piece : without.made) piece.roundings.clear();
        return model_of(without).pieces()[0].whole.volume;
    };
    CHECK(model_of(body).pieces()[0].whole.volume > bare());
    const auto block = body_of("block", {{"material", "PETG, printed"}, {"hole", 0.01}, {"height", 0.03}});
    const auto wider = Model::of(block, "block", {.printed_holes = 0.0004});
    REQUIRE(wider);
    CHECK(model_of(block).pieces()[0].whole.volume - wider->pieces()[0].whole.volume ==
          Approx(pi / 4 * 0.03 * (0.0104 * 0.0104 - 0.01 * 0.01)).epsilon(1e-6));
}

TEST_CASE("what is glued is apart in wood and one in a print", "[solids][made]") {
    CHECK(model_of(body_of("yoke")).pieces().size() == 3);
    CHECK(model_of(body_of("yoke", {{"material", "PETG, printed"}})).pieces().size() == 1);
    CHECK(model_of(body_of("collar")).pieces().size() == 2);  // its halves are apart whatever they are of
}

TEST_CASE("a thread is bored for what it is cut in", "[solids][made]") {
    // M8: tap drill 6.8 mm (ISO 2306); an insert's hole is wider than the screw.
    const auto metal = parts::thread_hole("M8", parts::Stuff::metal),
               wood = parts::thread_hole("M8", parts::Stuff::wood);
    CHECK(metal.diameter == Approx(0.0068).margin(0.00025));
    CHECK(metal.insert == nullptr);
    CHECK(wood.diameter > 0.008);
    REQUIRE(wood.insert != nullptr);
    const auto model = model_of(body_of(
        "block", {{"material", "oak"}, {"hole", 0.0}, {"top", "thread"}, {"top_thread", "M8"}, {"top_depth", 0.012}}));
    CHECK(model.pieces()[0].filled_volume == Approx(pi / 4 * wood.diameter * wood.diameter * 0.012).epsilon(1e-6));
}

TEST_CASE("what has walls that vanish or nothing to make is refused with what to do", "[solids][made][errors]") {
    parts::Body body;
    CHECK((Model::of(body, "camera").problem().id == "model.nothing_made"));
    auto block = body_of("block", {{"hole", 0.0}});
    block.made[0].cut.push_back(parts::box({0, 0, 0.015}, {0.01, 1, 1}, parts::Stuff::wood));  // saws it in two
    CHECK((Model::of(block, "block").problem().id == "model.not_closed"));
    CHECK((Model::of(block, "block", {.printed_holes = -1}).problem().id == "model.allowance"));
    const std::atomic<bool> cancelled = true;
    study::Job job;
    job.cancelled = &cancelled;
    CHECK((Model::of(block, "block", {}, job).problem().id == "job.stopped"));
}

TEST_CASE("STEP is read back as the same solids, with their names", "[solids][made][files]") {
    const TemporaryFolder folder;
    const auto model = model_of(body_of("vee_clamp"), "rail clamp");
    const auto bytes = solids::step_of({model});
    REQUIRE(bytes);
    CHECK(bytes->find("rail clamp: upper jaw") != std::string::npos);
    CHECK(bytes->find("COLOUR_RGB") != std::string::npos);
    write(folder.path() / "clamp.step", *bytes);
    const auto read = solids::read_solid((folder.path() / "clamp.step").string());
    REQUIRE(read);
    double volume = 0;
    for (const auto& piece : model.pieces()) volume += piece.whole.volume;
    CHECK(read->whole.volume == Approx(volume).epsilon(1e-6));
}

TEST_CASE("STL is closed and as large in programs that are not ours", "[solids][made][files]") {
    const TemporaryFolder folder;
    const auto model = model_of(body_of("segment"), "segment");
    const auto bytes = solids::stl_of(model, 0, 2e-5);
    REQUIRE(bytes);
    const auto path = folder.path() / "segment.stl";
    write(path, *bytes);
    const auto said = said_by("admesh " + path.string());
    CHECK(number_after(said, "Volume   :") / 1e9 == Approx(model.pieces()[0].whole.volume).epsilon(0.005));
    CHECK(said.find("All facets connected.  No nearby check necessary.") != std::string::npos);
    CHECK(number_after(said, "Number of parts       :") == 1);
}

TEST_CASE("3MF has a named object a piece, in millimetres and with its colour", "[solids][made][files]") {
    const TemporaryFolder folder;
    const auto model = model_of(body_of("collar"), "rod collar");
    const auto bytes = solids::threemf_of({model}, 5e-5);
    REQUIRE(bytes);
    const auto path = folder.path() / "collar.3mf";
    write(path, *bytes);
    const auto xml = said_by("unzip -p " + path.string() + " 3D/3dmodel.model");
    CHECK(xml.find("unit=\"millimeter\"") != std::string::npos);
    CHECK(xml.find("name=\"rod collar: lower half\"") != std::string::npos);
    CHECK(xml.find("displaycolor=\"#") != std::string::npos);
    std::ofstream(folder.path() / "read.py") << read_3mf;
    const auto said = said_by("/usr/bin/python3 " + (folder.path() / "read.py").string() + " " + path.string());
    CHECK(number_after(said, "objects") == 2);
    CHECK(number_after(said, "built") == 2);
    CHECK(number_after(said, "open") == 0);
    CHECK(number_after(said, "volume") / 1e9 ==
          Approx(model.pieces()[0].whole.volume + model.pieces()[1].whole.volume).epsilon(0.005));
}

TEST_CASE("every rig of the project that has parts to make has their solids", "[solids][made][rigs]") {
    std::size_t built = 0;
    solids::ModelShop shop;
    for (const auto& start : project::starting_points()) {
        CAPTURE(start.key);
        const auto rig = project::starting_rig(start.key);
        REQUIRE(rig);
        const auto models = shop.models_of(*rig);
        if (!models) FAIL_CHECK(models.problem().sentence());
        if (models) built += models->parts.size();
    }
    CHECK(built > 40);
}

TEST_CASE("a print is laid so that its layers are not pulled apart", "[solids][made][printing]") {
    const auto body = body_of("ball_tip", {{"material", "PETG, printed"}, {"stem", 0.008}});
    const solids::PartModel tip{"tip", "tip", body, model_of(body)};
    const auto advice = solids::advice_of(tip, 0);
    // A stem along z, pulled and bent along it: it only stands upright, and then its layers lie across.
    CHECK(std::abs(advice.up.z()) > 0.5);
    CHECK(advice.is_weak);
    CHECK(solids::sentences_of(advice, {}).back().find("weak way") != std::string::npos);
    // A block between a face below and one on top, 60 mm apart, lies on its side instead.
    const auto tall = body_of(
        "block", {{"material", "PETG, printed"}, {"hole", 0.0}, {"length", 0.03}, {"width", 0.03}, {"height", 0.06}});
    const auto lying = solids::advice_of({"tall", "tall", tall, model_of(tall)}, 0);
    CHECK(std::abs(lying.up.z()) < 0.5);
    CHECK_FALSE(lying.is_weak);
    const auto box = body_of(
        "block", {{"material", "PETG, printed"}, {"hole", 0.0}, {"length", 0.06}, {"width", 0.05}, {"height", 0.03}});
    const solids::PartModel block{"block", "block", box, model_of(box)};
    const auto flat = solids::advice_of(block, 0);
    CHECK(flat.supports < 1e-9);
    // A shell of 1.2 mm on 126 cm² in full, a fifth of the rest: 90 cm³ of PETG at 1270 kg/m³.
    const double shell = 126e-4 * 1.2e-3, volume = 90e-6;
    CHECK(flat.mass == Approx(1270 * (shell + 0.2 * (volume - shell))).epsilon(1e-3));
    CHECK(flat.time == Approx(flat.mass / (0.015 / 3600)).epsilon(1e-6));
    for (const auto& sentence : solids::sentences_of(flat, {})) CHECK(sentence.ends_with("."));
}

TEST_CASE("the demo's parts to make are all written, and only what changed is built again", "[solids][made][files]") {
    const auto demo = project::demo_rig();
    solids::ModelShop shop;
    std::size_t told = 0;
    study::Job job;
    job.workers = 2;
    job.progress = [&](std::size_t, std::size_t) { ++told; };
    const auto models = shop.models_of(demo, {}, job);
    if (!models) FAIL(models.problem().what);
    CHECK(told == models->parts.size());
    CHECK(models->parts.size() >= 2);
    told = 0;
    REQUIRE(shop.models_of(demo, {}, job));
    CHECK(told == 0);
    for (const auto format : {solids::SolidFormat::step, solids::SolidFormat::stl, solids::SolidFormat::threemf}) {
        const auto files = solids::exported(*models, {.format = format});
        REQUIRE(files);
        CHECK(files->size() >= models->parts.size());
    }
    CHECK((solids::exported({}, {}).problem().id == "model.nothing_to_make"));
    CHECK((solids::exported(*models, {.chord = 1}).problem().id == "model.chord"));
    CHECK((solids::solid_format_named("obj").problem().id == "model.unknown_format"));
}
