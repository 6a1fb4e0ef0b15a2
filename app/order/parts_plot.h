// A small plot: how many parts have their worst hole how far from its place, and where the line is.
#pragma once

#include "look/look.h"
#include "simulate/many_parts.h"

#include <QWidget>
#include <optional>

namespace clockface::app {

class PartsPlot : public QWidget {
    Q_OBJECT
public:
    explicit PartsPlot(const Look& look, QWidget* parent = nullptr);
    void show_parts(const ManyParts& many, Unit unit);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Look& m_look;
    ManyParts m_many;
    Unit m_unit = Unit::Millimetre;
};

} // namespace clockface::app
