#pragma once
#include <array>
#include <nlohmann/json.hpp>
#include <optional>
#include <span>
#include <string>
#include <vector>

#include "families/stock_use.h"
#include "study/bench.h"

namespace clampet::cli {

/// What to say of a family that does not exist.
Problem no_family(const std::string& name);
/// What was taken for an input because a name was given.
struct Assumed {
    std::string input, from;
    quantity::Dimension dimension = quantity::Dimension::number;
    families::Value value;
    double low = 0, high = 0;  ///< 5 and 95 % values; 0 where none are known
    std::string source;
    bool corrected = false;  ///< another value was given beside the name: that one counts
};
struct Given {
    families::Values values;
    std::vector<Assumed> assumed;
};
/// "friction=0.3", "diameter=33.7mm", "friction=steel on plywood", "stock=48.3 x 4.0 scaffold", "material=oak",
/// "tight=snug, Ø40 knob". What a name fills can be corrected by its own input, wherever it stands.
/// Errors  A Problem that names the input.
Result<Given> read_assignments(const families::Family& family, const std::vector<std::string>& assignments);
/// The same for any rows of parameters, of what is called `name`, and what stock fills of them.
Result<Given> read_assignments(std::span<const families::Parameter> rows, std::string_view name,
                               std::span<const families::StockUse> uses, const std::vector<std::string>& assignments);
/// Prints what was assumed, a line each; nothing where nothing was.
void print_assumed(const std::vector<Assumed>& assumed);
nlohmann::ordered_json assumed_json(const std::vector<Assumed>& assumed);
/// A load on one interface as the command line gives it.
struct LoadText {
    std::string wrench, permanent;          ///< "Fx,Fy,Fz,Mx,My,Mz", with units or SI; empty: none
    std::string stands;                     ///< how the interface stands, for what it weighs itself; empty: upright
    std::string payload, device, at, push;  ///< instead of a wrench: "1.3kg" or a class, "x,y,z", "15N"
};
/// A load as it was given: a wrench, or a payload whose push comes from where it is worst.
struct LoadGiven {
    mechanics::Load load;                     ///< of a wrench
    std::optional<study::BenchLoad> payload;  ///< of a payload
    bool is_nothing = false;                  ///< nothing is asked of the interface
    /// The load on a joint; `towards` gets the direction of the push.
    mechanics::Load on(const families::Joint& joint, std::array<double, 3>* towards = nullptr) const;
};
/// Errors: a Problem on the option that cannot be read.
Result<LoadGiven> read_load(const LoadText& text);

}  // namespace clampet::cli
