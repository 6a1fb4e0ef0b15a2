#include "hold/hold_slip.h"

#include "holding/beneath.h"
#include "holding/clamps.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "plan/beneath_words.h"

namespace clockface::app {

namespace {

Result<QString> read_waste(Job& job, const QString& text) {
    if (text.trimmed().isEmpty() || text.trimmed() == none_word) {
        holding_wishes(job).waste = Length{};
        return QString(none_word);
    }
    return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
        holding_wishes(job).waste = read.value;
        return shown_length(job, read.value);
    });
}

} // namespace

HoldSlip::HoldSlip(Document& document, Selection& selection, ShownParts& shown, QWidget* parent)
    : Slip(document, selection, parent)
    , m_shown(shown)
    , m_beside([this](bool waiting) {
        m_batch_waits = waiting;
        if (waiting && isVisible())
            refresh();
    })
    , m_card(card(new QVBoxLayout, 10, [this](Card& made) { write(made); })) {
    body()->addLayout(m_card.place());
    body()->addStretch(1);
}

HoldSlip::~HoldSlip() {
    if (m_leave_off)
        m_leave_off->store(true); // nobody waits for it any more
}

void HoldSlip::refresh() {
    follow_batch();
    m_card.renew(document().trying());
}

void HoldSlip::write(Card& card) {
    write_holding(card);
    write_beneath(card);
    if (const Held& held = document().plan().held; held.rest && held.known) {
        card.heading(tr("How it is laid"));
        write_how_it_is_laid(card);
    }
    write_batch(card);
    write_zero(card);
    write_rest(card);
}

// What is only wanted now and then opens on asking.
void HoldSlip::write_rest(Card& card) {
    const Held& held = document().plan().held;
    if (!held.known)
        return;
    card.hangs_on(m_all);
    if (m_all || held.lean)
        write_square(card);
    if (m_all || !at_hand(document().job()).holding.adjusting.log.empty())
        write_adjusting(card);
    if (m_all)
        write_reseating(card);
    card.link(m_all ? QStringLiteral("lessOfHold") : QStringLiteral("allOfHold"),
              m_all ? tr("less") : tr("more of how it is held"), [this] {
                  m_all = !m_all;
                  refresh();
              });
}

