// Figures of holes in bars against closed forms, and against a solid that is only asked whether a point is metal.
#include "layout/on_bar.h"
#include "plan/findings.h"
#include "round/figures.h"
#include "round/meeting.h"
#include "round/mouth.h"
#include "round/packing.h"
#include "round/ways.h"
#include "support/bars.h"

#include <numbers>

using namespace clockface;
using namespace clockface::testing;

namespace {

constexpr double pi = std::numbers::pi;

double rad(double degrees) {
    return degrees * pi / 180.0;
}

// Metal or not, in plain numbers and knowing nothing of the code under test: a round or hexagon bar about the origin
// with one flat on top at `flat` (or none at 1e9), hollow inside `bore`.
struct WalkedBar {
    double radius = 10.0, bore = 0.0, flat = 1e9;
    bool hexagon = false;

    [[nodiscard]] bool metal(double x, double y) const {
        if (x * x + y * y < bore * bore || y > flat)
            return false;
        if (!hexagon)
            return x * x + y * y <= radius * radius;
        for (int k = 0; k < 6; ++k) // a flat on top and every 60 degrees
            if (x * std::cos(rad(90 + 60 * k)) + y * std::sin(rad(90 + 60 * k)) > radius)
                return false;
        return true;
    }
};

// Walks down lines of the drill, a hair apart, and notes where each meets metal first, leaves it and meets it again.
struct Walked {
    double crest = -1e9, full_in = 1e9, exit_edge = -1e9, exit_open = 1e9, bore_edge = -1e9, bore_open = 1e9;
};
Walked walk(const WalkedBar& solid, double bearing, double offset, double diameter) {
    Walked found;
    const double ux = std::cos(rad(bearing)), uy = std::sin(rad(bearing));
    constexpr double step = 0.001;
    for (int i = -100; i <= 100; ++i) {
        const double t = offset + diameter / 2 * i / 100.0;
        double entry = -1e9, last = 1e9, bore_in = -1e9;
        bool was = false;
        for (double h = solid.radius * 1.3; h > -solid.radius * 1.3; h -= step) {
            const bool now = solid.metal(h * ux - t * uy, h * uy + t * ux);
            if (now && entry < -1e8)
                entry = h;
            if (was && !now && bore_in < -1e8)
                bore_in = h;
            if (now)
                last = h;
            was = now;
        }
        if (entry < -1e8)
            continue;
        found.crest = std::max(found.crest, entry);
        found.full_in = std::min(found.full_in, entry);
        found.exit_edge = std::max(found.exit_edge, last);
        found.exit_open = std::min(found.exit_open, last);
        if (solid.bore > 0 && std::fabs(t) < solid.bore) {
            found.bore_edge = std::max(found.bore_edge, bore_in);
            found.bore_open = std::min(found.bore_open, bore_in);
        }
    }
    return found;
}

Section section_of(const WalkedBar& solid) {
    Blank blank;
    blank.shape = solid.hexagon ? BlankShape::HexagonBar : BlankShape::RoundBar;
    blank.diameter.nominal = mm(solid.radius * 2);
    blank.width.nominal = mm(100);
    if (solid.bore > 0)
        blank.bore = mm(solid.bore * 2);
    if (solid.flat < solid.radius)
        blank.bar.flats = {{deg(90), mm(0), mm(100), mm(solid.radius - solid.flat)}};
    return section_at(blank, mm(50));
}

bool near(Length figure, double expected, double within = 0.003) {
    if (std::fabs(figure.in_mm() - expected) > within)
        qWarning("%.5f instead of %.5f", figure.in_mm(), expected);
    return std::fabs(figure.in_mm() - expected) <= within;
}

} // namespace

