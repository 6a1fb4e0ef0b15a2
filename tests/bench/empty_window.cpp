// What a start is measured against: a window of the same size with nothing in it.
#include "shell/first_paint.h"

int main(int argc, char** argv) {
    QElapsedTimer since_start;
    since_start.start();
    QApplication application(argc, argv);
    QWidget window;
    window.resize(1280, 800);
    window.show();
    clockface::app::print_first_paint(window, since_start);
    return 0;
}
