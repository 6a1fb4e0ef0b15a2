#include "hold/hold_slip.h"

#include "holding/beneath.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/limits.h"
#include "measure/shop_number.h"
#include "ordering/pick_up.h"
#include "plan/beneath_words.h"

namespace clockface::app {

namespace {

HoldingWishes& wishes(Job& job) {
    return at_hand(job).holding;
}

Result<QString> read_waste(Job& job, const QString& text) {
    if (text.trimmed().isEmpty() || text.trimmed() == none_word) {
        wishes(job).waste = Length{};
        return QString(none_word);
    }
    return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
        wishes(job).waste = read.value;
        return shown_length(job, read.value);
    });
}

} // namespace

HoldSlip::HoldSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent)
    , m_card(card(new QVBoxLayout, 10, [this](Card& made) { write(made); })) {
    body()->addLayout(m_card.place());
    body()->addStretch(1);
}

void HoldSlip::refresh() {
    m_card.renew(document().trying());
}

void HoldSlip::write(Card& card) {
    write_holding(card);
    write_beneath(card);
    write_zero(card);
    write_square(card);
    write_reseating(card);
}

void HoldSlip::write_holding(Card& card) {
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    const Held& held = plan.held;
    if (job.setups.size() > 1)
        card.heading(tr("Set-up %1: %2").arg(setup_index(job, job.setup) + 1).arg(q(in_words(job, at_hand(job)))));
    if (held.by_its_list) {
        card.words(QStringLiteral("heldWhy"), q(held.why));
        return;
    }
    const Holdings& all = document().shop().holdings;
    std::vector<std::pair<std::string, QString>> holders;
    for (const Vise& vise : all.vises)
        holders.emplace_back(vise.name, tr("in the %1").arg(q(vise.name)));
    holders.emplace_back(std::string(), tr("by clamps on the table"));
    std::vector<std::pair<std::string, QString>> pairs{{std::string(), tr("no parallels")}};
    for (const ParallelPair& pair : all.parallels)
        pairs.emplace_back(name_of(pair), tr("the %1 parallels").arg(q(in_words(pair))));
    Sentence& s = card.sentence(QStringLiteral("holding"));
    card.hangs_on(held.vise.has_value());
    card.hangs_on(held.touched);
    card.hangs_on(held.against_fence);
    const QString machine = q(plan.machine.name);
    const QHash<QString, QString> said{{QStringLiteral("machine"), machine},
                                       {QStringLiteral("face"), q(face_in_words(job.blank.shape, job.blank.up))}};
    if (held.against_fence)
        s.reads(tr("On the {machine}, {face} up as drawn, it lies against fence and stop, on a board of {waste}."),
                said);
    else if (held.vise && held.touched)
        s.reads(tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}, {rear}, against {stop}; "
                   "edges are found with {finder}."),
                said);
    else if (held.vise)
        s.reads(
            tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}, {rear}, against {stop}."),
            said);
    else if (held.touched)
        s.reads(tr("On the {machine}, {face} up as drawn, it is held {holder}, with a board of {waste} under it, "
                   "against {stop}; "
                   "edges are found with {finder}."),
                said);
    else
        s.reads(tr("On the {machine}, {face} up as drawn, it is held {holder}, with a board of {waste} under it, "
                   "against {stop}."),
                said);
    if (!held.against_fence)
        write_holder(s, holders);
    if (held.vise) {
        blanks().one_of<std::string>(
            s, QStringLiteral("parallels"), tr("what it stands on"), Fillings<std::string>(pairs),
            [this](const Job&) {
                const Held& now = document().plan().held;
                return now.parallels ? name_of(*now.parallels) : std::string();
            },
            [](Job& at, const std::string& name) { wishes(at).parallels = name; });
        blanks().flag(s, QStringLiteral("rear"), tr("whether the parallel at the rear jaw stays"),
                      tr("both stay where they are"), tr("the rear one is taken out once it is clamped"),
                      [](Job& at) -> bool& { return wishes(at).rear_taken_out; });
    } else {
        blanks().custom(
            s, QStringLiteral("waste"), tr("thickness of the board under it"),
            [this](const Job& at) {
                const Length board = document().plan().held.waste;
                return board == Length{} ? QString(none_word) : shown_length(at, board);
            },
            [](Job& at, const QString& text) -> Result<QString> { return read_waste(at, text); });
    }
    if (!held.against_fence)
        write_stop(s);
    if (held.touched)
        write_finder(s);
    card.words(QStringLiteral("heldFault"), q(held.fault));
    card.words(QStringLiteral("heldWhy"), q(held.why));
    card.words(QStringLiteral("parallelsWhy"), q(held.why_parallels));
    card.words(QStringLiteral("spinning"), q(kept_from_spinning(held)));
    card.words(QStringLiteral("madeUp"),
               all == default_holdings() ? tr("Sizes of vises and parallels are the made-up shop's: measure your own "
                                              "and type them in under what the shop has.")
                                         : QString());
    const bool said_any = !(at_hand(job).holding == HoldingWishes{});
    card.links([&] {
        card.link(QStringLiteral("holdingsInShop"), tr("what the shop has"),
                  [this] { emit shop_wanted(QStringLiteral("hold")); });
        if (said_any)
            card.link(QStringLiteral("asProposed"), tr("as proposed"), [this] {
                Job next = document().settled();
                wishes(next) = {};
                document().edit(tr("hold as proposed"), next);
            });
    });
}

