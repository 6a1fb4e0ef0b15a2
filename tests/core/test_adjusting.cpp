// Work brought right by one locked gauge: shift and turn from four readings, and a release only after the last
// tightening.
#include "formats/job_json.h"
#include "holding/adjusting.h"
#include "layout/validate.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <nlohmann/json.hpp>
#include <numbers>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

// Work that lies between two sides, its ends where they are: the gap at a side is what the other one has not.
struct Lying {
    double left, right;                     ///< of its two ends' middles, away from the operator
    double room_left = 10, room_right = 10; ///< half of what is free at each end
    [[nodiscard]] GaugeReading read(Tightness clamps) const {
        return {mm(room_left - left), mm(room_left + left), mm(room_right - right), mm(room_right + right), clamps};
    }
};

} // namespace

class TestAdjusting : public QObject {
    Q_OBJECT
private slots:
    // Far 10.3 and near 9.7 at the left, 9.9 and 10.1 at the right: the left end goes 0.3 away, the right one 0.1
    // back; as a whole 0.1 away, and over 200 atan(-0.4 / 200) = -0.1146 degrees.
    void four_readings() {
        Adjusting adjusting;
        adjusting.span = mm(200);
        const GaugeReading reading{mm(10.3), mm(9.7), mm(9.9), mm(10.1)};
        Nudge nudge = nudge_for(reading, adjusting);
        QVERIFY(same(nudge.left, mm(0.3)) && same(nudge.right, mm(-0.1)) && same(nudge.shift, mm(0.1)));
        QVERIFY(std::fabs(nudge.turn.in_degrees() + 0.114591) < 1e-5);
        QVERIFY(same(nudge.left_over, mm(0)));
        // 10 wanted at the far side: the same here, since the pairs have 20 together.
        adjusting.wanted = mm(10);
        nudge = nudge_for(reading, adjusting);
        QVERIFY(same(nudge.left, mm(0.3)) && same(nudge.right, mm(-0.1)) && same(nudge.left_over, mm(0)));
        // Work that is 0.2 thinner at its right end: alike means 10 and 10.1 there, 0.05 from their mean; with 10
        // wanted at the far side the near one is 0.2 off.
        const GaugeReading tapered{mm(10), mm(10), mm(10.1), mm(10.1)};
        QVERIFY(same(nudge_for(tapered, adjusting).left_over, mm(0.2)));
        QVERIFY(same(nudge_for(tapered, adjusting).right, mm(0.1)));
        adjusting.wanted.reset();
        QVERIFY(same(nudge_for(tapered, adjusting).left_over, mm(0.05)));
        QVERIFY(same(nudge_for(tapered, adjusting).right, mm(0)));
    }

