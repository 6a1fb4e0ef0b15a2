// One machine: its screws and dials, its spindle, and the guided test for its backlash.
#include "look/plain_figure.h"
#include "look/words.h"
#include "measure/cases.h"
#include "measure/figures.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "shop/backlash_box.h"
#include "shop/shop_view.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace clockface::app {

namespace {

// Words of blanks that are read again when they are typed: they are no messages, and the same in every language.
constexpr QLatin1String no_plates("no");
constexpr QLatin1String up_to("to");

// "95, 160, 265" or "60 to 4200".
QString speeds_in_words(const Spindle& spindle) {
    if (spindle.steps.empty())
        return QStringLiteral("%1 %2 %3")
            .arg(plain_figure(spindle.slowest, 1), up_to, plain_figure(spindle.fastest, 1));
    QStringList all;
    for (const double step : spindle.steps)
        all << plain_figure(step, 1);
    return all.join(QStringLiteral(", "));
}

Result<QString> read_speeds(Spindle& spindle, const QString& text) {
    const QStringList range = text.split(up_to, Qt::SkipEmptyParts);
    const bool by_range = range.size() == 2 && !text.contains(QLatin1Char(','));
    std::vector<double> read;
    for (const QString& part : by_range ? range : text.split(QLatin1Char(','), Qt::SkipEmptyParts)) {
        const auto figure = read_number(part.trimmed().toStdString());
        if (!figure)
            return tl::unexpected(figure.error());
        read.push_back(*figure);
    }
    if (read.empty())
        return problem(
            "", QObject::tr("Speeds such as 95, 160, 265, or a range such as 60 to 4200, would do.").toStdString());
    std::sort(read.begin(), read.end());
    spindle.steps = by_range ? std::vector<double>{} : read;
    if (by_range) {
        spindle.slowest = read.front();
        spindle.fastest = read.back();
    }
    return by_range ? QObject::tr("any speed between") : QObject::tr("%1 steps").arg(read.size());
}

// "15, 16, 17; 21, 23", or "no": circles with commas between them, plates with semicolons.
QString plates_in_words(const std::vector<std::vector<int>>& plates) {
    QStringList all;
    for (const auto& plate : plates) {
        QStringList circles;
        for (const int holes : plate)
            circles << QString::number(holes);
        all << circles.join(QStringLiteral(", "));
    }
    return all.isEmpty() ? no_plates : all.join(QStringLiteral("; "));
}

Result<QString> read_plates(std::vector<std::vector<int>>& plates, const QString& text) {
    std::vector<std::vector<int>> read;
    int circles = 0;
    if (text.trimmed() != no_plates)
        for (const QString& plate : text.split(QLatin1Char(';'), Qt::SkipEmptyParts)) {
            read.emplace_back();
            for (const QString& holes : plate.split(QLatin1Char(','), Qt::SkipEmptyParts)) {
                bool whole = false;
                read.back().push_back(holes.trimmed().toInt(&whole));
                ++circles;
                if (!whole || read.back().back() < 2)
                    return problem("",
                                   QObject::tr("'%1' is no number of holes. Circles such as 15, 16, 17; 21, 23 would "
                                               "do, or no.")
                                       .arg(holes.trimmed())
                                       .toStdString());
            }
        }
    plates = read;
    return circles == 0 ? QObject::tr("no index plates") : QObject::tr("%1 circles").arg(circles);
}

Machine* machine_at(Shop& shop, std::size_t index) {
    return index < shop.machines.size() ? &shop.machines[index] : nullptr;
}

template <class Kind> std::function<Kind*(Shop&)> kind_at(std::size_t index) {
    return [index](Shop& shop) {
        Machine* machine = machine_at(shop, index);
        return machine ? std::get_if<Kind>(&machine->kind) : nullptr;
    };
}

} // namespace

