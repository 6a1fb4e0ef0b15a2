#include "support/jobs.h"

#include "formats/job_json.h"
#include "formats/text_file.h"
#include "layout/pattern.h"
#include "measure/drill_names.h"
#include "shop/tables.h"
#include "shop/threads.h"

#include <fmt/format.h>

namespace clockface::testing {

Job plate_job() {
    Job job;
    job.title = "Trial plate";
    job.blank.shape = BlankShape::Plate;
    job.blank.width.nominal = mm(120.0);
    job.blank.height.nominal = mm(90.0);
    job.blank.thickness = mm(9.5);
    job.blank.material = "steel";
    job.datum.place = DatumPlace::LowerLeft;
    return job;
}

Job plate_of(double along, double across, double thickness) {
    Job job;
    job.blank.shape = BlankShape::Plate;
    job.blank.width = {mm(along), {}};
    job.blank.height = {mm(across), {}};
    job.blank.thickness = mm(thickness);
    job.datum.place = DatumPlace::LowerLeft;
    at_hand(job).machine = "Readout mill";
    return job;
}

Job flange() {
    return load_job(SOURCE_FOLDER "/demo/dial-centre-flange.clockface.json").value();
}

std::string read_text(const std::string& path) {
    return read_file(path).value();
}

} // namespace clockface::testing

namespace clockface {

void showValue(const Job& job, std::ostream& out) {
    out << job_to_json(job);
}

} // namespace clockface

