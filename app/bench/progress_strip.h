#pragma once

#include "look/look.h"

#include <QWidget>

namespace clockface::app {

/// How far the list has come, as segments (or one bar when there are too many).
class ProgressStrip : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    void set_look(const Look& look);
    void show_progress(int done, int all);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Look* m_look = &Look::day();
    int m_done = 0, m_all = 0;
};

} // namespace clockface::app
