#include "desktop/rig/part_sheet.h"

#include <algorithm>
#include <QLabel>
#include <QPainter>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/rig/catch_panel.h"
#include "desktop/rig/kind_rows.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "families/shared/parameter_rows.h"
#include "parts/part_kind.h"
#include "parts/rows.h"
#include "rig/joining.h"
#include "rig/mechanism.h"

namespace clampet::desktop {
namespace {

using families::quantity_row;
using quantity::Dimension;

constexpr const char* centre_keys[] = {"ahead", "left", "up"};
constexpr const char* inertia_keys[] = {"inertia_x", "inertia_y", "inertia_z"};

/// What every part has.
const std::vector<families::Parameter>& weight_rows() {
    static const std::vector<families::Parameter> rows{
        quantity_row("mass", "It weighs", Dimension::mass, 0.1, {0, 1e4}, "Put it on a scale.", "input"),
        quantity_row("ahead", "It balances ahead, x", Dimension::length, 0, {-100, 100},
                     "From its own mounting point: lay it over a pencil and measure.", "input"),
        quantity_row("left", "to the left, y", Dimension::length, 0, {-100, 100}, "From its own mounting point.",
                     "input"),
        quantity_row("up", "up, z", Dimension::length, 0, {-100, 100}, "From its own mounting point.", "input")};
    return rows;
}
/// What only a swing, a bump or the wind asks for.
const std::vector<families::Parameter>& body_rows() {
    static const std::vector<families::Parameter> rows{
        quantity_row("wind_area", "The wind meets", Dimension::area, 0.01, {0, 1000}, "Its largest face.", "input"),
        quantity_row("inertia_x", "Inertia about x", Dimension::inertia, 0, {0, 1e6}, "About its centre of gravity.",
                     "input"),
        quantity_row("inertia_y", "about y", Dimension::inertia, 0, {0, 1e6}, "About its centre of gravity.", "input"),
        quantity_row("inertia_z", "about z", Dimension::inertia, 0, {0, 1e6}, "About its centre of gravity.", "input")};
    return rows;
}

QString origin_words(rig::Origin origin) {
    switch (origin) {
        case rig::Origin::have:
            return QObject::tr("you have it");
        case rig::Origin::buy:
            return QObject::tr("to buy");
        case rig::Origin::make:
            return QObject::tr("to make");
        case rig::Origin::site:
            return QObject::tr("is there");
    }
    return {};
}

/// Whether rows must be made anew: another part, another kind, other ports.
std::string shape_of(const rig::Part& part) {
    std::string shape = part.id + "/" + part.kind;
    for (std::size_t i = part.ports_of_kind; i < part.ports.size(); ++i)
        shape += "/" + part.ports[i].id + ":" + std::string(families::name_of(part.ports[i].kind));
    return shape;
}

rig::Port* port_of(rig::Part& part, const std::string& id) {
    for (auto& port : part.ports)
        if (port.id == id) return &port;
    return nullptr;
}

}  // namespace

PartSheet::PartSheet(project::Document& document, QWidget* parent) : QWidget(parent), document_(document) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    subscription_ = document_.observe([this](const project::Change&) { refresh(); });
}

bool PartSheet::weighs_by_size(const rig::Part& part) {
    const auto* kind = parts::kind_named(part.kind);
    if (!kind) return false;
    const auto rows = kind->parameters();
    return std::any_of(rows.begin(), rows.end(), [](const auto& p) { return p.key == "mass"; });
}

void PartSheet::select(const std::string& part) {
    part_ = part;
    refresh();
}

InputRow* PartSheet::add_row(const std::string& key, const families::Parameter& parameter, QVBoxLayout* to) {
    auto* row = new InputRow(parameter, inside_);
    connect(row, &InputRow::committed, this,
            [this, key](const rig::Input& input, quint64 gesture) { edit(key, input, gesture); });
    connect(row, &InputRow::given_up, this, [this, key] { give_up(key); });
    to->addWidget(row);
    rows_[key] = row;
    return row;
}

