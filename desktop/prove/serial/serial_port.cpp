#include <QSerialPort>
#include <QSerialPortInfo>

#include "desktop/prove/serial_line.h"

namespace clampet::desktop {
namespace {

class Line final : public SerialLine {
 public:
    Line() {
        QObject::connect(&port_, &QSerialPort::readyRead, &port_, [this] {
            if (came) came();
        });
        QObject::connect(&port_, &QSerialPort::errorOccurred, &port_, [this](QSerialPort::SerialPortError error) {
            if (error != QSerialPort::NoError && error != QSerialPort::TimeoutError && port_.isOpen() && broken)
                broken();
        });
    }
    ~Line() override { port_.disconnect(); }
    bool open(const QString& name, int speed) override {
        port_.setPortName(name);
        port_.setBaudRate(speed);
        return port_.open(QIODevice::ReadWrite);
    }
    QString why() const override { return port_.errorString(); }
    void close() override { port_.close(); }
    bool is_open() const override { return port_.isOpen(); }
    void write(const QByteArray& bytes) override { port_.write(bytes); }
    QByteArray read() override { return port_.readAll(); }

 private:
    QSerialPort port_;
};

class SerialPorts final : public SerialLibrary {
 public:
    std::unique_ptr<SerialLine> line() const override { return std::make_unique<Line>(); }
    QStringList names() const override {
        QStringList all;
        for (const auto& port : QSerialPortInfo::availablePorts()) all << port.systemLocation();
        return all;
    }
};

}  // namespace
}  // namespace clampet::desktop

extern "C" __attribute__((visibility("default"))) const clampet::desktop::SerialLibrary* clampet_serial_library() {
    static const clampet::desktop::SerialPorts ports;
    return &ports;
}
