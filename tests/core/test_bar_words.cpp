// What is said of holes in bars: why, figures, moves; and a drawer that cannot be.
#include "layout/callout.h"
#include "layout/callout_words.h"
#include "layout/on_bar.h"
#include "layout/why.h"
#include "ordering/wording.h"
#include "shop/validate.h"
#include "support/bars.h"

#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

const Hole& named(const std::vector<Hole>& holes, const std::string& name) {
    return *std::find_if(holes.begin(), holes.end(), [&](const Hole& hole) { return hole.name == name; });
}

bool says(const std::string& text, const std::string& words) {
    if (text.find(words) == std::string::npos)
        qWarning("'%s' is not in: %s", words.c_str(), text.c_str());
    return text.find(words) != std::string::npos;
}

// The words of the first move of a kind, with the ways of all patterns chosen.
template <class Action> Wording words_of(Job job, const std::string& machine, TopWay top, AngleWay angle) {
    at_hand(job).machine = machine;
    for (Pattern& pattern : job.patterns) {
        pattern.top = top;
        pattern.angle = angle;
    }
    const SetupPlan plan = plan_at_hand(job, default_shop());
    for (const Instruction& each : plan.route.list)
        if (const auto* action = std::get_if<Action>(&each.action)) {
            if constexpr (std::is_same_v<Action, TurnBar>)
                if (action->first)
                    continue;
            return in_words(each, {job, plan.holes, plan.machine});
        }
    return {};
}

} // namespace

