// The words of the moves that are about cutters, routines, plates, checks and marks.
#include "ordering/wording.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <algorithm>

using namespace clockface;
using namespace clockface::testing;

namespace {

Shop shop_of(MachineKind kind) {
    return shop_with(std::move(kind));
}

struct ListMade {
    Job job;
    SetupPlan plan;

    ListMade(Job wanted, const Shop& shop)
        : job(std::move(wanted)) {
        at_hand(job).machine = "M";
        plan = plan_at_hand(job, shop);
    }
    // The words of the first move of a kind.
    template <class Action> [[nodiscard]] Wording first() const {
        for (const Instruction& each : plan.route.list)
            if (std::holds_alternative<Action>(each.action))
                return in_words(each, words_for(job, plan));
        return {};
    }
};

bool has(const std::string& text, const std::string& part) {
    return text.find(part) != std::string::npos;
}

const Handwheels metric{screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.23)};
const Readout readout{Unit::Millimetre, mm(0.005), deg(0.001), from_three_counter_clockwise, false, true, true};

} // namespace

class TestWorkWords : public QObject {
    Q_OBJECT
private slots:
    void every_move_of_every_way_has_words() {
        holds("heading, figures, a sentence that ends, a reason; nothing left open", [](void) {
            Job job = *any_job();
            RC_PRE(!holes_of(job).empty());
            at_hand(job).machine = "M";
            const MachineKind kind =
                *rc::gen::oneOf(rc::gen::map(any_handwheels(), [](Handwheels m) { return MachineKind(m); }),
                                rc::gen::map(any_readout(), [](Readout m) { return MachineKind(m); }),
                                rc::gen::map(any_rotary(), [](RotaryTable m) { return MachineKind(m); }),
                                rc::gen::map(any_layout(), [](LayoutBench m) { return MachineKind(m); }));
            Shop shop = shop_with(kind);
            shop.machines[0].lock_jump = {mm(*rc::gen::inRange(-30, 30) / 1000.0), mm(0.01)};
            const SetupPlan plan = plan_at_hand(job, shop);
            for (const Instruction& each : plan.route.list) {
                const Wording words = in_words(each, words_for(job, plan));
                RC_ASSERT(!words.heading.empty());
                RC_ASSERT(!words.figures.empty());
                RC_ASSERT(words.sentence.ends_with('.'));
                RC_ASSERT(words.why.size() > 10U);
                RC_ASSERT(!has(words.sentence, "{") && !has(words.sentence, "nan") && !has(words.sentence, ".."));
                RC_ASSERT(std::any_of(words.figures.begin(), words.figures.end(),
                                      [](const BigFigure& f) { return f.target; }));
            }
        });
    }
    void a_change_of_cutter() {
        const ListMade made(flange(), shop_of(metric));
        const Wording words = made.first<ChangeCutter>();
        QVERIFY2(words.sentence.starts_with("Change to the #1 centre drill, ") &&
                     words.sentence.ends_with("turns a minute."),
                 words.sentence.c_str());
        QVERIFY(has(words.note, "Chuck key out"));
        QVERIFY(has(words.note, "undrilled surface"));
    }
    void what_is_left_for_the_hands() {
        const ListMade made(flange(), shop_of(metric));
        std::vector<std::string> sentences;
        for (const Instruction& each : made.plan.route.list)
            if (std::holds_alternative<WorkByHand>(each.action))
                sentences.push_back(in_words(each, words_for(made.job, made.plan)).sentence);
        QVERIFY(!sentences.empty());
        // Seven tapped holes in a run, named in short.
        QVERIFY2(std::any_of(sentences.begin(), sentences.end(),
                             [](const std::string& s) { return has(s, "M5") && has(s, "A1 to A7"); }),
                 sentences.front().c_str());
        QVERIFY(std::any_of(sentences.begin(), sentences.end(),
                            [](const std::string& s) { return has(s, "far edge of"); }));
        // In what it is held meanwhile: the shop's bench vise, or else what it was drilled in.
        QVERIFY(has(made.first<WorkByHand>().note, "In the bench vise, between soft jaws."));
        Shop without = shop_of(metric);
        without.holdings.bench_vise = false;
        QVERIFY(has(ListMade(flange(), without).first<WorkByHand>().note, "leave it clamped"));
    }
    void a_check_half_way_has_no_more_decimals_than_the_job() {
        Job job = flange();
        job.unit = Unit::Inch;
        const Wording words = ListMade(job, shop_of(metric)).first<CheckPlace>();
        for (const BigFigure& figure : words.figures) {
            const auto point = figure.value.find('.');
            QVERIFY(point != std::string::npos && figure.value.size() - point - 1 <= 4);
            QCOMPARE(figure.after, std::string("in"));
        }
        QVERIFY(has(words.sentence, "measured to a pin"));
    }
    void a_row_routine_by_hand() {
        // Five at a pitch of 9.4 straight up from 20, 12, in a readout with 0 at 3 o'clock: 90 degrees.
        Job job = plate_job();
        at_hand(job).order.readout = ReadoutWay::Routines;
        job.patterns = {row("A", 20, 12, 5, 9.4, 90)};
        const Wording words = ListMade(job, shop_of(readout)).first<KeyRow>();
        QCOMPARE(words.sentence,
                 std::string("Row routine: first X 20.000, Y 12.000, 5 holes, pitch 9.400, angle 90.000°: A1, "
                             "A2, A3, A4 and A5."));
        const Wording place = ListMade(job, shop_of(readout)).first<RoutinePlace>();
        QVERIFY2(has(place.direction, "X +20.000, Y +12.000"), place.direction.c_str());
        QCOMPARE(place.figures[0].value, std::string("0.000"));
    }
    void a_routine_that_asks_for_the_step() {
        Job job = flange();
        at_hand(job).order.readout = ReadoutWay::Routines;
        job.patterns.resize(1);
        Readout asks = readout;
        asks.asks_step = true;
        asks.angle_resolution = deg(0.0001);
        const Wording words = ListMade(job, shop_of(asks)).first<KeyCircle>();
        // 360 / 7 = 51.4286 to four places.
        QVERIFY2(has(words.sentence, "step 51.4286°"), words.sentence.c_str());
        QVERIFY(has(words.note, "from hole to hole"));
        // To one place the rounding would pile up over six steps: then there is no routine.
        asks.angle_resolution = deg(0.1);
        QVERIFY(ListMade(job, shop_of(asks)).first<KeyCircle>().sentence.empty());
    }
    void sector_arms() {
        Job job = plate_job();
        job.datum.place = DatumPlace::Middle;
        at_hand(job).order.table = TableWay::Plates;
        job.patterns = {circle("A", {}, 40, 7, 0)};
        RotaryTable table{40, 240, deg(0.05), Sense::Clockwise, screw(Unit::Millimetre, 2.5, 125, 0.18)};
        table.plates = {{21}};
        const Wording words = ListMade(job, shop_of(table)).first<TurnIndex>();
        QVERIFY2(words.sentence.starts_with("Index plate, circle of 21: 5 turns and 15 holes"), words.sentence.c_str());
        QVERIFY(has(words.note, "15 holes between them"));
        QVERIFY(has(words.why, "nothing adds up"));
    }
    void a_dial_with_a_vernier_or_in_decimals() {
        RotaryTable table{90, 1440, deg(0.05), Sense::Clockwise, screw(Unit::Millimetre, 2.5, 125, 0.18)};
        // 4 degrees a turn in 1440 steps of 10 seconds: step 100 is 16' 40".
        QCOMPARE(dial_figure(table, 100), std::string("0° 16' 40\""));
        table.vernier = 6; // lines of a minute
        QCOMPARE(dial_figure(table, 100), std::string("0° 16' 00\" + 0° 00' 40\""));
        QCOMPARE(dial_figure(table, 96), std::string("0° 16' 00\""));
        table.vernier = 1;
        table.decimal = true;
        QCOMPARE(dial_figure(table, 100), std::string("0.2778°"));
    }
    void a_long_way_says_how_to_keep_count() {
        Job job = plate_job();
        job.patterns = {single("A", 40, 0.5)};
        const ListMade made(job, shop_of(metric));
        const Wording words = made.first<TurnHandwheel>();
        // 40 mm are 16 turns of 2.5.
        QVERIFY2(has(words.note, "Count each time 0.00 comes up again: 16 times"), words.note.c_str());
    }
    void locks_are_said() {
        Shop shop = shop_of(readout);
        shop.machines[0].lock_jump = {mm(0.02), mm(-0.01)};
        Job job = plate_job();
        job.patterns = {single("A", 40, 30)};
        const Wording words = ListMade(job, shop).first<GoToReadout>();
        QCOMPARE(words.sentence,
                 std::string("Go to A1: X +39.980, Y +30.010; locked it must show X +40.000, Y +30.000."));
    }
    void marks_are_pricked_looked_at_and_punched() {
        const ListMade made(flange(), shop_of(LayoutBench{Unit::Millimetre, mm(0.02), mm(0.1), mm(0.05)}));
        const auto place = [&](auto is) {
            return std::find_if(made.plan.route.list.begin(), made.plan.route.list.end(), is) -
                   made.plan.route.list.begin();
        };
        const auto pricked = place([](const Instruction& i) { return std::holds_alternative<PrickMark>(i.action); });
        const auto looked = place([](const Instruction& i) { return std::holds_alternative<LookAtMarks>(i.action); });
        const auto measured =
            place([](const Instruction& i) { return std::holds_alternative<CompareMarks>(i.action); });
        const auto punched = place([](const Instruction& i) { return std::holds_alternative<PunchMark>(i.action); });
        const auto drilled = place([](const Instruction& i) { return std::holds_alternative<DrillHole>(i.action); });
        QVERIFY(pricked < looked && looked < measured && measured < punched && punched < drilled);
        QVERIFY(has(made.first<StepChord>().why, "would close wrong by"));
        QVERIFY(has(made.first<DrillHole>().note, "let the work find it"));
    }
};

QTEST_GUILESS_MAIN(TestWorkWords)
#include "test_work_words.moc"
