// A place to type the figure somebody worked out himself, beside the one the list has: it agrees, or it is said what
// differs. What is typed there changes nothing.
#pragma once

#include "inspection/check_sum.h"

#include <QWidget>

class QHBoxLayout;
class QLabel;
class QLineEdit;

namespace clockface::app {

class ChoiceBlank;

class SumCheck : public QWidget {
    Q_OBJECT
public:
    explicit SumCheck(QWidget* parent = nullptr);
    /// The figures that can be checked; hidden where there are none. What was typed stays while they are the same.
    void show_sums(std::vector<PlanSum> sums);

protected:
    /// Enter and Escape in the blank are its own: they must not do a move of the list behind it.
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    std::vector<PlanSum> m_sums;
    std::size_t m_at = 0;           // which of them
    QHBoxLayout* m_choice;          // what it stands in
    ChoiceBlank* m_which = nullptr; // where there are several
    QLineEdit* m_own;
    QLabel* m_says;

    void check();
    void make_choice();
};

} // namespace clockface::app