void ShopView::write_screw(Card& card, const QString& id, const QString& axis, Unit unit,
                           const ShopBlanks::Reach<Screw>& reach) {
    const auto part = [reach](auto member) {
        return [reach, member](Shop& shop) { return reach(shop) ? &(reach(shop)->*member) : nullptr; };
    };
    Sentence& s = card.sentence();
    s.reads(
        tr("{axis}: one turn of the handle moves it {lead}, its dial has {lines} lines a turn, in {unit}; turning it "
           "{plus} goes towards plus, and holes are come to going {finish}. Its backlash is {backlash}."),
        {{QStringLiteral("axis"), axis}});
    m_blanks.length(s, QStringLiteral("lead:") + id, tr("lead of the %1 screw").arg(axis), unit, part(&Screw::lead));
    m_blanks.number(s, QStringLiteral("lines:") + id, tr("lines on the %1 dial for one turn").arg(axis), 4,
                    part(&Screw::lines));
    m_blanks.one_of<Unit>(s, QStringLiteral("unit:") + id, tr("unit of the %1 dial").arg(axis), unit_fillings(),
                          part(&Screw::unit));
    m_blanks.one_of<Turn>(s, QStringLiteral("plus:") + id, tr("turn of the %1 handle towards plus").arg(axis),
                          {{Turn::Clockwise, tr("clockwise")}, {Turn::CounterClockwise, tr("counter-clockwise")}},
                          part(&Screw::plus));
    m_blanks.one_of<Towards>(s, QStringLiteral("finish:") + id, tr("how holes are come to along %1").arg(axis),
                             {{Towards::Plus, tr("plus")}, {Towards::Minus, tr("minus")}}, part(&Screw::approach));
    m_blanks.length(s, QStringLiteral("backlash:") + id, tr("backlash of the %1 screw").arg(axis), unit,
                    part(&Screw::backlash));
    Shop copy = m_document.shop();
    const Screw* screw = reach(copy);
    if (!screw)
        return;
    // The guided test goes by the dial's own figures.
    card.hangs_on(screw->lead.in_mm()).hangs_on(screw->lines).hangs_on(screw->plus).hangs_on(screw->unit);
    card.link(QStringLiteral("findBacklash:") + axis, tr("find the backlash of %1 with an indicator").arg(axis),
              [this, axis] {
                  // One that was made before may still be on its way out.
                  QWidget* test = findChildren<QWidget*>(QStringLiteral("backlash:") + axis).last();
                  test->setVisible(!test->isVisible());
              });
    card.shows(QStringLiteral("backlash:") + axis, [&] {
        auto* test = new BacklashBox(axis, *screw, [this, reach, axis](Length found) {
            change(tr("backlash of %1 as found").arg(axis), [&](Shop& shop) {
                if (Screw* at = reach(shop))
                    at->backlash = found;
            });
        });
        test->hide();
        return test;
    });
}

void ShopView::write_handwheels(Card& card, std::size_t index, const Handwheels& wheels) {
    const auto at = kind_at<Handwheels>(index);
    write_screw(card, QStringLiteral("x"), QStringLiteral("X"), wheels.x.unit,
                [at](Shop& shop) { return at(shop) ? &at(shop)->x : nullptr; });
    write_screw(card, QStringLiteral("y"), QStringLiteral("Y"), wheels.y.unit,
                [at](Shop& shop) { return at(shop) ? &at(shop)->y : nullptr; });
    Sentence& dials = card.sentence();
    dials.reads(tr("Its dials {dialsTurn}."));
    m_blanks.flag(dials, "dialsTurn", tr("whether the dials can be set to 0"),
                  tr("cannot be turned and are read as they stand at zero"), tr("can be set to 0 anywhere"),
                  [at](Shop& shop) { return at(shop) ? &at(shop)->dials_turn : nullptr; });
}

