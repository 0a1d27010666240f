#include "project/search.h"

#include <algorithm>

#include "catalogue/thread_names.h"
#include "catalogue/words/names.h"
#include "parts/part_kind.h"
#include "project/starting_points.h"

namespace clampet::project {
namespace {

using catalogue::LeadsTo;
using catalogue::likeness;
using Words = std::vector<std::string>;

// What people call a thing counts most, then its own name, then what is said of it.
constexpr double by_name = 0.9, by_choice = 0.6, by_purpose = 0.5, by_saying = 0.3, in_part = 0.3;

std::string title_of(LeadsTo leads_to, const std::string& key) {
    switch (leads_to) {
        case LeadsTo::bench:
            return std::string(families::family_named(key)->name());
        case LeadsTo::part:
            return std::string(parts::kind_named(key)->name());
        case LeadsTo::start:
            for (const auto& point : starting_points())
                if (point.key == key) return point.title;
            return key;
        case LeadsTo::thread_desk:
            return "Thread desk";
        case LeadsTo::help:
            return "Good to know";
        case LeadsTo::beyond:
            return "Beyond this tool";
    }
    return key;
}

class Answers {
 public:
    void add(Found found) {
        if (found.likeness <= 0) return;
        // A place is told once, as it answers best; what is said of help and of what is beyond are places of their own.
        const auto same = std::find_if(all_.begin(), all_.end(), [&](const Found& other) {
            return other.leads_to == found.leads_to && other.key == found.key;
        });
        if (same == all_.end())
            all_.push_back(std::move(found));
        else if (found.likeness > same->likeness)
            *same = std::move(found);
    }
    std::vector<Found> sorted() && {
        std::stable_sort(all_.begin(), all_.end(),
                         [](const Found& a, const Found& b) { return a.likeness > b.likeness; });
        // What answers far worse than the best would only hide it.
        constexpr double worth_telling = 0.25;
        std::erase_if(all_, [&](const Found& found) { return found.likeness < worth_telling * all_.front().likeness; });
        return std::move(all_);
    }
    bool empty() const { return all_.empty(); }

 private:
    std::vector<Found> all_;
};

void look_in_words(const Words& typed, double share, Answers& answers) {
    for (const auto& entry : catalogue::word_entries()) {
        double best = by_saying * likeness(typed, entry.says);
        for (const auto& phrase : entry.words) best = std::max(best, likeness(typed, phrase));
        Found found{entry.leads_to, entry.key, {}, title_of(entry.leads_to, entry.key), entry.says, share * best};
        for (const auto& [input, choice] : entry.set) found.inputs[input] = choice;
        answers.add(std::move(found));
    }
}

void look_in_families(const Words& typed, double share, Answers& answers) {
    for (const auto* family : families::registry()) {
        const std::string key(family->key()), name(family->name()), purpose(family->purpose());
        answers.add({LeadsTo::bench, key, {}, name, purpose, share * by_name * likeness(typed, name)});
        answers.add({LeadsTo::bench, key, {}, name, purpose, share * by_purpose * likeness(typed, purpose)});
        for (const auto& p : family->parameters()) {
            answers.add({LeadsTo::bench, key, {}, name, purpose, share * by_saying * likeness(typed, p.label)});
            for (const auto& choice : p.choices)
                answers.add({LeadsTo::bench,
                             key,
                             {{p.key, choice.key}},
                             name,
                             purpose,
                             share * by_choice * likeness(typed, choice.label)});
        }
    }
}

void look_elsewhere(const Words& typed, double share, Answers& answers) {
    for (const auto* kind : parts::registry())
        answers.add({LeadsTo::part,
                     std::string(kind->key()),
                     {},
                     std::string(kind->name()),
                     std::string(kind->purpose()),
                     share * by_name * likeness(typed, kind->name())});
    for (const auto& point : starting_points())
        answers.add({LeadsTo::start,
                     point.key,
                     {},
                     point.title,
                     point.description,
                     share * by_name * likeness(typed, point.title + " " + point.description)});
}

void look_everywhere(const Words& typed, double share, Answers& answers) {
    look_in_words(typed, share, answers);
    look_in_families(typed, share, answers);
    look_elsewhere(typed, share, answers);
}

}  // namespace

std::vector<Found> search(std::string_view words) {
    Answers answers;
    const auto typed = catalogue::content_words(words);
    constexpr std::size_t most_threads = 3;
    const auto threads = catalogue::thread_candidates(words);
    for (std::size_t i = 0; i < std::min(most_threads, threads.size()); ++i) {
        const auto& name = threads[i].thread->designation;
        answers.add(
            {LeadsTo::thread_desk, name, {}, name, "What it goes into, and what goes into it.", 2 + threads[i].odds});
    }
    look_everywhere(typed, 1, answers);
    // Nothing has all of the words: what has one of them.
    if (answers.empty() && typed.size() > 1)
        for (const auto& word : typed) look_everywhere({word}, in_part, answers);
    return std::move(answers).sorted();
}

std::vector<std::string> beyond_the_tool(std::string_view name) {
    const auto words = catalogue::words_of(name);
    std::vector<std::string> said;
    for (const auto& entry : catalogue::word_entries()) {
        if (entry.leads_to != LeadsTo::beyond) continue;
        const bool named = std::any_of(entry.words.begin(), entry.words.end(), [&](const std::string& each) {
            const auto asked = catalogue::words_of(each);
            return std::search(words.begin(), words.end(), asked.begin(), asked.end()) != words.end();
        });
        if (named) said.push_back(entry.says);
    }
    return said;
}

}  // namespace clampet::project
