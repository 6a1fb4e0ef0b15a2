// Tables of the Bench: read from a step away, chosen with a finger.
#pragma once

#include "look/look.h"

#include <QTableWidget>

namespace clockface::app {

/// A table of that name; `spoken` is what a reader of the screen says of it.
QTableWidget* bench_table(const QString& name, const QString& spoken);
/// The style sheet of whatever has such tables.
QString style_of_tables(const Look& look);

} // namespace clockface::app
