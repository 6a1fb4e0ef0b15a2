// Threads cut by hand: the turns, the rhythm, and what the list says of them.
#include "cutting/formulas.h"
#include "cutting/tapping.h"
#include "ordering/wording.h"
#include "plan/plan.h"
#include "support/jobs.h"

using namespace clockface;
using namespace clockface::testing;

namespace {

// A block 40 thick of this metal with one tapped hole, drilled to a full diameter so deep (nought: through), and what
// its last tap is said to do.
struct Tapped {
    Job job;
    Shop shop = default_shop();

    Tapped(const std::string& thread, Length depth, const std::string& material = "mild steel",
           Length thickness = mm(40)) {
        job = plate_job();
        job.blank.thickness = thickness;
        job.blank.material = material;
        at_hand(job).machine = "Readout mill";
        Pattern hole = single("A", 20, 20);
        hole.hole = {Purpose::Tapped, mm(5), thread, std::nullopt};
        if (depth > Length{}) {
            hole.hole.depth = depth;
            hole.hole.depth_of = DepthOf::FullDiameter;
        }
        job.patterns = {hole};
        job = with_ids(job);
        shop.drawer.taps = {{thread, true, true, true}};
    }
    [[nodiscard]] CutStep last() const {
        const SetupPlan plan = plan_at_hand(job, shop);
        return *plan.chain_of(0).last(StepKind::Tap);
    }
};

} // namespace

