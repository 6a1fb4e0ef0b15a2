#include "support/planted.h"

#include "layout/outline.h"
#include "layout/validate.h"
#include "simulate/broken.h"
#include "simulate/many_parts.h"
#include "survey/part_text.h"

#include <cmath>

namespace clockface::testing {

namespace {

template <class Kind> const Machine& machine_in(const Shop& shop, Unit unit) {
    const Machine* found = nullptr;
    for (const Machine& each : shop.machines)
        if (std::holds_alternative<Kind>(each.kind) && (!found || unit_of(each) == unit))
            found = &each;
    return *found;
}

std::vector<Point> places(const std::vector<Hole>& holes) {
    std::vector<Point> out;
    for (const Hole& each : holes)
        out.push_back(each.at);
    return out;
}

// One random job and what goes wrong with it.
class Planter {
public:
    Planter(std::optional<CauseKind> kind, Draws& dice)
        : m_kind(kind)
        , m_dice(dice) {}

    std::optional<Planted> take() {
        m_out.shop = default_shop();
        draw_job();
        m_followed = m_out.job;
        if (m_kind && !before_the_list())
            return std::nullopt;
        if (first_fault(m_out.job) || first_fault(m_followed))
            return std::nullopt;
        m_out.plan = plan_at_hand(m_out.job, m_out.shop);
        m_list = m_followed == m_out.job ? m_out.plan : plan_at_hand(m_followed, m_out.shop);
        if (m_list.holes.size() != m_out.plan.holes.size())
            return std::nullopt;
        m_route = m_list.route;
        m_machine = m_list.machine;
        m_wander = wander_of(m_out.job, m_out.plan.chains(), m_out.plan.kind_of, m_out.plan.estimates);
        if (m_kind && !in_the_list())
            return std::nullopt;
        m_out.would = carried_out(false);
        m_out.stands = carried_out(true);
        if (m_out.stands.empty() || (m_kind && !on_the_piece()))
            return std::nullopt;
        if (m_kind && by_places() && !it_shows())
            return std::nullopt; // a later cut went where the hole belongs
        for (const Point& each : m_out.stands)
            if (metal_to_edge(m_out.job.blank, datum_from_middle(m_out.job) + each) < mm(3.5))
                return std::nullopt; // it cannot be measured there
        measure();
        return m_kind == CauseKind::ReadingSlipped && !m_out.slipped ? std::nullopt : std::optional(std::move(m_out));
    }

private:
    std::optional<CauseKind> m_kind;
    Draws& m_dice;
    Planted m_out;
    Job m_followed; // the drawing as it was read
    SetupPlan m_list;
    Route m_route;
    Machine m_machine;
    std::vector<Length> m_wander;
    bool m_axis_against = false;

    [[nodiscard]] bool is(CauseKind kind) const { return m_kind == kind; }
    Pattern& ring(Job& job) { return job.patterns.front(); }
    CirclePattern& circle_of(Job& job) { return std::get<CirclePattern>(ring(job).layout); }
    template <class Kind> void on_machine() {
        at_hand(m_out.job).machine = ref(machine_in<Kind>(m_out.shop, m_out.job.unit));
    }

