// Starts a QApplication before the first test and ends it after the last, in the runner that Catch2 brings.
#define CATCH_CONFIG_EXTERNAL_INTERFACES
#include <catch2/catch.hpp>
#include <memory>
#include <QApplication>
#include <QSettings>
#include <QTemporaryDir>

#include "desktop/theme/theme.h"

namespace {

class Application : public Catch::TestEventListenerBase {
 public:
    using TestEventListenerBase::TestEventListenerBase;
    void testRunStarting(const Catch::TestRunInfo&) override {
        if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
        settings_ = std::make_unique<QTemporaryDir>();
        application_ = std::make_unique<QApplication>(count_, arguments_);
        QApplication::setOrganizationName("clampet-tests");
        QApplication::setApplicationName("clampet-tests");
        QSettings::setDefaultFormat(QSettings::IniFormat);
        QSettings::setPath(QSettings::IniFormat, QSettings::UserScope, settings_->path());
        clampet::desktop::load_fonts();
        clampet::desktop::apply_theme(false, 1);
    }
    void testRunEnded(const Catch::TestRunStats&) override { application_.reset(); }

 private:
    int count_ = 1;
    char name_[8] = "clampet";
    char* arguments_[2] = {name_, nullptr};
    std::unique_ptr<QTemporaryDir> settings_;
    std::unique_ptr<QApplication> application_;
};
CATCH_REGISTER_LISTENER(Application)

}  // namespace
