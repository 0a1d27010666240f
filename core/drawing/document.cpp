#include "drawing/document.h"

#include <fmt/format.h>

#include <algorithm>
#include <optional>

namespace clampet::drawing {
namespace {

std::string escaped(const std::string& text) {
    std::string safe;
    for (const char c : text) switch (c) {
            case '&':
                safe += "&amp;";
                break;
            case '<':
                safe += "&lt;";
                break;
            case '>':
                safe += "&gt;";
                break;
            case '"':
                safe += "&quot;";
                break;
            case '\n':
                safe += "<br>";
                break;
            default:
                safe += c;
        }
    return safe;
}

constexpr std::string_view style =
    R"(body{font:16px/1.45 sans-serif;max-width:60em;margin:2em auto;padding:0 1em;color:#222;background:#fff}
table{border-collapse:collapse;margin:.5em 0 1.2em}th,td{text-align:left;vertical-align:top;padding:.2em .9em .2em 0;border-bottom:1px solid #ccc}
th{border-bottom:2px solid #444}td{font-variant-numeric:tabular-nums}.quiet{color:#555;font-size:.85em}svg{max-width:100%;height:auto}
@media (prefers-color-scheme:dark){body{background:#1d1f20;color:#e4e2de}th{border-color:#bbb}.quiet{color:#aaa}svg{background:#fff}})";

/// One file's HTML, block by block.
class Browser {
 public:
    void put(const Heading& h) {
        html += fmt::format("<h{0}>{1}</h{0}>\n", std::clamp(h.level, 1u, 3u), escaped(h.text));
    }
    void put(const Paragraph& p) {
        html += fmt::format("<p{}>{}</p>\n", p.is_quiet ? " class=\"quiet\"" : "", escaped(p.text));
    }
    void put(const PageBreak&) {}
    void put(const Grid& g) {
        html += "<table><thead><tr>";
        for (const auto& c : g.columns) html += "<th>" + escaped(c) + "</th>";
        html += "</tr></thead><tbody>\n";
        for (const auto& row : g.rows) {
            html += "<tr>";
            for (const auto& cell : row) html += "<td>" + escaped(cell) + "</td>";
            html += "</tr>\n";
        }
        html += "</tbody></table>\n";
    }
    void put(const Picture& p) {
        auto svg = picture_svg_of(scaled_into(p.drawing, 0.16, p.height));
        if (!svg) {
            problem = svg.problem();
            return;
        }
        html += svg->substr(svg->find("<svg")) + fmt::format("<p class=\"quiet\">{}</p>\n", escaped(p.drawing.summary));
    }
    std::string html;
    std::optional<Problem> problem;
};

}  // namespace

Result<std::string> html_of(const Document& document) {
    Browser browser;
    for (const auto& block : document.blocks) std::visit([&](const auto& b) { browser.put(b); }, block);
    if (browser.problem) return *browser.problem;
    return fmt::format(
        "<!DOCTYPE html>\n<html lang=\"en\"><head><meta charset=\"utf-8\"><title>{}</title><style>{}</style>"
        "</head><body>\n{}<p class=\"quiet\">{}</p></body></html>\n",
        escaped(document.title), style, browser.html, escaped(document.detail));
}

}  // namespace clampet::drawing
