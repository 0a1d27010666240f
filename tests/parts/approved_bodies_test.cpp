// What every kind of part weighs, where it balances, where others join it and what is drawn of it, at its standard
// sizes, with each choice, and with each size a tenth larger: tests/reference/bodies.txt; with all drawn at random:
// bodies_drawn.txt. Volumes and centroids are checked against closed forms elsewhere; here nothing moves unnoticed.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "approved.h"
#include "drawn.h"
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

/// Sums of all that a shape says, so that none of it moves unnoticed.
struct Sums {
    double a = 0, b = 0, c = 0;
    std::size_t count = 0;
    void add(const parts::Vector& v) {
        a += v.x() + 0.3 * v.y() + 0.1 * v.z();
        b += v.y() - 0.2 * v.z();
        c += v.z() * v.z() + v.x() * v.y();
    }
    void add(const parts::Shape& s) {
        ++count;
        add(s.at);
        add(s.axis.cross(s.at));
        if (s.kind == parts::ShapeKind::box) add(s.size);
        if (s.kind != parts::ShapeKind::box) add({s.diameter, s.length, 0});
        for (const auto& p : s.profile) add({p.x(), p.y(), 0});
    }
    std::string told(const char* name) const {
        return count == 0 ? "" : fmt::format(" {} {} {:.3f} {:.3f} {:.3f}", name, count, a * 1e3, b * 1e3, c * 1e6);
    }
};

std::string in_short(const parts::PartKind& kind, const Values& values) {
    const auto body = parts::built(kind, values);
    if (!body) return " " + body.problem().sentence();
    std::string all = fmt::format(" {:.5g} kg {} bought {:.4g} {:.4g}", body->mass, at(body->centre_of_gravity),
                                  body->bought_mass, body->elsewhere_mass);
    for (const auto& port : body->ports) {
        all += fmt::format(" {} {}", port.id, at(port.at));
        for (const auto& [key, value] : port.sizes)
            if (const auto* size = std::get_if<double>(&value)) all += fmt::format(" {:.4g}", *size);
    }
    Sums shapes, reaches, joined, cut, detail;
    for (const auto& s : body->shapes) shapes.add(s);
    for (const auto& r : body->reaches) reaches.add(r.shape);
    for (const auto& m : body->made) {
        for (const auto& s : m.joined) joined.add(s);
        for (const auto& s : m.cut) cut.add(s);
        for (const auto& t : m.threads) detail.add(t.at + t.depth * t.into), ++detail.count;
        for (const auto& r : m.roundings) detail.add(r.at + r.radius * parts::Vector::UnitX()), ++detail.count;
        for (const auto& e : m.ends) detail.add(e.at + e.diameter * e.way), ++detail.count;
        for (const auto& s : m.sinks) detail.add(s.at + s.head * s.into), ++detail.count;
    }
    all += shapes.told("shapes") + reaches.told("reaches") + joined.told("joined") + cut.told("cut") +
           detail.told("detail");
    for (const auto& b : body->bought) all += fmt::format(" {} {:.4g},", b.what, b.length);
    const auto pieces = parts::workpieces_of(kind, values);
    if (!pieces) return all + " " + pieces.problem().sentence();
    for (const auto& piece : *pieces) {
        Sums bores;
        for (const auto& bore : piece.bores)
            bores.add({bore.at.x(), bore.at.y(), bore.diameter + bore.depth}), ++bores.count;
        all += fmt::format(" | {} × {} {:.2f} {:.2f} {:.2f}", piece.count, piece.name, piece.length * 1e3,
                           piece.width * 1e3, piece.thickness * 1e3) +
               bores.told("bored");
    }
    return all;
}

std::string drawn_at_random(const parts::PartKind& kind) {
    constexpr int draws = 24;
    Draw draw(11);
    std::string all = "# " + std::string(kind.key()) + "\n";
    for (int i = 0; i < draws; ++i)
        all += fmt::format("{} :", i) + in_short(kind, drawn_values(kind.parameters(), draw)) + "\n";
    return all;
}

}  // namespace

TEST_CASE("every kind of part is the body that was approved", "[parts][approved]") {
    std::string all;
    for (const auto* kind : parts::registry()) all += told(*kind);
    is_approved("bodies", all, {1e-4, 0.002});
}

TEST_CASE("whatever sizes are drawn for it a part is the body that was approved", "[parts][approved]") {
    std::string all;
    for (const auto* kind : parts::registry()) all += drawn_at_random(*kind);
    is_approved("bodies_drawn", all, {1e-4, 0.002});
}