void HoldSlip::write_holding(Card& card) {
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    const Held& held = plan.held;
    if (job.setups.size() > 1)
        card.heading(tr("Set-up %1: %2").arg(setup_index(job, job.setup) + 1).arg(q(in_words(job, at_hand(job)))));
    if (held.by_its_list) {
        card.words(QStringLiteral("heldWhy"), q(held.why));
        card.words(QStringLiteral("bushing"), q(held.through_bushing));
        return write_how_it_is_laid(card);
    }
    if (job.blank.on_side())
        return write_bar_rest(card);
    const Holdings& all = document().shop().holdings;
    std::vector<std::pair<std::string, QString>> holders;
    for (const Vise& vise : all.vises)
        holders.emplace_back(vise.name, tr("in the %1").arg(q(vise.name)));
    if (job.blank.is_round())
        for (const WorkChuck& chuck : all.chucks)
            holders.emplace_back(chuck.name, tr("in the %1").arg(q(chuck.name)));
    if (!job.blank.is_round())
        for (const AnglePlate& plate : all.angle_plates)
            holders.emplace_back(plate.name, tr("against the %1").arg(q(plate.name)));
    holders.emplace_back(std::string(), tr("by clamps on the table"));
    Sentence& s = card.sentence(QStringLiteral("holding"));
    card.hangs_on(held.vise.has_value());
    card.hangs_on(held.work_chuck.has_value());
    card.hangs_on(held.touched);
    card.hangs_on(held.against_fence);
    const QString machine = q(plan.machine.name);
    const QHash<QString, QString> said{{QStringLiteral("machine"), machine},
                                       {QStringLiteral("face"), q(face_in_words(job.blank.shape, job.blank.up))}};
    if (held.against_fence)
        s.reads(tr("On the {machine}, {face} up as drawn, it lies against fence and stop, on a board of {waste}."),
                said);
    else if (held.work_chuck && held.touched)
        s.reads(held.parallels ? tr("On the {machine}, {face} up as drawn, it is held {holder}, raised on {parallels}, "
                                    "which come out once it is tightened; edges are found with {finder}.")
                               : tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}; edges "
                                    "are found with {finder}."),
                said);
    else if (held.work_chuck)
        s.reads(held.parallels ? tr("On the {machine}, {face} up as drawn, it is held {holder}, raised on {parallels}, "
                                    "which come out once it is tightened.")
                               : tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}."),
                said);
    else if (held.vise && held.touched)
        s.reads(held.parallels
                    ? tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}, {rear}, "
                         "against {stop}; edges are found with {finder}.")
                    : tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}, against "
                         "{stop}; edges are found with {finder}."),
                said);
    else if (held.vise)
        s.reads(held.parallels
                    ? tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}, {rear}, "
                         "against {stop}.")
                    : tr("On the {machine}, {face} up as drawn, it is held {holder}, on {parallels}, against "
                         "{stop}."),
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
    if (held.vise || held.work_chuck) {
        write_parallels(s);
        if (held.parallels && held.vise)
            blanks().flag(s, QStringLiteral("rear"), tr("whether the parallel at the rear jaw stays"),
                          tr("both stay where they are"),
                          tr("the %1 one is taken out once it is clamped").arg(q(side_in_words(held, true))),
                          [](Job& at) -> bool& { return holding_wishes(at).rear_taken_out; });
    } else {
        blanks().custom(
            s, QStringLiteral("waste"), tr("thickness of the board under it"),
            [this](const Job& at) {
                const Length board = document().plan().held.waste;
                return board == Length{} ? QString(none_word) : shown_length(at, board);
            },
            [](Job& at, const QString& text) -> Result<QString> { return read_waste(at, text); });
    }
    if (!held.against_fence && !held.work_chuck)
        write_stop(s);
    if (held.touched)
        write_finder(s);
    const HoldingWishes& said_of_it = at_hand(job).holding;
    if ((held.vise && m_all) || said_of_it.turned || said_of_it.aside != Length{})
        write_vise_stands(card);
    else if (!held.clamps.empty())
        write_clamps(card);
    write_why(card);
}

// Why it is held so, what has to be seen to, and where its figures come from.
void HoldSlip::write_why(Card& card) {
    const Job& job = document().job();
    const Held& held = document().plan().held;
    const Holdings& all = document().shop().holdings;
    card.words(QStringLiteral("heldFault"), q(held.fault));
    card.words(QStringLiteral("heldWhy"), q(held.why));
    card.words(QStringLiteral("bushing"), q(held.through_bushing));
    card.words(QStringLiteral("parallelsWhy"), q(held.why_parallels));
    card.words(QStringLiteral("spinning"), q(kept_from_spinning(held)));
    card.words(QStringLiteral("passing"), q(passing_in_words(held, document().plan().room, job.unit)));
    card.words(QStringLiteral("madeUp"),
               all.own || !(all == default_holdings())
                   ? QString()
                   : tr("Sizes of vises and parallels are the made-up shop's: measure your own "
                        "and type them in under what the shop has."));
    // What a piece allows is not proposed, so it is not forgotten with what is.
    HoldingWishes as_proposed;
    as_proposed.batch = at_hand(job).holding.batch;
    as_proposed.adjusting = at_hand(job).holding.adjusting; // and what was read stays read
    const bool said_any = !(at_hand(job).holding == as_proposed);
    card.links([&] {
        card.link(QStringLiteral("holdingsInShop"), tr("what the shop has"),
                  [this] { emit shop_wanted(QStringLiteral("hold")); });
        if (said_any)
            card.link(QStringLiteral("asProposed"), tr("as proposed"), [this, as_proposed] {
                Job next = document().settled();
                holding_wishes(next) = as_proposed;
                document().edit(tr("hold as proposed"), next);
            });
    });
}

