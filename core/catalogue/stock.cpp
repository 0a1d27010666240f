#include "catalogue/stock.h"

#include <nlohmann/json.hpp>

#include "catalogue/material.h"

namespace clampet::embedded {
std::string_view fasteners();
std::string_view tubes();
std::string_view boards();
std::string_view cords();
std::string_view clamps();
std::string_view adhesives();
}  // namespace clampet::embedded

namespace clampet::catalogue {
namespace {

/// A material as what one takes: its numbers are sizes, what it has none of is left out.
StockRow row_of(const Material& m) {
    StockRow row{"material", m.name, {}, m.source, {{"name", m.name}}};
    const auto add = [&](const char* key, double value, bool none = false) {
        if (value > 0 || none) row.sizes[key] = value;
    };
    const bool is_pad = m.pad_modulus > 0;
    add("density", m.density);
    if (!is_pad) add("youngs_modulus", m.youngs_modulus);
    if (m.shear_modulus > 0 && !is_pad) add("modulus_ratio", m.youngs_modulus / m.shear_modulus);
    add("yield", m.yield);
    // A metal bends at its yield; others by what they bear for good, with knots, layers and scatter taken off.
    add("bending", m.group == "metal" ? m.yield : m.design_stress);
    add("bearing", m.bearing);
    if (m.thread_shear_lasting >= least_thread_shear) add("thread_shear", m.thread_shear_lasting);
    add("gravity_for_screws", m.gravity_for_screws);
    add("strain_limit", m.strain_limit);
    add("pad_modulus", m.pad_modulus);
    add("retention", m.retention);
    add("creep", m.creep, true);
    add("damping", m.damping);
    // Rubber does not give way but at its edges; cork, felt and foam bulge inwards.
    if (is_pad) row.texts["bears"] = m.poisson > 0.45 ? "rubber" : "pad";
    // Under a head wood is squeezed across its grain: E_T and E_R are 0.05 and 0.10 of E_L (Wood Handbook ch. 5, from
    // memory); boards of veneers and chips about 0.05.
    const double across = m.group == "timber" ? 0.075 : m.group == "board" ? 0.05 : 1;
    if (!is_pad) add("squeezed_modulus", across * m.youngs_modulus);
    row.texts["gives_way"] = is_pad ? "soft" : "hard";
    if (m.thread_shear_lasting >= least_thread_shear) row.texts["thread_that_holds"] = m.name;
    return row;
}

StockRow read_stock_row(const nlohmann::json& row) {
    StockRow r{row.at("group"), row.at("name"), {}, row.at("source"), {}};
    if (row.contains("texts"))
        for (const auto& [key, value] : row["texts"].items()) r.texts[key] = value.get<std::string>();
    for (const auto& [key, value] : row.at("sizes").items()) r.sizes[key] = value.get<double>();
    return r;
}

std::vector<StockRow> read_stock() {
    std::vector<StockRow> rows, of_materials, of_screws;
    for (const auto& material : materials()) {
        auto row = row_of(material);
        if (material.screws) {
            of_screws.push_back(row);
            of_screws.back().group = "screw grade";
        }
        if (material.group != "screw") of_materials.push_back(std::move(row));
    }
    for (const auto text : {embedded::fasteners(), embedded::tubes(), embedded::boards(), embedded::cords(),
                            embedded::clamps(), embedded::adhesives()}) {
        const auto document = nlohmann::json::parse(text);
        for (const auto& row : document.at("rows")) rows.push_back(read_stock_row(row));
    }
    // What is sold in one material brings that material's numbers.
    for (auto& row : rows) {
        const auto made_of = row.texts.find("material");
        if (made_of == row.texts.end()) continue;
        for (const auto& material : of_materials) {
            if (material.name != made_of->second) continue;
            row.sizes.insert(material.sizes.begin(), material.sizes.end());
            if (row.group == "pad") row.texts.insert(*material.texts.find("bears"));
        }
    }
    rows.insert(rows.end(), of_screws.begin(), of_screws.end());
    rows.insert(rows.end(), std::make_move_iterator(of_materials.begin()), std::make_move_iterator(of_materials.end()));
    return rows;
}

}  // namespace

std::span<const StockRow> stock() {
    static const std::vector<StockRow> all = read_stock();
    return all;
}

const std::vector<const StockRow*>& stock_group(std::string_view group) {
    static const std::vector<const StockRow*> none;
    // Sorted into groups once: a name that fills inputs is looked up at every keystroke.
    static const auto groups = [] {
        std::map<std::string, std::vector<const StockRow*>, std::less<>> all;
        for (const auto& row : stock()) all[row.group].push_back(&row);
        return all;
    }();
    const auto found = groups.find(group);
    return found == groups.end() ? none : found->second;
}

}  // namespace clampet::catalogue