class TestRound : public QObject {
    Q_OBJECT
private slots:
    void paths_by_closed_form() {
        // Radius 13.96, hole 6.2 on the axis, bore 9.2: full in at sqrt(13.96² - 3.1²) = 13.6115; fully open into the
        // bore at sqrt(4.6² - 3.1²) = 3.39853.
        const Section section = section_of({13.96, 4.6});
        const auto path = drill_path(section, {deg(37), {}, mm(6.2)});
        QVERIFY(near(path->entry, 13.96, 1e-9) && near(path->crest, 13.96, 1e-9));
        QVERIFY(near(*path->full_in, std::sqrt(13.96 * 13.96 - 3.1 * 3.1), 1e-9));
        QVERIFY(near(*path->bore_tip, 4.6, 1e-9) && near(*path->bore_edge, 4.6, 1e-9));
        QVERIFY(near(*path->bore_open, std::sqrt(4.6 * 4.6 - 3.1 * 3.1), 1e-9));
        QVERIFY(near(path->exit, -13.96, 1e-9));
        QVERIFY(near(path->depth_to(*path->bore_open), 13.96 - std::sqrt(4.6 * 4.6 - 3.1 * 3.1), 1e-9));
        const Walls walls = walls_beside(section, {deg(37), mm(2), mm(6.2)});
        QVERIFY(near(walls.counter_clockwise, 13.96 - 2 - 3.1, 1e-9) && near(walls.clockwise, 13.96 + 2 - 3.1, 1e-9));
        // A lean of 1.5 degrees over the whole diameter.
        QVERIFY(near(exit_shift(*path, deg(1.5)), 27.92 * std::tan(rad(1.5)), 1e-9));
        QVERIFY(near(largest_offset(section, mm(6.2), mm(1.5)), 13.96 - 3.1 - 1.5, 1e-9));
        // Thread in the wall: from full in (an M5 is 2.5 each way) to where the bore begins.
        const auto tapped = drill_path(section, {deg(0), {}, mm(5)});
        QVERIFY(near(full_thread(*tapped, std::nullopt), std::sqrt(13.96 * 13.96 - 6.25) - 4.6, 1e-9));
        // 118 degrees: half a diameter / tan 59.
        QVERIFY(near(point_length(mm(6.2)), 3.1 / std::tan(rad(59)), 1e-9));
        QVERIFY(near(drill_length_needed(*path, mm(6.2), mm(7)), 7 + 3.1 / std::tan(rad(59)), 1e-9));
        QVERIFY(!drill_path(section, {deg(0), mm(14), mm(1)}));
        QVERIFY(!drill_path(section, {deg(0), mm(12), mm(6)})->full_in); // leaves the flank
    }
    void paths_by_walking_a_solid_data() {
        QTest::addColumn<double>("bore");
        QTest::addColumn<double>("flat");
        QTest::addColumn<bool>("hexagon");
        QTest::addColumn<double>("bearing");
        QTest::addColumn<double>("offset");
        QTest::addColumn<double>("diameter");
        QTest::newRow("on the axis") << 0.0 << 1e9 << false << 63.0 << 0.0 << 4.1;
        QTest::newRow("off the axis") << 0.0 << 1e9 << false << 201.0 << 3.7 << 4.1;
        QTest::newRow("off the axis, other side") << 0.0 << 1e9 << false << 201.0 << -5.2 << 3.3;
        QTest::newRow("into a bore") << 6.3 << 1e9 << false << 12.0 << 0.0 << 5.2;
        QTest::newRow("into a bore off its axis") << 6.3 << 1e9 << false << 12.0 << 2.4 << 5.2;
        QTest::newRow("on a flat") << 0.0 << 8.4 << false << 90.0 << 0.7 << 4.4;
        QTest::newRow("half on a flat") << 0.0 << 8.4 << false << 68.0 << 1.9 << 4.4;
        QTest::newRow("hexagon, flat") << 0.0 << 1e9 << true << 30.0 << 1.1 << 3.8;
        QTest::newRow("hexagon, corner") << 0.0 << 1e9 << true << 60.0 << 0.6 << 3.8;
    }
    void paths_by_walking_a_solid() {
        QFETCH(double, bore);
        QFETCH(double, flat);
        QFETCH(bool, hexagon);
        QFETCH(double, bearing);
        QFETCH(double, offset);
        QFETCH(double, diameter);
        const WalkedBar solid{10.0, bore, flat, hexagon};
        const Walked walked = walk(solid, bearing, offset, diameter);
        const auto path = drill_path(section_of(solid), {deg(bearing), mm(offset), mm(diameter)});
        QVERIFY(path && path->full_in && path->exit_edge);
        // The lines stand 0.02 apart, so a corner between two of them is met a hundredth too low.
        QVERIFY(near(path->crest, walked.crest, 0.012) && near(*path->full_in, walked.full_in));
        QVERIFY(near(*path->exit_edge, walked.exit_edge) && near(*path->exit_open, walked.exit_open, 0.012));
        QCOMPARE(path->bore_edge.has_value(), bore > 0);
        if (bore > 0)
            QVERIFY(near(*path->bore_edge, walked.bore_edge) && near(*path->bore_open, walked.bore_open));
    }
    void mouths_lie_on_the_bar_and_on_the_drill() {
        holds("every point of a rim is on the surface and at the drill's radius", [] {
            const Job job = *any_bar_job();
            const OnBar bar{job.blank.width.actual() * 0.2, deg(*rc::gen::inRange(0, 360)),
                            job.blank.diameter.actual() * (*rc::gen::inRange(-15, 16) / 100.0)};
            const Length diameter = job.blank.diameter.actual() * (*rc::gen::inRange(5, 30) / 100.0);
            const bool far = *rc::gen::arbitrary<bool>();
            for (const OnSurface& place : mouth_rim(job.blank, bar, diameter, far)) {
                const Angle in = bar.bearing;
                const Length lateral = place.across.y * in.cosine() - place.across.x * in.sine() - bar.offset;
                RC_ASSERT(std::fabs(hypot(lateral, place.along - bar.along).in_mm() - diameter.in_mm() / 2) < 1e-9);
                const auto surface = entry_at(section_at(job.blank, bar.along), bearing_of({}, place.across), {});
                RC_ASSERT(std::fabs((surface->height - distance({}, place.across)).in_mm()) < 1e-6);
            }
        });
    }
    void the_oval_is_longer_round_the_bar() {
        const Job job = arbor();
        const OnBar bar{mm(40), deg(90), {}};
        Length along, round;
        for (const Point& place : rolled_out_rim(job.blank, bar, mm(9), false)) {
            along = std::max(along, abs(place.x - mm(40)));
            round = std::max(round, abs(place.y));
        }
        // Along: the radius. Round: R asin(r / R).
        QVERIFY(near(along, 4.5, 1e-9) && near(round, 13.96 * std::asin(4.5 / 13.96), 1e-9));
    }
    void meetings() {
        const Blank blank = arbor().blank;
        const auto hole = [&](double along, double bearing, double offset, std::optional<Length> depth = {}) {
            return *drilled(blank, {mm(along), deg(bearing), mm(offset)}, mm(4), depth);
        };
        // Crossing on the axis, 7.3 apart along it.
        QVERIFY(near(axes_apart(hole(20, 90, 0), hole(27.3, 31, 0)), 7.3, 1e-9));
        // The same way, side by side: 2 along and 3 across.
        QVERIFY(near(axes_apart(hole(20, 90, 0), hole(22, 90, 3)), std::hypot(2, 3), 1e-9));
        // Two blind holes from opposite sides, 5 and 6 deep: 27.92 - 11 between their ends.
        QVERIFY(near(axes_apart(hole(20, 90, 0, mm(5)), hole(20, 270, 0, mm(6))), 27.92 - 11, 1e-9));
        holds("the nearest of many sampled points is no nearer", [&] {
            const auto any = [&] {
                return drilled(blank,
                               {mm(*rc::gen::inRange(100, 400) / 10.0), deg(*rc::gen::inRange(0, 360)),
                                mm(*rc::gen::inRange(-60, 61) / 10.0)},
                               mm(3), mm(*rc::gen::inRange(10, 250) / 10.0));
            };
            const Drilled a = *any(), b = *any();
            const auto at = [](const Drilled& d, double share) {
                const double h = d.from.in_mm() + (d.to - d.from).in_mm() * share, o = d.at.offset.in_mm();
                const double c = d.at.bearing.cosine(), s = d.at.bearing.sine();
                return std::array{d.at.along.in_mm(), h * c - o * s, h * s + o * c};
            };
            double least = 1e9;
            for (int i = 0; i <= 60; ++i)
                for (int k = 0; k <= 60; ++k) {
                    const auto p = at(a, i / 60.0), q = at(b, k / 60.0);
                    least = std::min(least, std::hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]));
                }
            RC_ASSERT(axes_apart(a, b).in_mm() <= least + 1e-9);
            RC_ASSERT(axes_apart(a, b).in_mm() >= least - 0.6); // samples lie up to 25 / 60 apart on either
        });
    }
    void a_drill_into_a_hole_that_is_there() {
        const Blank blank = arbor().blank;
        const OnBar there{mm(40), deg(0), {}};
        // From the top onto a level hole of 6 through the axis: near wall 3 above the axis, far wall 3 below.
        const auto square = into_hole(blank, {mm(40), deg(90), {}}, mm(2), there, mm(6));
        QVERIFY(square->meeting == Meeting::Meets && near(square->near_wall, 10.96, 1e-9) &&
                near(square->axis, 13.96, 1e-9) && near(square->far_wall, 16.96, 1e-9));
        // 2.4 beside its axis the half chord is sqrt(9 - 5.76) = 1.8.
        const auto beside = into_hole(blank, {mm(42.4), deg(90), {}}, mm(2), there, mm(6));
        QVERIFY(near(beside->near_wall, 13.96 - 1.8, 1e-9) && near(beside->miss, 2.4, 1e-9));
        QVERIFY(into_hole(blank, {mm(43.5), deg(90), {}}, mm(2), there, mm(6))->meeting == Meeting::Grazes);
        QVERIFY(into_hole(blank, {mm(44.5), deg(90), {}}, mm(2), there, mm(6))->meeting == Meeting::Misses);
        QVERIFY(!into_hole(blank, {mm(40), deg(180), {}}, mm(2), there, mm(6)));
    }
    void what_proves_it() {
        const Section section = section_of({13.96});
        // Over a pin of 6.2 and the flank: 13.96 + 3.1 on both sides; 0.4 off makes 0.8 of difference.
        const PinReadings on = over_pin(section, {deg(10), {}, mm(6.2)}, mm(6.2));
        QVERIFY(near(on.clockwise, 17.06, 1e-9) && near(on.counter_clockwise, 17.06, 1e-9));
        const PinReadings off = over_pin(section, {deg(10), mm(0.4), mm(6.2)}, mm(6.2));
        QVERIFY(near(off.clockwise - off.counter_clockwise, 0.8, 1e-9));
        // Mouths 65 degrees apart and 24.6 along.
        QVERIFY(near(between_mouths(section, {mm(17.3), deg(90), {}}, {mm(41.9), deg(155), {}}),
                     std::hypot(24.6, 13.96 * rad(65)), 1e-9));
        // Across the seam the shorter way counts: 350 and 10 are 20 apart.
        QVERIFY(near(between_mouths(section, {mm(0), deg(350), {}}, {mm(0), deg(10), {}}), 13.96 * rad(20), 1e-9));
    }
    void bench_sums() {
        QVERIFY(near(strip_width(mm(28), mm(0.1)), 2 * std::sqrt(0.1 * 27.9), 1e-9));
        QVERIFY(near(strip_depth(mm(28), strip_width(mm(28), mm(0.1))), 0.1, 1e-9));
        QVERIFY(near(miss_of_lean(mm(14), deg(0.5)), 14 * std::sin(rad(0.5)), 1e-9));
        QVERIFY(std::fabs(lean_of_miss(mm(14), mm(0.1)).in_degrees() - std::asin(0.1 / 14) * 180 / pi) < 1e-9);
        // Skated by 0.6 on a radius of 14; a 3 mm drill's point is 0.9 long.
        QVERIFY(std::fabs(roll_back(mm(14), mm(0.6), mm(0.5), mm(3))->in_degrees() - std::asin(0.6 / 14) * 180 / pi) <
                1e-9);
        QVERIFY(!roll_back(mm(14), mm(0.6), mm(1.2), mm(3)));
        QVERIFY(near(off_centre(mm(0.34), mm(0.10)), 0.12, 1e-9));
        const JawMove move = jaw_move(mm(0.18), deg(130), 3);
        QVERIFY(near(move.by, 0.09, 1e-9) && move.jaw == 2 && std::fabs(move.beside.in_degrees() - 10) < 1e-9);
        // The pull of a mass going round e off centre is half its weight when w² e = g / 2; e = 5 mm: 299 turns.
        QVERIFY(std::fabs(speed_cap(mm(5), 0.5) - 299.05) < 0.1);
        QVERIFY(near(swing(mm(40), mm(5)), 50, 1e-9));
        QVERIFY(std::fabs(rod_slop(mm(0.02), mm(28)).in_degrees() - std::atan(0.02 / 28) * 180 / pi) < 1e-12);
    }
    void packing_is_the_fewest_pieces() {
        const std::vector<Length> drawer{mm(0.5), mm(1), mm(2), mm(5), mm(10), mm(20)};
        const Packing packing(drawer);
        const Packed two = packing.pack(mm(15), mm(0.01));
        QCOMPARE(two.pieces, (std::vector<Length>{mm(10), mm(5)}));
        QVERIFY(packing.pack(mm(0), mm(0.01)).pieces.empty());
        QVERIFY(near(packing.pack(mm(300), mm(0.01)).leftover, 263, 1e-9)); // 20 + 10 + 5 + 2 is all four reach
        holds("no fewer and no nearer pieces", [&] {
            const Length wanted = mm(*rc::gen::inRange(0, 4000) / 100.0);
            const Packed packed = packing.pack(wanted, mm(0.25));
            // Every choice of up to four, by counting in twos.
            std::size_t fewest = 99;
            double nearest = 1e9;
            for (unsigned mask = 0; mask < 64; ++mask) {
                double sum = 0;
                std::size_t count = 0;
                for (unsigned i = 0; i < 6; ++i)
                    if ((mask & (1U << i)) != 0) {
                        sum += drawer[i].in_mm();
                        ++count;
                    }
                if (count > 4)
                    continue;
                nearest = std::min(nearest, std::fabs(sum - wanted.in_mm()));
                if (std::fabs(sum - wanted.in_mm()) <= 0.25 + 1e-9)
                    fewest = std::min(fewest, count);
            }
            if (fewest < 99)
                RC_ASSERT(packed.pieces.size() == fewest);
            else
                RC_ASSERT(std::fabs(packed.leftover.in_mm()) <= nearest + 1e-9);
        });
    }
    void angles_that_cannot_be_set() {
        const auto task = [](double turn, bool from, bool to) { return AngleTask{deg(turn), from, mm(6.2), to}; };
        // 115 with a protractor of 90: its far mouth at -65 does it, or the rod's other end, or nothing.
        QVERIFY(set_angle(task(115, true, true), deg(90))->set == deg(-65));
        QVERIFY(set_angle(task(115, true, true), deg(90))->far_mouth);
        QVERIFY(set_angle(task(115, true, false), deg(90))->rod_other_end);
        QVERIFY(!set_angle(task(115, false, false), deg(90)));
        QVERIFY(set_angle(task(65, false, false), deg(90))->set == deg(65));
        QCOMPARE(index_step(task(120, false, false), 6)->faces, 2);
        QCOMPARE(index_step(task(90, false, false), 4)->faces, 1);
        QVERIFY(!index_step(task(90, false, false), 6));
        QVERIFY(!index_step(task(60, false, false), 3));
        QVERIFY(index_step(task(60, false, true), 3)->far_mouth); // 240 is two jaws on, and its far mouth stands at 60
        QCOMPARE(index_step(task(60, false, true), 3)->faces, 2);
    }
    void ways_are_ranked_and_reasons_given() {
        const Job job = arbor();
        const Section section = section_at(job.blank, mm(17.3));
        const Shop shop = default_shop();
        const Estimates common;
        for (const Machine& machine : shop.machines) {
            const WayNeeds needs{section, true, Unit::Millimetre, mm(0.1), 1, shop.kit, machine, common};
            const std::vector<Way<TopWay>> tops = top_ways(needs, mm(6.2));
            QCOMPARE(tops.size(), 9U);
            QVERIFY2(tops.front().fits, machine.name.c_str());
            bool fits = true;
            for (const Way<TopWay>& way : tops) {
                QVERIFY(!way.reason.empty() && !way.steps.empty() && !way.figures.empty());
                QVERIFY(fits || !way.fits); // what cannot be done stands last
                fits = way.fits;
            }
            const std::vector<Way<AngleWay>> angles = angle_ways(needs, {deg(65), true, mm(6.2), true});
            QVERIFY2(angles.front().fits, machine.name.c_str());
        }
        // A vise whose jaw lifts forbids the bushing; without a lathe no jig can be bored.
        RoundKit kit = shop.kit;
        kit.jaws_lift = true;
        kit.lathe = false;
        const WayNeeds poor{section, true, Unit::Millimetre, mm(0.1), 1, kit, *shop.find("Drill press"), common};
        for (const Way<TopWay>& way : top_ways(poor, mm(6.2)))
            if (way.kind == TopWay::Bushing || way.kind == TopWay::Jig)
                QVERIFY(!way.fits);
        // A jig pays the sooner the more pieces: making it is shared out.
        const WayNeeds many{section, true, Unit::Millimetre, mm(0.1), 200, shop.kit, *shop.find("Drill press"), common};
        QVERIFY(top_ways(many, mm(6.2)).front().kind == TopWay::Jig);
        const DrillJig jig = drill_jig(mm(27.92), mm(6.2), Estimates{});
        QVERIFY(near(jig.block, std::ceil(27.92 * 1.5), 1e-9) &&
                jig.pays_from == static_cast<int>(std::ceil(110 / 3.5)));
    }
    void findings_on_bars() {
        const auto found = [](const Job& job, FindingKind kind, const std::string& words) {
            const SetupPlan plan = plan_at_hand(job, default_shop());
            return std::any_of(plan.findings.begin(), plan.findings.end(), [&](const Finding& finding) {
                return finding.kind == kind && finding.sentence.find(words) != std::string::npos;
            });
        };
        const auto bar = [](Job& job) -> BarPattern& { return std::get<BarPattern>(job.patterns[0].layout); };
        Job good = arbor();
        good.patterns.resize(4);
        for (const Finding& finding : plan_at_hand(good, default_shop()).findings)
            QVERIFY2(finding.grade == Grade::Note, finding.sentence.c_str());
        Job job = good;
        bar(job).along = mm(171);
        QVERIFY(found(job, FindingKind::OffBlank, "7 mm beyond the end"));
        job = good;
        bar(job).along = mm(5);
        QVERIFY(found(job, FindingKind::NearEdge, "less than its own diameter"));
        job = good;
        bar(job).offset = mm(14.2);
        QVERIFY(found(job, FindingKind::OffBlank, "misses the bar"));
        job = good;
        bar(job).offset = mm(11.5);
        QVERIFY(found(job, FindingKind::OffBlank, "breaks out of the flank"));
        QVERIFY(found(job, FindingKind::SteepStart, "slope of 55"));
        job = good;
        job.patterns[0].hole.diameter = mm(30);
        QVERIFY(found(job, FindingKind::OffBlank, "the bar there only 27.92 mm"));
        job = good;
        bar(job).along = mm(95);
        QVERIFY(found(job, FindingKind::OnStep, "shoulder"));
        job = good;
        job.patterns[0].hole.depth = mm(30);
        QVERIFY(found(job, FindingKind::TooDeep, "only 27.92 mm through"));
        job.patterns[0].hole.depth = mm(27);
        QVERIFY(found(job, FindingKind::TooDeep, "comes out on the far side"));
        job.patterns[0].hole.depth = mm(16);
        QVERIFY(found(job, FindingKind::TooDeep, "past the axis"));
        job = good;
        std::get<BarPattern>(job.patterns[1].layout).along = mm(0); // both through the axis at one place
        QVERIFY(found(job, FindingKind::HolesMeet, "meet inside the bar"));
        job = good;
        std::get<BarPattern>(job.patterns[1].layout).at = deg(2);
        std::get<BarPattern>(job.patterns[1].layout).along = mm(5);
        QVERIFY(found(job, FindingKind::HolesMeet, "overlap"));
        job = good;
        job.blank.bore = mm(15); // thin wall, short thread
        QVERIFY(found(job, FindingKind::ThreadShort, "full thread"));
        job = good;
        job.blank.bore = mm(4); // too narrow for the thread to open into
        QVERIFY(found(job, FindingKind::TooDeep, "cannot open with its whole width"));
        job = good;
        at_hand(job).machine = "Drill press";
        job.patterns[0].hole.diameter = mm(24);
        job.patterns[1].left_out = {1};
        QVERIFY(found(job, FindingKind::DrillsVee, "enter the vee block"));
    }
};

QTEST_APPLESS_MAIN(TestRound)
#include "test_round.moc"
