#include "shell/seams.h"

#include <QFileDialog>
#include <QStandardPaths>

namespace clockface::app {

Seams Seams::real() {
    Seams seams;
    seams.file_to_open = [](QWidget* parent, const QString& title, const QString& filter) {
        return QFileDialog::getOpenFileName(parent, title, {}, filter);
    };
    seams.file_to_save = [](QWidget* parent, const QString& title, const QString& suggested, const QString& filter) {
        return QFileDialog::getSaveFileName(parent, title, suggested, filter);
    };
    seams.settings_file =
        QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation) + QStringLiteral("/clockface.ini");
    seams.recovery_folder =
        QStandardPaths::writableLocation(QStandardPaths::AppDataLocation) + QStringLiteral("/unsaved");
    seams.shop_folder = QStandardPaths::writableLocation(QStandardPaths::AppConfigLocation) + QStringLiteral("/shops");
    return seams;
}

} // namespace clockface::app