void HoldSlip::write_holder(Sentence& s, const std::vector<std::pair<std::string, QString>>& holders) {
    blanks().one_of<std::string>(
        s, QStringLiteral("holder"), tr("what holds the work"), Fillings<std::string>(holders),
        [this](const Job&) {
            const Held& now = document().plan().held;
            return now.vise ? now.vise->name : std::string();
        },
        [](Job& at, const std::string& in) {
            wishes(at).in = in;
            wishes(at).parallels.reset(); // what stood well in one vise need not in another
        });
}

void HoldSlip::write_stop(Sentence& s) {
    blanks().one_of<StopAt>(
        s, QStringLiteral("stop"), tr("where it is stopped"),
        {{StopAt::None, tr("no stop")},
         {StopAt::Left, tr("a stop at the left")},
         {StopAt::Right, tr("a stop at the right")}},
        [this](const Job&) { return document().plan().held.stop; },
        [](Job& at, StopAt stop) { wishes(at).stop = stop; });
}

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
        [](Job& at, const std::string& name) { wishes(at).finder = name; });
}

void HoldSlip::write_beneath(Card& card) {
    const SetupPlan& plan = document().plan();
    if (plan.held.by_its_list || plan.holes.empty())
        return;
    card.heading(tr("What the drills meet"));
    int number = 0;
    for (const BeneathGroup& group : beneath_groups(plan, document().job().unit)) {
        LineLook look;
        look.aside = group.spoils ? tr("stop") : QString();
        card.line(
            QStringLiteral("beneath:%1").arg(++number), q(group.sentence),
            [this, first = group.holes.front()] {
                const Hole& hole = document().plan().holes[static_cast<std::size_t>(first)];
                selection().select(document().job().patterns[hole.pattern].name, hole.name);
            },
            {}, look);
    }
}

void HoldSlip::write_zero(Card& card) {
    const SetupPlan& plan = document().plan();
    const std::size_t moves = moves_that_find_zero(plan.route);
    if (moves == 0)
        return;
    card.heading(tr("Zero is found so"));
    Sentence& s = card.sentence(QStringLiteral("touches"));
    s.reads(tr("Times each face is touched: {times}."));
    blanks().count(
        s, QStringLiteral("times"), tr("how often each face is touched"), 1, limits::touches,
        [](Job& at) -> int& { return wishes(at).touches; }, later("times"));
    const WordingNeeds needs = words_for(document().job(), plan);
    for (std::size_t move = 0; move < moves; ++move)
        card.words(QStringLiteral("zero:%1").arg(move + 1),
                   tr("%1. %2").arg(move + 1).arg(q(in_words(plan.route.list[move], needs).sentence)),
                   Card::OfUse::ToCopy);
}

void HoldSlip::write_square(Card& card) {
    const Held& held = document().plan().held;
    if (!held.known)
        return;
    card.heading(tr("Square to the spindle"));
    Sentence& s = card.sentence(QStringLiteral("square"));
    s.reads(tr("An indicator swung half round the spindle, over {span}, reads {apart} apart."));
    blanks().length(s, QStringLiteral("span"), tr("what the indicator is swung over"),
                    [](Job& at) -> Length& { return wishes(at).swing_span; });
    blanks().optional_length(s, QStringLiteral("apart"), tr("what the indicator reads apart"), tr("not swung yet"),
                             [](Job& at) -> std::optional<Length>& { return wishes(at).swing_reads; });
    if (held.lean)
        card.words(QStringLiteral("lean"),
                   tr("The spindle leans by %1; a hole through %2 comes out %3 beside where it went in.")
                       .arg(q(in_degrees(held.lean->tilt, 3)), q(with_unit(held.height, document().job().unit)),
                            q(deviation_in_words(held.lean->beside, document().job().unit))));
}

void HoldSlip::write_reseating(Card& card) {
    const std::vector<std::string> steps = reseating(document().plan().held);
    if (steps.empty())
        return;
    card.heading(tr("When it has been out and goes back"));
    int number = 0;
    for (const std::string& step : steps) {
        ++number;
        card.words(QStringLiteral("reseat:%1").arg(number), tr("%1. %2").arg(number).arg(q(step)));
    }
}

} // namespace clockface::app