    void draw_job() {
        Job& job = m_out.job;
        job = plate_of(std::round(m_dice.real(120, 220)), std::round(m_dice.real(100, 160)), 12);
        job.unit = m_dice.whole(0, 1) == 0 ? Unit::Millimetre : Unit::Inch;
        job.blank.material = "mild steel";
        const DatumPlace corners[] = {DatumPlace::LowerLeft, DatumPlace::LowerRight, DatumPlace::UpperLeft,
                                      DatumPlace::UpperRight, DatumPlace::Middle};
        const bool middle = is(CauseKind::ZeroElsewhere) || is(CauseKind::AxesChanged) || is(CauseKind::SignLost);
        job.datum.place = corners[middle ? 4 : m_dice.whole(0, 4)];
        const double w = job.blank.width.nominal.in_mm(), h = job.blank.height.nominal.in_mm();
        const auto at = [&](double x, double y) {
            return Point{mm(x - w / 2), mm(y - h / 2)} - datum_from_middle(job);
        };
        const double across = std::round(m_dice.real(34, std::min(h - 50, 62.0)));
        const Point centre = at(std::round(w * m_dice.real(0.4, 0.6)), std::round(h * 0.5 + m_dice.real(-2, 2)));
        job.patterns = {circle("A", centre, across, m_dice.whole(4, 9), std::round(m_dice.real(0, 359)),
                               m_dice.whole(0, 1) == 0 ? Sense::Clockwise : Sense::CounterClockwise, 5.0)};
        const Point low = at(std::round(m_dice.real(14, 22)), std::round(m_dice.real(12, 15)));
        job.patterns.push_back(row("R", low.x.in_mm(), low.y.in_mm(), m_dice.whole(3, 5),
                                   std::round(w * m_dice.real(0.13, 0.17)), 0.0, 5.5));
        const Point high = at(std::round(w - m_dice.real(12, 24)), std::round(h - m_dice.real(12, 16)));
        job.patterns.push_back(single("S", high.x.in_mm(), high.y.in_mm(), 6.0));
        job = with_ids(job);
        switch (m_dice.whole(0, 2)) {
        case 0:
            on_machine<Handwheels>();
            break;
        case 1:
            on_machine<LayoutBench>();
            break;
        default:
            on_machine<Readout>();
        }
    }

    // ---- before the list is made: another machine, or the drawing misread

    bool before_the_list() {
        switch (*m_kind) {
        case CauseKind::TurnsLost:
        case CauseKind::NoTakeUp:
        case CauseKind::Scale:
            on_machine<Handwheels>();
            break;
        case CauseKind::HalfFinder:
            m_dice.whole(0, 1) == 0 ? on_machine<Handwheels>() : on_machine<Readout>();
            break;
        case CauseKind::FigureMisread:
        case CauseKind::SignLost:
        case CauseKind::LockedAfter:
        case CauseKind::AxesChanged:
            on_machine<Readout>();
            break;
        case CauseKind::DrawnOver:
            on_machine<LayoutBench>();
            break;
        case CauseKind::StartAngle:
            return misread([&](CirclePattern& circle) {
                const double step = 360.0 / circle.count;
                const double by[] = {step, -step, 90.0, -90.0, 180.0, m_dice.sign() * m_dice.real(0.5, 4.0)};
                circle.first = (circle.first + deg(by[m_dice.whole(0, 5)])).wrapped();
            });
        case CauseKind::OtherSense:
            return misread([](CirclePattern& circle) { circle.going = opposite(circle.going); });
        case CauseKind::Mirrored:
            return misread([&](CirclePattern& circle) {
                circle.first = ((m_dice.whole(0, 1) == 0 ? deg(180.0) : Angle{}) - circle.first).wrapped();
                circle.going = opposite(circle.going);
            });
        case CauseKind::RadiusForDiameter:
            return misread([&](CirclePattern& circle) {
                circle.diameter = circle.diameter * (m_dice.whole(0, 1) == 0 ? 2.0 : 0.5);
            });
        case CauseKind::LastOn360:
            return stepped(360.0 / (circle_of(m_out.job).count - 1));
        case CauseKind::AddsUp:
            if (m_dice.whole(0, 1) == 0) {
                const double radius = circle_of(m_out.job).diameter.in_mm() / 2.0;
                const double step = m_dice.sign() * m_dice.real(0.03, 0.15) / radius * 57.29578;
                return stepped(360.0 / circle_of(m_out.job).count + step);
            } else {
                auto& pitch = std::get<RowPattern>(m_followed.patterns[1].layout).pitch;
                pitch = pitch + mm(m_dice.sign() * m_dice.real(0.05, 0.2));
                return true;
            }
        case CauseKind::ZeroElsewhere: {
            Existing there;
            there.name = "the oil hole";
            there.diameter = mm(6);
            there.at = {mm(m_dice.sign() * m_dice.real(4, 9)), mm(m_dice.sign() * m_dice.real(3, 8))};
            m_out.job.blank.existing = {there};
            break;
        }
        case CauseKind::Pulled: {
            // The row stands hard by a step to thinner metal.
            const auto& row = std::get<RowPattern>(m_out.job.patterns[1].layout);
            const double h = m_out.job.blank.height.nominal.in_mm();
            const double level = (datum_from_middle(m_out.job) + row.first).y.in_mm() + h / 2;
            m_out.job.blank.step = StepLine{Axis::Y, mm(level + m_dice.real(2.9, 4.0)), mm(m_dice.real(4, 9))};
            break;
        }
        default:
            break;
        }
        m_followed = m_out.job;
        return true;
    }
    template <class Change> bool misread(const Change& change) {
        change(circle_of(m_followed));
        return true;
    }
    // The ring gone round in steps of another size.
    bool stepped(double step) {
        const CirclePattern circle = circle_of(m_followed);
        AnglesPattern angles{circle.centre, circle.diameter, {}};
        for (int k = 0; k < circle.count; ++k)
            angles.at.push_back((circle.first + deg(sign_of(circle.going) * step * k)).wrapped());
        ring(m_followed).layout = angles;
        return true;
    }

