// The distance to go on both axes, large, and how it stands: of a readout that talks.
#pragma once

#include "bench/live_bench.h"
#include "look/look.h"

#include <QWidget>

namespace clockface::app {

class LiveStrip : public QWidget {
    Q_OBJECT
public:
    explicit LiveStrip(QWidget* parent = nullptr);
    void set_look(const Look& look);
    /// Hidden where the machine does not talk.
    void show_live(const LiveBench& live);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Look* m_look = &Look::day();
    struct Row {
        QString axis, figure, way;
        bool there = false;
    };
    std::array<Row, 2> m_rows;
    bool m_known = false, m_side_by_side = false;
    int m_row_height = 0; // pixels
    QString m_sentence;
    bool m_warns = false, m_good = false;
};

} // namespace clockface::app
