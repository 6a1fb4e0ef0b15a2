// What a stage lays over the board: of Order where many parts' holes came out, or the one part of a move done wrong; of
// Hold where one setting of a batch drills.
#pragma once

#include "plan/batch.h"
#include "simulate/many_parts.h"

#include <QObject>
#include <optional>

namespace clockface::app {

class ShownParts : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    [[nodiscard]] const std::optional<ManyParts>& many() const { return m_many; }
    [[nodiscard]] const std::optional<SimulatedRun>& broken() const { return m_broken; }
    [[nodiscard]] bool nothing() const { return !m_many && !m_broken; }
    [[nodiscard]] const std::vector<DrilledWhere>& drilled() const { return m_drilled; }

    void show_drilled(std::vector<DrilledWhere> drilled) {
        m_drilled = std::move(drilled);
        emit changed();
    }

    void show_many(const ManyParts& many) {
        m_many = many;
        m_broken.reset();
        emit changed();
    }
    void show_broken(const SimulatedRun& run) {
        m_broken = run;
        m_many.reset();
        emit changed();
    }
    void clear() {
        if (nothing())
            return;
        m_many.reset();
        m_broken.reset();
        emit changed();
    }

signals:
    void changed();

private:
    std::optional<ManyParts> m_many;
    std::optional<SimulatedRun> m_broken;
    std::vector<DrilledWhere> m_drilled;
};

} // namespace clockface::app
