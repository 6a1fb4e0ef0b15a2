// The lines of a card of the Bench: what is done, what is at hand and what follows, with the depths at which the drill
// is drawn out.
#pragma once

#include "bench/cards.h"
#include "look/look.h"

#include <QWidget>
#include <vector>

class QPainter;

namespace clockface::app {

class CardStrip : public QWidget {
    Q_OBJECT
public:
    explicit CardStrip(QWidget* parent = nullptr);
    void set_look(const Look& look);
    /// Hidden where there are none. `next` is the task that is at hand.
    void show_lines(const std::vector<CardLine>& lines, int next);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    enum class Stands { Done, AtHand, Later };
    const Look* m_look = &Look::day();
    std::vector<CardLine> m_lines;
    int m_next = 0;

    /// Paints, or without a painter only measures; the height that is used.
    double arrange(QPainter* painter) const;
    void paint_mark(QPainter& painter, QPointF middle, Stands how) const;
    void take_height();
};

} // namespace clockface::app
