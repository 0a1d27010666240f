#include "desktop/bench/bench_export.h"

#include <algorithm>
#include <cmath>
#include <QBuffer>
#include <QFileInfo>
#include <QPainter>
#include <QPdfWriter>
#include <QRegularExpression>
#include <QSaveFile>
#include <QSvgGenerator>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/factor_plot.h"
#include "desktop/widgets/polar_plot.h"
#include "quantity/format.h"

namespace clampet::desktop {
namespace {

constexpr double page_width = 1000, page_height = 1414;  // A4 upright, in the units that everything is drawn in

/// A column of lines, each with something at the right; returns where it ended.
class Column {
 public:
    Column(QPainter& painter, QRectF place, const Look& look)
        : p_(painter), place_(place), y_(place.top()), look_(look) {}
    void title(const QString& text) {
        line(text, {}, look_.font(1.05, true), look_.theme.text);
        y_ += 3;
    }
    void row(const QString& left, const QString& right) { line(left, right, look_.font(0.9), look_.theme.text); }
    void small(const QString& text) { line(text, {}, look_.font(0.8), look_.theme.quiet); }
    double y() const { return y_; }

 private:
    void line(const QString& left, const QString& right, const QFont& font, const QColor& colour) {
        const QFontMetricsF metrics(font);
        if (y_ + metrics.height() > place_.bottom()) return;
        p_.setFont(font);
        p_.setPen(colour);
        const double room = place_.width() - metrics.horizontalAdvance(right) - 8;
        p_.drawText(QPointF(place_.left(), y_ + metrics.ascent()), metrics.elidedText(left, Qt::ElideRight, room));
        p_.drawText(QPointF(place_.right() - metrics.horizontalAdvance(right), y_ + metrics.ascent()), right);
        y_ += metrics.height() * 1.15;
    }
    QPainter& p_;
    QRectF place_;
    double y_;
    const Look& look_;
};

void paint_page(QPainter& p, const BenchSheet& sheet) {
    const auto& model = sheet.model;
    const auto& result = model.result();
    const Look look = paper_look();
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(QRectF(0, 0, page_width, page_height), Qt::white);
    Column head(p, {50, 40, page_width - 100, 60}, look);
    head.title(sheet.title + " · " + sheet.verdict);
    const auto w = model.bench().load().whole();
    head.small(QString("force %1, %2, %3; moment %4, %5, %6")
                   .arg(shown(w.fx, quantity::Dimension::force), shown(w.fy, quantity::Dimension::force),
                        shown(w.fz, quantity::Dimension::force), shown(w.mx, quantity::Dimension::torque),
                        shown(w.my, quantity::Dimension::torque), shown(w.mz, quantity::Dimension::torque)));
    const auto drawing = result.joint->section(model.bench().load());
    paint_drawing(p, drawing, fit_drawing(drawing, {100, 120, 380, 320}), look);
    sheet.polar.paint(p, {540, 110, 410, 350}, look);
    sheet.curve.paint(p, {50, 490, page_width - 100, 240}, look);
    Column modes(p, {50, 760, 420, 250}, look);
    modes.title("How it could let go");
    for (const auto& m : result.report.modes)
        modes.row(QString::fromStdString(m.words().does()), QString::fromStdString(quantity::format_factor(m.factor)));
    Column inputs(p, {520, 760, 430, 620}, look);
    inputs.title("What it is");
    for (const auto& parameter : model.family().parameters()) {
        if (!parameter.is_relevant(result.values)) continue;
        const auto& value = result.values.at(parameter.key);
        QString text = std::holds_alternative<double>(value) ? shown(std::get<double>(value), parameter.dimension)
                                                             : QString::fromStdString(std::get<std::string>(value));
        for (const auto& choice : parameter.choices)
            if (text.toStdString() == choice.key) text = QString::fromStdString(choice.label);
        inputs.row(QString::fromStdString(parameter.label), text);
    }
    Column working(p, {50, std::max(1000.0, modes.y() + 20), 430, 380}, look);
    working.title("Working");
    for (const auto& line : result.report.working)
        working.row(words_of(line.quantity) + " = " + QString::fromStdString(line.formula),
                    shown(line.value, line.dimension));
}

QByteArray as_picture(const BenchSheet& sheet) {
    QImage image(qRound(page_width * 2), qRound(page_height * 2), QImage::Format_RGB32);
    QPainter p(&image);
    p.scale(2, 2);
    paint_page(p, sheet);
    p.end();
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes;
}

QByteArray as_pdf(const BenchSheet& sheet) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter writer(&buffer);
    writer.setTitle(sheet.title);
    writer.setPageSize(QPageSize(QPageSize::A4));
    writer.setPageMargins({});
    QPainter p(&writer);
    p.setWindow(0, 0, qRound(page_width), qRound(page_height));
    paint_page(p, sheet);
    p.end();
    return bytes;
}

QByteArray as_svg(const BenchSheet& sheet) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QSvgGenerator generator;
    generator.setOutputDevice(&buffer);
    generator.setTitle(sheet.title);
    generator.setSize({qRound(page_width), qRound(page_height)});
    generator.setViewBox(QRectF(0, 0, page_width, page_height));
    QPainter p(&generator);
    paint_page(p, sheet);
    p.end();
    return bytes;
}

