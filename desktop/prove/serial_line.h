#pragma once
#include <functional>
#include <memory>
#include <QByteArray>
#include <QStringList>

#include "quantity/module.h"

namespace clampet::desktop {

/// A serial line, read and written as bytes.
class SerialLine : public Uncopied {
 public:
    /// False where it cannot: why() says it.
    virtual bool open(const QString& name, int speed) = 0;
    virtual QString why() const = 0;
    virtual void close() = 0;
    virtual bool is_open() const = 0;
    virtual void write(const QByteArray& bytes) = 0;
    virtual QByteArray read() = 0;

    std::function<void()> came;    ///< bytes are there to read
    std::function<void()> broken;  ///< unplugged while it was open: why() says how
};

/// What the library of serial ports does for a scale.
class SerialLibrary : public Uncopied {
 public:
    virtual std::unique_ptr<SerialLine> line() const = 0;
    /// The lines that there are, by the names that open() takes.
    virtual QStringList names() const = 0;
};

/// Meaning  The library, which is a module of its own: a start need not load it.
/// Errors   A Problem: the module is not beside the program, nor where it was built, or its libraries are missing.
Result<const SerialLibrary*> serial_library();

}  // namespace clampet::desktop