namespace clockface::testing {

Pattern circle(const std::string& name, Point centre, double diameter, int count, double first, Sense going,
               double hole) {
    return {name,
            CirclePattern{centre, mm(diameter), count, deg(first), going},
            {Purpose::Plain, mm(hole), "", std::nullopt},
            {}};
}
Pattern single(const std::string& name, double x, double y, double hole) {
    return {name, SinglePattern{{mm(x), mm(y)}}, {Purpose::Plain, mm(hole), "", std::nullopt}, {}};
}
Pattern row(const std::string& name, double x, double y, int count, double pitch, double bearing, double hole) {
    return {name,
            RowPattern{{mm(x), mm(y)}, count, mm(pitch), deg(bearing)},
            {Purpose::Plain, mm(hole), "", std::nullopt},
            {}};
}
Pattern arc(const std::string& name, Point centre, double diameter, int count, double first, double sweep, Sense going,
            double hole) {
    return {name,
            ArcPattern{centre, mm(diameter), count, deg(first), deg(sweep), going},
            {Purpose::Plain, mm(hole), "", std::nullopt},
            {}};
}

Shop shop_with(MachineKind kind) {
    Shop shop;
    shop.machines = {{"M", "", std::move(kind)}};
    shop.machines[0].spindle = default_spindle(shop.machines[0]);
    shop.kit = default_kit();
    shop.drawer = default_drawer();
    shop.customs = default_customs();
    // No vise to drill into, and zero is brought under the spindle as a whole: what is looked at is the machine.
    shop.holdings.waste = {mm(490)};
    shop.machines[0].spindle.room += mm(490);                            // above that board
    shop.holdings.strap = {mm(0.1), mm(0.1), mm(0.1), mm(900), mm(0.1)}; // in the way of no hole
    return shop;
}

Screw screw(Unit unit, double lead_mm, double lines, double backlash_mm, Turn plus, Towards approach) {
    return {unit, mm(lead_mm), lines, mm(backlash_mm), plus, approach};
}

namespace {

// A real number in a range, in steps fine enough to hit no grid.
rc::Gen<double> real(double least, double most) {
    return rc::gen::map(rc::gen::inRange(0, 1'000'003),
                        [=](int n) { return least + (most - least) * n / 1'000'002.0; });
}

rc::Gen<Point> any_point() {
    return rc::gen::apply([](double x, double y) { return Point{mm(x), mm(y)}; }, real(-180, 180), real(-180, 180));
}

rc::Gen<Sense> any_sense() {
    return rc::gen::element(Sense::Clockwise, Sense::CounterClockwise);
}

rc::Gen<PatternLayout> any_layout_of_holes() {
    const auto circles = rc::gen::apply(
        [](Point c, double d, int n, double f, Sense s) {
            return PatternLayout(CirclePattern{c, mm(d), n, deg(f), s});
        },
        any_point(), real(0.5, 200), rc::gen::inRange(1, 30), real(-720, 720), any_sense());
    const auto arcs = rc::gen::apply(
        [](Point c, double d, int n, double f, double w, Sense s) {
            return PatternLayout(ArcPattern{c, mm(d), n, deg(f), deg(w), s});
        },
        any_point(), real(0.5, 200), rc::gen::inRange(2, 30), real(-720, 720), real(0.01, 359.9), any_sense());
    const auto rows = rc::gen::apply(
        [](Point p, int n, double w, double b) {
            return PatternLayout(RowPattern{p, n, mm(w), deg(b)});
        },
        any_point(), rc::gen::inRange(2, 20), real(0.01, 40), real(0, 360));
    const auto singles = rc::gen::map(any_point(), [](Point p) { return PatternLayout(SinglePattern{p}); });
    const auto grids = rc::gen::apply(
        [](Point p, GridKind k, int c, int r, double w, double a, double b) {
            return PatternLayout(GridPattern{p, k, c, r, mm(w), mm(a), deg(b)});
        },
        any_point(), rc::gen::element(GridKind::Full, GridKind::Frame, GridKind::Staggered), rc::gen::inRange(2, 9),
        rc::gen::inRange(1, 9), real(0.5, 20), real(0.5, 20), real(0, 360));
    const auto listed = rc::gen::apply(
        [](Point c, double d, const std::vector<double>& list) {
            AnglesPattern angles{c, mm(d), {}};
            for (const double each : list)
                angles.at.push_back(deg(each));
            return PatternLayout(angles);
        },
        any_point(), real(0.5, 200), rc::gen::container<std::vector<double>>(5, real(0, 360)));
    const auto margins = rc::gen::apply(
        [](Axis a, double l, double b, double e, int n) {
            return PatternLayout(MarginsPattern{a, mm(l), mm(b), mm(e), n});
        },
        rc::gen::element(Axis::X, Axis::Y), real(-50, 50), real(1, 9), real(1, 9), rc::gen::inRange(2, 12));
    const auto steps = rc::gen::apply(
        [](Point p, double b, const std::vector<double>& list) {
            StepsPattern row{p, deg(b), {}};
            for (const double each : list)
                row.steps.push_back(mm(each));
            return PatternLayout(row);
        },
        any_point(), real(0, 360), rc::gen::container<std::vector<double>>(4, real(0.5, 20)));
    const auto points = rc::gen::map(rc::gen::container<std::vector<Point>>(4, any_point()),
                                     [](const std::vector<Point>& list) { return PatternLayout(PointsPattern{list}); });
    return rc::gen::oneOf(circles, arcs, rows, singles, grids, listed, margins, steps, points);
}

// A pattern that hangs on others: a copy of any kind, the middle of two holes, the crossing of two distances.
PatternLayout any_dependent(const Job& job) {
    const auto& source =
        job.patterns[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(job.patterns.size())))];
    const auto places = static_cast<int>(counts_of(job)[static_cast<std::size_t>(pattern_index(job, source.name))]);
    switch (*rc::gen::inRange(0, 5)) {
    case 0:
        return CopyPattern{source.name, Mirrored{*any_point(), deg(*real(0, 360))}};
    case 1:
        return CopyPattern{source.name, Turned{*any_point(), deg(*real(1, 359)), *rc::gen::inRange(1, 4)}};
    case 2:
        return CopyPattern{source.name, Repeated{*any_point(), *rc::gen::inRange(1, 4)}};
    case 3: {
        const auto& carrier = job.patterns.front();
        if (carrier.name != source.name && counts_of(job).front() > 1)
            return CopyPattern{source.name, AtEach{carrier.name}};
        break;
    }
    default:
        break;
    }
    if (places < 2)
        return SinglePattern{*any_point()};
    const HoleRef one{source.name, *rc::gen::inRange(1, places)};
    const HoleRef other{source.name, places};
    const auto all = places_of(job)[static_cast<std::size_t>(pattern_index(job, source.name))];
    const Length apart = distance(all[static_cast<std::size_t>(one.number - 1)].at, all.back().at);
    if (apart < mm(0.1) || *rc::gen::arbitrary<bool>())
        return MiddlePattern{one, other};
    const Length from = apart * *real(0.3, 0.9);
    return TwoDistancesPattern{one, other, from, apart - from + apart * *real(0.0, 0.2), *rc::gen::arbitrary<bool>()};
}

} // namespace

