#include "document/beside.h"

namespace clockface::app {

QThreadPool& beside_the_window() {
    static QThreadPool pool;
    pool.setMaxThreadCount(1);
    return pool;
}

} // namespace clockface::app
