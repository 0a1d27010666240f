#pragma once
#include <functional>

#include "desktop/brief/held_thing.h"

class QLineEdit;
class QWidget;

namespace clampet::desktop {

class QuantityField;
class Session;

/// A field that names something: one visit is one step; what is refused stays as typed, and the last good name in
/// force.
void edits_name(QLineEdit* field, Session& session,
                std::function<Status(const std::string& name, project::Gesture gesture)> edit);
/// What it is called now; what was refused stays as typed, until it is typed right.
void show_name(QLineEdit* field, const std::string& name);

/// Fields in which something is named, weighed and balanced.
struct HeldFields {
    QLineEdit* name = nullptr;
    QuantityField* mass = nullptr;
    QuantityField* centre[3] = {};
    /// What nobody measured has more digits than anybody could use: it is rounded.
    void show(const rig::Part& part) const;
};
/// `at`: how manieth it is, for those who hear the page.
HeldFields held_fields(HeldThingPtr thing, int at, Session& session, QWidget* parent);

}  // namespace clampet::desktop
