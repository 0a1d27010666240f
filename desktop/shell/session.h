#pragma once
#include <QObject>

#include "desktop/bench/bench_model.h"
#include "project/document.h"
#include "project/stockroom.h"

namespace clampet::desktop {

/// What all stages work on, and how one asks for another. It outlives them: they are made anew in other colours.
class Session : public QObject {
    Q_OBJECT
 public:
    using QObject::QObject;
    project::Document document;
    BenchModel bench;
    project::Stockroom stockroom;

 signals:
    void problem(const QString& text);  ///< to be told below the bar
    void notice(const QString& text);
    void settled();  ///< an edit was taken: an earlier problem is over
    void seam_bench_wanted(const QString& interface, const QString& element);
    void starting_point_wanted(const QString& key);
    void seam_wanted(const QString& interface);  ///< in the rig
    void shelf_wanted(const QString& part);      ///< what goes on that part, in the rig
};

}  // namespace clampet::desktop
