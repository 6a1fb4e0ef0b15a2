// What the Hold slip says of zero: by what it is found, step by step, and from where figures are given too.
#include "bench/zero_history.h"
#include "hold/hold_slip.h"
#include "look/words.h"
#include "measure/limits.h"
#include "ordering/pick_up.h"
#include "ordering/zero_advice.h"
#include "words/say.h"

#include <QDateTime>
#include <QLocale>

namespace clockface::app {

namespace {

// Where a kind of middle is looked for until the user says: the rim's is the work's own; otherwise the first hole that
// is in the blank already, or zero.
CentreWish usual_centre(const Job& job, CentreKind kind) {
    const Point datum = datum_from_middle(job);
    if (kind == CentreKind::Rim)
        return {kind, {-datum.x, -datum.y}};
    for (const Existing& there : job.blank.existing)
        if (there.face == job.blank.up && there.kind == ExistingKind::Hole)
            return {kind, there.at - datum};
    return {kind, {}};
}

} // namespace

void HoldSlip::write_finder(Sentence& s) {
    std::vector<std::pair<std::string, QString>> finders;
    for (const Finder& finder : document().shop().holdings.finders)
        finders.emplace_back(finder.name, tr("the %1").arg(q(finder.name)));
    blanks().one_of<std::string>(
        s, QStringLiteral("finder"), tr("what edges are found with"), Fillings<std::string>(finders),
        [this](const Job&) {
            const Held& now = document().plan().held;
            return now.finder ? now.finder->name : std::string();
        },
        [](Job& at, const std::string& name) { holding_wishes(at).finder = name; });
}

void HoldSlip::write_zero(Card& card) {
    const SetupPlan& plan = document().plan();
    const std::size_t moves = moves_that_find_zero(plan.route);
    const bool wished = at_hand(document().job()).holding.centre.has_value();
    if (moves == 0 && !wished)
        return;
    card.heading(tr("Zero is found so"));
    write_zero_by(card);
    if (std::holds_alternative<Readout>(plan.machine.kind))
        write_local_zero(card);
    int number = 0;
    for (const std::string& sentence : zero_advice(document().job(), plan.held, plan.route, plan.holes))
        card.words(QStringLiteral("zeroAdvice:%1").arg(++number), q(sentence));
    const WordingNeeds needs = words_for(document().job(), plan);
    for (std::size_t move = 0; move < moves; ++move)
        card.words(QStringLiteral("zero:%1").arg(move + 1),
                   tr("%1. %2").arg(move + 1).arg(q(in_words(plan.route.list[move], needs).sentence)),
                   Card::OfUse::ToCopy);
    write_zero_history(card);
}

// Every zero that was set on this readout, the last one first, and the way back to each.
void HoldSlip::write_zero_history(Card& card) {
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    const std::vector<ZeroSet> all = zero_history(job, document().shop(), plan.machine.id);
    if (all.empty())
        return;
    constexpr std::size_t most = 12;
    const Unit unit = unit_of(plan.machine);
    card.heading(tr("Zeros that were set"));
    std::size_t number = 0;
    for (auto zero = all.rbegin(); zero != all.rend() && number < most; ++zero) {
        ++number;
        const QString when = QLocale().toString(QDateTime::fromSecsSinceEpoch(zero->time), QLocale::ShortFormat);
        QStringList said{tr("%1, piece %2.").arg(when).arg(zero->piece), q(in_words(*zero, unit)),
                         q(creep_advice(*zero, job.holes_within)), q(way_back(*zero, unit))};
        said.removeAll(QString());
        card.words(QStringLiteral("zeroSet:%1").arg(number), said.join(QLatin1Char(' ')));
        if (zero->back && *zero->back != Length{})
            card.link(QStringLiteral("zeroBack:%1").arg(number), tr("it is set so again"),
                      [this, again = *zero] { document().restore_zero(again); });
    }
}

// By what zero is found, and how often or where.
void HoldSlip::write_zero_by(Card& card) {
    const Job& job = document().job();
    const bool wished = at_hand(job).holding.centre.has_value();
    Sentence& s = card.sentence(QStringLiteral("zeroBy"));
    s.reads(wished ? tr("It is found {zeroBy}, whose middle stands at X {centreX}, Y {centreY}.")
                   : tr("It is found {zeroBy}. Times each face is touched: {times}."));
    std::vector<std::pair<std::optional<CentreKind>, QString>> ways{
        {std::nullopt, tr("by touching faces of the work")},
        {CentreKind::Bore, tr("over a bore, with an indicator")},
        {CentreKind::PinInHole, tr("over a hole, with a pin")},
        {CentreKind::ScribedCross, tr("over a scribed crossing, by eye")}};
    if (job.blank.is_round() || (wished && at_hand(job).holding.centre->kind == CentreKind::Rim))
        ways.emplace_back(CentreKind::Rim, tr("over the disc, with an indicator round its rim"));
    card.hangs_on(ways.size());
    blanks().one_of<std::optional<CentreKind>>(
        s, QStringLiteral("zeroBy"), tr("what zero is found by"), Fillings<std::optional<CentreKind>>(ways),
        [](const Job& at) {
            const std::optional<CentreWish>& wish = at_hand(at).holding.centre;
            return wish ? std::optional(wish->kind) : std::nullopt;
        },
        [](Job& at, const std::optional<CentreKind>& kind) {
            holding_wishes(at).centre = kind ? std::optional(usual_centre(at, *kind)) : std::nullopt;
        });
    if (!wished) {
        blanks().count(
            s, QStringLiteral("times"), tr("how often each face is touched"), 1, limits::touches,
            [](Job& at) -> int& { return holding_wishes(at).touches; }, later("times"));
        return;
    }
    const auto place = [](Job& at) -> Point& { return holding_wishes(at).centre->at; };
    blanks().coordinate(s, QStringLiteral("centreX"), tr("X of its middle"), Axis::X, place);
    blanks().coordinate(s, QStringLiteral("centreY"), tr("Y of its middle"), Axis::Y, place);
}

// A zero of its own on a hole: the drawing's stays, and at every place both are given.
void HoldSlip::write_local_zero(Card& card) {
    Sentence& s = card.sentence(QStringLiteral("local"));
    s.reads(tr("Figures are given from a local zero too, on hole {localZero}."));
    blanks().custom(
        s, QStringLiteral("localZero"), tr("hole that a local zero stands on"),
        [this](const Job& at) {
            for (const Hole& hole : document().plan().holes)
                if (at_hand(at).holding.local_zero == id_of(at, hole))
                    return q(hole.name);
            return QString(none_word);
        },
        [this](Job& at, const QString& text) -> Result<QString> {
            const QString name = text.trimmed();
            holding_wishes(at).local_zero.reset();
            if (name.isEmpty() || name == none_word)
                return QString(none_word);
            for (const Hole& hole : document().plan().holes)
                if (q(hole.name).compare(name, Qt::CaseInsensitive) == 0) {
                    holding_wishes(at).local_zero = id_of(at, hole);
                    return q(hole.name);
                }
            return problem(
                "",
                tr("There is no hole %1 in this face. One of its holes would do, or none.").arg(name).toStdString());
        });
}

} // namespace clockface::app