    // ---- the list done wrong, or on another machine than was thought

    bool in_the_list() {
        switch (*m_kind) {
        case CauseKind::HalfFinder:
            return a_move_wrong({MoveFault::HalfLeftOut, MoveFault::OtherSide});
        case CauseKind::TurnsLost:
            return a_move_wrong({MoveFault::TurnTooMany, MoveFault::TurnTooFew});
        case CauseKind::FigureMisread:
            return a_move_wrong({MoveFault::HundredOff});
        case CauseKind::SignLost:
            return a_move_wrong({MoveFault::SignTurned});
        case CauseKind::NoTakeUp:
            return a_move_wrong({MoveFault::NoTakeUp});
        case CauseKind::LockedAfter:
            m_out.plan.machine.lock_jump = m_machine.lock_jump = {mm(m_dice.sign() * m_dice.real(0.1, 0.3)),
                                                                  mm(m_dice.sign() * m_dice.real(0.1, 0.3))};
            return true;         // the list does not know of it
        case CauseKind::Scale: { // a screw of the other measure, with as many lines
            auto& wheels = std::get<Handwheels>(m_machine.kind);
            for (Screw* screw : {&wheels.x, &wheels.y}) {
                const bool metric = screw->unit == Unit::Millimetre;
                screw->lead = metric ? Length::inches(std::round(screw->lead / Length::inches(0.05)) * 0.05)
                                     : mm(std::round(screw->lead.in_mm() / 0.5) * 0.5);
            }
            return true;
        }
        case CauseKind::AxesChanged:
            m_axis_against = m_dice.whole(0, 1) == 0;
            for (Instruction& each : m_route.list) // otherwise X is gone to by the figure of Y, and the other way round
                if (auto* go = std::get_if<GoToReadout>(&each.action); go && !m_axis_against)
                    std::swap(go->x, go->y);
            return true;
        case CauseKind::Wandered:
            for (Length& each : m_wander)
                each = hypot(each, m_list.machine.errors.setting) * 6.0;
            return true;
        default:
            return true;
        }
    }
    bool a_move_wrong(const std::vector<MoveFault>& which) {
        std::vector<std::pair<std::size_t, MoveFault>> all;
        for (std::size_t move = 0; move < m_route.list.size(); ++move)
            for (const MoveFault fault : faults_at(m_route, m_machine, move))
                if (std::find(which.begin(), which.end(), fault) != which.end())
                    all.emplace_back(move, fault);
        if (all.empty())
            return false;
        const auto [move, fault] = all[static_cast<std::size_t>(m_dice.whole(0, static_cast<int>(all.size()) - 1))];
        Broken broken = with_fault(m_route, m_machine, move, fault);
        m_route = std::move(broken.route);
        m_machine = std::move(broken.machine);
        return true;
    }

    // Where the holes come out: at the last cut of each.
    std::vector<Point> carried_out(bool by_chance) {
        Job as = m_out.job;
        if (m_axis_against)
            as.datum.x_plus_right = !as.datum.x_plus_right;
        Conditions conditions;
        conditions.seed = static_cast<std::uint64_t>(m_dice.whole(1, 1 << 30));
        conditions.lock_jump_varies = m_list.estimates.lock_jump_varies;
        if (by_chance) {
            conditions.drawn.assign(error_sources.begin(), error_sources.end());
            conditions.wander = &m_wander;
        }
        std::vector<Point> out(m_out.plan.holes.size());
        std::vector<bool> seen(out.size());
        for (const Landing& each : carry_out(m_route, m_machine, as, m_list.holes, conditions).landings)
            if (!each.touch) {
                out[static_cast<std::size_t>(each.hole)] = each.at;
                seen[static_cast<std::size_t>(each.hole)] = true;
            }
        if (std::find(seen.begin(), seen.end(), false) != seen.end())
            return {};
        return out;
    }

