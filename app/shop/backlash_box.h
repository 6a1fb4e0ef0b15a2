// Finding a slide's backlash, step by step: what to do, what to read, what it comes to.
#pragma once

#include "shop/backlash_test.h"

#include <QWidget>
#include <functional>

class QLabel;
class QLineEdit;
class QPushButton;

namespace clockface::app {

class BacklashBox : public QWidget {
    Q_OBJECT
public:
    /// `take` is given what was found.
    BacklashBox(const QString& axis, const Screw& screw, std::function<void(Length)> take, QWidget* parent = nullptr);

private:
    Screw m_screw;
    QList<QLineEdit*> m_plus, m_minus;
    QLabel* m_result;
    QPushButton* m_take;
    std::optional<BacklashFound> m_found;

    void follow();
};

} // namespace clockface::app
