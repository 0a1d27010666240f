// No dead control: every input that is shown does something.
#include <set>

#include "families/bench.h"

using namespace clampet;
using namespace bench;
using families::Kind;
using families::Parameter;
using families::Value;

namespace {

/// All that a person would see of a joint, as text: factors, results, working, notes and the drawing's size and words.
std::string seen(const families::Joint& joint) {
    std::string all;
    const auto add = [&](double v) { all += std::to_string(v * 1e6) + ";"; };
    for (const Load& load :
         {Load{{1, 0.5, -9, 0.1, 0.3, 0.1}, {4, 3, -2, 0.2, 0.3, 0.2}}, Load{{}, {-3, 2, 8, -0.2, 0.4, -0.3}},
          Load{{}, {200, 150, -300, 6, 8, 5}}, Load{{}, {}}}) {
        const auto r = families::report(joint, load);
        for (const auto& m : r.modes) {
            add(m.factor_mass);
            add(m.factor_live);
            all += m.mode + m.motion.does();
            for (const auto& d : m.demand) add(d.value);
            for (const auto& c : m.capacity) add(c.value);
        }
        for (const auto& v : r.results) add(v.value);
        for (const auto& l : r.working) add(l.value);
        for (const auto& a : r.advisories) all += a.text;
        const auto drawing = joint.section(load);
        add(drawing.extent().width());
        add(drawing.extent().height());
        all += drawing.summary;
        for (const auto& e : drawing.elements) {
            if (const auto* path = std::get_if<drawing::Path>(&e))
                for (const auto& p : path->points) add(p.x + 3 * p.y);
            if (const auto* text = std::get_if<drawing::Text>(&e)) all += text->text;
        }
    }
    return all;
}

/// Other values that may be given instead of the one in force.
std::vector<Value> others(const Parameter& p, const Values& values) {
    std::vector<Value> list;
    if (p.kind == Kind::choice) {
        for (const auto& c : p.choices)
            if (c.key != families::text(values, p.key)) list.emplace_back(c.key);
    } else if (p.kind == Kind::quantity) {
        const double now = families::number(values, p.key), step = p.whole_number ? 1 : 0;
        std::vector<double> tried{
            now * 1.07 + step, now * 0.93, now * 1.6 + step, now * 0.4, now + 0.01 * (p.most - p.least),
            p.least,           p.most};
        for (int decade = 1; decade < 13; ++decade) tried.push_back(p.most * std::pow(10, -decade));
        for (double v : tried) {
            if (p.whole_number) v = std::round(v);
            if (v != now && families::check_value(p, Value{v})) list.emplace_back(v);
        }
    } else {
        for (const char* text : {"M8", "M5", "3/8-16 UNC", "steel 8.8", "brass", "pine", "1 kg; 3 kg",
                                 "-20 mm,0 mm; 20 mm,0 mm; 0 mm,25 mm"})
            list.emplace_back(std::string(text));
    }
    return list;
}

}  // namespace

TEST_CASE("every input that is shown does something, with every choice of what shows it", "[families][law]") {
    for (const auto* family : families::registry()) {
        std::set<std::string> alive, shown;
        // All settings of one choice, and pairs with a second, so that every input is shown at least once.
        std::vector<Values> settings{{}};
        for (const auto& p : family->parameters())
            if (p.kind == Kind::choice)
                for (const auto& c : p.choices) {
                    settings.push_back({{p.key, c.key}});
                    for (const auto& q : family->parameters())
                        if (q.kind == Kind::choice && q.key > p.key)
                            for (const auto& e : q.choices) settings.push_back({{p.key, c.key}, {q.key, e.key}});
                }
        // What counts only beside another size: a rubbing face's friction beside its diameter.
        for (const auto& p : family->parameters())
            if (p.kind == Kind::quantity && p.standard == 0 && p.most >= 0.01 && p.least <= 0.01)
                for (const auto& q : family->parameters())
                    for (const auto& c : q.choices)
                        settings.push_back({{p.key, p.whole_number ? 1 : 0.01}, {q.key, c.key}});
        for (const auto& setting : settings) {
            const auto values = *families::complete(*family, setting);
            std::vector<const Parameter*> open;
            for (const auto& p : family->parameters()) {
                if (!p.is_relevant(values)) continue;
                shown.insert(p.key);
                if (!alive.contains(p.key)) open.push_back(&p);
            }
            if (open.empty()) continue;
            const auto before = families::join(*family, setting);
            if (!before) continue;
            const std::string as_is = seen(**before);
            for (const auto* p : open)
                for (const auto& value : others(*p, values)) {
                    auto changed = setting;
                    changed.insert_or_assign(p->key, value);
                    const auto joint = families::join(*family, changed);
                    if (joint && seen(**joint) == as_is) continue;  // what is refused is not ignored
                    alive.insert(p->key);
                    break;
                }
        }
        // A choice may do no more than show another input that does something.
        for (const auto& p : family->parameters())
            if (alive.contains(p.key) && !p.shown_by.empty()) alive.insert(p.shown_by);
        for (const auto& p : family->parameters()) {
            CAPTURE(family->key(), p.key);
            CHECK(shown.contains(p.key));
            CHECK(alive.contains(p.key));
        }
    }
}
