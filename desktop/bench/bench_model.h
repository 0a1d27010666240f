#pragma once
#include <QObject>

#include "project/desks/bench_desk.h"

namespace clampet::desktop {

/// The bench in work, for what shows it.
class BenchModel : public QObject, public project::BenchDesk {
    Q_OBJECT
 public:
    explicit BenchModel(QObject* parent = nullptr) : QObject(parent) {
        when_changed([this] { emit changed(); });
    }

 signals:
    void changed();
};

}  // namespace clampet::desktop