void ShopView::write_readout(Card& card, std::size_t index, const Readout& readout) {
    const auto at = kind_at<Readout>(index);
    Sentence& line = card.sentence();
    line.reads(tr("It shows steps of {resolution}, angles to {angleResolution}; its circle routine has 0° at a "
                  "bearing of {routineZero} counter-clockwise from the right and counts {routineSense}; it asks "
                  "for {asksStep}. Circles: {circleRoutine}; rows: {rowRoutine}."));
    m_blanks.length(line, "resolution", tr("resolution"), readout.unit,
                    [at](Shop& shop) { return at(shop) ? &at(shop)->resolution : nullptr; });
    m_blanks.angle(line, "angleResolution", tr("step of angles"),
                   [at](Shop& shop) { return at(shop) ? &at(shop)->angle_resolution : nullptr; });
    m_blanks.angle(line, "routineZero", tr("zero direction of the circle routine, counter-clockwise from the right"),
                   [at](Shop& shop) { return at(shop) ? &at(shop)->circle_convention.zero : nullptr; });
    m_blanks.one_of<Sense>(line, "routineSense", tr("sense of the circle routine"), sense_fillings(),
                           [at](Shop& shop) { return at(shop) ? &at(shop)->circle_convention.sense : nullptr; });
    m_blanks.flag(line, "asksStep", tr("what the circle routine asks for"), tr("the angle of the last hole"),
                  tr("the angle from hole to hole"),
                  [at](Shop& shop) { return at(shop) ? &at(shop)->asks_step : nullptr; });
    m_blanks.flag(line, "circleRoutine", tr("whether it has a circle routine"), tr("no routine"), tr("a routine"),
                  [at](Shop& shop) { return at(shop) ? &at(shop)->circle_routine : nullptr; });
    m_blanks.flag(line, "rowRoutine", tr("whether it has a row routine"), tr("no routine"), tr("a routine"),
                  [at](Shop& shop) { return at(shop) ? &at(shop)->row_routine : nullptr; });
}

void ShopView::write_table(Card& card, std::size_t index, const RotaryTable& table) {
    const auto at = kind_at<RotaryTable>(index);
    Sentence& line = card.sentence();
    line.reads(tr("One turn of the table takes {ratio} of the handle, whose dial has {handleSteps} steps with its "
                  "vernier; its backlash is {tableBacklash}, and its figures rise as it turns {rising}. Of the "
                  "steps {vernier} are of its vernier in one line; it is engraved in {tableDecimal}. Its index "
                  "plates have {plates} holes."));
    m_blanks.count(line, "ratio", tr("turns of the handle"), 1, 1000,
                   [at](Shop& shop) { return at(shop) ? &at(shop)->ratio : nullptr; });
    m_blanks.count(line, "handleSteps", tr("steps of the handle dial, vernier included"), 2, 100000,
                   [at](Shop& shop) { return at(shop) ? &at(shop)->graduations : nullptr; });
    m_blanks.angle(line, "tableBacklash", tr("backlash of the table"),
                   [at](Shop& shop) { return at(shop) ? &at(shop)->backlash : nullptr; });
    m_blanks.one_of<Sense>(line, "rising", tr("which way the table's figures rise"), sense_fillings(),
                           [at](Shop& shop) { return at(shop) ? &at(shop)->rising : nullptr; });
    m_blanks.count(line, "vernier", tr("steps of the vernier in one line of the dial"), 1, 1000,
                   [at](Shop& shop) { return at(shop) ? &at(shop)->vernier : nullptr; });
    m_blanks.flag(line, "tableDecimal", tr("how the dial is engraved"), tr("minutes and seconds"),
                  tr("decimals of a degree"), [at](Shop& shop) { return at(shop) ? &at(shop)->decimal : nullptr; });
    m_blanks.custom(
        line, "plates", tr("circles of the index plates, a plate after the other"),
        [index](const Shop& shop) {
            const auto* kind =
                index < shop.machines.size() ? std::get_if<RotaryTable>(&shop.machines[index].kind) : nullptr;
            return kind ? plates_in_words(kind->plates) : QString();
        },
        [at](Shop& shop, const QString& text) -> Result<QString> {
            return at(shop) ? read_plates(at(shop)->plates, text) : Result<QString>(QString());
        });
    write_screw(card, QStringLiteral("slide"), tr("slide"), table.slide.unit,
                [at](Shop& shop) { return at(shop) ? &at(shop)->slide : nullptr; });
}

void ShopView::write_layout(Card& card, std::size_t index, const LayoutBench& bench) {
    const auto at = kind_at<LayoutBench>(index);
    Sentence& line = card.sentence();
    line.reads(
        tr("The height gauge is set to {gaugeStep}, dividers to {dividerStep}, marks are compared to {measuredTo}."));
    m_blanks.length(line, "gaugeStep", tr("step of the height gauge"), bench.unit,
                    [at](Shop& shop) { return at(shop) ? &at(shop)->gauge_step : nullptr; });
    m_blanks.length(line, "dividerStep", tr("step of the dividers"), bench.unit,
                    [at](Shop& shop) { return at(shop) ? &at(shop)->divider_step : nullptr; });
    m_blanks.length(line, "measuredTo", tr("what a caliper over marks is trusted to"), bench.unit,
                    [at](Shop& shop) { return at(shop) ? &at(shop)->measured_to : nullptr; });
}

