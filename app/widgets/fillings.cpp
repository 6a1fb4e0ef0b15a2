#include "widgets/fillings.h"

#include <QObject>

namespace clockface::app {

Fillings<Sense> sense_fillings() {
    return {{Sense::CounterClockwise, QObject::tr("counter-clockwise")}, {Sense::Clockwise, QObject::tr("clockwise")}};
}

Fillings<Unit> unit_fillings() {
    return {{Unit::Millimetre, QObject::tr("millimetres")}, {Unit::Inch, QObject::tr("inches")}};
}

} // namespace clockface::app