namespace {

bool one_in(int n) {
    return *rc::gen::inRange(0, n) == 0;
}

Measured any_size(double least, double most) {
    Measured size{mm(*real(least, most)), std::nullopt};
    if (one_in(3))
        size.measured = size.nominal * *real(0.98, 1.02);
    return size;
}

// Once round, from the lower left: a rectangle with one corner off, or an L.
std::vector<Point> any_outline() {
    const double w = *real(40, 200), h = *real(40, 150), x = w * *real(0.2, 0.8), y = h * *real(0.2, 0.8);
    if (one_in(2))
        return {{mm(0), mm(0)}, {mm(w), mm(0)}, {mm(w), mm(y)}, {mm(x), mm(h)}, {mm(0), mm(h)}};
    return {{mm(0), mm(0)}, {mm(w), mm(0)}, {mm(w), mm(y)}, {mm(x), mm(y)}, {mm(x), mm(h)}, {mm(0), mm(h)}};
}

// A face that patterns for flat work can stand on, of every shape there is.
Blank any_flat_blank() {
    Blank blank;
    blank.material = *rc::gen::element<std::string>("steel", "brass", "cast iron", "aluminium", "bell metal", "");
    blank.shape = *rc::gen::element(BlankShape::Disc, BlankShape::Plate, BlankShape::Ring, BlankShape::Block,
                                    BlankShape::Angle, BlankShape::Outline, BlankShape::RoundBar, BlankShape::Tube,
                                    BlankShape::HexagonBar, BlankShape::SquareBar);
    if (blank.is_bar()) {
        blank.diameter = any_size(20, 120);
        blank.width = any_size(40, 300);
        blank.up = *rc::gen::element(Face::Left, Face::Right);
        if (blank.shape == BlankShape::Tube)
            blank.bore = blank.diameter.actual() * *real(0.2, 0.7);
        return blank;
    }
    blank.thickness = mm(*real(2, 40));
    if (blank.is_round()) {
        blank.diameter = any_size(20, 400);
        if (blank.shape == BlankShape::Ring || one_in(3))
            blank.bore = blank.diameter.actual() * *real(0.1, 0.8);
    } else if (blank.shape == BlankShape::Outline) {
        blank.corners = any_outline();
    } else {
        blank.width = any_size(40, 250);
        blank.height = any_size(40, 200);
        if (blank.shape == BlankShape::Angle) {
            blank.leg = any_size(30, 120);
            blank.thickness = mm(*real(2, 12));
        }
    }
    const std::vector<Face> faces = faces_of(blank.shape);
    if (one_in(3))
        blank.up = faces[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(faces.size())))];
    if (blank.shape == BlankShape::Plate && one_in(4))
        blank.step = StepLine{*rc::gen::element(Axis::X, Axis::Y), mm(*real(5, 30)), mm(*real(2, 40))};
    if (one_in(3))
        blank.existing.push_back({"the boss",
                                  *rc::gen::element(ExistingKind::Hole, ExistingKind::Boss),
                                  blank.up,
                                  {mm(*real(-10, 10)), mm(*real(-10, 10))},
                                  mm(*real(2, 15))});
    if (one_in(4))
        blank.existing.push_back({"the old slot",
                                  ExistingKind::Slot,
                                  blank.up,
                                  {mm(*real(-10, 10)), mm(*real(-10, 10))},
                                  mm(*real(2, 8)),
                                  mm(*real(5, 20)),
                                  deg(*real(0, 180))});
    return blank;
}

} // namespace

