#pragma once
#include "catalogue/stock.h"
#include "families/family.h"

namespace clampet::families {

/// A row of stock as a family takes it.
struct StockOffer {
    const StockUse* use = nullptr;
    const catalogue::StockRow* row = nullptr;
};

/// What stock fills of a family's inputs: its own uses, and hand torques where a torque squeezes.
const std::vector<StockUse>& stock_uses(const Family& family);
/// All rows that a family can take, group by group.
std::vector<StockOffer> stock_offers(const Family& family);
std::vector<StockOffer> stock_offers(std::span<const StockUse> uses);
/// The row of that name among a family's offers. Errors: a Problem that names what there is.
Result<StockOffer> stock_named(const Family& family, std::string_view name);
/// The same of what is called `for_what`, a family or a kind of part.
Result<StockOffer> stock_named(std::span<const StockUse> uses, std::string_view for_what, std::string_view name);
/// The inputs that a row fills, with the choices that go with it.
Values values_from(const StockOffer& offer);

}  // namespace clampet::families