void ShopView::write_machine(Card& card, std::size_t index) {
    const Machine& machine = m_document.shop().machines[index];
    card.hangs_on(index).hangs_on(machine.kind.index()).hangs_on(machine.spindle.scale);
    card.heading(q(machine.name));
    Sentence& s = card.sentence();
    s.reads(tr("It is called {machineName} and is worked by {kind}: {machineRemark}"),
            {{QStringLiteral("kind"), q(kind_in_words(machine.kind))}});
    m_blanks.custom(
        s, "machineName", tr("name of the machine"),
        [index](const Shop& shop) { return index < shop.machines.size() ? q(shop.machines[index].name) : QString(); },
        [index](Shop& shop, const QString& text) -> Result<QString> {
            if (Machine* at = machine_at(shop, index))
                at->name = text.simplified().toStdString();
            return QString();
        });
    m_blanks.text(s, "machineRemark", tr("remark on the machine"),
                  [index](Shop& shop) { return machine_at(shop, index) ? &machine_at(shop, index)->remark : nullptr; });
    std::visit(Cases{[&](const Handwheels& wheels) { write_handwheels(card, index, wheels); },
                     [&](const Readout& readout) {
                         write_readout(card, index, readout);
                         write_line(card, index);
                     },
                     [&](const RotaryTable& table) { write_table(card, index, table); },
                     [&](const LayoutBench& bench) { write_layout(card, index, bench); }, [](const DrillPress&) {},
                     [](const MarksAcross&) {}}, // nothing but what every machine has
               machine.kind);
    write_spindle(card, index);
    card.link(QStringLiteral("copyMachine"), tr("a further machine like this one"), [this, index] {
        change(tr("a further machine"), [index](Shop& shop) {
            Machine next = shop.machines[index];
            next.name += " 2";
            shop.machines.push_back(next);
        });
    });
    if (m_document.shop().machines.size() > 1)
        card.link(QStringLiteral("machineGone"), tr("this machine is no longer here"), [this, index] {
            change(tr("machine taken away"), [index](Shop& shop) {
                shop.machines.erase(shop.machines.begin() + static_cast<std::ptrdiff_t>(index));
            });
        });
}

void ShopView::write_spindle(Card& card, std::size_t index) {
    const auto machine = [index](Shop& shop) { return machine_at(shop, index); };
    const auto spindle = [machine](auto member) {
        return [machine, member](Shop& shop) { return machine(shop) ? &(machine(shop)->spindle.*member) : nullptr; };
    };
    const Unit unit = m_document.shop().machines[index].spindle.scale;
    Sentence& s = card.sentence();
    s.reads(tr(
        "The spindle turns {speeds} times a minute. It drives {oneGo} through mild steel in one go. There are {room} "
        "under the chuck, which is {chuck} across, its stroke is {stroke}, and changing the height {keepsPlace}. "
        "A tap {taps}. Depth "
        "is read on a scale with "
        "lines of {scaleStep}. Changing a cutter takes {changeMinutes} minutes; an hour is reckoned at {hour}."));
    m_blanks.custom(
        s, "speeds", tr("speeds of the spindle"),
        [index](const Shop& shop) {
            return index < shop.machines.size() ? speeds_in_words(shop.machines[index].spindle) : QString();
        },
        [machine](Shop& shop, const QString& text) -> Result<QString> {
            return machine(shop) ? read_speeds(machine(shop)->spindle, text) : Result<QString>(QString());
        });
    m_blanks.length(s, "oneGo", tr("largest drill in mild steel without a pilot"), unit, spindle(&Spindle::one_go));
    m_blanks.length(s, "room", tr("room under the chuck"), unit, spindle(&Spindle::room));
    m_blanks.length(s, "chuck", tr("diameter of the chuck, 0 where it is not to be looked at"), unit,
                    spindle(&Spindle::chuck));
    m_blanks.length(s, "stroke", tr("stroke of the quill"), unit, spindle(&Spindle::stroke));
    m_blanks.flag(s, "keepsPlace", tr("whether changing the height keeps the place"),
                  tr("loses the place (round column)"), tr("keeps the place"), spindle(&Spindle::keeps_place));
    m_blanks.flag(s, "taps", tr("whether it drives a tap"), tr("is turned by hand"),
                  tr("is driven in, and out by turning back"), spindle(&Spindle::taps));
    m_blanks.length(s, "scaleStep", tr("line of the depth scale"), unit, spindle(&Spindle::scale_step));
    m_blanks.number(s, "changeMinutes", tr("minutes to change a cutter"), 1, spindle(&Spindle::change_minutes));
    m_blanks.number(s, "hour", tr("what an hour is reckoned at"), 2,
                    [machine](Shop& shop) { return machine(shop) ? &machine(shop)->hour : nullptr; });
    write_errors(card, index);
}

