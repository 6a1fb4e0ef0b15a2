// Choosing cutters against looking at every one of them, and crossings against walking through the metal.
#include "cutting/chains.h"
#include "cutting/cutter_words.h"
#include "cutting/depth_stack.h"
#include "shop/cutter_points.h"
#include "shop/hole_words.h"
#include "support/jobs.h"

#include <QTest>
#include <rapidcheck.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

std::vector<Cutter> any_drills() {
    std::vector<Cutter> out;
    for (const Cutter& each : cutters_sold())
        if (each.kind == CutterKind::Drill && *rc::gen::inRange(0, 6) == 0)
            out.push_back(each);
    return out;
}

Length any_size(int least_tenths, int most_tenths) {
    return mm(*rc::gen::inRange(least_tenths * 10, most_tenths * 10) / 100.0);
}

/// A block with random holes in two of its faces.
Job any_block() {
    Job job = plate_job();
    job.blank.shape = BlankShape::Block;
    job.blank.width.nominal = mm(90);
    job.blank.height.nominal = mm(60);
    job.blank.thickness = mm(40);
    job.patterns = {single("A", *rc::gen::inRange(100, 800) / 10.0, *rc::gen::inRange(100, 500) / 10.0)};
    job.patterns[0].hole.diameter = any_size(20, 90);
    job.patterns[0].hole.depth = any_size(50, 390);
    const Face face = *rc::gen::element(Face::Front, Face::Back, Face::Left, Face::Right, Face::Under);
    Job there = with_face_up(job, face);
    Pattern other = single("B", *rc::gen::inRange(50, 550) / 10.0, *rc::gen::inRange(50, 350) / 10.0);
    other.face = face;
    other.hole.diameter = any_size(20, 90);
    if (*rc::gen::arbitrary<bool>())
        other.hole.depth = any_size(50, 550);
    job.other_datums = there.other_datums;
    Datum corner;
    corner.place = DatumPlace::LowerLeft;
    job.other_datums[face] = corner;
    job.patterns.push_back(other);
    return job;
}

struct Spot {
    double x, y, z;
};

// From the block's middle: x right, y away, z up. Written anew here from how each side is looked at: upright, from
// outside.
Spot spot_on(Face face, double right, double up, double deep, const Job& job) {
    const double w = job.blank.width.nominal.in_mm() / 2, d = job.blank.height.nominal.in_mm() / 2,
                 h = job.blank.thickness.in_mm() / 2;
    switch (face) {
    case Face::Front: // looking away from me
        return {right - w, -d + deep, up - h};
    case Face::Back: // looking towards me: its right is my left
        return {w - right, d - deep, up - h};
    case Face::Left: // looking to the right: its right is towards me
        return {-w + deep, d - right, up - h};
    case Face::Right: // looking to the left: its right is away from me
        return {w - deep, right - d, up - h};
    case Face::Under: // turned over about the upright middle line
        return {w - right, up - d, -h + deep};
    case Face::Top:
        break;
    }
    return {right - w, up - d, h - deep};
}

} // namespace