class TestTapping : public QObject {
    Q_OBJECT
private slots:
    void turns_by_hand_data() {
        QTest::addColumn<QString>("thread");
        QTest::addColumn<double>("full");
        QTest::addColumn<double>("chips");
        QTest::addColumn<double>("turns");
        QTest::addColumn<double>("full_thread_with_plug");
        QTest::addColumn<QString>("said");
        // (14 - 2 x 0.8) / 0.8; 12.4 - 4 x 0.8
        QTest::newRow("M5, 14 deep") << "M5" << 14.0 << 2.0 << 15.5 << 9.2 << "15 1/2";
        // (3 - 0) / 0.8 = 3.75; 3 is less than the plug's lead of 3.2
        QTest::newRow("M5, 3 deep, no room for chips") << "M5" << 3.0 << 0.0 << 3.75 << 0.0 << "3 3/4";
        // (10 - 3 x 1) / 1; 7 - 4
        QTest::newRow("M6, 10 deep") << "M6" << 10.0 << 3.0 << 7.0 << 3.0 << "7";
        // 3/4 in = 19.05; 20 threads an inch: a pitch of 1.27. (19.05 - 2 x 1.27) / 1.27 = 13; 16.51 - 4 x 1.27
        QTest::newRow("1/4-20, 3/4 in deep") << "1/4-20" << 19.05 << 2.0 << 13.0 << 11.43 << "13";
        // 28 threads an inch: 25.4 / 28 = 0.907143; 12.7 / 0.907143 = 14, less one for chips
        QTest::newRow("1/4-28, 1/2 in deep") << "1/4-28" << 12.7 << 1.0 << 13.0 << 25.4 / 28.0 * 9.0 << "13";
    }
    void turns_by_hand() {
        QFETCH(QString, thread);
        QFETCH(double, full);
        QFETCH(double, chips);
        QFETCH(double, turns);
        QFETCH(double, full_thread_with_plug);
        QFETCH(QString, said);
        Tapped tapped(thread.toStdString(), mm(full));
        tapped.shop.customs.chip_room = chips;
        tapped.shop.drawer.taps = {{thread.toStdString(), false, true, false}};
        const CutStep step = tapped.last();
        QVERIFY(step.tap && step.tap->stops);
        QVERIFY2(std::fabs(step.tap->turns - turns) < 1e-6, qPrintable(QString::number(step.tap->turns)));
        QVERIFY2(std::fabs(step.full.in_mm() - full_thread_with_plug) < 1e-6,
                 qPrintable(QString::number(step.full.in_mm())));
        QCOMPARE(turns_in_words(*step.tap), said.toStdString());
    }
    // Leads of 8, 4 and 1.5 threads: after the same 18 turns, (20 - 2 x 1) / 1, so much less of them full thread.
    void the_lead_of_each_tap() {
        const CutStep step = Tapped("M6", mm(20)).last(); // a plug tap
        QVERIFY(step.tap && std::fabs(step.tap->turns - 18.0) < 1e-9 && std::fabs(step.full.in_mm() - 14.0) < 1e-9);
        QVERIFY(std::fabs(thread_held(mm(20), mm(1), lead_threads(TapLead::Plug), 2.0).in_mm() - 14.0) < 1e-9);
        QVERIFY(std::fabs(thread_held(mm(20), mm(1), lead_threads(TapLead::Bottoming), 2.0).in_mm() - 16.5) < 1e-9);
        QVERIFY(std::fabs(thread_held(mm(20), mm(1), lead_threads(TapLead::Taper), 2.0).in_mm() - 10.0) < 1e-9);
        QVERIFY(std::fabs(tap_turns(mm(18), mm(1)) - 18.0) < 1e-12 && tap_turns(mm(-1), mm(1)) == 0.0);
    }
    // Through 12: lead and one thread stand out below. A taper tap of M5: 12 + 9 x 0.8 = 19.2, or 24 turns.
    void through_it_does_not_stop() {
        const CutStep step = Tapped("M5", {}, "mild steel", mm(12)).last();
        QVERIFY(step.tap && !step.tap->stops && std::fabs(step.tap->turns - 24.0) < 1e-9);
        QCOMPARE(turns_in_words({{}, 24.01, false}), std::string("24 1/4")); // up, so that it comes through
        QCOMPARE(turns_in_words({{}, 24.24, true}), std::string("24"));      // down, so that it does not touch
        QCOMPARE(turns_in_words({{}, 0.6, true}), std::string("1/2"));
        QCOMPARE(turns_in_words({{}, 0.2, true}), std::string("0"));
    }
    // Your own depth of a tap counts, not what the program would say: 8 / 0.8.
    void a_depth_of_the_users() {
        Tapped tapped("M5", mm(14));
        const std::string name = tapped.last().name;
        tapped.job.patterns[0].hole.wishes.steps[name].depth = mm(8);
        QVERIFY(std::fabs(tapped.last().tap->turns - 10.0) < 1e-9);
    }
    void the_rhythm() {
        const TapRhythm usual{0.5, 0.25}, quick{1.0, 0.5};
        QVERIFY(Tapped("M6", mm(14)).last().tap->rhythm == usual);
        QVERIFY(Tapped("M4", mm(14)).last().tap->rhythm == quick);              // small
        QVERIFY(Tapped("M6", mm(14), "cast iron").last().tap->rhythm == quick); // short chips
        QVERIFY(Tapped("M6", mm(14), "stainless").last().tap->rhythm == usual);
        Tapped own("M4", mm(14));
        own.shop.customs.tap_rhythm = TapRhythm{0.75, 0.25};
        QVERIFY((own.last().tap->rhythm == TapRhythm{0.75, 0.25}));
        QCOMPARE(rhythm_in_words(usual), std::string("Half a turn on, a quarter back."));
        QCOMPARE(rhythm_in_words(own.last().tap->rhythm), std::string("0.75 turns on, 0.25 back."));
    }
    void what_the_list_says() {
        const Tapped tapped("M6", mm(10));
        const SetupPlan plan = plan_at_hand(tapped.job, tapped.shop);
        int said = 0;
        for (const Instruction& each : plan.route.list)
            if (const auto* hands = std::get_if<WorkByHand>(&each.action); hands && hands->step != "deburr") {
                const Wording words = in_words(each, words_for(tapped.job, plan));
                QVERIFY(words.note.find("Half a turn on") != std::string::npos);
                QVERIFY(words.note.find("a bottom snaps it") != std::string::npos);
                QCOMPARE(words.figures.back().value, std::string("8")); // (10 - 2) / 1
                ++said;
            }
        QVERIFY(said > 0);
    }

