#pragma once
#include <functional>
#include <QPushButton>

#include "project/background.h"
#include "quantity/result.h"

namespace clampet::desktop {

/// Reads a table beside the window: pressed, it asks for the file; while it reads it says how far it is, and a press
/// stops it.
class TableButton : public QPushButton {
    Q_OBJECT
 public:
    /// Runs beside the window with the file's text; what it returns runs on the window's thread.
    using Work = std::function<std::function<void()>(const std::string& text, const study::Job& job)>;
    explicit TableButton(const QString& words, QWidget* parent = nullptr);
    /// Gives the work when a file is read: on the window's thread, so that it may take what it needs.
    std::function<Work()> work;
    /// Asks for the file; a test answers instead.
    std::function<QString()> ask_file;
    void read(const QString& file);
    bool is_reading() const { return is_reading_; }

 signals:
    void began();
    void failed(const clampet::Problem& problem);

 private:
    void finish();

    project::Background background_;
    QString words_;
    bool is_reading_ = false;
};

}  // namespace clampet::desktop