class TestChoices : public QObject {
    Q_OBJECT
private slots:
    void tap_drill_is_the_nearest_there_is() {
        holds("no owned drill comes nearer to the percentage", [] {
            const std::vector<Cutter> drills = any_drills();
            const Thread thread = *rc::gen::elementOf(all_threads());
            const double wanted = *rc::gen::inRange(55, 80);
            const auto choices = tap_drills(drills, thread, wanted);
            if (choices.empty())
                return;
            const double best = std::fabs(percent_of_thread(thread, choices.front().cutter.actual()) - wanted);
            for (const Cutter& each : drills) {
                const double had = percent_of_thread(thread, each.actual());
                const bool sound = had >= least_percent && had <= most_percent;
                if (sound == choices.front().sound && each.actual() < thread.major)
                    RC_ASSERT(best <=
                              std::fabs(had - wanted) + 2.0 + 1e-9); // the charts' own drill has two percent of grace
                if (!choices.front().sound)
                    RC_ASSERT(!sound);
            }
            for (std::size_t i = 1; i < choices.size(); ++i)
                RC_ASSERT(choices[i - 1].sound || !choices[i].sound); // what will do comes first
        });
    }
    void limits_are_kept_by_every_sound_drill() {
        holds("sound means inside, and nothing inside is left out", [] {
            const std::vector<Cutter> drills = any_drills();
            const Metal metal = *rc::gen::elementOf(all_metals());
            const Length least = any_size(10, 120);
            const Limits limits{least, least + any_size(0, 6)};
            for (const Choice& choice : drills_within(drills, limits, metal, Unit::Millimetre)) {
                const Length size = choice.cutter.actual(), made = size * (1.0 + metal.oversize);
                const bool inside =
                    size >= *limits.least && size <= *limits.most && made >= *limits.least && made <= *limits.most;
                RC_ASSERT(choice.sound == inside);
                RC_ASSERT(!choice.consequence.empty());
            }
        });
    }
    void a_clearance_hole_lets_the_screw_through() {
        holds("never below the screw; sound from close to free", [] {
            const Clearance row = *rc::gen::elementOf(all_clearances());
            const auto choices = clearance_drills(any_drills(), row.normal, row, Unit::Millimetre);
            for (const Choice& each : choices) {
                RC_ASSERT(each.cutter.actual() > row.major);
                if (each.sound) {
                    RC_ASSERT(each.cutter.actual() >= row.close - mm(0.0051));
                    RC_ASSERT(each.cutter.actual() <= row.free + mm(0.0051));
                }
            }
        });
    }
    void something_is_left_for_the_reamer() {
        holds("under a reamer", [] {
            const Metal metal = *rc::gen::elementOf(all_metals());
            Cutter reamer;
            reamer.kind = CutterKind::Reamer;
            reamer.diameter = any_size(15, 200);
            reamer.hand = *rc::gen::arbitrary<bool>();
            for (const Choice& each : drills_under(any_drills(), reamer, metal, Unit::Millimetre))
                if (each.sound) {
                    RC_ASSERT(cuts(each.cutter, metal) < reamer.diameter);
                    RC_ASSERT(reamer.diameter - each.cutter.actual() < reamer.diameter * 0.3);
                }
        });
    }
    void cones_are_wide_enough() {
        holds("a cone reaches its mouth", [] {
            const Length mouth = any_size(20, 190), hole = mouth * 0.8;
            for (const Choice& each : cones_for(cutters_in(default_drawer()), mouth, hole, {}, Unit::Millimetre)) {
                RC_ASSERT(each.cutter.actual() >= mouth);
                const Length depth = cone_depth(mouth, each.cutter.point, each.cutter.tip);
                RC_ASSERT(same(cone_mouth(depth, each.cutter.point, each.cutter.tip), mouth, 1e-9));
            }
        });
    }
    void a_cutter_is_found_by_name_or_size() {
        const auto owned = cutters_in(default_drawer());
        const auto read = [&](const char* text, CutterKind kind) { return read_cutter(text, kind, owned); };
        QCOMPARE(read("4.3", CutterKind::Drill)->name, std::string("4.3 mm drill"));
        QCOMPARE(read("4.3 mm", CutterKind::Drill)->name, std::string("4.3 mm drill"));
        QCOMPARE(read("4.3mm", CutterKind::Drill)->name, std::string("4.3 mm drill"));
        QCOMPARE(read("4.2", CutterKind::Drill)->name, std::string("4.2 mm drill")); // sold, though not owned
        QCOMPARE(read("11/64", CutterKind::Drill)->name, std::string("11/64 drill"));
        QCOMPARE(read("#18", CutterKind::Drill)->name, std::string("#18 drill"));
        QCOMPARE(read("f", CutterKind::Drill)->name, std::string("F drill"));
        QCOMPARE(read("#2", CutterKind::CentreDrill)->name, std::string("#2 centre drill"));
        QCOMPARE(read("  M5  PLUG tap ", CutterKind::Drill)->name,
                 std::string("M5 plug tap")); // a whole name is of any kind
        for (const char* bad : {"", "4.23", "tap", "a b c", "-3"})
            QVERIFY2(!read(bad, CutterKind::Drill) &&
                         read(bad, CutterKind::Drill).error().sentence.find("drill") != std::string::npos,
                     bad);
    }
    void crossings_against_a_walk_through_the_metal() {
        int met = 0;
        holds("a crossing is found where the two cylinders overlap", [&met] {
            const Job job = any_block();
            const std::vector<Hole> holes = holes_of(job);
            const Hole& a = holes.front();
            const Pattern& b = job.patterns[1];
            const auto found = crossings_of(job, a, a.spec.diameter);
            // Walk down the drill and along the other hole in steps, and look for the places nearest to each other.
            const auto& at = std::get<SinglePattern>(b.layout).at;
            const double reach_b = b.hole.depth ? (*b.hole.depth + point_length(b.hole.diameter)).in_mm() : 90.0;
            const double radii = (a.spec.diameter + b.hole.diameter).in_mm() / 2.0;
            double nearest = 1e9, depth = 0.0;
            constexpr double step = 0.5;
            for (double da = 0.0; da <= 40.0; da += step)
                for (double db = 0.0; db <= reach_b; db += step) {
                    const Spot one = spot_on(Face::Top, a.at.x.in_mm(), a.at.y.in_mm(), da, job);
                    const Spot other = spot_on(b.face, at.x.in_mm(), at.y.in_mm(), db, job);
                    const double gap = std::hypot(one.x - other.x, one.y - other.y, one.z - other.z);
                    if (gap < nearest) {
                        nearest = gap;
                        depth = da;
                    }
                }
            // Within a step of touching, and at the blunt end of the other hole, the walk cannot tell.
            if (nearest < radii - 2.0 * step && b.face != Face::Under) {
                const Spot end = spot_on(b.face, at.x.in_mm(), at.y.in_mm(), reach_b, job);
                const Spot here = spot_on(Face::Top, a.at.x.in_mm(), a.at.y.in_mm(), depth, job);
                if (std::hypot(end.x - here.x, end.y - here.y, end.z - here.z) < radii + 1.0)
                    return;
                RC_ASSERT(found.size() == std::size_t{1});
                RC_ASSERT(found.front().from.in_mm() <= depth + step && found.front().to.in_mm() >= depth - step);
                RC_ASSERT(found.front().miss.in_mm() <= nearest + step);
                RC_ASSERT((found.front().to - found.front().from).in_mm() <= b.hole.diameter.in_mm() + 1e-9);
                ++met;
            }
            if (nearest > radii + 2.0 * step && b.face != Face::Under)
                RC_ASSERT(found.empty());
        });
        QVERIFY2(met >= 5, qPrintable(QString::number(met))); // enough of them really met
    }
    void from_opposite_sides() {
        Job job = plate_job();
        job.blank.shape = BlankShape::Block;
        job.blank.thickness = mm(30);
        job.patterns = {single("A", 40, 40, 6)};
        job.patterns[0].hole.depth = mm(12);
        // The underside is turned over about its upright middle: x 40 from the left is 80 there (120 wide).
        Pattern below = single("B", 80, 40, 6);
        below.face = Face::Under;
        below.hole.depth = mm(10);
        Datum corner;
        corner.place = DatumPlace::LowerLeft;
        job.other_datums[Face::Under] = corner;
        job.patterns.push_back(below);
        const auto found = crossings_of(job, holes_of(job).front(), mm(6));
        QCOMPARE(found.size(), std::size_t{1});
        // Its tip stands 10 + 6 x 0.30043 up from below: 30 - 11.80258 = 18.19742 deep
        QVERIFY(same(found.front().from, mm(18.19742), 1e-4) && same(found.front().miss, mm(0)));
        job.patterns[1].layout = SinglePattern{{mm(60), mm(40)}};
        QVERIFY(crossings_of(job, holes_of(job).front(), mm(6)).empty());
        // What is in the blank already counts too.
        job.blank.existing = {{"the old oil hole", ExistingKind::Hole, Face::Front, {mm(-20), mm(0)}, mm(5)}};
        const auto old = crossings_of(job, holes_of(job).front(), mm(6));
        QCOMPARE(old.size(), std::size_t{1});
        QCOMPARE(old.front().name, std::string("the old oil hole"));
        QVERIFY(same(old.front().from, mm(12.5)) && same(old.front().to, mm(17.5))); // half way down, 5 wide
    }
    void an_inch_job_by_hand() {
        // 1/4-20, 0.5 in of full thread in 1.25 in of brass; number drills: #7 (0.201 in) leaves 75.4 percent.
        Job job = plate_job();
        job.unit = Unit::Inch;
        job.blank.material = "brass";
        job.blank.thickness = Length::inches(1.25);
        job.patterns = {single("A", 40, 40)};
        job.patterns[0].hole = read_hole_size("1/4-20", Unit::Inch)->spec;
        job.patterns[0].hole.depth = Length::inches(0.5);
        at_hand(job).machine = "Inch mill";
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const Chain& chain = plan.chains().front();
        QCOMPARE(chain.find("drill")->cutter.name, std::string("#7 drill"));
        // 0.5 + (4 + 2) / 20 = 0.8 at full diameter; the point 0.201 x 0.300430 = 0.060387
        QVERIFY(same(chain.find("drill")->full, Length::inches(0.8)));
        QVERIFY(same(chain.find("drill")->tip, Length::inches(0.860387), 1e-4));
        const DepthStack stack = depth_stack(chain, {}, Unit::Inch);
        QVERIFY(same(stack.thread, Length::inches(0.5)) && std::fabs(stack.threads - 10.0) < 1e-9);
        // 50 m/min at 5.1054 mm: 3117 wanted; the mill's highest step is 3000. 3.117 is 12 x 164 ft / (pi x 0.201).
        QCOMPARE(*chain.find("drill")->rpm, 3000.0);
        // 0.02 x 5.1054 x 1.3 x 0.8 = 0.10619 mm a turn
        QVERIFY(std::fabs(chain.find("drill")->feed - 3000.0 * 0.106192) < 0.05);
        QVERIFY(chain.find("drill")->why_depth.find("0.5 in of full thread") != std::string::npos);
        QCOMPARE(chain.find("drill")->fluid, std::string("dry"));
    }
    void like_holes_share_a_chain() {
        holds("as many chains as kinds in depths of metal", [] {
            Job job = plate_job();
            job.blank.step = StepLine{Axis::X, mm(60), mm(6)};
            job.patterns.clear();
            const int count = *rc::gen::inRange(1, 8);
            for (int i = 0; i < count; ++i) {
                Pattern next = row(std::string(1, static_cast<char>('A' + i)), 10, 8 + 9 * i, *rc::gen::inRange(1, 9),
                                   12, 0, *rc::gen::element(3.0, 4.0));
                job.patterns.push_back(next);
            }
            const SetupPlan plan = plan_at_hand(job, default_shop());
            RC_ASSERT(plan.kind_of.size() == plan.holes.size());
            std::set<std::pair<double, double>> kinds;
            for (std::size_t i = 0; i < plan.holes.size(); ++i) {
                const Chain& chain = plan.chains()[static_cast<std::size_t>(plan.kind_of[i])];
                RC_ASSERT(chain.spec == plan.holes[i].spec);
                RC_ASSERT(same(chain.metal, metal_under(job, plan.holes[i])));
                kinds.insert({chain.spec.diameter.in_mm(), chain.metal.in_mm()});
            }
            RC_ASSERT(kinds.size() == plan.chains().size());
            int fetched = 0;
            for (const FetchLine& line : plan.cutters().lines)
                if (line.cutter.kind == CutterKind::Drill)
                    fetched += line.holes;
            RC_ASSERT(fetched == static_cast<int>(plan.holes.size())); // every hole has its drill, once
        });
    }
};

QTEST_GUILESS_MAIN(TestChoices)
#include "test_choices.moc"