    // ---- how the work lay, and the cut

    template <class Move> bool lay(const Move& move) {
        for (auto* all : {&m_out.stands, &m_out.would})
            for (Point& each : *all)
                each = move(each);
        return true;
    }
    bool one_hole(std::size_t hole, Point by) {
        m_out.stands[hole] = m_out.stands[hole] + by;
        m_out.would[hole] = m_out.would[hole] + by;
        return true;
    }
    Point any_way(double from, double to) { return polar(mm(m_dice.real(from, to)), deg(m_dice.real(0, 360))); }

    bool on_the_piece() {
        const Point middle = middle_from_datum(m_out.job);
        const auto any_hole = [&] {
            return static_cast<std::size_t>(m_dice.whole(0, static_cast<int>(m_out.stands.size()) - 1));
        };
        switch (*m_kind) {
        case CauseKind::OtherSide:
            return m_dice.whole(0, 1) == 0 ? lay([&](Point at) {
                return Point{middle.x * 2.0 - at.x, at.y};
            })
                                           : lay([&](Point at) {
                                                 return Point{at.x, middle.y * 2.0 - at.y};
                                             });
        case CauseKind::FlippedEnd:
            return lay([&](Point at) { return middle * 2.0 - at; });
        case CauseKind::ZeroElsewhere:
            return lay([&](Point at) { return at + m_out.job.blank.existing.front().at; });
        case CauseKind::ZeroOff: {
            const Point by = any_way(0.4, 1.5);
            return lay([&](Point at) { return at + by; });
        }
        case CauseKind::LiesCrooked: {
            const Angle by = deg(m_dice.sign() * m_dice.real(0.2, 1.2));
            return lay([&](Point at) { return rotated(at, by); });
        }
        case CauseKind::DrawnOver: {
            const std::size_t hole = any_hole();
            const Point by = any_way(0.25, 0.6);
            read_at(m_out.piece, id_of(m_out.job, m_out.plan.holes[hole])).mark_off =
                by + any_way(0.0, 0.03); // it was read, and the drill followed it
            return one_hole(hole, by);
        }
        case CauseKind::Pulled: {
            const double by = m_dice.real(0.25, 0.6);
            for (std::size_t i = 0; i < m_out.plan.holes.size(); ++i)
                if (m_out.plan.holes[i].pattern == 1)
                    one_hole(i, {{}, mm(by * m_dice.real(0.85, 1.15))});
            return true;
        }
        case CauseKind::Wandered:
            return m_dice.whole(0, 1) == 0 || one_hole(any_hole(), any_way(0.4, 0.9));
        default:
            return true;
        }
    }

    [[nodiscard]] bool by_places() const { return !is(CauseKind::ReadingSlipped) && !is(CauseKind::Wandered); }
    [[nodiscard]] bool it_shows() const {
        for (std::size_t i = 0; i < m_out.would.size(); ++i)
            if (distance(m_out.would[i], m_out.plan.holes[i].at) > mm(0.1))
                return true;
        return false;
    }

    // ---- what is measured

