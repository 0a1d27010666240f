#include "desktop/brief/held_fields.h"

#include <QLineEdit>

#include "desktop/shell/session.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/quantity_field.h"

namespace clampet::desktop {
namespace {

constexpr const char* refused_name = "refused";

void told_by(QuantityField* field, const Status& done) {
    if (!done) field->show_problem(done.problem());
}

}  // namespace

void edits_name(QLineEdit* field, Session& session,
                std::function<Status(const std::string& name, project::Gesture gesture)> edit) {
    const auto gesture = std::make_shared<project::Gesture>(next_gesture());
    QObject::connect(field, &QLineEdit::textEdited, field,
                     [field, &session, gesture, edit = std::move(edit)](const QString& text) {
                         const auto done = edit(text.toStdString(), *gesture);
                         field->setProperty(refused_name, !done);
                         if (!done)
                             emit session.problem(text_of(done.problem().sentence()));
                         else
                             emit session.settled();
                     });
    QObject::connect(field, &QLineEdit::editingFinished, field, [gesture] { *gesture = next_gesture(); });
}

void show_name(QLineEdit* field, const std::string& name) {
    const QString words = text_of(name);
    if (field->text() != words && !field->property(refused_name).toBool()) field->setText(words);
}

void HeldFields::show(const rig::Part& part) const {
    show_name(name, part.name);
    const auto put = [](QuantityField* field, double si, bool is_typed) {
        is_typed ? field->show_value(si) : field->show_computed(si);
    };
    put(mass, part.mass, part.kind.empty() || part.weighed);
    for (int axis = 0; axis < 3; ++axis)
        put(centre[axis], part.centre_of_gravity[axis], part.kind.empty() || part.balanced);
}

HeldFields held_fields(HeldThingPtr thing, int at, Session& session, QWidget* parent) {
    HeldFields fields{new QLineEdit(parent), new QuantityField(quantity::Dimension::mass, parent), {}};
    const QString called = thing->part() ? text_of(thing->part()->name) : QString();
    fields.name->setAccessibleName(QObject::tr("Name of part %1").arg(at));
    fields.mass->set_name(QObject::tr("Mass of %1").arg(called),
                          QObject::tr("Weigh it, for example 1.34 kg or 2 lb 15 oz"));
    edits_name(fields.name, session,
               [thing](const std::string& name, project::Gesture gesture) { return thing->set_name(name, gesture); });
    QObject::connect(fields.mass, &QuantityField::committed, fields.mass,
                     [thing, field = fields.mass](double v, quint64 g) { told_by(field, thing->set_mass(v, g)); });
    const char* axes[] = {"x", "y", "z"};
    for (int axis = 0; axis < 3; ++axis) {
        auto* field = fields.centre[axis] = new QuantityField(quantity::Dimension::length, parent);
        field->set_name(QObject::tr("Centre of gravity of %1, %2").arg(called, axes[axis]),
                        QObject::tr("From the part's mounting point"));
        QObject::connect(field, &QuantityField::committed, field, [thing, axis, field](double v, quint64 g) {
            if (!thing->part()) return;
            rig::Vector to = thing->part()->centre_of_gravity;
            to[axis] = v;
            told_by(field, thing->set_centre(to, g));
        });
    }
    return fields;
}

}  // namespace clampet::desktop
