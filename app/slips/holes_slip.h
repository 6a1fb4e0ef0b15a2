// The Holes stage: where do the holes go. Each pattern is a sentence; the one at hand is open, the others are one line.
#pragma once

#include "layout/new_pattern.h"
#include "slips/hole_table.h"
#include "slips/slip.h"
#include "widgets/line_button.h"
#include "widgets/shape.h"

class QTableView;

namespace clockface::app {

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
    QVBoxLayout* m_patterns;
    QWidget* m_pattern_box = nullptr;
    Sentence* m_open = nullptr;
    QLabel* m_said = nullptr; // the open pattern as a callout, in its normal form
    QList<LineButton*> m_lines;
    HoleTable m_table_model;
    QTableView* m_table;
    QLabel* m_why;
    QPushButton* m_zero_here;
    QLabel* m_convention;
    QList<QPushButton*> m_flat_buttons, m_side_buttons; // ways to begin a pattern that only one sort of face has
    Shape m_built;                                      // what the sentences were built for
    int m_open_index = -1;
    std::size_t m_built_patterns = 0;

    void build();
    QWidget* links_of(const Job& job, std::size_t index);

    void follow_selection();
    [[nodiscard]] Shape structure();
    [[nodiscard]] int open_pattern();
};

} // namespace clockface::app
