#pragma once
#include <map>
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace clampet::catalogue {

/// What a shop or a drawer has: a washer, a screw length, a tube. Sizes are SI, by name: "thickness", "outer".
struct StockRow {
    std::string group, name;
    std::map<std::string, double, std::less<>> sizes;
    std::string source;
    std::map<std::string, std::string, std::less<>> texts;  ///< "inside": a thread; "material"
    /// A size by its name; 0 where the row has none.
    double size(std::string_view key) const {
        const auto found = sizes.find(key);
        return found == sizes.end() ? 0 : found->second;
    }
};

/// All rows: what shops sell, of data/stock/, and the materials with their numbers. A row made of one material
/// (texts "material") has that material's numbers too. "force_low" and "force_high" are the 5 % and 95 % of "force".
std::span<const StockRow> stock();
/// Rows of one group, in the table's order; empty for an unknown group.
const std::vector<const StockRow*>& stock_group(std::string_view group);

}  // namespace clampet::catalogue
