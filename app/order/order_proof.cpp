// The page of many parts: how many come out right, how many bolt up, and what each error costs.
#include "look/words.h"

#include "look/plain_text.h"
#include "measure/figures.h"
#include "order/order_slip.h"
#include "order/parts_plot.h"
#include "plan/advisor.h"

#include <QGridLayout>
#include <QLabel>
#include <cmath>

namespace clockface::app {

void OrderSlip::write_within(Card& card) {
    Sentence& within = card.sentence();
    within.reads(tr("A hole may stand {holesWithin} from its place."));
    blanks().length(within, "holesWithin", tr("what a hole may stand beside its place"),
                    [](Job& at) -> Length& { return at.holes_within; });
    const int pattern = pattern_index(document().job(), selection().pattern());
    if (pattern < 0 || document().job().blank.on_side())
        return;
    // Of the chosen pattern by itself, along each axis: the spacing may count where the height does not.
    const auto own = [pattern](std::optional<Length> Within::*axis) {
        return [pattern, axis](Job& at) -> std::optional<Length>& {
            return at.patterns[static_cast<std::size_t>(pattern)].within.*axis;
        };
    };
    Sentence& of_pattern = card.hangs_on(pattern).sentence();
    of_pattern.reads(tr("Those of {pattern} {patternWithinX} in X and {patternWithinY} in Y."),
                     {{QStringLiteral("pattern"), q(selection().pattern())}});
    blanks().optional_length(of_pattern, "patternWithinX", tr("what holes of this pattern may stand off in X"),
                             tr("as much"), own(&Within::x));
    blanks().optional_length(of_pattern, "patternWithinY", tr("what holes of this pattern may stand off in Y"),
                             tr("as much"), own(&Within::y));
}

void OrderSlip::build_proof(QVBoxLayout* box, const std::optional<ManyParts>& many) {
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    if (!many) {
        m_shown.clear();
        box->addWidget(
            quiet_label(plan.route.order.empty()
                            ? tr("There are no holes yet: place some under Holes.")
                            : tr("On the side of a bar the expected error stands with each way of standing over the "
                                 "axis and of setting the angle: see the list.")));
        box->addStretch();
        return;
    }
    auto* words = marked_label(
        tr("%1 parts made with this list and this machine's errors: <b>%2 in 100</b> come out right%3. Nineteen holes "
           "in "
           "twenty lie within <b>%4</b>.")
            .arg(many->parts)
            .arg(in_hundred(many->share_within))
            .arg(many->share_bolts ? tr(", <b>%1 in 100</b> bolt up").arg(in_hundred(*many->share_bolts)) : QString())
            .arg(q(thousandths(many->most, job.unit))) +
        (many->fits_within ? tr(" Holes with a fit are judged by %1.").arg(q(with_unit(*many->fits_within, job.unit)))
                           : QString()) +
        (many->own_within ? tr(" Patterns that say their own are judged by that.") : QString()));
    words->setObjectName(QStringLiteral("manyParts"));
    words->setWordWrap(true);
    box->addWidget(words);
    auto* plot = new PartsPlot(*m_look);
    plot->show_parts(*many, job.unit);
    box->addWidget(plot);
    box->addWidget(quiet_label(tr("What each error gives by itself, nineteen holes in twenty:")));
    auto* lines = new QGridLayout;
    lines->setVerticalSpacing(3);
    lines->setColumnStretch(0, 1);
    int row = 0;
    for (const BudgetLine& line : many->budget) {
        lines->addWidget(quiet_label(line.source ? q(in_words(*line.source)) : tr("rounding to what it shows")), row,
                         0);
        lines->addWidget(figures(q(deviation_in_words(line.most, job.unit))), row, 1);
        ++row;
    }
    box->addLayout(lines);
    box->addWidget(
        quiet_label(tr("They add up as the root of their squares, since they do not all fall the same way. The mate is "
                       "taken to be made exactly to the drawing, with usual clearance holes. On the board: where the "
                       "holes came out, drawn larger.")));
    box->addStretch();
    m_shown.show_many(*many);
}

} // namespace clockface::app