QString cell(QString text) {
    if (!text.contains(QRegularExpression("[,\"\n]"))) return text;
    return "\"" + text.replace("\"", "\"\"") + "\"";
}
QString number(double value) {
    return std::isfinite(value) ? QString::number(value, 'g', 12) : QString();
}

/// SI numbers under named columns: what a person wants in a table of their own.
QByteArray as_csv(const BenchSheet& sheet) {
    const auto& model = sheet.model;
    const auto& result = model.result();
    QString text = "table,name,value,unit,note\n";
    const auto row = [&](const QString& table, const QString& name, const QString& value, const QString& unit,
                         const QString& note) {
        text += QStringList{table, cell(name), cell(value), unit, cell(note)}.join(',') + "\n";
    };
    const auto unit = [](quantity::Dimension d) {
        const auto symbol = quantity::si_symbol(d);
        return QString::fromUtf8(symbol.data(), static_cast<qsizetype>(symbol.size()));
    };
    for (const auto& p : model.family().parameters()) {
        const auto& value = result.values.at(p.key);
        if (!p.is_relevant(result.values)) continue;
        const bool quantity = std::holds_alternative<double>(value);
        row("input", QString::fromStdString(p.key),
            quantity ? number(std::get<double>(value)) : QString::fromStdString(std::get<std::string>(value)),
            quantity ? unit(p.dimension) : QString(), QString::fromStdString(p.source));
    }
    for (const auto& m : result.report.modes)
        row(m.mode_class == families::ModeClass::ultimate ? "mode" : "service mode", QString::fromStdString(m.mode),
            number(m.factor), {}, QString::fromStdString(m.words().does()));
    for (const auto& r : result.report.results)
        row("result", QString::fromStdString(r.name), number(r.value), unit(r.dimension), {});
    for (const auto& line : result.report.working)
        row("working", QString::fromStdString(line.quantity), number(line.value), unit(line.dimension),
            QString::fromStdString(line.formula + " [" + line.source + "]"));
    for (const auto& point : sheet.curve.shown().points)
        row("factor against " + cell(sheet.curve.shown().input), number(point.value), number(point.factor), {},
            QString::fromStdString(point.mode));
    for (const auto& d : sheet.polar.shown().own)
        row("capacity by direction", number(d.angle), number(d.force), "N", QString::fromStdString(d.mode));
    return text.toUtf8();
}

}  // namespace

Status export_bench(const QString& path, const BenchSheet& sheet) {
    const QString ending = QFileInfo(path).suffix().toLower();
    QByteArray bytes;
    if (ending == "pdf")
        bytes = as_pdf(sheet);
    else if (ending == "svg")
        bytes = as_svg(sheet);
    else if (ending == "png")
        bytes = as_picture(sheet);
    else if (ending == "csv")
        bytes = as_csv(sheet);
    else
        return Problem{"export.unknown_ending", path.toStdString(), "Clampet cannot write a file with that ending.",
                       "End the name with .pdf, .svg, .png or .csv."};
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(bytes) != bytes.size() || !file.commit())
        return Problem{"export.not_written", path.toStdString(),
                       "The file could not be written: " + file.errorString().toStdString() + ".",
                       "Choose another folder, or make room on the disk."};
    return Done{};
}

}  // namespace clampet::desktop