void HoldSlip::write_parallels(Sentence& s) {
    std::vector<std::pair<std::string, QString>> pairs{{std::string(), tr("no parallels")}};
    for (const ParallelPair& pair : document().shop().holdings.parallels)
        pairs.emplace_back(name_of(pair), tr("the %1 parallels").arg(q(in_words(pair))));
    blanks().one_of<std::string>(
        s, QStringLiteral("parallels"), tr("what it stands on"), Fillings<std::string>(pairs),
        [this](const Job&) {
            const Held& now = document().plan().held;
            return now.parallels ? name_of(*now.parallels) : std::string();
        },
        [](Job& at, const std::string& name) { holding_wishes(at).parallels = name; });
}

// What a bar lies in while its side is drilled. In a collet block the block is named, and the vise that holds it.
void HoldSlip::write_bar_rest(Card& card) {
    const Held& held = document().plan().held;
    const BarRest rest = held.rest.value_or(at_hand(document().job()).holding.rest.value_or(BarRest::Jaws));
    Sentence& s = card.sentence(QStringLiteral("holding"));
    card.hangs_on(rest);
    const QHash<QString, QString> said{{QStringLiteral("machine"), q(document().plan().machine.name)}};
    // Marked out it lies on the plate first.
    const bool marked = std::holds_alternative<LayoutBench>(document().plan().machine.kind);
    card.hangs_on(marked);
    switch (rest) {
    case BarRest::VeeBlock:
        s.reads(marked ? tr("Once it is marked on the {machine}, the bar is drilled lying {rest}.")
                       : tr("For the {machine}, its side up, the bar lies {rest}."),
                said);
        break;
    case BarRest::Jaws:
        s.reads(
            marked
                ? tr("Once it is marked on the {machine}, the bar is drilled lying {rest}, {holder}, on {parallels}.")
                : tr("For the {machine}, its side up, the bar lies {rest}, {holder}, on {parallels}."),
            said);
        break;
    case BarRest::ColletBlock:
        s.reads(marked ? tr("Once it is marked on the {machine}, the bar is gripped {rest}, the block {holder}, on "
                            "{parallels}.")
                       : tr("For the {machine}, its side up, the bar is gripped {rest}, the block {holder}, on "
                            "{parallels}."),
                said);
        break;
    }
    blanks().one_of<BarRest>(
        s, QStringLiteral("rest"), tr("what the bar lies in"),
        {{BarRest::Jaws, tr("between the jaws")},
         {BarRest::VeeBlock, tr("in a vee block on the table")},
         {BarRest::ColletBlock, tr("in a collet block")}},
        [rest](const Job&) { return rest; },
        [](Job& at, BarRest to) {
            holding_wishes(at).rest = to;
            holding_wishes(at).in.reset();
            holding_wishes(at).parallels.reset(); // what stood well in one need not in another
        });
    if (rest != BarRest::VeeBlock) {
        std::vector<std::pair<std::string, QString>> vises;
        for (const Vise& vise : document().shop().holdings.vises)
            vises.emplace_back(vise.name, tr("in the %1").arg(q(vise.name)));
        write_holder(s, vises);
        write_parallels(s);
    }
    write_why(card);
}

// The moves of the list that lay the work: their own words.
void HoldSlip::write_how_it_is_laid(Card& card) {
    const SetupPlan& plan = document().plan();
    const WordingNeeds needs = words_for(document().job(), plan);
    constexpr int most = 12;
    int number = 0;
    for (const Instruction& each : plan.route.list)
        if (lays_the_work(each.action) && number < most) {
            ++number;
            card.words(QStringLiteral("laid:%1").arg(number),
                       tr("%1. %2").arg(number).arg(q(in_words(each, needs).sentence)), Card::OfUse::ToCopy);
        }
}

void HoldSlip::write_holder(Sentence& s, const std::vector<std::pair<std::string, QString>>& holders) {
    blanks().one_of<std::string>(
        s, QStringLiteral("holder"), tr("what holds the work"), Fillings<std::string>(holders),
        [this](const Job&) {
            const Held& now = document().plan().held;
            if (!now.known) // what was wished, and cannot be
                return at_hand(document().job()).holding.in.value_or(std::string());
            return now.holder();
        },
        [](Job& at, const std::string& in) {
            holding_wishes(at).in = in;
            holding_wishes(at).parallels.reset(); // what stood well in one vise need not in another
        });
}

