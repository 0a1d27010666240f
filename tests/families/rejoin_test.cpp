// A joint made beside one like it computes what one made alone computes, to the last digit, and shares the face.
#include "families/bench.h"
#include "families/flat_face/face_joint.h"
#include "families/shared/formula_joint.h"

using namespace clampet;
using families::Dimension;
using families::Kind;

namespace {

/// Every number that a joint gives under a load.
std::vector<double> all_of(const families::Joint& joint, const families::Load& load) {
    std::vector<double> numbers;
    for (std::size_t m = 0; m < joint.modes().size(); ++m) {
        const auto f = families::factors(joint, m, load);
        numbers.insert(numbers.end(), {f.mass, f.live, joint.utilisation(m, load.whole())});
    }
    const auto results = joint.results(load);
    for (const auto& r : results) numbers.push_back(r.value);
    const auto lines = joint.working(load);
    for (const auto& line : lines) numbers.push_back(line.value);
    return numbers;
}

families::Values typical_with(const families::Family& family, const std::string& key, const families::Value& value) {
    families::Values values;
    values[key] = value;
    return *families::complete(family, values);
}

}  // namespace

TEST_CASE("a joint made beside one that differs in one input is the joint made alone", "[families][laws]") {
    const families::Load load{{3, -2, -11, 0.2, 0.4, 0.05}, {4, 3, 2, 0.1, -0.3, 0.2}};
    for (const auto* family : families::registry()) {
        const auto first = *families::join(*family, {});
        for (const auto& p : family->parameters()) {
            CAPTURE(family->key(), p.key);
            std::vector<families::Value> others;
            if (p.kind == Kind::choice)
                for (const auto& c : p.choices) others.push_back(c.key);
            else if (p.kind == Kind::quantity)
                others.push_back(p.whole_number                ? p.standard + 1
                                 : p.standard * 1.03 <= p.most ? p.standard * 1.03
                                                               : p.standard * 0.97);
            for (const auto& other : others) {
                const auto values = typical_with(*family, p.key, other);
                const auto alone = family->join(values), beside = family->rejoin(values, first.get());
                REQUIRE(static_cast<bool>(alone) == static_cast<bool>(beside));
                if (alone) CHECK(all_of(**alone, load) == all_of(**beside, load));
            }
        }
    }
}

TEST_CASE("a face is cut again only when its shape changes", "[families][laws]") {
    for (const char* key : {"strap", "edge_clamp", "friction_pivot"}) {
        CAPTURE(key);
        const auto& family = *families::family_named(key);
        const auto first = *families::join(family, {});
        REQUIRE(families::face_of(first.get()));
        const auto slippery = *families::join(family, {{"friction", 0.11}}, first.get());
        CHECK(families::face_of(slippery.get()) == families::face_of(first.get()));
        const auto size = std::string(key) == "friction_pivot" ? "outer_diameter" : "plate_length";
        const auto larger = *families::join(family, {{size, 0.045}}, first.get());
        CHECK(families::face_of(larger.get()) != families::face_of(first.get()));
    }
    const auto& family = *families::family_named("flat_face");
    const auto first = *families::join(family, {}), other = *families::join(family, {{"friction", 0.5}}, first.get()),
               wider = *families::join(family, {{"diameter", 0.02}}, first.get());
    const auto face = [](const auto& joint) { return dynamic_cast<const families::FaceJoint*>(joint.get()); };
    CHECK(face(other)->coarse() == face(first)->coarse());
    CHECK(face(other)->fine() == face(first)->fine());
    CHECK(face(other)->rough() == face(first)->rough());
    CHECK(face(wider)->coarse() != face(first)->coarse());
}
