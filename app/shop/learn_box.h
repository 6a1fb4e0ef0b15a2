// The lines of a readout as they come, and the pattern that is made of them.
#pragma once

#include "readout/learn.h"
#include "readout/port_reader.h"

#include <QWidget>
#include <functional>

class QLabel;
class QPushButton;

namespace clockface::app {

class LearnBox : public QWidget {
    Q_OBJECT
public:
    /// Looks at the lines that come over this one, whatever pattern it has; `take` gets what was learnt.
    LearnBox(const SerialLine& line, std::function<void(const Learnt&)> take, QWidget* parent = nullptr);

protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    SerialLine m_line;
    PortReader m_port; // open while the box is seen
    Learnt m_learnt;
    QLabel *m_lines, *m_result;
    QPushButton* m_take;

    void look();
};

} // namespace clockface::app