// What it repeats to, and what moves when it should not.
void ShopView::write_errors(Card& card, std::size_t index) {
    const auto machine = [index](Shop& shop) { return machine_at(shop, index); };
    const Machine& now = m_document.shop().machines[index];
    const Unit unit = now.spindle.scale;
    const auto error = [machine](Length MachineErrors::*member) {
        return [machine, member](Shop& shop) { return machine(shop) ? &(machine(shop)->errors.*member) : nullptr; };
    };
    const bool slides = std::holds_alternative<Handwheels>(now.kind) || std::holds_alternative<Readout>(now.kind);
    if (slides) {
        Sentence& s = card.sentence();
        s.reads(
            tr("Tightening the locks moves X by {lockJump} and Y by {lockJumpY}. One turn of the knee's handle is "
               "{kneeLead} on a dial of {kneeLines} lines (0: it has no knee). The slides travel {travelX} along X and "
               "{travelY} along Y (0: not to be looked at)."));
        m_blanks.length(s, "lockJump", tr("jump of X when its lock is tightened"), unit,
                        [machine](Shop& shop) { return machine(shop) ? &machine(shop)->lock_jump.x : nullptr; });
        m_blanks.length(s, "lockJumpY", tr("jump of Y when its lock is tightened"), unit,
                        [machine](Shop& shop) { return machine(shop) ? &machine(shop)->lock_jump.y : nullptr; });
        m_blanks.length(s, "kneeLead", tr("lead of the knee, nought where there is none"), unit,
                        [machine](Shop& shop) { return machine(shop) ? &machine(shop)->spindle.knee_lead : nullptr; });
        m_blanks.count(s, "kneeLines", tr("lines on the knee's dial"), 0, 100000,
                       [machine](Shop& shop) { return machine(shop) ? &machine(shop)->spindle.knee_lines : nullptr; });
        m_blanks.length(s, "travelX", tr("travel along X"), unit,
                        [machine](Shop& shop) { return machine(shop) ? &machine(shop)->travel.x : nullptr; });
        m_blanks.length(s, "travelY", tr("travel along Y"), unit,
                        [machine](Shop& shop) { return machine(shop) ? &machine(shop)->travel.y : nullptr; });
    }
    Sentence& s = card.sentence();
    const bool dials = std::holds_alternative<Handwheels>(now.kind) || std::holds_alternative<RotaryTable>(now.kind);
    const bool punch = std::holds_alternative<LayoutBench>(now.kind);
    if (dials)
        s.reads(
            tr("Two times in three zero is picked up within {errorPickUp} where no finder touches it, a figure is set "
               "within {errorSetting}, taking up backlash leaves {errorBacklash}."));
    else if (punch)
        s.reads(
            tr("Two times in three zero is picked up within {errorPickUp}, a figure is set within {errorSetting}, a "
               "punch mark stands beside its crossing by {errorMarking}."));
    else
        s.reads(
            tr("Two times in three zero is picked up within {errorPickUp} where no finder touches it, a figure is set "
               "within {errorSetting}."));
    m_blanks.length(s, "errorPickUp", tr("how well zero is picked up"), unit, error(&MachineErrors::pick_up));
    m_blanks.length(s, "errorSetting", tr("how well a figure is set"), unit, error(&MachineErrors::setting));
    if (dials)
        m_blanks.length(s, "errorBacklash", tr("what taking up backlash leaves"), unit,
                        error(&MachineErrors::backlash_left));
    if (punch)
        m_blanks.length(s, "errorMarking", tr("how far a punch mark stands off"), unit, error(&MachineErrors::marking));
}

} // namespace clockface::app
