// Which job files are open in this window, so that a second window on the same one is noticed.
#pragma once

#include "formats/held_lock.h"

#include <QString>
#include <optional>

namespace clockface::app {

class JobClaim {
public:
    /// Claims are kept as locks in `folder`, one a job file.
    explicit JobClaim(QString folder);
    ~JobClaim();

    /// Gives up the file claimed before and claims this one (empty: none). False when another window has it open.
    bool move_to(const QString& path);

private:
    QString m_folder, m_path, m_file;
    std::optional<HeldLock> m_lock;

    void give_up();
};

} // namespace clockface::app
