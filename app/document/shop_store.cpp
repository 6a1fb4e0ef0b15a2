#include "document/shop_store.h"

#include "formats/shop_json.h"
#include "formats/text_file.h"

#include <QDir>
#include <QFileInfo>
#include <QSettings>

namespace clockface::app {

namespace {

const QString ending = QStringLiteral(".shop.json");
const QString in_use = QStringLiteral("shop");

} // namespace

ShopStore::ShopStore(Document& document, QString folder, QString settings_file, QObject* parent)
    : QObject(parent)
    , m_document(document)
    , m_folder(std::move(folder))
    , m_settings_file(std::move(settings_file)) {
    connect(&document, &Document::shop_changed, this, &ShopStore::keep);
}

QString ShopStore::free_path(const std::string& name) const {
    QString plain;
    for (const QChar c : QString::fromStdString(name).toLower())
        plain += c.isLetterOrNumber() ? c : QLatin1Char('-');
    if (plain.isEmpty())
        plain = QStringLiteral("shop");
    for (int n = 1;; ++n) {
        const QString path =
            m_folder + QLatin1Char('/') + plain.left(60) + (n == 1 ? QString() : QStringLiteral("-%1").arg(n)) + ending;
        if (!QFileInfo::exists(path))
            return path;
    }
}

QString ShopStore::path() const {
    return m_document.shop_path().isEmpty() ? free_path(m_document.shop().name) : m_document.shop_path();
}

QStringList ShopStore::files() const {
    QStringList all;
    for (const QFileInfo& file : QDir(m_folder).entryInfoList({QLatin1Char('*') + ending}, QDir::Files, QDir::Name))
        all << file.absoluteFilePath();
    if (!m_document.shop_path().isEmpty() && !all.contains(m_document.shop_path()))
        all << m_document.shop_path();
    return all;
}

QString ShopStore::last_used(const QString& settings_file) {
    const QString path = QSettings(settings_file, QSettings::IniFormat).value(in_use).toString();
    return QFileInfo::exists(path) ? path : QString();
}

void ShopStore::keep() {
    const QString path = m_document.shop_path();
    if (path.isEmpty()) // back to the made-up shop, by undo
        return QSettings(m_settings_file, QSettings::IniFormat).remove(in_use);
    QDir().mkpath(QFileInfo(path).absolutePath());
    if (const auto written = write_file_atomically(path.toStdString(), shop_to_json(m_document.shop())); !written)
        emit failed(tr("The shop could not be kept. %1").arg(QString::fromStdString(written.error().text())));
    else
        QSettings(m_settings_file, QSettings::IniFormat).setValue(in_use, path);
}

} // namespace clockface::app
