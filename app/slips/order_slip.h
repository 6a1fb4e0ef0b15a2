// The Order stage: on which machine, in which order, and what the simulated operator makes of it.
#pragma once

#include "slips/instruction_list.h"
#include "slips/slip.h"
#include "slips/ways_box.h"

class QGridLayout;
class QListView;

namespace clockface::app {

class OrderSlip : public Slip {
    Q_OBJECT
public:
    OrderSlip(Document& document, Selection& selection, QWidget* parent = nullptr);

signals:
    void bench_wanted();
    void sheet_wanted();
    void shop_wanted(); ///< the machine's own page

protected:
    void refresh() override;

private:
    QGridLayout* m_machines;
    QList<QPushButton*> m_buttons;
    QLabel* m_machine_words;
    Sentence* m_order;
    WaysBox* m_ways;
    QLabel* m_proof;
    QLabel* m_why;
    QPushButton* m_bench;
    InstructionList m_list_model;
    QListView* m_list;

    void build_machines();
};

} // namespace clockface::app