// Every purpose, thread, fit, depth and mouth there is.
HoleSpec any_hole(double largest_mm) {
    HoleSpec hole;
    hole.purpose = *rc::gen::element(Purpose::Plain, Purpose::Tapped, Purpose::Reamed, Purpose::Clearance);
    if (hole.purpose == Purpose::Tapped || hole.purpose == Purpose::Clearance) {
        const std::vector<Thread>& threads = all_threads();
        const Thread& thread =
            threads[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(threads.size())))];
        hole.label = thread.name;
        hole.diameter = thread.major;
        if (const auto row = clearance_for(screw_of(thread)); hole.purpose == Purpose::Clearance && row) {
            hole.clearing = *rc::gen::element(Clearing::Close, Clearing::Normal, Clearing::Free);
            if (hole.clearing == Clearing::Close)
                hole.diameter = row->close;
            else if (hole.clearing == Clearing::Normal)
                hole.diameter = row->normal;
            else
                hole.diameter = row->free;
        } else {
            hole.purpose = Purpose::Tapped; // the table has no clearance for it
        }
        if (hole.diameter > mm(largest_mm)) // a thread no work of this size takes
            return {Purpose::Plain, mm(*real(0.5, largest_mm)), "", std::nullopt};
    } else {
        hole.diameter = mm(*real(0.5, largest_mm));
        if (hole.purpose == Purpose::Reamed)
            hole.label = *rc::gen::element<std::string>("H7", "H8", "F7", "H11");
        else if (one_in(4))
            hole.limits = Limits{hole.diameter - mm(*real(0, 0.1)), hole.diameter + mm(*real(0.01, 0.2))};
        else if (one_in(3)) {
            hole.drill = *rc::gen::element<std::string>("#7", "#29", "#60", "F", "Q");
            hole.diameter = drill_diameter(hole.drill).value();
        }
    }
    if (*rc::gen::arbitrary<bool>()) {
        hole.depth = mm(*real(1, 30));
        hole.depth_of = *rc::gen::element(std::optional<DepthOf>(), std::optional(DepthOf::FullDiameter),
                                          std::optional(DepthOf::Tip));
        if (hole.purpose == Purpose::Tapped) {
            hole.captive = one_in(4);
            if (one_in(3))
                hole.depth_of = DepthOf::FullThread;
        }
    }
    if (hole.purpose != Purpose::Tapped && one_in(4))
        hole.recess = one_in(2)
                          ? Recess{RecessKind::Counterbore, hole.diameter * *real(1.2, 2.0), mm(*real(0.5, 6)), {}}
                          : Recess{RecessKind::Countersink, hole.diameter * *real(1.2, 2.0), {}, deg(90)};
    return hole;
}

rc::Gen<Job> any_job() {
    return rc::gen::exec([] {
        Job job = plate_job();
        job.title = *rc::gen::element<std::string>("Trial plate", "Nuts & <bolts>", "Zifferblatt Größe 3", "=1+1", "");
        job.work_for = *rc::gen::element<std::string>("", "Thornmere stable clock");
        job.pieces = *rc::gen::element(1, 3, 400);
        job.unit = *rc::gen::element(Unit::Millimetre, Unit::Inch);
        job.blank = any_flat_blank();
        at_hand(job).up = job.blank.up;
        job.depths_within = mm(*real(0.1, 2.0));
        job.holes_within = mm(*real(0.01, 0.5));
        job.datum.place =
            *rc::gen::element(DatumPlace::Middle, DatumPlace::LowerLeft, DatumPlace::LowerRight, DatumPlace::UpperLeft,
                              DatumPlace::UpperRight, DatumPlace::LeftEdge, DatumPlace::RightEdge,
                              DatumPlace::LowerEdge, DatumPlace::UpperEdge, DatumPlace::Existing, DatumPlace::Point);
        if (job.datum.place == DatumPlace::Existing && job.blank.existing.empty())
            job.datum.place = DatumPlace::Point;
        if (job.datum.place == DatumPlace::Existing)
            job.datum.on = job.blank.existing.front().name;
        if (job.datum.place == DatumPlace::Point)
            job.datum.off = *any_point();
        job.datum.x_plus_right = *rc::gen::arbitrary<bool>();
        job.datum.y_plus_up = *rc::gen::arbitrary<bool>();
        job.convention = {deg(*real(0, 360)), *any_sense()};
        at_hand(job).order.holes = *rc::gen::element(HoleOrder::AsDrawn, HoleOrder::LeastWork);
        at_hand(job).order.cuts =
            *rc::gen::element(CutOrder::Advised, CutOrder::ByCutter, CutOrder::ByHole, CutOrder::FollowDrill);
        at_hand(job).order.walk_first = *rc::gen::inRange(0, 4) == 0;
        at_hand(job).order.check_half_way = *rc::gen::arbitrary<bool>();
        at_hand(job).order.readout =
            *rc::gen::element(ReadoutWay::FromZero, ReadoutWay::FromEachHole, ReadoutWay::Routines);
        at_hand(job).order.table = *rc::gen::element(TableWay::Dial, TableWay::Plates);
        at_hand(job).order.dial_x = *rc::gen::inRange(0, 300);
        at_hand(job).order.dial_y = *rc::gen::inRange(0, 300);
        const int patterns = *rc::gen::inRange(1, 7);
        for (int i = 0; i < patterns; ++i) {
            Pattern pattern;
            pattern.name = next_pattern_name(job);
            pattern.face = job.blank.up;
            const bool dependent = i > 0 && *rc::gen::inRange(0, 3) == 0;
            pattern.layout = dependent ? any_dependent(job) : *any_layout_of_holes();
            if (auto* circle = std::get_if<CirclePattern>(&pattern.layout))
                circle->straddle = *rc::gen::arbitrary<bool>();
            if (auto* row = std::get_if<RowPattern>(&pattern.layout))
                row->centred = *rc::gen::arbitrary<bool>();
            if (!std::holds_alternative<CopyPattern>(pattern.layout))
                pattern.hole = any_hole();
            if (*rc::gen::inRange(0, 4) == 0)
                pattern.within = *rc::gen::element(Within{mm(0.05), mm(0.05)}, Within{mm(0.05), std::nullopt},
                                                   Within{std::nullopt, mm(0.3)}, Within{mm(0.05), mm(0.3)});
            job.patterns.push_back(pattern);
            const auto places = static_cast<int>(counts_of(job).back());
            if (places > 3 && *rc::gen::arbitrary<bool>())
                job.patterns.back().left_out = {*rc::gen::inRange(1, places + 1)};
            if (places > 1 && *rc::gen::inRange(0, 4) == 0)
                job.patterns.back().off[*rc::gen::inRange(1, places + 1)] = *any_point() * 0.01;
            if (!dependent && *rc::gen::inRange(0, 4) == 0)
                job.patterns.back().extras = {*any_point() * 0.1};
        }
        return with_ids(std::move(job));
    });
}

