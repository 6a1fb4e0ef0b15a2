// What the Hold slip says of many pieces against a stop: the turns a piece allows, the fewest settings, what they cost.
#include "hold/hold_slip.h"
#include "layout/hole_names.h"
#include "look/words.h"
#include "measure/figures.h"

namespace clockface::app {

// Asked anew whenever a figure it hangs on is another; the answer comes beside the window.
void HoldSlip::follow_batch() {
    const Job& job = document().job();
    const auto parts = job.pieces > 1 ? parts_to_load(job, document().plan()) : problem("", "");
    if (parts && m_batch_of == *parts)
        return;
    m_batch.reset();
    m_batch_of.reset();
    show_setting(-1);
    if (m_leave_off)
        m_leave_off->store(true);
    if (!parts) {
        m_beside.drop();
        return;
    }
    m_batch_of = *parts;
    m_leave_off = std::make_shared<std::atomic<bool>>(false);
    m_beside.ask(
        [parts = *parts, leave_off = m_leave_off] {
            BatchAnswer answer{fewest_settings(parts, leave_off.get()), {}};
            answer.instead = fewer_if_changed(parts, answer.plan, leave_off.get());
            return answer;
        },
        [this](const BatchAnswer& answer) {
            m_batch = answer;
            refresh();
        });
}

void HoldSlip::show_setting(int setting) {
    m_setting = setting;
    if (setting < 0 || !m_batch || !m_batch_of) {
        if (!m_shown.drilled().empty())
            m_shown.show_drilled({});
        return;
    }
    m_shown.show_drilled(drilled_where(document().job(), document().plan().held, *m_batch_of,
                                       m_batch->plan.settings[static_cast<std::size_t>(setting)]));
}

void HoldSlip::hideEvent(QHideEvent* event) {
    show_setting(-1);
    Slip::hideEvent(event);
}

void HoldSlip::write_batch(Card& card) {
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    if (job.pieces < 2 || plan.held.by_its_list || plan.held.rest || plan.held.round ||
        (!plan.held.vise && !plan.held.against_fence))
        return;
    card.heading(tr("All %1 pieces against the stop").arg(job.pieces));
    Sentence& s = card.sentence(QStringLiteral("batch"));
    s.reads(
        tr("A piece {endForEnd}, {overLeftRight} and {overFrontBack}. Pieces scatter by {lengthScatter} in length and "
           "{widthScatter} in width, either way. At the Bench {together}."));
    blanks().flag(s, QStringLiteral("endForEnd"), tr("whether a piece may be turned end for end"),
                  tr("is never turned end for end"), tr("may be turned end for end"),
                  [](Job& at) -> bool& { return holding_wishes(at).batch.end_for_end; });
    blanks().flag(s, QStringLiteral("overLeftRight"), tr("whether a piece may be turned over left-right"),
                  tr("is never turned over left-right"), tr("may be turned over left-right"),
                  [](Job& at) -> bool& { return holding_wishes(at).batch.over_left_right; });
    blanks().flag(s, QStringLiteral("overFrontBack"), tr("whether a piece may be turned over front-back"),
                  tr("is never turned over front-back"), tr("may be turned over front-back"),
                  [](Job& at) -> bool& { return holding_wishes(at).batch.over_front_back; });
    blanks().length(s, QStringLiteral("lengthScatter"), tr("what the length of pieces scatters by"),
                    [](Job& at) -> Length& { return holding_wishes(at).batch.length_scatter; });
    blanks().length(s, QStringLiteral("widthScatter"), tr("what the width of pieces scatters by"),
                    [](Job& at) -> Length& { return holding_wishes(at).batch.width_scatter; });
    blanks().flag(s, QStringLiteral("together"), tr("whether the pieces go through the Bench together"),
                  tr("each goes through by itself"), tr("all go through each setting before the next is set"),
                  [](Job& at) -> bool& { return holding_wishes(at).batch.together; });
    const BatchWishes& wishes = at_hand(job).holding.batch;
    int number = 0;
    for (const Loading loading : loadings_of({wishes.end_for_end, wishes.over_left_right, wishes.over_front_back}))
        card.words(QStringLiteral("notLoaded:%1").arg(++number), q(why_not_loaded(job.blank, plan.held, loading)));
    if (!m_batch_of) {
        const auto parts = parts_to_load(job, plan);
        return card.words(QStringLiteral("batchFault"), parts ? QString() : q(parts.error().sentence));
    }
    if (m_batch)
        return write_settings(card);
    card.words(QStringLiteral("batchWaits"), tr("Looking for the fewest settings …"));
    if (m_batch_waits)
        card.link(QStringLiteral("leaveBatch"), tr("take what is found so far"), [this] { m_leave_off->store(true); });
}

void HoldSlip::write_settings(Card& card) {
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    const BatchPlan& batch = m_batch->plan;
    for (std::size_t i = 0; i < batch.settings.size(); ++i) {
        LineLook look;
        look.chosen = m_setting == static_cast<int>(i);
        card.line(
            QStringLiteral("setting:%1").arg(i + 1), q(setting_in_words(plan, batch, i, job.unit)),
            [this, i] {
                show_setting(m_setting == static_cast<int>(i) ? -1 : static_cast<int>(i));
                refresh();
            },
            {}, look);
    }
    if (!batch.out_of_reach.empty())
        card.words(QStringLiteral("outOfReach"),
                   tr("%1: no loading brings them within what they may miss. Count their figures from the end and the "
                      "edge that lie against stop and jaw, or let the pieces scatter less.")
                       .arg(q(names_in_runs(plan.holes, batch.out_of_reach))));
    if (!batch.proved)
        card.words(QStringLiteral("notProved"), tr("It was left off: there may be a way with fewer settings."));
    if (batch.settings.empty())
        return;
    const BatchCost cost = cost_of(batch, *m_batch_of, plan.held, job.pieces, plan.estimates);
    card.words(QStringLiteral("batchCost"), q(in_words(cost, batch)));
    card.words(QStringLiteral("batchPays"), q(pays_in_words(cost)));
    if (m_batch->instead) {
        const Instead& instead = *m_batch->instead;
        const QString hole = q(plan.holes[static_cast<std::size_t>(instead.hole)].name);
        card.words(QStringLiteral("instead"),
                   instead.axis == Axis::X
                       ? tr("Were %1 in the middle of the length, %2 would do. What it is for may forbid that.")
                             .arg(hole, q(count_of_settings(instead.settings)))
                       : tr("Were %1 in the middle of the width, %2 would do. What it is for may forbid that.")
                             .arg(hole, q(count_of_settings(instead.settings))));
        if (with_taken(job, plan, instead))
            card.link(QStringLiteral("takeInstead"), tr("put %1 there").arg(hole), [this, instead, hole] {
                if (const auto next = with_taken(document().settled(), document().plan(), instead))
                    document().edit(tr("%1 put in the middle").arg(hole), *next);
            });
    }
    card.hangs_on(m_batch_order);
    if (m_batch_order) {
        int number = 0;
        for (const std::string& step : batch_steps(batch, plan.held, job.pieces)) {
            ++number;
            card.words(QStringLiteral("batchStep:%1").arg(number), tr("%1. %2").arg(number).arg(q(step)));
        }
    }
    card.link(QStringLiteral("batchOrder"), m_batch_order ? tr("less") : tr("in which order all go through"), [this] {
        m_batch_order = !m_batch_order;
        refresh();
    });
}

} // namespace clockface::app
