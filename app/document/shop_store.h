// The files shops are kept in: one each, and which of them is in use.
#pragma once

#include "document/document.h"

#include <QHash>
#include <QObject>
#include <QStringList>

namespace clockface::app {

class ShopStore : public QObject {
    Q_OBJECT
public:
    /// Writes the document's shop to its file whenever it changes; remembers in `settings_file` which is in use.
    ShopStore(Document& document, QString folder, QString settings_file, QObject* parent = nullptr);

    /// Where a shop of this name would be kept, beside those there are.
    [[nodiscard]] QString free_path(const std::string& name) const;
    /// The document's shop file; for the made-up shop, which has none, the one it would get.
    [[nodiscard]] QString path() const;
    /// Files of all shops in the folder, and the one in use wherever it lies.
    [[nodiscard]] QStringList files() const;

    /// The shop in use when the program last ended; empty: none yet.
    static QString last_used(const QString& settings_file);

    /// When the shop's file has been changed by another program: writes this shop over it all the same …
    void write_over();
    /// … or makes what is there the shop in use.
    void take_from_file();

signals:
    void failed(const QString& sentence);
    /// Another program has written to the shop's file since it was read or saved here, so the last change is not in it.
    void changed_meanwhile(const QString& path);

private:
    Document& m_document;
    QString m_folder, m_settings_file;
    QHash<QString, QByteArray> m_stamps; // by file: what it held when it was last read or saved here

    void keep();
    [[nodiscard]] bool may_write(const QString& path) const;
};

} // namespace clockface::app
