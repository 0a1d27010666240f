#include "project/json_lines.h"

#include <algorithm>
#include <map>
#include <nlohmann/json.hpp>
#include <vector>

namespace clampet::project {
namespace {

/// Walks over the text and counts the line ends it has passed.
class CountingIterator {
 public:
    using iterator_category = std::input_iterator_tag;
    using value_type = char;
    using difference_type = std::ptrdiff_t;
    using pointer = const char*;
    using reference = const char&;
    CountingIterator(const char* at, std::size_t* line) : at_(at), line_(line) {}
    reference operator*() const { return *at_; }
    CountingIterator& operator++() {
        if (*at_ == '\n') ++*line_;
        ++at_;
        return *this;
    }
    CountingIterator operator++(int) {
        CountingIterator before = *this;
        ++*this;
        return before;
    }
    bool operator==(const CountingIterator& other) const { return at_ == other.at_; }
    bool operator!=(const CountingIterator& other) const { return at_ != other.at_; }

 private:
    const char* at_;
    std::size_t* line_;
};

/// Notes the line of every value by its path.
class LineNotes : public nlohmann::json_sax<nlohmann::json> {
 public:
    explicit LineNotes(const std::size_t* line) : line_(line) {}
    bool null() override { return value(); }
    bool boolean(bool) override { return value(); }
    bool number_integer(number_integer_t) override { return value(); }
    bool number_unsigned(number_unsigned_t) override { return value(); }
    bool number_float(number_float_t, const string_t&) override { return value(); }
    bool string(string_t&) override { return value(); }
    bool binary(binary_t&) override { return value(); }
    bool start_object(std::size_t) override {
        note();
        levels_.push_back({false, 0, {}});
        return true;
    }
    bool key(string_t& key) override {
        levels_.back().key = key;
        return true;
    }
    bool end_object() override { return leave(); }
    bool start_array(std::size_t) override {
        note();
        levels_.push_back({true, 0, {}});
        return true;
    }
    bool end_array() override { return leave(); }
    bool parse_error(std::size_t, const std::string&, const nlohmann::detail::exception&) override { return false; }
    std::map<std::string, std::size_t> lines;

 private:
    struct Level {
        bool array;
        std::size_t index;
        std::string key;
    };
    std::string path() const {
        std::string p;
        for (const auto& level : levels_) p += "/" + (level.array ? std::to_string(level.index) : level.key);
        return p;
    }
    void note() { lines.emplace(path(), *line_); }
    bool value() {
        note();
        if (!levels_.empty() && levels_.back().array) ++levels_.back().index;
        return true;
    }
    bool leave() {
        levels_.pop_back();
        if (!levels_.empty() && levels_.back().array) ++levels_.back().index;
        return true;
    }
    const std::size_t* line_;
    std::vector<Level> levels_;
};

}  // namespace

std::size_t line_at(std::string_view text, std::size_t offset) {
    return 1 + static_cast<std::size_t>(std::count(
                   text.begin(), text.begin() + static_cast<std::ptrdiff_t>(std::min(offset, text.size())), '\n'));
}

std::size_t line_of(std::string_view text, const std::string& path) {
    std::size_t line = 1;
    LineNotes notes(&line);
    nlohmann::json::sax_parse(CountingIterator(text.data(), &line), CountingIterator(text.data() + text.size(), &line),
                              &notes);
    for (std::string at = path;; at = at.substr(0, at.rfind('/'))) {
        if (const auto found = notes.lines.find(at); found != notes.lines.end()) return found->second;
        if (at.empty() || at.rfind('/') == at.npos) return 1;
    }
}

}  // namespace clampet::project
