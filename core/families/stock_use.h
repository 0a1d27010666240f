#pragma once
#include <optional>

#include "catalogue/stock.h"
#include "families/family.h"

namespace clampet::families {

/// A row of stock as a family takes it.
struct StockOffer {
    const StockUse* use = nullptr;
    const catalogue::StockRow* row = nullptr;
    double share = 1;  ///< of what the row says of a torque: "snug" is less, "as hard as I can" is more
    /// Inputs and the sizes that fill them: all of the use's, and what else this row has for it.
    std::vector<std::pair<std::string, std::string>> fills() const;
};

/// What stock fills of a family's inputs: its own uses, hand torques where a torque squeezes, and what is squeezed
/// where a force fades.
const std::vector<StockUse>& stock_uses(const Family& family);
/// Its uses as a person is asked for them: those of one key that fill the same input first are one question.
std::vector<std::vector<StockUse>> stock_questions(const Family& family);
/// The rows that can fill a use: those that have all that it fills.
std::vector<StockOffer> stock_offers(const StockUse& use);
/// All rows that a family can take, group by group.
std::vector<StockOffer> stock_offers(const Family& family);
std::vector<StockOffer> stock_offers(std::span<const StockUse> uses);
/// The row of that name, as people write it, among what a family asks for by this key; "stock" asks for any.
/// Errors  A Problem that offers what it may mean, or says which of its numbers the row does not have.
Result<StockOffer> stock_named(const Family& family, std::string_view name, std::string_view key = "stock");
/// The same of what is called `for_what`, a family or a kind of part.
Result<StockOffer> stock_named(std::span<const StockUse> uses, std::string_view for_what, std::string_view name,
                               std::string_view key = "stock");
/// The row of exactly that name, where it fills what is asked for by this key; "stock" asks for any. No looking for
/// what it may mean, and no list of all: a check asks at every seam.
std::optional<StockOffer> stock_exactly(std::span<const StockUse> uses, std::string_view key, std::string_view name);
/// Whether any of them is asked for by that key.
bool is_stock_key(std::span<const StockUse> uses, std::string_view key);
/// The inputs that a row fills, with the choices that go with it.
Values values_from(const StockOffer& offer);

/// The pair of surfaces where one of them is now of what was chosen: "rubber on plywood" of oak is "rubber on
/// hardwood". Nothing where the row is no material with a known face, or the table of frictions has no such pair.
std::optional<std::string> pair_with(const StockOffer& offer, const Rubs& rubs, std::string_view pair);

/// What a row says of one input: its value, and its 5 % and 95 % values where the row has them.
struct StockValue {
    Value value;
    double low = 0, high = 0;  ///< 0 where the row has none
    const catalogue::StockRow* row = nullptr;
};
/// What a name says of one input of a family.
/// Errors  A Problem: nothing of that name fills it.
Result<StockValue> stock_value(const Family& family, std::string_view input, std::string_view name);
/// The same of an offer that is known; nothing where it does not fill the input.
std::optional<StockValue> stock_value(const StockOffer& offer, std::string_view input);

}  // namespace clampet::families
