// Zeros that were set on a readout, and the way back to each of them.
#include "bench/zero_history.h"
#include "formats/job_json.h"
#include "layout/validate.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <QTest>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

// A plate whose list begins with touches of X and Y at its corner.
Job touched_plate() {
    Job job = plate_of(110, 72, 22);
    at_hand(job).machine = "Readout mill";
    job.patterns = {single("A", 30, 40, 5)};
    return with_ids(job);
}

std::string mill_id() {
    return default_shop().machine_for("Readout mill", Unit::Millimetre).id;
}

Event set_at(std::int64_t id, std::int64_t time, Axis axis, double to, std::optional<double> before,
             const std::string& by = "touch-x-near") {
    AxisSet set{axis, mm(to), std::nullopt, "edge finder"};
    if (before)
        set.before = mm(*before);
    return {id, time, Done{{1, Act::Zero, {}, mill_id() + ":" + by}, std::nullopt, {set}}};
}

} // namespace

class TestZeroHistory : public QObject {
    Q_OBJECT
private slots:
    // A display that counts for itself: it shows the place and an offset, setting it changes the offset. Whatever was
    // set in whatever order, over two pieces: every zero but those before a figure that was not noted is had again.
    void every_zero_is_had_again() {
        std::mt19937 chance(21);
        const auto between = [&](double least, double most) {
            return std::uniform_real_distribution<double>(least, most)(chance);
        };
        int had = 0, lost = 0;
        for (int i = 0; i < 400; ++i) {
            Job job = touched_plate();
            job.pieces = 2;
            job.begun = {Piece{1}, Piece{2}};
            double offset[2] = {between(-50, 50), between(-50, 50)};
            std::vector<std::pair<Axis, double>> offsets;
            std::vector<int> unnoted[2];
            const int sets = 1 + static_cast<int>(between(0, 8));
            for (int k = 0; k < sets; ++k) {
                const Axis axis = between(0, 1) < 0.5 ? Axis::X : Axis::Y;
                double& now = offset[axis == Axis::X ? 0 : 1];
                const double place = between(-100, 100), to = between(-20, 20);
                const bool noted = between(0, 1) < 0.9;
                Piece& piece = job.begun[k % 2 ? 1 : 0];
                const auto id = static_cast<std::int64_t>(piece.log.size()) + 1;
                piece.log.push_back(set_at(id, 1000 + k, axis, to, noted ? std::optional(place + now) : std::nullopt));
                now = to - place;
                offsets.emplace_back(axis, now);
                if (!noted)
                    unnoted[axis == Axis::X ? 0 : 1].push_back(k);
            }
            QVERIFY(!first_fault(job.begun));
            std::vector<ZeroSet> all = zero_history(job, default_shop(), mill_id());
            QCOMPARE(all.size(), offsets.size());
            for (std::size_t k = 0; k < all.size(); ++k) {
                const auto& [axis, then] = offsets[k];
                const std::vector<int>& gaps = unnoted[axis == Axis::X ? 0 : 1];
                const bool reachable = gaps.empty() || gaps.back() <= static_cast<int>(k);
                QCOMPARE(all[k].back.has_value(), reachable);
                if (!reachable) {
                    ++lost;
                    QVERIFY(way_back(all[k], Unit::Millimetre).find("cannot be had again") != std::string::npos);
                    continue;
                }
                ++had;
                // Where the axis shows 0 now it is set to `back`: the offset is that of then.
                QVERIFY(std::abs(offset[axis == Axis::X ? 0 : 1] + all[k].back->in_mm() - then) < 1e-9);
            }
            // Restored, it is the one that holds, and what was in between can be had as well.
            if (all.front().back && *all.front().back != Length{}) {
                const Axis axis = all.front().set.axis;
                job.begun.front() =
                    with_zero_restored(job.begun.front(), {1, mill_id(), axis, *all.front().back}, 2000);
                offset[axis == Axis::X ? 0 : 1] = offsets.front().second;
                all = zero_history(job, default_shop(), mill_id());
                QVERIFY(all.back().restored && same(*all.front().back, mm(0)));
                for (std::size_t k = 0; k < offsets.size(); ++k)
                    if (all[k].back)
                        QVERIFY(std::abs(offset[all[k].set.axis == Axis::X ? 0 : 1] + all[k].back->in_mm() -
                                         offsets[k].second) < 1e-9);
            }
        }
        QVERIFY2(had > 600 && lost > 60, qPrintable(QString("%1 %2").arg(had).arg(lost)));
    }

