// What a test cannot click: file dialogs and settings. The real ones unless a test gives others.
#pragma once

#include <QString>
#include <functional>

class QWidget;

namespace clockface::app {

struct Seams {
    /// Asks for a file; an empty answer means the user thought better of it.
    std::function<QString(QWidget*, const QString& title, const QString& filter)> file_to_open;
    std::function<QString(QWidget*, const QString& title, const QString& suggested, const QString& filter)>
        file_to_save;
    QString settings_file;   ///< ini file for recent files and the theme
    QString recovery_folder; ///< where unsaved jobs are kept
    QString shop_folder;     ///< where shops are kept

    static Seams real();
};

} // namespace clockface::app
