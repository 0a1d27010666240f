#include "desktop/prove/scale_link.h"

#include "desktop/theme/words.h"

namespace clampet::desktop {
namespace {

constexpr int watch_every = 500;         // [ms]
constexpr double silent_after = 3;       // [s]
constexpr std::size_t much_garbage = 5;  // lines

}  // namespace

ScaleLink::ScaleLink(QObject* parent) : QObject(parent) {
    clock_.start();
    watch_.setInterval(watch_every);
    connect(&watch_, &QTimer::timeout, this, &ScaleLink::look_for_silence);
}

void ScaleLink::tell_break() {
    // Not from within its own signal.
    QTimer::singleShot(0, this, [this, why = line_->why()] {
        if (!is_open()) return;
        take();
        close();
        emit broken(tr("The line to the scale broke (%1). What it showed is kept.").arg(why));
    });
}

QStringList ScaleLink::ports() {
    QStringList names;
    // A simulated one that stands in where there is none.
    if (const QString simulated = qEnvironmentVariable("CLAMPET_SCALE"); !simulated.isEmpty()) names << simulated;
    if (const auto library = serial_library()) names << (*library)->names();
    return names;
}

Status ScaleLink::open(const QString& name, int speed, double unit) {
    close();
    if (!line_) {
        const auto library = serial_library();
        if (!library) return library.problem();
        line_ = (*library)->line();
        line_->came = [this] { take(); };
        line_->broken = [this] { tell_break(); };
    }
    if (!line_->open(name, speed))
        return Problem{
            "scale.not_open", "port", tr("The line “%1” cannot be opened: %2.").arg(name, line_->why()).toStdString(),
            "Check the plug and its name; your account may have to be in the group that may use serial lines."};
    reader_ = prove::ScaleReader(unit);
    garbage_told_ = 0;
    is_silent_ = false;
    clock_.restart();
    watch_.start();
    line_->write("?\n");
    return Done{};
}

void ScaleLink::close() {
    watch_.stop();
    if (is_open()) line_->close();
}

bool ScaleLink::is_open() const {
    return line_ && line_->is_open();
}

void ScaleLink::tare() {
    // Here alone: a scale that did it too would take it off twice.
    reader_.tare();
    emit shown();
}

void ScaleLink::start_over() {
    reader_.start_over();
    emit shown();
}

void ScaleLink::take() {
    const QByteArray bytes = line_->read();
    if (bytes.isEmpty()) return;
    bool has_reading = false;
    for (const auto& line : reader_.take({bytes.constData(), static_cast<std::size_t>(bytes.size())}, now()))
        switch (line.kind) {
            case prove::ScaleLine::Kind::reading:
                has_reading = true;
                break;
            case prove::ScaleLine::Kind::overflow:
                emit told(tr("More than the scale can show."));
                break;
            case prove::ScaleLine::Kind::words:
                emit told(text_of(line.text));
                break;
            case prove::ScaleLine::Kind::garbage:
                break;
        }
    if (reader_.garbage() >= garbage_told_ + much_garbage) {
        garbage_told_ = reader_.garbage();
        emit told(tr("What comes is no reading (%1 lines): check the speed and the unit.").arg(garbage_told_));
    }
    if (has_reading) {
        is_silent_ = false;
        emit shown();
    }
}

void ScaleLink::look_for_silence() {
    const double quiet = reader_.trace().time.empty() ? now() : reader_.silent_for(now());
    if (quiet < silent_after || is_silent_) return;
    is_silent_ = true;
    emit told(tr("Nothing comes from the scale: is it switched on, and is this its line?"));
}

}  // namespace clampet::desktop
