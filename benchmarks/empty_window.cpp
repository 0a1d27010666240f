// What a start is measured against: an empty window of Qt alone, and nothing of ours loaded.
#include <QApplication>
#include <QMainWindow>

#include "first_paint.h"

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QMainWindow window;
    return show_and_leave(window);
}
