#include "catalogue/words/names.h"

#include "approximately.h"
#include "catalogue/words/word_index.h"

using namespace clampet;
using catalogue::letters_apart;
using catalogue::likeness;
using catalogue::meant;
using catalogue::words_of;
using Words = std::vector<std::string>;

TEST_CASE("a text is read word by word, whatever its marks", "[words]") {
    CHECK(words_of("Quick-release, please!") == Words{"quick", "release", "please"});
    CHECK(words_of("1/4-20 UNC") == Words{"1/4-20", "unc"});
    CHECK(words_of("¼ screw") == Words{"1/4", "screw"});
    CHECK(words_of("star knob, Ø40") == Words{"star", "knob", "40"});
    CHECK(words_of("won’t fit") == words_of("won't fit"));
    CHECK(words_of("#10-32") == Words{"#10-32"});
    CHECK(words_of("0.5 mm.") == Words{"0.5", "mm"});
    CHECK(words_of("  ...  ").empty());
}

TEST_CASE("letters apart are counted as a proof-reader counts them", "[words]") {
    CHECK(letters_apart("caster", "caster") == 0);
    CHECK(letters_apart("caster", "castor") == 1);
    CHECK(letters_apart("clamp", "calmp") == 1);  // two neighbours swapped
    CHECK(letters_apart("tripod", "tripode") == 1);
    CHECK(letters_apart("kitten", "sitting") == 3);  // the textbooks' example of Levenshtein's distance
    CHECK(letters_apart("", "abc") == 3);
}

TEST_CASE("a name is what a person means by it, or several are offered", "[words]") {
    const Words names{"PLA, printed", "PETG, printed", "birch plywood", "soft ply", "steel 8.8", "steel 4.6", "oak"};
    CHECK(meant(names, "pla") == Words{"PLA, printed"});
    CHECK(meant(names, "printed PLA") == Words{"PLA, printed"});
    CHECK(meant(names, "OAK") == Words{"oak"});
    CHECK(meant(names, "steel") == Words{"steel 8.8", "steel 4.6"});
    CHECK(meant(names, "ply").size() == 2);
    CHECK(meant(names, "cheese").empty());
    CHECK(meant(names, " ").empty());
    CHECK(catalogue::nearest(names, "steal 8.8", 1) == Words{"steel 8.8"});
    CHECK(catalogue::nearest(names, "oka", 2).front() == "oak");
    CHECK_THAT(catalogue::names_offered(names, "steel"), Catch::StartsWith("Several are called so: steel 8.8; steel"));
    CHECK_THAT(catalogue::names_offered(names, "brich"), Catch::StartsWith("Nearest: birch plywood"));
}

TEST_CASE("words answer to a text when each of them occurs in it", "[words]") {
    const auto typed = [](std::string_view text) { return catalogue::content_words(text); };
    CHECK(typed("how do I hold it on the pole") == Words{"hold", "pole"});
    CHECK(typed("it") == Words{"it"});  // all would be left out: then all are kept
    CHECK(likeness(typed("zip ties"), "zip tie") == 2);
    CHECK(likeness(typed("zip"), "zip tie") < 2);
    CHECK(likeness(typed("zip"), "zip tie") > 1);
    CHECK(likeness(typed("monit"), "7-inch monitor") > 0);  // begun
    CHECK(likeness(typed("castor"), "caster") > 0);         // off by a letter
    CHECK(likeness(typed("ball"), "bell") == 0);            // too short to be a slip
    CHECK(likeness(typed("pole clamp"), "pole") == 0);      // not both
    CHECK(likeness(typed("glass"), "glas") == 0);           // no plural
    CHECK(likeness(typed("caster"), "caster") > likeness(typed("castor"), "caster"));
}