// How the vise stands on the table, and the work in it.
void HoldSlip::write_vise_stands(Card& card) {
    Sentence& s = card.sentence(QStringLiteral("viseStands"));
    const bool turned = document().plan().held.turned;
    s.reads(turned ? tr("The vise stands {turned}; the work's middle lies {aside} beyond the middle of the jaws.")
                   : tr("The vise stands {turned}; the work's middle lies {aside} right of the middle of the jaws."));
    blanks().one_of<bool>(
        s, QStringLiteral("turned"), tr("how the vise stands on the table"),
        {{false, tr("with its jaws from left to right")}, {true, tr("turned a quarter, its rear jaw at the left")}},
        [this](const Job&) { return document().plan().held.turned; },
        [](Job& at, bool is) { holding_wishes(at).turned = is; });
    blanks().length(s, QStringLiteral("aside"), tr("how far the work lies beside the middle of the jaws"),
                    [](Job& at) -> Length& { return holding_wishes(at).aside; });
}

void HoldSlip::write_clamps(Card& card) {
    const Held& held = document().plan().held;
    std::vector<std::pair<std::optional<ClampAt>, QString>> places;
    for (const ClampAt& each : clamp_places(held.round))
        places.emplace_back(each, q(in_words(each)));
    const auto blank = [&](Sentence& s, const QString& name, const QString& what, std::size_t index) {
        auto all = places;
        if (index > 0)
            all.emplace_back(std::nullopt, tr("nowhere else"));
        blanks().one_of<std::optional<ClampAt>>(
            s, name, what, Fillings<std::optional<ClampAt>>(all),
            [this, index](const Job&) {
                const std::vector<ClampAt>& now = document().plan().held.clamps;
                return index < now.size() ? std::optional(now[index]) : std::nullopt;
            },
            [this, index](Job& at, const std::optional<ClampAt>& place) {
                std::vector<ClampAt> next = document().plan().held.clamps;
                if (!place)
                    next.resize(std::min(next.size(), index));
                else if (index < next.size())
                    next[index] = *place;
                else
                    next.push_back(*place);
                holding_wishes(at).clamps = next;
            });
    };
    Sentence& s = card.sentence(QStringLiteral("clampsAt"));
    s.reads(tr("Clamps stand at {firstClamp} and {secondClamp}."));
    blank(s, QStringLiteral("firstClamp"), tr("where the first clamp stands"), 0);
    blank(s, QStringLiteral("secondClamp"), tr("where the second clamp stands"), 1);
}

void HoldSlip::write_stop(Sentence& s) {
    const bool turned = document().plan().held.turned;
    blanks().one_of<StopAt>(
        s, QStringLiteral("stop"), tr("where it is stopped"),
        {{StopAt::None, tr("no stop")},
         {StopAt::Left, turned ? tr("a stop at the near end") : tr("a stop at the left")},
         {StopAt::Right, turned ? tr("a stop at the far end") : tr("a stop at the right")}},
        [this](const Job&) { return document().plan().held.stop; },
        [](Job& at, StopAt stop) { holding_wishes(at).stop = stop; });
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

void HoldSlip::write_square(Card& card) {
    const Held& held = document().plan().held;
    card.heading(tr("Square to the spindle"));
    Sentence& s = card.sentence(QStringLiteral("square"));
    s.reads(tr("An indicator swung half round the spindle, over {span}, reads {apart} apart."));
    blanks().length(s, QStringLiteral("span"), tr("what the indicator is swung over"),
                    [](Job& at) -> Length& { return holding_wishes(at).swing_span; });
    blanks().optional_length(s, QStringLiteral("apart"), tr("what the indicator reads apart"), tr("not swung yet"),
                             [](Job& at) -> std::optional<Length>& { return holding_wishes(at).swing_reads; });
    int number = 0;
    for (const std::string& sentence : square_advice(at_hand(document().job()).holding, held.height,
                                                     document().job().holes_within, document().job().unit))
        card.words(QStringLiteral("square:%1").arg(++number), q(sentence));
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