    void measure() {
        m_out.measured = measured_part(m_out.job, m_out.piece, m_out.plan.estimates);
        RoundKit& kit = m_out.shop.kit;
        for (const double rod : {5.4, 5.9, 4.1})
            kit.rods.push_back(mm(rod));
        const MeasuringPlan plan = what_to_measure(m_out.job, m_out.measured, kit, m_out.plan.estimates);
        for (const ToMeasure& each : plan.readings)
            m_out.read(each, m_dice);
        if (!is(CauseKind::ReadingSlipped) || m_out.measured.part.readings.empty())
            return;
        m_out.slipped =
            static_cast<std::size_t>(m_dice.whole(0, static_cast<int>(m_out.measured.part.readings.size()) - 1));
        const double by[] = {1.0, 10.0, 0.5, 2.54, 6.0};
        Length& length = m_out.measured.part.readings[*m_out.slipped].length;
        length = length + mm(by[m_dice.whole(0, 4)] * (length > mm(20) ? m_dice.sign() : 1.0));
    }
};

} // namespace

const char* name_of(CauseKind kind) {
    constexpr const char* names[] = {"half finder", "turns lost",   "figure misread", "sign lost",
                                     "no take-up",  "locked after", "other side",     "zero elsewhere",
                                     "zero off",    "axes changed", "lies crooked",   "start angle",
                                     "last on 360", "other sense",  "mirrored",       "radius for diameter",
                                     "scale",       "flipped end",  "adds up",        "drawn over",
                                     "wandered",    "pulled",       "reading slipped"};
    return names[static_cast<std::size_t>(kind)];
}

// With edges where the blank has them, c the distance of centres and e that from an edge, d the diameters, p the pins.
double Planted::truth(const Reading& reading, const std::vector<Length>& pins, const std::vector<Point>& holes) const {
    const auto index = [&](const std::string& name) {
        return static_cast<std::size_t>(hole_index(measured.part, name));
    };
    const std::size_t one = index(reading.between[0]);
    const auto stands_at = [&](std::size_t hole) {
        return hole < holes.size() ? holes[hole] : measured.part.holes[hole].sketched;
    };
    const auto d = [&](std::size_t hole) { return measured.part.holes[hole].diameter.in_mm(); };
    const Point at = stands_at(one), middle = middle_from_datum(job);
    const double hw = job.blank.extent_x().in_mm() / 2, hh = job.blank.extent_y().in_mm() / 2;
    const auto from = [&](const std::string& edge) {
        const double x = (at.x - middle.x).in_mm(), y = (at.y - middle.y).in_mm();
        return edge == "left" ? hw + x : edge == "right" ? hw - x : edge == "lower" ? hh + y : hh - y;
    };
    const auto p = [&](std::size_t k) { return pins[k].in_mm(); };
    switch (reading.kind) {
    case ReadingKind::Wall:
        return from(reading.between[1]) - d(one) / 2.0;
    case ReadingKind::FarSide:
        return from(reading.between[1]) + d(one) / 2.0;
    case ReadingKind::Height:
        return from(reading.between[1]) + p(0) / 2.0;
    default:
        break;
    }
    const std::size_t other = index(reading.between[1]);
    const double c = distance(at, stands_at(other)).in_mm();
    switch (reading.kind) {
    case ReadingKind::Outside:
        return c + (d(one) + d(other)) / 2.0;
    case ReadingKind::OverPins:
        return c + (p(0) + p(1)) / 2.0;
    case ReadingKind::BetweenPins:
        return c - (p(0) + p(1)) / 2.0;
    default:
        return c;
    }
}

void Planted::read(const ToMeasure& made, Draws& dice) {
    Reading reading = made.reading;
    const InstrumentError& with = measured.part.instruments[static_cast<std::size_t>(instrument_of(reading))];
    double error = with.error.in_mm();
    // Where it goes over the holes themselves, their sizes are as usual and no better.
    if (reading.kind == ReadingKind::Outside || reading.kind == ReadingKind::Wall ||
        reading.kind == ReadingKind::FarSide)
        for (const std::string& name : reading.between)
            if (const int hole = hole_index(measured.part, name); hole >= 0)
                error = std::hypot(error, measured.size_within[static_cast<std::size_t>(hole)].in_mm() / 2.0);
    reading.length = mm(std::max(truth(reading, made.pins, stands) + error * dice.normal(), 0.5));
    for (std::size_t k = 0; k < made.pins.size(); ++k)
        measured.part.holes[static_cast<std::size_t>(hole_index(measured.part, reading.between[k]))].pin = made.pins[k];
    measured.part.readings.push_back(reading);
    pins.push_back(made.pins);
}

void Planted::read_again(Draws& dice) {
    std::vector<Reading> before;
    before.swap(measured.part.readings);
    const auto over = std::exchange(pins, {});
    for (std::size_t i = 0; i < before.size(); ++i)
        read({before[i], over[i]}, dice);
}

std::optional<Planted> plant(std::optional<CauseKind> kind, Draws& dice) {
    return Planter(kind, dice).take();
}

} // namespace clockface::testing
