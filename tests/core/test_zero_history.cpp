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
