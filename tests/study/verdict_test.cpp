// The one verdict rule, and the sentences that tell it.
#include "study/verdict.h"

#include <random>

#include "families/bench.h"
#include "families/thread/stack_design.h"
#include "study/check.h"
#include "study/sentences.h"

using namespace clampet;
using families::Advisory;
using families::ModeClass;
using study::judge;
using study::Verdict;

TEST_CASE("holds, doubtful, slips: at the limits, and for what is no number", "[study][verdict]") {
    CHECK(judge({1, 2}, 2) == Verdict::holds);
    CHECK(judge({0.999, 2}, 2) == Verdict::doubtful);
    CHECK(judge({1, 1.999}, 2) == Verdict::doubtful);
    CHECK(judge({0.5, 1}, 2) == Verdict::doubtful);
    CHECK(judge({0.5, 0.999}, 2) == Verdict::slips);
    CHECK(judge({0, std::nan("")}, 2) == Verdict::slips);
    CHECK(judge({std::nan(""), 5}, 2) == Verdict::doubtful);
    const std::vector<Advisory> hint{{"a hint", false}}, forbids{{"a hint", false}, {"no", true}};
    CHECK(judge({3, 3}, 2, hint) == Verdict::holds);
    CHECK(judge({3, 3}, 2, forbids) == Verdict::doubtful);
    CHECK(judge({0.1, 0.2}, 2, forbids) == Verdict::slips);
    // A service mode has its own limit in it.
    CHECK(judge(1.2, ModeClass::service, 3) == Verdict::holds);
    CHECK(judge(1.2, ModeClass::ultimate, 3) == Verdict::doubtful);
    CHECK(judge(0.9, ModeClass::service, 3) == Verdict::slips);
}

TEST_CASE("a stack is judged with its threads", "[study][verdict][thread]") {
    families::StackDesign d;
    d.screw = *catalogue::thread_named("1/4-20");
    d.socket = d.screw;
    d.screw_length = 0.0127;
    d.items = {{families::StackItem::Kind::washer, "plate", 0.0072, 0}};
    const auto judged = [&] {
        const auto v = d.verdict();
        return judge(d.stack_up(), v, catalogue::fit(d.screw, d.socket, v.turns));
    };
    CHECK(judged().verdict == Verdict::slips);  // 5.5 mm of screw in a socket of 5.5 mm: it bottoms
    CHECK(judged().state == "It bottoms");
    CHECK_THAT(judged().sentence, Catch::Contains("clamps nothing"));
    d.items[0].thickness = 0.0082;
    CHECK(judged().verdict == Verdict::holds);
    CHECK(judged().state == "It is right");
    CHECK_THAT(judged().sentence, Catch::Contains("turns carry"));
    d.socket = *catalogue::thread_named("3/8-16");
    CHECK(judged().verdict == Verdict::slips);
    CHECK(judged().state == "The threads do not fit");
    d.socket = *catalogue::thread_named("1/4 BSW");
    CHECK(judged().verdict == Verdict::doubtful);
    CHECK(judged().state == "It goes in by luck");
    d.items[0].thickness = 0.0072;
    CHECK(judged().state == "It bottoms");  // luck does not help a screw that bottoms
    CHECK(judged().verdict == Verdict::slips);
}

TEST_CASE("a phrase has both its forms", "[families][phrase]") {
    const families::Phrase p("slides|slide or twists|twist on its face");
    CHECK(p.does() == "slides or twists on its face");
    CHECK(p.bare() == "slide or twist on its face");
    CHECK(families::Phrase("breaks|break, or tears|tear out").does() == "breaks, or tears out");
    CHECK(families::Phrase("bends|bend: mode II").does() == "bends: mode II");
    CHECK(families::Phrase("bends|bend: mode II").bare() == "bend: mode II");
    CHECK(families::Phrase("breaks|break, or tears|tear out").bare() == "break, or tear out");
    CHECK(p.followed_by(", second tube").bare() == "slide or twist on its face, second tube");
    CHECK(families::Phrase("").empty());
}