class TestBarWords : public QObject {
    Q_OBJECT
private slots:
    void what_is_said_twice_or_idle_is_refused_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("word");
        const auto illegal = [](const char* text, const char* word) { QTest::newRow(text) << text << word; };
        illegal("4.1 at 9.5 from left end at 12 from left end", "at");
        illegal("4.1 5 deep 6 deep at 9.5", "6");
        illegal("4.1 5 deep into the bore at 9.5", "into");
        illegal("4.1 through to axis at 9.5", "to");
        illegal("4.1 at 9.5 angle 30 angle 40", "angle");
        illegal("4.1 at 9.5 angle 30 at 2:30", "2:30");
        illegal("4.1 at 9.5 offset 2 offset 3", "offset");
        illegal("radial 4.1 at 9.5 offset 2", "radial");
        illegal("4.1 at 9.5 in ring", "ring");
        illegal("3x 4.1 at 9.5 in ring in row 7 apart", "ring");
        illegal("3x 4.1 at 9.5 40 apart 50 apart", "50");
        illegal("3x 4.1 at 9.5 in ring cw ccw", "ccw");
        illegal("3x 4.1 at 9.5 in ring without 2 without 3", "without");
        illegal("tapped 4.1 at 9.5", "tapped");
        illegal("M5 repeated A step 12, 3 times", "M5");
    }
    void what_is_said_twice_or_idle_is_refused() {
        QFETCH(QString, text);
        QFETCH(QString, word);
        const auto read = read_callout(text.toStdString(), arbor());
        QVERIFY(!read);
        QCOMPARE(text.mid(static_cast<int>(read.error().begin), static_cast<int>(read.error().length)), word);
    }

    // Every word of the language put where it does not belong is refused, or changes the pattern.
    void no_word_of_a_bar_is_dropped() {
        struct Base {
            const char* text;
            std::vector<std::string> idle; // what this callout already is
        };
        const std::vector<Base> bases = {
            {"3x 4.1 at 9.5 from left end in ring",
             {"through", "thru", "radial", "cross", "ccw", "counter-clockwise", "cw", "clockwise", "round"}},
            {"4.1 5 deep at 9.5 from left end angle 30", {"radial", "cross", "round"}},
            {"3x 4.1 at 9.5 from left end in row 7 apart",
             {"through", "thru", "radial", "cross", "cw", "ccw", "clockwise", "counter-clockwise", "round"}}};
        const std::vector<std::string> grammar = {"a", "the", "of", "on", "and", "in", "hole", "holes", ",", ";"};
        const Job job = arbor();
        for (const Base& base : bases) {
            const auto plain = read_callout(base.text, job);
            QVERIFY2(plain, plain ? "" : plain.error().sentence.c_str());
            const QStringList words = QString(base.text).split(QLatin1Char(' '));
            for (const std::string& word : callout_all_words(true)) {
                if (std::find(grammar.begin(), grammar.end(), word) != grammar.end() ||
                    std::find(base.idle.begin(), base.idle.end(), word) != base.idle.end())
                    continue;
                for (int at = 1; at <= words.size(); ++at) {
                    QStringList with = words;
                    with.insert(at, QString::fromStdString(word));
                    const auto read = read_callout(with.join(QLatin1Char(' ')).toStdString(), job);
                    QVERIFY2(!read || callout_of(*read, job) != callout_of(*plain, job),
                             qPrintable(with.join(QLatin1Char(' '))));
                }
            }
        }
    }

    void why_a_hole_is_where_it_is() {
        const Job job = arbor();
        const std::vector<Hole> holes = holes_of(job);
        const std::string b1 = why_place(job, named(holes, "B1"));
        QVERIFY(says(b1, "24.6 mm from A1, which is 41.9 mm from the left end"));
        QVERIFY(says(b1, "30° counter-clockwise of A1") && says(b1, "at 330° seen from the right end"));
        QVERIFY(says(why_place(job, named(holes, "C3")), "11.5° and 2 × 72°"));
        // D1 is 164 - 12.7 = 151.3 from the left end; its second copy 2 x 9.8 nearer.
        const std::string e2 = why_place(job, named(holes, "E2"));
        QVERIFY(says(e2, "E2 is D1 shifted 2 × −9.8 mm along the bar") && says(e2, "131.7 mm from the left end"));
        Job turned = job;
        turned.patterns[4].layout = CopyPattern{"B", Turned{{}, deg(71), 2}};
        QVERIFY(says(why_place(turned, named(holes_of(turned), "E1")), "B1 turned 1 × 71° counter-clockwise"));
        turned.patterns[4].layout = CopyPattern{"B", Mirrored{{mm(60), {}}, deg(90)}};
        const std::string mirrored = why_place(turned, named(holes_of(turned), "E1"));
        QVERIFY(says(mirrored, "across the bar at 60 mm") && says(mirrored, "78.1 mm from the left end"));
    }
    void the_end_that_is_looked_at_is_always_named() {
        Job job = arbor();
        QVERIFY(says(angle_in_words(job, deg(60)), "30° seen from the right end"));
        job.blank.bar.seen_from = Face::Left; // in a mirror: 60 becomes 120, which is 30 the other way
        QVERIFY(says(angle_in_words(job, deg(60)), "330° seen from the left end"));
        QCOMPARE(as_seen(job, as_seen(job, deg(77))), deg(77));
        QVERIFY(as_seen(job, Sense::Clockwise) == Sense::CounterClockwise);
    }
    void every_way_of_turning_has_its_words() {
        Job job = arbor();
        job.patterns.resize(2); // A on top, B 30 degrees counter-clockwise of it
        const auto turn = [&](AngleWay way) {
            return words_of<TurnBar>(job, "Readout mill", TopWay::TouchBoth, way).sentence;
        };
        QVERIFY(says(turn(AngleWay::RodAndProtractor), "rod in A1, 30° from upright, leaning clockwise"));
        QVERIFY(says(turn(AngleWay::EndLine), "30° counter-clockwise"));
        // Round 27.92: pi x 27.92 x 30 / 360 = 7.309, to the half millimetre of a rule.
        QVERIFY(says(turn(AngleWay::WrappedStrip), "7.5 mm round the bar"));
        // Two places 30 -> 40 + 40 = 70 apart on the rod; 70 cos 30 = 60.622, to 0.02.
        QVERIFY(says(turn(AngleWay::RodHeights), "70 mm apart on it, one 60.62 mm above the other"));
        std::get<BarPattern>(job.patterns[1].layout).at = deg(120);
        job.blank.diameter = {mm(24), {}}; // as the block's collets take
        QVERIFY(says(turn(AngleWay::ColletBlock), "2 faces on"));
        QVERIFY(says(turn(AngleWay::JawIndex), "1 jaw on"));
    }
    void every_way_to_the_axis_has_its_words() {
        const auto stand = [](const char* machine, TopWay way) {
            return words_of<StandOverAxis>(arbor(), machine, way, AngleWay::EndLine).sentence;
        };
        QVERIFY(says(stand("Readout mill", TopWay::TouchOne), "go on by 18.96 mm")); // 13.96 + 10 / 2
        QVERIFY(says(stand("Readout mill", TopWay::TouchBoth), "half of the way between the touches"));
        QVERIFY(says(stand("Readout mill", TopWay::SkimmedFlat), "bright strip"));
        QVERIFY(says(stand("Drill press", TopWay::FiledFlat), "File the crest"));
        QVERIFY(says(stand("Drill press", TopWay::Scribed), "pointed rod"));
        QVERIFY(says(stand("Drill press", TopWay::Bushing), "drill through the bushing"));
        QVERIFY(says(stand("Drill press", TopWay::Jig), "drill jig"));
        QVERIFY(says(stand("Rotary table", TopWay::Centred), "table's chuck"));
    }
    void a_drawer_that_cannot_be_is_refused() {
        const auto refused = [](const std::string& place, const std::function<void(RoundKit&)>& spoil) {
            Shop shop = default_shop();
            spoil(shop.kit);
            const auto fault = first_fault(shop);
            QVERIFY2(fault, place.c_str());
            QCOMPARE(fault->place, place);
        };
        QVERIFY(!first_fault(default_shop()));
        refused("kit.rods", [](RoundKit& kit) { kit.rods.push_back(mm(0)); });
        refused("kit.packing", [](RoundKit& kit) { kit.packing.push_back(mm(-1)); });
        refused("kit.collet_blocks", [](RoundKit& kit) { kit.collet_blocks.push_back({0}); });
        refused("kit.finder", [](RoundKit& kit) { kit.finder = {}; });
        refused("kit.protractor_step", [](RoundKit& kit) { kit.protractor_step = {}; });
        refused("kit.protractor_reach", [](RoundKit& kit) { kit.protractor_reach = deg(1e9); });
        refused("kit.height_step", [](RoundKit& kit) { kit.height_step = {}; });
    }
    void an_empty_drawer_still_makes_a_list() {
        Shop poor = default_shop();
        poor.kit.rods.clear();
        poor.kit.packing.clear();
        poor.kit.vee_blocks.clear();
        poor.kit.bushings.clear();
        poor.kit.collet_blocks.clear();
        for (const Machine& machine : poor.machines) {
            Job job = arbor();
            at_hand(job).machine = machine.name;
            const SetupPlan plan = plan_at_hand(job, poor);
            QVERIFY2(plan.run.complaints.empty(), machine.name.c_str());
            std::set<int> made;
            for (const Landing& landing : plan.run.landings)
                made.insert(landing.hole);
            QCOMPARE(made.size(), plan.holes.size());
        }
    }
};

QTEST_APPLESS_MAIN(TestBarWords)
#include "test_bar_words.moc"
