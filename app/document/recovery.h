// Autosave: a copy of the unsaved job beside the settings, found again after a kill or a power cut.
#pragma once

#include "document/document.h"

#include <QObject>
#include <QTimer>
#include <optional>
#include <vector>

namespace clockface::app {

/// A job left behind by a run that did not end properly.
struct LeftBehind {
    QString file; ///< the autosaved copy
    QString path; ///< where the job had been saved before, may be empty
    Job job;
};

class Recovery : public QObject {
    Q_OBJECT
public:
    /// Keeps copies of `document` in `folder`, a moment after each change; none while everything is saved.
    Recovery(Document& document, QString folder, QObject* parent = nullptr);
    ~Recovery() override;

    /// Jobs in the folder whose program is no longer running. Copies that cannot be read are left where they are.
    [[nodiscard]] std::vector<LeftBehind> left_behind() const;
    /// Removes a copy that has been dealt with.
    static void let_go(const LeftBehind& left);

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
    bool m_told = false;

    [[nodiscard]] QString own_file() const;
};

} // namespace clockface::app
