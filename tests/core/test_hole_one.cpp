// Show me hole one: what two dimples tell, against the simulated readout that makes them.
#include "ordering/hole_one.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <algorithm>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

// A readout of that convention, keyed with the drawing's own figures as they stand: where holes 1 and 2 come out.
std::pair<Angle, Angle> dimples_of(const Job& job, const HoleOne& one, AngleConvention convention) {
    Job touched = job;
    touched.patterns = {circle("A", {}, 2.0 * one.radius.in_mm(), 2, 0)};
    touched.datum.place = DatumPlace::Middle;
    const Machine machine{"M", "", Readout{Unit::Millimetre, mm(0.001), deg(0.0001), convention}};
    const auto counts = [](Angle angle) { return std::llround(angle.in_degrees() * 10000.0); };
    KeyCircle key;
    key.diameter = std::llround(one.radius.in_mm() * 2000.0);
    key.first = counts(one.first);
    key.last = counts((one.first + one.step).wrapped());
    key.count = 2;
    key.holes = {0, 1};
    Route route;
    route.list = {{ZeroReadout{}},    {key}, {RoutinePlace{0}, 0}, {TouchLightly{}, 0}, {RoutinePlace{1}, 1},
                  {TouchLightly{}, 1}};
    const SimulatedRun run = carry_out(route, machine, touched, holes_of(touched));
    return {bearing_of({}, run.landings.at(0).at), bearing_of({}, run.landings.at(1).at)};
}

bool alike(Angle a, Angle b) {
    return std::fabs(std::remainder(a.in_degrees() - b.in_degrees(), 360.0)) < 0.05;
}

} // namespace

class TestHoleOne : public QObject {
    Q_OBJECT
private slots:
    void the_flange_by_hand() {
        // First at 1 o'clock clockwise, in a convention with 0 at 12 o'clock clockwise: the drawing writes 30
        // and 81.43.
        const auto one = hole_one(flange(), std::string("A"));
        QVERIFY(one);
        QVERIFY(alike(one->first, deg(30)));
        QVERIFY(alike(one->step, deg(360.0 / 7)));
        QVERIFY(one->answers.front().intended);
        QCOMPARE(one->answers.front().words, std::string("hole 1 at 1 o'clock, hole 2 at half past 2"));
        // In a readout with 0 at 3 o'clock counter-clockwise 30 is at 2 o'clock.
        const auto other = std::find_if(one->answers.begin(), one->answers.end(), [](const DimpleAnswer& each) {
            return each.convention == from_three_counter_clockwise;
        });
        QVERIFY(other != one->answers.end() && !other->intended);
        QVERIFY(alike(other->one, deg(30)));
        QCOMPARE(other->words.substr(0, 20), std::string("hole 1 at 2 o'clock,"));
    }
    void every_answer_is_what_such_a_readout_makes() {
        holds("the dimples of each answer are those of a readout that counts so", [](void) {
            Job job = plate_job();
            job.datum.place = DatumPlace::Middle;
            job.convention = {deg(*rc::gen::element(0, 90, 180, 270)),
                              *rc::gen::element(Sense::Clockwise, Sense::CounterClockwise)};
            job.patterns = {circle("A", {}, 40, *rc::gen::inRange(3, 20), *rc::gen::inRange(0, 360),
                                   *rc::gen::element(Sense::Clockwise, Sense::CounterClockwise))};
            const auto one = hole_one(job, std::size_t{0});
            RC_ASSERT(one.has_value());
            RC_ASSERT(one->answers.front().intended);
            for (const DimpleAnswer& answer : one->answers) {
                const auto [first, second] = dimples_of(job, *one, answer.convention);
                RC_ASSERT(alike(first, answer.one));
                RC_ASSERT(alike(second, answer.two));
            }
            // No two answers look alike, or the question could not be answered.
            for (std::size_t i = 0; i < one->answers.size(); ++i)
                for (std::size_t j = 0; j < i; ++j)
                    RC_ASSERT(!alike(one->answers[i].one, one->answers[j].one) ||
                              !alike(one->answers[i].two, one->answers[j].two));
        });
    }
    void only_circles_can_be_asked() {
        Job job = plate_job();
        job.patterns = {row("A", 10, 10, 4, 9, 0), single("B", 50, 50)};
        QVERIFY(!hole_one(job, std::string("A")));
        job.patterns.push_back(circle("C", {mm(60), mm(45)}, 30, 5, 17));
        QCOMPARE(hole_one(job, std::string("A"))->pattern, std::string("C"));
        job.patterns.push_back(circle("D", {mm(60), mm(45)}, 50, 1, 17)); // one hole tells no sense
        QVERIFY(!hole_one(job, std::size_t{3}));
    }
};

QTEST_GUILESS_MAIN(TestHoleOne)
#include "test_hole_one.moc"
