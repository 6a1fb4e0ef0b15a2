// The Order stage: on which machine, in which order, what the simulated operator makes of it, and what comes of many
// parts. One page at a time: the list, the comparison, the proof, and how it is done.
#pragma once

#include <array>

#include "document/beside.h"
#include "look/look.h"
#include "order/instruction_list.h"
#include "order/shown_parts.h"
#include "order/ways_box.h"
#include "plan/advisor.h"
#include "simulate/broken.h"
#include "slips/slip.h"
#include "widgets/renewed.h"

#include <QHash>
#include <QPointer>
#include <optional>

class QListView;

namespace clockface::app {

class SumCheck;

class FlowLayout;
class OrderList;

class OrderSlip : public Slip {
    Q_OBJECT
public:
    OrderSlip(Document& document, Selection& selection, ShownParts& shown, QWidget* parent = nullptr);

    /// A page by its name: list, compare, proof or setup. False when there is none of that name.
    bool show_page(const QString& name);
    void set_look(const Look& look);
    /// Chooses a move of the list.
    void choose_move(int move);

signals:
    void bench_wanted();
    void sheet_wanted();
    void template_wanted();
    void shop_wanted(); ///< the machine's own page
    void told(const QString& sentence);

protected:
    void refresh() override;
    void hideEvent(QHideEvent* event) override;

private:
    enum class Page { List, Compare, Proof, SetUp };
    // In the order of the tabs, with their names on the command line.
    struct PageName {
        Page page;
        const char* name;
    };
    static constexpr std::array<PageName, 4> pages = {
        {{Page::List, "list"}, {Page::Compare, "compare"}, {Page::Proof, "proof"}, {Page::SetUp, "setup"}}};

    ShownParts& m_shown;
    const Look* m_look = &Look::day();
    Page m_page = Page::List;
    QList<QToolButton*> m_tabs;
    Card m_made; ///< the sentence on top
    QLabel* m_reason;
    WaysBox* m_ways;
    QWidget* m_list_page;
    QLabel* m_proof;
    QLabel* m_why;
    SumCheck* m_sum;
    QPushButton* m_bench;
    InstructionList m_list_model;
    QListView* m_list;
    QPushButton* m_what_if;
    QWidget* m_faults;
    FlowLayout* m_fault_flow;
    QLabel* m_broken;
    QWidget* m_other_page;
    Card m_kept; ///< what is worked in on the other pages
    QPointer<OrderList> m_own_order;
    QPointer<QLabel> m_order_cost;
    Renewed m_other;          ///< what is said on them, built anew with every change
    Page m_said = Page::List; ///< the page it speaks of
    QWidget* m_working;       ///< shown while an answer is a while in coming
    struct Comparison {
        std::vector<OrderOption> ways;
        std::vector<MethodReport> machines;
    };
    Beside<Comparison> m_comparing;
    Beside<std::optional<ManyParts>> m_making;
    Beside<LongSearch> m_searching;

    void choose_page(Page page);
    void build_list_page();
    void refresh_head();
    void refresh_list();
    void show_faults();
    void show_why();
    void try_fault(MoveFault slip);
    void make_working_line(QVBoxLayout* box);
    void compare();
    void make_many();
    void build_compare(QVBoxLayout* box, const Comparison& found);
    void build_proof(QVBoxLayout* box, const std::optional<ManyParts>& many);
    void build_setup(QVBoxLayout* box);
    void build_hole_one(QVBoxLayout* box);
    void write_made(Card& card);
    void write_kept(Card& card);
    void write_within(Card& card);
    void write_setups(Card& card);
    void write_setup(Card& card, std::size_t index);
    void write_setup_links(Card& card, std::size_t index);
    void write_ways(Card& card);
    void write_own_order(Card& card);
    [[nodiscard]] QHash<QString, int> holes_by_name() const;
    void show_own_order();
    void say_cost(const QStringList& order);
    void look_longer_now();
    void edit(const QString& name, const std::function<void(Job&)>& change);
    QLabel* figures(const QString& text);
};

} // namespace clockface::app
