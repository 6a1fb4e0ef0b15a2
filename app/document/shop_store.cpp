#include "document/shop_store.h"

#include "document/file_stamp.h"
#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "look/words.h"

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
    if (!document.shop_path().isEmpty())
        m_stamps[document.shop_path()] = stamp_of_file(document.shop_path());
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

bool ShopStore::may_write(const QString& path) const {
    const QByteArray now = stamp_of_file(path);
    if (now.isEmpty() || now == m_stamps.value(path))
        return true; // a new file, or just as it was left
    // One that was never written here may be written to as long as it holds this very shop: it has just been opened.
    const Result<Shop> there = load_shop(path.toStdString());
    return !m_stamps.contains(path) && there && *there == m_document.shop();
}

void ShopStore::keep() {
    const QString path = m_document.shop_path();
    if (path.isEmpty()) // back to the made-up shop, by undo
        return QSettings(m_settings_file, QSettings::IniFormat).remove(in_use);
    if (may_write(path))
        write_over();
    else
        emit changed_meanwhile(path);
}

void ShopStore::write_over() {
    const QString path = m_document.shop_path();
    QDir().mkpath(QFileInfo(path).absolutePath());
    const std::string text = shop_to_json(m_document.shop());
    if (const auto written = write_file_atomically(path.toStdString(), text); !written) {
        emit failed(tr("The shop could not be kept. %1").arg(q(written.error().text())));
    } else {
        m_stamps[path] = stamp_of_text(text);
        QSettings(m_settings_file, QSettings::IniFormat).setValue(in_use, path);
    }
}

void ShopStore::take_from_file() {
    const QString path = m_document.shop_path();
    const Result<Shop> there = load_shop(path.toStdString());
    if (!there)
        return emit failed(tr("%1 The shop in use was left as it is.").arg(q(there.error().text())));
    m_stamps[path] = stamp_of_file(path);
    if (const auto taken = m_document.edit_shop(tr("shop as its file has it"), *there, path); !taken)
        emit failed(q(taken.error().text()));
}

} // namespace clockface::app
