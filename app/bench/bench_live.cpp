// The Bench with a readout that talks, and where zero was lost.
#include "bench/bench_view.h"

#include "look/words.h"
#include "measure/figures.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QVBoxLayout>

namespace clockface::app {

void BenchView::put_in_place_of_picture(QWidget* widget) {
    m_instead = widget;
    findChild<QLabel*>(QStringLiteral("benchLeave"))->setText(tr("Esc leaves practice, nothing of it is kept"));
    auto* middle = qobject_cast<QHBoxLayout*>(m_page->layout());
    middle->insertWidget(0, widget, 46);
    show_picture(nullptr);
}

bool BenchView::card_is_covered() const {
    return (m_overview && m_overview->isVisible()) || (m_lost_zero && m_lost_zero->isVisible());
}

void BenchView::live_came() {
    const int before = m_live_strip->isVisible() ? m_live_strip->height() : 0;
    m_live_strip->show_live(m_live);
    if (!m_live.wanted() && gate())
        m_live_strip->hide();
    if (before != (m_live_strip->isVisible() ? m_live_strip->height() : 0))
        refresh(); // it takes room
}

// Only the way to a place is passed so: what is made there, a change of cutter and every gate wait for a hand.
void BenchView::move_on_by_itself() {
    const Task* task = bench().now();
    if (!isVisible() || card_is_covered() || m_note_line->isVisible() || !task || task->deed.act != Act::Move ||
        bench().broken_off || gate())
        return;
    if (in_batch())
        return m_batch.done(m_before);
    flash();
    m_document.next_done(m_before);
}

void BenchView::show_lost_zero(bool shown) {
    if (shown && (in_batch() || bench().finished() || !can_find_again(m_document.job(), m_document.plan())))
        return;
    if (shown && !m_lost_zero) {
        m_lost_zero = new LostZeroView(m_document);
        m_lost_zero->set_look(*m_look);
        m_lost_zero->hide();
        m_lost_zero->take_from([this] { return m_live.shown(); });
        auto* all = qobject_cast<QVBoxLayout*>(layout());
        all->insertWidget(all->indexOf(m_page), m_lost_zero, 1);
        connect(m_lost_zero, &LostZeroView::leave_wanted, this, [this] { show_lost_zero(false); });
    }
    if (!m_lost_zero)
        return;
    m_page->setVisible(!shown);
    m_lost_zero->setVisible(shown);
    if (!shown) {
        refresh();
        setFocus();
    }
}

// Where zero was found again: that the figures are of this piece only, and how well this place is known.
QString BenchView::found_again_words(const Task& task) const {
    const auto lie = in_batch() ? std::nullopt : lie_of(m_document.piece(), m_document.plan().setup);
    if (!lie || task.hole < 0)
        return {};
    const Unit unit = unit_of(m_document.plan().machine);
    const PlaceError error = lie->error_at(plan().holes[static_cast<std::size_t>(task.hole)].at);
    return tr(" Zero was found again for this piece: %1 This place is known within %2 in X and %3 in Y, %4 in all.")
        .arg(q(in_words(*lie, unit)), q(thousandths(error.x, unit)), q(thousandths(error.y, unit)),
             q(thousandths(error.away, unit)));
}

} // namespace clockface::app
