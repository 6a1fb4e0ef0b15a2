// What is selected, the same everywhere: one hole by its name, and the pattern it belongs to.
#pragma once

#include <QObject>
#include <string>

namespace clockface::app {

class Selection : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    [[nodiscard]] const std::string& hole() const { return m_hole; }
    [[nodiscard]] const std::string& pattern() const { return m_pattern; }

    void select(const std::string& pattern, const std::string& hole) {
        if (pattern == m_pattern && hole == m_hole)
            return;
        m_pattern = pattern;
        m_hole = hole;
        emit changed();
    }

signals:
    void changed();

private:
    std::string m_hole, m_pattern;
};

} // namespace clockface::app
