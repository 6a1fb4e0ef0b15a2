#include "support/bars.h"

#include "layout/callout.h"
#include "layout/validate.h"

namespace clockface::testing {

Job arbor() {
    Job job;
    job.title = "Winding arbor";
    job.blank.shape = BlankShape::RoundBar;
    job.blank.diameter = {mm(28), mm(27.92)};
    job.blank.width = {mm(164), {}};
    job.blank.bore = mm(9.2);
    job.blank.bar.bore_depth = mm(38);
    job.blank.bar.shoulders = {{mm(96.5), mm(21.4)}};
    job.datum.place = DatumPlace::LeftEdge;
    job.convention = from_twelve_clockwise;
    for (const char* callout :
         {"6.2 thru at 17.3 from left end, angle 0", "6.2 thru at 24.6 from A1, 30 ccw from A1",
          "5x 3.1 in ring at 62.4 from left end, angle 11.5, 4.3 deep", "M5 into bore at 12.7 from right end, angle 0",
          "repeated D step -9.8, 2 times", "2.4 at 0 from A1, 90 cw from A1, into A1"}) {
        const auto read = read_callout(callout, job);
        if (!read)
            qFatal("%s: %s", callout, read.error().sentence.c_str());
        job.patterns.push_back(*read);
    }
    return with_ids(std::move(job));
}

rc::Gen<Job> any_bar_job() {
    return rc::gen::exec([] {
        Job job;
        job.unit = static_cast<Unit>(*rc::gen::element(0, 1));
        job.blank.shape = static_cast<BlankShape>(*rc::gen::inRange(6, 10));
        job.blank.material = *rc::gen::element<std::string>("steel", "brass", "");
        job.blank.diameter.nominal = mm(*rc::gen::inRange(800, 6000) / 100.0);
        job.blank.width.nominal = mm(*rc::gen::inRange(4000, 30000) / 100.0);
        const Length radius = job.blank.diameter.actual() / 2.0;
        const Length length = job.blank.width.actual();
        if (job.blank.shape == BlankShape::Tube || *rc::gen::arbitrary<bool>())
            job.blank.bore = radius * (*rc::gen::inRange(20, 160) / 100.0);
        if (job.blank.shape != BlankShape::Tube && *rc::gen::arbitrary<bool>())
            job.blank.bar.shoulders = {{length * (*rc::gen::inRange(30, 80) / 100.0), radius * 1.7}};
        job.blank.bar.seen_from = *rc::gen::element(Face::Left, Face::Right);
        job.datum.place = *rc::gen::element(DatumPlace::LeftEdge, DatumPlace::RightEdge, DatumPlace::Middle);
        job.datum.x_plus_right = *rc::gen::arbitrary<bool>();
        job.convention = {deg(*rc::gen::inRange(0, 360)), static_cast<Sense>(*rc::gen::element(0, 1))};
        const int patterns = *rc::gen::inRange(1, 6);
        for (int i = 0; i < patterns; ++i) {
            Pattern pattern;
            pattern.name = next_pattern_name(job);
            pattern.hole.diameter = radius * (*rc::gen::inRange(4, 30) / 100.0);
            if (*rc::gen::arbitrary<bool>()) { // a thread, a fit, a named drill, a mouth
                pattern.hole = any_hole(radius.in_mm() * 0.5);
                pattern.hole.depth.reset();
                pattern.hole.depth_of.reset();
                pattern.hole.captive = false;
            }
            BarPattern bar;
            bar.along_from = *rc::gen::element(AlongFrom::LeftEnd, AlongFrom::RightEnd, AlongFrom::Zero);
            bar.along = length * (*rc::gen::inRange(5, 60) / 100.0);
            bar.at = deg(*rc::gen::inRange(0, 36000) / 100.0);
            bar.count = *rc::gen::inRange(1, 7);
            bar.all_round = *rc::gen::arbitrary<bool>();
            if (!bar.all_round)
                bar.turn = deg(*rc::gen::inRange(1, 9000) / 100.0);
            bar.pitch = length * (*rc::gen::inRange(-5, 6) / 100.0);
            bar.going = static_cast<Sense>(*rc::gen::element(0, 1));
            bar.offset = radius * (*rc::gen::inRange(-40, 41) / 100.0);
            if (i > 0 && *rc::gen::arbitrary<bool>())
                bar.angle_from = HoleRef{job.patterns.front().name, 1};
            if (*rc::gen::arbitrary<bool>())
                pattern.hole.depth = radius * (*rc::gen::inRange(10, 90) / 100.0);
            pattern.layout = bar;
            job.patterns.push_back(pattern);
        }
        return with_ids(std::move(job));
    });
}

} // namespace clockface::testing
