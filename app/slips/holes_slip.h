// The Holes stage: where do the holes go. Each pattern is a sentence; the one at hand is open, the others are one line.
#pragma once

#include "layout/new_pattern.h"
#include "slips/hole_table.h"
#include "slips/slip.h"

class QTableView;

namespace clockface::app {

class SumCheck;

class HolesSlip : public Slip {
    Q_OBJECT
public:
    HolesSlip(Document& document, Selection& selection, QWidget* parent = nullptr);

    void add_pattern(PatternKind kind);
    void remove_pattern();
    void leave_out_chosen();
    void set_zero_here();

signals:
    void old_part_wanted();

protected:
    void refresh() override;

private:
    Card m_patterns; // the open one as a sentence and a callout, the others as lines
    HoleTable m_table_model;
    QTableView* m_table;
    QLabel* m_why;
    SumCheck* m_sum;
    QPushButton* m_zero_here;
    QLabel* m_convention;
    QList<QPushButton*> m_flat_buttons, m_side_buttons; // ways to begin a pattern that only one sort of face has
    int m_open_index = -1;                              // as last seen, and how many patterns there were then
    std::size_t m_seen_patterns = 0;

    void write_patterns(Card& card);
    void write_open(Card& card, std::size_t index);
    void write_links(Card& card, const Job& job, std::size_t index);

    void follow_selection();
    [[nodiscard]] int open_pattern();
};

} // namespace clockface::app
