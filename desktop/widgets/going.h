#pragma once
#include <QWidget>

namespace clampet::desktop {

/// For a destructor: what goes hears no more of what lies in it. A field that loses the keyboard as it goes tells so,
/// and would find its owner half gone.
inline void hear_no_more(QWidget& owner) {
    for (auto* child : owner.findChildren<QObject*>()) child->disconnect(&owner);
}

}  // namespace clampet::desktop
