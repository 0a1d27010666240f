#pragma once
#include <filesystem>
#include <functional>
#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

#include "desktop/shell/session.h"
#include "project/recovery.h"

namespace clampet::desktop {

/// The rig's file: opened, saved, kept against a crash. What it has to ask a person goes through functions that tests
/// replace.
class Files : public QObject {
    Q_OBJECT
 public:
    /// `recovery_folder` is where unsaved work is kept.
    Files(Session& session, const QString& recovery_folder, QWidget* window);

    /// Asks whether to keep changes before they are left behind.
    enum class Keep { save, discard, cancel };
    std::function<Keep()> ask_to_keep;
    /// Asks what to do with a file that another program has changed since it was opened.
    enum class Changed { overwrite, copy, cancel };
    std::function<Changed()> ask_about_changed;
    /// Asks for the name of a file to save to, or to open.
    std::function<QString()> ask_where_to_save, ask_what_to_open;

    /// True when nothing is lost by leaving the open rig behind.
    bool may_leave();
    void choose_file_to_open();
    /// Opens a file by its name as the system knows it, which need not be text.
    bool open(const std::filesystem::path& path);
    bool save();
    bool save_as();
    bool save_to(const std::filesystem::path& path);
    void start_from(const QString& key);
    void open_demo();
    /// The workshop of one's own, in a file: in use but for rigs of the demonstration, which brings its own.
    Status use_workshop(const std::filesystem::path& path);
    /// Brings back the work of a run that ended without saving; true when there was some.
    bool recover();
    void bring_back_more();
    QStringList recent() const;
    /// The window closes: no copy is kept from here.
    void close();

 signals:
    void recent_changed();

 private:
    void use_workshop_for(bool demonstration);
    void tell(const Status& done);
    void remember(const std::filesystem::path& file);
    void keep_copy();

    Session& session_;
    project::Recovery recovery_;
    QTimer autosave_;
    QElapsedTimer unkept_;  ///< since the first change that is not in a copy
    bool closing_ = false;
    project::Document::Subscription subscription_;
    std::filesystem::path own_workshop_;
};

std::filesystem::path path_of(const QString& text);

}  // namespace clampet::desktop
