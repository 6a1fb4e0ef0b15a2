#include "support/jobs.h"

#include "formats/job_json.h"
#include "formats/text_file.h"

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

Job flange() {
    return load_job(SOURCE_FOLDER "/demo/dial-centre-flange.clockface.json").value();
}

std::string read_text(const std::string& path) {
    return read_file(path).value();
}

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
    return shop;
}

Screw screw(Unit unit, double lead_mm, int graduations, double backlash_mm, Turn plus, Towards finish) {
    return {unit, mm(lead_mm), graduations, mm(backlash_mm), plus, finish};
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
    return rc::gen::oneOf(circles, arcs, rows, singles, grids);
}

} // namespace

rc::Gen<Job> any_job() {
    return rc::gen::exec([] {
        Job job = plate_job();
        job.unit = *rc::gen::element(Unit::Millimetre, Unit::Inch);
        if (*rc::gen::arbitrary<bool>()) {
            job.blank.shape = BlankShape::Disc;
            job.blank.width = job.blank.height = {}; // a disc has none
            job.blank.diameter.nominal = mm(*real(20, 400));
            if (*rc::gen::arbitrary<bool>())
                job.blank.diameter.measured = job.blank.diameter.nominal + mm(*real(-1, 1));
        } else if (*rc::gen::arbitrary<bool>()) {
            job.blank.width.measured = job.blank.width.nominal + mm(*real(-1, 1));
        }
        job.datum.place = *rc::gen::element(DatumPlace::Middle, DatumPlace::LowerLeft, DatumPlace::LowerRight,
                                            DatumPlace::UpperLeft, DatumPlace::UpperRight);
        job.datum.x_plus_right = *rc::gen::arbitrary<bool>();
        job.datum.y_plus_up = *rc::gen::arbitrary<bool>();
        job.convention = {deg(*real(0, 360)), *any_sense()};
        job.order = *rc::gen::element(HoleOrder::AsDrawn, HoleOrder::ShortestWay);
        const int patterns = *rc::gen::inRange(1, 7);
        for (int i = 0; i < patterns; ++i) {
            Pattern pattern;
            pattern.name = next_pattern_name(job);
            pattern.layout = *any_layout_of_holes();
            pattern.hole.diameter = mm(*real(0.5, 12));
            const int places = places_in(pattern.layout);
            if (places > 3 && *rc::gen::arbitrary<bool>())
                pattern.left_out = {*rc::gen::inRange(1, places + 1)};
            job.patterns.push_back(pattern);
        }
        return job;
    });
}

rc::Gen<Screw> any_screw() {
    return rc::gen::exec([] {
        Screw made;
        made.unit = *rc::gen::element(Unit::Millimetre, Unit::Inch);
        const double lead = made.unit == Unit::Inch ? *rc::gen::element(0.05, 0.0625, 0.1, 0.125, 0.2) * 25.4
                                                    : *rc::gen::element(1.0, 1.5, 2.0, 2.5, 4.0, 5.0);
        made.lead = mm(lead);
        made.graduations = *rc::gen::element(40, 50, 62, 100, 125, 200, 250);
        made.backlash = mm(lead * *real(0.0, 0.5));
        made.plus = *rc::gen::element(Turn::Clockwise, Turn::CounterClockwise);
        made.finish = *rc::gen::element(Towards::Plus, Towards::Minus);
        return made;
    });
}

rc::Gen<Handwheels> any_handwheels() {
    return rc::gen::apply([](Screw x, Screw y) { return Handwheels{x, y}; }, any_screw(), any_screw());
}

rc::Gen<Readout> any_readout() {
    return rc::gen::exec([] {
        return Readout{*rc::gen::element(Unit::Millimetre, Unit::Inch),
                       mm(*rc::gen::element(0.001, 0.005, 0.01, 0.0127)),
                       deg(*rc::gen::element(0.001, 0.0001)),
                       {deg(*real(0, 360)), *any_sense()}};
    });
}

rc::Gen<RotaryTable> any_rotary() {
    return rc::gen::exec([] {
        return RotaryTable{*rc::gen::element(36, 40, 60, 72, 90, 120), *rc::gen::element(240, 360, 600, 1440),
                           deg(*real(0, 1.5)), *any_sense(), *any_screw()};
    });
}

rc::Gen<LayoutBench> any_layout() {
    return rc::gen::exec([] {
        return LayoutBench{Unit::Millimetre, mm(*rc::gen::element(0.02, 0.05, 0.1, 0.0254)), mm(0.1),
                           mm(*rc::gen::element(0.02, 0.05, 0.1))};
    });
}

} // namespace clockface::testing
