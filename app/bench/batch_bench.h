// The batch at the Bench: its settings are looked for beside the window, and followed in the logs.
#pragma once

#include "bench/batch_walk.h"
#include "document/beside.h"
#include "document/document.h"

#include <QObject>
#include <atomic>
#include <memory>

namespace clockface::app {

class BatchBench : public QObject {
    Q_OBJECT
public:
    explicit BatchBench(Document& document, QObject* parent = nullptr);
    ~BatchBench() override;

    /// Whether the pieces of the set-up at hand are to go through it together.
    [[nodiscard]] bool wanted() const;
    /// Why they cannot; empty where they can.
    [[nodiscard]] QString fault() const;
    /// Where the batch stands now. Asks anew for the settings where what they hang on has changed.
    void follow();
    /// Nothing while the settings are looked for, or where the batch is not wanted.
    [[nodiscard]] const BatchWalk* walk() const { return m_walk ? &*m_walk : nullptr; }
    /// What it follows, while there is a walk.
    [[nodiscard]] const BatchPlan& settings() const { return *m_batch; }
    [[nodiscard]] const BatchState& state() const { return m_state; }
    /// How it stands when what is at hand is done.
    [[nodiscard]] BatchState then() const;

    /// They are a while in coming.
    [[nodiscard]] bool waits() const { return m_waits; }
    /// The settings that are found so far do; there may be a way with fewer.
    void take_what_is_found();
    void done(const ShownBefore& before);
    void back();
    /// Zero, fence or stop are set again, and all that is left follows.
    void from_zero();

signals:
    void found(); ///< the settings, or that they are a while in coming

private:
    Document& m_document;
    std::optional<PartsToLoad> m_of; ///< what m_batch is the answer for
    std::optional<BatchPlan> m_batch;
    std::optional<BatchWalk> m_walk;
    BatchState m_state;
    std::shared_ptr<std::atomic<bool>> m_leave_off;
    bool m_waits = false;
    Beside<BatchPlan> m_beside;

    void forget();
};

} // namespace clockface::app
