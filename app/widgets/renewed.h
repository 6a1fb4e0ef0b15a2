// A part of a slip that is built anew when what it speaks of changes, under hands that may be at work in it.
#pragma once

#include <QString>

class QVBoxLayout;
class QWidget;

namespace clockface::app {

class Renewed {
public:
    /// Its widgets stand in `place`.
    explicit Renewed(QVBoxLayout* place)
        : m_place(place) {}

    [[nodiscard]] QVBoxLayout* place() const { return m_place; }
    /// Takes the old widgets away and gives a layout for the new ones.
    QVBoxLayout* begin(int spacing);
    /// Shows them; whoever was at work in a blank of the same name is at work there again.
    void end();

private:
    QVBoxLayout* m_place;
    QWidget* m_holder = nullptr;
    QString m_at_work;
};

} // namespace clockface::app