void PartSheet::rebuild() {
    const rig::Part& part = *document_.rig().part(part_);
    qDeleteAll(findChildren<QScrollArea*>(QString(), Qt::FindDirectChildrenOnly));
    rows_.clear();
    own_.clear();
    shape_ = shape_of(part);
    inside_ = new QWidget;
    auto* scroll = scrolled(inside_, this);
    auto* column = new QVBoxLayout(inside_);
    column->setContentsMargins(18, 12, 14, 14);
    column->setSpacing(8);
    title_ = wrapped(inside_, 1.2, true);
    subtitle_ = wrapped(inside_, 0.92);
    set_text_colour(subtitle_, theme().quiet);
    column->addWidget(title_);
    column->addWidget(subtitle_);
    const auto* kind = parts::kind_named(part.kind);
    if (kind) {
        column->addWidget(heading(tr("Sizes"), inside_));
        for (const auto& p : kind->parameters()) add_row(p.key, p, column);
    }
    column->addWidget(heading(tr("Weight"), inside_));
    for (const auto& p : weight_rows())
        if (p.key != "mass" || !weighs_by_size(part)) add_row(p.key, p, column);
    catch_ = nullptr;
    if (part.role != rig::Role::support) {
        column->addWidget(heading(tr("Second catch"), inside_));
        catch_ = new CatchPanel(document_, part_, inside_);
        column->addWidget(catch_);
    }
    column->addWidget(heading(tr("When it is swung or it blows"), inside_));
    for (const auto& p : body_rows()) add_row(p.key, p, column);
    column->addWidget(heading(tr("Where others join it"), inside_));
    ports_ = wrapped(inside_, 0.92);
    ports_->setTextFormat(Qt::RichText);
    column->addWidget(ports_);
    for (std::size_t i = part.ports_of_kind; i < part.ports.size(); ++i) add_port_rows(part.ports[i]);
    column->addStretch(1);
    layout()->addWidget(scroll);
    scroll->show();
}

void PartSheet::add_port_rows(const rig::Port& port) {
    auto* column = static_cast<QVBoxLayout*>(inside_->layout());
    auto* name = wrapped(inside_, 0.92, true);
    name->setText(text_of(port.id));
    column->addWidget(name);
    std::vector<families::Choice> kinds;
    for (const auto kind : families::port_kinds())
        kinds.push_back({std::string(families::name_of(kind)), kind == families::PortKind::unknown
                                                                   ? tr("not said").toStdString()
                                                                   : std::string(families::name_of(kind))});
    own_.push_back(families::choice_row("kind", "It is a", kinds, "", "Families join certain kinds."));
    add_row(port.id + "/kind", own_.back(), column);
    for (const auto& size : families::sizes_of(port.kind)) {
        const std::string label = words_of(size.key).toStdString();
        own_.push_back(size.is_text
                           ? families::text_row(size.key, label, "", size.meaning,
                                                size.key == "designation" ? "catalogue" : "input")
                           : quantity_row(size.key, label, size.dimension, 0, {0, 100, false}, size.meaning, "input"));
        add_row(port.id + "/" + size.key, own_.back(), column);
    }
    auto surface = parts::surface_row("surface", "Surface", "", "Two surfaces choose the friction of a seam.");
    surface.choices.insert(surface.choices.begin(), {"", tr("not said").toStdString()});
    own_.push_back(surface);
    add_row(port.id + "/surface", own_.back(), column);
}

void PartSheet::refresh() {
    const auto* part = document_.rig().part(part_);
    if (!part || !isVisibleTo(parentWidget())) return;
    if (shape_ != shape_of(*part)) rebuild();
    const auto* kind = parts::kind_named(part->kind);
    title_->setText(text_of(part->name));
    subtitle_->setText(
        QString("%1 · %2").arg(kind ? text_of(kind->name()) : tr("a part of its own"), origin_words(part->origin)));
    refresh_weight(*part);
    show_sizes(*part, [this](const std::string& key) { return rows_.at(key); });
    refresh_ports(*part);
    if (catch_) catch_->refresh();
}

void PartSheet::refresh_weight(const rig::Part& part) {
    const bool of_kind = !part.kind.empty();
    const auto known = of_kind ? rig::made([&] {
        rig::Part plain = part;
        plain.weighed.reset();
        plain.balanced.reset();
        return plain;
    }())
                               : Result<rig::Part>(part);
    const auto say = [&](InputRow* row, bool typed, const QString& instead) {
        if (!of_kind)
            row->show_origin({});
        else if (typed)
            row->offer(tr("measured; take %1 from its sizes").arg(instead));
        else
            row->show_origin(tr("from its sizes; measure yours"));
    };
    auto* mass = rows_.at("mass");
    // What its sizes say has more digits than anybody could use; what was measured stands as it was typed.
    const auto show = [&](InputRow* row, double si, bool typed) {
        if (of_kind && !typed)
            row->field()->show_computed(si);
        else
            row->show_input(std::nullopt, si);
    };
    if (!weighs_by_size(part)) {
        show(mass, part.mass, part.weighed.has_value());
        say(mass, part.weighed.has_value(), shown(known->mass, Dimension::mass));
    }
    for (int axis = 0; axis < 3; ++axis) {
        auto* row = rows_.at(centre_keys[axis]);
        show(row, part.centre_of_gravity[axis], part.balanced.has_value());
        row->show_origin({});
        if (axis == 2) say(row, part.balanced.has_value(), shown(known->centre_of_gravity.z(), Dimension::length));
    }
    const rig::Body body = rig::body_of(part);
    const auto from_shape = [&](InputRow* row, bool typed) {
        typed ? row->offer(tr("typed; take it from its shape")) : row->show_origin(tr("from its shape"));
    };
    show(rows_.at("wind_area"), body.wind_area, part.wind_area.has_value());
    from_shape(rows_.at("wind_area"), part.wind_area.has_value());
    for (int axis = 0; axis < 3; ++axis) {
        show(rows_.at(inertia_keys[axis]), body.inertia[axis], part.inertia.has_value());
        rows_.at(inertia_keys[axis])->show_origin({});
    }
    from_shape(rows_.at("inertia_z"), part.inertia.has_value());
}