    // Set to -5 while it showed 12.3: everything is counted on by -17.3, so the zero before is had by setting 17.3
    // where it shows 0.
    void said_with_its_figures() {
        Job job = touched_plate();
        job.begun = {Piece{1, "", {set_at(1, 1, Axis::X, 0, 3), set_at(2, 2, Axis::X, -5, 12.3, "touch-x-far")}}};
        const auto all = zero_history(job, default_shop(), mill_id());
        QCOMPARE(QString::fromStdString(in_words(all.back(), Unit::Millimetre)),
                 QStringLiteral("X was set to \u22125 mm, touching with the edge finder. It showed 12.3 mm before."));
        QCOMPARE(way_back(all.front(), Unit::Millimetre),
                 std::string("To have it again: where X shows 0 now, set it to 17.3 mm."));
        QVERIFY(way_back(all.back(), Unit::Millimetre).empty());
        QVERIFY(zero_history(job, default_shop(), "another").empty());
    }

    // The same face touched again shows -5.04 instead of -5: it has crept by 0.04, too much for holes within 0.05.
    void what_has_crept() {
        Job job = touched_plate();
        job.begun = {Piece{1,
                           "",
                           {set_at(1, 1, Axis::X, -5, 12.3), set_at(2, 2, Axis::Y, -5, 1, "touch-y-near"),
                            set_at(3, 3, Axis::X, -5, -5.04), set_at(4, 4, Axis::X, 9, 8, "touch-x-far")}}};
        const auto all = zero_history(job, default_shop(), mill_id());
        QVERIFY(!all[0].crept && !all[1].crept && !all[3].crept);
        QVERIFY(all[2].crept && same(*all[2].crept, mm(-0.04)));
        QVERIFY(creep_advice(all[2], mm(0.05)).find("more than half") != std::string::npos);
        QVERIFY(creep_advice(all[2], mm(0.2)).find("allow that") != std::string::npos);
        QVERIFY(creep_advice(all[0], mm(0.05)).empty());
    }

    // What the Bench writes: the figure of the list, and of the second of two sides half of what was read there. Taken
    // back it was never set; and it is in the file.
    void the_bench_writes_it() {
        Job job = touched_plate();
        job.datum.place = DatumPlace::LowerEdge; // X is touched on both sides
        job.patterns = {single("A", 10, 40, 5)};
        job = with_ids(job);
        const Shop shop = default_shop();
        const SetupPlan plan = plan_at_hand(job, shop);
        Piece piece;
        std::vector<TouchEdge> touches;
        for (int i = 0; i < 12; ++i) {
            const BenchState state = bench_state(job, shop, plan, piece);
            const auto* touch =
                std::get_if<TouchEdge>(&state.list.list[static_cast<std::size_t>(state.now()->move)].action);
            const ShownBefore before{mm(100 + i), mm(200 + i)};
            const std::vector<AxisSet> set = axes_set(plan, state, before);
            QCOMPARE(set.empty(), touch == nullptr);
            if (touch) {
                touches.push_back(*touch);
                QCOMPARE(set.size(), std::size_t{1});
                QVERIFY(set.front().axis == touch->axis);
                const Length shown = touch->axis == Axis::X ? *before.x : *before.y;
                QVERIFY(same(set.front().to, touch->halves ? shown / 2.0 : mm(0.005 * double(touch->figure)), 1e-9));
                const auto unread = axes_set(plan, state);
                QVERIFY(!unread.front().before &&
                        same(unread.front().to, mm(0.005 * double(touch->figure)) / (touch->halves ? 2.0 : 1.0)));
            }
            piece = with_next_done(piece, state, 50 + i, set);
        }
        QCOMPARE(touches.size(), std::size_t{3});
        job.begun = {piece};
        QCOMPARE(zero_history(job, shop, plan.machine.id).size(), std::size_t{3});
        const auto read = job_from_json(job_to_json(job));
        QVERIFY(read && read->begun == job.begun);
        while (!piece.log.empty() && bench_state(job, shop, plan, piece).next > 0)
            piece = with_last_back(piece, bench_state(job, shop, plan, piece), 90);
        job.begun = {piece};
        QVERIFY(zero_history(job, shop, plan.machine.id).empty());
    }

