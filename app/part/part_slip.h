// The old part to copy from: its readings, the design behind them, how it is laid on the new piece, and marks.
#pragma once

#include <array>

#include "document/beside.h"
#include "part/part_board.h"
#include "part/reading_entry.h"
#include "slips/slip.h"
#include "survey/designs.h"
#include "survey/fits.h"
#include "widgets/shape.h"

#include <memory>

class QToolButton;

namespace clockface::app {

class PartSlip : public Slip {
    Q_OBJECT
public:
    PartSlip(Document& document, Selection& selection, PartSelection& chosen, QWidget* parent = nullptr);

    void set_look(const Look& look);
    enum Page { Readings, Holes, Copy, Marks };
    // In the order of the tabs, with their names on the command line.
    struct PageName {
        Page page;
        const char* name;
    };
    static constexpr std::array<PageName, 4> pages = {
        {{Readings, "readings"}, {Holes, "holes"}, {Copy, "copy"}, {Marks, "marks"}}};
    void show_page(Page page);
    void tell(const QString& sentence);

signals:
    void leave_wanted();
    void edge_wanted();
    void order_wanted(); ///< the copy is to be made by marks: their list

protected:
    void refresh() override;

private:
    class Source;
    PartSelection& m_chosen;
    std::unique_ptr<ReadingSource> m_source;
    QList<QWidget*> m_pages;
    Page m_page = Readings;
    QList<QToolButton*> m_tabs;
    QLabel* m_told;

    // Readings
    ReadingEntry* m_entry;
    QLabel* m_words;
    QPushButton* m_next;
    Card m_hole, m_copy, m_marks; // on the other pages
    std::vector<Proposal> m_proposals;
    Shape m_proposed_for; // readings and designs they come from
    QLabel* m_fit;
    Beside<FitCheck> m_fitting;
    QToolButton *m_as_seen, *m_turned_over;

    QWidget* readings_page();
    QWidget* holes_page();
    QWidget* copy_page();
    QWidget* marks_page();
    void write_hole(Card& card);
    void write_designs(Card& card);
    void write_laying(Card& card);
    void write_marks(Card& card);
    void look_for_designs();
    void take(const Proposal& proposal);
    void lay(bool mirrored);
    void edit(const QString& step, const Job& next);
    void show_words();
    void show_fit();
    void say_fit(const FitCheck& fit);
};

} // namespace clockface::app
