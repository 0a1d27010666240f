#include "desktop/rig/kind_rows.h"

#include <QCoreApplication>

#include "desktop/widgets/input_row.h"
#include "parts/part_kind.h"

namespace clampet::desktop {

void show_sizes(const rig::Part& part, const std::function<InputRow*(const std::string&)>& row_of) {
    const auto* kind = parts::kind_named(part.kind);
    if (!kind) return;
    const auto values = parts::completed(*kind, part.values);
    if (!values) return;
    for (const auto& p : kind->parameters()) {
        auto* row = row_of(p.key);
        row->setVisible(p.is_relevant(*values));
        row->show_input(std::nullopt, values->find(p.key)->second);
        row->show_origin(part.values.contains(p.key)
                             ? QString()
                             : QCoreApplication::translate("PartSheet", "assumed; measure yours"));
    }
}

families::Value size_from(const rig::Input& input) {
    if (const auto* number = std::get_if<double>(&input)) return *number;
    if (const auto* text = std::get_if<std::string>(&input)) return *text;
    return 0.0;
}

}  // namespace clampet::desktop
