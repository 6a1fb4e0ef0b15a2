// What the board shows of a bar and of an old part's sketch, and how the stages stand.
#include "layout/bar_views.h"
#include "plan/stage_state.h"
#include "round/figures.h"
#include "support/bars.h"
#include "support/findings.h"
#include "support/old_parts.h"
#include "survey/sketch.h"

#include <numbers>
#include <set>

using namespace clockface;
using namespace clockface::testing;

class TestViews : public QObject {
    Q_OBJECT
private slots:
    void a_flat_by_its_own_geometry() {
        holds("both edges of a flat lie on the bar, as far apart as its chord; rolled out it takes their arc", [] {
            Job job = arbor();
            job.blank.bar.shoulders.clear();
            job.blank.bar.flats.clear();
            const Length radius = job.blank.diameter.actual() / 2.0;
            Flat flat;
            flat.from = mm(*rc::gen::inRange(5, 60));
            flat.to = flat.from + mm(*rc::gen::inRange(5, 60));
            flat.depth = radius * (*rc::gen::inRange(2, 60) / 100.0);
            flat.facing = deg(*rc::gen::inRange(0, 360));
            const FlatOutline seen = outline_of(job.blank, flat);
            RC_ASSERT(same(distance(seen.one, {}), radius, 1e-9) && same(distance(seen.other, {}), radius, 1e-9));
            // The chord, from the triangle of centre, foot and edge: 2 sqrt(R² - (R - d)²).
            const double foot = (radius - flat.depth).in_mm(), r = radius.in_mm();
            RC_ASSERT(same(distance(seen.one, seen.other), mm(2.0 * std::sqrt(r * r - foot * foot)), 1e-9));
            // The arc: R times the angle between the two edges, 2 acos((R - d) / R).
            RC_ASSERT(same(seen.upper - seen.lower, mm(2.0 * r * std::acos(foot / r)), 1e-9));
            const Point middle = (seen.one + seen.other) * 0.5;
            RC_ASSERT(same(middle, polar(radius - flat.depth, flat.facing), 1e-9));
            RC_ASSERT(seen.from_front == (middle.x <= mm(1e-6)));
        });
    }
    void stretches_cover_the_bar() {
        holds("stretches follow each other from end to end", [] {
            const Job job = *any_bar_job();
            const auto all = stretches_of(job.blank);
            RC_ASSERT(all.size() == job.blank.bar.shoulders.size() + 1);
            RC_ASSERT(same(all.front().from, Length{}) && same(all.back().to, job.blank.width.actual()));
            for (std::size_t i = 1; i < all.size(); ++i)
                RC_ASSERT(same(all[i].from, all[i - 1].to));
        });
    }
    void rims_and_edges() {
        Job job = arbor();
        job.blank.bar.shoulders.clear();
        const Section round = bare(section_at(job.blank, mm(3)));
        for (const Point& place : rim_of(round, 36))
            QVERIFY(same(distance(place, {}), round.radius, 1e-9));
        QVERIFY(edges_of(round).empty());
        job.blank.shape = BlankShape::HexagonBar;
        const Section hexagon = section_at(job.blank, mm(3));
        const auto edges = edges_of(hexagon);
        QCOMPARE(edges.size(), 6U);
        // Corner to corner of a hexagon is its width over cos 30.
        for (const Edge& edge : edges)
            QVERIFY(same(distance(edge.across, {}),
                         mm(job.blank.diameter.actual().in_mm() / 2.0 / std::cos(std::numbers::pi / 6.0)), 1e-6));
        QCOMPARE(std::count_if(edges.begin(), edges.end(),
                               [](const Edge& edge) { return seen_from_front(edge.across); }) >= 2,
                 true);
    }
    void a_sketch_comes_to_lie_over_the_survey() {
        holds("a sketch that is the part itself, shrunk, turned and shifted, is laid back over it", [] {
            Dice dice(static_cast<unsigned>(*rc::gen::inRange(1, 100000)));
            MadePart made = strewn(dice, 6);
            const double shrunk = *rc::gen::inRange(20, 300) / 100.0;
            const Angle turn = deg(*rc::gen::inRange(0, 360));
            const Point shift{mm(*rc::gen::inRange(-50, 50)), mm(*rc::gen::inRange(-50, 50))};
            const auto sketched_at = [&](Point place) { return rotated(place, turn) * shrunk + shift; };
            for (std::size_t i = 0; i < made.truth.size(); ++i)
                made.part.holes[i].sketched = sketched_at({mm(made.truth[i].x), mm(made.truth[i].y)});
            for (OldEdge& edge : made.part.edges)
                edge = {edge.name, sketched_at(edge.from), sketched_at(edge.to)};
            measure_all(made, dice, 4, 0.0);
            const Survey found = survey(made.part);
            RC_PRE(found.settled() && found.zero >= 0);
            const SketchFrame frame = sketch_frame(made.part, found);
            RC_ASSERT(std::fabs(frame.scale * shrunk - 1.0) < 1e-3);
            for (std::size_t i = 0; i < made.truth.size(); ++i) {
                const Point sketched = made.part.holes[i].sketched;
                RC_ASSERT(same(frame.laid(sketched), frame.turned(*found.holes[i].at), 0.05));
                RC_ASSERT(same(frame.sketched(frame.laid(sketched)), sketched, 1e-9));
            }
        });
    }
    void the_foot_on_an_edge() {
        holds("the foot lies on the edge, and square to it from the place", [] {
            SketchFrame frame;
            frame.turn = deg(*rc::gen::inRange(0, 360));
            const SurveyedEdge edge{"base", deg(*rc::gen::inRange(0, 360)), mm(*rc::gen::inRange(-60, 60))};
            const Point at{mm(*rc::gen::inRange(-90, 90)), mm(*rc::gen::inRange(-90, 90))};
            const Point foot = frame.foot_on(edge, at);
            const Angle along = edge.bearing + frame.turn;
            const auto run = [&](Point of) { return rotated(of, -along); }; // x along the edge, y to its left
            RC_ASSERT(same(run(foot).y, edge.offset, 1e-9));
            RC_ASSERT(same(run(foot).x, run(at).x, 1e-9));
        });
    }
    void names_of_what_is_sketched() {
        OldPart part;
        for (int i = 0; i < 5; ++i)
            part = with_hole(std::move(part), {mm(i), mm(0)});
        part.holes.erase(part.holes.begin() + 1);
        part = with_hole(std::move(part), {mm(9), mm(9)});
        std::set<std::string> names;
        for (const OldHole& hole : part.holes)
            QVERIFY(names.insert(hole.name).second);
        for (int i = 0; i < 6; ++i)
            part = with_edge(std::move(part), {mm(0), mm(i)}, {mm(50), mm(i)});
        for (const OldEdge& edge : part.edges)
            QVERIFY(names.insert(edge.name).second);
        QCOMPARE(part.edges.front().name, std::string("base"));
    }
    void how_the_stages_stand() {
        using Kind = StageState::Kind;
        Job job = plate_job();
        const auto state = [&](StageOf stage) {
            const Plan plan = make_plan(with_ids(job), default_shop());
            return state_by_findings(plan, plan.findings, stage).kind;
        };
        QCOMPARE(state_of_blank(job).kind, Kind::InHand);
        job.blank.width.measured = mm(120.1);
        job.blank.height.measured = mm(90.0);
        QCOMPARE(state_of_blank(job).kind, Kind::Done);
        job.patterns.clear();
        for (const StageOf stage : {StageOf::Holes, StageOf::Cutters, StageOf::Order})
            QCOMPARE(state(stage), Kind::Untouched);
        job.patterns = {single("A", 60, 45, 6.0)};
        QCOMPARE(state(StageOf::Holes), Kind::Done);
        job.patterns[0] = single("A", 300, 45, 6.0); // beside the plate
        QCOMPARE(state(StageOf::Holes), Kind::Attention);
        QCOMPARE(state(StageOf::Cutters), Kind::Done);
        QCOMPARE(state(StageOf::Order), Kind::Done);
        Piece piece;
        QCOMPARE(state_of_bench(piece, false).kind, Kind::Untouched);
        piece.log.push_back({1, 5, Noted{"begun"}});
        QCOMPARE(state_of_bench(piece, false).kind, Kind::InHand);
        QCOMPARE(state_of_bench(piece, true).kind, Kind::Done);
    }
    void every_finding_is_put_right_somewhere() {
        // Of the cutters: what was chosen, how deep and how fast. Of the order: machines and lists. The rest: the
        // holes.
        QCOMPARE(put_right_in(FindingKind::NoCutter), StageOf::Cutters);
        QCOMPARE(put_right_in(FindingKind::NotAudited), StageOf::Cutters);
        QCOMPARE(put_right_in(FindingKind::FiguresChanged), StageOf::Order);
        QCOMPARE(put_right_in(FindingKind::NoLongerWanted), StageOf::Order);
        QCOMPARE(put_right_in(FindingKind::OffBlank), StageOf::Holes);
        QCOMPARE(put_right_in(FindingKind::NotMarked), StageOf::Holes);
    }
};

QTEST_GUILESS_MAIN(TestViews)
#include "test_views.moc"