    // Driven as slowly as the spindle turns, as a hand has to turn it back; the feed is the pitch for every turn.
    // 1/4-20: 25.4 / 20 = 1.27 a turn. More turns are the user's figure.
    void driven_data() {
        QTest::addColumn<QString>("thread");
        QTest::addColumn<double>("pitch");
        QTest::newRow("M6") << "M6" << 1.0;
        QTest::newRow("M10") << "M10" << 1.5;
        QTest::newRow("1/4-20") << "1/4-20" << 1.27;
    }
    void driven() {
        QFETCH(QString, thread);
        QFETCH(double, pitch);
        Tapped tapped(thread.toStdString(), Length{}, "mild steel", mm(15));
        for (Machine& machine : tapped.shop.machines) {
            machine.spindle.taps = true;
            machine.spindle.steps = {45, 95, 190, 380, 760};
        }
        const CutStep step = tapped.last();
        const double set = 45;
        QVERIFY(!step.by_hand && step.rpm && !step.tap);
        QCOMPARE(*step.rpm, set);
        QVERIFY(std::fabs(step.feed_set - set * pitch) < 1e-9);
        QVERIFY(std::fabs(step.minutes - 2.0 * step.tip.in_mm() / (set * pitch)) < 1e-9);
        QVERIFY2(step.why_feed.find("the pitch times the turns") != std::string::npos, step.why_feed.c_str());
        tapped.job.patterns[0].hole.wishes.steps[step.name].rpm = 190;
        QVERIFY(std::fabs(tapped.last().feed_set - 190 * pitch) < 1e-9);
        // It is cut at the machine then, and on handwheels follows its drill; nothing is left to be turned by hand.
        at_hand(tapped.job).machine = "Metric mill";
        const SetupPlan plan = plan_at_hand(tapped.job, tapped.shop);
        QVERIFY(plan.work.way == CutOrder::FollowDrill);
        for (const ByHand& each : plan.work.by_hand)
            QVERIFY(each.step.find("tap") == std::string::npos);
        QVERIFY(plan.run.complaints.empty() && plan.run.landings.back().miss < mm(0.1));
        bool said = false;
        for (const Instruction& each : plan.route.list)
            if (const auto* drill = std::get_if<DrillHole>(&each.action);
                drill && plan.chain_of(0).steps[static_cast<std::size_t>(drill->step)].kind == StepKind::Tap)
                said = in_words(each, words_for(tapped.job, plan)).note.find("Turn back as soon as it is through") !=
                       std::string::npos;
        QVERIFY(said);
    }

    // A bottoming tap, and any tap where the slowest step is too fast, is turned by hand all the same, and it says why.
    void not_driven() {
        Tapped blind("M6", mm(10), "mild steel", mm(14)); // no room for the plug's four threads below it
        blind.job.patterns[0].hole.depth_of = DepthOf::FullThread;
        blind.shop.customs.chip_room = 1.0;
        for (Machine& machine : blind.shop.machines)
            machine.spindle.taps = true;
        QVERIFY(blind.last().cutter.lead == TapLead::Bottoming && blind.last().by_hand && blind.last().tap);
        const SetupPlan plan = plan_at_hand(blind.job, blind.shop);
        QVERIFY(!plan.chain_of(0).find("tap 1")->by_hand);
        QVERIFY(blind.last().why_feed.find("ends on the bottom") != std::string::npos);
        Tapped fast("M10", Length{});
        for (Machine& machine : fast.shop.machines) {
            machine.spindle.taps = true;
            machine.spindle.steps = {2000, 4000};
        }
        QVERIFY(fast.last().by_hand && fast.last().tap);
        QVERIFY(fast.last().why_feed.find("too fast for it") != std::string::npos);
    }

