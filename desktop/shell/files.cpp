#include "desktop/shell/files.h"

#include <QFile>
#include <QFileDialog>
#include <QMessageBox>
#include <QSettings>

#include "project/carried.h"
#include "project/starting_points.h"
#include "project/workshop_file.h"

namespace clampet::desktop {
namespace {

constexpr int autosave_delay_ms = 1000;  // after the last change
constexpr int longest_unkept_ms = 5000;  // also while a person types without a pause
constexpr int most_recent = 8;
const char* const file_filter = "Clampet rigs (*.clampet.json);;All files (*)";

}  // namespace

std::filesystem::path path_of(const QString& text) {
    return std::filesystem::path(QFile::encodeName(text).toStdString());
}

Files::Files(Session& session, const QString& recovery_folder, QWidget* window)
    : QObject(window), session_(session), recovery_(path_of(recovery_folder)) {
    session_.document.use_workshop([this]() -> const inventory::Workshop& { return session_.stockroom.workshop(); });
    ask_to_keep = [this, window] {
        QMessageBox box(QMessageBox::Question, tr("Unsaved changes"),
                        tr("Save the changes to “%1”?").arg(QString::fromStdString(session_.document.rig().name)),
                        QMessageBox::Save | QMessageBox::Discard | QMessageBox::Cancel, window);
        const int answer = box.exec();
        return answer == QMessageBox::Save ? Keep::save : answer == QMessageBox::Discard ? Keep::discard : Keep::cancel;
    };
    ask_about_changed = [window] {
        QMessageBox box(QMessageBox::Warning, tr("Changed elsewhere"),
                        tr("Another window or program has changed the file since it was opened here."),
                        QMessageBox::NoButton, window);
        auto* copy = box.addButton(tr("Save a copy…"), QMessageBox::AcceptRole);
        auto* over = box.addButton(tr("Write over it"), QMessageBox::DestructiveRole);
        box.addButton(QMessageBox::Cancel);
        box.exec();
        return box.clickedButton() == copy   ? Changed::copy
               : box.clickedButton() == over ? Changed::overwrite
                                             : Changed::cancel;
    };
    ask_where_to_save = [this, window] {
        return QFileDialog::getSaveFileName(window, tr("Save the rig"),
                                            QString::fromStdString(session_.document.rig().name) + ".clampet.json",
                                            file_filter);
    };
    ask_what_to_open = [window] { return QFileDialog::getOpenFileName(window, tr("Open a rig"), {}, file_filter); };
    autosave_.setSingleShot(true);
    connect(&autosave_, &QTimer::timeout, this, &Files::keep_copy);
    subscription_ = session_.document.observe([this](const project::Change&) {
        if (!autosave_.isActive()) unkept_.start();
        autosave_.start(std::clamp(longest_unkept_ms - static_cast<int>(unkept_.elapsed()), 0, autosave_delay_ms));
    });
}

/// What went wrong is told; what was told before is over when it went well.
void Files::tell(const Status& done) {
    if (done)
        emit session_.settled();
    else
        emit session_.problem(QString::fromStdString(done.problem().sentence()));
}

QStringList Files::recent() const {
    return QSettings().value("recent").toStringList();
}

void Files::remember(const std::filesystem::path& file) {
    const QString path = QFile::decodeName(file.c_str());
    if (path_of(path) != file) return;  // a name that is no text cannot be kept in a list of texts
    QStringList files = recent();
    files.removeAll(path);
    files.prepend(path);
    while (files.size() > most_recent) files.removeLast();
    QSettings().setValue("recent", files);
    emit recent_changed();
}

Status Files::use_workshop(const std::filesystem::path& path) {
    const auto done = session_.stockroom.open(path);
    if (done) own_workshop_ = path;
    return done;
}

void Files::use_workshop_for(bool demonstration) {
    if (demonstration) return session_.stockroom.adopt(project::demo_workshop());
    if (session_.stockroom.path() || own_workshop_.empty()) return;
    if (const auto done = session_.stockroom.open(own_workshop_); !done) tell(done);
}

void Files::open_demo() {
    use_workshop_for(true);
    tell(session_.document.adopt(project::demo_rig()));
}

void Files::start_from(const QString& key) {
    if (!may_leave()) return;
    auto rig = project::starting_rig(key.toStdString());
    const auto demo = project::demo_rigs();
    use_workshop_for(
        std::any_of(demo.begin(), demo.end(), [&](const auto& point) { return point.key == key.toStdString(); }));
    tell(rig ? session_.document.adopt(std::move(*rig)) : Status(rig.problem()));
}

bool Files::open(const std::filesystem::path& path) {
    if (!may_leave()) return false;
    const auto done = session_.document.open(path);
    if (!done) {
        emit session_.problem(
            tr("Not opened; what was open is still here. %1").arg(QString::fromStdString(done.problem().sentence())));
        return false;
    }
    recovery_.discard();
    use_workshop_for(false);
    emit session_.settled();
    remember(path);
    const auto differences = project::differences(session_.document.rig(), session_.stockroom.workshop());
    if (!differences.empty())
        emit session_.notice(QString::fromStdString(differences.front().says) +
                             (differences.size() > 1
                                  ? tr(" %n more like it on Stock.", nullptr, static_cast<int>(differences.size() - 1))
                                  : QString()));
    return true;
}

void Files::choose_file_to_open() {
    const QString path = ask_what_to_open();
    if (!path.isEmpty()) open(path_of(path));
}

bool Files::save_to(const std::filesystem::path& path) {
    auto over = project::Document::Over::nothing;
    if (session_.document.was_changed_elsewhere(path)) {
        const auto answer = ask_about_changed();
        if (answer == Changed::cancel) return false;
        if (answer == Changed::copy) return save_as();
        over = project::Document::Over::changes;
    }
    const auto done = session_.document.save_as(path, over);
    tell(done);
    if (!done) return false;
    recovery_.discard();
    remember(path);
    return true;
}

bool Files::save() {
    const auto& document = session_.document;
    if (document.rig() == rig::Rig{}) return false;  // nothing at all yet
    return document.path() ? save_to(std::filesystem::path(*document.path())) : save_as();
}

bool Files::save_as() {
    QString path = ask_where_to_save();
    if (path.isEmpty()) return false;
    if (!path.contains('.')) path += ".clampet.json";
    return save_to(path_of(path));
}

bool Files::may_leave() {
    if (!session_.document.is_modified()) return true;
    switch (ask_to_keep()) {
        case Keep::save:
            return save();
        case Keep::discard:
            recovery_.discard();
            return true;
        case Keep::cancel:
            return false;
    }
    return false;
}

void Files::keep_copy() {
    if (closing_) return;
    const auto& document = session_.document;
    if (!document.is_modified()) {
        recovery_.discard();
        return;
    }
    if (const auto done = recovery_.keep(document.rig(), document.path(), document.file_mark()); !done)
        emit session_.problem(tr("The automatic copy could not be written; save by hand. %1")
                                  .arg(QString::fromStdString(done.problem().sentence())));
}

bool Files::recover() {
    auto orphan = recovery_.take_orphan();
    if (!orphan) return false;
    const auto done = session_.document.adopt(std::move(orphan->rig), orphan->path, true, orphan->file_mark);
    if (!done) return false;
    const bool more = recovery_.orphans() > 0;
    emit session_.notice(tr("Clampet ended without saving last time. The work is back; save it to keep it.") +
                         (more ? tr(" Another rig was open too: File, Unsaved work brings it.") : QString()));
    return true;
}

void Files::bring_back_more() {
    if (recovery_.orphans() == 0) return emit session_.notice(tr("There is no other unsaved work."));
    if (may_leave() && !recover())
        emit session_.problem(tr("The unsaved work could not be read; it is left in place."));
}

void Files::close() {
    closing_ = true;
    autosave_.stop();
    recovery_.discard();
}

}  // namespace clampet::desktop
