// What every kind of part weighs, where it balances, where others join it and what is drawn of it, at its standard
// sizes, with each choice, and with each size a tenth larger: tests/reference/bodies.txt. Volumes and centroids are
// checked against closed forms elsewhere; here nothing moves unnoticed.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "approved.h"
#include "parts/part_kind.h"

using namespace clampet;
using families::Kind;
using families::Values;

namespace {

std::string at(const parts::Vector& v) {
    return fmt::format("{:.3f} {:.3f} {:.3f}", v.x() * 1e3, v.y() * 1e3, v.z() * 1e3);  // mm
}

std::vector<std::string> lines_of(const parts::Body& body) {
    std::vector<std::string> all{fmt::format("mass {:.5g} kg, balances {}", body.mass, at(body.centre_of_gravity))};
    for (const auto& port : body.ports) {
        std::string line =
            fmt::format("port {} at {} z {} {} {} x {} {} {} {}", port.id, at(port.at), port.z.x(), port.z.y(),
                        port.z.z(), port.x.x(), port.x.y(), port.x.z(), parts::words_of(port));
        for (const auto& [key, value] : port.sizes)
            line += std::holds_alternative<double>(value) ? fmt::format(" {} {:.6g}", key, std::get<double>(value))
                                                          : " " + key + " " + std::get<std::string>(value);
        all.push_back(std::move(line));
    }
    for (const auto& s : body.shapes) {
        std::string line = fmt::format("{} {} at {} along {:.4g} {:.4g} {:.4g}", parts::name_of(s.kind),
                                       parts::name_of(s.material), at(s.at), s.axis.x(), s.axis.y(), s.axis.z());
        line += s.kind == parts::ShapeKind::box ? " size " + at(s.size)
                                                : fmt::format(" {:.3f} by {:.3f}", s.diameter * 1e3, s.length * 1e3);
        for (const auto& p : s.profile) line += fmt::format(" {:.3f} {:.3f}", p.x() * 1e3, p.y() * 1e3);
        all.push_back(std::move(line));
    }
    return all;
}

/// The lines that are not as before.
std::string changed(const parts::PartKind& kind, const Values& values, const std::vector<std::string>& before) {
    const auto body = parts::built(kind, values);
    if (!body) return body.problem().sentence() + "\n";
    std::string all;
    const auto lines = lines_of(*body);
    for (std::size_t i = 0; i < lines.size(); ++i)
        if (i >= before.size() || lines[i] != before[i]) all += lines[i] + "\n";
    return all;
}

std::string told(const parts::PartKind& kind) {
    std::string all = "# " + std::string(kind.key()) + "\n";
    const auto standard = lines_of(*parts::built(kind, {}));
    for (const auto& line : standard) all += line + "\n";
    for (const auto& p : kind.parameters()) {
        Values values;
        if (!p.shown_by.empty()) values[p.shown_by] = p.shown_for.front();
        if (!p.also_shown_by.empty()) values[p.also_shown_by] = p.also_shown_for.front();
        const auto add = [&](const std::string& name, const families::Value& value) {
            values[p.key] = value;
            all += "# " + std::string(kind.key()) + ", " + p.key + " " + name + "\n" + changed(kind, values, standard);
        };
        if (p.kind == Kind::quantity) {
            const double more = p.whole_number ? p.standard + 1 : p.standard != 0 ? p.standard * 1.1 : 0.3 * p.most;
            add(fmt::format("{:.6g}", more), std::min(more, p.most));
        } else {
            // Of a long list of materials a few do.
            for (std::size_t i = 0; i < p.choices.size() && i < 4; ++i) add(p.choices[i].key, p.choices[i].key);
        }
    }
    return all;
}

}  // namespace

TEST_CASE("every kind of part is the body that was approved", "[parts][approved]") {
    std::string all;
    for (const auto* kind : parts::registry()) all += told(*kind);
    is_approved("bodies", all, {1e-4, 0.002});
}