    void turns_from_a_feed() {
        Spindle steps;
        steps.steps = {60, 120, 240};
        QCOMPARE(*turns_for_feed(steps, 120.0, mm(1.0), Unit::Millimetre), 120.0);
        QCOMPARE(*turns_for_feed(steps, 304.8, mm(1.27), Unit::Millimetre), 240.0); // 240 x 1.27
        const auto torn = turns_for_feed(steps, 130.0, mm(1.0), Unit::Millimetre);
        QVERIFY(!torn);
        QCOMPARE(torn.error().sentence,
                 std::string("At a pitch of 1 mm this feed wants 130 turns a minute, and the spindle has 120 or 240: "
                             "120 mm a minute or 240 mm a minute would do."));
        const auto above = turns_for_feed(steps, 900.0, mm(1.0), Unit::Millimetre);
        QVERIFY(!above && above.error().sentence.find("has 240: 240 mm a minute would do") != std::string::npos);
        Spindle any;
        any.slowest = 80;
        any.fastest = 900;
        QCOMPARE(*turns_for_feed(any, 137.0, mm(0.5), Unit::Millimetre), 274.0);
        QVERIFY(!turns_for_feed(any, 20.0, mm(1.0), Unit::Millimetre) &&
                !turns_for_feed(any, 0.0, mm(1.0), Unit::Inch));
    }

    // Whatever the thread and the spindle: what is answered is one of its steps, and feeds what was asked within half a
    // percent; what is refused names feeds that are then taken.
    void a_feed_and_its_turns_agree() {
        holds("feed and turns", [] {
            Spindle spindle;
            double step = *rc::gen::inRange(20, 90);
            for (int i = 0; i < 6; ++i, step *= *rc::gen::inRange(13, 25) / 10.0)
                spindle.steps.push_back(std::round(step));
            const Length pitch = mm(*rc::gen::inRange(25, 300) / 100.0);
            const double feed = *rc::gen::inRange(10, 4000);
            const auto turns = turns_for_feed(spindle, feed, pitch, Unit::Millimetre);
            if (turns) {
                RC_ASSERT(std::find(spindle.steps.begin(), spindle.steps.end(), *turns) != spindle.steps.end());
                RC_ASSERT(std::fabs(*turns * pitch.in_mm() - feed) <= feed * 0.00501);
            } else {
                for (const double each : spindle.steps)
                    RC_ASSERT(std::fabs(each * pitch.in_mm() - feed) > feed * 0.004);
            }
        });
    }

    // What keeps it upright is said where it is turned over its hole; of a drill press, what becomes of the spring.
    void kept_upright() {
        const auto said = [](TapGuide guide, const std::string& machine) {
            Tapped tapped("M6", Length{});
            tapped.shop.customs.tap_guide = guide;
            at_hand(tapped.job).machine = machine;
            at_hand(tapped.job).order.cuts = CutOrder::FollowDrill;
            const SetupPlan plan = plan_at_hand(tapped.job, tapped.shop);
            std::string note;
            for (const Instruction& each : plan.route.list)
                if (const auto* drill = std::get_if<DrillHole>(&each.action);
                    drill && plan.chain_of(0).steps[static_cast<std::size_t>(drill->step)].kind == StepKind::Tap)
                    note = in_words(each, words_for(tapped.job, plan)).note;
            return note;
        };
        QVERIFY(said(TapGuide::Chuck, "Readout mill").find("drive out of gear") != std::string::npos);
        const std::string press = said(TapGuide::Chuck, "Drill press");
        QVERIFY2(press.find("return spring off") != std::string::npos &&
                     press.find("set it again") != std::string::npos,
                 press.c_str());
        QVERIFY(said(TapGuide::Follower, "Drill press").find("pointed follower") != std::string::npos);
        QVERIFY(said(TapGuide::Eye, "Readout mill").find("two sides at right angles") != std::string::npos);
    }
};

QTEST_GUILESS_MAIN(TestTapping)
#include "test_tapping.moc"
