// The views of the window: each is made when it is first wanted, so that a start makes only what it shows.
#include "cutters/cutters_slip.h"
#include "hold/hold_slip.h"
#include "order/order_slip.h"
#include "part/part_slip.h"
#include "practice/practice_view.h"
#include "proof/proof_slip.h"
#include "shell/main_window.h"
#include "shell/stages.h"
#include "shop/shop_view.h"
#include "slips/holes_slip.h"
#include "slips/import_slip.h"
#include "slips/reckoner.h"

#include "look/words.h"

#include <QStackedWidget>
#include <QVBoxLayout>

namespace clockface::app {

namespace {

// The keys go from the board to the slip, whenever that was made.
void place_after(QWidget* board, QWidget* slip) {
    QList<QWidget*> chain;
    for (QWidget* each = slip->nextInFocusChain(); each && each != slip; each = each->nextInFocusChain())
        chain << each;
    QWidget* last = board;
    for (QWidget* each = board->nextInFocusChain(); board->isAncestorOf(each); each = each->nextInFocusChain())
        last = each;
    for (QWidget* each : chain)
        if (slip->isAncestorOf(each)) {
            QWidget::setTabOrder(last, each);
            last = each;
        }
}

} // namespace

void MainWindow::add_slip(QWidget* slip) {
    m_slips->addWidget(slip);
    place_after(m_boards, slip);
}

QWidget* MainWindow::view_of(Stage stage) {
    QWidget*& made = m_views[stage];
    if (made)
        return made;
    for (const StageEntry& each : stages())
        if (each.stage == stage) {
            made = each.make({m_document, m_selection, m_shown});
            if (each.whole_window)
                m_pages->addWidget(made);
            else
                add_slip(made);
        }
    connect_view(made);
    wear_look();
    return made;
}

void MainWindow::connect_view(QWidget* view) {
    if (auto* holes = qobject_cast<HolesSlip*>(view)) {
        connect(holes, &HolesSlip::old_part_wanted, this, &MainWindow::show_old_part);
    } else if (auto* cutters = qobject_cast<CuttersSlip*>(view)) {
        connect(cutters, &CuttersSlip::shop_wanted, this, &MainWindow::show_shop);
    } else if (auto* hold = qobject_cast<HoldSlip*>(view)) {
        connect(hold, &HoldSlip::shop_wanted, this, &MainWindow::show_shop);
    } else if (auto* order = qobject_cast<OrderSlip*>(view)) {
        connect(order, &OrderSlip::bench_wanted, this, [this] { show_stage(Stage::Bench); });
        connect(order, &OrderSlip::sheet_wanted, this, &MainWindow::save_sheet);
        connect(order, &OrderSlip::template_wanted, this, &MainWindow::save_template);
        connect(order, &OrderSlip::told, this, [this](const QString& sentence) { tell(sentence); });
        connect(order, &OrderSlip::shop_wanted, this, [this] { show_shop(q(m_document.plan().machine.name)); });
    } else if (auto* proof = qobject_cast<ProofSlip*>(view)) {
        connect(proof, &ProofSlip::report_wanted, this,
                [this, proof](const QString& ending) { save_proof(ending, proof->reporter(ending)); });
    } else if (auto* bench = qobject_cast<BenchView*>(view)) {
        bench->keep_in(m_settings);
        connect(bench, &BenchView::leave_wanted, this, [this] { show_stage(Stage::Order); });
        connect(bench, &BenchView::practice_wanted, this, &MainWindow::show_practice);
    }
}

void MainWindow::show_practice() {
    if (!can_practise(m_document.job(), m_document.plan()))
        return tell(tr("Practice wants a mill, and holes in a flat face: choose that under Order."));
    end_practice(); // from the beginning
    m_practice = new PracticeView(m_document, m_seams);
    m_pages->addWidget(m_practice);
    wear_look();
    connect(m_practice, &PracticeView::leave_wanted, this, [this] {
        end_practice();
        show_stage(m_document.job().is_for == JobFor::Practice ? Stage::Order : m_stage);
    });
    m_pages->setCurrentWidget(m_practice);
    m_practice->setFocus();
}

void MainWindow::end_practice() {
    if (m_practice)
        m_practice->deleteLater(); // it may be the one that says so
    m_practice = nullptr;
}

ImportSlip* MainWindow::import() {
    if (!m_import) {
        m_import = new ImportSlip(m_document, m_selection);
        connect(m_import, &ImportSlip::ended, this, [this] { show_stage(Stage::Holes); });
        connect(m_import, &ImportSlip::reading, this, [this](bool waiting) {
            if (waiting)
                m_notice->tell(tr("The file is being read …"), {{tr("Leave it"), [this] { import()->stop_reading(); }}},
                               NoticeStrip::UntilDone);
            else
                m_notice->drop(NoticeStrip::UntilDone);
        });
        add_slip(m_import);
    }
    return m_import;
}

Reckoner* MainWindow::reckoner() {
    if (!m_reckoner) {
        m_reckoner = new Reckoner(m_document, m_selection);
        connect(m_reckoner, &Reckoner::leave_wanted, this, [this] { show_stage(m_stage); });
        add_slip(m_reckoner);
    }
    return m_reckoner;
}

PartSlip* MainWindow::part() {
    if (!m_part) {
        m_part = new PartSlip(m_document, m_selection, m_part_selection);
        m_part_board = new PartBoard(m_document, m_part_selection);
        connect(m_part, &PartSlip::leave_wanted, this, [this] { show_stage(Stage::Holes); });
        connect(m_part, &PartSlip::order_wanted, this, [this] { show_stage(Stage::Order); });
        connect(m_part, &PartSlip::edge_wanted, m_part_board, &PartBoard::begin_edge);
        connect(m_part_board, &PartBoard::told, m_part, &PartSlip::tell);
        m_boards->addWidget(m_part_board);
        add_slip(m_part);
        wear_look();
    }
    return m_part;
}

ShopView* MainWindow::shop_view() {
    if (!m_shop) {
        m_shop = new ShopView(m_document, m_shops, m_seams);
        connect(m_shop, &ShopView::leave_wanted, this, [this] { show_stage(m_stage); });
        m_pages->addWidget(m_shop);
    }
    return m_shop;
}

void MainWindow::show_below_board(std::optional<Stage> stage) {
    for (const StageEntry& each : stages())
        if (stage == each.stage && each.below_board && !m_below_board[each.stage]) {
            m_below_board[each.stage] = each.below_board({m_document, m_selection, m_shown});
            m_board_place->addWidget(m_below_board[each.stage], 43);
            wear_look();
        }
    for (const auto& [of, section] : m_below_board)
        section->setVisible(stage == of);
}

void MainWindow::wear_look() {
    m_board->set_look(*m_look);
    m_rail->set_look(*m_look);
    m_findings->set_look(*m_look);
    for (const auto& [stage, made] : m_views)
        if (auto* order = qobject_cast<OrderSlip*>(made))
            order->set_look(*m_look);
        else if (auto* bench = qobject_cast<BenchView*>(made))
            bench->set_look(*m_look);
        else if (auto* proof = qobject_cast<ProofSlip*>(made))
            proof->set_look(*m_look);
    if (m_practice)
        m_practice->set_look(*m_look);
    if (m_part) {
        m_part->set_look(*m_look);
        m_part_board->set_look(*m_look);
    }
    for (const auto& [of, section] : m_below_board)
        section->set_look(*m_look);
}

} // namespace clockface::app
