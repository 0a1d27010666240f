#pragma once
#include "families/shared/parameter_rows.h"
#include "parts/part_kind.h"
#include "parts/solids.h"

namespace clampet::parts {

// What the file of every kind says.
using families::choice_row;
using families::count_row;
using families::gap_row;
using families::length_row;
using families::number;
using families::quantity_row;
using families::shown_for;
using families::text;
using families::Values;

/// What it is made of, by its name in the table of materials: it gives the weight and how it is drawn.
families::Parameter material_row(std::string standard, std::string help = "It gives the weight.");
/// What one of its ports is made of or lined with, as the friction table calls it.
families::Parameter surface_row(std::string key, std::string label, std::string standard, std::string help);
/// A thread, and the rows that say which way it is.
families::Parameter thread_row(std::string key, std::string label, std::string standard, std::string help);
families::Parameter mass_row(std::string key, std::string label, double standard, std::string help);

/// [kg/m^3] of the material that a row names, and how it is drawn.
double density_of(const Values& values, std::string_view key = "material");
Stuff stuff_of(const Values& values, std::string_view key = "material");
/// Major diameter of the thread that a row names [m]. Errors: a Problem at that row.
Result<double> major_diameter(const Values& values, std::string_view key);

/// Whether the hole through the middle of what has a length and a width is narrower than both.
/// Errors  A Problem at the row `hole`.
Status check_hole(const Values& values);

/// Ports, by what they are.
Port face_port(std::string id, const Vector& at, double length, double width, double hole, std::string surface);
Port male_thread(std::string id, const Vector& at, std::string designation, double length, std::string surface = {});
Port female_thread(std::string id, const Vector& at, std::string designation, double depth, std::string surface = {});

/// A kind that is its texts, its rows and one function.
class SimpleKind : public PartKind {
 public:
    using Build = Result<Body> (*)(const Values&);
    struct Texts {
        std::string_view key, name, purpose;
        Role role = Role::part;
        Origin origin = Origin::make;
    };
    SimpleKind(Texts texts, std::vector<families::Parameter> parameters, Build builder,
               std::vector<families::StockUse> stock = {})
        : texts_(texts), parameters_(std::move(parameters)), build_(builder), stock_(std::move(stock)) {}
    std::string_view key() const override { return texts_.key; }
    std::string_view name() const override { return texts_.name; }
    std::string_view purpose() const override { return texts_.purpose; }
    Role role() const override { return texts_.role; }
    Origin origin() const override { return texts_.origin; }
    std::span<const families::Parameter> parameters() const override { return parameters_; }
    std::span<const families::StockUse> stock() const override { return stock_; }
    Result<Body> build(const Values& values) const override { return build_(values); }

 private:
    Texts texts_;
    std::vector<families::Parameter> parameters_;
    Build build_;
    std::vector<families::StockUse> stock_;
};

}  // namespace clampet::parts
