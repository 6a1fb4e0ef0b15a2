// The figures of a move, as large as the room allows.
#pragma once

#include "look/look.h"
#include "ordering/wording.h"

#include <QWidget>
#include <vector>

namespace clockface::app {

class BigFigures : public QWidget {
    Q_OBJECT
public:
    explicit BigFigures(QWidget* parent = nullptr);
    void set_look(const Look& look);
    void show_figures(const std::vector<BigFigure>& figures);
    /// How much of the window's height they may take, as a share of it.
    void set_share(double share);
    /// Height of the digits on the screen at the present size, in pixels.
    [[nodiscard]] double digit_height() const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    const Look* m_look = &Look::day();
    std::vector<BigFigure> m_figures;
    double m_share = 0.34;

    /// Lays the figures out at this size of type; paints when a painter is given. Gives the room used.
    QSizeF arrange(int pixels, QPainter* painter) const;
    [[nodiscard]] int best_size() const;
    void take_height();
};

} // namespace clockface::app
