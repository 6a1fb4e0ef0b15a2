#include "shell/icon.h"

#include <QFile>
#include <QPainter>
#include <QPixmap>
#include <QSvgRenderer>

namespace clockface::app {

QPixmap line_drawing(const QString& name, const QColor& colour, int size, double device_pixel_ratio) {
    QPixmap picture(QSize(size, size) * device_pixel_ratio);
    picture.setDevicePixelRatio(device_pixel_ratio);
    picture.fill(Qt::transparent);
    QFile file(QStringLiteral(":/icons/%1.svg").arg(name));
    if (!file.open(QIODevice::ReadOnly))
        return picture;
    QByteArray drawing = file.readAll();
    drawing.replace("currentColor", colour.name().toLatin1());
    QSvgRenderer renderer(drawing);
    QPainter painter(&picture);
    renderer.render(&painter, QRectF(0, 0, size, size));
    return picture;
}

} // namespace clockface::app
