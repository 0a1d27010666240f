#include "catalogue/stock.h"

#include <nlohmann/json.hpp>

namespace clampet::embedded {
std::string_view stock();
}  // namespace clampet::embedded

namespace clampet::catalogue {

std::span<const StockRow> stock() {
    static const std::vector<StockRow> all = [] {
        std::vector<StockRow> rows;
        const auto document = nlohmann::json::parse(embedded::stock());
        for (const auto& row : document.at("rows")) {
            StockRow r{row.at("group"), row.at("name"), {}, row.at("source"), {}};
            if (row.contains("texts"))
                for (const auto& [key, value] : row["texts"].items()) r.texts[key] = value.get<std::string>();
            for (const auto& [key, value] : row.at("sizes").items()) r.sizes[key] = value.get<double>();
            rows.push_back(std::move(r));
        }
        return rows;
    }();
    return all;
}

std::vector<const StockRow*> stock_group(std::string_view group) {
    std::vector<const StockRow*> rows;
    for (const auto& row : stock())
        if (row.group == group) rows.push_back(&row);
    return rows;
}

}  // namespace clampet::catalogue
