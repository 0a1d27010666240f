#pragma once
#include <QString>

#include "desktop/bench/bench_model.h"

namespace clampet::desktop {

class FactorPlot;
class PolarPlot;

struct BenchSheet {
    const BenchModel& model;
    const FactorPlot& curve;
    const PolarPlot& polar;
    QString title, verdict;
};
/// Writes the bench: a page as pdf or svg, a picture as png, its tables as csv; by the path's ending.
/// Errors  A Problem for another ending or when the file cannot be written; an old file of that name then stands.
Status export_bench(const QString& path, const BenchSheet& sheet);

}  // namespace clampet::desktop
