#pragma once
#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

#include "desktop/prove/serial_line.h"
#include "prove/scale.h"

namespace clampet::desktop {

/// A scale on a serial line: reads what it shows, and goes on being there when it is unplugged, with all that came.
class ScaleLink : public QObject {
    Q_OBJECT
 public:
    explicit ScaleLink(QObject* parent = nullptr);
    /// Errors  A Problem: there is no such line, it is in use, or one may not open it; or what reads
    ///         serial lines is missing.
    Status open(const QString& port, int speed, double unit);
    void close();
    bool is_open() const;
    void tare();
    void start_over();
    const prove::ScaleReader& reader() const { return reader_; }
    /// Lines that there are, by the names that open() takes; first that which CLAMPET_SCALE names.
    static QStringList ports();

 signals:
    void shown();                     ///< readings are new
    void told(const QString& words);  ///< its own words, over its range, silence
    void broken(const QString& why);  ///< unplugged

 private:
    void take();
    void tell_break();
    void look_for_silence();
    double now() const { return static_cast<double>(clock_.nsecsElapsed()) * 1e-9; }

    std::unique_ptr<SerialLine> line_;  ///< none before the first is opened
    prove::ScaleReader reader_;
    QElapsedTimer clock_;
    QTimer watch_;
    bool is_silent_ = false;
    std::size_t garbage_told_ = 0;
};

}  // namespace clampet::desktop
