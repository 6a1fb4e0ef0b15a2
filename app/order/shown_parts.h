// What the Order stage lays over the board: where many parts' holes came out, or the one part of a move done wrong.
#pragma once

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
};

} // namespace clockface::app