    // The ring of a screw of 2.5: X set to 0 at a face, later where it shows 1.9 set to 0.4, so every figure is taken
    // on by -1.5. Back by 1.5: where it shows 0 now the first zero's ring showed 1.5; after 2.2 -> 0.4 more, by 0.8
    // (1.5 + 1.8 - 2.5).
    void rings_of_dials() {
        Job job = touched_plate();
        at_hand(job).machine = "Metric mill";
        const Shop shop = default_shop();
        const SetupPlan plan = plan_at_hand(job, shop);
        const auto& wheels = std::get<Handwheels>(plan.machine.kind);
        QVERIFY(wheels.dials_turn && same(wheels.x.lead, mm(2.5)));
        const auto said = [&](std::vector<Event> log) {
            job.begun = {Piece{1, "", std::move(log)}};
            return zero_history(job, shop, plan.machine.id);
        };
        auto all = said({set_at(1, 10, Axis::X, 0.0, 1.2), set_at(2, 20, Axis::X, 0.4, 1.9)});
        QCOMPARE(all.size(), std::size_t{2});
        QVERIFY(all[0].turn && same(*all[0].turn, mm(2.5)));
        QVERIFY2(way_back(all[0], Unit::Millimetre).find("turn its ring to 1.5 mm") != std::string::npos,
                 way_back(all[0], Unit::Millimetre).c_str());
        QVERIFY(way_back(all[1], Unit::Millimetre).empty());
        all = said(
            {set_at(1, 10, Axis::X, 0.0, 1.2), set_at(2, 20, Axis::X, 0.4, 1.9), set_at(3, 30, Axis::X, 0.4, 2.2)});
        QVERIFY(same(*all[0].back, mm(0.8)));
        // A ring turned on a slide: restored, it shows at every place what it would have shown.
        std::mt19937 chance(31);
        for (int i = 0; i < 500; ++i) {
            const auto any = [&] { return std::uniform_real_distribution<double>(-40.0, 40.0)(chance); };
            double shift = any(), first = 0.0; // the ring shows the slide's place and this, within a turn
            const auto shows = [&](double slide) { return slide + shift - 2.5 * std::floor((slide + shift) / 2.5); };
            std::vector<Event> log;
            for (int k = 1; k <= 4; ++k) {
                const double slide = any(), before = shows(slide), to = std::fabs(any()) / 16.0;
                shift += to - before;
                if (k == 1)
                    first = shift;
                log.push_back(set_at(k, 10 * k, Axis::X, to, before));
            }
            const double back = said(log)[0].back->in_mm();
            QVERIFY(std::fabs(std::remainder(shift + back - first, 2.5)) < 1e-9);
        }
        // The list itself: what a touch sets a ring to is a line of it.
        job.begun.clear();
        Piece piece;
        int sets = 0;
        for (int i = 0; i < 6; ++i) {
            const BenchState state = bench_state(job, shop, plan, piece);
            for (const AxisSet& each : axes_set(plan, state, {mm(1.3), mm(0.7)})) {
                ++sets;
                QVERIFY(each.to >= Length{} && each.to < mm(2.5));
                QVERIFY(same(*each.before, each.axis == Axis::X ? mm(1.3) : mm(0.7)));
            }
            piece = with_next_done(piece, state, 5 + i);
        }
        QVERIFY(sets >= 2);
        Shop fixed = shop;
        for (Machine& each : fixed.machines)
            if (auto* its = std::get_if<Handwheels>(&each.kind))
                its->dials_turn = false;
        const SetupPlan read = plan_at_hand(job, fixed);
        QVERIFY(axes_set(read, bench_state(job, fixed, read, {}), {mm(1), mm(1)}).empty());
    }

    void figures_that_cannot_be_are_refused() {
        Job job = touched_plate();
        job.begun = {Piece{1, "", {set_at(1, 1, Axis::X, 2e5, 0)}}};
        QVERIFY(first_fault(job.begun)->text().find("up to 100 m") != std::string::npos);
        job.begun = {Piece{1, "", {{1, 1, ZeroRestored{1, mill_id(), Axis::X, mm(std::nan(""))}}}}};
        QVERIFY(first_fault(job.begun).has_value());
    }
};

QTEST_APPLESS_MAIN(TestZeroHistory)
#include "test_zero_history.moc"
