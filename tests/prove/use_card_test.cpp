// The use card: what it says of a rig, on paper, on a phone, and in its code, which another program reads.
#include "prove/use_card.h"

#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cstdio>
#include <filesystem>
#include <fstream>

#include "approximately.h"
#include "drawing/qr_code.h"
#include "project/edits.h"
#include "project/starting_points.h"

using namespace clampet;

namespace {

const make::Day today = std::chrono::floor<std::chrono::days>(*make::wall_time_of("2026-11-29"));

prove::UseCard card_of(const rig::Rig& rig) {
    const auto card = prove::use_card_of(rig, today);
    if (!card) FAIL(card.problem().sentence());
    return *card;
}

bool has(const std::vector<std::string>& lines, const std::string& words) {
    return std::any_of(lines.begin(), lines.end(), [&](const auto& line) { return line.find(words) != line.npos; });
}

std::string output_of(const std::string& command) {
    std::string text;
    FILE* pipe = popen(command.c_str(), "r");
    REQUIRE(pipe);
    char bytes[256];
    while (std::fgets(bytes, sizeof bytes, pipe)) text += bytes;
    pclose(pipe);
    return text;
}

}  // namespace

TEST_CASE("A use card says how tight by feel, what to look at, limits, and when to look again", "[prove][card]") {
    const auto rig = project::demo_rig();
    const auto card = card_of(rig);
    CHECK(card.rig == rig.name);
    CHECK(card.date == "2026-11-29");
    CHECK(card.next_check > card.date);
    CHECK_FALSE(card.tighten.empty());
    CHECK(card.look_at.size() >= 2);
    CHECK(has(card.limits, "Not to be used"));
    const auto light = *project::starting_rig("pole-clamp");
    CHECK(has(card_of(light).limits, "At most"));
    // A push that is too much by itself leaves nothing for a camera.
    auto pushed = light;
    pushed.cases = {{"push", "push", {{"force", 5000.0}}}};
    CHECK(has(card_of(pushed).limits, "Nothing goes on it as it stands"));
}

TEST_CASE("A torque that nobody said is on the card as the check took it", "[prove][card]") {
    auto rig = project::demo_rig();
    for (auto& element : rig.interface("camera-screw")->elements) element.inputs.erase("torque");
    const auto card = card_of(rig);
    CHECK(has(card.tighten, rig.interface("camera-screw")->name + ": "));
    // Also where tests have taught of the hand.
    const auto post = *project::starting_rig("castered-post");
    REQUIRE(post.learned.hand);
    CHECK(has(card_of(post).tighten, post.interface("camera-screw")->name + ": "));
}

TEST_CASE("A torque is told by the knob and the feel that come nearest, the plainest of like ones", "[prove][card]") {
    // From memory, as data/stock/clamps.json has them: a knob of 20 mm gives 0.8 N m, a star knob of 32 mm 2 N m by
    // hand.
    CHECK(prove::feel_of(0.8) == "about hand tight, knob, Ø20");
    CHECK(prove::feel_of(2.0) == "about hand tight, star knob, Ø32");
    CHECK(prove::feel_of(40).empty());
    CHECK(prove::feel_of(0.01).empty());
}

TEST_CASE("What was seen of a rig is on its card", "[prove][card]") {
    auto rig = project::demo_rig();
    rig.log.push_back({"log-0", "2026-11-10", rig::Event::incident, "", "an older one"});
    rig.log.push_back({"log-1", "2026-11-20", rig::Event::incident, "", "the knob came loose on the stairs"});
    rig::Hang mark;
    mark.id = "hang-1";
    mark.seam = rig.interfaces.front().id;
    mark.date = "";
    mark.readings = {{0, 0}, {600, 1e-4}};
    rig.hangs.push_back(mark);
    const auto card = card_of(rig);
    CHECK(has(card.look_at, "the knob came loose"));
    CHECK(has(card.look_at, rig.interfaces.front().name + ": its mark"));
}

TEST_CASE("The code's text is short and whole, and names the rig and the next check", "[prove][card]") {
    const auto card = card_of(project::demo_rig());
    const auto text = prove::code_text(card);
    CHECK(text.size() <= 500);
    CHECK(text.starts_with(card.rig));
    CHECK(text.find("Next check " + card.next_check) != text.npos);
    for (const auto& line : card.tighten) CHECK((text.find(line) != text.npos || text.size() + line.size() >= 500));
}

TEST_CASE("A card is a PDF of A6 and a picture for a phone", "[prove][card]") {
    const auto card = card_of(project::demo_rig());
    const auto folder = std::filesystem::temp_directory_path() / "clampet-card-test";
    std::filesystem::create_directories(folder);
    for (const char* name : {"card.pdf", "card.png"}) {
        const auto files = prove::files_of(card, (folder / name).string());
        if (!files) FAIL(files.problem().sentence());
        for (const auto& [path, bytes] : *files) std::ofstream(path, std::ios::binary) << bytes;
    }
    // Poppler: A6 is 297.6 by 419.5 points.
    const auto info = output_of("pdfinfo '" + (folder / "card.pdf").string() + "'");
    CHECK(info.find("297.6") != info.npos);
    CHECK(info.find("419.5") != info.npos);
    const auto words = output_of("pdftotext -layout '" + (folder / "card.pdf").string() + "' -");
    CHECK(words.find("How tight") != words.npos);
    CHECK(words.find(card.next_check) != words.npos);
    std::ifstream picture(folder / "card.png", std::ios::binary);
    std::string head(24, '\0');
    picture.read(head.data(), 24);
    CHECK(head.substr(1, 3) == "PNG");
    const auto width = (static_cast<unsigned char>(head[18]) << 8) + static_cast<unsigned char>(head[19]);
    CHECK(width == 1080);
    CHECK((prove::files_of(card, "card.doc").problem().id == "card.format"));
    std::filesystem::remove_all(folder);
}

TEST_CASE("The code on a card is read by another program as its text", "[prove][card]") {
    const auto card = card_of(project::demo_rig());
    const auto folder = std::filesystem::temp_directory_path() / "clampet-code-test";
    std::filesystem::create_directories(folder);
    const auto name = (folder / "card.png").string();
    const auto files = prove::files_of(card, name);
    REQUIRE(files);
    for (const auto& [path, bytes] : *files) std::ofstream(path, std::ios::binary) << bytes;
    std::string read;
    for (const auto& [path, bytes] : *files)
        read += output_of("zbarimg --quiet --raw -Sdisable -Sqrcode.enable '" + path + "' 2>/dev/null");
    while (read.ends_with('\n')) read.pop_back();
    CHECK(read == prove::code_text(card));
    std::filesystem::remove_all(folder);
}

TEST_CASE("A code has its quiet border, and refuses nothing and too much", "[prove][card][bad]") {
    const auto code = drawing::qr_code("Half-Muffled", 0.028);
    REQUIRE(code);
    // Version 1 of 21 modules and four on either side: ISO/IEC 18004.
    const double module = 0.028 / 29;
    double left = 1, low = 1;
    for (const auto& element : code->elements)
        if (const auto* path = std::get_if<drawing::Path>(&element); path && path->material == drawing::Material::ink)
            for (const auto& p : path->points) left = std::min(left, p.x), low = std::min(low, p.y);
    CHECK(left == relative(4 * module, 1e-6));
    CHECK(low == relative(4 * module, 1e-6));
    CHECK((drawing::qr_code("", 0.028).problem().id == "qr.length"));
    CHECK((drawing::qr_code(std::string(1201, 'x'), 0.028).problem().id == "qr.length"));
}
