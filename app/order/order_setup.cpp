// The page of how it is done: walk, checks, the readout's and the table's ways, the own order, and hole one.
#include "look/words.h"

#include "look/plain_text.h"
#include "measure/cases.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "order/hole_one_view.h"
#include "order/order_list.h"
#include "order/order_slip.h"
#include "ordering/handwheel.h"
#include "ordering/travel.h"
#include "plan/advisor.h"
#include "widgets/flow_layout.h"
#include "words/say.h"

#include <QHash>
#include <QLabel>
#include <QPushButton>
#include <QSet>
#include <algorithm>
#include <cmath>

namespace clockface::app {

namespace {

// The line of a dial that cannot be turned, typed as the dial shows it.
void dial_blank(const JobBlanks& blanks, Sentence& sentence, const char* name, const QString& what, const Screw& screw,
                int OrderWishes::*line) {
    blanks.custom(
        sentence, QLatin1String(name), what,
        [screw, line](const Job& job) {
            return q(dial_figure(screw, dial_line(at_hand(job).order.*line, screw.engraved())));
        },
        [screw, line](Job& job, const QString& text) -> Result<QString> {
            const auto read = read_length(text.toStdString(), screw.unit);
            if (!read)
                return tl::unexpected(read.error());
            const std::int64_t lines = round_to_step(read->value, screw.graduation()).counts;
            if (lines < 0 || lines >= screw.engraved())
                return problem("", QObject::tr("The dial shows figures from 0 to %1.")
                                       .arg(q(dial_figure(screw, screw.engraved() - 1)))
                                       .toStdString());
            at_hand(job).order.*line = static_cast<int>(lines);
            return q(say("{count} {count:line|lines}", {{"count", lines}}));
        });
}

} // namespace

void OrderSlip::write_ways(Card& card) {
    const bool flat = !document().job().blank.on_side();
    const auto write_checks = [&] {
        if (!flat)
            return;
        Sentence& walk = card.sentence();
        walk.reads(tr("Before the first hole {walkFirst}; half way round and at the last hole {checkHalfWay}."));
        blanks().flag(walk, "walkFirst", tr("a first light walk"), tr("go straight to work"),
                      tr("touch every place lightly"), [](Job& at) -> bool& { return at_hand(at).order.walk_first; });
        blanks().flag(walk, "checkHalfWay", tr("measuring half way"), tr("do not measure"),
                      tr("measure from the edges"), [](Job& at) -> bool& { return at_hand(at).order.check_half_way; });
    };
    std::visit(Cases{[&](const Handwheels& wheels) {
                         write_checks();
                         if (wheels.dials_turn)
                             return;
                         Sentence& dials = card.sentence();
                         dials.reads(tr("Over zero the X dial shows {dialX} and the Y dial {dialY}."));
                         dial_blank(blanks(), dials, "dialX", tr("X dial at zero"), wheels.x, &OrderWishes::dial_x);
                         dial_blank(blanks(), dials, "dialY", tr("Y dial at zero"), wheels.y, &OrderWishes::dial_y);
                     },
                     [&](const Readout&) {
                         write_checks();
                         if (!flat)
                             return;
                         Sentence& way = card.sentence();
                         way.reads(tr("The readout's figures are {readoutWay}."));
                         blanks().one_of<ReadoutWay>(
                             way, "readoutWay", tr("how the readout is used"),
                             {{ReadoutWay::FromZero, tr("counted from the drawing's zero")},
                              {ReadoutWay::FromEachHole, tr("counted from each hole to the next")},
                              {ReadoutWay::Routines, tr("its own routines'")}},
                             [](Job& at) -> ReadoutWay& { return at_hand(at).order.readout; });
                     },
                     [&](const RotaryTable&) {
                         if (!flat)
                             return;
                         Sentence& way = card.sentence();
                         way.reads(tr("The table's handle is set by {tableWay}."));
                         blanks().one_of<TableWay>(
                             way, "tableWay", tr("what the table is set by"),
                             {{TableWay::Dial, tr("its dial")}, {TableWay::Plates, tr("its index plates")}},
                             [](Job& at) -> TableWay& { return at_hand(at).order.table; });
                     },
                     [](const LayoutBench&) {}, [](const DrillPress&) {}, [](const MarksAcross&) {}},
               document().plan().machine.kind);
}

void OrderSlip::build_setup(QVBoxLayout* box) {
    const SetupPlan& plan = document().plan();
    if (std::holds_alternative<Readout>(plan.machine.kind) && !document().job().blank.on_side())
        build_hole_one(box);
    if (std::holds_alternative<LayoutBench>(plan.machine.kind)) {
        auto* paper = new QPushButton(tr("Template 1:1 as PDF or SVG…"));
        paper->setObjectName(QStringLiteral("template"));
        set_tip(paper, tr("To glue on the work; a bar in each direction proves the printer"));
        connect(paper, &QPushButton::clicked, this, &OrderSlip::template_wanted);
        box->addWidget(paper);
    }
    box->addStretch();
}

// Two dimples and one question settle how the readout counts.
void OrderSlip::build_hole_one(QVBoxLayout* box) {
    const auto one = hole_one(document().job(), selection().pattern());
    if (!one)
        return;
    const Job& job = document().job();
    const auto figure = [](Angle angle) { return q(in_degrees(angle)); };
    const auto* readout = std::get_if<Readout>(&document().plan().machine.kind);
    auto* title = marked_label(tr("<b>Show me hole one</b>"));
    box->addWidget(title);
    box->addWidget(new HoleOnePicture(*one, job.convention, readout->circle_convention, *m_look));
    auto* question =
        quiet_label(tr("If the shop may be wrong about this readout: key circle %1 in with the drawing's own figures, "
                       "first %2, step %3, and touch the places of holes 1 and 2 lightly. Which of these do you see?")
                        .arg(q(one->pattern), figure(one->first), figure(one->step)));
    question->setObjectName(QStringLiteral("holeOneQuestion"));
    box->addWidget(question);
    auto* tiles = new QWidget;
    auto* flow = new FlowLayout(tiles);
    const std::string machine = document().plan().machine.name;
    int number = 0;
    for (const DimpleAnswer& answer : one->answers) {
        auto* tile = new DimpleButton(answer, *m_look);
        tile->setObjectName(QStringLiteral("dimple:%1").arg(++number));
        connect(tile, &QAbstractButton::clicked, this, [this, machine, convention = answer.convention] {
            Shop shop = document().shop();
            for (Machine& each : shop.machines)
                if (auto* kind = std::get_if<Readout>(&each.kind); kind && each.name == machine)
                    kind->circle_convention = convention;
            const Result<void> kept = document().edit_shop(tr("how the readout counts"), shop, document().shop_path());
            emit told(kept ? tr("The shop now knows: %1 has %2.").arg(q(machine), q(convention.in_words()))
                           : q(kept.error().text()));
        });
        flow->addWidget(tile);
    }
    box->addWidget(tiles);
    box->addWidget(quiet_label(tr("The drawing has %1; the shop has the readout down with %2.")
                                   .arg(q(job.convention.in_words()), q(readout->circle_convention.in_words()))));
}

void OrderSlip::write_own_order(Card& card) {
    if (document().plan().holes.empty() || document().job().blank.on_side())
        return;
    card.quiet(tr("The holes in the order in which they are come to; drag one, or move it with Alt and the arrows:"));
    card.shows(QStringLiteral("orderList"), [this] {
        m_own_order = new OrderList;
        connect(m_own_order, &OrderList::hovered, this, &OrderSlip::say_cost);
        connect(m_own_order, &OrderList::reordered, this, [this](const QStringList& order) {
            edit(tr("own order of the holes"), [&](Job& at) {
                at_hand(at).order.holes = HoleOrder::ByHand;
                at_hand(at).order.by_hand.clear();
                for (const QString& name : order)
                    at_hand(at).order.by_hand.push_back(name.toStdString());
            });
        });
        return m_own_order;
    });
    card.shows(QStringLiteral("orderCost"), [this] { return m_order_cost = quiet_label({}); });
    card.shows(QStringLiteral("lookLonger"), [this] {
        auto* longer = new QPushButton(tr("Look longer for a shorter way"));
        set_tip(longer, tr("About a second for a thousand holes; the way found is kept as an order of your own"));
        connect(longer, &QPushButton::clicked, this, &OrderSlip::look_longer_now);
        return longer;
    });
}

QHash<QString, int> OrderSlip::holes_by_name() const {
    QHash<QString, int> holes;
    int index = 0;
    for (const Hole& hole : document().plan().holes)
        holes.insert(q(hole.name), index++);
    return holes;
}

void OrderSlip::show_own_order() {
    if (!m_own_order)
        return;
    const SetupPlan& plan = document().plan();
    const QHash<QString, int> holes = holes_by_name();
    QStringList names;
    QSet<QString> named;
    const auto add = [&](const QString& name) {
        if (holes.contains(name) && !named.contains(name)) {
            named.insert(name);
            names << name;
        }
    };
    // An own order is shown as it was given, whichever cutter comes first; otherwise as the list comes to them.
    if (at_hand(document().job()).order.holes == HoleOrder::ByHand)
        for (const std::string& name : at_hand(document().job()).order.by_hand)
            add(q(name));
    for (const int hole : plan.work.holes())
        add(q(plan.holes[static_cast<std::size_t>(hole)].name));
    m_own_order->show_order(names);
    say_cost(names);
}

// What going once round would take, and what that is more or less than now.
void OrderSlip::say_cost(const QStringList& order) {
    const SetupPlan& plan = document().plan();
    const QHash<QString, int> known = holes_by_name();
    const auto seconds = [&](const QStringList& names) {
        std::vector<int> order_of_names;
        for (const QString& name : names)
            if (const auto found = known.find(name); found != known.end())
                order_of_names.push_back(*found);
        return seconds_round(plan.machine, plan.estimates, plan.holes, order_of_names);
    };
    const double now = seconds(order);
    const auto more = std::lround(now - seconds(m_own_order->order()));
    m_order_cost->setText(more == 0 ? tr("Once round takes about %1 s.").arg(std::lround(now))
                                    : tr("Once round would take about %1 s, %2 s %3 than now.")
                                          .arg(std::lround(now))
                                          .arg(std::labs(more))
                                          .arg(more > 0 ? tr("more") : tr("less")));
}

void OrderSlip::look_longer_now() {
    m_searching.ask(
        [job = document().job(), plan = document().plan()] { return look_longer(job, plan); },
        [this, before = document().settled()](const LongSearch& found) {
            if (!(document().settled() == before))
                return emit told(tr("The job has changed meanwhile, so the way found is not taken."));
            if (found.seconds > found.before - 1.0)
                return emit told(
                    tr("There is none: going round takes about %1 s as it is.").arg(std::lround(found.before)));
            edit(tr("a shorter way"), [&](Job& at) {
                at_hand(at).order.holes = HoleOrder::ByHand;
                at_hand(at).order.by_hand = found.names;
            });
            emit told(tr("Going round now takes about %1 s instead of %2 s.")
                          .arg(std::lround(found.seconds))
                          .arg(std::lround(found.before)));
        });
}

} // namespace clockface::app
