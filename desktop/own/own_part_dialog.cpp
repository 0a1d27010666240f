#include "desktop/own/own_part_dialog.h"

#include <algorithm>
#include <QComboBox>
#include <QCoreApplication>
#include <QDialogButtonBox>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPointer>
#include <QPushButton>
#include <QRadioButton>
#include <thread>

#include "catalogue/material.h"
#include "desktop/own/own_part_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "rig/joining.h"

namespace clampet::desktop {
namespace {

using quantity::Dimension;
using rig::Vector;

constexpr int held = 0, carries = 1;

QComboBox* combo(std::initializer_list<std::pair<QString, QString>> items, QWidget* parent) {
    auto* box = new QuietComboBox(parent);
    for (const auto& [key, label] : items) box->addItem(label, key);
    return box;
}

}  // namespace

OwnPartDialog::OwnPartDialog(project::Document& document, project::ShelfPlace place, const inventory::Printer* printer,
                             QWidget* parent)
    : QDialog(parent),
      document_(document),
      place_(std::move(place)),
      picture_(new OwnPartPicture(this)),
      name_(new QLineEdit(this)),
      unit_(
          combo({{"0", tr("millimetres")}, {"1", tr("centimetres")}, {"2", tr("metres")}, {"3", tr("inches")}}, this)),
      material_(new QuietComboBox(this)),
      made_(combo({{"print", tr("printed: walls and infill")}, {"whole", tr("solid all through")}}, this)),
      walls_(new QuantityField(Dimension::length, this)),
      infill_(new QuantityField(Dimension::number, this)),
      weight_(wrapped(this, 1.1, true)),
      says_(quiet_words({}, this)),
      put_(new QPushButton(tr("Put it there"), this)) {
    if (printer) {
        if (const auto material = catalogue::material_named(printer->material)) making_.material = material->name;
        making_.walls = printer->walls;
        making_.infill = printer->infill;
    }
    setWindowTitle(tr("A part of my own"));
    resize(880, 560);
    auto* row = new QHBoxLayout(this);
    picture_->setMinimumSize(320, 300);
    row->addWidget(picture_, 3);
    auto* right = new QVBoxLayout;
    row->addLayout(right, 2);
    auto* form = new QFormLayout;
    form->addRow(tr("It is called"), name_);
    form->addRow(tr("The file is in"), unit_);
    for (const auto& material : catalogue::materials()) material_->addItem(text_of(material.name));
    material_->setCurrentText(text_of(making_.material));
    material_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    material_->setMinimumContentsLength(16);
    form->addRow(tr("Made of"), material_);
    form->addRow(tr("It is"), made_);
    walls_->set_name(tr("Walls"), tr("Of a print, for example 1.2 mm"));
    infill_->set_name(tr("Infill"), tr("Share of what is within, 0 to 1"));
    walls_->show_value(making_.walls);
    infill_->show_value(making_.infill);
    form->addRow(tr("Walls"), walls_);
    form->addRow(tr("Infill"), infill_);
    right->addLayout(form);
    right->addWidget(weight_);
    right->addWidget(says_);
    right->addWidget(
        quiet_words(tr("Choose one of these, then press on the solid where it is; drag to turn it."), this));
    const QString names[] = {tr("It is held at"), tr("It carries at")};
    for (int i : {held, carries}) {
        auto* line = new QHBoxLayout;
        ports_[i].chosen = new QRadioButton(names[i], this);
        ports_[i].kind = combo({{"face", tr("a face")},
                                {"hole", tr("a face with a hole for a screw")},
                                {"socket 1/4-20 UNC", tr("a ¼ thread")},
                                {"socket 3/8-16 UNC", tr("a ⅜ thread")},
                                {"stud 1/4-20 UNC", tr("a ¼ stud")},
                                {"stud 3/8-16 UNC", tr("a ⅜ stud")}},
                               this);
        ports_[i].kind->setAccessibleName(names[i]);
        line->addWidget(ports_[i].chosen);
        line->addWidget(ports_[i].kind, 1);
        right->addLayout(line);
    }
    ports_[held].chosen->setChecked(true);
    right->addStretch(1);
    auto* buttons = new QDialogButtonBox(this);
    buttons->addButton(put_, QDialogButtonBox::AcceptRole);
    auto* give_up = buttons->addButton(tr("Leave it"), QDialogButtonBox::RejectRole);
    right->addWidget(buttons);
    connect(give_up, &QPushButton::clicked, this, &QDialog::reject);
    connect(put_, &QPushButton::clicked, this, &OwnPartDialog::put_there);
    connect(unit_, &QComboBox::activated, this, [this] { read(text_of(path_)); });
    connect(material_, &QComboBox::textActivated, this, [this](const QString& name) {
        making_.material = name.toStdString();
        refresh();
    });
    connect(made_, &QComboBox::activated, this, [this] {
        making_.is_printed = made_->currentData().toString() == "print";
        refresh();
    });
    connect(walls_, &QuantityField::committed, this, [this](double v) {
        making_.walls = v;
        refresh();
    });
    connect(infill_, &QuantityField::committed, this, [this](double v) {
        making_.infill = v;
        refresh();
    });
    connect(picture_, &OwnPartPicture::pressed, this, [this](const Vector& at, const Vector& outward) {
        auto& port = ports_[ports_[held].chosen->isChecked() ? held : carries];
        port.at = at;
        port.outward = outward;
        refresh();
    });
    put_->setEnabled(false);
}

void OwnPartDialog::read(const QString& path) {
    path_ = path.toStdString();
    if (name_->text().isEmpty()) name_->setText(QFileInfo(path).completeBaseName());
    reading_ = true;
    put_->setEnabled(false);
    says_->setText(tr("Being read…"));
    const auto unit = static_cast<solids::FileUnit>(unit_->currentIndex());
    // A library that reads cannot be stopped half way: what nobody waits for any more is left to end by itself.
    std::thread([here = QPointer<OwnPartDialog>(this), number = ++asked_, unit, file = path_] {
        auto solid = std::make_shared<Result<solids::Imported>>(solids::read_solid(file, unit));
        QMetaObject::invokeMethod(
            QCoreApplication::instance(),
            [here, number, solid] {
                if (here && here->asked_ == number) here->took(*solid);
            },
            Qt::QueuedConnection);
    }).detach();
}

void OwnPartDialog::took(const Result<solids::Imported>& solid) {
    reading_ = false;
    if (!solid) {
        solid_.reset();
        says_->setText(text_of(solid.problem().sentence()));
        weight_->clear();
        return;
    }
    solid_ = *solid;
    picture_->show_solid(solid_->hull);
    place_ports();
    refresh();
}

/// At first it is held by the middle of its lower side, and carries by that of its upper one.
void OwnPartDialog::place_ports() {
    const Vector middle = (solid_->least + solid_->most) / 2;
    ports_[held].at = {middle.x(), middle.y(), solid_->least.z()};
    ports_[held].outward = -Vector::UnitZ();
    ports_[carries].at = {middle.x(), middle.y(), solid_->most.z()};
    ports_[carries].outward = Vector::UnitZ();
}

void OwnPartDialog::refresh() {
    if (!solid_) return;
    walls_->setVisible(making_.is_printed);
    infill_->setVisible(making_.is_printed);
    const auto mass = solids::mass_of(*solid_, making_);
    QStringList notes;
    for (const auto& note : solid_->notes) notes << text_of(note);
    if (!mass) notes << text_of(mass.problem().sentence());
    const Vector size = solid_->most - solid_->least;
    weight_->setText(mass ? tr("It weighs %1").arg(shown(*mass, Dimension::mass)) : QString());
    notes.prepend(tr("%1 × %2 × %3")
                      .arg(shown(size.x(), Dimension::length), shown(size.y(), Dimension::length),
                           shown(size.z(), Dimension::length)));
    says_->setText(notes.join("\n"));
    put_->setEnabled(static_cast<bool>(mass));
    picture_->show_marks({{ports_[held].at, ports_[held].outward, tr("held")},
                          {ports_[carries].at, ports_[carries].outward, tr("carries")}});
}

rig::Port OwnPartDialog::port_of(int index) const {
    const auto& row = ports_[index];
    rig::Port port;
    port.id = index == held ? "held" : "carries";
    port.at = row.at;
    // A port's z goes from what carries to what is carried.
    port.z = index == held ? Vector(-row.outward) : row.outward;
    port.x =
        std::abs(port.z.x()) < 0.9 ? (Vector::UnitX() - port.z.x() * port.z).normalized() : port.z.unitOrthogonal();
    // Its friction is that of what it is made of, where the table knows it.
    if (const auto material = catalogue::material_named(making_.material)) port.surface = material->friction_class;
    const QString kind = ports_[index].kind->currentData().toString();
    const QString thread = kind.section(' ', 1);
    if (thread.isEmpty()) {
        port.kind = families::PortKind::face;
        // As wide as the solid is there, about; its sizes are corrected on its sheet.
        const Vector size = solid_->hull.size;
        const double across = std::min({size.x(), size.y(), size.z()});
        port.sizes = {{"length", across}, {"width", across}};
        if (kind == "hole") {
            port.sizes["hole"] = 0.0066;  // for a ¼ screw, close; its sheet corrects it
            port.sizes["thickness"] = std::min(0.010, across);
        }
        return port;
    }
    port.kind = families::PortKind::thread;
    const bool is_stud = kind.startsWith("stud");
    port.sizes = {{"designation", thread.toStdString()}, {"sex", is_stud ? "male" : "female"}, {"face", 0.02}};
    port.sizes[is_stud ? "length" : "depth"] = is_stud ? 0.008 : 0.012;
    return port;
}

void OwnPartDialog::put_there() {
    auto part =
        solids::own_part(*solid_, making_, name_->text().trimmed().toStdString(), {port_of(held), port_of(carries)});
    if (!part) return says_->setText(text_of(part.problem().sentence()));
    const auto* below = document_.rig().part(place_.on_part);
    if (!below) return says_->setText(tr("Choose first what it is to stand on."));
    const auto ways = rig::ways_to_join(document_.rig(), *below, std::span(part->ports).first(1));
    if (ways.empty())
        return says_->setText(tr("Nothing free on %1 takes it as it is held. Choose another way under “It is held at”.")
                                  .arg(text_of(below->name)));
    project::Paste paste{place_.on_part, ways.front().support, {}};
    paste.branch.held.name = std::string(ways.front().family->name());
    paste.branch.held.support = {place_.on_part, ways.front().support};
    paste.branch.held.payload = {part->id, ways.front().payload};
    paste.branch.held.elements = rig::elements_of(ways.front());
    paste.branch.parts = {std::move(*part)};
    if (const auto done = document_.perform(paste); !done) return says_->setText(text_of(done.problem().sentence()));
    placed_ = document_.rig().parts.back().id;
    accept();
}

QString OwnPartDialog::says() const {
    return says_->text();
}
QString OwnPartDialog::weight() const {
    return weight_->text();
}

}  // namespace clampet::desktop
