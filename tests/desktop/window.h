#pragma once
#include <catch2/catch.hpp>
#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QtTest>

#include "desktop/bench/bench_stage.h"
#include "desktop/brief/brief_page.h"
#include "desktop/rig/elevation_view.h"
#include "desktop/rig/seam_button.h"
#include "desktop/rig/seam_sheet.h"
#include "desktop/rig/stack_view.h"
#include "desktop/shell/main_window.h"
#include "desktop/shell/notice_bar.h"
#include "desktop/shell/stage_bar.h"
#include "desktop/shell/start_page.h"
#include "desktop/theme/theme.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/quantity_field.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "study/sentences.h"

namespace Catch {
template <>
struct StringMaker<QString> {
    static std::string convert(const QString& text) { return text.toStdString(); }
};
}  // namespace Catch

/// A real window on the demo, as a person finds it.
struct DemoWindow {
    QTemporaryDir folder;
    clampet::desktop::MainWindow window{folder.path() + "/recovery"};
    explicit DemoWindow(bool demo = true) {
        window.files().ask_to_keep = [] { return clampet::desktop::Files::Keep::discard; };
        if (demo) window.files().open_demo();
        window.resize(1280, 800);
        window.show();
        REQUIRE(QTest::qWaitForWindowExposed(&window));
    }
    clampet::desktop::InputRow* input(const char* seam, const char* element, const char* key) {
        click_seam(seam);
        window.sheet()->select_element(element);
        auto* row = window.sheet()->input(key);
        REQUIRE(row);
        return row;
    }
    void click_seam(const char* seam) {
        auto* button = window.stack()->seam(seam);
        REQUIRE(button);
        QTest::mouseClick(button, Qt::LeftButton);
    }
    /// Replaces what a line holds, as a person would.
    static void type(QLineEdit* edit, const QString& text) {
        edit->setFocus();
        edit->selectAll();
        QTest::keyClick(edit, Qt::Key_Backspace);
        QTest::keyClicks(edit, text);
    }
    const clampet::rig::Input& given(const char* seam, std::size_t element, const char* key) {
        return window.document().rig().interface(seam)->elements[element].inputs.at(key);
    }
    void shortcut(const char* action) { window.action(action)->trigger(); }
};