rc::Gen<Screw> any_screw() {
    return rc::gen::exec([] {
        Screw made;
        made.unit = *rc::gen::element(Unit::Millimetre, Unit::Inch);
        const double lead = made.unit == Unit::Inch ? *rc::gen::element(0.05, 0.0625, 0.1, 0.125, 0.2) * 25.4
                                                    : *rc::gen::element(1.0, 1.5, 2.0, 2.5, 4.0, 5.0);
        made.lead = mm(lead);
        made.lines = *rc::gen::element(40.0, 50.0, 62.0, 62.5, 98.425, 100.0, 125.0, 200.0, 250.0);
        made.backlash = mm(lead * *real(0.0, 0.5));
        made.plus = *rc::gen::element(Turn::Clockwise, Turn::CounterClockwise);
        made.approach = *rc::gen::element(Towards::Plus, Towards::Minus);
        return made;
    });
}

rc::Gen<Handwheels> any_handwheels() {
    return rc::gen::apply(
        [](Screw x, Screw y, bool turn) {
            return Handwheels{x, y, turn};
        },
        any_screw(), any_screw(), rc::gen::arbitrary<bool>());
}

rc::Gen<Readout> any_readout() {
    return rc::gen::exec([] {
        return Readout{*rc::gen::element(Unit::Millimetre, Unit::Inch),
                       mm(*rc::gen::element(0.001, 0.005, 0.01, 0.0127)),
                       deg(*rc::gen::element(0.001, 0.0001)),
                       {deg(*real(0, 360)), *any_sense()},
                       *rc::gen::arbitrary<bool>(),
                       *rc::gen::arbitrary<bool>(),
                       *rc::gen::arbitrary<bool>()};
    });
}

rc::Gen<RotaryTable> any_rotary() {
    return rc::gen::exec([] {
        return RotaryTable{*rc::gen::element(36, 40, 60, 72, 90, 120),
                           *rc::gen::element(240, 360, 600, 1440),
                           deg(*real(0, 1.5)),
                           *any_sense(),
                           *any_screw(),
                           *rc::gen::element(1, 6, 10),
                           *rc::gen::arbitrary<bool>(),
                           *rc::gen::element(std::vector<std::vector<int>>{},
                                             std::vector<std::vector<int>>{{15, 17, 19}, {23, 27, 49}})};
    });
}

rc::Gen<LayoutBench> any_layout() {
    return rc::gen::exec([] {
        return LayoutBench{*rc::gen::element(Unit::Millimetre, Unit::Inch),
                           mm(*rc::gen::element(0.02, 0.05, 0.1, 0.0254)), mm(0.1),
                           mm(*rc::gen::element(0.02, 0.05, 0.1))};
    });
}

void fail_unless(const std::string& what, const rc::detail::TestResult& result) {
    if (result.is<rc::detail::SuccessResult>())
        return;
    std::ostringstream text;
    rc::detail::printResultMessage(result, text);
    QFAIL((what + "\n" + text.str()).c_str());
}

void holds_drawing(const std::string& what, const std::function<void()>& property) {
    fail_unless(what, rc::detail::checkTestable(property));
}

} // namespace clockface::testing
