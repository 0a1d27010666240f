#include "study/sentences.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "quantity/format.h"

namespace clampet::study {
namespace {

/// "is 1.5× too tight: crushes its face"
std::string too_tight(const ModeResult& m) {
    // "1.0× too tight" would say nothing.
    constexpr double just = 1.05;
    const double over = 1 / m.factor();
    return fmt::format("is {} too tight: it {}", over < just ? "just" : quantity::format_factor(over), m.words.does());
}

std::string under(const ModeResult& m) {
    if (m.tell_direction && m.direction) return fmt::format("{} {}", m.under, direction_words(*m.direction));
    return m.under;
}

bool is_pending(const RigCheck& check) {
    return std::any_of(check.interfaces.begin(), check.interfaces.end(), [](const auto& r) { return r.pending; });
}

}  // namespace

std::string direction_words(const Eigen::Vector3d& push) {
    const Eigen::Vector3d d = push.normalized();
    std::vector<std::string> ways;
    const auto add = [&](double amount, const char* positive, const char* negative) {
        if (std::abs(amount) >= 0.38) ways.emplace_back(amount > 0 ? positive : negative);
    };
    add(d.z(), "up", "down");
    add(d.x(), "forward", "back");
    add(d.y(), "to the left", "to the right");
    std::string words;
    for (std::size_t i = 0; i < ways.size(); ++i)
        words += (i == 0 ? "" : i + 1 == ways.size() ? " and " : ", ") + ways[i];
    return words;
}

std::string short_sentence(const InterfaceResult& r) {
    if (r.pending) return "being checked";
    if (!r.governs) return "nothing drives it";
    const auto& m = r.modes[*r.governs];
    if (m.too_tight) return too_tight(m);
    if (m.factor() == 0) return m.words.does();
    return fmt::format("would {} first", m.words.bare());
}

std::string sentence(const InterfaceResult& r) {
    if (r.pending) return fmt::format("{} is being checked.", r.name);
    if (!r.governs) return fmt::format("{}: no load drives it to let go.", r.name);
    const auto& m = r.modes[*r.governs];
    if (m.too_tight) return fmt::format("{} {}.", r.name, too_tight(m));
    if (m.factor() == 0) return fmt::format("{} {}.", r.name, m.words.does());
    const std::string margin = m.by_mass() ? "this load" : m.margin;
    return fmt::format("{} {} at {} {}, {}.", r.name,
                       r.verdict == Verdict::slips ? m.words.does() : "would " + m.words.bare(),
                       quantity::format_factor(m.factor()), margin, under(m));
}

std::string headline(const RigCheck& check) {
    if (is_pending(check)) return "Being checked.";
    if (!check.worst) return "There is no interface yet.";
    const auto& worst = check.interfaces[*check.worst];
    // What holds an interface that lets go is told where none is about to.
    if (worst.verdict == Verdict::holds && !check.catches.sentence.empty()) return check.catches.sentence;
    if (check.verdict == Verdict::holds)
        return fmt::format("Everything holds. The least is {}: {}.", worst.name,
                           quantity::format_factor(worst.typical));
    if (check.verdict == Verdict::doubtful && worst.governs && worst.typical >= worst.required && worst.low >= 1) {
        for (const auto& advisory : worst.advisories)
            if (advisory.doubtful) return fmt::format("{} is doubtful. {}", worst.name, advisory.text);
    }
    return sentence(worst);
}

std::string sentence(const CatchResult& tether) {
    if (!tether.problem.empty()) return tether.problem;
    return fmt::format("lets it fall {}, catches it with {}, and holds {} of that",
                       quantity::format(tether.fall, quantity::Dimension::length),
                       quantity::format(tether.force, quantity::Dimension::force),
                       quantity::format_factor(tether.factors.typical));
}

std::string tally(const RigCheck& check) {
    int slips = 0, doubtful = 0;
    for (const auto& r : check.interfaces) {
        slips += r.verdict == Verdict::slips;
        doubtful += r.verdict == Verdict::doubtful;
    }
    if (check.interfaces.empty()) return "no interface yet";
    if (is_pending(check)) return "being checked";
    const std::string catches = check.catches.verdict == Verdict::holds ? ""
                                : check.catches.each.empty()            ? " · no second catch"
                                                                        : " · second catch doubtful";
    if (slips == 0 && doubtful == 0)
        return (check.interfaces.size() == 1 ? std::string("it holds")
                                             : fmt::format("all {} hold", check.interfaces.size())) +
               catches;
    std::string text;
    if (slips > 0) text = fmt::format("{} {}", slips, slips == 1 ? "slips" : "slip");
    if (doubtful > 0) text += fmt::format("{}{} doubtful", text.empty() ? "" : " · ", doubtful);
    return text + catches;
}

}  // namespace clampet::study
