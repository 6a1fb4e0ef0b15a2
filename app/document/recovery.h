// Autosave: a copy of the unsaved job beside the settings, found again after a kill or a power cut.
#pragma once

#include "bench/old_progress.h"
#include "document/document.h"
#include "formats/held_lock.h"

#include <QDateTime>
#include <QObject>
#include <QTimer>
#include <optional>
#include <vector>

namespace clockface::app {

/// A job that was not saved when the program that kept this copy ended, or that was set aside.
struct LeftBehind {
    QString file;      ///< the copy
    QString path;      ///< where the job had been saved before, may be empty
    QByteArray stamp;  ///< of the file at `path` when it was last read or saved
    QDateTime kept;    ///< when the copy was written, as it says itself
    qint64 serial = 0; ///< counts up with every copy written in the folder: the newest whatever the clock says
    Job job;
    std::vector<OldProgress> old_progress{}; ///< where an older program kept it
};

/// Every copy has a name of its own and a lock beside it that is held as long as the program that writes it runs.
class Recovery : public QObject {
    Q_OBJECT
public:
    /// Keeps copies of `document` in `folder`, a moment after each change; none while everything is saved.
    Recovery(Document& document, QString folder, QObject* parent = nullptr);
    ~Recovery() override;

    /// Copies that no running program writes to, the newest first. Those that cannot be read are left where they are
    /// and told in `unreadable`, a sentence each.
    [[nodiscard]] std::vector<LeftBehind> left_behind(QStringList* unreadable = nullptr) const;
    /// Makes the document that job, and its copy this program's own, which is nowhere let go of meanwhile. False when
    /// another window has taken it first. The job that is open must have been set aside before.
    bool bring_back(const LeftBehind& left);
    /// Removes a copy that the user has done with. False when another window has taken it.
    bool let_go(const LeftBehind& left);

    /// Before the job gives way to another or the program ends: keeps an unsaved job as one left behind. False when the
    /// copy could not be written.
    bool set_aside();

    /// Writes (or removes) the copy now.
    void keep_now();

signals:
    /// The copy could not be written; said once until it works again.
    void failed(const QString& sentence);

private:
    Document& m_document;
    QString m_folder;
    QTimer m_timer;
    QString m_file; // of the copy; empty: there is none
    std::optional<HeldLock> m_lock;
    qint64 m_serial = 0;
    bool m_told = false;
    qint64 m_took_ms = 0; // to write the last copy

    Result<void> write();
    void remove_copy();
};

} // namespace clockface::app