    // Whatever way it lies, carried out to the letter the nudge leaves opposites alike, or the far side as wanted; and
    // shift and turn move the two ends just so far.
    void carried_out_it_lies_right() {
        std::mt19937 engine(3);
        const auto chance = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(engine); };
        for (int i = 0; i < 2000; ++i) {
            Adjusting adjusting;
            adjusting.span = mm(chance(20, 800));
            Lying work{chance(-3, 3), chance(-3, 3), chance(5, 20), 0};
            work.room_right = work.room_left + (i % 4 == 0 ? chance(-0.3, 0.3) : 0.0);
            if (i % 2)
                adjusting.wanted = mm(chance(4, 18));
            const Nudge nudge = nudge_for(work.read(Tightness::Loose), adjusting);
            const double half = adjusting.span.in_mm() / 2.0,
                         slope = std::tan(nudge.turn.in_degrees() * std::numbers::pi / 180.0);
            work.left += nudge.shift.in_mm() - half * slope;
            work.right += nudge.shift.in_mm() + half * slope;
            const GaugeReading after = work.read(Tightness::Loose);
            if (adjusting.wanted) {
                QVERIFY(same(after.far_left, *adjusting.wanted, 1e-9) &&
                        same(after.far_right, *adjusting.wanted, 1e-9));
                const Length worst =
                    std::max(abs(after.near_left - *adjusting.wanted), abs(after.near_right - *adjusting.wanted));
                QVERIFY(same(worst, nudge.left_over, 1e-9));
            } else {
                QVERIFY(same(after.far_left, after.near_left, 1e-9) && same(after.far_right, after.near_right, 1e-9));
                const Length mean = (after.far_left + after.far_right) / 2.0;
                QVERIFY(same(abs(after.far_left - mean), nudge.left_over, 1e-9));
            }
        }
    }

    // Somebody who does what is said next, with hands that miss a fifth of a nudge and clamps that drag the work along:
    // in the end it is released, never before it was tightened, and it lies within what is allowed.
    void followed_to_the_end() {
        std::mt19937 engine(4);
        const auto chance = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(engine); };
        int dragged = 0;
        for (int i = 0; i < 300; ++i) {
            Adjusting adjusting;
            Lying work{chance(-2, 2), chance(-2, 2)};
            Tightness clamps = Tightness::Loose;
            int lines = 0;
            for (; lines < 60 && !is_released(adjusting); ++lines) {
                if (!adjusting.log.empty()) {
                    const std::string next = next_in_words(adjusting, Unit::Millimetre);
                    const Nudge nudge = nudge_for(adjusting.log.back(), adjusting);
                    if (next.find("Nudge") != std::string::npos) {
                        if (next.find("Slacken both ends") != std::string::npos) {
                            clamps = Tightness::BothSnug;
                            ++dragged;
                        }
                        work.left += nudge.left.in_mm() * chance(0.8, 1.2);
                        work.right += nudge.right.in_mm() * chance(0.8, 1.2);
                    } else if (next.find("Draw one end down") != std::string::npos) {
                        clamps = Tightness::OneEndSnug;
                        work.left += chance(-0.04, 0.04);
                    } else if (next.find("Draw the other end") != std::string::npos) {
                        clamps = Tightness::BothSnug;
                        work.right += chance(-0.04, 0.04);
                    } else {
                        QVERIFY2(next.find("Tighten both ends") == 0, next.c_str());
                        clamps = Tightness::Tight;
                        work.left += chance(-0.06, 0.06);
                        work.right += chance(-0.06, 0.06);
                    }
                }
                adjusting.log.push_back(work.read(clamps));
            }
            QVERIFY(is_released(adjusting));
            QVERIFY(adjusting.log.back().clamps == Tightness::Tight && std::fabs(work.left) <= 0.05 &&
                    std::fabs(work.right) <= 0.05);
            QVERIFY(next_in_words(adjusting, Unit::Millimetre).find("Released") == 0);
            QCOMPARE(log_in_words(adjusting, Unit::Millimetre).size(), adjusting.log.size());
        }
        QVERIFY2(dragged > 20, qPrintable(QString::number(dragged)));
    }

    void said_line_by_line() {
        Adjusting adjusting;
        adjusting.log = {{mm(10.12), mm(9.88), mm(10), mm(10)}, {mm(10), mm(10), mm(9.99), mm(10.01)}};
        const std::vector<std::string> lines = log_in_words(adjusting, Unit::Millimetre);
        QCOMPARE(lines[0], std::string("Loose: the left end 0.12 mm too near you, the right end right."));
        QCOMPARE(lines[1],
                 std::string("Loose: the left end right, the right end 0.01 mm too far from you. Since the line before "
                             "the left end went 0.12 mm away from you, the right end 0.01 mm away from you."));
        adjusting.log.back() = {mm(10.2), mm(9.8), mm(10.2), mm(9.8)};
        QCOMPARE(next_in_words(adjusting, Unit::Millimetre),
                 std::string("Nudge both ends 0.2 mm away from you, and read again."));
        adjusting.log.pop_back();
        const std::string next = next_in_words(adjusting, Unit::Millimetre);
        QVERIFY2(
            next.find("Nudge the left end 0.12 mm away from you and the right end not at all: as a whole 0.06 mm away "
                      "from you, and a turn of 0.069° clockwise.") == 0,
            next.c_str());
    }

    // Until it is read after the last tightening, the job says so; an undone tightening says so again.
    void a_finding_until_released() {
        Job job = plate_job();
        job.patterns = {single("A", 30, 30)};
        job = with_ids(job);
        const auto said = [&] {
            for (const Finding& each : plan_at_hand(job, default_shop()).findings)
                if (each.kind == FindingKind::NotReleased)
                    return each.sentence;
            return std::string();
        };
        QVERIFY(said().empty());
        std::vector<GaugeReading>& log = at_hand(job).holding.adjusting.log;
        log = {{mm(10), mm(10), mm(10), mm(10), Tightness::BothSnug}};
        QVERIFY(said().find("not read since it was tightened") != std::string::npos);
        log.push_back({mm(10), mm(10), mm(10.2), mm(9.8), Tightness::Tight});
        QVERIFY(said().find("lies off by more than is allowed") != std::string::npos);
        log.push_back({mm(10), mm(10), mm(10.04), mm(9.96), Tightness::Tight});
        QVERIFY(said().empty());
        log.push_back({mm(10), mm(10), mm(10), mm(10), Tightness::BothSnug});
        QVERIFY(!said().empty());
    }

    void kept_in_files() {
        Job job = with_ids(plate_job());
        Adjusting& adjusting = at_hand(job).holding.adjusting;
        adjusting.span = mm(230);
        adjusting.wanted = mm(12.5);
        adjusting.far_left = mm(-0.03);
        adjusting.clamps = Tightness::OneEndSnug;
        adjusting.log = {{mm(12.6), mm(12.4), mm(12.5), mm(12.5), Tightness::Loose},
                         {mm(12.5), mm(12.5), mm(12.51), mm(12.49), Tightness::Tight}};
        QVERIFY(!first_fault(job));
        const auto read = job_from_json(job_to_json(job));
        QVERIFY(read && at_hand(*read).holding.adjusting == adjusting);
        const auto refused = [&](const char* place, auto spoil) {
            Job bad = job;
            spoil(at_hand(bad).holding.adjusting);
            const auto fault = first_fault(bad);
            QVERIFY2(fault && fault->text().find(place) != std::string::npos, fault ? fault->text().c_str() : place);
            QVERIFY(!job_from_json(job_to_json(bad)));
        };
        refused("adjusting.span", [](Adjusting& each) { each.span = mm(0); });
        refused("adjusting.within", [](Adjusting& each) { each.within = mm(-0.1); });
        refused("adjusting", [](Adjusting& each) { each.near_right = mm(1e9); });
        refused("adjusting.log", [](Adjusting& each) { each.log[1].far_left = mm(-1e9); });
        refused("adjusting.log", [](Adjusting& each) { each.log.resize(201); });
    }
};

QTEST_APPLESS_MAIN(TestAdjusting)
#include "test_adjusting.moc"