void PartSheet::refresh_ports(const rig::Part& part) {
    QString text;
    for (const auto& port : part.ports) {
        text += QString("<p style='margin:0 0 4px 0'><span style='font-weight:600'>%1</span> · %2")
                    .arg(text_of(port.id).toHtmlEscaped(), text_of(parts::words_of(port)).toHtmlEscaped());
        for (const auto& f : document_.rig().interfaces)
            if ((f.support.part == part.id && f.support.port == port.id) ||
                (f.payload.part == part.id && f.payload.port == port.id))
                text += tr(" → %1").arg(text_of(f.name).toHtmlEscaped());
        if (!rig::is_taken(document_.rig(), part.id, port.id)) text += tr(" · free");
        text += "</p>";
    }
    ports_->setText(text);
    for (std::size_t i = part.ports_of_kind; i < part.ports.size(); ++i) {
        const auto& port = part.ports[i];
        rows_.at(port.id + "/kind")->show_input(std::nullopt, std::string(families::name_of(port.kind)));
        rows_.at(port.id + "/surface")->show_input(std::nullopt, port.surface);
        for (const auto& size : families::sizes_of(port.kind)) {
            const auto at = port.sizes.find(size.key);
            auto* row = rows_.at(port.id + "/" + size.key);
            if (at != port.sizes.end())
                row->show_input(std::nullopt, at->second);
            else
                row->show_nothing();
        }
    }
}

void PartSheet::perform(const std::string& key, const project::Edit& edit, project::Gesture gesture) {
    const auto done = document_.perform(edit, gesture);
    if (!done)
        if (auto* at = row(key)) at->show_problem(done.problem());
}

void PartSheet::edit(const std::string& key, const rig::Input& input, project::Gesture gesture) {
    rig::Part part = *document_.rig().part(part_);
    const auto* number = std::get_if<double>(&input);
    const families::Value value = size_from(input);
    if (key == "mass" && weighs_by_size(part)) {  // what it weighs is one of its sizes: it is said once
        if (part.weighed) perform(key, project::ClearMass{part_}, gesture);
        return perform(key, project::SetPartValue{part_, key, value}, gesture);
    }
    if (key == "mass") return perform(key, project::SetMass{part_, *number}, gesture);
    for (int axis = 0; axis < 3; ++axis) {
        if (key == centre_keys[axis]) {
            part.centre_of_gravity[axis] = *number;
            return perform(key, project::SetCentreOfGravity{part_, part.centre_of_gravity}, gesture);
        }
        if (key == inertia_keys[axis]) {
            rig::Vector about = rig::body_of(part).inertia;
            about[axis] = *number;
            return perform(key, project::SetBody{part_, about, part.wind_area}, gesture);
        }
    }
    if (key == "wind_area") return perform(key, project::SetBody{part_, part.inertia, *number}, gesture);
    const auto slash = key.rfind('/');
    if (slash == key.npos) return perform(key, project::SetPartValue{part_, key, value}, gesture);
    const std::string id = key.substr(0, slash), size = key.substr(slash + 1);
    rig::Port* port = port_of(part, id);
    if (!port) return;
    if (size == "surface") {
        port->surface = std::get<std::string>(value);
    } else if (size == "kind") {
        port->kind = families::port_kind_named(std::get<std::string>(value)).value_or(families::PortKind::unknown);
        port->sizes.clear();  // another kind has other sizes
    } else if (value == families::Value(std::string())) {
        port->sizes.erase(size);
    } else {
        port->sizes[size] = value;
    }
    perform(key, project::SetPort{part_, id, port->kind, port->sizes, port->surface}, gesture);
}

void PartSheet::give_up(const std::string& key) {
    const auto& part = *document_.rig().part(part_);
    if (key == "mass") return perform(key, project::ClearMass{part_}, project::single);
    if (key == "up") return perform(key, project::ClearCentreOfGravity{part_}, project::single);
    if (key == "wind_area") return perform(key, project::SetBody{part_, part.inertia, std::nullopt}, project::single);
    if (key == "inertia_z") perform(key, project::SetBody{part_, std::nullopt, part.wind_area}, project::single);
}

InputRow* PartSheet::row(const std::string& key) const {
    const auto at = rows_.find(key);
    return at == rows_.end() ? nullptr : at->second;
}
QString PartSheet::ports_text() const {
    return ports_ ? ports_->text() : QString();
}
QString PartSheet::title_text() const {
    return title_ ? title_->text() : QString();
}

void PartSheet::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), theme().panel);
    p.fillRect(QRect(0, 0, 1, height()), theme().line);
}

}  // namespace clampet::desktop
