#include "solids/imported.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cctype>
#include <filesystem>
#include <fstream>

#include "parts/hull.h"
#include "parts/solids.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "solids/kernel.h"

namespace clampet::solids {
namespace {

namespace fs = std::filesystem;
using parts::Vector;

constexpr std::uintmax_t largest_file = 250'000'000;

Problem broken(const std::string& path, const char* kind) {
    return {"solid.broken", "file", fmt::format("{} is no whole {} file.", fs::path(path).filename().string(), kind),
            "It may have been cut short: write it anew from the program that made it."};
}

enum class Form { text, binary, neither };
constexpr std::uintmax_t binary_head = 84, binary_triangle = 50;

/// A binary STL says how many triangles it has and is as long as that; a text one ends as it began. What is neither was
/// cut short, and would be read as far as it goes.
Form form_of(const std::string& path, std::uintmax_t size) {
    std::ifstream file(path, std::ios::binary);
    std::array<char, binary_head> head{};
    file.read(head.data(), head.size());
    if (file.gcount() == static_cast<std::streamsize>(head.size())) {
        std::uint32_t count = 0;
        for (int i = 3; i >= 0; --i)
            count = count << 8 | static_cast<unsigned char>(head[80 + static_cast<std::size_t>(i)]);
        if (size == binary_head + binary_triangle * count) return Form::binary;
    }
    if (std::string_view(head.data(), 5) != "solid") return Form::neither;
    std::string tail(std::min<std::uintmax_t>(size, 200), '\0');
    file.clear();
    file.seekg(-static_cast<std::streamoff>(tail.size()), std::ios::end);
    file.read(tail.data(), static_cast<std::streamsize>(tail.size()));
    return tail.find("endsolid") == std::string::npos ? Form::neither : Form::text;
}

Result<Mesh> read_stl(const Kernel& by, const std::string& path, double scale, std::uintmax_t size) {
    const auto form = form_of(path, size);
    if (form == Form::neither) return broken(path, "STL");
    if (form == Form::binary && size == binary_head) return Mesh{};
    auto mesh = by.read_stl(path, form == Form::binary, scale);
    if (!mesh) return broken(path, "STL");
    return std::move(*mesh);
}

void mind_its_size(Imported& solid, bool says_its_unit) {
    const double longest = (solid.most - solid.least).maxCoeff();
    if (says_its_unit) return;
    if (longest < 0.004)
        solid.notes.push_back(fmt::format("It is only {} long: is the file in inches or metres?",
                                          quantity::format(longest, quantity::Dimension::length)));
    if (longest > 5)
        solid.notes.push_back(fmt::format("It is {} long: is the file in millimetres?",
                                          quantity::format(longest, quantity::Dimension::length)));
}

/// What is not its own hull is drawn as it is, in few triangles.
void draw_hollow(const Mesh& mesh, Imported& solid) {
    constexpr double as_good_as_its_hull = 0.98;
    constexpr std::size_t most_triangles = 700;
    if (solid.whole.volume > as_good_as_its_hull * parts::volume_of(solid.hull)) return;
    const Mesh coarse = coarsened(mesh, most_triangles);
    const bool is_turned = properties_of(mesh).volume < 0;  // inside out
    for (const auto& p : coarse.corners) solid.hull.skin.push_back(p - solid.hull.at);
    for (const auto& t : coarse.triangles) {
        std::array<int, 3> face{static_cast<int>(t[0]), static_cast<int>(t[1]), static_cast<int>(t[2])};
        if (is_turned) std::swap(face[1], face[2]);
        solid.hull.skin_faces.push_back(face);
    }
}

Result<Imported> made_of(const Mesh& read, const std::optional<MeshProperties>& exact, const std::string& name,
                         bool says_its_unit) {
    const Mesh mesh = welded(read);
    if (mesh.triangles.empty())
        return Problem{"solid.empty", "file", fmt::format("{} has no triangles.", name),
                       "Choose a file with a solid in it."};
    Imported solid;
    solid.triangles = mesh.triangles.size();
    auto hull = parts::hull_of(parts::farthest_of(mesh.corners), parts::Stuff::plastic);
    if (!hull)
        return Problem{"solid.flat", "file", fmt::format("{} is flat: it encloses nothing.", name),
                       "Choose a file with a solid in it, or draw the part as a plate."};
    solid.hull = std::move(*hull);
    solid.least = solid.hull.at - solid.hull.size / 2;
    solid.most = solid.hull.at + solid.hull.size / 2;
    const std::size_t open = exact ? 0 : open_edges_of(mesh);
    solid.is_closed = open == 0;
    solid.whole = exact ? *exact : properties_of(mesh);
    if (!solid.is_closed) {
        const double area = solid.whole.area;
        solid.whole.volume = parts::volume_of(solid.hull);
        solid.whole.centroid = parts::centroid_of(solid.hull);
        solid.whole.area = area;
        solid.whole.inertia =
            solid.whole.volume / 12 *
            Vector(solid.hull.size.tail<2>().squaredNorm(),
                   solid.hull.size.x() * solid.hull.size.x() + solid.hull.size.z() * solid.hull.size.z(),
                   solid.hull.size.head<2>().squaredNorm())
                .asDiagonal()
                .toDenseMatrix();
        solid.notes.push_back(
            fmt::format("Its surface is open at {} edges, so nobody knows what it encloses: weigh it.", open));
    } else if (solid.whole.volume < 0) {
        solid.whole.volume = -solid.whole.volume;
        solid.whole.inertia = -solid.whole.inertia;
        solid.notes.push_back("It was inside out, and was turned.");
    }
    if (solid.is_closed) draw_hollow(mesh, solid);
    mind_its_size(solid, says_its_unit);
    return solid;
}

}  // namespace

double metres_of(FileUnit unit) {
    switch (unit) {
        case FileUnit::millimetre:
            return 1e-3;
        case FileUnit::centimetre:
            return 1e-2;
        case FileUnit::metre:
            return 1;
        case FileUnit::inch:
            return quantity::inch;
    }
    return 1e-3;
}

Result<Imported> read_solid(const std::string& path, FileUnit unit) {
    std::error_code failed;
    const auto size = fs::file_size(path, failed);
    const std::string name = fs::path(path).filename().string();
    if (failed)
        return Problem{"solid.unreadable", "file", fmt::format("{} cannot be read.", name),
                       "Check that it is there and may be read."};
    if (size > largest_file)
        return Problem{"solid.too_large", "file", fmt::format("{} has {} MB.", name, size / 1'000'000),
                       "Write it with fewer triangles: 250 MB and less are read."};
    std::string kind = fs::path(path).extension().string();
    std::transform(kind.begin(), kind.end(), kind.begin(), [](unsigned char c) { return std::tolower(c); });
    const auto by = kernel();
    if (!by) return by.problem();
    if (kind == ".stl") {
        const auto mesh = read_stl(**by, path, metres_of(unit), size);
        if (!mesh) return mesh.problem();
        return made_of(*mesh, std::nullopt, name, false);
    }
    if (kind == ".step" || kind == ".stp") {
        const auto step = (*by)->read_step(path);
        if (!step) return broken(path, "STEP");
        return made_of(step->mesh, step->exact, name, true);
    }
    return Problem{"solid.other_kind", "file", fmt::format("{} is neither STL nor STEP.", name),
                   "Write it as .stl or .step from the program that made it."};
}

}  // namespace clampet::solids