TEST_CASE("every mode's phrase makes a sentence", "[families][phrase][law]") {
    // "it <does>" and "it would <bare> first": a verb in front, no form of the other one, and "first" not twice.
    const auto first_word = [](const std::string& text) { return text.substr(0, text.find_first_of(" ,:")); };
    const auto is_third = [](const std::string& verb) {
        return verb == "is" || verb == "may" || (verb.ends_with("s") && !verb.ends_with("ss"));
    };
    std::size_t phrases = 0;
    const auto check = [&](const families::Phrase& p) {
        CAPTURE(p.does(), p.bare());
        CHECK(is_third(first_word(p.does())));
        CHECK(p.does() != p.bare());
        CHECK_FALSE(is_third(first_word(p.bare())));
        CHECK(p.bare().find('|') == std::string::npos);
        CHECK(p.does().find('|') == std::string::npos);
        CHECK(p.bare().find("first") == std::string::npos);
        ++phrases;
    };
    for (const auto* family : families::registry()) {
        CAPTURE(family->key());
        std::vector<families::Values> settings{{}};
        for (const auto& p : family->parameters())
            for (const auto& c : p.choices) settings.push_back({{p.key, c.key}});
        for (const auto& setting : settings) {
            const auto joint = families::join(*family, setting);
            if (!joint) continue;
            for (std::size_t m = 0; m < (*joint)->modes().size(); ++m) {
                check((*joint)->modes()[m].label);
                for (const auto& w : {bench::Wrench{5, 1, -9, 0.1, 0.2, 0.1}, {1, 5, 3, 0.5, 0, 0}, {0, 0, 0, 0, 0, 2}})
                    if (const auto motion = (*joint)->motion(m, w); !motion.empty()) check(motion);
            }
        }
    }
    CHECK(phrases > 500);
}

TEST_CASE("what is too tight is said as how much", "[study][sentences]") {
    study::InterfaceResult r;
    r.name = "Clamp";
    r.typical = 2.0 / 3;
    study::ModeResult m;
    m.mode = "crush";
    m.words = families::Phrase("crushes|crush the tube");
    m.mass = m.live = 2.0 / 3;
    m.too_tight = true;
    r.modes = {m};
    r.governs = 0;
    CHECK(study::sentence(r) == "Clamp is 1.5× too tight: it crushes the tube.");
    CHECK(study::short_sentence(r) == "is 1.5× too tight: it crushes the tube");
    r.modes[0].mass = r.modes[0].live = 0.98;
    CHECK(study::short_sentence(r) == "is just too tight: it crushes the tube");
    r.modes[0].too_tight = false;
    r.modes[0].mass = r.modes[0].live = 3;
    r.typical = 3;
    r.verdict = Verdict::holds;
    CHECK(study::short_sentence(r) == "would crush the tube first");
}

TEST_CASE("what lets go ranks below what only falls short, whatever each must reach", "[study][verdict]") {
    // A push must reach 2, a joint that is turned 1.5: of 1.9 and 0.9 the second lets go; of 1.4 and 1.6 the push is
    // the worse, 0.7 of what it must reach.
    const study::Requirement push{2, 2}, turning{1.5, 2};
    CHECK(turning.share(0.9) < push.share(1.0));
    CHECK(turning.share(0.99) < push.share(1.9));
    CHECK(push.share(1.4) < turning.share(1.45));
    CHECK(turning.share(1.5) == 1);
    CHECK(push.share(0.5) == 0.25);
    std::mt19937 random(3);
    std::uniform_real_distribution<double> u(0, 3);
    for (int k = 0; k < 400; ++k) {
        const study::Requirement ask{0.5 + u(random), 4};
        const double factor = u(random), limit = u(random) / 2;
        CAPTURE(ask.required, factor, limit);
        CHECK((factor < ask.factor_at(limit)) == (ask.share(factor) < limit));
    }
    CHECK(std::isinf(push.share(std::numeric_limits<double>::infinity())));
    CHECK(std::isinf(push.factor_at(std::numeric_limits<double>::infinity())));
    CHECK(push.factor_at(0) == 0);
}
