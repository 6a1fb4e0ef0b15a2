// What the Bench says around its card: where it stands in job and list, what comes next, how near is near enough.
#include "bench/bench_view.h"

#include "bench/expected.h"
#include "look/words.h"
#include "measure/figures.h"
#include "ordering/wording.h"

#include <algorithm>
#include <cmath>

namespace clockface::app {

// Which piece and which set-up; nothing where there is one of each.
QString BenchView::setup_line() const {
    const Job& job = m_document.job();
    QStringList parts;
    if (job.pieces > 1 && !in_batch())
        parts << tr("piece %1 of %2").arg(q(in_words(m_document.piece()))).arg(job.pieces);
    if (job.setups.size() > 1) {
        const Setup& here = at_hand(job);
        parts << tr("set-up %1 of %2: %3")
                     .arg(setup_index(job, here.id) + 1)
                     .arg(job.setups.size())
                     .arg(q(in_words(job, here)));
    }
    if (m_document.job().is_for == JobFor::Example)
        parts << tr("an example");
    else if (m_document.piece().played && m_document.job().is_for == JobFor::Parts)
        parts << tr("played, it does not count");
    return parts.join(QStringLiteral(" · "));
}

QString BenchView::laid_otherwise() const {
    const Job& job = m_document.job();
    const Piece piece = in_batch() ? piece_of(job, all_pieces) : m_document.piece();
    const auto events = standing_events(piece);
    const auto last = std::find_if(events.rbegin(), events.rend(),
                                   [](const Event* event) { return std::holds_alternative<Done>(event->what); });
    const Setup& here = at_hand(job);
    if (last == events.rend())
        return {};
    const Setup* before = find_setup(job, std::get<Done>((*last)->what).deed.setup);
    if (!before || before->id == here.id || bench().finished())
        return {};
    return tr("Now set-up %1 of %2, %3. Until now the work lay for %4: lay it anew.")
        .arg(setup_index(job, here.id) + 1)
        .arg(job.setups.size())
        .arg(q(in_words(job, here)), q(in_words(job, *before)));
}

QString BenchView::place_in_list() const {
    const SetupPlan& plan = m_document.plan();
    const BenchState& now = bench();
    QStringList parts;
    if (const QString setup = setup_line(); !setup.isEmpty())
        parts << setup;
    parts << q(plan.machine.name);
    if (in_batch())
        parts << q(place_in_words(*m_batch.walk(), m_batch.state()))
              << (m_batch.settings().proved ? QStringList() : QStringList(tr("perhaps not the fewest settings")));
    else if (const Task* task = now.now()) {
        const std::vector<BenchCard> cards = cards_of(now, size());
        const auto at =
            std::find_if(cards.begin(), cards.end(), [&](const BenchCard& card) { return now.next < card.end; });
        parts << (size() == CardSize::Hole ? tr("card %1 of %2") : tr("move %1 of %2"))
                     .arg(at - cards.begin() + 1)
                     .arg(cards.size());
        if (task->hole >= 0) {
            const auto& order = now.list.order.empty() ? plan.route.order : now.list.order;
            const auto here = std::find(order.begin(), order.end(), task->hole);
            const QString name = q(plan.holes[static_cast<std::size_t>(task->hole)].name);
            parts << (here == order.end()
                          ? tr("hole %1").arg(name)
                          : tr("hole %1, %2 of %3").arg(name).arg(here - order.begin() + 1).arg(order.size()));
        }
    }
    return parts.join(QStringLiteral(" · "));
}

QString BenchView::next_moves(int shown) const {
    const BenchState& now = bench();
    if (in_batch())
        return tr("next  %1").arg(title_of_load(m_batch.then()));
    QString text;
    bool is_next = true;
    for (const BenchCard& card : cards_of(now, size())) {
        if (card.first <= now.next)
            continue;
        if (shown-- == 0)
            break;
        text += tr("%1  %2\n").arg(is_next ? tr("next") : tr("then"), title_of(card));
        is_next = false;
    }
    return text.trimmed();
}

// What is set or done first on it, and where more follows, what is cut with.
QString BenchView::title_of(const BenchCard& card) const {
    const std::vector<Task>& tasks = bench().tasks;
    const Task &first = tasks[static_cast<std::size_t>(card.first)],
               &last = tasks[static_cast<std::size_t>(card.end - 1)];
    const QString sentence = q(wording(first).sentence);
    return last.deed.with.empty() || card.end - card.first < 2 ? sentence
                                                               : tr("%1 Then the %2.").arg(sentence, q(last.deed.with));
}

// How far from its figure a readout may stand, in whole steps of its display.
QString BenchView::near_enough(const Task& task) const {
    const auto show = expected_show(job(), plan(), instruction(task));
    if (!show)
        return {};
    const Unit unit = unit_of(m_document.plan().machine);
    const Length step = std::get<Readout>(m_document.plan().machine.kind).resolution;
    const auto whole = [&](Length off) { return q(with_unit(step * std::floor(off / step), unit)); };
    return tr(" Near enough for this hole: within %1 in X and %2 in Y.").arg(whole(show->off_x), whole(show->off_y));
}

} // namespace clockface::app
